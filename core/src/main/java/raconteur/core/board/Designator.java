package raconteur.core.board;

import java.util.regex.Pattern;

/**
 * The name of a part's place on the board: a letter with a number behind it ({@code U14}), or the
 * square of a grid as arcade boards have it ({@code 5C}, {@code 10/11F}).
 */
public final class Designator {
  private static final Pattern SHAPE =
      Pattern.compile(
          "[A-Za-z][A-Za-z0-9_-]{0,15}|[0-9]{1,2}(?:[/-][0-9]{1,2})?[A-Za-z]{1,2}[0-9]?");

  /** What would be taken, in words. */
  public static final String RULE =
      "a designator is a letter with letters, digits, _ and - (U14), or the square of a grid (5C,"
          + " 10/11F)";

  private Designator() {}

  public static boolean fits(String text) {
    return SHAPE.matcher(text).matches();
  }
}
