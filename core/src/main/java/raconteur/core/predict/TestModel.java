package raconteur.core.predict;

import java.util.List;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;

/**
 * How one test comes out, whatever is wrong.
 *
 * <p>Effects form a semilattice: {@link #combine} is associative, commutative and idempotent, and
 * {@link #none} changes nothing. That is what lets the diagnosis weigh all faults with the same
 * effects at once.
 *
 * @param <E> the effects, told apart by equals
 */
public interface TestModel<E> {

  /** The effect of faults the test does not meet. */
  E none();

  /** What one fault alone does to this test. Asked about many at once, from several threads. */
  E effectOf(Fault fault);

  /**
   * What each of many faults does alone, in their order. Quicker than one by one where the same
   * list is asked about in many tests.
   *
   * @param faults a list that is never changed
   * @param from the first of them that is asked about
   * @param to the one behind the last
   */
  default List<E> effectsOf(List<Fault> faults, int from, int to) {
    return faults.subList(from, to).parallelStream().map(this::effectOf).toList();
  }

  /** What two effects do together. */
  E combine(E one, E other);

  /**
   * What several faults do together, as exactly as the model can tell; {@link #combine} is quicker
   * and takes each fault's effect as it is alone.
   */
  default E effectOf(List<Fault> faults) {
    E effect = none();
    for (Fault fault : faults) {
      effect = combine(effect, effectOf(fault));
    }
    return effect;
  }

  /** The chance of what was found, given exactly this effect. */
  double probability(Finding found, E effect);

  /**
   * The chance of several results together, given exactly this effect; of tests that err each by
   * itself the product.
   */
  default double joint(List<Finding> found, E effect) {
    double chance = 1;
    for (Finding each : found) {
      chance *= probability(each, effect);
    }
    return chance;
  }

  /** The outcomes to choose from when the test is still to be made; their chances add up to 1. */
  List<Finding> outcomes();
}
