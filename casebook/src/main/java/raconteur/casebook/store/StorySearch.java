package raconteur.casebook.store;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Search over all stories: words of any line, of owners and of complaints, the last word also by
 * its beginning. What has several parts, like {@code U14.3} or {@code /RAS0}, is found as it is
 * written. An index in the casebook answers; its cost grows with the hits that are shown, not with
 * the lines there are.
 */
public final class StorySearch {
  private static final Pattern PIECE = Pattern.compile("[\\p{L}\\p{N}]+");
  private static final int MOST_WORDS = 12;

  private final Casebook casebook;

  public StorySearch(Casebook casebook) {
    this.casebook = casebook;
  }

  /**
   * The lines that have all the words, the latest first.
   *
   * @param most how many are wanted
   */
  public List<StoryHit> find(String words, int most) {
    String query = query(words);
    if (query.isEmpty()) {
      return List.of();
    }
    return casebook.readingIndex(
        h ->
            h.createQuery(
                    "SELECT case_number, number, words FROM said WHERE said MATCH :query"
                        + " ORDER BY rowid DESC LIMIT :most")
                .bind("query", query)
                .bind("most", most)
                .map(
                    (row, context) ->
                        new StoryHit(
                            row.getInt("case_number"),
                            row.getInt("number"),
                            row.getString("words")))
                .list());
  }

  /**
   * The cases in whose latest lines of all stories the words stand.
   *
   * @param lines how many of the latest lines are looked up
   */
  public Set<Integer> cases(String words, int lines) {
    String query = query(words);
    return query.isEmpty()
        ? Set.of()
        : casebook.readingIndex(
            h ->
                new HashSet<>(
                    h.createQuery(
                            "SELECT case_number FROM said WHERE said MATCH :query"
                                + " ORDER BY rowid DESC LIMIT :most")
                        .bind("query", query)
                        .bind("most", lines)
                        .mapTo(Integer.class)
                        .list()));
  }

  /** Every word as a phrase of its pieces, so that nothing typed is taken for an operator. */
  private static String query(String words) {
    List<String> phrases = new ArrayList<>();
    for (String word : words.strip().split("\\s+", -1)) {
      List<String> pieces = new ArrayList<>();
      Matcher matcher = PIECE.matcher(word);
      while (matcher.find()) {
        pieces.add(matcher.group().toLowerCase(Locale.ROOT));
      }
      if (!pieces.isEmpty() && phrases.size() < MOST_WORDS) {
        phrases.add("\"" + String.join(" ", pieces) + "\"");
      }
    }
    return phrases.isEmpty() ? "" : String.join(" AND ", phrases) + " *";
  }
}
