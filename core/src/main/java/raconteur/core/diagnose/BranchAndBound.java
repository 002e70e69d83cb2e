package raconteur.core.diagnose;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * Goes through the sets of up to K faults, class by class.
 *
 * <p>Branch and bound (Land and Doig 1960, doi:10.2307/1910129): what is below e<sup>−18</sup> of
 * the best leaf is cut, and a bound of what was cut is reported. What a class adds to a set is a
 * sum of changes, one for each finding it touches, kept in a table that follows the set. The
 * classes that may still join come by what each would add to the set so far; the last one to join
 * can add more than that only where the one before it hides what speaks against it, and how much
 * that is at most is known from the findings that one touches.
 *
 * <p>Time O(C<sup>K</sup> · n) in the worst case for C classes and n findings; in practice near
 * C<sup>K−1</sup> and the leaves kept, which is also the space.
 */
final class BranchAndBound {
  private static final double CUT = 18;

  private final FaultClass[] classes;
  private final List<EvidenceColumn<?>> columns;
  private final int largest;
  private final double bestEvidence;
  private final double[] logOdds;

  /* The table of changes: for every column one number for each effect of a single fault, and for
   * every class where its effects stand in it. */
  private final double[] changes;
  private final int[] columnAt;
  private final int[][] slots;
  private final int[] effects;

  private final int[] chosen;
  private final int[] counts;
  private final Leaves leaves;
  private double bestLeaf;
  private double cutMass;

  BranchAndBound(FaultClass[] classes, List<EvidenceColumn<?>> columns, int largest) {
    this.classes = classes;
    this.columns = columns;
    this.largest = largest;
    this.bestEvidence = columns.stream().mapToDouble(EvidenceColumn::best).sum();
    this.logOdds = Arrays.stream(classes).mapToDouble(FaultClass::logOdds).toArray();
    this.columnAt = new int[columns.size() + 1];
    for (int i = 0; i < columns.size(); i++) {
      columnAt[i + 1] = columnAt[i] + columns.get(i).singles();
    }
    this.changes = new double[columnAt[columns.size()]];
    for (int i = 0; i < columns.size(); i++) {
      columns.get(i).changes(0, changes, columnAt[i]);
    }
    this.slots = Arrays.stream(classes).map(this::slotsOf).toArray(int[][]::new);
    this.effects = new int[columns.size()];
    this.chosen = new int[largest];
    this.counts = new int[largest];
    this.leaves = new Leaves(largest);
  }

  private int[] slotsOf(FaultClass c) {
    int[] at = new int[c.columns().length];
    for (int i = 0; i < at.length; i++) {
      at[i] = columnAt[c.columns()[i]] + c.effects()[i];
    }
    return at;
  }

  HypothesisSearch.Result run() {
    double evidence = columns.stream().mapToDouble(c -> c.logLikelihood(0)).sum();
    Candidates all = candidates(IntStream.range(0, classes.length).toArray(), 0);
    // Something to measure branches against from the start: the best that one fault can do.
    bestLeaf = classes.length == 0 ? 0 : all.adds[0] + evidence;
    extend(all, 0, largest, 0, evidence);
    double total = 0;
    for (int leaf = 0; leaf < leaves.size(); leaf++) {
      total += Math.exp(leaves.logWeight(leaf) - bestLeaf);
    }
    double cut = Double.isNaN(cutMass) ? 0 : cutMass;
    return new HypothesisSearch.Result(classes, leaves, bestLeaf, total, cut);
  }

  /**
   * Classes that may join a set, those that add most to it first.
   *
   * @param order their indices
   * @param adds the log of what each adds: its odds, and what it changes about the findings
   * @param addsFrom from each on the sum of what they add, not as logs
   * @param oddsFrom from each on the sum of their odds
   * @param logOddsFrom from each on the largest of their odds
   */
  @SuppressWarnings("ArrayRecordComponent")
  private record Candidates(
      int[] order, double[] adds, double[] addsFrom, double[] oddsFrom, double[] logOddsFrom) {}

  /** The classes from a place in an order on, weighed on top of what is chosen. */
  private Candidates candidates(int[] order, int from) {
    int n = order.length - from;
    long[] keyed = new long[n];
    double[] weights = new double[n];
    for (int i = 0; i < n; i++) {
      weights[i] = adds(order[from + i]);
      // Doubles in the order of their size as whole numbers, the place in the low bits.
      keyed[i] = (ascending(-weights[i]) & ~PLACE) | i;
    }
    Arrays.sort(keyed);
    int[] sorted = new int[n];
    double[] adds = new double[n];
    for (int i = 0; i < n; i++) {
      int at = (int) (keyed[i] & PLACE);
      sorted[i] = order[from + at];
      adds[i] = weights[at];
    }
    double[] addsFrom = new double[n + 1];
    double[] oddsFrom = new double[n + 1];
    double[] logOddsFrom = new double[n + 1];
    logOddsFrom[n] = Double.NEGATIVE_INFINITY;
    for (int i = n - 1; i >= 0; i--) {
      addsFrom[i] = addsFrom[i + 1] + Math.exp(adds[i]);
      oddsFrom[i] = oddsFrom[i + 1] + classes[sorted[i]].sums().p1();
      logOddsFrom[i] = Math.max(logOddsFrom[i + 1], logOdds[sorted[i]]);
    }
    return new Candidates(sorted, adds, addsFrom, oddsFrom, logOddsFrom);
  }

  private static final long PLACE = (1L << 16) - 1;

  private static long ascending(double value) {
    long bits = Double.doubleToLongBits(value);
    return bits >= 0 ? bits : ~bits | Long.MIN_VALUE;
  }

  private double adds(int c) {
    double sum = logOdds[c];
    for (int slot : slots[c]) {
      sum += changes[slot];
    }
    return sum;
  }

  /**
   * Adds every candidate to the set chosen so far, and to that what else fits.
   *
   * @param depth how many classes are chosen
   * @param room how many more faults fit
   * @param odds the log of the set's odds
   * @param evidence the set's log-likelihood of all findings
   */
  private void extend(Candidates from, int depth, int room, double odds, double evidence) {
    for (int i = 0; i < from.order.length; i++) {
      int c = from.order[i];
      double hoped = odds + bestEvidence;
      if (hoped + from.logOddsFrom[i] < bestLeaf - CUT) {
        cut(hoped, from.oddsFrom[i], room);
        return;
      }
      if (excluded(c, depth)) {
        continue;
      }
      chosen[depth] = c;
      double newEvidence = evidence + from.adds[i] - logOdds[c];
      int most = Math.min(room, classes[c].most());
      for (int m = 1; m <= most; m++) {
        double choices = classes[c].sums().choose(m);
        if (choices <= 0) {
          break;
        }
        counts[depth] = m;
        double newOdds = odds + Math.log(choices);
        keep(depth + 1, newOdds + newEvidence);
        if (room > m) {
          Joined joined = join(c);
          if (room - m == 1) {
            close(from, i + 1, depth + 1, newOdds, newEvidence, joined.hides);
          } else {
            extend(candidates(from.order, i + 1), depth + 1, room - m, newOdds, newEvidence);
          }
          part(c, joined);
        }
      }
    }
  }

  /**
   * Adds one last fault.
   *
   * @param from candidates weighed before the latest class was chosen
   * @param hides how much more than that one of them can add now
   */
  private void close(
      Candidates from, int first, int depth, double odds, double evidence, double hides) {
    double base = odds + evidence;
    for (int i = first; i < from.order.length; i++) {
      double least = bestLeaf - CUT;
      if (base + hides + from.adds[i] < least) {
        cutMass += Math.exp(base + hides - bestLeaf) * from.addsFrom[i];
        return;
      }
      int c = from.order[i];
      double weight = base + adds(c);
      if (weight < least) {
        cutMass += Math.exp(weight - bestLeaf);
      } else if (!excluded(c, depth)) {
        chosen[depth] = c;
        counts[depth] = 1;
        keep(depth + 1, weight);
      }
    }
  }

  /**
   * What was in the table before a class joined.
   *
   * @param hides how much more any one class can add on top of it than before, at most
   */
  @SuppressWarnings("ArrayRecordComponent")
  private record Joined(double[] changes, int[] effects, double hides) {}

  private Joined join(int c) {
    FaultClass joining = classes[c];
    int[] touched = joining.columns();
    int size = 0;
    for (int column : touched) {
      size += columnAt[column + 1] - columnAt[column];
    }
    double[] before = new double[size];
    int[] effectsBefore = new int[touched.length];
    double hides = 0;
    int at = 0;
    for (int i = 0; i < touched.length; i++) {
      int column = touched[i];
      int from = columnAt[column];
      int length = columnAt[column + 1] - from;
      System.arraycopy(changes, from, before, at, length);
      effectsBefore[i] = effects[column];
      effects[column] = columns.get(column).combine(effects[column], joining.effects()[i]);
      if (effects[column] != effectsBefore[i]) {
        columns.get(column).changes(effects[column], changes, from);
        double most = 0;
        for (int slot = 0; slot < length; slot++) {
          most = Math.max(most, changes[from + slot] - before[at + slot]);
        }
        hides += most;
      }
      at += length;
    }
    return new Joined(before, effectsBefore, hides);
  }

  private void part(int c, Joined joined) {
    int[] touched = classes[c].columns();
    int at = 0;
    for (int i = 0; i < touched.length; i++) {
      int from = columnAt[touched[i]];
      int length = columnAt[touched[i] + 1] - from;
      System.arraycopy(joined.changes, at, changes, from, length);
      effects[touched[i]] = joined.effects[i];
      at += length;
    }
  }

  /** Counts as cut what some classes can make with the best of findings. */
  private void cut(double hoped, double oddsOfRest, int room) {
    double more = 0;
    for (int m = 1; m <= room; m++) {
      more += Math.pow(oddsOfRest, m);
    }
    cutMass += Math.exp(hoped - bestLeaf) * more;
  }

  private boolean excluded(int c, int depth) {
    for (int d = 0; d < depth; d++) {
      if (classes[c].excludes(classes[chosen[d]])) {
        return true;
      }
    }
    return false;
  }

  /** Keeps the chosen set, or counts it as cut where it weighs next to nothing. */
  private void keep(int depth, double weight) {
    if (weight > bestLeaf) {
      cutMass *= Math.exp(bestLeaf - weight);
      bestLeaf = weight;
    }
    if (weight < bestLeaf - CUT) {
      cutMass += Math.exp(weight - bestLeaf);
    } else {
      leaves.add(chosen, counts, depth, weight);
    }
  }
}
