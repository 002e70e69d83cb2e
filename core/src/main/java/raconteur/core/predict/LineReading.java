package raconteur.core.predict;

import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.finding.Finding;
import raconteur.core.finding.LogicLevels;

/**
 * What an instrument says of a line: a counter, a scope's levels or a reset reading say as much as
 * a logic probe would.
 *
 * @param shown what a logic probe may show where the instrument reads what it does: a line that
 *     floats and one that is fought over stand at much the same level
 * @param watched whether it was looked at until it was sure, as what is called stuck is
 */
record LineReading(PinRef pin, Set<Signal> shown, boolean watched) {

  private LineReading(PinRef pin, Set<Signal> shown) {
    this(pin, shown, false);
  }

  /**
   * @param rest where a reset line comes to rest on a good board
   * @return empty for what is no reading of a line
   */
  static Optional<LineReading> of(Finding finding, Signal rest) {
    return switch (finding) {
      case Finding.Probe probe ->
          Optional.of(new LineReading(probe.pin(), states(probe.shown()), probe.stuck()));
      case Finding.Noise(PinRef pin) ->
          Optional.of(new LineReading(pin, EnumSet.of(Signal.FLOATING, Signal.BETWEEN)));
      case Finding.PinVolts volts -> {
        Signal level = LogicLevels.of(volts.lowest(), volts.highest());
        yield Optional.of(
            new LineReading(
                volts.pin(),
                level == Signal.BETWEEN
                    ? EnumSet.of(Signal.BETWEEN, Signal.FLOATING)
                    : EnumSet.of(level)));
      }
      case Finding.Frequency frequency ->
          Optional.of(
              new LineReading(
                  frequency.pin(),
                  frequency.hertz() >= 1
                      ? EnumSet.of(Signal.TOGGLING)
                      : EnumSet.of(Signal.LOW, Signal.HIGH, Signal.FLOATING, Signal.BETWEEN),
                  frequency.hertz() == 0));
      // Let go or not: what is not at rest was never let go, whatever holds it.
      case Finding.ResetPulse reset ->
          Optional.of(
              new LineReading(
                  reset.pin(),
                  Double.isInfinite(reset.seconds())
                      ? EnumSet.complementOf(EnumSet.of(rest))
                      : EnumSet.of(rest)));
      case Finding _ -> Optional.empty();
    };
  }

  private static Set<Signal> states(Signal shown) {
    return switch (shown) {
      case STILL -> EnumSet.of(Signal.HIGH, Signal.LOW);
      case DOUBTFUL -> EnumSet.allOf(Signal.class);
      case TOGGLING, LOW, HIGH, BETWEEN, FLOATING -> EnumSet.of(shown);
    };
  }

  /** What the same instrument can show at that pin. */
  static List<Finding> outcomes(Finding finding) {
    return switch (finding) {
      case Finding.PinVolts(PinRef pin, _, _) ->
          List.of(
              new Finding.PinVolts(pin, 0.2, 3.4),
              new Finding.PinVolts(pin, 3.4, 3.4),
              new Finding.PinVolts(pin, 0.2, 0.2),
              new Finding.PinVolts(pin, 1.4, 1.4));
      case Finding.Frequency test -> List.of(test, new Finding.Frequency(test.pin(), 0));
      case Finding.ResetPulse test ->
          List.of(
              new Finding.ResetPulse(test.pin(), 0.1),
              new Finding.ResetPulse(test.pin(), Double.POSITIVE_INFINITY));
      case Finding.Noise noise -> List.of(noise);
      case Finding.Probe(PinRef pin, _, _) ->
          Stream.of(LineStates.STATES)
              .<Finding>map(state -> new Finding.Probe(pin, state))
              .toList();
      case Finding other -> throw new IllegalArgumentException("no reading of a line: " + other);
    };
  }
}
