package raconteur.core.predict;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;

/** What a logic probe shows at a pin. */
final class ProbeModel implements TestModel<ProbeModel.Seen> {
  private static final Seen UNCHANGED = new Seen(Optional.empty(), false, Optional.empty());

  /**
   * How much a line counts as it was in one simulated run. Measured over other power-ups of 150
   * boards with one fault, 99 lines of 100 are the same again, and 97 of 100 with two faults; a
   * real board is not the simulated one.
   */
  private static final double ONE_RUN = 0.9;

  private final NetPropagation nets;
  private final Activity activity;
  private final SimulatedLines simulated;
  private final Readings readings;
  private final PinRef pin;
  private final Optional<Signal> expected;
  private final boolean mayIdle;
  private final String idle;

  /**
   * What faults do to the pin.
   *
   * @param change the changed signal there, empty for none
   * @param idle whether the line may stand because the processor's program does not run
   * @param astray what the line does on the simulated board whose program goes astray, empty where
   *     it does not or where that is not known
   */
  record Seen(Optional<Signal> change, boolean idle, Optional<Signal> astray) {}

  /**
   * @param expected what the pin has to show by what was seen in front of it, where that is known;
   *     then only faults between there and here make a difference
   * @param programRuns what other lines say of the processor, empty where they do not
   */
  ProbeModel(
      NetPropagation nets,
      Activity activity,
      SimulatedLines simulated,
      Readings readings,
      PinRef pin,
      Optional<Signal> expected,
      Optional<Boolean> programRuns) {
    this.nets = nets;
    this.activity = activity;
    this.simulated = simulated;
    this.readings = readings;
    this.pin = pin;
    this.expected = expected;
    this.mayIdle =
        expected.isEmpty()
            && programRuns.orElse(false).equals(false)
            && activity.needsProcessor(pin)
            && simulated.healthy(pin).or(() -> nets.healthy(pin)).stream()
                .allMatch(s -> s == Signal.TOGGLING);
    this.idle = programRuns.isPresent() ? "halted" : "idle";
  }

  @Override
  public Seen none() {
    return UNCHANGED;
  }

  @Override
  public Seen effectOf(Fault fault) {
    boolean explained = expected.isPresent() && !nets.actsAt(fault, pin);
    if (explained) {
      return UNCHANGED;
    }
    Optional<Signal> change = nets.changeAt(fault, pin);
    if (simulated.knows(fault, pin)) {
      Optional<Signal> shown = simulated.changeAt(fault, pin);
      return change.isPresent()
          ? new Seen(shown, false, Optional.empty())
          : new Seen(Optional.empty(), false, shown);
    }
    boolean idle = mayIdle && change.isEmpty() && activity.mayStop(fault);
    return change.isEmpty() && !idle ? UNCHANGED : new Seen(change, idle, Optional.empty());
  }

  @Override
  public Seen combine(Seen one, Seen other) {
    Optional<Signal> change =
        one.change().isEmpty() || other.change().isEmpty()
            ? one.change().or(other::change)
            : Optional.of(NetPropagation.join(one.change().get(), other.change().get()));
    boolean disagree =
        one.astray().isPresent()
            && other.astray().isPresent()
            && !one.astray().equals(other.astray());
    return new Seen(
        change,
        disagree || one.idle() || other.idle(),
        disagree ? Optional.empty() : one.astray().or(other::astray));
  }

  @Override
  public double probability(Finding found, Seen seen) {
    String shown = word(((Finding.Probe) found).shown());
    if (seen.change().isEmpty() && seen.astray().isPresent()) {
      return ONE_RUN * readings.chance("probe", word(seen.astray().get()), shown)
          + (1 - ONE_RUN) * readings.chance("probe", idle, shown);
    }
    if (seen.change().isEmpty() && seen.idle()) {
      return readings.chance("probe", idle, shown);
    }
    Optional<Signal> known = seen.change().or(() -> expected);
    return known.isPresent() ? readings.chance("probe", word(known.get()), shown) : healthy(shown);
  }

  /**
   * Where the simulated board and who described it disagree about a good one, both may be right.
   */
  private double healthy(String shown) {
    String described = nets.healthy(pin).map(ProbeModel::word).orElse("unknown");
    double asDescribed = readings.chance("probe", described, shown);
    return simulated
        .healthy(pin)
        .map(s -> ONE_RUN * readings.chance("probe", word(s), shown) + (1 - ONE_RUN) * asDescribed)
        .orElse(asDescribed);
  }

  private static String word(Signal signal) {
    return signal.name().toLowerCase(Locale.ROOT);
  }

  @Override
  public List<Finding> outcomes() {
    return Stream.of(Signal.TOGGLING, Signal.HIGH, Signal.LOW, Signal.FLOATING, Signal.BETWEEN)
        .<Finding>map(signal -> new Finding.Probe(pin, signal))
        .toList();
  }
}
