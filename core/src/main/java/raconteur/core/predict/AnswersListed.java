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
 * Where nobody wrote down what leads to a processor's waits and interrupts, to the strobes and to
 * the selects of memories: the parts that are listed for them, such as a programmable chip {@code
 * dtack and interrupts}. What pins are called is by data books, what parts are listed for common
 * practice, no source.
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

  private AnswersListed() {}

  private static void put(String pins, String words) {
    LISTED.put(
        Pattern.compile("[/~_]?(?:" + pins + ")[*#_]?"),
        Pattern.compile("(?i).*\\b(?:" + words + ")\\b.*"));
  }

  /** The chips that answer at an input of a processor or of a memory; none at any other pin. */
  static List<String> parts(Board board, PinRef pin) {
    Optional<Pattern> words = board.part(pin.part()).flatMap(part -> words(part, pin));
    return words.isEmpty()
        ? List.of()
        : board.parts().stream()
            .filter(p -> p.fitted() && p.device().isChip() && !p.device().isProcessor())
            .filter(p -> !p.device().isRam() && !p.device().isRom())
            .filter(p -> words.get().matcher(p.called()).matches() && !isForOthers(p))
            .map(Part::designator)
            .toList();
  }

  /** A decoder of ports selects no memory. */
  private static boolean isForOthers(Part part) {
    return I_O.matcher(part.called()).find();
  }

  private static final Pattern I_O =
      Pattern.compile("(?i)\\b(?:i/?o|port|ports|keyboard|sound|video ram)\\b.*\\bdecod");

  private static Optional<Pattern> words(Part part, PinRef pin) {
    boolean memory = part.device().isRam() || part.device().isRom() || part.device().isEprom();
    if (!part.fitted() || !(memory || part.device().isProcessor())) {
      return Optional.empty();
    }
    return part.device()
        .pin(pin.number())
        .filter(p -> p.kind() == PinKind.INPUT)
        .map(DevicePin::name)
        .flatMap(
            name ->
                (memory ? OF_MEMORIES : LISTED)
                    .entrySet().stream()
                        .filter(e -> e.getKey().matcher(name).matches())
                        .map(Map.Entry::getValue)
                        .findFirst());
  }
}
