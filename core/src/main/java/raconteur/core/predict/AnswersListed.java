package raconteur.core.predict;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;

/**
 * Where nobody wrote down what leads to a processor's waits and interrupts, to the strobes and the
 * selects of memories and ports: the parts that are listed for them, such as a programmable chip
 * {@code dtack and interrupts}. What writes to memories is listed as strobes, what selects ports as
 * their decoder. What pins are called is by data books, what parts are listed for common practice,
 * no source.
 */
final class AnswersListed {
  private static final Map<Pattern, Pattern> LISTED = new LinkedHashMap<>();

  static {
    put("DTACK", "dtack|acknowledge|wait states?");
    put("WAIT|READY|RDY", "wait|wait states?|ready|dtack");
    put("HALT", "halt|reset|watchdog");
    put("F?IRQ|INT[0-9RA]?|IPL[0-9/]*", "interrupts?|irqs?|ints?|ipl");
    put("NMI", "nmi|interrupts?|watchdog");
    put("BERR", "berr|bus errors?|watchdog");
    put("BR|BUSR(?:E)?Q|HOLD|BGACK", "dma|bus request|arbiter|arbitration");
  }

  /** What leads to pins of memories, by the same two. */
  private static final Map<Pattern, Pattern> OF_MEMORIES = new LinkedHashMap<>();

  static {
    OF_MEMORIES.put(
        Pattern.compile("[/~_]?(?:RAS|CAS)"),
        Pattern.compile(
            "(?i).*\\b(?:ras|cas|refresh|d?ram (?:timing|control|controller)|memory"
                + " (?:timing|control|controller)|timing gates)\\b.*"));
    OF_MEMORIES.put(
        Pattern.compile("[/~_]?(?:CE|CS|E|S)[0-9]?"),
        Pattern.compile(
            "(?i).*\\b(?:(?:memory|address|rom|ram|main|map) (?:decod|select|map)[a-z]*|chip"
                + " selects?|decod(?:er|ing|e))\\b.*"));
  }

  private static final Pattern WRITES = Pattern.compile("[/~_]?(?:WE|W|WR|R/W|OE)");

  private static final Pattern STROBES =
      Pattern.compile(
          "(?i).*\\b(?:(?:write|read|memory|ram|rd/wr|r/w) (?:strobes?|enables?|gates?|pulse)"
              + "|strobes?|rd/wr|r/w|we|wr)\\b.*");

  private static final Pattern SELECTS = Pattern.compile("[/~_]?(?:CE|CS|CS[RW]|S|E)[0-9]?[*#_]?");

  /** Decoders of ports, and those that say no more than that they are some. */
  private static final Pattern OF_PORTS =
      Pattern.compile(
          "(?i).*\\b(?:(?:i/?o|port|peripheral|main|address) (?:decod|select|map)[a-z]*|chip"
              + " selects?|decod(?:er|ing|e))\\b.*");

  private static final Pattern OF_MEMORY =
      Pattern.compile("(?i)\\b(?:memory|ram|rom|eprom|bios|video ram|screen)\\b.*\\bdecod");

  static {
    OF_MEMORIES.put(WRITES, STROBES);
  }

  private AnswersListed() {}

  private static void put(String pins, String words) {
    LISTED.put(
        Pattern.compile("[/~_]?(?:" + pins + ")[*#_]?"),
        Pattern.compile("(?i).*\\b(?:" + words + ")\\b.*"));
  }

  /**
   * What chips are listed for that answer at a pin.
   *
   * @param unless what they are not listed for
   */
  private record Listing(Pattern words, Pattern unless) {}

  /** The chips that answer at an input of a processor, a memory or a port; none at other pins. */
  static List<String> parts(Board board, PinRef pin) {
    if (isOfAnOscillator(board, pin)) {
      return board.parts().stream()
          .filter(p -> p.fitted() && p.device().isCrystal())
          .map(Part::designator)
          .toList();
    }
    Optional<Listing> listing = board.part(pin.part()).flatMap(part -> listing(part, pin));
    return listing.isEmpty()
        ? List.of()
        : board.parts().stream()
            .filter(p -> p.fitted() && p.device().isChip() && !p.device().isProcessor())
            .filter(p -> !p.device().isRam() && !p.device().isRom())
            .filter(p -> listing.get().words().matcher(p.called()).matches())
            .filter(p -> !listing.get().unless().matcher(p.called()).find())
            .map(Part::designator)
            .toList();
  }

  private static final Pattern OSCILLATOR = Pattern.compile("(?i)\\b(?:osc|oscillator|crystal)\\b");

  /** What goes into the gates that keep a crystal going, on a board with one. */
  private static boolean isOfAnOscillator(Board board, PinRef pin) {
    return board
            .part(pin.part())
            .filter(p -> p.fitted() && p.device().isSmallLogic())
            .filter(p -> OSCILLATOR.matcher(p.purpose()).find())
            .flatMap(p -> p.device().pin(pin.number()))
            .filter(p -> p.kind() == PinKind.INPUT)
            .isPresent()
        && board.parts().stream().filter(p -> p.fitted() && p.device().isCrystal()).count() == 1;
  }

  /** A decoder of ports selects no memory. */
  private static final Pattern I_O =
      Pattern.compile("(?i)\\b(?:i/?o|port|ports|keyboard|sound|video ram)\\b.*\\bdecod");

  private static Optional<Listing> listing(Part part, PinRef pin) {
    boolean memory = part.device().isRam() || part.device().isRom() || part.device().isEprom();
    if (!part.fitted() || !part.device().isChip() || part.device().isSmallLogic()) {
      return Optional.empty();
    }
    Optional<String> name =
        part.device().pin(pin.number()).filter(p -> p.kind() == PinKind.INPUT).map(DevicePin::name);
    if (!memory && !part.device().isProcessor()) {
      return name.filter(n -> SELECTS.matcher(n).matches())
          .map(_ -> new Listing(OF_PORTS, OF_MEMORY));
    }
    return name.flatMap(
        n ->
            (memory ? OF_MEMORIES : LISTED)
                .entrySet().stream()
                    .filter(e -> e.getKey().matcher(n).matches())
                    .map(e -> new Listing(e.getValue(), I_O))
                    .findFirst());
  }
}
