package raconteur.core.predict;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;

/** What a logic probe shows at a pin; an effect is the changed signal there, empty for none. */
final class ProbeModel implements TestModel<Optional<Signal>> {
  private final NetPropagation nets;
  private final Readings readings;
  private final PinRef pin;
  private final Optional<Signal> expected;

  /**
   * @param expected what the pin has to show by what was seen in front of it, where that is known;
   *     then only faults between there and here make a difference
   */
  ProbeModel(NetPropagation nets, Readings readings, PinRef pin, Optional<Signal> expected) {
    this.nets = nets;
    this.readings = readings;
    this.pin = pin;
    this.expected = expected;
  }

  @Override
  public Optional<Signal> none() {
    return Optional.empty();
  }

  @Override
  public Optional<Signal> effectOf(Fault fault) {
    boolean explained = expected.isPresent() && !nets.actsAt(fault, pin);
    return explained ? none() : nets.changeAt(fault, pin);
  }

  @Override
  public Optional<Signal> combine(Optional<Signal> one, Optional<Signal> other) {
    if (one.isEmpty() || other.isEmpty()) {
      return one.isEmpty() ? other : one;
    }
    return Optional.of(NetPropagation.join(one.get(), other.get()));
  }

  @Override
  public double probability(Finding found, Optional<Signal> effect) {
    String shown = word(((Finding.Probe) found).shown());
    String condition =
        effect
            .or(() -> expected)
            .or(() -> nets.healthy(pin))
            .map(ProbeModel::word)
            .orElse("unknown");
    return readings.chance("probe", condition, shown);
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
