package raconteur.core.predict;

import java.util.List;
import java.util.Set;
import java.util.function.Function;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;

/**
 * A counter, a scope's levels or a reset reading say as much of their line as a logic probe would.
 *
 * @param alike what a logic probe may show where the instrument reads what it does: a line that
 *     floats and one that is fought over stand at much the same level
 */
record AsProbe(
    ProbeModel probe, PinRef pin, Function<Finding, Set<Signal>> alike, List<Finding> outcomes)
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
    return alike.apply(found).stream()
        .mapToDouble(shown -> probe.probability(new Finding.Probe(pin, shown), effect))
        .sum();
  }
}
