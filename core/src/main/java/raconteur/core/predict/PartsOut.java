package raconteur.core.predict;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import raconteur.core.fault.Fault;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/** A test made while some parts were out: what is wrong inside those does not meet it. */
final class PartsOut<E> implements TestModel<E> {
  private final TestModel<E> model;
  private final Set<String> out;

  PartsOut(TestModel<E> model, Set<String> out) {
    this.model = model;
    this.out = out;
  }

  @Override
  public E none() {
    return model.none();
  }

  @Override
  public E effectOf(Fault fault) {
    return isAway(fault) ? none() : model.effectOf(fault);
  }

  @Override
  public List<E> effectsOf(List<Fault> faults, int from, int to) {
    List<E> effects = new ArrayList<>(model.effectsOf(faults, from, to));
    for (int f = from; f < to; f++) {
      if (isAway(faults.get(f))) {
        effects.set(f - from, none());
      }
    }
    return effects;
  }

  private boolean isAway(Fault fault) {
    return fault.place().mendable() instanceof Place.OfPart(String part) && out.contains(part);
  }

  @Override
  public E combine(E one, E other) {
    return model.combine(one, other);
  }

  @Override
  public double probability(Finding found, E effect) {
    return model.probability(found, effect);
  }

  @Override
  public List<Finding> outcomes() {
    return model.outcomes();
  }
}
