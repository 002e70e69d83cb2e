package raconteur.core.finding;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.regex.Pattern;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;

/**
 * What is measured at one pin: {@code U14.3 toggling} by a logic probe, {@code U14.3 gnd 560 ohm},
 * {@code U2.11 4 MHz}, {@code U8.18 released 120 ms}, {@code U8.18 held}, {@code U9.4 1.4 V},
 * {@code U9.4 swings 0.2 3.4 V}.
 */
final class PinPhrase implements Phrase {
  private static final Pattern BARE_VOLTS = Pattern.compile("[-−]?(?:[0-9]|1[0-5])(?:[.,][0-9]+)?");

  private static final List<String> WAYS =
      List.of(
          "toggling",
          "high",
          "low",
          "floating",
          "between",
          "stuck high",
          "stuck low",
          "noisy",
          "gnd",
          "released",
          "held",
          "swings",
          "16 MHz",
          "3.4 V");
  private static final List<String> LONGER =
      List.of("gnd", "held", "noisy", "released", "stuck", "swings");

  /** Before a level that should not stand there. */
  static final String STUCK = "stuck";

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

  /** What may be stuck. */
  private static final Map<String, Signal> LEVELS =
      Map.of("high", Signal.HIGH, "low", Signal.LOW, "h", Signal.HIGH, "l", Signal.LOW);

  @Override
  public boolean begins(Words words) {
    return words.peek().indexOf('.') > 0;
  }

  @Override
  public Understanding read(Words words, BenchContext context) {
    PinRef pin = words.pin();
    words.mayContinue(WAYS);
    String begun = words.peek().toLowerCase(Locale.ROOT);
    // A single h is high, a single n noisy.
    boolean unclear =
        !begun.isEmpty()
            && !begun.matches("[hn]")
            && LONGER.stream().anyMatch(w -> w.startsWith(begun) && !w.equals(begun));
    if (unclear) {
      return new Understanding.Unfinished(
          "Next comes noisy, stuck high or low, gnd and the ohms, swings and two levels, released"
              + " or held.");
    }
    if (words.nextIs("gnd")) {
      words.skip();
      double ohms = words.ohms();
      words.end();
      return toGround(words, context, pin, ohms);
    }
    if (words.nextIs("held") || words.nextIs("released")) {
      return reset(words, pin);
    }
    if (words.nextIs("swings")) {
      words.skip();
      double one = words.pinVolts();
      double other = words.pinVolts();
      words.end();
      return levels(words, pin, Math.min(one, other), Math.max(one, other));
    }
    if (words.peek().matches("[-−]?[0-9].*")) {
      // A small figure alone is what a meter shows.
      Words.Measured measured =
          BARE_VOLTS.matcher(words.peek()).matches() && words.isLast()
              ? words.quantity(Unit.VOLT, Unit.HERTZ)
              : words.quantity(Unit.HERTZ, Unit.VOLT);
      words.end();
      // A supply does not move: nothing there is no volts.
      return measured.kind() == Unit.VOLT || measured.value() == 0
          ? RailPhrase.atPin(words.board(), pin, measured.value())
              .orElseGet(
                  () ->
                      measured.kind() == Unit.VOLT
                          ? levels(words, pin, measured.value(), measured.value())
                          : frequency(words, pin, 0))
          : frequency(words, pin, measured.value());
    }
    if (words.nextIs("noisy") || words.nextIs("n")) {
      words.skip();
      words.end();
      return new Understanding.Understood(
          new Finding.Noise(pin),
          words.board().describe(pin) + " shows noise: it floats, or two outputs fight over it.");
    }
    boolean stuck = words.nextIs(STUCK);
    if (stuck) {
      words.skip();
      if (!words.more()) {
        return frequency(words, pin, 0);
      }
    }
    Signal shown = words.oneOf("what the probe shows", stuck ? LEVELS : STATES);
    words.end();
    Finding probe = new Finding.Probe(pin, shown, stuck);
    String sentence =
        "Probe at "
            + words.board().describe(pin)
            + ": "
            + (stuck ? "stuck " : "")
            + shown.name().toLowerCase(Locale.ROOT)
            + ".";
    if (context.partsOut().contains(pin.part())) {
      return new Understanding.Asked(
          probe, pin.part() + " is out of its socket; was the probe in the socket?");
    }
    return new Understanding.Understood(probe, sentence);
  }

  /**
   * {@code U23 pins t t l h …}: a probe taken round a part, pin by pin from pin 1; {@code -} leaves
   * one out.
   */
  static Understanding inOrder(Words words, Part part) {
    List<Statement> told = new ArrayList<>();
    StringBuilder line = new StringBuilder(part.designator() + " pins");
    int pins = part.pins().size();
    int at = 0;
    while (words.more()) {
      String word = words.peek().toLowerCase(Locale.ROOT);
      if (at == pins) {
        throw words.refuse(
            part.designator() + " has " + pins + " pins: one word each, - for one left out.");
      }
      PinRef pin = part.pins().get(at++);
      line.append(' ').append(word);
      words.skip();
      if (word.equals("n") || word.equals("noisy")) {
        told.add(new Finding.Noise(pin));
      } else if (STATES.containsKey(word)) {
        told.add(new Finding.Probe(pin, STATES.get(word)));
      } else if (!word.equals("-")) {
        throw words.refuse(
            "“"
                + Words.clip(word)
                + "” at pin "
                + at
                + " is no reading: t, h, l, f, b, n (noisy) or - for one left out.");
      }
    }
    if (told.isEmpty()) {
      return new Understanding.Unfinished(
          "Pin 1, pin 2 and so on: t, h, l, f, b, n (noisy), or - for one left out.");
    }
    Statement several =
        told.size() == 1 ? told.getFirst() : new Statement.Several(told, line.toString());
    return new Understanding.Understood(
        several,
        part.designator()
            + ", probed from pin 1: "
            + at
            + " of "
            + pins
            + " pins"
            + (at < pins ? "." : ", all round."));
  }

  private static Understanding toGround(
      Words words, BenchContext context, PinRef pin, double ohms) {
    Finding reading = new Finding.PinOhms(pin, ohms);
    String said = words.board().describe(pin) + " to ground, power off: " + Quantities.ohms(ohms);
    return context.partsOut().contains(pin.part())
        ? new Understanding.Asked(
            reading, pin.part() + " is out of its socket: the line without it? Enter keeps it.")
        : new Understanding.Understood(reading, said + ".");
  }

  private static Understanding reset(Words words, PinRef pin) {
    boolean held = words.nextIs("held");
    words.skip();
    double seconds = held ? Double.POSITIVE_INFINITY : words.atLeastZero(Unit.SECOND);
    words.end();
    String said = words.board().describe(pin);
    return new Understanding.Understood(
        new Finding.ResetPulse(pin, seconds),
        held
            ? said + " never lets go after power-on."
            : said + " lets go " + Quantities.seconds(seconds) + " after power-on.");
  }

  private static Understanding levels(Words words, PinRef pin, double lowest, double highest) {
    Finding reading = new Finding.PinVolts(pin, lowest, highest);
    String said =
        words.board().describe(pin)
            + (lowest == highest
                ? " stands at " + Quantities.volts(lowest)
                : " swings from " + Quantities.volts(lowest) + " to " + Quantities.volts(highest));
    return lowest < -20 || highest > 40
        ? new Understanding.Asked(reading, said + ": is that meant? Enter keeps it.")
        : new Understanding.Understood(
            reading,
            said
                + ": "
                + LogicLevels.of(lowest, highest).name().toLowerCase(Locale.ROOT)
                + " by TTL levels.");
  }

  private static Understanding frequency(Words words, PinRef pin, double hertz) {
    if (hertz < 0) {
      throw words.refuse("There are no hertz below 0 here: type 16 MHz.");
    }
    Finding reading = new Finding.Frequency(pin, hertz);
    if (hertz == 0) {
      return new Understanding.Understood(
          reading, words.board().describe(pin) + " stands still: 0 Hz.");
    }
    String said = words.board().describe(pin) + " runs at " + Quantities.hertz(hertz);
    return hertz < 1 || hertz > 1e9
        ? new Understanding.Asked(reading, said + ": is that meant? Enter keeps it.")
        : new Understanding.Understood(reading, said + ".");
  }

  @Override
  public List<String> beginnings(Words words) {
    return words.board().parts().stream().map(Part::designator).toList();
  }

  @Override
  public String example() {
    return "U14.3 toggling";
  }

  @Override
  public List<String> examples() {
    return List.of(
        "U14.3 toggling",
        "U14.3 stuck high",
        "U14.3 noisy",
        "U22.5 gnd 5.2k",
        "U1.6 16 MHz",
        "U8.18 released 120 ms",
        "U8.18 held",
        "U9.4 1.4 V",
        "U9.4 swings 0.2 3.4 V");
  }
}
