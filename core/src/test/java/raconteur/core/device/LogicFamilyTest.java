package raconteur.core.device;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class LogicFamilyTest {

  private static LogicFamily family(String name) {
    return LogicFamily.of(Device.ofPins(name, "", "small logic", "DIP14", List.of()));
  }

  /**
   * Worst cases as the data books of the series table them (Low-Power Schottky, Schottky, Advanced
   * Low-Power Schottky, FAST and high-speed CMOS data books), from memory: I_OL and I_IL in mA,
   * V_IH and V_OH in V.
   */
  @ParameterizedTest
  @CsvSource({
    "74LS00, 8, 0.4, 2.0, 2.7",
    "54LS00, 4, 0.4, 2.0, 2.5",
    "74LS244, 24, 0.2, 2.0, 2.4",
    "74LS365, 24, 0.4, 2.0, 2.4",
    "74LS366, 24, 0.4, 2.0, 2.4",
    "74LS367, 24, 0.4, 2.0, 2.4",
    "74LS368, 24, 0.4, 2.0, 2.4",
    "74LS373, 24, 0.4, 2.0, 2.4",
    "74LS374, 24, 0.4, 2.0, 2.4",
    "54LS244, 12, 0.4, 2.0, 2.4",
    "7400, 16, 1.6, 2.0, 2.4",
    "74S00, 20, 2.0, 2.0, 2.7",
    "74ALS00, 8, 0.1, 2.0, 2.5",
    "74F00, 20, 0.6, 2.0, 2.5",
    "74HCT00, 4, 0.001, 2.0, 3.84",
    "74HC00, 4, 0.001, 3.5, 3.84",
    "4011B, 0.44, 0.001, 3.5, 4.6"
  })
  void currentsAndLevelsAreThoseOfTheDataBooks(
      String device, double sinks, double draws, double inHigh, double outHigh) {
    LogicFamily family = family(device);
    assertThat(family.sinkAmps() * 1e3).isCloseTo(sinks, within(1e-9));
    assertThat(family.inLowAmps() * 1e3).isCloseTo(draws, within(1e-9));
    assertThat(family.inHighVolts()).isEqualTo(inHigh);
    assertThat(family.outHighVolts()).isEqualTo(outHigh);
  }

  /**
   * The 16K memory's clocks want 2.7 V where its other inputs take 2.4 V (its data sheet's V_IHC).
   */
  @Test
  void theClocksOfThreeRailMemoriesWantMore() {
    LogicFamily memory = family("4116");
    assertThat(memory.inHighVolts("A3")).isEqualTo(2.4);
    for (String clock : List.of("/RAS", "/CAS", "/WE")) {
      assertThat(memory.inHighVolts(clock)).isEqualTo(2.7);
      assertThat(family("74LS00").reaches(memory, clock)).isTrue();
      assertThat(family("7400").reaches(memory, clock)).isFalse();
    }
    assertThat(family("7400").reaches(memory, "A3")).isTrue();
    assertThat(family("4164").inHighVolts("/RAS")).isEqualTo(2.4);
  }

  /** 30 and 70 % of the supply is what JEDEC standard 7-A gives CMOS inputs. */
  @Test
  void cmosInputsAreSharesOfFiveVolts() {
    assertThat(family("74HC04").inLowVolts()).isCloseTo(0.3 * 5, within(1e-9));
    assertThat(family("74HC04").inHighVolts()).isCloseTo(0.7 * 5, within(1e-9));
  }

  @Test
  void openLinesFloatHighWhereInputsAreBipolar() {
    assertThat(family("74LS08").bipolar()).isTrue();
    assertThat(family("7408").bipolar()).isTrue();
    assertThat(family("74HC08").bipolar()).isFalse();
    assertThat(family("74ACT08").bipolar()).as("no family of ours: the last takes it").isFalse();
    assertThat(family("2114").bipolar()).isFalse();
  }
}
