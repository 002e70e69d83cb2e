package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.device.PinRole;

/**
 * What is said of one of several processors by what it is there for: {@code sound cpu not running},
 * {@code sound reset high}, {@code main cpu has no clock}. Without the word it would be the main
 * one that is meant, or the sound.
 *
 * <p>Cost: one pattern a line; the board's parts where it fits.
 */
final class OtherProcessor {
  private static final Pattern SAID =
      Pattern.compile(
          "(?i)(?:the )?(?<what>sound|audio|music|video|sub|slave|second|i/?o|main|master|game)"
              + "(?: (?<cpu>cpu|processor|mpu))?(?:'s)? (?<rest>.+)");

  /** By what is said of it without its name, only these are its own. */
  private static final Pattern OF_A_PROCESSOR =
      Pattern.compile("(?i)(?:reset|halt|nmi|irq|firq|wait|busrq|m1) .+");

  private static final Pattern STOPPED =
      Pattern.compile(
          "(?i)(?:is )?(?:not running|dead|stopped|halted|hung|not doing anything|(?:does"
              + " not|doesn't|won't|will not) run)(?: at all)?");
  private static final Pattern RUNS =
      Pattern.compile("(?i)(?:is )?(?:running|runs|alive|working|works|executing)(?: .*)?");
  private static final Pattern NO_CLOCK =
      Pattern.compile(
          "(?i)(?:has |gets |with |is without )?(?:no clock|a dead clock|clock (?:is"
              + " )?(?:dead|missing|gone|absent))");
  private static final Pattern CLOCKED =
      Pattern.compile(
          "(?i)(?:has |gets )?(?:a |its )?clock(?: is)? ?(?:ok|okay|good|fine|present|there)?");
  private static final Pattern IN_RESET =
      Pattern.compile("(?i)(?:is )?(?:held|stuck|kept|stays?) in reset(?: .*)?");

  private static final Map<String, String> OTHER_WORDS =
      Map.of(
          "sound", "sound|audio|music", "audio", "sound|audio|music", "music", "sound|audio|music");

  private OtherProcessor() {}

  /** The usual line; empty where the board has no such processor, or one alone. */
  static Optional<String> named(Board board, String plain) {
    Matcher said = SAID.matcher(plain.strip());
    if (!said.matches()) {
      return Optional.empty();
    }
    String rest = said.group("rest");
    if (said.group("cpu") == null && !OF_A_PROCESSOR.matcher(rest).matches()) {
      return Optional.empty();
    }
    return processor(board, said.group("what").toLowerCase(Locale.ROOT))
        .flatMap(part -> line(part, rest));
  }

  private static Optional<Part> processor(Board board, String what) {
    List<Part> all =
        board.parts().stream().filter(p -> p.fitted() && p.device().isProcessor()).toList();
    Pattern words =
        Pattern.compile(
            "(?i)\\b(?:" + OTHER_WORDS.getOrDefault(what, Pattern.quote(what)) + ")\\b");
    List<Part> listed = all.stream().filter(p -> words.matcher(p.called()).find()).toList();
    return all.size() > 1 && listed.size() == 1 ? Optional.of(listed.getFirst()) : Optional.empty();
  }

  private static Optional<String> line(Part part, String rest) {
    String name = part.designator();
    if (STOPPED.matcher(rest).matches()) {
      return Optional.of(name + " stopped");
    }
    if (RUNS.matcher(rest).matches()) {
      return Optional.of(name + " runs");
    }
    List<String> clock = PinTask.plainest(part, "clock");
    if (clock.size() == 1 && NO_CLOCK.matcher(rest).matches()) {
      return Optional.of(clock.getFirst() + " 0 Hz");
    }
    if (clock.size() == 1 && CLOCKED.matcher(rest).matches()) {
      return Optional.of(clock.getFirst() + " toggling");
    }
    List<String> reset = PinTask.plainest(part, "reset");
    if (reset.size() == 1 && IN_RESET.matcher(rest).matches()) {
      return Optional.of(reset.getFirst() + (isLow(part) ? " low" : " high"));
    }
    return Optional.of(name + " " + rest);
  }

  /** Whether a processor is held while its reset is low: then it is written with a stroke. */
  private static boolean isLow(Part part) {
    return part.device().pins().stream()
        .anyMatch(p -> PinRole.RESET.fits(p.name()) && p.name().matches("[/~].*"));
  }
}
