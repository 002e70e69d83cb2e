package raconteur.core.netlines;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Ranges of names: {@code A0-A7}, {@code A7..A0}, {@code D0-7}, {@code 9-16}. */
final class Ranges {
  static final int LONGEST = 500;
  private static final Pattern RANGE =
      Pattern.compile("(.*?)([0-9]{1,4})([^0-9]*)(?:\\.\\.|-)(.*?)([0-9]{1,4})([^0-9]*)");

  private Ranges() {}

  /**
   * The names a word stands for; the word alone where it is no range.
   *
   * @throws Refusal where the range is longer than anybody means
   */
  static List<String> of(String word) {
    return range(word).orElse(List.of(word));
  }

  private static Optional<List<String>> range(String word) {
    Matcher matcher = RANGE.matcher(word);
    if (!matcher.matches()) {
      return Optional.empty();
    }
    String stem = matcher.group(1);
    String tail = matcher.group(3);
    boolean same =
        (matcher.group(4).isEmpty() || matcher.group(4).equals(stem))
            && (matcher.group(6).equals(tail) || (tail.isEmpty() && matcher.group(4).isEmpty()));
    if (!same) {
      return Optional.empty();
    }
    int from = Integer.parseInt(matcher.group(2));
    int to = Integer.parseInt(matcher.group(5));
    if (Math.abs(to - from) >= LONGEST) {
      throw new Refusal("“" + word + "” is a range of more than " + LONGEST + ".");
    }
    List<String> names = new ArrayList<>();
    int step = to < from ? -1 : 1;
    for (int i = from; i != to + step; i += step) {
      names.add(stem + i + matcher.group(6));
    }
    return Optional.of(names);
  }
}
