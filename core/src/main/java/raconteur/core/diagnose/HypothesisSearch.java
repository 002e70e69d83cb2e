package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
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
 * <p>Branch and bound (Land and Doig 1960, doi:10.2307/1910129): a branch whose upper bound is
 * below e<sup>−25</sup> of the best leaf is cut, and the bound of what was cut is reported.
 *
 * <p>Time O(C<sup>K</sup> · n) in the worst case for C classes and n findings, of which only the
 * findings that a class touches are visited; space O(C<sup>K</sup>) for the leaves kept.
 */
final class HypothesisSearch {
  private static final double CUT = 25;
  private static final int MOST_LEAVES = 4_000_000;

  private final List<EvidenceColumn<?>> columns;
  private final List<FaultClass> classes;
  private final int largest;
  private final List<Leaf> leaves = new ArrayList<>();
  private final double bestEvidence;
  private double bestLeaf = Double.NEGATIVE_INFINITY;
  private double cutMass;

  /** One combination of classes: which, how many of each, and its log weight; never compared. */
  record Leaf(FaultClass[] classes, int[] counts, double logWeight) {}

  /** All leaves, and an upper bound on the weight of what was cut, relative to e^reference. */
  record Result(List<Leaf> leaves, double reference, double total, double cut) {
    /** The share of all sets up to K that was weighed, at least. */
    double weighed() {
      return total / (total + cut);
    }

    double share(Leaf leaf) {
      return Math.exp(leaf.logWeight() - reference) / total;
    }
  }

  private HypothesisSearch(
      List<Occurrence> occurrences, List<EvidenceColumn<?>> columns, int[] epochs, int largest) {
    this.columns = columns;
    this.largest = largest;
    this.classes = classify(occurrences, columns, epochs);
    this.bestEvidence = columns.stream().mapToDouble(EvidenceColumn::best).sum();
  }

  /**
   * @param epochs the epoch of each column's finding
   * @param largest K, from 1 to 3
   */
  static Result run(
      List<Occurrence> occurrences, List<EvidenceColumn<?>> columns, int[] epochs, int largest) {
    if (largest < 1 || largest > 3) {
      throw new IllegalArgumentException("hypotheses have 1 to 3 faults, not " + largest);
    }
    var search = new HypothesisSearch(occurrences, columns, epochs, largest);
    int[] none = new int[columns.size()];
    double evidence = columns.stream().mapToDouble(c -> c.logLikelihood(0)).sum();
    search.extend(0, new FaultClass[0], new int[0], none, 0, evidence);
    return search.result();
  }

  private static List<FaultClass> classify(
      List<Occurrence> occurrences, List<EvidenceColumn<?>> columns, int[] epochs) {
    Map<List<Integer>, List<Occurrence>> bySignature = new HashMap<>();
    List<FaultClass> classes = new ArrayList<>();
    for (Occurrence occurrence : occurrences) {
      Integer[] signature = new Integer[columns.size()];
      for (int i = 0; i < signature.length; i++) {
        signature[i] =
            occurrence.during(epochs[i]) ? columns.get(i).effectOf(occurrence.fault()) : 0;
      }
      if (occurrence.exclusive()) {
        classes.add(new FaultClass(List.of(occurrence), unboxed(Arrays.asList(signature))));
      } else {
        bySignature
            .computeIfAbsent(Arrays.asList(signature), _ -> new ArrayList<>())
            .add(occurrence);
      }
    }
    bySignature.forEach((s, members) -> classes.add(new FaultClass(members, unboxed(s))));
    classes.sort(Comparator.comparingDouble((FaultClass c) -> -c.sums().p1()));
    return classes;
  }

  private static int[] unboxed(List<Integer> signature) {
    return signature.stream().mapToInt(Integer::intValue).toArray();
  }

  /**
   * Adds every class from an index on to a combination.
   *
   * @param effects the combination's effect in every column
   * @param logOdds the log of the combination's odds
   * @param evidence the combination's log-likelihood of all findings
   */
  private void extend(
      int from, FaultClass[] chosen, int[] counts, int[] effects, double logOdds, double evidence) {
    int room = largest - Arrays.stream(counts).sum();
    for (int i = from; i < classes.size() && room > 0; i++) {
      FaultClass next = classes.get(i);
      double bound = logOdds + Math.log(next.sums().p1()) + bestEvidence;
      if (bound < bestLeaf - CUT) {
        cutMass += boundOfRest(i, logOdds, room);
        return;
      }
      if (excluded(next, chosen)) {
        continue;
      }
      int[] together = effects.clone();
      double newEvidence = evidence + apply(next, together);
      FaultClass[] newChosen = Arrays.copyOf(chosen, chosen.length + 1);
      newChosen[chosen.length] = next;
      for (int m = 1; m <= Math.min(room, next.most()); m++) {
        double odds = next.sums().choose(m);
        if (odds <= 0) {
          break;
        }
        int[] newCounts = Arrays.copyOf(counts, counts.length + 1);
        newCounts[counts.length] = m;
        double newLogOdds = logOdds + Math.log(odds);
        keep(new Leaf(newChosen, newCounts, newLogOdds + newEvidence));
        extend(i + 1, newChosen, newCounts, together, newLogOdds, newEvidence);
      }
    }
  }

  /** Nothing from this class on can weigh more: classes come with falling odds. */
  private double boundOfRest(int from, double logOdds, int room) {
    double sum = 0;
    for (int i = from; i < classes.size(); i++) {
      sum += classes.get(i).sums().p1();
    }
    double more = 0;
    for (int m = 1; m <= room; m++) {
      more += Math.pow(sum, m);
    }
    return Math.exp(logOdds + bestEvidence - bestLeaf) * more;
  }

  private static boolean excluded(FaultClass next, FaultClass[] chosen) {
    for (FaultClass other : chosen) {
      if (next.excludes(other)) {
        return true;
      }
    }
    return false;
  }

  /** Combines a class into the effects; returns the change of the log-likelihood. */
  private double apply(FaultClass added, int[] effects) {
    double change = 0;
    for (int i = 0; i < added.columns().length; i++) {
      int at = added.columns()[i];
      EvidenceColumn<?> column = columns.get(at);
      int now = column.combine(effects[at], added.effects()[i]);
      change += column.logLikelihood(now) - column.logLikelihood(effects[at]);
      effects[at] = now;
    }
    return change;
  }

  private void keep(Leaf leaf) {
    if (leaf.logWeight() > bestLeaf) {
      cutMass *= Math.exp(bestLeaf - leaf.logWeight());
      bestLeaf = leaf.logWeight();
    }
    if (leaves.size() < MOST_LEAVES) {
      leaves.add(leaf);
    } else {
      cutMass += Math.exp(leaf.logWeight() - bestLeaf);
    }
  }

  private Result result() {
    double total = 0;
    for (Leaf leaf : leaves) {
      total += Math.exp(leaf.logWeight() - bestLeaf);
    }
    return new Result(leaves, bestLeaf, total, Double.isNaN(cutMass) ? 0 : cutMass);
  }
}
