package raconteur.core.bench;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;

/**
 * The characters of a character ROM: eight rows of eight dots each, the leftmost dot the highest
 * bit.
 */
public final class Characters {
  private static final int ROWS = 8;
  private static final int GIVEN_ROWS = 7;
  private static final int COUNT = 256;

  private final int[] rows;
  private final Map<Long, Character> byPattern = new HashMap<>();

  private Characters(int[] rows) {
    this.rows = rows;
    for (int c = COUNT - 1; c >= 0; c--) {
      byPattern.put(pattern(c), (char) c);
    }
    byPattern.put(0L, ' ');
  }

  /** Reads lines of a character and seven rows of five dots; a semicolon begins a comment. */
  public static Loaded<Characters> read(String file, String text) {
    List<Issue> issues = new ArrayList<>();
    int[] rows = new int[COUNT * ROWS];
    List<String> lines = text.lines().toList();
    for (int i = 0; i < lines.size(); i++) {
      String line = lines.get(i);
      boolean glyph = line.length() > 2 && line.charAt(1) == ' ';
      if (line.isBlank() || (line.startsWith("; ") && !line.matches("; [0-9A-F]{2} .*"))) {
        continue;
      }
      String[] words = line.length() < 2 ? new String[0] : line.substring(2).split(" ", -1);
      if (!glyph || words.length != GIVEN_ROWS || line.charAt(0) >= COUNT) {
        issues.add(
            new Issue(file, i + 1, 1, "", "a character and seven rows are expected: A 0E 11 …"));
        continue;
      }
      for (int row = 0; row < GIVEN_ROWS; row++) {
        if (!words[row].matches("[01][0-9A-F]")) {
          issues.add(
              new Issue(
                  file, i + 1, 1, "", "\"" + words[row] + "\" is no row of five dots, 00 to 1F"));
        } else {
          rows[line.charAt(0) * ROWS + row] = Integer.parseInt(words[row], 16) << 2;
        }
      }
    }
    return issues.isEmpty() ? new Loaded.Ok<>(new Characters(rows)) : new Loaded.Refused<>(issues);
  }

  /** As a character ROM holds them: eight bytes a character, its rows from the top. */
  public int[] contents() {
    return rows.clone();
  }

  private long pattern(int character) {
    long pattern = 0;
    for (int row = 0; row < ROWS; row++) {
      pattern = pattern << ROWS | rows[character * ROWS + row];
    }
    return pattern;
  }

  /** The character with these dots, the top row highest; empty where none looks so. */
  public Optional<Character> named(long pattern) {
    return Optional.ofNullable(byPattern.get(pattern));
  }
}
