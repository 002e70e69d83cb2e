package raconteur.core.letters;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalInt;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;

/**
 * What stands on a screen beside what should stand there, line by line from the same corner.
 *
 * @param columns of the screen: a line further down is so many places further on
 * @param wanted the code that should be at each place, by row and column; −1 where nobody said
 * @param seen the code that is; −1 where it is no letter, or nobody said
 */
public record Letters(Codes codes, int columns, List<int[]> wanted, List<int[]> seen) {
  /** What is written for a letter that cannot be made out. */
  public static final char UNREADABLE = '?';

  public static final int MOST_COLUMNS = 256;
  private static final int MOST_LINES = 128;

  public Letters {
    wanted = wanted.stream().map(int[]::clone).toList();
    seen = seen.stream().map(int[]::clone).toList();
  }

  /**
   * Reads both. A question mark that stands where another letter should is one nobody can read.
   *
   * @param columns of the screen; a longer line is refused
   */
  public static Loaded<Letters> read(Codes codes, int columns, String should, String stands) {
    List<String> one = should.stripTrailing().lines().toList();
    List<String> other = stands.stripTrailing().lines().toList();
    List<Issue> issues = new ArrayList<>();
    if (one.isEmpty() || other.isEmpty()) {
      issues.add(issue(0, "Say what should stand there and what does, line by line"));
    } else if (one.size() != other.size()) {
      issues.add(issue(0, "There should be " + one.size() + " lines and stand " + other.size()));
    } else if (one.size() > MOST_LINES) {
      issues.add(issue(0, "A screen has no more than " + MOST_LINES + " lines"));
    }
    List<int[]> wanted = new ArrayList<>();
    List<int[]> seen = new ArrayList<>();
    for (int line = 0; line < one.size() && issues.isEmpty(); line++) {
      String should1 = one.get(line);
      String stands1 = other.get(line);
      int length = Math.max(should1.length(), stands1.length());
      if (length > columns) {
        issues.add(issue(line + 1, "The line is longer than " + columns + " columns"));
      } else {
        int[] w = new int[length];
        int[] s = new int[length];
        for (int column = 0; column < length; column++) {
          char right = column < should1.length() ? should1.charAt(column) : ' ';
          char there = column < stands1.length() ? stands1.charAt(column) : ' ';
          OptionalInt code = codes.of(right);
          if (code.isEmpty()) {
            issues.add(issue(line + 1, "“" + right + "” has no code in " + codes.word()));
            break;
          }
          boolean readable = there != UNREADABLE || right == UNREADABLE;
          w[column] = code.getAsInt();
          s[column] = readable ? codes.of(there).orElse(-1) : -1;
        }
        wanted.add(w);
        seen.add(s);
      }
    }
    return issues.isEmpty()
        ? new Loaded.Ok<>(new Letters(codes, columns, wanted, seen))
        : new Loaded.Refused<>(issues);
  }

  private static Issue issue(int line, String says) {
    return new Issue("letters", line, line == 0 ? 0 : 1, "", says);
  }

  /** The code that should be at a place of the memory; −1 where nobody said. */
  int wantedAt(int place) {
    int row = place / columns;
    int column = place % columns;
    return row < wanted.size() && column < wanted.get(row).length ? wanted.get(row)[column] : -1;
  }

  /** How many letters are not what they should be, those nobody can read among them. */
  public int wrong() {
    int wrong = 0;
    for (int row = 0; row < wanted.size(); row++) {
      for (int column = 0; column < wanted.get(row).length; column++) {
        wrong += wanted.get(row)[column] != seen.get(row)[column] ? 1 : 0;
      }
    }
    return wrong;
  }
}
