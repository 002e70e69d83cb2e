package raconteur.core.supply;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ConductanceTest {

  /** Worked examples of resistors in parallel as in any handbook of electronics; from memory. */
  @Test
  void conductancesAdd() {
    assertThat(Conductance.parallelOhms(10, 10)).isCloseTo(5, within(1e-12));
    assertThat(Conductance.parallelOhms(2, 3, 6)).isCloseTo(1, within(1e-12));
    assertThat(Conductance.parallelOhms(100, 300, 600)).isCloseTo(66.67, within(0.01));
    assertThat(Conductance.parallelOhms()).isInfinite();
  }

  /**
   * Common practice, no source: the chip that moved a rail from 58 to 92 ohm was itself about 157.
   */
  @Test
  void theChipThatMovedTheRailIsItsOwnResistance() {
    assertThat(Conductance.removedOhms(58, 92).orElseThrow()).isCloseTo(157, within(0.5));
  }

  @ParameterizedTest
  @CsvSource({"58, 58", "58, 40", "NaN, 92"})
  void aStepThatDoesNotRiseTellsNothing(double before, double after) {
    assertThat(Conductance.removedOhms(before, after)).isEmpty();
  }

  @Test
  void pullingTheOnlyLoadLeavesItsOwnResistance() {
    assertThat(Conductance.removedOhms(220, Double.POSITIVE_INFINITY)).contains(220.0);
  }
}
