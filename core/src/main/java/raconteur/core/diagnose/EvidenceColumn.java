package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicLongArray;
import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.stream.IntStream;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;
import raconteur.core.predict.TestModel;

/**
 * Findings that are weighed together, against every fault: effects as small numbers (0 is none),
 * their combinations and their log-likelihoods, computed when first asked for. What one walk
 * through the sets has learnt another finds without waiting; only what is new is learnt by one at a
 * time.
 *
 * @param <E> the model's effects
 */
final class EvidenceColumn<E> {
  private static final int UNKNOWN = -1;
  private static final long NOT_KNOWN = Double.doubleToLongBits(Double.NaN);
  private static final int ASKED_TOGETHER = 128;

  /** No finding is likelier than certain. */
  private static final double CERTAIN = 0;

  /** With more effects than this it takes too long to try what two others make of each. */
  private static final int MOST_JOINED = 16;

  private final TestModel<E> model;
  private final List<Finding> found;
  private final List<E> effects = new ArrayList<>();
  private final Map<E, Integer> numbers = new HashMap<>();
  private final int[] ofFault;
  private int[] touched = {};
  private final Map<List<Finding>, double[]> chances = new HashMap<>();
  private double[] logLikelihoods = new double[8];
  private int singles;
  private volatile AtomicReferenceArray<AtomicLongArray> hides = new AtomicReferenceArray<>(0);
  private double[] ceilings = new double[0];
  private volatile AtomicReferenceArray<int[]> combinations = new AtomicReferenceArray<>(0);
  private volatile AtomicReferenceArray<double[]> changes = new AtomicReferenceArray<>(0);

  private EvidenceColumn(TestModel<E> model, List<Finding> found, int faults) {
    this.model = model;
    this.found = List.copyOf(found);
    this.ofFault = new int[faults];
    number(model.none());
  }

  /** Asks the model about every fault; linear in their number. */
  static <E> EvidenceColumn<E> of(TestModel<E> model, List<Finding> found, List<Fault> faults) {
    return of(model, found, faults, Patience.ENDLESS).orElseThrow();
  }

  /** The same, empty where patience is over before every fault was asked about. */
  static <E> Optional<EvidenceColumn<E>> of(
      TestModel<E> model, List<Finding> found, List<Fault> faults, Patience patience) {
    var column = new EvidenceColumn<>(model, found, faults.size());
    for (int from = 0; from < faults.size(); from += ASKED_TOGETHER) {
      if (patience.isOver()) {
        return Optional.empty();
      }
      int to = Math.min(faults.size(), from + ASKED_TOGETHER);
      List<E> effects = model.effectsOf(faults, from, to);
      for (int i = 0; i < effects.size(); i++) {
        column.ofFault[from + i] = column.number(effects.get(i));
      }
    }
    column.singles = column.effects.size();
    column.touched =
        IntStream.range(0, faults.size()).filter(f -> column.ofFault[f] != 0).toArray();
    return Optional.of(column);
  }

  private int number(E effect) {
    Integer known = numbers.get(effect);
    if (known != null) {
      return known;
    }
    int number = effects.size();
    effects.add(effect);
    numbers.put(effect, number);
    if (number >= logLikelihoods.length) {
      logLikelihoods = Arrays.copyOf(logLikelihoods, number * 2);
    }
    logLikelihoods[number] = Math.log(model.joint(found, effect));
    return number;
  }

  /** Whether any fault makes a difference to what is found. */
  boolean tells() {
    return singles > 1;
  }

  /** The chance of some of the findings by themselves, under an effect. */
  synchronized double chance(List<Finding> some, int effect) {
    double[] known = chances.computeIfAbsent(some, _ -> new double[0]);
    if (effect >= known.length) {
      int from = known.length;
      known = Arrays.copyOf(known, Math.max(effect + 1, effects.size()));
      Arrays.fill(known, from, known.length, Double.NaN);
      chances.put(some, known);
    }
    if (Double.isNaN(known[effect])) {
      known[effect] = model.joint(some, effects.get(effect));
    }
    return known[effect];
  }

  /** The largest chance any effect met so far gives some of the findings. */
  synchronized double bestChance(List<Finding> some) {
    double best = 0;
    for (int i = 0; i < effects.size(); i++) {
      best = Math.max(best, chance(some, i));
    }
    return best;
  }

  int effectOf(int fault) {
    return ofFault[fault];
  }

  /** The faults that have any effect, ascending; not to be changed. */
  int[] touched() {
    return touched;
  }

  double logLikelihood(int effect) {
    return logLikelihoods[effect];
  }

  int combine(int one, int other) {
    if (one == 0 || one == other) {
      return other;
    }
    if (other == 0) {
      return one;
    }
    AtomicReferenceArray<int[]> known = combinations;
    if (one < known.length()) {
      int[] row = known.get(one);
      if (row != null && other < row.length && row[other] != UNKNOWN) {
        return row[other];
      }
    }
    return learn(one, other);
  }

  private synchronized int learn(int one, int other) {
    if (one >= combinations.length()) {
      combinations = longer(combinations, one);
    }
    int[] row = combinations.get(one);
    if (row == null || row.length <= other) {
      int known = row == null ? 0 : row.length;
      int[] longer = new int[Math.max(other + 1, other < singles ? singles : effects.size())];
      if (row != null) {
        System.arraycopy(row, 0, longer, 0, known);
      }
      Arrays.fill(longer, known, longer.length, UNKNOWN);
      row = longer;
      combinations.set(one, row);
    }
    if (row[other] == UNKNOWN) {
      row[other] = number(model.combine(effects.get(one), effects.get(other)));
    }
    return row[other];
  }

  /** The same rows with room for one of that number, and for all effects there are. */
  private <R> AtomicReferenceArray<R> longer(AtomicReferenceArray<R> rows, int number) {
    var longer = new AtomicReferenceArray<R>(Math.max(number + 1, effects.size()));
    for (int i = 0; i < rows.length(); i++) {
      longer.set(i, rows.get(i));
    }
    return longer;
  }

  /** How many effects single faults have; they have the lowest numbers. */
  int singles() {
    return singles;
  }

  /**
   * How each effect of a single fault would change the log-likelihood on top of another effect.
   *
   * @return {@link #singles} numbers, not to be changed
   */
  double[] changes(int effect) {
    AtomicReferenceArray<double[]> known = changes;
    double[] row = effect < known.length() ? known.get(effect) : null;
    return row == null ? learnChanges(effect) : row;
  }

  private synchronized double[] learnChanges(int effect) {
    double[] row = new double[singles];
    for (int single = 0; single < singles; single++) {
      // Joining may make the array of log-likelihoods a longer one: first join, then look.
      int together = combine(effect, single);
      row[single] = logLikelihoods[together] - logLikelihoods[effect];
    }
    if (effect >= changes.length()) {
      changes = longer(changes, effect);
    }
    changes.set(effect, row);
    return row;
  }

  /**
   * How much more a third fault can change the log-likelihood, at most, where the effect of a
   * second is joined to that of a first: what the second hides.
   *
   * @param second an effect a fault may have alone
   */
  double hides(int one, int second) {
    AtomicReferenceArray<AtomicLongArray> known = hides;
    AtomicLongArray row = one < known.length() ? known.get(one) : null;
    long hidden = row == null ? NOT_KNOWN : row.getOpaque(second);
    return hidden == NOT_KNOWN ? learnHidden(one, second) : Double.longBitsToDouble(hidden);
  }

  private synchronized double learnHidden(int one, int second) {
    if (one >= hides.length()) {
      hides = longer(hides, one);
    }
    AtomicLongArray row = hides.get(one);
    if (row == null) {
      long[] unknown = new long[singles];
      Arrays.fill(unknown, NOT_KNOWN);
      row = new AtomicLongArray(unknown);
      hides.set(one, row);
    }
    int after = combine(one, second);
    double hidden = after == one ? 0 : most(one, after);
    row.setOpaque(second, Double.doubleToLongBits(hidden));
    return hidden;
  }

  /**
   * For every effect of a single fault the largest log-likelihood a set with it can give the
   * finding, one or two others joined to it; in columns with many effects that of certainty.
   *
   * @return {@link #singles} numbers, not to be changed
   */
  synchronized double[] ceilings() {
    if (ceilings.length == 0) {
      double[] most = new double[singles];
      if (singles > MOST_JOINED) {
        Arrays.fill(most, CERTAIN);
      } else {
        Arrays.setAll(most, this::ceiling);
      }
      ceilings = most;
    }
    return ceilings;
  }

  private double ceiling(int single) {
    BitSet reached = new BitSet();
    reached.set(single);
    BitSet latest = reached;
    for (int others = 0; others < 2; others++) {
      BitSet next = new BitSet();
      latest.stream()
          .forEach(e -> IntStream.range(0, singles).forEach(s -> next.set(combine(e, s))));
      reached.or(next);
      latest = next;
    }
    return reached.stream().mapToDouble(e -> logLikelihoods[e]).max().orElseThrow();
  }

  private double most(int before, int after) {
    double most = 0;
    double step = logLikelihoods[after] - logLikelihoods[before];
    for (int third = 1; third < singles; third++) {
      // Joining may make the array of log-likelihoods a longer one: first both, then look.
      int allThree = combine(after, third);
      int without = combine(before, third);
      most = Math.max(most, logLikelihoods[allThree] - logLikelihoods[without] - step);
    }
    return most;
  }

  /** The largest of {@link #ceilings}. */
  double best() {
    return Arrays.stream(ceilings()).max().orElse(logLikelihoods[0]);
  }
}
