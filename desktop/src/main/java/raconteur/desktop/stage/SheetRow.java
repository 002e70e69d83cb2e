package raconteur.desktop.stage;

import java.util.List;

/**
 * One row of a stage's table.
 *
 * @param key what it is about, kept over changes
 * @param line how the bench line begins when the row is opened, empty for nothing
 * @param detail a sentence shown under the table while the row is chosen, empty for none
 */
public record SheetRow(String key, List<String> cells, Tone tone, String line, String detail) {
  public SheetRow {
    cells = List.copyOf(cells);
  }

  /** A row of which the cells say everything. */
  public SheetRow(String key, List<String> cells, Tone tone, String line) {
    this(key, cells, tone, line, "");
  }
}
