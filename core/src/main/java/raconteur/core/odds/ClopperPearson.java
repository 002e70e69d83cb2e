package raconteur.core.odds;

import org.hipparchus.distribution.continuous.BetaDistribution;

/**
 * The exact confidence interval of a binomial share (Clopper and Pearson 1934,
 * doi:10.1093/biomet/26.4.404), from quantiles of the Beta distribution. Conservative: it covers at
 * least as often as it says, which suits small counts.
 */
public final class ClopperPearson {
  private ClopperPearson() {}

  /** Both ends of an interval for a share, from 0 to 1. */
  public record Interval(double low, double high) {}

  /**
   * @param successes from 0 to trials
   * @param trials at least 0; without trials nothing is known and the interval is everything
   * @param confidence for example 0.95
   */
  public static Interval interval(int successes, int trials, double confidence) {
    if (trials < 0 || successes < 0 || successes > trials) {
      throw new IllegalArgumentException(successes + " of " + trials + " is no count");
    }
    if (!(confidence > 0 && confidence < 1)) {
      throw new IllegalArgumentException("confidence lies between 0 and 1, not " + confidence);
    }
    double tail = (1 - confidence) / 2;
    double low =
        successes == 0
            ? 0
            : new BetaDistribution(successes, trials - successes + 1.0)
                .inverseCumulativeProbability(tail);
    double high =
        successes == trials
            ? 1
            : new BetaDistribution(successes + 1.0, trials - successes)
                .inverseCumulativeProbability(1 - tail);
    return new Interval(low, high);
  }
}
