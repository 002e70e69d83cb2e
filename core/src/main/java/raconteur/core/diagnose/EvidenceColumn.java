package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;
import raconteur.core.predict.TestModel;

/**
 * One finding against every fault: effects as small numbers (0 is none), their combinations and
 * their log-likelihoods, computed when first asked for.
 *
 * @param <E> the model's effects
 */
final class EvidenceColumn<E> {
  private static final int UNKNOWN = -1;

  private final TestModel<E> model;
  private final Finding found;
  private final List<E> effects = new ArrayList<>();
  private final Map<E, Integer> numbers = new HashMap<>();
  private final int[] ofFault;
  private double[] logLikelihoods = new double[8];
  private int[][] combinations = new int[0][];
  private int singles;
  private double[][] hides = new double[0][];

  private EvidenceColumn(TestModel<E> model, Finding found, int faults) {
    this.model = model;
    this.found = found;
    this.ofFault = new int[faults];
    number(model.none());
  }

  /** Asks the model about every fault; linear in their number. */
  static <E> EvidenceColumn<E> of(TestModel<E> model, Finding found, List<Fault> faults) {
    var column = new EvidenceColumn<>(model, found, faults.size());
    for (int i = 0; i < faults.size(); i++) {
      column.ofFault[i] = column.number(model.effectOf(faults.get(i)));
    }
    column.singles = column.effects.size();
    column.hides = new double[column.singles][];
    return column;
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
    logLikelihoods[number] = Math.log(model.probability(found, effect));
    return number;
  }

  /** Whether two findings are results of the same test: no fault tells their tests apart. */
  boolean sameTest(EvidenceColumn<?> other) {
    return found.getClass().equals(other.found.getClass())
        && numbers.size() > 1
        && Arrays.equals(ofFault, other.ofFault);
  }

  int effectOf(int fault) {
    return ofFault[fault];
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
    int rows = Math.max(one, other) + 1;
    if (combinations.length < rows) {
      combinations = Arrays.copyOf(combinations, Math.max(rows, effects.size()));
    }
    int[] row = combinations[one];
    if (row == null || row.length <= other) {
      int known = row == null ? 0 : row.length;
      row =
          row == null
              ? new int[Math.max(other + 1, effects.size())]
              : Arrays.copyOf(row, Math.max(other + 1, effects.size()));
      Arrays.fill(row, known, row.length, UNKNOWN);
      combinations[one] = row;
    }
    if (row[other] == UNKNOWN) {
      row[other] = number(model.combine(effects.get(one), effects.get(other)));
    }
    return row[other];
  }

  /** How many effects single faults have; they have the lowest numbers. */
  int singles() {
    return singles;
  }

  /**
   * How each effect of a single fault would change the log-likelihood on top of another effect.
   *
   * @param into gets {@link #singles} numbers
   * @param from where in it
   */
  void changes(int effect, double[] into, int from) {
    double now = logLikelihoods[effect];
    for (int single = 0; single < singles; single++) {
      int together = combine(effect, single);
      into[from + single] = logLikelihoods[together] - now;
    }
  }

  /**
   * How much more a third fault can change the log-likelihood, at most, where the effect of a
   * second is joined to that of a first: what the second hides.
   *
   * @param one an effect of a single fault
   * @param other another
   */
  double hides(int one, int other) {
    double[] row = hides[one];
    if (row == null) {
      row = new double[singles];
      for (int second = 1; second < singles; second++) {
        row[second] = most(one, combine(one, second));
      }
      hides[one] = row;
    }
    return row[other];
  }

  private double most(int before, int after) {
    double most = 0;
    if (after != before) {
      double step = logLikelihoods[after] - logLikelihoods[before];
      for (int third = 0; third < singles; third++) {
        // Joining may make the array of log-likelihoods a longer one: first both, then look.
        int allThree = combine(after, third);
        int without = combine(before, third);
        most = Math.max(most, logLikelihoods[allThree] - logLikelihoods[without] - step);
      }
    }
    return most;
  }

  /** The largest log-likelihood any effect met so far has. */
  double best() {
    double best = Double.NEGATIVE_INFINITY;
    for (int i = 0; i < effects.size(); i++) {
      best = Math.max(best, logLikelihoods[i]);
    }
    return best;
  }
}
