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
 * C<sup>K−1</sup> · n and the sets weighed. Of those only the heaviest are kept one by one; of all
 * the others only what they say of classes and places together.
 */
final class BranchAndBound {
  private static final double CUT = 18;

  /**
   * Sets further below the best than this are too many to be kept, and too light to be looked at.
   */
  private static final double KEPT = 12;

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
  private final Marginals.Gathering gathering;
  private double bestLeaf;
  private double cutMass;

  /**
   * @param gathering gets every set weighed, by what it weighs beside the best met so far
   */
  BranchAndBound(
      FaultClass[] classes,
      List<EvidenceColumn<?>> columns,
      int largest,
      Marginals.Gathering gathering) {
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
    this.gathering = gathering;
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
    double cut = Double.isNaN(cutMass) ? 0 : cutMass;
    return new HypothesisSearch.Result(
        classes, leaves, bestLeaf, gathering.total(), cut, gathering.marginals());
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
        if (room - m == 1) {
          closeAfter(c, from, i + 1, depth + 1, newOdds + newEvidence);
        } else if (room > m) {
          Joined joined = join(c);
          extend(candidates(from.order, i + 1), depth + 1, room - m, newOdds, newEvidence);
          part(c, joined);
        }
      }
    }
  }

  /** Adds one last fault on top of a class, where any can add enough. */
  private void closeAfter(int c, Candidates from, int first, int depth, double base) {
    if (first == from.order.length) {
      return;
    }
    double hides = hides(c);
    if (base + hides + from.adds[first] < bestLeaf - CUT) {
      cutMass += Math.exp(base + hides - bestLeaf) * from.addsFrom[first];
    } else {
      Joined joined = join(c);
      gathering.open(chosen, counts, depth);
      close(from, first, depth, base, hides);
      gathering.shut();
      part(c, joined);
    }
  }

  /** How much more any one class can add with this one in the set than without it, at most. */
  private double hides(int c) {
    int[] touched = classes[c].columns();
    double most = 0;
    for (int i = 0; i < touched.length; i++) {
      most += columns.get(touched[i]).hides(effects[touched[i]], classes[c].effects()[i]);
    }
    return most;
  }

  /**
   * Adds one last fault.
   *
   * @param from candidates weighed before the latest class was chosen
   * @param hides how much more than that one of them can add now
   */
  private void close(Candidates from, int first, int depth, double base, double hides) {
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
        measure(weight);
        gathering.last(c, Math.exp(weight - bestLeaf));
        if (weight > bestLeaf - KEPT) {
          chosen[depth] = c;
          counts[depth] = 1;
          leaves.add(chosen, counts, depth + 1, weight);
        }
      }
    }
  }

  /** What was in the table before a class joined. */
  @SuppressWarnings("ArrayRecordComponent")
  private record Joined(double[] changes, int[] effects) {}

  private Joined join(int c) {
    FaultClass joining = classes[c];
    int[] touched = joining.columns();
    int size = 0;
    for (int column : touched) {
      size += columnAt[column + 1] - columnAt[column];
    }
    double[] before = new double[size];
    int[] effectsBefore = new int[touched.length];
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
      }
      at += length;
    }
    return new Joined(before, effectsBefore);
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

  /** Measures all by a set from now on if it is the best so far. */
  private void measure(double weight) {
    if (weight > bestLeaf) {
      cutMass *= Math.exp(bestLeaf - weight);
      gathering.scale(Math.exp(bestLeaf - weight));
      bestLeaf = weight;
    }
  }

  /** Weighs the chosen set in, or counts it as cut where it weighs next to nothing. */
  private void keep(int depth, double weight) {
    measure(weight);
    double share = Math.exp(weight - bestLeaf);
    if (weight < bestLeaf - CUT) {
      cutMass += share;
    } else {
      gathering.add(chosen, counts, depth, share);
      if (weight > bestLeaf - KEPT) {
        leaves.add(chosen, counts, depth, weight);
      }
    }
  }
}
