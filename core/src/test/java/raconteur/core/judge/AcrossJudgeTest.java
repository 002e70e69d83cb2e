package raconteur.core.judge;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.board.Part;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.finding.Finding;

/**
 * Values as IEC 60062 codes them; limits and cells: common practice, no source. That what is beside
 * a part can lower its ohms and never raise them is the rule of resistances in parallel.
 */
class AcrossJudgeTest {
  private static Part part(String designator, String device, String value) {
    return Part.of(designator, DeviceLibrary.shipped().find(device).orElseThrow(), "power")
        .withValue(value);
  }

  @ParameterizedTest
  @CsvSource({
    "resistor, 4k7, 4700, good",
    "resistor, 4K7, 4500, good",
    "resistor, 4k7, 470, noted",
    "resistor, 4k7, 6000, doubtful",
    "resistor, 4k7, 47000, bad",
    "resistor, 330, Infinity, bad",
    "resistor, '', 330, noted",
    "fuse, 800mA, 0.3, good",
    "fuse, 800mA, 40, doubtful",
    "fuse, 800mA, Infinity, bad",
    "inductor, 100uH, 1.2, good",
    "inductor, 100uH, Infinity, bad",
    "switch, '', 2, good",
    "switch, '', 300, doubtful",
    "switch, '', Infinity, bad",
    "diode, 1N4148, 0.5, bad",
    "diode, 1N4148, 900, noted",
    "speaker, 8 ohm, 7.4, good",
    "speaker, 8 ohm, Infinity, doubtful"
  })
  void ohmsAcrossAPart(String device, String value, double ohms, String level) {
    AcrossJudge judge = new AcrossJudge(part("X1", device, value));

    assertThat(judge.of(new Finding.PartOhms("X1", ohms)).level().word()).isEqualTo(level);
  }

  @ParameterizedTest
  @CsvSource({
    "back-up-cell, 3.6V NiCd, 3.7, good",
    "back-up-cell, 3.6V NiCd, 3.1, doubtful",
    "back-up-cell, 3.6V NiCd, 1.1, bad",
    "back-up-cell, CR2032, 3.1, good",
    "back-up-cell, CR2032, 2.2, bad",
    "back-up-cell, '', 2.2, noted",
    "back-up-cell, '', 0.2, bad",
    "diode, 1N4148, 0.62, good",
    "diode, 1N4148, 0.02, bad",
    "diode, 1N4148, 2.4, bad",
    "diode, 5V1 zener, 0.7, good",
    "diode, 5.1V zener, 5.0, good",
    "diode, 5.1V zener, 3.2, noted",
    "diode, 5.1V zener, 0.02, bad",
    "led, red, 1.8, good"
  })
  void voltsAcrossAPart(String device, String value, double volts, String level) {
    AcrossJudge judge = new AcrossJudge(part("X1", device, value));

    assertThat(judge.of(new Finding.PartVolts("X1", volts)).level().word()).isEqualTo(level);
  }

  @Test
  void aReadingBelowWhatIsPrintedConvictsNobodyInTheBoard() {
    AcrossJudge judge = new AcrossJudge(part("R3", "resistor", "10k"));

    assertThat(judge.of(new Finding.PartOhms("R3", 330)).sentence()).contains("lift one end");
    assertThat(judge.readsOpen(new Finding.PartOhms("R3", 330))).isFalse();
    assertThat(judge.readsOpen(new Finding.PartOhms("R3", 1e6))).isTrue();
  }
}
