package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
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
      "(?<volts>nothing|no (?:volts|voltage|power|supply|[-+]?[0-9]+ ?V)"
          + "|[-+]?[0-9]+(?:[.,][0-9]+)? ?V)";

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
                  + "(?<part>.+?)(?: (?:at all|is|are|ok|okay|good|fine|present|there|only))*"),
          // What it should be may stand before: +5V after the regulator is 1.2V.
          Pattern.compile(
              "(?i)(?:[-+]?[0-9]+V |the volts? |voltage |the voltage )?"
                  + SIDE
                  + "(?<part>\\S+)(?: is| reads| measures| i read| there is| i get| only| just)* "
                  + VOLTS));

  private static final Pattern NOWHERE =
      Pattern.compile(
          "(?i)(?:there (?:is|are) )?no (?:volts|voltages?|supply|rails?)"
              + " (?:anywhere|at all|whatsoever|on the board|on any rail)(?: .*)?");

  private static final Pattern OF_A_DIODE =
      Pattern.compile(
          "(?i)(?<part>(?:D|CR|ZD)[0-9]{1,3})\\.(?<leg>[AK]) (?<volts>[-+]?[0-9]+(?:[.,][0-9]+)?"
              + " ?V)");

  private static final Pattern UNREGULATED =
      Pattern.compile(
          "(?i)(?:the )?(?:unregulated|raw|unreg)(?: supply| rail| voltage| dc| input)?"
              + " (?:is |reads |measures |at )*(?<volts>[0-9]+(?:[.,][0-9]+)? ?V)");

  /** {@code ripple of 1.2V at C1}. */
  private static final List<Pattern> RIPPLE =
      List.of(
          Pattern.compile(
              "(?i)(?:about |some |around )*(?<volts>[0-9.,]+ ?m?V)(?: pp| p-p| peak[- ]to[- ]peak|"
                  + " of| ac)* (?:ripple|hum) (?:on|at|across|over) (?:the )?(?<part>\\S+)"),
          Pattern.compile(
              "(?i)(?:ripple|hum) (?:of |is |about )*(?<volts>[0-9.,]+ ?m?V)(?: pp| p-p| peak[-"
                  + " ]to[- ]peak)? (?:on|at|across|over) (?:the )?(?<part>\\S+)"));

  private static final Set<String> BEFORE = Set.of("before", "in front of", "ahead of", "into");
  private static final Set<String> AT = Set.of("at", "on");

  private VoltsOnTheWay() {}

  /** The line as a reading of what is meant; empty where it says nothing of that kind. */
  static Optional<String> named(Board board, String plain) {
    if (NOWHERE.matcher(plain.strip()).matches()) {
      return raw(board).map(rail -> rail.name() + " 0 V");
    }
    Matcher unregulated = UNREGULATED.matcher(plain.strip());
    if (unregulated.matches()) {
      return raw(board)
          .filter(rail -> board.rails().contains(rail))
          .map(rail -> rail.name() + " " + unregulated.group("volts"));
    }
    Matcher diode = OF_A_DIODE.matcher(plain.strip());
    if (diode.matches()) {
      String side = diode.group("leg").equalsIgnoreCase("A") ? "before" : "behind";
      return PartsByKind.only(board, diode.group("part")).stream()
          .flatMap(p -> line(board, p, side).stream())
          .map(rail -> rail.name() + " " + diode.group("volts"))
          .findFirst();
    }
    Matcher nominal = AT_A_PART.matcher(plain.strip());
    if (nominal.matches()) {
      Optional<String> far = farVolts(board, nominal);
      if (far.isPresent()) {
        return far;
      }
    }
    return Stream.concat(
            matching(SAID, plain).flatMap(said -> reading(board, said).stream()),
            matching(RIPPLE, plain).flatMap(said -> ripple(board, said).stream()))
        .findFirst();
  }

  /** What the regulators are fed with, or else the only rail. */
  private static Optional<Rail> raw(Board board) {
    return board.rails().stream()
        .filter(r -> r.volts() > 0)
        .flatMap(r -> board.rail(r.from()).stream())
        .filter(board.rails()::contains)
        .findFirst()
        .or(() -> board.rails().stream().filter(r -> r.volts() > 0).findFirst());
  }

  /** {@code 12V at U7 ok} where that is a rail, and the part no part of its way. */
  private static Optional<String> farVolts(Board board, Matcher said) {
    double volts = Double.parseDouble(said.group("volts").replace(',', '.'));
    List<Part> parts = PartsByKind.only(board, said.group("part"));
    return board.rails().stream()
        .filter(r -> r.volts() == volts && parts.size() == 1)
        .filter(_ -> parts.getFirst().device().isChip())
        .filter(_ -> line(board, parts.getFirst(), "at").isEmpty())
        .findFirst()
        .map(r -> r.name() + " at " + parts.getFirst().designator() + " " + said.group("volts"));
  }

  private static final Pattern AT_A_PART =
      Pattern.compile(
          "(?i)(?:there is |i have |got )?(?<volts>[-+]?[0-9]+(?:[.,][0-9]+)?) ?V (?:is )?"
              + "(?:at|on) (?<part>\\S+) (?:is )?(?:ok|good|fine|present|there)");

  private static Stream<Matcher> matching(List<Pattern> forms, String plain) {
    return forms.stream().map(form -> form.matcher(plain.strip())).filter(Matcher::matches);
  }

  private static Optional<String> reading(Board board, Matcher said) {
    List<Part> parts = onTheWay(board, PartsByKind.only(board, said.group("part")));
    String side = said.group("side").toLowerCase(Locale.ROOT);
    String volts = said.group("volts").toLowerCase(Locale.ROOT);
    return parts.size() == 1
        ? line(board, parts.getFirst(), side)
            .map(Rail::name)
            .map(rail -> rail + (volts.startsWith("no") ? " 0 V" : " " + said.group("volts")))
        : Optional.empty();
  }

  /** Of several switches the one that the supply comes through. */
  private static List<Part> onTheWay(Board board, List<Part> parts) {
    return parts.size() == 1
        ? parts
        : parts.stream()
            .filter(
                p -> board.supplies().stream().anyMatch(r -> r.madeBy().contains(p.designator())))
            .toList();
  }

  private static Optional<String> ripple(Board board, Matcher said) {
    List<Part> parts = PartsByKind.only(board, said.group("part"));
    return parts.size() == 1
        ? smoothed(board, parts.getFirst())
            .map(rail -> rail.name() + " ripple " + said.group("volts"))
        : Optional.empty();
  }

  /**
   * The supply a large capacitor holds up: by its pins, or where no net is known by what it is
   * listed for, which of a board with regulators is what feeds them (common practice, no source).
   */
  private static Optional<Rail> smoothed(Board board, Part part) {
    if (!part.device().isElectrolytic()) {
      return Optional.empty();
    }
    Optional<Rail> drawn =
        part.pins().stream()
            .flatMap(pin -> board.netOf(pin).stream())
            .flatMap(net -> board.railOfNet(net.name()).stream())
            .findFirst();
    if (drawn.isPresent() || !board.nets().isEmpty() || !part.isListedToSmooth()) {
      return drawn;
    }
    return board.supplies().stream()
        .filter(r -> !r.from().isEmpty() && board.rails().contains(r))
        .map(r -> board.rail(r.from()).filter(board.rails()::contains).orElse(r))
        .findFirst();
  }

  private static Optional<Rail> line(Board board, Part part, String side) {
    if (AT.contains(side) && part.device().isElectrolytic()) {
      return smoothed(board, part);
    }
    boolean passes = part.device().isSeries() || part.device().isKey();
    if (AT.contains(side) && !part.device().isContact() && !passes) {
      return Optional.empty();
    }
    List<Rail> made =
        board.supplies().stream().filter(r -> r.madeBy().contains(part.designator())).toList();
    // Of several that a switch makes, the one whose way is known.
    List<Rail> behind =
        made.size() < 2 ? made : made.stream().filter(r -> !r.from().isEmpty()).toList();
    boolean proven = behind.stream().anyMatch(board.rails()::contains);
    if (behind.size() != 1 || (AT.contains(side) && proven && !passes)) {
      // What a plug brings of a rail itself is said of the rail at the plug.
      return Optional.empty();
    }
    return BEFORE.contains(side)
        ? board.rail(behind.getFirst().from())
        : Optional.of(behind.getFirst());
  }
}
