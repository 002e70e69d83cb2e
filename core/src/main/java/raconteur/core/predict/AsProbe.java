package raconteur.core.predict;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;

/** A counter or a reset reading says as much of its line as a logic probe would. */
record AsProbe(ProbeModel probe, Function<Finding, Finding> shown, List<Finding> outcomes)
    implements TestModel<Optional<Signal>> {
  @Override
  public Optional<Signal> none() {
    return probe.none();
  }

  @Override
  public Optional<Signal> effectOf(Fault fault) {
    return probe.effectOf(fault);
  }

  @Override
  public Optional<Signal> combine(Optional<Signal> one, Optional<Signal> other) {
    return probe.combine(one, other);
  }

  @Override
  public double probability(Finding found, Optional<Signal> effect) {
    return probe.probability(shown.apply(found), effect);
  }
}
