package raconteur.desktop.stage;

import java.util.List;

/**
 * One row of a stage's table.
 *
 * @param key what it is about, kept over changes
 * @param line how the bench line begins when the row is opened, empty for nothing
 */
public record SheetRow(String key, List<String> cells, Tone tone, String line) {
  public SheetRow {
    cells = List.copyOf(cells);
  }
}
