package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * The posterior over sets of up to K faults.
 *
 * <p>Faults are independent a priori, so a set weighs the product of its members' odds times the
 * likelihood of every finding under the set. Occurrences with the same effect on every finding are
 * one class (an effect semilattice makes any number of them act as one), and a combination of
 * classes is weighed once by the elementary symmetric sums of its members' odds. The result equals
 * the sum over every single set, see the brute-force test; the empty set is left out: something is
 * wrong.
 *
 * <p>How the sets are gone through is {@link BranchAndBound}.
 */
final class HypothesisSearch {
  private HypothesisSearch() {}

  /**
   * The heaviest leaves, what all together say of places and faults, their weight, and an upper
   * bound on the weight of what was cut, relative to e^reference; the share of sets larger than K.
   */
  record Result(
      FaultClass[] classes,
      Leaves leaves,
      double reference,
      double total,
      double cut,
      double beyond,
      Marginals marginals) {
    /** The share of all sets up to K that was weighed, at least. */
    double weighed() {
      return total / (total + cut);
    }

    double share(int leaf) {
      return Math.exp(leaves.logWeight(leaf) - reference) / total;
    }
  }

  /**
   * @param epochs the epoch of each column's finding
   * @param largest K, from 1 to 3
   * @param placeOf the number of the place of every fault
   * @param epoch now: what the marginals speak of
   */
  static Result run(
      List<Occurrence> occurrences,
      List<EvidenceColumn<?>> columns,
      int[] epochs,
      int largest,
      int[] placeOf,
      int epoch) {
    return run(occurrences, columns, epochs, largest, false, placeOf, epoch, Patience.ENDLESS);
  }

  /**
   * The same; where patience is over the sets not met by then count as cut.
   *
   * @param widening whether larger sets are weighed too where those up to K are used up
   */
  static Result run(
      List<Occurrence> occurrences,
      List<EvidenceColumn<?>> columns,
      int[] epochs,
      int largest,
      boolean widening,
      int[] placeOf,
      int epoch,
      Patience patience) {
    if (largest < 1 || largest > 3) {
      throw new IllegalArgumentException("hypotheses have 1 to 3 faults, not " + largest);
    }
    FaultClass[] classes = classify(occurrences, columns, epochs);
    var gathering = new Marginals.Gathering(classes, placeOf, epoch);
    return BranchAndBound.run(classes, columns, largest, widening, gathering, patience);
  }

  private static FaultClass[] classify(
      List<Occurrence> occurrences, List<EvidenceColumn<?>> columns, int[] epochs) {
    Map<Signature, List<Occurrence>> bySignature = new HashMap<>();
    List<FaultClass> classes = new ArrayList<>();
    for (Occurrence occurrence : occurrences) {
      int[] effects = new int[columns.size()];
      for (int i = 0; i < effects.length; i++) {
        effects[i] = occurrence.during(epochs[i]) ? columns.get(i).effectOf(occurrence.fault()) : 0;
      }
      if (occurrence.exclusive()) {
        classes.add(new FaultClass(List.of(occurrence), effects));
      } else {
        bySignature.computeIfAbsent(new Signature(effects), _ -> new ArrayList<>()).add(occurrence);
      }
    }
    bySignature.forEach((s, members) -> classes.add(new FaultClass(members, s.effects)));
    return classes.toArray(FaultClass[]::new);
  }

  /** The effects in all columns, compared by content. */
  private static final class Signature {
    private final int[] effects;

    Signature(int[] effects) {
      this.effects = effects;
    }

    @Override
    public boolean equals(Object other) {
      return other instanceof Signature s && Arrays.equals(effects, s.effects);
    }

    @Override
    public int hashCode() {
      return Arrays.hashCode(effects);
    }
  }
}
