package raconteur.core.contest;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.apache.commons.statistics.distribution.TDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class StandingTest {
  private static Contest.Score score(double minutes, int wrong, boolean solved) {
    return new Contest.Score(minutes, (int) minutes / 2, wrong + 1, wrong, solved);
  }

  private static Standing of(List<Contest.Score> scores) {
    return Standing.of(Policies.values()[0], scores);
  }

  /**
   * Ten extra hours of sleep, as Student (Biometrika 6, 1908, from memory) printed them for his
   * second drug: mean 2.33, and with t(9) = 2.262 the 95 % interval is 0.90 to 3.76.
   */
  @Test
  void theIntervalIsStudents() {
    double[] hours = {1.9, 0.8, 1.1, 0.1, -0.1, 4.4, 5.5, 1.6, 4.6, 3.4};
    List<Contest.Score> scores = new ArrayList<>();
    for (double each : hours) {
      scores.add(score(each, 0, true));
    }
    Standing.Estimate minutes = of(scores).minutes();
    assertThat(minutes.value()).isCloseTo(2.33, within(1e-9));
    assertThat(minutes.low()).isCloseTo(0.90, within(0.005));
    assertThat(minutes.high()).isCloseTo(3.76, within(0.005));
  }

  /** The quantile of another statistics library than the one the program uses. */
  @ParameterizedTest
  @ValueSource(ints = {2, 3, 10, 40})
  void theReachOfTheMeanIsThatOfAnotherLibrary(int count) {
    Random dice = new Random(count);
    List<Contest.Score> scores = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      scores.add(score(20 + 100 * dice.nextDouble(), dice.nextInt(3), true));
    }
    Standing standing = of(scores);
    double[] wrong = scores.stream().mapToDouble(Contest.Score::wrongMends).toArray();
    double mean = java.util.Arrays.stream(wrong).average().orElseThrow();
    double variance =
        java.util.Arrays.stream(wrong).map(w -> (w - mean) * (w - mean)).sum() / (count - 1);
    double half =
        TDistribution.of(count - 1).inverseCumulativeProbability(0.975)
            * Math.sqrt(variance / count);
    assertThat(standing.wrongMends().value()).isCloseTo(mean, within(1e-9));
    assertThat(standing.wrongMends().low()).isCloseTo(mean - half, within(1e-6));
    assertThat(standing.wrongMends().high()).isCloseTo(mean + half, within(1e-6));
  }

  /** None of ten unsolved is not none: up to 31 % (Clopper and Pearson 1934). */
  @Test
  void theShareUnsolvedIsAnInterval() {
    List<Contest.Score> scores = new ArrayList<>();
    for (int i = 0; i < 10; i++) {
      scores.add(score(10, 0, true));
    }
    assertThat(of(scores).unsolved().value()).isZero();
    assertThat(of(scores).unsolved().high()).isCloseTo(0.3085, within(0.0005));
    scores.set(0, score(300, 4, false));
    assertThat(of(scores).unsolved().value()).isCloseTo(0.1, within(1e-9));
    assertThat(of(scores).cases()).isEqualTo(10);
  }
}
