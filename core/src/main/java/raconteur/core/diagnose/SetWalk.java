package raconteur.core.diagnose;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * One walk through some of the sets: those whose first class, in the order of what classes add, is
 * one of every so many. Walks share classes and findings and nothing that changes, so that several
 * can be under way at once.
 *
 * <p>What a class adds to a set is a sum of changes, one for each finding it touches, kept in a
 * table that follows the set. The classes that may still join come by what each would add to the
 * set so far; the last one to join can add more than that only where the one before it hides what
 * speaks against it, and how much that is at most is known from the findings that one touches.
 */
final class SetWalk {
  /** What is further below the best set than e to minus this is cut. */
  private static final double CUT = 18;

  /**
   * The same where sets may have three faults. There are so many more of them that it takes twice
   * as long to go down to e<sup>−18</sup>; on a story of 20 lines this leaves less than one part in
   * 150 unweighed.
   */
  private static final double CUT_OF_THREE = 15;

  /**
   * Sets further below the best than this are too many to be kept, and too light to be looked at.
   */
  private static final double KEPT = 12;

  /** The same for larger sets, of what is likely by itself. */
  private static final double CUT_BEYOND = 12;

  /**
   * So much further below is cut before it is known what classes hide, which costs time: a
   * judgement between the time and the share left unweighed (docs/performance.md).
   */
  private static final double UNSEEN = 2;

  private static final int ASKED_EVERY = 32;

  private final FaultClass[] classes;
  private final List<EvidenceColumn<?>> columns;
  private final int largest;
  private final Patience patience;
  private final double cut;
  private final double bestEvidence;

  /* The most any set can make of each finding. */
  private final double[] best;
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
  private final double evidence;
  private final Candidates all;

  /* What is in every set of this walk: so many classes, of those odds. */
  private final int given;
  private final double givenOdds;

  /* Sets of so many faults and fewer were weighed by another walk. */
  private final int weighed;
  private double bestLeaf;
  private double cutMass;
  private int asked;
  private boolean over;

  /**
   * @param gathering gets every set weighed, by what it weighs beside the best met so far
   * @param patience where it is over, what is left counts as cut
   */
  SetWalk(
      FaultClass[] classes,
      List<EvidenceColumn<?>> columns,
      int largest,
      Marginals.Gathering gathering,
      Patience patience) {
    this.patience = patience;
    this.classes = classes;
    this.columns = columns;
    this.largest = largest;
    this.cut = largest > 2 ? CUT_OF_THREE : CUT;
    double[][] ceilings = columns.stream().map(EvidenceColumn::ceilings).toArray(double[][]::new);
    this.best = columns.stream().mapToDouble(EvidenceColumn::best).toArray();
    this.bestEvidence = Arrays.stream(best).sum();
    this.logOdds = Arrays.stream(classes).mapToDouble(FaultClass::logOdds).toArray();
    this.columnAt = new int[columns.size() + 1];
    for (int i = 0; i < columns.size(); i++) {
      columnAt[i + 1] = columnAt[i] + columns.get(i).singles();
    }
    this.changes = new double[columnAt[columns.size()]];
    for (int i = 0; i < columns.size(); i++) {
      put(columns.get(i).changes(0), changes, i);
    }
    this.slots = Arrays.stream(classes).map(this::slotsOf).toArray(int[][]::new);
    this.effects = new int[columns.size()];
    this.chosen = new int[largest];
    this.counts = new int[largest];
    this.leaves = new Leaves(largest);
    this.gathering = gathering;
    this.evidence = columns.stream().mapToDouble(c -> c.logLikelihood(0)).sum();
    this.given = 0;
    this.givenOdds = 0;
    this.weighed = 0;
    this.bestLeaf = greedy();
    this.all = candidates(hopeful(ceilings), 0);
  }

  /**
   * The classes that can stand in a set worth weighing at all, whatever the others in it make of
   * the findings; the others count as cut.
   */
  private int[] hopeful(double[][] ceilings) {
    double sum = Arrays.stream(classes).mapToDouble(c -> c.sums().p1()).sum();
    double others = 1 + sum * (largest > 1 ? 1 : 0) + sum * sum * (largest > 2 ? 1 : 0);
    double bestOthers = Math.max(0, (largest - 1) * Arrays.stream(logOdds).max().orElse(0));
    int[] hopeful = new int[classes.length];
    int n = 0;
    for (int c = 0; c < classes.length; c++) {
      double hoped = logOdds[c] + bestEvidence;
      for (int i = 0; i < classes[c].columns().length; i++) {
        int column = classes[c].columns()[i];
        hoped += ceilings[column][classes[c].effects()[i]] - best[column];
      }
      if (hoped + bestOthers < bestLeaf - cut) {
        cutMass += Math.exp(hoped - bestLeaf) * others;
      } else {
        hopeful[n++] = c;
      }
    }
    return Arrays.copyOf(hopeful, n);
  }

  /** Another walk through the same sets, not begun either, that gathers for itself. */
  SetWalk beside() {
    return new SetWalk(this);
  }

  private SetWalk(SetWalk other) {
    this.classes = other.classes;
    this.columns = other.columns;
    this.largest = other.largest;
    this.patience = other.patience;
    this.cut = other.cut;
    this.best = other.best;
    this.bestEvidence = other.bestEvidence;
    this.logOdds = other.logOdds;
    this.columnAt = other.columnAt;
    this.changes = other.changes.clone();
    this.slots = other.slots;
    this.effects = new int[columns.size()];
    this.chosen = new int[largest];
    this.counts = new int[largest];
    this.leaves = new Leaves(largest);
    this.gathering = other.gathering.beside();
    this.evidence = other.evidence;
    this.all = other.all;
    this.given = other.given;
    this.givenOdds = other.givenOdds;
    this.weighed = other.weighed;
    this.bestLeaf = other.bestLeaf;
  }

  /**
   * A walk through larger sets: those of some classes that are in all of them and up to so many
   * others, where that is more faults than the first walk weighed.
   *
   * @param base what is in all of them
   * @param apart classes that are in them only by the base
   * @param others how many more faults
   * @param bestKnown the weight of the best set known
   */
  SetWalk beyond(Base base, boolean[] apart, int others, double bestKnown) {
    return new SetWalk(this, base, apart, others, bestKnown);
  }

  private SetWalk(SetWalk first, Base base, boolean[] apart, int others, double bestKnown) {
    this.classes = first.classes;
    this.columns = first.columns;
    this.largest = others;
    this.best = first.best;
    this.patience = first.patience;
    this.cut = CUT_BEYOND;
    this.logOdds = first.logOdds;
    this.columnAt = first.columnAt;
    this.changes = new double[first.changes.length];
    this.slots = first.slots;
    this.effects = base.effects().clone();
    for (int i = 0; i < columns.size(); i++) {
      put(columns.get(i).changes(effects[i]), changes, i);
    }
    this.given = base.classes().length;
    this.givenOdds = base.logOdds();
    this.weighed = first.largest;
    this.chosen = Arrays.copyOf(base.classes(), given + others);
    this.counts = Arrays.copyOf(base.counts(), given + others);
    this.leaves = new Leaves(given + others);
    this.gathering = first.gathering.beside();
    this.evidence = base.told();
    this.bestLeaf = bestKnown;
    int[] free = Arrays.stream(first.all.order).filter(c -> !apart[c]).toArray();
    this.bestEvidence = bestWith(free);
    this.all = candidates(free, 0);
  }

  /** The most any of some classes can make of the findings beside what is in the set. */
  private double bestWith(int[] free) {
    boolean[] touched = new boolean[columns.size()];
    for (int c : free) {
      for (int column : classes[c].columns()) {
        touched[column] = true;
      }
    }
    double most = 0;
    for (int i = 0; i < touched.length; i++) {
      most += touched[i] ? best[i] : columns.get(i).logLikelihood(effects[i]);
    }
    return most;
  }

  /**
   * Classes that are in every set of a walk.
   *
   * @param effects what they do together to every finding
   * @param told the log-likelihood of all findings with just them
   */
  @SuppressWarnings("ArrayRecordComponent")
  record Base(int[] classes, int[] counts, double logOdds, int[] effects, double told) {
    double weight() {
      return logOdds + told;
    }

    int faults() {
      return Arrays.stream(counts).sum();
    }
  }

  /** Nothing that is in every set. */
  Base nothing() {
    return new Base(new int[0], new int[0], 0, new int[columns.size()], evidence);
  }

  /** The same with a member of one more class; empty where that cannot be. */
  Optional<Base> with(Base base, int c) {
    if (Arrays.stream(base.classes()).anyMatch(d -> classes[c].excludes(classes[d]))) {
      return Optional.empty();
    }
    int n = base.classes().length;
    int[] all = Arrays.copyOf(base.classes(), n + 1);
    int[] many = Arrays.copyOf(base.counts(), n + 1);
    all[n] = c;
    many[n] = 1;
    int[] joint = base.effects().clone();
    double told = base.told();
    for (int i = 0; i < classes[c].columns().length; i++) {
      int at = classes[c].columns()[i];
      EvidenceColumn<?> column = columns.get(at);
      int with = column.combine(joint[at], classes[c].effects()[i]);
      told += column.logLikelihood(with) - column.logLikelihood(joint[at]);
      joint[at] = with;
    }
    return Optional.of(new Base(all, many, base.logOdds() + logOdds[c], joint, told));
  }

  /** The share of its likeliest member in a class. */
  double likeliestOf(int c) {
    double most = classes[c].members().stream().mapToDouble(Occurrence::odds).max().orElse(0);
    return most / classes[c].sums().p1();
  }

  /** The share of every class in what was weighed. */
  double[] shares() {
    return gathering.shares();
  }

  /** The weight of all that was weighed, beside the best set met. */
  double total() {
    return gathering.total();
  }

  /** The weight of the best set met. */
  double bestWeight() {
    return bestLeaf;
  }

  /** The share of sets of as many faults as were allowed, among those kept. */
  double fullShare() {
    double full = 0;
    double sum = 0;
    for (int leaf = 0; leaf < leaves.size(); leaf++) {
      double share = Math.exp(leaves.logWeight(leaf) - bestLeaf);
      int faults = 0;
      for (int d = 0; d < leaves.depth(leaf); d++) {
        faults += leaves.countAt(leaf, d);
      }
      sum += share;
      full += faults == largest ? share : 0;
    }
    return sum > 0 ? full / sum : 0;
  }

  private void put(double[] row, double[] table, int column) {
    System.arraycopy(row, 0, table, columnAt[column], row.length);
  }

  private int[] slotsOf(FaultClass c) {
    int[] at = new int[c.columns().length];
    for (int i = 0; i < at.length; i++) {
      at[i] = columnAt[c.columns()[i]] + c.effects()[i];
    }
    return at;
  }

  /**
   * Something to measure branches against from the start: what the class that adds most weighs, or
   * that with the one that then adds most, and so on.
   */
  private double greedy() {
    if (classes.length == 0) {
      return 0;
    }
    double best = Double.NEGATIVE_INFINITY;
    double weight = evidence;
    Joined[] joined = new Joined[largest];
    int depth = 0;
    while (depth < largest) {
      int most = mostAdding(depth);
      if (most < 0) {
        break;
      }
      weight += adds(most);
      best = Math.max(best, weight);
      chosen[depth] = most;
      joined[depth] = join(most);
      depth++;
    }
    while (depth > 0) {
      depth--;
      part(chosen[depth], joined[depth]);
    }
    return best;
  }

  private int mostAdding(int depth) {
    int most = -1;
    for (int c = 0; c < classes.length; c++) {
      boolean free = !excluded(c, depth);
      for (int d = 0; d < depth; d++) {
        free &= chosen[d] != c;
      }
      if (free && (most < 0 || adds(c) > adds(most))) {
        most = c;
      }
    }
    return most;
  }

  /** Weighs the sets whose first class is the first-th of all, and every stride-th after it. */
  void go(int first, int stride) {
    if (given > 0 && first == 0) {
      keep(given, givenOdds + evidence);
    }
    extend(all, first, stride, given, largest, givenOdds, evidence);
  }

  /** Takes in what another walk has met. */
  void take(SetWalk other) {
    leaves.widen(other.leaves.width());
    measure(other.bestLeaf);
    double factor = Math.exp(other.bestLeaf - bestLeaf);
    cutMass += other.cutMass * factor;
    gathering.take(other.gathering, factor);
    leaves.take(other.leaves, bestLeaf - KEPT);
  }

  /**
   * What was met.
   *
   * @param beyond the share of sets larger than those this walk was for
   */
  HypothesisSearch.Result result(double beyond) {
    double unweighed = Double.isNaN(cutMass) ? 0 : cutMass;
    return new HypothesisSearch.Result(
        classes, leaves, bestLeaf, gathering.total(), unweighed, beyond, gathering.marginals());
  }

  /**
   * Classes that may join a set, those that add most to it first.
   *
   * @param order their indices
   * @param adds the log of what each adds: its odds, and what it changes about the findings
   * @param addsFrom from each on the sum of what they add, not as logs
   * @param oddsFrom from each on the sum of their odds
   * @param logOddsFrom from each on the largest of their odds
   * @param freed from each on the largest of what they add if all that speaks against them is gone
   * @param freedFrom from each on the sum of that, not as logs
   */
  @SuppressWarnings("ArrayRecordComponent")
  private record Candidates(
      int[] order,
      double[] adds,
      double[] addsFrom,
      double[] oddsFrom,
      double[] logOddsFrom,
      double[] freed,
      double[] freedFrom) {}

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
    double[] freed = new double[n + 1];
    double[] freedFrom = new double[n + 1];
    logOddsFrom[n] = Double.NEGATIVE_INFINITY;
    freed[n] = Double.NEGATIVE_INFINITY;
    for (int i = n - 1; i >= 0; i--) {
      double most = addsAtMost(sorted[i]);
      freed[i] = Math.max(freed[i + 1], most);
      freedFrom[i] = freedFrom[i + 1] + Math.exp(most);
      addsFrom[i] = addsFrom[i + 1] + Math.exp(adds[i]);
      oddsFrom[i] = oddsFrom[i + 1] + classes[sorted[i]].sums().p1();
      logOddsFrom[i] = Math.max(logOddsFrom[i + 1], logOdds[sorted[i]]);
    }
    return new Candidates(sorted, adds, addsFrom, oddsFrom, logOddsFrom, freed, freedFrom);
  }

  private static final long PLACE = (1L << 20) - 1;

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

  /** The same where only what speaks for the class is counted. */
  private double addsAtMost(int c) {
    double sum = logOdds[c];
    for (int slot : slots[c]) {
      sum += Math.max(0, changes[slot]);
    }
    return sum;
  }

  /**
   * Adds candidates to the set chosen so far, and to that what else fits.
   *
   * @param first the first of them to add
   * @param stride 1 for all from that on, 2 for every other one
   * @param depth how many classes are chosen
   * @param room how many more faults fit
   * @param odds the log of the set's odds
   * @param told the set's log-likelihood of all findings
   */
  private void extend(
      Candidates from, int first, int stride, int depth, int room, double odds, double told) {
    for (int i = first; i < from.order.length; i += stride) {
      int c = from.order[i];
      double hoped = odds + bestEvidence;
      if (hoped + from.logOddsFrom[i] < bestLeaf - cut || (i > first && isOver())) {
        cut(from, i, stride, hoped, room);
        return;
      }
      if (excluded(c, depth)) {
        continue;
      }
      chosen[depth] = c;
      double newTold = told + from.adds[i] - logOdds[c];
      int most = Math.min(room, classes[c].most());
      for (int m = 1; m <= most; m++) {
        double choices = classes[c].sums().choose(m);
        if (choices <= 0) {
          break;
        }
        counts[depth] = m;
        double newOdds = odds + Math.log(choices);
        keep(depth + 1, newOdds + newTold);
        if (room - m == 1) {
          closeAfter(c, from, i + 1, depth + 1, newOdds + newTold);
        } else if (room > m) {
          Joined joined = join(c);
          extend(candidates(from.order, i + 1), 0, 1, depth + 1, room - m, newOdds, newTold);
          part(c, joined);
        }
      }
    }
  }

  /** Whether patience is over; the clock is not looked at every time. */
  private boolean isOver() {
    over |= ++asked % ASKED_EVERY == 0 && patience.isOver();
    return over;
  }

  /** Adds one last fault on top of a class, where any can add enough. */
  private void closeAfter(int c, Candidates from, int first, int depth, double base) {
    if (first == from.order.length) {
      return;
    }
    double least = bestLeaf - cut;
    double freed = base + fallsShort(c);
    if (Math.max(base + from.adds[first], freed + from.freed[first]) < least - UNSEEN) {
      // Whatever the class hides, which then need not be looked for.
      cutMass += Math.exp(base - bestLeaf) * from.addsFrom[first];
      cutMass += Math.exp(freed - bestLeaf) * from.freedFrom[first];
      return;
    }
    double hides = hides(c);
    if (base + hides + from.adds[first] < least) {
      cutMass += Math.exp(base + hides - bestLeaf) * from.addsFrom[first];
    } else {
      Joined joined = join(c);
      gathering.open(chosen, counts, depth);
      close(from, first, depth, base, hides);
      gathering.shut();
      part(c, joined);
    }
  }

  /** How far the findings a class touches are from the best that can be made of them, with it. */
  private double fallsShort(int c) {
    double sum = 0;
    FaultClass joining = classes[c];
    for (int i = 0; i < slots[c].length; i++) {
      int column = joining.columns()[i];
      double told = columns.get(column).logLikelihood(effects[column]) + changes[slots[c][i]];
      sum += Math.max(0, best[column] - told);
    }
    return sum;
  }

  /** How much more any one class can add with this one in the set than without it, at most. */
  private double hides(int c) {
    double most = 0;
    FaultClass hiding = classes[c];
    for (int i = 0; i < hiding.columns().length; i++) {
      int column = hiding.columns()[i];
      most += columns.get(column).hides(effects[column], hiding.effects()[i]);
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
      double least = bestLeaf - cut;
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
        put(columns.get(column).changes(effects[column]), changes, column);
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

  /**
   * Counts as cut what some classes, each with any after it, can make with the best of findings.
   */
  private void cut(Candidates from, int first, int stride, double hoped, int room) {
    double sets = 0;
    for (int i = first; i < from.order.length; i += stride) {
      double own = from.oddsFrom[i] - from.oddsFrom[i + 1];
      double more = 1;
      for (int m = 0; m < room; m++) {
        sets += own * more;
        more *= from.oddsFrom[i];
      }
    }
    cutMass += Math.exp(hoped - bestLeaf) * sets;
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

  private int faults(int depth) {
    int sum = 0;
    for (int d = 0; d < depth; d++) {
      sum += counts[d];
    }
    return sum;
  }

  /** Weighs the chosen set in, or counts it as cut where it weighs next to nothing. */
  private void keep(int depth, double weight) {
    if (weighed > 0 && faults(depth) <= weighed) {
      return;
    }
    measure(weight);
    double share = Math.exp(weight - bestLeaf);
    if (weight < bestLeaf - cut) {
      cutMass += share;
    } else {
      gathering.add(chosen, counts, depth, share);
      if (weight > bestLeaf - KEPT) {
        leaves.add(chosen, counts, depth, weight);
      }
    }
  }
}
