package raconteur.core.odds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

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
