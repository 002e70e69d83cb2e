package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.LinkedHashMap;
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
    long[] marks = marks(occurrences, columns, epochs);
    Map<Long, List<Occurrence>> alike = new LinkedHashMap<>();
    List<FaultClass> classes = new ArrayList<>();
    for (int o = 0; o < marks.length; o++) {
      Occurrence occurrence = occurrences.get(o);
      if (occurrence.exclusive()) {
        classes.add(new FaultClass(List.of(occurrence), signature(occurrence, columns, epochs)));
      } else {
        alike.computeIfAbsent(marks[o], _ -> new ArrayList<>()).add(occurrence);
      }
    }
    for (List<Occurrence> members : alike.values()) {
      classes.add(new FaultClass(members, signature(members.getFirst(), columns, epochs)));
    }
    return classes.toArray(FaultClass[]::new);
  }

  private static int[] signature(
      Occurrence occurrence, List<EvidenceColumn<?>> columns, int[] epochs) {
    int[] effects = new int[columns.size()];
    for (int i = 0; i < effects.length; i++) {
      effects[i] = occurrence.during(epochs[i]) ? columns.get(i).effectOf(occurrence.fault()) : 0;
    }
    return effects;
  }

  /**
   * A number for every occurrence, the same for those with the same effects: a sum over what they
   * touch, so that a finding costs no more than the faults it has to do with. That two of some ten
   * thousand others meet in 64 bits is less likely than one in a hundred billion.
   */
  private static long[] marks(
      List<Occurrence> occurrences, List<EvidenceColumn<?>> columns, int[] epochs) {
    int faults = occurrences.stream().mapToInt(Occurrence::fault).max().orElse(-1) + 1;
    List<List<Integer>> byFault = new ArrayList<>();
    for (int fault = 0; fault < faults; fault++) {
      byFault.add(new ArrayList<>(1));
    }
    for (int o = 0; o < occurrences.size(); o++) {
      byFault.get(occurrences.get(o).fault()).add(o);
    }
    long[] marks = new long[occurrences.size()];
    for (int i = 0; i < epochs.length; i++) {
      EvidenceColumn<?> column = columns.get(i);
      for (int fault : column.touched()) {
        for (int o : fault < faults ? byFault.get(fault) : List.<Integer>of()) {
          if (occurrences.get(o).during(epochs[i])) {
            marks[o] += mixed((long) i << 32 | column.effectOf(fault));
          }
        }
      }
    }
    return marks;
  }

  /** Spreads a number over all 64 bits (the finalizer of SplitMix, Steele, Lea and Flood 2014). */
  private static long mixed(long value) {
    long z = value + 0x9E3779B97F4A7C15L;
    z = (z ^ (z >>> 30)) * 0xBF58476D1CE4E5B9L;
    z = (z ^ (z >>> 27)) * 0x94D049BB133111EBL;
    return z ^ (z >>> 31);
  }
}
