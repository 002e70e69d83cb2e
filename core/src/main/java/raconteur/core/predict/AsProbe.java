package raconteur.core.predict;

import java.util.List;
import java.util.function.Function;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;

/** A counter or a reset reading says as much of its line as a logic probe would. */
record AsProbe(ProbeModel probe, Function<Finding, Finding> shown, List<Finding> outcomes)
    implements TestModel<ProbeModel.Seen> {
  @Override
  public ProbeModel.Seen none() {
    return probe.none();
  }

  @Override
  public ProbeModel.Seen effectOf(Fault fault) {
    return probe.effectOf(fault);
  }

  @Override
  public ProbeModel.Seen combine(ProbeModel.Seen one, ProbeModel.Seen other) {
    return probe.combine(one, other);
  }

  @Override
  public double probability(Finding found, ProbeModel.Seen effect) {
    return probe.probability(shown.apply(found), effect);
  }
}
