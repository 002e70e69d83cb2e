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
 * below e<sup>−18</sup> of the best leaf is cut, and the bound of what was cut is reported.
 *
 * <p>Time O(C<sup>K</sup> · n) in the worst case for C classes and n findings, of which only the
 * findings that a class touches are visited; space O(C<sup>K</sup>) for the leaves kept.
 */
final class HypothesisSearch {
  private static final double CUT = 18;

  private final List<EvidenceColumn<?>> columns;
  private final FaultClass[] classes;
  private final int[][] effectsAtDepth;
  private final int[] chosen;
  private final int[] counts;
  private final Leaves leaves;
  private final double bestEvidence;
  private double bestLeaf = Double.NEGATIVE_INFINITY;
  private double cutMass;

  /** All leaves, and an upper bound on the weight of what was cut, relative to e^reference. */
  record Result(FaultClass[] classes, Leaves leaves, double reference, double total, double cut) {
    /** The share of all sets up to K that was weighed, at least. */
    double weighed() {
      return total / (total + cut);
    }

    double share(int leaf) {
      return Math.exp(leaves.logWeight(leaf) - reference) / total;
    }
  }

  private HypothesisSearch(
      List<Occurrence> occurrences, List<EvidenceColumn<?>> columns, int[] epochs, int largest) {
    this.columns = columns;
    this.classes = classify(occurrences, columns, epochs);
    this.bestEvidence = columns.stream().mapToDouble(EvidenceColumn::best).sum();
    this.effectsAtDepth = new int[largest + 1][columns.size()];
    this.chosen = new int[largest];
    this.counts = new int[largest];
    this.leaves = new Leaves(largest);
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
    double evidence = columns.stream().mapToDouble(c -> c.logLikelihood(0)).sum();
    search.extend(0, 0, largest, 0, evidence);
    return search.result();
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
    classes.sort(Comparator.comparingDouble((FaultClass c) -> -c.sums().p1()));
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

  /**
   * Adds every class from an index on to the combination chosen so far.
   *
   * @param depth how many classes are chosen; their effects together are in this depth's row
   * @param room how many more faults fit
   * @param logOdds the log of the combination's odds
   * @param evidence the combination's log-likelihood of all findings
   */
  private void extend(int depth, int from, int room, double logOdds, double evidence) {
    for (int i = from; i < classes.length; i++) {
      FaultClass next = classes[i];
      if (logOdds + Math.log(next.sums().p1()) + bestEvidence < bestLeaf - CUT) {
        cutMass += boundOfRest(i, logOdds, room);
        return;
      }
      if (excluded(next, depth)) {
        continue;
      }
      double newEvidence = evidence + change(next, effectsAtDepth[depth]);
      chosen[depth] = i;
      for (int m = 1; m <= Math.min(room, next.most()); m++) {
        double odds = next.sums().choose(m);
        if (odds <= 0) {
          break;
        }
        counts[depth] = m;
        double newLogOdds = logOdds + Math.log(odds);
        keep(depth + 1, newLogOdds + newEvidence);
        if (room > m) {
          apply(next, effectsAtDepth[depth], effectsAtDepth[depth + 1]);
          extend(depth + 1, i + 1, room - m, newLogOdds, newEvidence);
        }
      }
    }
  }

  /** Nothing from this class on can weigh more: classes come with falling odds. */
  private double boundOfRest(int from, double logOdds, int room) {
    double sum = 0;
    for (int i = from; i < classes.length; i++) {
      sum += classes[i].sums().p1();
    }
    double more = 0;
    for (int m = 1; m <= room; m++) {
      more += Math.pow(sum, m);
    }
    return Math.exp(logOdds + bestEvidence - bestLeaf) * more;
  }

  private boolean excluded(FaultClass next, int depth) {
    for (int d = 0; d < depth; d++) {
      if (next.excludes(classes[chosen[d]])) {
        return true;
      }
    }
    return false;
  }

  /** How the log-likelihood changes when a class is added to the given effects. */
  private double change(FaultClass added, int[] effects) {
    double change = 0;
    for (int i = 0; i < added.columns().length; i++) {
      int at = added.columns()[i];
      EvidenceColumn<?> column = columns.get(at);
      int now = column.combine(effects[at], added.effects()[i]);
      change += column.logLikelihood(now) - column.logLikelihood(effects[at]);
    }
    return change;
  }

  private void apply(FaultClass added, int[] effects, int[] together) {
    System.arraycopy(effects, 0, together, 0, effects.length);
    for (int i = 0; i < added.columns().length; i++) {
      int at = added.columns()[i];
      together[at] = columns.get(at).combine(effects[at], added.effects()[i]);
    }
  }

  /** Keeps the chosen combination, or counts it as cut where it weighs next to nothing. */
  private void keep(int depth, double logWeight) {
    if (logWeight > bestLeaf) {
      cutMass *= Math.exp(bestLeaf - logWeight);
      bestLeaf = logWeight;
    }
    if (logWeight < bestLeaf - CUT) {
      cutMass += Math.exp(logWeight - bestLeaf);
    } else {
      leaves.add(chosen, counts, depth, logWeight);
    }
  }

  private Result result() {
    double total = 0;
    for (int leaf = 0; leaf < leaves.size(); leaf++) {
      total += Math.exp(leaves.logWeight(leaf) - bestLeaf);
    }
    double cut = Double.isNaN(cutMass) ? 0 : cutMass;
    return new Result(classes, leaves, bestLeaf, total, cut);
  }
}
