package raconteur.desktop.boards;

import java.util.List;
import java.util.Optional;
import raconteur.core.board.BoardContents;
import raconteur.core.device.DeviceLibrary;

/**
 * One table of a board: what it shows as texts, and how texts change it. Without the toolkit.
 *
 * @param help what to type, in one sentence
 * @param placeColumn the column that names a place on the board, −1 for none
 * @param wideColumn the column with the longest texts
 */
record BoardSection(
    String name,
    List<String> headings,
    String help,
    int placeColumn,
    int wideColumn,
    Reader reader,
    Writer writer,
    Remover remover) {
  BoardSection {
    headings = List.copyOf(headings);
  }

  /** The rows of the table. */
  @FunctionalInterface
  interface Reader {
    List<List<String>> rows(BoardContents contents);
  }

  /** Puts texts in the place of a row, or adds them. */
  @FunctionalInterface
  interface Writer {
    Change apply(
        BoardContents contents, Optional<Integer> row, List<String> texts, DeviceLibrary library);
  }

  /** Takes a row away. */
  @FunctionalInterface
  interface Remover {
    BoardContents without(BoardContents contents, int row);
  }

  /** What became of a change. */
  sealed interface Change {}

  /** The contents as they would be. */
  record Changed(BoardContents contents) implements Change {}

  /** One sentence that says what would be accepted. */
  record Refused(String sentence) implements Change {}
}
