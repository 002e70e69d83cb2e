package raconteur.core.prove;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DemonstrationTest {

  /** The usual table of zero-failure sample sizes, ln(1 − C) / ln R, as handbooks print it. */
  @ParameterizedTest
  @CsvSource({
    "0.10, 0.90, 22",
    "0.10, 0.95, 29",
    "0.05, 0.90, 45",
    "0.05, 0.95, 59",
    "0.01, 0.90, 230",
    "0.01, 0.95, 299",
    "0.01, 0.99, 459",
    "0.001, 0.95, 2995"
  })
  void runsWithoutAFailureAreThoseOfTheTables(double chance, double confidence, int runs) {
    assertThat(Demonstration.runs(chance, confidence, 0)).isEqualTo(runs);
  }

  /** Sample sizes with failures allowed, MIL-HDBK-338B and quality handbooks, from memory. */
  @ParameterizedTest
  @CsvSource({"0.10, 0.90, 1, 38", "0.10, 0.90, 2, 52", "0.05, 0.95, 1, 93", "0.01, 0.95, 1, 473"})
  void runsWithFailuresAllowedAreThoseOfTheTables(
      double chance, double confidence, int failures, int runs) {
    assertThat(Demonstration.runs(chance, confidence, failures)).isEqualTo(runs);
  }

  /**
   * Hanley and Lippman-Hand, "If nothing goes wrong, is everything all right?", JAMA 249, 1983: the
   * rule of three.
   */
  @ParameterizedTest
  @CsvSource({"30", "50", "100", "1000"})
  void aFaultSeenOnceInManyRunsNeedsAboutThreeTimesAsManyCleanOnes(int every) {
    assertThat(Demonstration.runs(1.0 / every, 0.95, 0) / (double) every).isCloseTo(3, within(0.1));
    assertThat(Demonstration.hours(every, 0.95, 0) / every).isCloseTo(2.9957, within(1e-3));
  }

  /** Multipliers χ²(C; 2f + 2) / 2 as chi-square tables give them. */
  @ParameterizedTest
  @CsvSource({
    "0.60, 0, 0.916",
    "0.90, 0, 2.303",
    "0.90, 1, 3.890",
    "0.90, 2, 5.322",
    "0.95, 1, 4.744",
    "0.95, 3, 7.754"
  })
  void hoursAreThoseOfTheChiSquareTable(double confidence, int failures, double multiplier) {
    assertThat(Demonstration.hours(1, confidence, failures)).isCloseTo(multiplier, within(5e-4));
    assertThat(Demonstration.hoursConfidence(1, multiplier, failures))
        .isCloseTo(confidence, within(1e-3));
  }

  @Test
  void theEdgesAreRunsToo() {
    assertThat(Demonstration.runs(1, 0.95, 0)).isEqualTo(1);
    assertThat(Demonstration.confidence(0.1, 0, 0)).isZero();
    assertThat(Demonstration.confidence(1, 1, 0)).isEqualTo(1);
    assertThat(Demonstration.runs(1e-9, 0.999, 0)).isEqualTo(Demonstration.MOST_RUNS);
    assertThatThrownBy(() -> Demonstration.runs(0, 0.95, 0)).hasMessageContaining("not at 0");
    assertThatThrownBy(() -> Demonstration.runs(0.1, 1, 0)).hasMessageContaining("between 0 and 1");
  }
}
