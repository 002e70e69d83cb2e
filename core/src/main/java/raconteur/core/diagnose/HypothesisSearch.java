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

  /* Where a class's effects stand in a row of changes, one number for each effect of a single fault
   * in each column: what a class adds to a combination is then a sum of a few of them. */
  private final int[][] slots;
  private final int[] columnAt;
  private final double[][] changesAtDepth;
  private final int[][] effectsAtDepth;
  private final int[] chosen;
  private final int[] counts;
  private final Leaves leaves;
  private final double bestEvidence;
  private final double[] logOddsOf;

  /* The classes come by what each weighs alone beside nothing at all; from each on the sum of those
   * weights, of the odds, and the largest of the odds. */
  private final double[] aloneOf;
  private final double[] aloneFrom;
  private final double[] oddsFrom;
  private final double[] logOddsFrom;
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
    this.logOddsOf = Arrays.stream(classes).mapToDouble(FaultClass::logOdds).toArray();
    this.aloneOf = Arrays.stream(classes).mapToDouble(c -> c.alone(columns)).toArray();
    int n = classes.length;
    this.aloneFrom = new double[n + 1];
    this.oddsFrom = new double[n + 1];
    this.logOddsFrom = new double[n + 1];
    logOddsFrom[n] = Double.NEGATIVE_INFINITY;
    for (int i = n - 1; i >= 0; i--) {
      aloneFrom[i] = aloneFrom[i + 1] + Math.exp(aloneOf[i]);
      oddsFrom[i] = oddsFrom[i + 1] + classes[i].sums().p1();
      logOddsFrom[i] = Math.max(logOddsFrom[i + 1], logOddsOf[i]);
    }
    this.bestEvidence = columns.stream().mapToDouble(EvidenceColumn::best).sum();
    this.columnAt = new int[columns.size() + 1];
    for (int i = 0; i < columns.size(); i++) {
      columnAt[i + 1] = columnAt[i] + columns.get(i).singles();
    }
    this.slots = Arrays.stream(classes).map(this::slotsOf).toArray(int[][]::new);
    this.changesAtDepth = new double[largest + 1][columnAt[columns.size()]];
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
    for (int i = 0; i < columns.size(); i++) {
      columns.get(i).changes(0, search.changesAtDepth[0], search.columnAt[i]);
    }
    // Something to measure branches against from the start: the best that one fault can do.
    search.bestLeaf = search.classes.length == 0 ? 0 : search.aloneOf[0] + evidence;
    search.extend(0, 0, largest, 0, evidence);
    return search.result();
  }

  private int[] slotsOf(FaultClass c) {
    int[] at = new int[c.columns().length];
    for (int i = 0; i < at.length; i++) {
      at[i] = columnAt[c.columns()[i]] + c.effects()[i];
    }
    return at;
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
    classes.sort(Comparator.comparingDouble((FaultClass c) -> -c.alone(columns)));
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
    double[] changes = changesAtDepth[depth];
    double together = room == 1 ? togetherness(depth) : 0;
    for (int i = from; i < classes.length; i++) {
      if (logOdds + logOddsFrom[i] + bestEvidence < bestLeaf - CUT) {
        cutMass += boundOfRest(i, logOdds, room);
        return;
      }
      if (room == 1 && logOdds + evidence + aloneOf[i] + together < bestLeaf - CUT) {
        cutMass += Math.exp(logOdds + evidence + together - bestLeaf) * aloneFrom[i];
        return;
      }
      double newEvidence = evidence;
      for (int slot : slots[i]) {
        newEvidence += changes[slot];
      }
      if (room == 1 && logOdds + logOddsOf[i] + newEvidence < bestLeaf - CUT) {
        cutMass += Math.exp(logOdds + logOddsOf[i] + newEvidence - bestLeaf);
        continue;
      }
      FaultClass next = classes[i];
      if (excluded(next, depth)) {
        continue;
      }
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
          apply(next, depth);
          extend(depth + 1, i + 1, room - m, newLogOdds, newEvidence);
        }
      }
    }
  }

  /**
   * How much more one class can say on top of what is chosen than it says alone: where the chosen
   * ones hide what would speak against it. A bound, the sum over the readings they touch.
   */
  private double togetherness(int depth) {
    double[] changes = changesAtDepth[depth];
    double[] alone = changesAtDepth[0];
    double sum = 0;
    for (int column = 0; column < effectsAtDepth[depth].length; column++) {
      if (effectsAtDepth[depth][column] != 0) {
        double most = 0;
        for (int slot = columnAt[column]; slot < columnAt[column + 1]; slot++) {
          most = Math.max(most, changes[slot] - alone[slot]);
        }
        sum += most;
      }
    }
    return sum;
  }

  /** Nothing from this class on can weigh more than its odds with the best of findings. */
  private double boundOfRest(int from, double logOdds, int room) {
    double sum = oddsFrom[from];
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

  /** Makes the next depth's row of a class on top of this depth's. */
  private void apply(FaultClass added, int depth) {
    int[] effects = effectsAtDepth[depth];
    int[] together = effectsAtDepth[depth + 1];
    double[] changes = changesAtDepth[depth + 1];
    System.arraycopy(effects, 0, together, 0, effects.length);
    System.arraycopy(changesAtDepth[depth], 0, changes, 0, changes.length);
    for (int i = 0; i < added.columns().length; i++) {
      int at = added.columns()[i];
      together[at] = columns.get(at).combine(effects[at], added.effects()[i]);
      columns.get(at).changes(together[at], changes, columnAt[at]);
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
