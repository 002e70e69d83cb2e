package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Part;

/**
 * A clock called by its frequency: {@code no 32MHz at U45}, {@code 2.4576MHz ok}, {@code 8MHz
 * missing at U1}. It is read at the part's own clock pin where that has one, and otherwise is what
 * the crystal of that frequency makes.
 *
 * <p>Cost: one pattern a line; the board's parts where it fits.
 */
final class ClockByFrequency {
  private static final Pattern SAID =
      Pattern.compile(
          "(?i)(?:there is |there's )?(?<no>no )?(?:the )?(?<hertz>[0-9]+(?:[.,][0-9]+)?)"
              + " ?(?<unit>[kM]?Hz)(?: clock| signal| oscillation)?"
              + "(?: (?:is )?(?<state>ok|okay|good|fine|present|there|running|runs|missing|dead"
              + "|absent|gone|stopped))?"
              + "(?: (?:at|from|on|to|into|out of|reaching) (?:the )?(?<part>[A-Za-z0-9]{1,12}))?");

  private ClockByFrequency() {}

  /** The reading that is meant; empty where no part is, or nothing is said of the clock. */
  static Optional<String> named(Board board, String plain) {
    Matcher said = SAID.matcher(plain.strip());
    if (!said.matches()) {
      return Optional.empty();
    }
    String state = Optional.ofNullable(said.group("state")).orElse("").toLowerCase(Locale.ROOT);
    boolean missing = said.group("no") != null || state.matches("missing|dead|absent|gone|stopped");
    String where = Optional.ofNullable(said.group("part")).orElse("");
    if (!missing && state.isEmpty() && where.isEmpty()) {
      return Optional.empty();
    }
    String hertz = said.group("hertz").replace(',', '.') + " " + said.group("unit");
    return atPart(board, where)
        .map(pin -> pin + (missing ? " 0 Hz" : " " + hertz))
        .or(() -> crystal(board, said).map(pin -> pin + (missing ? " 0 Hz" : " toggling")));
  }

  private static Optional<String> atPart(Board board, String where) {
    List<Part> parts = PartsByKind.only(board, where);
    return parts.size() == 1
        ? Optional.of(PinTask.plainest(parts.getFirst(), "clock"))
            .filter(pins -> pins.size() == 1)
            .map(List::getFirst)
        : Optional.empty();
  }

  /** A pin of the only crystal or oscillator that is marked with the frequency. */
  private static Optional<String> crystal(Board board, Matcher said) {
    Pattern marked =
        Pattern.compile(
            "(?i)(?<![0-9.])"
                + Pattern.quote(said.group("hertz").replace(',', '.'))
                + "0* ?"
                + said.group("unit")
                + "?(?![0-9a-z])");
    List<Part> all =
        board.parts().stream()
            .filter(p -> p.fitted() && p.device().isCrystal())
            .filter(p -> marked.matcher(p.value().replace(',', '.')).find())
            .toList();
    return all.size() == 1
        ? Optional.of(all.getFirst().pins().getFirst().toString())
        : Optional.empty();
  }
}
