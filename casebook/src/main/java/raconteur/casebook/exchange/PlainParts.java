package raconteur.casebook.exchange;

import java.util.List;
import java.util.Optional;
import java.util.regex.Pattern;

/**
 * Parts typed one a line with nothing between the columns but spaces: the places, then what is
 * printed there ({@code U21-U28 MB8264A-15P}, {@code C1 to C12 100n}).
 */
final class PlainParts {
  private static final double MOST = 0.7;

  /** More lines with what stands between columns, and it is a table. */
  private static final double FEW = 0.3;

  /** Longer ones are no line anybody typed. */
  private static final int LONGEST_LINE = 1000;

  /** A word or two over a group of parts. */
  private static final Pattern HEADING = Pattern.compile("[^0-9]{1,40}:?");

  /** A place, and a sign between it and what is printed there. */
  private static final Pattern SAID_WITH =
      Pattern.compile("[A-Za-z]{1,4}[0-9]{1,4}[A-Za-z]?\\s*[:=]");

  private static final Pattern ONE_MORE =
      Pattern.compile("\\s*[,;/]\\s*(?=[A-Za-z]{1,4}[0-9]{1,4}[A-Za-z]?\\s*[:=])");

  private PlainParts() {}

  /** The kind of list in words; empty where it is none, and nothing was then taken. */
  static Optional<String> read(String text, DraftBoard draft, Problems problems) {
    List<String> lines = text.lines().toList();
    long told = lines.stream().filter(l -> !l.isBlank() && !isRemark(l)).count();
    long fit = lines.stream().filter(l -> split(l) > 0).count();
    // A comma between places parts no columns.
    long columns =
        lines.stream()
            .filter(l -> !isRemark(l))
            .filter(l -> l.strip().substring(split(l)).matches(".*[,;\\t|].*"))
            .count();
    if (told == 0 || fit < MOST * told || columns > FEW * told) {
      return Optional.empty();
    }
    for (int i = 0; i < lines.size(); i++) {
      Stopping.check();
      String line = lines.get(i).strip();
      if (split(line) > 0) {
        for (String each : each(line)) {
          int split = split(each);
          part(each.substring(0, split), each.substring(split), i + 1, draft, problems);
        }
      } else if (!line.isEmpty() && !isRemark(line) && !HEADING.matcher(line).matches()) {
        problems.add(
            i + 1,
            "\""
                + DraftBoard.shortened(line)
                + "\" is no part; a line is a place and what is printed there, U14 74LS245");
      }
    }
    return Optional.of("parts list, a part a line");
  }

  /** The parts of a line that names several: {@code R1 = 1K, R2 = 2.2K}. */
  private static List<String> each(String line) {
    List<String> each = List.of(ONE_MORE.split(line, -1));
    return SAID_WITH.matcher(line).lookingAt() && each.stream().allMatch(l -> split(l.strip()) > 0)
        ? each.stream().map(String::strip).toList()
        : List.of(line);
  }

  private static void part(
      String places, String written, int line, DraftBoard draft, Problems problems) {
    String print = written.strip().replaceFirst("^[-–—=:]+\\s*", "");
    for (String name : DesignatorList.read(places.replace(":", " ")).names()) {
      if (draft.has(name)) {
        problems.add(line, name + " stands there twice; the first one is kept");
        continue;
      }
      draft
          .part(name, line)
          .ifPresent(
              part -> {
                part.fitted = !print.matches(CsvImport.NOT_FITTED);
                part.texts.add(DraftBoard.clean(print));
                part.value = DraftBoard.clean(print);
              });
    }
  }

  private static boolean isRemark(String line) {
    return line.strip().startsWith("#");
  }

  /**
   * Where the places end: behind the first word that is one, and behind what a comma, a dash or a
   * word such as "to" joins to it; 0 where a line begins with none. What only spaces divide from it
   * is print, though it look like a place: {@code U1 Z80A CPU}.
   */
  private static int split(String written) {
    String line = written.strip();
    if (line.length() > LONGEST_LINE) {
      return 0;
    }
    int best = 0;
    for (int at = 1; at < line.length(); at++) {
      boolean gap = Character.isWhitespace(line.charAt(at)) || line.charAt(at) == ':';
      if (!gap) {
        continue;
      }
      if (DesignatorList.looksLike(line.substring(0, at))) {
        best = at + (line.charAt(at) == ':' ? 1 : 0);
      }
      boolean goesOn =
          line.substring(0, at).matches("(?i).*([,;]|\\s(to|and|-|–|thru))")
              || line.substring(at).matches("(?i)\\s*(to|and|-|–|thru)\\s.*");
      if (!goesOn) {
        break;
      }
    }
    return best;
  }
}
