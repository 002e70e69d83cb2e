package raconteur.casebook.exchange;

import java.util.regex.Pattern;

/**
 * Cells that spreadsheets leave alone: a cell that begins like a formula gets an apostrophe in
 * front of it, and one that begins with apostrophes and then like a formula gets one more, so that
 * reading takes exactly that one away again.
 */
public final class Spreadsheet {
  private static final Pattern FORMULA = Pattern.compile("'*[=+\\-@\\t\\r\\n].*", Pattern.DOTALL);
  private static final Pattern GUARDED = Pattern.compile("'+[=+\\-@\\t\\r\\n].*", Pattern.DOTALL);

  private Spreadsheet() {}

  /** Keeps spreadsheets from taking a net name like {@code -SYNC} or {@code =A} for a formula. */
  public static String harmless(String cell) {
    return FORMULA.matcher(cell).matches() ? "'" + cell : cell;
  }

  /** The cell that was made harmless, as it was. */
  static String asItWas(String cell) {
    return GUARDED.matcher(cell).matches() ? cell.substring(1) : cell;
  }
}
