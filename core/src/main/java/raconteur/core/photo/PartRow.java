package raconteur.core.photo;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Part.Placement;

/** Parts in a row or an array: where the others lie, and what they are called. */
public final class PartRow {
  /** More than this in one go is a slip. */
  public static final int MOST = 400;

  private static final Pattern COUNTED = Pattern.compile("(.*?)([0-9]+)(.*)");

  private PartRow() {}

  /** Where the next one lies: as far from the last as that is from the one before. */
  public static Placement next(Placement before, Placement last) {
    return moved(
        last,
        2 * last.xMillimetres() - before.xMillimetres(),
        2 * last.yMillimetres() - before.yMillimetres());
  }

  /**
   * Even steps from the first to the last, row by row.
   *
   * @param first the one that begins it
   * @param last the one diagonally across, or at the end of a single row, which may run anywhere
   * @param across how many lie beside one another, along the board's width
   * @param down how many rows
   */
  public static List<Placement> between(Placement first, Placement last, int across, int down) {
    double dx = last.xMillimetres() - first.xMillimetres();
    double dy = last.yMillimetres() - first.yMillimetres();
    boolean single = across == 1 || down == 1;
    int count = across * down;
    List<Placement> places = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      places.add(
          moved(
              first,
              first.xMillimetres() + dx * (single ? share(i, count) : share(i % across, across)),
              first.yMillimetres() + dy * (single ? share(i, count) : share(i / across, down))));
    }
    return places;
  }

  private static double share(int step, int count) {
    return count == 1 ? 0 : step / (double) (count - 1);
  }

  private static Placement moved(Placement like, double x, double y) {
    return new Placement(
        Math.rint(x * 10) / 10,
        Math.rint(y * 10) / 10,
        like.turnedDegrees(),
        like.underside(),
        true);
  }

  /**
   * The designator after one: {@code U9} after {@code U8}, {@code 6C} after {@code 5C}; none where
   * it has no number.
   */
  public static Optional<String> after(String designator) {
    Matcher m = COUNTED.matcher(designator);
    if (!m.matches() || m.group(2).length() > 6) {
      return Optional.empty();
    }
    String number = String.valueOf(Integer.parseInt(m.group(2)) + 1);
    String padded = "0".repeat(Math.max(0, m.group(2).length() - number.length())) + number;
    return Optional.of(m.group(1) + (m.group(2).startsWith("0") ? padded : number) + m.group(3));
  }
}
