/**
 * A board revision: parts placed on it, their pins joined in nets in copper order, rails, the flash
 * table of the dead test, symptom cards and usual suspects.
 *
 * <p>Start at {@link raconteur.core.board.Board}; {@link raconteur.core.board.BoardFiles} reads the
 * open format, {@link raconteur.core.board.BoardCheck} looks for what no real schematic has, and
 * {@link raconteur.core.board.Outline} knows where a package's pins lie.
 */
@NullMarked
package raconteur.core.board;

import org.jspecify.annotations.NullMarked;
