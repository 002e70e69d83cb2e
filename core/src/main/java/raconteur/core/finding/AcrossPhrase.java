package raconteur.core.finding;

import java.util.Optional;
import raconteur.core.board.Part;
import raconteur.core.device.Device;

/**
 * What a meter shows across a part with two ends, {@code R14 1.2 Mohm}, {@code F1 OL}, {@code BT1
 * 2.1 V}, {@code D3 0.62 V}, and the alternating volts that come to any part: {@code J1 9.1 Vac}.
 */
final class AcrossPhrase {
  private static final double MOST_VOLTS_ACROSS = 60;

  private AcrossPhrase() {}

  /**
   * Whether ohms or volts across a part are one thing to say, without naming pins: of resistors in
   * one package those of the one that is off.
   */
  static boolean fits(Device device) {
    return device.isResistor()
        || (device.pins().size() == 2 && (!device.isCapacitor() || device.isCell()));
  }

  /** Reads the figure, where it is one across a part; empty for what a capacitor measures. */
  static Optional<Understanding> read(Words words, BenchContext context, Part part) {
    Device device = part.device();
    if (device.isCell() && ofACapacitor(words)) {
      return Optional.empty();
    }
    if (!device.isCell() && fits(device)) {
      Optional<Double> coded = Quantities.ohmsOf(words.peek());
      if (coded.isPresent() && !words.peek().matches("[0-9.,]+")) {
        words.skip();
        words.end();
        return Optional.of(ohms(words, part, coded.get()));
      }
    }
    Words.Measured measured =
        device.isCell()
            ? words.quantity(Unit.VOLT, Unit.ALTERNATING)
            : fits(device)
                ? words.quantity(Unit.OHM, Unit.VOLT, Unit.CELSIUS, Unit.ALTERNATING)
                : words.quantity(Unit.CELSIUS, Unit.ALTERNATING, Unit.OHM);
    words.end();
    if (measured.kind() == Unit.OHM && !fits(device)) {
      throw words.refuse(
          PartPhrase.named(part)
              + " has more than two ends: say the ohms of a pin, for example "
              + part.designator()
              + ".1 gnd 560 ohm.");
    }
    return Optional.of(
        switch (measured.kind()) {
          case CELSIUS -> PartPhrase.temperature(context, part, measured.value());
          case ALTERNATING -> alternating(words, part, measured.value());
          case VOLT -> volts(part, measured.value());
          default -> ohms(words, part, measured.value());
        });
  }

  private static boolean ofACapacitor(Words words) {
    return words.nextIs("OL")
        || words.peek().matches("(?i)[0-9.,]+(?:[uµμnp]f?|f|ohms?|Ω|ma|ua|[km]?r)")
        || (words.left() > 1 && words.next(1).matches("(?i)[uµμnp]?f|ohms?|Ω|[uµμ]a|ma"));
  }

  private static Understanding ohms(Words words, Part part, double ohms) {
    if (ohms < 0) {
      throw words.refuse(
          "A resistance is never below 0 Ω: type for example " + part.designator() + " 470 ohm.");
    }
    return new Understanding.Understood(
        new Finding.PartOhms(part.designator(), ohms),
        "Across " + PartPhrase.named(part) + ", power off: " + Quantities.ohms(ohms) + ".");
  }

  private static Understanding volts(Part part, double volts) {
    Finding reading = new Finding.PartVolts(part.designator(), volts);
    String said = "Across " + PartPhrase.named(part) + ": " + Quantities.volts(volts);
    return Math.abs(volts) > MOST_VOLTS_ACROSS
        ? new Understanding.Asked(reading, said + ": is that meant? Enter keeps it.")
        : new Understanding.Understood(reading, said + ".");
  }

  private static Understanding alternating(Words words, Part part, double volts) {
    if (volts < 0) {
      throw words.refuse("Alternating volts have no sign: type for example 9.1 Vac.");
    }
    Finding reading = new Finding.AlternatingVolts(part.designator(), volts);
    String said = "Alternating at " + PartPhrase.named(part) + ": " + Quantities.volts(volts);
    return volts > MOST_VOLTS_ACROSS
        ? new Understanding.Asked(
            reading,
            said
                + ". That can kill, and is for those licensed to open mains parts. Enter keeps"
                + " it.")
        : new Understanding.Understood(reading, said + ".");
  }
}
