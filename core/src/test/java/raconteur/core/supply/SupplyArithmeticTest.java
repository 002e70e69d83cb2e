package raconteur.core.supply;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.board.Rail;

class SupplyArithmeticTest {

  /** Common practice, no source: 14 V in at 1 A on a 5 V regulator is 9 W. */
  @Test
  void aRegulatorTurnsItsDropIntoHeat() {
    LinearRegulator regulator = new LinearRegulator(14, 5, 1);
    assertThat(regulator.watts()).isCloseTo(9, within(0.1));
    assertThat(regulator.needsHeatsink()).isTrue();
  }

  /**
   * Data sheets of the 78xx in TO-220, from memory: 65 K/W to air, 5 K/W to the case, 125 °C at the
   * junction. 5 W in 35 °C air leave (125 − 35) / 5 − 5 − 1 = 12 K/W for the heatsink; 1 W stays
   * under the limit bare, at 100 °C.
   */
  @Test
  void aHeatsinkHasWhatTheJunctionLeaves() {
    assertThat(new LinearRegulator(10, 5, 0.99).heatsinkAtMost()).isCloseTo(12, within(0.1));
    LinearRegulator small = new LinearRegulator(8, 5, 0.32);
    assertThat(small.bareCelsius()).isCloseTo(100, within(0.5));
    assertThat(small.needsHeatsink()).isFalse();
  }

  @ParameterizedTest
  @CsvSource({"-9, -5, 0.01, true", "6.5, 5, 1, false", "7, 5, 1, true"})
  void aRegulatorNeedsHeadroomWhateverItsSign(
      double in, double out, double amps, boolean headroom) {
    assertThat(new LinearRegulator(in, out, amps).hasHeadroom()).isEqualTo(headroom);
    assertThat(new LinearRegulator(in, out, amps).watts()).isPositive();
  }

  /**
   * How IEC 60063 (from memory) makes its rounded series: the powers of the 24th root of ten to two
   * figures, but one more for the seven values 27 to 47 and one less for 82; E12 and E6 are every
   * second and every fourth of them.
   */
  @ParameterizedTest
  @ValueSource(ints = {6, 12, 24})
  void aPreferredSeriesIsThatOfTheStandard(int size) {
    List<Integer> standard = new ArrayList<>();
    for (int i = 0; i < 24; i += 24 / size) {
      int rounded = Math.toIntExact(Math.round(10 * Math.pow(10, i / 24.0)));
      standard.add(rounded + (i >= 10 && i <= 16 ? 1 : i == 22 ? -1 : 0));
    }
    PreferredValues series =
        Stream.of(PreferredValues.E6, PreferredValues.E12, PreferredValues.E24)
            .filter(s -> s.decade().length == size)
            .findFirst()
            .orElseThrow();
    assertThat(Arrays.stream(series.decade()).boxed().toList()).isEqualTo(standard);
  }

  @ParameterizedTest
  @CsvSource({"2.63, 2.7", "500, 560", "100, 100", "0.95, 1", "82.1, 100", "48000, 56000"})
  void theNextPreferredValueIsNotBelow(double wanted, double value) {
    assertThat(PreferredValues.E12.atLeast(wanted)).isCloseTo(value, within(value * 1e-9));
  }

  /** Over five decades: the value found is one of the series, not below, and none lies between. */
  @Test
  void noPreferredValueIsPassedOver() {
    List<Double> all = new ArrayList<>();
    for (double decade = 0.01; decade < 1000; decade *= 10) {
      for (int tenth : PreferredValues.E24.decade()) {
        all.add(tenth * decade);
      }
    }
    for (double wanted = 0.2; wanted < 900; wanted *= 1.0137) {
      double found = PreferredValues.E24.atLeast(wanted);
      double least = wanted * (1 - 1e-9);
      double next = all.stream().filter(v -> v >= least).min(Double::compare).orElseThrow();
      assertThat(found).as("from %s up", wanted).isCloseTo(next, within(next * 1e-9));
    }
  }

  @Test
  void aDummyLoadDrawsNoMoreThanTheBoardAndIsRatedTwice() {
    Rail rail = new Rail("+5V", "+5V", 5, 0.05, 350, 1.9, List.of(), "");
    DummyLoad load = DummyLoad.of(rail);
    assertThat(load.ohms()).isCloseTo(2.7, within(1e-9));
    assertThat(load.amps()).isLessThanOrEqualTo(1.9);
    assertThat(load.ratedWatts()).isCloseTo(2 * 25 / 2.7, within(1e-9));
  }

  /** Worked example as in handbooks (from memory): 1 A, 60 Hz, full wave, 1000 µF leaves 8.3 V. */
  @Test
  void aReservoirLeavesItsRipple() {
    assertThat(Reservoir.rippleVolts(1, 60, 1000e-6)).isCloseTo(8.33, within(0.01));
  }

  /** Half the last digit, at least three figures, as JCGM 100 takes a digital display. */
  @ParameterizedTest
  @CsvSource({
    "58, 0.5",
    "58.2, 0.05",
    "5.8, 0.05",
    "100, 0.5",
    "4700, 5",
    "92, 0.5",
    "0.2, 0.05",
    "12000, 50",
    "97.5, 0.05"
  })
  void aReadingIsAsSureAsItsLastDigit(double value, double half) {
    assertThat(Reading.halfDigit(value)).isCloseTo(half, within(half * 1e-9));
  }

  @Test
  void theSeriesCannotBeChangedFromOutside() {
    Arrays.fill(PreferredValues.E6.decade(), 0);
    assertThat(PreferredValues.E6.decade()).contains(10, 68);
  }
}
