package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.Rail;

/**
 * Volts said by what the supply comes through: {@code 9V at J5}, {@code nothing after the switch},
 * {@code 12V before the fuse}, {@code +5V after the regulator is 1.2V}. The line in front of such a
 * part, or behind it, is the one that is meant.
 *
 * <p>Cost: the supplies of the board for a line that is of this form.
 */
final class VoltsOnTheWay {
  private static final String VOLTS =
      "(?<volts>nothing|no (?:volts|voltage|power|supply)|[-+]?[0-9]+(?:[.,][0-9]+)? ?V)";

  private static final String SIDE =
      "(?<side>after|behind|past|beyond|through|out of|leaving|before|in front of|ahead of|into|at"
          + "|on) (?:the |my |its )?";

  private static final List<Pattern> SAID =
      List.of(
          Pattern.compile(
              "(?i)(?:there is |there's |i have |i get |got |get |only |just )*"
                  + VOLTS
                  + "(?: at all| there| comes| coming| gets| getting| goes| arrives| out| in| is)* "
                  + SIDE
                  + "(?<part>.+?)(?: at all)?"),
          // What it should be may stand before: +5V after the regulator is 1.2V.
          Pattern.compile(
              "(?i)(?:[-+]?[0-9]+V |the volts? |voltage |the voltage )?"
                  + SIDE
                  + "(?<part>\\S+)(?: is| reads| measures| i read| there is| i get| only| just)* "
                  + VOLTS));

  private static final Set<String> BEFORE = Set.of("before", "in front of", "ahead of", "into");
  private static final Set<String> AT = Set.of("at", "on");

  private VoltsOnTheWay() {}

  /** The line as a reading of what is meant; empty where it says nothing of that kind. */
  static Optional<String> named(Board board, String plain) {
    return SAID.stream()
        .map(form -> form.matcher(plain.strip()))
        .filter(Matcher::matches)
        .flatMap(said -> reading(board, said).stream())
        .findFirst();
  }

  private static Optional<String> reading(Board board, Matcher said) {
    List<Part> parts = PartsByKind.only(board, said.group("part"));
    String side = said.group("side").toLowerCase(Locale.ROOT);
    String volts = said.group("volts").toLowerCase(Locale.ROOT);
    return parts.size() == 1
        ? line(board, parts.getFirst(), side)
            .map(Rail::name)
            .map(rail -> rail + (volts.startsWith("no") ? " 0 V" : " " + said.group("volts")))
        : Optional.empty();
  }

  private static Optional<Rail> line(Board board, Part part, String side) {
    if (AT.contains(side) && (!part.device().isContact() || part.device().isKey())) {
      return Optional.empty();
    }
    List<Rail> behind =
        board.supplies().stream().filter(r -> r.madeBy().contains(part.designator())).toList();
    boolean proven = behind.stream().anyMatch(board.rails()::contains);
    if (behind.size() != 1 || (AT.contains(side) && proven)) {
      // What a plug brings of a rail itself is said of the rail at the plug.
      return Optional.empty();
    }
    return BEFORE.contains(side)
        ? board.rail(behind.getFirst().from())
        : Optional.of(behind.getFirst());
  }
}
