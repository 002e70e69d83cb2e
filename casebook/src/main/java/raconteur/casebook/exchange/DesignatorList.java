package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.MatchResult;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Designator;

/**
 * The designators one cell of a parts list names: {@code C1, C3-C5}, {@code C10 to C12}, {@code R1,
 * R2 and R3}, {@code C6 - C8}, {@code IC 7}, {@code 5C 10/11F}, {@code IC30,31}.
 *
 * @param names in the order they stand there
 * @param problem the first word that is none, and why
 */
record DesignatorList(List<String> names, Optional<String> problem) {
  private static final int MOST_IN_RANGE = 500;
  private static final int MOST_SQUARES = 26;

  /** Numbers of one letter, so many or in such ranges that none of them is a value. */
  private static final Pattern WHOLE =
      Pattern.compile(
          "\\s*[A-Za-z]{1,4}[0-9]{1,4}(?:-[0-9]{1,4}(?:\\s*,\\s*[0-9]{1,4}(?:-[0-9]{1,4})?)+"
              + "|(?:\\s*,\\s*[0-9]{1,4}(?:-[0-9]{1,4})?){2,})\\s*");

  private static final Pattern RANGE =
      Pattern.compile("([A-Za-z]{1,4})([0-9]{1,5})(?:-|–|—|\\.{2,3}|…)([A-Za-z]{0,4})([0-9]{1,5})");
  private static final Pattern GOING_ON =
      Pattern.compile(
          "([A-Za-z]{1,4})([0-9]{1,5})((?:\\s*[,/]\\s*[0-9]{1,5}(?:-[0-9]{1,5})?(?![A-Za-z0-9.]))+)");

  /** Letters whose parts have values: a number after them may be one. */
  private static final Pattern VALUED = Pattern.compile("(?i)[RCL]|VR");

  private static final Pattern LIKELY =
      Pattern.compile(
          "(?:[A-Za-z]{1,3}|XTAL|CONN|FUSE)[0-9]{1,4}[A-Za-z]?|[0-9]{1,2}(/[0-9]{1,2})?[A-Za-z]");

  /** Squares of a grid in a row: {@code 2D-2G}, {@code 1A-4A}. */
  private static final Pattern SQUARES =
      Pattern.compile("([0-9]{1,2})([A-Za-z])[-–—]([0-9]{1,2})([A-Za-z])");

  private static final Pattern BY_STROKES =
      Pattern.compile("[A-Za-z]{1,4}[0-9]{1,4}[A-Za-z]?(?:/[A-Za-z]{1,4}[0-9]{1,4}[A-Za-z]?)+");

  DesignatorList {
    names = List.copyOf(names);
  }

  static DesignatorList read(String cell) {
    String plain =
        cell.replaceAll("(?i)(?<=[A-Z0-9])\\s+(?:to|thru|through|bis|à|al)\\s+(?=[A-Z0-9])", "-")
            .replaceAll("(?<=[A-Za-z0-9])\\s*([-–—…]|\\.{2,3})\\s*(?=[A-Za-z0-9])", "$1")
            .replaceAll("(?i)\\s(?:and|und|et|y|&)\\s", ", ")
            // 1/A is the square 1A.
            .replaceAll("(?<![A-Za-z0-9/])([0-9]{1,2})/([A-Za-z])(?![A-Za-z0-9])", "$1$2")
            .replaceAll("(?<![A-Za-z0-9])(IC|[A-Z])\\s+(?=[0-9]{1,3}(?:[\\s,;]|$))", "$1");
    plain = WHOLE.matcher(plain).matches() ? spelt(plain) : plain;
    plain = GOING_ON.matcher(plain).replaceAll(DesignatorList::withLetters);
    List<String> names = new ArrayList<>();
    Optional<String> problem = Optional.empty();
    for (String word : plain.split("[,;\\s&+]+", -1)) {
      if (word.isEmpty()) {
        continue;
      }
      if (BY_STROKES.matcher(word).matches()) {
        names.addAll(List.of(word.split("/", -1)));
        continue;
      }
      List<String> squares = squares(word);
      if (!squares.isEmpty()) {
        names.addAll(squares);
        continue;
      }
      Matcher range = RANGE.matcher(word);
      if (range.matches() && sameLetters(range)) {
        int from = Integer.parseInt(range.group(2));
        int to = Integer.parseInt(range.group(4));
        if (to >= from && to - from <= MOST_IN_RANGE) {
          for (int i = from; i <= to; i++) {
            names.add(range.group(1) + i);
          }
          continue;
        }
        problem =
            problem.or(
                () ->
                    Optional.of(
                        "\"" + DraftBoard.shortened(word) + "\" is no range of designators"));
      } else if (Designator.fits(word)) {
        names.add(word);
      } else {
        problem =
            problem.or(
                () -> Optional.of("no designator in \"" + DraftBoard.shortened(word) + "\""));
      }
    }
    return new DesignatorList(names, problem);
  }

  /** Every number with its letters: {@code C1, C3, C5} for {@code C1, 3, 5}. */
  private static String spelt(String whole) {
    String letters = whole.strip().replaceAll("[^A-Za-z].*", "");
    return letters
        + whole.strip().substring(letters.length()).replaceAll("\\s*,\\s*", ", " + letters);
  }

  /** The squares of one row or one column of a grid; none where it is neither. */
  private static List<String> squares(String word) {
    Matcher ends = SQUARES.matcher(word);
    if (!ends.matches()) {
      return List.of();
    }
    int from = Integer.parseInt(ends.group(1));
    int to = Integer.parseInt(ends.group(3));
    char first = ends.group(2).charAt(0);
    char last = ends.group(4).charAt(0);
    List<String> squares = new ArrayList<>();
    if (from == to && last > first && last - first < MOST_SQUARES) {
      for (char letter = first; letter <= last; letter++) {
        squares.add(from + String.valueOf(letter));
      }
    } else if (first == last && to > from && to - from < MOST_SQUARES) {
      for (int number = from; number <= to; number++) {
        squares.add(number + String.valueOf(first));
      }
    }
    return squares;
  }

  /**
   * {@code IC30,31} is IC30 and IC31. Where the parts have values, a number alone is one more of
   * them only if it is the next.
   */
  private static String withLetters(MatchResult list) {
    String letters = list.group(1);
    int before = Integer.parseInt(list.group(2));
    StringBuilder all = new StringBuilder(letters + before);
    for (String more : list.group(3).replaceAll("\\s", "").split("[,/]", -1)) {
      if (more.isEmpty()) {
        continue;
      }
      int number = Integer.parseInt(more.replaceFirst("-.*", ""));
      boolean fits = VALUED.matcher(letters).matches() ? number == before + 1 : number > before;
      if (!fits) {
        return Matcher.quoteReplacement(list.group());
      }
      all.append(", ").append(letters).append(more);
      before = Integer.parseInt(more.replaceFirst(".*-", ""));
    }
    return all.toString();
  }

  private static boolean sameLetters(Matcher range) {
    return range.group(3).isEmpty() || range.group(3).equals(range.group(1));
  }

  /** Whether a cell looks like designators and like nothing else. */
  static boolean looksLike(String cell) {
    DesignatorList list = read(cell);
    return !list.names().isEmpty()
        && list.problem().isEmpty()
        && list.names().stream().allMatch(n -> LIKELY.matcher(n).matches());
  }
}
