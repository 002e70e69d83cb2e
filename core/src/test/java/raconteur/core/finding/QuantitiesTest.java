package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class QuantitiesTest {

  @ParameterizedTest
  @CsvSource({
    "58, 58 Ω",
    "156.94, 157 Ω",
    "4700, 4700 Ω",
    "47000, 47 kΩ",
    "1200000, 1.2 MΩ",
    "0, 0 Ω",
    "0.25, 0.25 Ω",
    "Infinity, over range"
  })
  void resistancesAreShownWithThreeFigures(double ohms, String shown) {
    assertThat(Quantities.ohms(ohms)).isEqualTo(shown);
  }

  @ParameterizedTest
  @CsvSource({"4.94, 4.94 V", "12.1, 12.1 V", "-5.1, −5.1 V", "0, 0 V", "5.25, 5.25 V"})
  void voltagesAreShownWithATrueMinus(double volts, String shown) {
    assertThat(Quantities.volts(volts)).isEqualTo(shown);
  }

  /** What is kept is neither rounded nor in exponent form, so that it reads back equal. */
  @ParameterizedTest
  @CsvSource({"1200000, 1200000 ohm", "0.1, 0.1 ohm", "58, 58 ohm", "123456789, 123456789 ohm"})
  void keptLinesHoldEveryDigit(double ohms, String line) {
    assertThat(Quantities.ohmsLine(ohms)).isEqualTo(line);
  }
}
