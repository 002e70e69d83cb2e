package raconteur.core.prove;

import org.hipparchus.distribution.continuous.ChiSquaredDistribution;
import org.hipparchus.distribution.discrete.BinomialDistribution;

/**
 * How much use without a fault shows, with a wanted confidence, that a fault which used to come
 * this often is gone.
 *
 * <p>Runs are independent trials that fail with the rate the fault had: {@code n} runs with at most
 * {@code f} failures show with confidence {@code C} that it is rarer now once the chance of as few,
 * were it still there, is at most {@code 1 − C}. Hours are a Poisson process: {@code T = m · χ²(C;
 * 2f + 2) / 2} for a fault that came every {@code m} hours. Both are the usual demonstration tests
 * of reliability (Hahn and Shapiro, "Statistical Models in Engineering", 1967; the tables of
 * MIL-HDBK-338B, section 8, from memory).
 */
public final class Demonstration {
  /** Beyond this nobody counts. */
  public static final int MOST_RUNS = 10_000_000;

  private Demonstration() {}

  /**
   * The runs needed.
   *
   * @param chance of the fault in one run while it is there, over 0 and at most 1
   * @param confidence over 0 and under 1
   * @param failures how many are allowed, from 0
   * @return at most {@value #MOST_RUNS}
   */
  public static int runs(double chance, double confidence, int failures) {
    check(chance > 0 && chance <= 1, "a chance lies over 0 and at most at 1, not at " + chance);
    check(confidence);
    check(failures >= 0, "failures are counted from 0, not from " + failures);
    int low = failures + 1;
    int high = low;
    while (high < MOST_RUNS && confidence(chance, high, failures) < confidence) {
      high = Math.min(MOST_RUNS, 2 * high);
    }
    while (low < high) {
      int middle = low + (high - low) / 2;
      if (confidence(chance, middle, failures) >= confidence) {
        high = middle;
      } else {
        low = middle + 1;
      }
    }
    return high;
  }

  /** The confidence that runs with some failures give; 0 for none. */
  public static double confidence(double chance, int runs, int failures) {
    check(runs >= 0, "runs are counted from 0, not from " + runs);
    if (runs <= failures) {
      return 0;
    }
    return failures == 0
        ? -Math.expm1(runs * Math.log1p(-chance))
        : 1 - new BinomialDistribution(runs, chance).cumulativeProbability(failures);
  }

  /**
   * The hours needed.
   *
   * @param everyHours how far apart the fault used to come
   */
  public static double hours(double everyHours, double confidence, int failures) {
    check(everyHours > 0, "hours between faults are over 0, not " + everyHours);
    check(confidence);
    check(failures >= 0, "failures are counted from 0, not from " + failures);
    return everyHours
        * new ChiSquaredDistribution(2.0 * failures + 2).inverseCumulativeProbability(confidence)
        / 2;
  }

  /** The confidence that hours with some failures give. */
  public static double hoursConfidence(double everyHours, double hours, int failures) {
    check(hours >= 0, "hours are counted from 0, not from " + hours);
    return hours == 0
        ? 0
        : new ChiSquaredDistribution(2.0 * failures + 2)
            .cumulativeProbability(2 * hours / everyHours);
  }

  private static void check(double confidence) {
    check(
        confidence > 0 && confidence < 1, "confidence lies between 0 and 1, not at " + confidence);
  }

  private static void check(boolean holds, String rule) {
    if (!holds) {
      throw new IllegalArgumentException(rule);
    }
  }
}
