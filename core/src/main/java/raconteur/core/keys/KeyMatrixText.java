package raconteur.core.keys;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.data.DataFile;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;

/**
 * A matrix typed as a small table; see docs/formats/keys.md:
 *
 * <pre>
 * keys of Quillon Kittiwake
 * kind foil
 *       COL0  COL1  COL2
 * ROW0  1     2     -
 * ROW1  Q     W     SHIFT
 * ROW0: U58.2 J3.11
 * COL0: U57.1 J3.1
 * also FIRE: ROW1
 * </pre>
 */
public final class KeyMatrixText {
  /** Beyond this no keyboard goes, and no table is typed. */
  private static final int MOST_LINES = 64;

  private static final int MOST_CHARACTERS = 100_000;
  private static final String NO_KEY = "-";
  private static final List<String> SHIPPED = List.of("quillon-kittiwake", "marram-310");

  private final String file;
  private final List<Issue> issues = new ArrayList<>();
  private String title = "";
  private List<String> boards = List.of();
  private String kind = KeyFigures.shipped().kinds().getFirst();
  private List<String> columns = List.of();
  private final List<String> rows = new ArrayList<>();
  private final List<KeyMatrix.Key> keys = new ArrayList<>();
  private final Map<String, List<PinRef>> paths = new HashMap<>();
  private final Map<String, Integer> pathLines = new HashMap<>();
  private final Set<String> names = new HashSet<>();

  private KeyMatrixText(String file) {
    this.file = file;
  }

  /** The matrix that ships for a board; empty where there is none. */
  public static Optional<KeyMatrix> of(Board board) {
    return SHIPPED.stream()
        .map(
            name ->
                DataFile.shippedText(KeyMatrixText.class, "/raconteur/core/keys/" + name + ".keys"))
        .map(
            text ->
                switch (read("shipped", text)) {
                  case Loaded.Ok<KeyMatrix>(KeyMatrix matrix) -> matrix;
                  case Loaded.Refused<KeyMatrix> refused ->
                      throw new IllegalStateException(refused.summary());
                })
        .filter(matrix -> matrix.boards().contains(board.identity().id()))
        .findFirst();
  }

  /** Reads a table, or says line by line what in it cannot be read. */
  public static Loaded<KeyMatrix> read(String file, String text) {
    KeyMatrixText reader = new KeyMatrixText(file);
    if (text.length() > MOST_CHARACTERS) {
      reader.wrong(1, "is longer than any keyboard: " + MOST_CHARACTERS + " characters at most");
      return new Loaded.Refused<>(reader.issues);
    }
    String[] lines = text.split("\\R", -1);
    for (int i = 0; i < lines.length; i++) {
      String line = lines[i].replaceAll("(^|\\s)#.*", "").strip();
      if (!line.isEmpty()) {
        reader.line(i + 1, line);
      }
    }
    return reader.matrix();
  }

  private void wrong(int line, String reason) {
    issues.add(new Issue(file, line, 1, "line " + line, reason));
  }

  private void line(int number, String line) {
    String[] words = line.split("\\s+", -1);
    if (line.startsWith("keys of ")) {
      title = line.substring("keys of ".length()).strip();
    } else if (words[0].equals("boards")) {
      boards = Arrays.asList(words).subList(1, words.length);
    } else if (words[0].equals("kind")) {
      kind(number, words);
    } else if (words[0].equals("also") && line.contains(":")) {
      also(number, line);
    } else if (words[0].endsWith(":")) {
      path(number, words);
    } else if (columns.isEmpty()) {
      columns(number, words);
    } else {
      row(number, words);
    }
  }

  private void kind(int number, String[] words) {
    List<String> known = KeyFigures.shipped().kinds();
    if (words.length != 2 || !known.contains(words[1])) {
      wrong(number, "says no kind of contact: one of " + String.join(", ", known));
    } else {
      kind = words[1];
    }
  }

  private void columns(int number, String[] words) {
    columns = List.of(words);
    if (words.length > MOST_LINES || new HashSet<>(columns).size() < words.length) {
      wrong(number, "names more than " + MOST_LINES + " columns, or one of them twice");
    }
  }

  private void row(int number, String[] words) {
    if (rows.size() >= MOST_LINES) {
      wrong(number, "is one row more than " + MOST_LINES);
      return;
    }
    if (words.length != columns.size() + 1) {
      wrong(
          number,
          "has "
              + (words.length - 1)
              + " keys, and there are "
              + columns.size()
              + " columns; an empty place is written -");
      return;
    }
    if (rows.contains(words[0]) || columns.contains(words[0])) {
      wrong(number, "begins with " + words[0] + ", which stands for a line already");
      return;
    }
    rows.add(words[0]);
    for (int column = 0; column < columns.size(); column++) {
      if (!words[column + 1].equals(NO_KEY)) {
        key(number, new KeyMatrix.Key(words[column + 1], rows.size() - 1, column));
      }
    }
  }

  private void key(int number, KeyMatrix.Key key) {
    if (key.name().matches(".*[,;].*")) {
      wrong(number, "names a key " + key.name() + "; write COMMA or SEMICOLON");
    } else if (names.add(key.name())) {
      keys.add(key);
    } else {
      wrong(number, "has " + key.name() + ", which stands in the table already");
    }
  }

  private void path(int number, String[] words) {
    String name = words[0].substring(0, words[0].length() - 1);
    List<PinRef> pins = new ArrayList<>();
    for (String word : Arrays.asList(words).subList(1, words.length)) {
      try {
        pins.add(PinRef.parse(word));
      } catch (IllegalArgumentException e) {
        wrong(number, "has " + word + " where a pin such as J3.11 is expected");
      }
    }
    paths.put(name, pins);
    pathLines.put(name, number);
  }

  private void also(int number, String line) {
    String name = line.substring("also".length(), line.indexOf(':')).strip();
    String shared = line.substring(line.indexOf(':') + 1).strip();
    int row = rows.indexOf(shared);
    int column = columns.indexOf(shared);
    if (name.isEmpty() || (row < 0 && column < 0)) {
      wrong(number, "shares " + shared + ", which is no row or column above it");
    } else {
      key(number, new KeyMatrix.Key(name, row, column));
    }
  }

  private Loaded<KeyMatrix> matrix() {
    if (rows.isEmpty() && issues.isEmpty()) {
      wrong(1, "has no table: the columns on one line, then a line for each row");
    }
    paths.forEach(
        (name, _) -> {
          if (!rows.contains(name) && !columns.contains(name)) {
            wrong(pathLines.getOrDefault(name, 1), "gives pins of " + name + ", which is no line");
          }
        });
    if (!issues.isEmpty()) {
      return new Loaded.Refused<>(issues);
    }
    Function<String, KeyMatrix.Line> line =
        name -> new KeyMatrix.Line(name, paths.getOrDefault(name, List.of()));
    return new Loaded.Ok<>(
        new KeyMatrix(
            title,
            boards,
            kind,
            rows.stream().map(line).toList(),
            columns.stream().map(line).toList(),
            keys));
  }
}
