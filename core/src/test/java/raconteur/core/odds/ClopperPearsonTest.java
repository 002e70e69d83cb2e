package raconteur.core.odds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.apache.commons.statistics.distribution.BinomialDistribution;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class ClopperPearsonTest {

  /**
   * Exact 95 % limits as tabulated for n = 10 (Geigy Scientific Tables, 8th ed., vol. 2, binomial
   * confidence limits; from memory), in per cent.
   */
  @ParameterizedTest
  @CsvSource({
    "0, 10, 0, 30.85",
    "1, 10, 0.25, 44.50",
    "2, 10, 2.52, 55.61",
    "3, 10, 6.67, 65.25",
    "5, 10, 18.71, 81.29",
    "9, 10, 55.50, 99.75",
    "10, 10, 69.15, 100"
  })
  void agreesWithTheTable(int successes, int trials, double low, double high) {
    var interval = ClopperPearson.interval(successes, trials, 0.95);
    assertThat(interval.low() * 100).isCloseTo(low, within(0.01));
    assertThat(interval.high() * 100).isCloseTo(high, within(0.01));
  }

  /**
   * The definition itself (Clopper and Pearson 1934): at either limit what was counted, or more
   * extreme, has just half the chance left over. The binomial sums are those of Apache Commons
   * Statistics 1.1, another library than the one the program uses; limits are solved to 1e-9.
   */
  @ParameterizedTest
  @ValueSource(doubles = {0.5, 0.9, 0.95, 0.99})
  void eachLimitLeavesHalfTheRest(double confidence) {
    double tail = (1 - confidence) / 2;
    for (int n = 1; n <= 60; n++) {
      for (int k = 0; k <= n; k++) {
        var interval = ClopperPearson.interval(k, n, confidence);
        if (k > 0) {
          double atLeast = BinomialDistribution.of(n, interval.low()).survivalProbability(k - 1);
          assertThat(atLeast).as("%d of %d", k, n).isCloseTo(tail, within(1e-7));
        }
        if (k < n) {
          double atMost = BinomialDistribution.of(n, interval.high()).cumulativeProbability(k);
          assertThat(atMost).as("%d of %d", k, n).isCloseTo(tail, within(1e-7));
        }
        assertThat((double) k / n).isBetween(interval.low(), interval.high());
      }
    }
  }

  /** What was counted moves both limits up, and more trials narrow them. */
  @Test
  void limitsMoveWithTheCount() {
    for (int k = 1; k <= 20; k++) {
      var before = ClopperPearson.interval(k - 1, 20, 0.95);
      var after = ClopperPearson.interval(k, 20, 0.95);
      assertThat(after.low()).isGreaterThan(before.low());
      assertThat(after.high()).isGreaterThanOrEqualTo(before.high());
      var ten = ClopperPearson.interval(k * 10, 200, 0.95);
      assertThat(ten.high() - ten.low()).isLessThan(after.high() - after.low());
    }
  }

  /**
   * No failure in n: the one-sided 95 % limit is near 3/n (Hanley, Lippman-Hand 1983, JAMA 249).
   */
  @ParameterizedTest
  @CsvSource({"30", "100", "1000"})
  void ruleOfThree(int trials) {
    assertThat(ClopperPearson.interval(0, trials, 0.90).high())
        .isCloseTo(3.0 / trials, within(0.1 * 3.0 / trials));
  }

  @Test
  void withoutTrialsEverythingIsPossible() {
    assertThat(ClopperPearson.interval(0, 0, 0.95)).isEqualTo(new ClopperPearson.Interval(0, 1));
  }

  @Test
  void whatIsNoCountIsRefused() {
    assertThatThrownBy(() -> ClopperPearson.interval(3, 2, 0.95))
        .isInstanceOf(IllegalArgumentException.class);
  }
}
