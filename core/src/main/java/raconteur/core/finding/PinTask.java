package raconteur.core.finding;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.DevicePin;
import raconteur.core.device.Gate;
import raconteur.core.device.PinKind;
import raconteur.core.device.PinRole;

/** What pins are there for as people call them: a part's outputs, its enable, its select. */
final class PinTask {
  private static final int MOST_SHOWN = 4;

  /** What data books call in two letters: the two words, and those. */
  static final Map<List<String>, String> LETTERS =
      Map.of(
          List.of("output", "enable"), "oe",
          List.of("write", "enable"), "we",
          List.of("chip", "enable"), "cs",
          List.of("chip", "select"), "cs");

  private PinTask() {}

  /** A task in as few letters as data books call it by. */
  static String inLetters(String task) {
    String plain = task.toLowerCase(Locale.ROOT);
    return LETTERS.getOrDefault(List.of(plain.split(" ", -1)), plain);
  }

  /** The pins of a part a word stands for, in the order of the device; none for any other word. */
  static List<String> pins(Part part, String word) {
    return named(part, word).stream()
        .flatMap(task -> part.device().pins().stream().filter(task))
        .map(pin -> part.pin(pin.number()).toString())
        .toList();
  }

  /**
   * One of several by its number: {@code output 4} of gates is 4Y; of a part nobody described it is
   * the pin. Empty where it may be either.
   */
  static Optional<String> numbered(Part part, String word, String number) {
    if (part.device().isUnknown()) {
      return part.device().pin(number).map(p -> part.pin(p.number()).toString());
    }
    List<String> all =
        named(part, word).stream()
            .flatMap(task -> part.device().pins().stream().filter(task))
            .filter(p -> p.name().replaceAll("[^0-9]", "").equals(number))
            .map(p -> part.pin(p.number()).toString())
            .toList();
    return all.size() == 1 ? Optional.of(all.getFirst()) : Optional.empty();
  }

  /** The inputs of the one gate behind an output. */
  static List<String> inputsOf(Part part, PinRef output) {
    List<Gate> gates =
        part.device().pins().stream()
            .filter(p -> part.pin(p.number()).equals(output))
            .flatMap(p -> part.device().gates().stream().filter(g -> g.output().equals(p.name())))
            .toList();
    if (gates.size() != 1) {
      return List.of();
    }
    List<DevicePin> all =
        gates.getFirst().inputs().stream()
            .flatMap(name -> part.device().pinNamed(name).stream())
            .filter(p -> p.kind() == PinKind.INPUT)
            .toList();
    // Of a selector both inputs are what it selects from.
    List<DevicePin> passed = all.stream().filter(p -> isInput(part, p)).toList();
    return (passed.size() > 1 ? passed : all)
        .stream().map(p -> part.pin(p.number()).toString()).toList();
  }

  /** All pins of a port by its letter. */
  static List<String> port(Part part, String letter) {
    return part.device().pins().stream()
        .filter(p -> p.name().matches("(?i)P" + letter + "[0-7]"))
        .map(p -> part.pin(p.number()).toString())
        .toList();
  }

  /** Of several pins a word stands for, the plainest: of a timer its OUT is the output. */
  private static final Set<String> PLAINEST =
      Set.of("EXTAL", "CLK", "OUT", "Q", "QH", "Y", "S", "/CE", "/CS", "CS", "/CS1", "/CE1");

  /** The pins a word stands for, or the one of them that is called so most plainly. */
  static List<String> plainest(Part part, String word) {
    List<String> all = pins(part, word);
    List<String> plain =
        all.stream()
            .filter(p -> PLAINEST.contains(name(part, p).toUpperCase(Locale.ROOT)))
            .toList();
    return all.size() > 1 && plain.size() == 1 ? plain : all;
  }

  private static Optional<Predicate<DevicePin>> named(Part part, String word) {
    return switch (word.toLowerCase(Locale.ROOT)) {
      case "output", "outputs", "out" -> Optional.of(PinTask::isOutput);
      case "input", "inputs" -> Optional.of(p -> isInput(part, p));
      case "enable", "enables" ->
          Optional.of(p -> !p.kind().drives() && PinRole.ENABLE.fits(p.name()));
      case "select", "selects" ->
          Optional.of(
              p -> !p.kind().drives() && (PinRole.SELECT.fits(p.name()) || selects(part, p)));
      case "reset" -> Optional.of(p -> p.kind().reads() && PinRole.RESET.fits(p.name()));
      case "cs", "ce" ->
          Optional.of(
              p ->
                  !p.kind().drives()
                      && p.name().matches("(?i)[/~_]?(CE|CS|S|E|CS[RW])[0-9]?[AB]?"));
      case "oe" ->
          Optional.of(
              p -> !p.kind().drives() && p.name().matches("(?i)[/~_]?[12]?(OE|OC|G)[12]?[AB]?"));
      case "we" ->
          Optional.of(p -> !p.kind().drives() && p.name().matches("(?i)[/~_]?(WE|W|WR|R/W)"));
      case "wr" -> Optional.of(p -> p.name().matches("(?i)[/~_]?(WR|WE|W|R/W)"));
      case "rd" -> Optional.of(p -> p.name().matches("(?i)[/~_]?(RD|R)"));
      case "address" -> Optional.of(p -> p.name().matches("(?i)AD?[0-9]{1,2}"));
      case "data" -> Optional.of(p -> p.name().matches("(?i)A?D[0-9]{1,2}"));
      case "carry" -> Optional.of(p -> p.name().matches("(?i)[/~]?(RCO|RC|TC|CO|COUT|C4)[12]?"));
      case "clear", "clears" ->
          Optional.of(p -> p.name().matches("(?i)[/~]?[12]?(CLR|MR|CL|CD)[12]?"));
      case "preset", "presets" ->
          Optional.of(p -> p.name().matches("(?i)[/~]?[12]?(PR|PRE|SET|SD)[12]?"));
      case "clock", "clocks", "clk" ->
          Optional.of(
              p ->
                  !p.kind().drives()
                      && (PinRole.CLOCK.fits(p.name()) || PinRole.COUNTS_BY.fits(p.name())));
      case "strobe" -> Optional.of(p -> p.name().matches("(?i)[/~]?(STB|STROBE|G)[12]?"));
      case "load" -> Optional.of(p -> p.name().matches("(?i)[/~]?(LD|LOAD|PE|PL|SH/?LD)"));
      case "direction", "dir" -> Optional.of(p -> p.name().matches("(?i)DIR|DT/?R|T/?R|SEND"));
      default -> Optional.empty();
    };
  }

  /** What goes in, and not what says whether it does: that stands still on many boards. */
  private static boolean isInput(Part part, DevicePin pin) {
    return pin.kind() == PinKind.INPUT
        && !selects(part, pin)
        && !PinRole.ENABLE.fits(pin.name())
        && !PinRole.SELECT.fits(pin.name())
        && !PinRole.HOLDS.fits(pin.name())
        && !PinRole.COUNTS_BY.fits(pin.name());
  }

  /** Whether a pin of a selector says which of its inputs comes through. */
  private static boolean selects(Part part, DevicePin pin) {
    return part.device().title().contains("selector")
        && pin.kind() == PinKind.INPUT
        && pin.name().matches("[ABCS]|S[0-2]");
  }

  private static boolean isOutput(DevicePin pin) {
    return pin.kind().drives() && pin.kind() != PinKind.BIDIRECTIONAL;
  }

  /** What to say instead of one of several: {@code U14 enable high}. */
  static Optional<String> which(Board board, String line) {
    String[] words = line.strip().split("\\s+", -1);
    Optional<Part> part = board.partCalled(words[0]);
    if (words.length < 2 || part.isEmpty()) {
      return Optional.empty();
    }
    List<String> pins = pins(part.get(), words[1]);
    return pins.size() < 2
        ? Optional.empty()
        : Optional.of(
            "“"
                + words[1]
                + "” of "
                + part.get().designator()
                + " may be "
                + pins.stream()
                    .limit(MOST_SHOWN)
                    .map(p -> p + " (" + name(part.get(), p) + ")")
                    .collect(Collectors.joining(", "))
                + (pins.size() > MOST_SHOWN ? " or others" : "")
                + ": say which, for example "
                + pins.getFirst()
                + " high.");
  }

  private static String name(Part part, String pin) {
    return part.device()
        .pin(pin.substring(pin.lastIndexOf('.') + 1))
        .map(DevicePin::name)
        .orElse("?");
  }
}
