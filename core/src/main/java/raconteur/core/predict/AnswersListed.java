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
 * Where nobody wrote down what leads to a processor's waits and interrupts: the parts that are
 * listed for them, such as a programmable chip {@code dtack and interrupts}. What pins are called
 * is by data books, what parts are listed for common practice, no source.
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

  private AnswersListed() {}

  private static void put(String pins, String words) {
    LISTED.put(
        Pattern.compile("[/~_]?(?:" + pins + ")[*#_]?"),
        Pattern.compile("(?i).*\\b(?:" + words + ")\\b.*"));
  }

  /** The chips that answer at an input of a processor; none at any other pin. */
  static List<String> parts(Board board, PinRef pin) {
    Optional<Pattern> words =
        board
            .part(pin.part())
            .filter(p -> p.fitted() && p.device().isProcessor())
            .flatMap(p -> p.device().pin(pin.number()))
            .filter(p -> p.kind() == PinKind.INPUT)
            .map(DevicePin::name)
            .flatMap(AnswersListed::words);
    return words.isEmpty()
        ? List.of()
        : board.parts().stream()
            .filter(p -> p.fitted() && p.device().isChip() && !p.device().isProcessor())
            .filter(p -> words.get().matcher(p.called()).matches())
            .map(Part::designator)
            .toList();
  }

  private static Optional<Pattern> words(String pin) {
    return LISTED.entrySet().stream()
        .filter(e -> e.getKey().matcher(pin).matches())
        .map(Map.Entry::getValue)
        .findFirst();
  }
}
