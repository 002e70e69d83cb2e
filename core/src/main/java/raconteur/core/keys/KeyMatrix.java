package raconteur.core.keys;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.board.PinRef;

/**
 * Rows, columns and the keys where they cross.
 *
 * @param title what the keyboard belongs to
 * @param boards ids of the boards that read it; none where it was typed
 * @param kind what the contacts are, a name in {@code keys.json}
 * @param rows the lines that are written down the side of the table
 * @param columns the lines along its top
 * @param keys every key once; in the order of the table
 */
public record KeyMatrix(
    String title,
    List<String> boards,
    String kind,
    List<Line> rows,
    List<Line> columns,
    List<Key> keys) {
  public KeyMatrix {
    boards = List.copyOf(boards);
    rows = List.copyOf(rows);
    columns = List.copyOf(columns);
    keys = List.copyOf(keys);
  }

  /**
   * A row or a column.
   *
   * @param path its pins from the chip that reads or drives it to the plug of the keyboard; empty
   *     where nothing is known of them
   */
  public record Line(String name, List<PinRef> path) {
    public Line {
      path = List.copyOf(path);
    }

    /** The pin of the plug, the last of the path. */
    public Optional<PinRef> plug() {
      return path.isEmpty() ? Optional.empty() : Optional.of(path.getLast());
    }

    /** The pin of the chip, the first of a path of more than one pin. */
    public Optional<PinRef> chip() {
      return path.size() < 2 ? Optional.empty() : Optional.of(path.getFirst());
    }
  }

  /**
   * A key, or another contact that shares a line with the keys, as a joystick's.
   *
   * @param row its row's place, −1 for none
   * @param column its column's place, −1 for none
   */
  public record Key(String name, int row, int column) {}

  /** A key by its name, in whatever case. */
  public Optional<Key> find(String name) {
    return keys.stream()
        .filter(k -> k.name().equals(name))
        .findFirst()
        .or(() -> keys.stream().filter(k -> k.name().equalsIgnoreCase(name)).findFirst());
  }

  /** A row or column by its name, in whatever case: its place among rows, then columns. */
  public Optional<Integer> line(String name) {
    for (int i = 0; i < lines(); i++) {
      if (lineAt(i).name().toLowerCase(Locale.ROOT).equals(name.toLowerCase(Locale.ROOT))) {
        return Optional.of(i);
      }
    }
    return Optional.empty();
  }

  /** How many rows and columns there are. */
  public int lines() {
    return rows.size() + columns.size();
  }

  /** A line by its place among rows, then columns. */
  public Line lineAt(int index) {
    return index < rows.size() ? rows.get(index) : columns.get(index - rows.size());
  }

  public boolean isRow(int line) {
    return line < rows.size();
  }

  /** The keys on a line, in the order of the table. */
  public List<Key> on(int line) {
    return keys.stream()
        .filter(k -> isRow(line) ? k.row() == line : k.column() == line - rows.size())
        .toList();
  }
}
