package raconteur.core.finding;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;

/** {@code U14.3 toggling}: what the logic probe shows at a pin. */
final class PinPhrase implements Phrase {
  private static final Map<String, Signal> STATES = new LinkedHashMap<>();

  static {
    STATES.put("toggling", Signal.TOGGLING);
    STATES.put("high", Signal.HIGH);
    STATES.put("low", Signal.LOW);
    STATES.put("floating", Signal.FLOATING);
    STATES.put("between", Signal.BETWEEN);
    STATES.put("t", Signal.TOGGLING);
    STATES.put("h", Signal.HIGH);
    STATES.put("l", Signal.LOW);
    STATES.put("f", Signal.FLOATING);
    STATES.put("b", Signal.BETWEEN);
  }

  @Override
  public boolean begins(Words words) {
    return words.peek().indexOf('.') > 0;
  }

  @Override
  public Understanding read(Words words, BenchContext context) {
    PinRef pin = words.pin();
    Signal shown = words.oneOf("what the probe shows", STATES);
    words.end();
    Finding probe = new Finding.Probe(pin, shown);
    String sentence =
        "Probe at "
            + words.board().describe(pin)
            + ": "
            + shown.name().toLowerCase(Locale.ROOT)
            + ".";
    if (context.partsOut().contains(pin.part())) {
      return new Understanding.Asked(
          probe, pin.part() + " is out of its socket; was the probe in the socket?");
    }
    return new Understanding.Understood(probe, sentence);
  }

  @Override
  public List<String> beginnings(Words words) {
    return words.board().parts().stream().map(Part::designator).toList();
  }

  @Override
  public String example() {
    return "U14.3 toggling";
  }
}
