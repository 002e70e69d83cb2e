package raconteur.casebook.report;

/** Cells that spreadsheets leave alone. */
final class CsvCells {
  private CsvCells() {}

  /** Keeps spreadsheets from taking a net name like {@code -SYNC} or {@code =A} for a formula. */
  static String harmless(String cell) {
    return cell.matches("[=+\\-@\\t].*") ? "'" + cell : cell;
  }
}
