package raconteur.core.photo;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part.Placement;

/**
 * What was drawn from pin 1 of a part to its far corner: where it lies, how it is turned, and,
 * where nobody has said what it is, how many pins it has in two rows.
 *
 * <p>The far corner is the pin diagonally across of a part with two rows, else the last pin. A part
 * is taken as turned by a whole quarter, or by an eighth where that fits far better. Rows are 7.62
 * or 15.24 mm apart, pins 2.54 mm (JEDEC MS-001 and MS-011, from memory).
 *
 * @param packageName such as {@code DIP16}
 * @param offByMillimetres how far what was drawn is from what such a package would be
 */
public record DrawnPart(String packageName, int pins, Placement place, double offByMillimetres) {
  /** Further off than this, something else was drawn. */
  public static final double CLOSE_ENOUGH_MILLIMETRES = 1.6;

  /** How much nearer an eighth of a turn has to come to be believed. */
  private static final double EIGHTH_PENALTY_MILLIMETRES = 1.5;

  private static final List<Integer> DUAL_IN_LINE =
      List.of(6, 8, 14, 16, 18, 20, 22, 24, 28, 32, 36, 40, 48, 64);
  private static final int FEWEST_OF_A_WIDE_ONE = 22;
  private static final int MOST_OF_A_NARROW_ONE = 28;

  /** A part of a package that is known. */
  public static DrawnPart of(
      String packageName, int pins, Point pinOne, Point far, boolean underside) {
    Outline outline = Outline.of(packageName, pins);
    return candidates(packageName, outline, pinOne, far, underside).stream()
        .min(Comparator.comparingDouble(DrawnPart::judged))
        .orElseThrow();
  }

  /** A part nobody has named: the dual in-line package that fits best, none where none does. */
  public static Optional<DrawnPart> dualInLine(Point pinOne, Point far, boolean underside) {
    List<DrawnPart> all = new ArrayList<>();
    for (int pins : DUAL_IN_LINE) {
      if (pins >= FEWEST_OF_A_WIDE_ONE) {
        all.addAll(
            candidates(
                "DIP" + pins + "W", Outline.of("DIP" + pins + "W", pins), pinOne, far, underside));
      }
      if (pins <= MOST_OF_A_NARROW_ONE) {
        String name = pins >= 24 ? "DIP" + pins + "N" : "DIP" + pins;
        all.addAll(candidates(name, Outline.of(name, pins), pinOne, far, underside));
      }
    }
    return all.stream()
        .min(Comparator.comparingDouble(DrawnPart::judged))
        .filter(DrawnPart::isClose);
  }

  /** Whether such a package is what was drawn. */
  public boolean isClose() {
    return offByMillimetres <= CLOSE_ENOUGH_MILLIMETRES;
  }

  /** The pin, from 0, that is drawn to: diagonally across in two rows, else the last. */
  public static int farPin(Outline outline) {
    int count = outline.pins().size();
    Point first = outline.pins().getFirst();
    Point across = outline.pins().get(count / 2);
    boolean twoRows = count >= 4 && Math.abs(first.y() - across.y()) > 1;
    return twoRows ? count / 2 : count - 1;
  }

  private double judged() {
    return offByMillimetres + (place.turnedDegrees() % 90 == 0 ? 0 : EIGHTH_PENALTY_MILLIMETRES);
  }

  private static List<DrawnPart> candidates(
      String name, Outline outline, Point pinOne, Point far, boolean underside) {
    List<DrawnPart> all = new ArrayList<>();
    for (int turn = 0; turn < 360; turn += 45) {
      Placement atZero = new Placement(0, 0, turn, underside, true);
      Point first = outline.onBoard(0, atZero);
      Point last = outline.onBoard(farPin(outline), atZero);
      double x = ((pinOne.x() - first.x()) + (far.x() - last.x())) / 2;
      double y = ((pinOne.y() - first.y()) + (far.y() - last.y())) / 2;
      double off =
          Math.hypot(
              far.x() - pinOne.x() - (last.x() - first.x()),
              far.y() - pinOne.y() - (last.y() - first.y()));
      all.add(
          new DrawnPart(
              name,
              outline.pins().size(),
              new Placement(tenths(x), tenths(y), turn, underside, true),
              off));
    }
    return all;
  }

  /** A tenth of a millimetre is finer than anybody draws. */
  private static double tenths(double millimetres) {
    return Math.rint(millimetres * 10) / 10;
  }
}
