package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;

/**
 * What is said of all the pins a part has for one thing: {@code BIOS never selected}, {@code U34
 * enables all right}, {@code U35 inputs ok}, {@code CPU side of U36 active}. Come to lines at those
 * pins by their numbers.
 *
 * <p>Cost: seven patterns a line; the board's parts by name where one fits.
 */
final class TasksInWords {
  private static final String NOT = "never|not|isn['’]?t|aren['’]?t|no longer";
  private static final String IS = "(?: (?:is|are|was|were|gets?|getting|being|ever|chip|itself))*";
  private static final String ALL = "(?: (?:are|is|look|looks|all|both|seem|seems|do|does))*";
  private static final String MOVES =
      "wiggl\\w+|toggl\\w+|chang\\w+|mov\\w+|puls\\w+|activ\\w+|busy|alive|clocking|swing\\w*";
  private static final String WELL =
      "ok|okay|good|fine|all right|alright|normal|correct|right|present|there|working";
  private static final String STILL =
      "dead|static|still|stuck|quiet|silent|inactive|flat|nothing|not moving|never moves"
          + "|no activity|no signals?|floating|high|low";

  /** {@code BIOS never selected}. */
  private static final Pattern SELECTED =
      pattern(
          "(?:the )?(?<part>.{2,30}?)"
              + IS
              + "(?<not> (?:"
              + NOT
              + "))?"
              + IS
              + " (?<how>selected|enabled|addressed)(?: (?:ok|okay|fine|all right|properly|at"
              + " all|ever))*");

  private static final Pattern ENABLES =
      pattern(
          "(?:the )?(?<part>.{2,30}?) enables?(?: pins| lines| inputs)?"
              + ALL
              + " (?:"
              + WELL
              + "|asserted|active|met)");

  private static final Pattern INPUTS =
      pattern(
          "(?:the )?(?<part>.{2,30}?)(?: (?:select|address|data))? inputs?"
              + ALL
              + " (?:"
              + MOVES
              + "|(?<well>"
              + WELL
              + "))");

  private static final Pattern NONE =
      pattern(
          "(?:no|none of the) outputs? (?:from|of|at|on) (?:the )?(?<part>.{2,30}?)(?: (?:ever|at"
              + " all|moves?|toggles?|changes?|works?|is|are|there|active|moving))*|(?:the"
              + " )?(?<owner>.{2,30}?) (?:has|have|gives?|shows?|puts out) (?:no|nothing at its)"
              + " outputs?(?: at all)?");

  /** Of a chip whose pins nobody described: nothing comes out of it. */
  private static final Pattern OUTPUT_DEAD =
      pattern(
          "(?:the )?(?<part>\\S+)(?: (?:pin|leg) [0-9]+)? (?:outputs? (?:is |are |pin )*(?:"
              + STILL
              + ")|(?:has )?no outputs?)(?: .*)?|(?:nothing|no (?:signal|output|activity))"
              + " (?:from|out of) (?:(?:pin|leg) [0-9]+ (?:of|at) )?(?<owner>\\S+)(?:"
              + " output)?");

  private static final String SIDE =
      "(?:the"
          + " )?(?<side>a|b|cpu|processor|memory|ram|rom|port|cartridge|slot|input|output|peripheral)"
          + " side";

  private static final String SHOWN =
      ALL
          + " (?:(?<moves>"
          + MOVES
          + "|"
          + WELL
          + ")|stuck (?<stuck>high|low)|(?<still>"
          + STILL
          + "))";

  private static final Pattern OF_A_SIDE =
      pattern(SIDE + "(?: of| on| at)? (?:the )?(?<part>.{2,30}?)" + SHOWN);

  private static final Pattern AT_A_SIDE = pattern("(?<part>.{2,30}?) " + SIDE + SHOWN);

  /** Where no net says it, the processor is on side A, as mostly (common practice, no source). */
  private static final Set<String> SIDE_A = Set.of("a", "cpu", "processor", "input");

  private static final Set<String> BY_LETTER = Set.of("a", "b", "input", "output");

  private TasksInWords() {}

  private static Pattern pattern(String said) {
    return Pattern.compile("(?i)" + said);
  }

  /** The usual line; empty where nothing is said of pins by what they are for. */
  static Optional<String> named(Board board, String plain) {
    String line = plain.strip();
    return none(board, NONE.matcher(line))
        .or(() -> undescribed(board, OUTPUT_DEAD.matcher(line)))
        .or(() -> selected(board, SELECTED.matcher(line)))
        .or(() -> enables(board, ENABLES.matcher(line)))
        .or(() -> inputs(board, INPUTS.matcher(line)))
        .or(() -> side(board, OF_A_SIDE.matcher(line)))
        .or(() -> side(board, AT_A_SIDE.matcher(line)));
  }

  private static Optional<Part> chip(Board board, Matcher told) {
    return told.matches() ? chip(board, told.group("part").strip()) : Optional.empty();
  }

  /** One that is named by its place, or by what it is: what it is there for may be enabled, too. */
  private static boolean isNamed(Board board, Matcher told) {
    return !PartsByKind.only(board, told.group("part").strip()).isEmpty();
  }

  private static Optional<Part> chip(Board board, String name) {
    List<Part> called = PinsByName.parts(board, name);
    List<Part> parts =
        (called.isEmpty() ? TrialInWords.parts(board, name) : called)
            .stream().filter(p -> p.fitted() && p.device().isChip()).toList();
    List<Part> programs = PinsByName.ofPrograms(parts);
    return programs.size() == 1 ? Optional.of(programs.getFirst()) : Optional.empty();
  }

  private static String either(Matcher told) {
    return told.group("part") == null ? told.group("owner") : told.group("part");
  }

  private static Optional<String> none(Board board, Matcher told) {
    return told.matches()
        ? chip(board, either(told))
            .map(part -> PinTask.pins(part, "outputs"))
            .filter(pins -> !pins.isEmpty())
            .map(pins -> String.join(" ", pins) + " 0 Hz")
        : Optional.empty();
  }

  private static Optional<String> undescribed(Board board, Matcher told) {
    return told.matches()
        ? board
            .partCalled(either(told))
            .filter(p -> p.device().isUnknown())
            .map(p -> "function " + p.designator() + " bad")
        : Optional.empty();
  }

  private static Optional<String> selected(Board board, Matcher told) {
    return chip(board, told)
        .filter(_ -> !told.group("how").equalsIgnoreCase("enabled") || isNamed(board, told))
        .flatMap(
            part -> {
              List<String> pins = selects(part);
              boolean never = told.group("not") != null;
              long ways = pins.stream().map(pin -> isLow(part, pin)).distinct().count();
              if (pins.isEmpty() || (never && ways > 1)) {
                return Optional.empty();
              }
              // Logic is let through for good; what is on a bus is selected now and then.
              return Optional.of(
                  never || part.device().isSmallLogic()
                      ? levels(part, pins, !never)
                      : String.join(" ", pins) + " toggling");
            });
  }

  private static List<String> selects(Part part) {
    return Stream.of("cs", "select", "enable")
        .map(task -> PinTask.plainest(part, task))
        .filter(pins -> !pins.isEmpty())
        .findFirst()
        .orElse(List.of());
  }

  private static Optional<String> enables(Board board, Matcher told) {
    return chip(board, told)
        .map(part -> levels(part, PinTask.pins(part, "enable"), true))
        .filter(line -> !line.isEmpty());
  }

  /** Of these, inputs that are well move; a gate's may be well and stand. */
  private static final Pattern SELECTS = pattern("\\b(?:decoder|selector|multiplexer)");

  private static Optional<String> inputs(Board board, Matcher told) {
    return chip(board, told)
        .filter(_ -> isNamed(board, told))
        .filter(part -> told.group("well") == null || SELECTS.matcher(part.device().title()).find())
        .map(part -> PinTask.pins(part, "inputs"))
        .filter(pins -> !pins.isEmpty())
        .map(pins -> String.join(" ", pins) + " toggling");
  }

  /** Each pin at the level that lets its part work, or at the other, where it should not stay. */
  private static String levels(Part part, List<String> pins, boolean working) {
    return pins.stream()
        .map(
            pin ->
                pin + (working ? " " : " stuck ") + (isLow(part, pin) == working ? "low" : "high"))
        .collect(Collectors.joining(Rewordings.AND));
  }

  private static boolean isLow(Part part, String pin) {
    String number = pin.substring(pin.lastIndexOf('.') + 1);
    return part.device().pin(number).filter(p -> p.name().matches("[/~_].*")).isPresent();
  }

  /** One side of what stands between two buses. */
  private static Optional<String> side(Board board, Matcher told) {
    return chip(board, told)
        .flatMap(
            part ->
                isSideA(board, part, told.group("side").toLowerCase(Locale.ROOT))
                    .map(isA -> ofASide(part, isA)))
        .filter(pins -> !pins.isEmpty())
        .map(pins -> String.join(" ", pins) + " " + shown(told));
  }

  private static String shown(Matcher told) {
    if (told.group("moves") != null) {
      return "toggling";
    }
    String still = told.group("stuck") == null ? told.group("still") : told.group("stuck");
    return told.group("stuck") != null
        ? "stuck " + still
        : still.matches("(?i)high|low|floating") ? still.toLowerCase(Locale.ROOT) : "0 Hz";
  }

  /** Which side is meant; empty where nets are known and do not tell which is the processor's. */
  private static Optional<Boolean> isSideA(Board board, Part part, String side) {
    boolean near = SIDE_A.contains(side);
    if (board.nets().isEmpty() || BY_LETTER.contains(side)) {
      return Optional.of(near);
    }
    boolean a = isAtAProcessor(board, ofASide(part, true));
    boolean b = isAtAProcessor(board, ofASide(part, false));
    return a == b ? Optional.empty() : Optional.of(near == a);
  }

  private static boolean isAtAProcessor(Board board, List<String> pins) {
    return pins.stream()
        .flatMap(pin -> board.netOf(PinRef.parse(pin)).stream())
        .flatMap(net -> net.path().stream())
        .anyMatch(pin -> board.part(pin.part()).filter(p -> p.device().isProcessor()).isPresent());
  }

  private static List<String> ofASide(Part part, boolean isA) {
    List<String> lettered =
        pins(
            part,
            p -> p.kind() == PinKind.BIDIRECTIONAL && p.name().matches(isA ? "A[0-9]" : "B[0-9]"));
    boolean passes =
        part.device().title().matches("(?i).*\\b(?:buffers?|drivers?|transceivers?)\\b.*");
    return lettered.isEmpty() && passes ? PinTask.pins(part, isA ? "inputs" : "outputs") : lettered;
  }

  private static List<String> pins(Part part, Predicate<DevicePin> meant) {
    return part.device().pins().stream()
        .filter(meant)
        .map(p -> part.pin(p.number()).toString())
        .toList();
  }
}
