package raconteur.core.photo;

import raconteur.core.board.Outline.Point;

/**
 * A point of a photograph whose place on the board is known.
 *
 * @param what it is, for example {@code rear left corner} or {@code U14.1}
 * @param pixel from the picture's upper left, y downwards
 * @param onBoard in millimetres from the rear left corner, seen from the top
 */
public record PhotoMark(String what, Point pixel, Point onBoard) {}
