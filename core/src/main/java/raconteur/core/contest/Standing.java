package raconteur.core.contest;

import java.util.List;
import org.hipparchus.distribution.continuous.TDistribution;
import org.hipparchus.stat.descriptive.StreamingStatistics;
import raconteur.core.odds.ClopperPearson;

/**
 * How a policy stands after some cases.
 *
 * @param minutes to the end of a case, solved or given up
 * @param mends per case
 * @param wrongMends per case: what was mended and had nothing
 * @param unsolved share of cases
 */
public record Standing(
    Policies policy,
    int cases,
    Estimate minutes,
    Estimate tests,
    Estimate mends,
    Estimate wrongMends,
    Estimate unsolved) {
  private static final double CONFIDENCE = 0.95;

  /** A mean or share with its 95 % interval. */
  public record Estimate(double value, double low, double high) {}

  /** Sums up; at least two scores. */
  static Standing of(Policies policy, List<Contest.Score> scores) {
    int unsolved = (int) scores.stream().filter(s -> !s.solved()).count();
    ClopperPearson.Interval share = ClopperPearson.interval(unsolved, scores.size(), CONFIDENCE);
    return new Standing(
        policy,
        scores.size(),
        mean(scores.stream().mapToDouble(Contest.Score::minutes).toArray()),
        mean(scores.stream().mapToDouble(Contest.Score::tests).toArray()),
        mean(scores.stream().mapToDouble(Contest.Score::mends).toArray()),
        mean(scores.stream().mapToDouble(Contest.Score::wrongMends).toArray()),
        new Estimate((double) unsolved / scores.size(), share.low(), share.high()));
  }

  /** Student's interval for a mean. */
  private static Estimate mean(double[] values) {
    StreamingStatistics statistics = new StreamingStatistics();
    for (double value : values) {
      statistics.addValue(value);
    }
    double half =
        new TDistribution(values.length - 1.0).inverseCumulativeProbability((1 + CONFIDENCE) / 2)
            * statistics.getStandardDeviation()
            / Math.sqrt(values.length);
    double mean = statistics.getMean();
    return new Estimate(mean, mean - half, mean + half);
  }
}
