package raconteur.core.capacitor;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.OptionalDouble;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.board.Part;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.finding.Finding;
import raconteur.core.judge.CapacitorFit;
import raconteur.core.judge.CapacitorJudge;
import raconteur.core.judge.Verdict;

class CapacitorTest {

  private static Part electrolytic(String value) {
    Part bare = Part.of("CE9", DeviceLibrary.shipped().find("electrolytic").orElseThrow(), "power");
    return new Part(
        bare.designator(),
        bare.device(),
        bare.block(),
        bare.place(),
        bare.socket(),
        true,
        value,
        "",
        bare.pinsAt());
  }

  private static Verdict judge(String printed, double farads, double ohms, double amps) {
    return new CapacitorJudge(electrolytic(printed))
        .of(new Finding.CapacitorReading("CE9", optional(farads), optional(ohms), optional(amps)));
  }

  private static OptionalDouble optional(double value) {
    return value < 0 ? OptionalDouble.empty() : OptionalDouble.of(value);
  }

  /** IEC 60062, coded values and tolerance letters; from memory. */
  @ParameterizedTest
  @CsvSource({
    "470 uF 16 V, 470e-6, 16",
    "470µ, 470e-6, -1",
    "10µ, 10e-6, -1",
    "4n7, 4.7e-9, -1",
    "2u2 63V, 2.2e-6, 63",
    "100 nF, 100e-9, -1",
    ".1uF, 0.1e-6, -1",
    "104, 100e-9, -1",
    "473K, 47e-9, -1",
    "222 ceramic, 2.2e-9, -1",
    "4N7, 4.7e-9, -1",
    "22uF/25V, 22e-6, -1",
    "16 V 100 uF, 100e-6, 16",
    "0.22 F back-up, 0.22, -1",
    "'0,1 uF 50 V', 0.1e-6, 50",
    "220 uF 16 V 10x12 pitch 5 85 C, 220e-6, 16"
  })
  void whatIsPrintedIsRead(String printed, double farads, double volts) {
    CapacitorSpec spec = CapacitorSpec.parse(printed).orElseThrow();
    assertThat(spec.farads()).isCloseTo(farads, within(farads * 1e-9));
    assertThat(spec.volts()).isEqualTo(optional(volts));
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "16 V", "blue", "10x12", "uF", "=1+1", "4711", "100", "108"})
  void whatIsNoCapacitorIsNotRead(String printed) {
    assertThat(CapacitorSpec.parse(printed)).isEmpty();
  }

  @Test
  void bodyPitchAndHeatAreRead() {
    CapacitorSpec spec = CapacitorSpec.parse("470 uF 25 V 10x16 pitch 5 105 C").orElseThrow();
    assertThat(spec.diameterMillimetres()).hasValue(10);
    assertThat(spec.heightMillimetres()).hasValue(16);
    assertThat(spec.pitchMillimetres()).hasValue(5);
    assertThat(spec.celsius()).hasValue(105);
  }

  /** IEC 60062, tolerance letters in per cent; from memory. */
  @ParameterizedTest
  @CsvSource({"J, 0.95, 1.05", "K, 0.9, 1.1", "M, 0.8, 1.2", "Z, 0.8, 1.8", "T, 0.9, 1.5"})
  void letters(String letter, double least, double most) {
    Tolerance tolerance = Tolerance.ofLetter(letter).orElseThrow();
    assertThat(tolerance.leastShare()).isCloseTo(least, within(1e-12));
    assertThat(tolerance.mostShare()).isCloseTo(most, within(1e-12));
    assertThat(CapacitorSpec.parse("10nF" + letter).flatMap(CapacitorSpec::tolerance))
        .contains(tolerance);
  }

  /** Common practice, no source: a 100 µF/16 V part with 127 µF and 0.2 Ω is healthy. */
  @Test
  void theHealthyExampleOfTheTradeIsGood() {
    assertThat(judge("100 uF 16 V", 127e-6, 0.2, -1).level()).isEqualTo(Verdict.Level.GOOD);
  }

  /** Limits of a general-purpose series at 16 V, from memory: −10 … +50 %, tan δ, 0.01 CV. */
  @ParameterizedTest
  @CsvSource({
    "127e-6, 0.2, -1, GOOD",
    "85e-6, -1, -1, DOUBTFUL",
    "55e-6, -1, -1, BAD",
    "400e-6, -1, -1, BAD",
    "110e-6, 1.2, -1, DOUBTFUL",
    "110e-6, 9, -1, BAD",
    "110e-6, 0.2, 12e-6, GOOD",
    "110e-6, 0.2, 40e-6, DOUBTFUL",
    "110e-6, 0.2, 900e-6, BAD"
  })
  void theWorstOfTheThreeDecides(double farads, double ohms, double amps, Verdict.Level expected) {
    assertThat(judge("100 uF 16 V", farads, ohms, amps).level()).isEqualTo(expected);
  }

  /**
   * tan δ / (2 π f C) at 120 Hz: 0.18 for 16 V and 100 µF gives 2.39 Ω; plus 0.02 above 1000 µF.
   */
  @Test
  void seriesResistanceFollowsTheLossTangent() {
    assertThat(EsrGuide.ohmsAtLineFrequency(100e-6, 16)).isCloseTo(2.387, within(0.001));
    assertThat(EsrGuide.tangent(1000e-6, 16)).isCloseTo(0.18, within(1e-9));
    assertThat(EsrGuide.tangent(2200e-6, 16)).isCloseTo(0.22, within(1e-9));
    assertThat(EsrGuide.mostLeakageAmps(100e-6, 16)).isCloseTo(16e-6, within(1e-12));
    assertThat(EsrGuide.mostLeakageAmps(1e-6, 16)).isCloseTo(3e-6, within(1e-12));
  }

  @Test
  void withoutAPrintedValueNothingIsJudged() {
    assertThat(judge("", 1e-6, -1, -1).level()).isEqualTo(Verdict.Level.UNJUDGED);
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "470 uF 25 V 10x16 pitch 5 105 C | GOOD | Fits",
        "470 uF 10 V 10x16 pitch 5 105 C | BAD | voltage 10 V is under 16 V",
        "470 uF 63 V 10x30 pitch 5 105 C | BAD | levers on its pads",
        "470 uF 25 V 13x16 pitch 5 105 C | BAD | diameter",
        "470 uF 25 V 10x16 pitch 7.5 105 C | BAD | pitch differs by 2.5 mm",
        "330 uF 25 V 10x16 pitch 5 105 C | BAD | less than",
        "2200 uF 25 V 10x16 pitch 5 105 C | DOUBTFUL | inrush",
        "470 uF 25 V | DOUBTFUL | by hand"
      })
  void aSubstituteNeedsVoltageSizePitchAndHeat(String offered, Verdict.Level level, String words) {
    CapacitorSpec original = CapacitorSpec.parse("470 uF 16 V 10x20 pitch 5 85 C").orElseThrow();
    Verdict verdict =
        CapacitorFit.check(original, CapacitorSpec.parse(offered).orElseThrow(), true);
    assertThat(verdict.level()).isEqualTo(level);
    assertThat(verdict.sentence()).contains(words);
  }

  @Test
  void aPolarisedPartDoesNotGoWhereThereIsNoPolarity() {
    CapacitorSpec plain = CapacitorSpec.parse("1 uF 50 V").orElseThrow();
    assertThat(CapacitorFit.check(plain, plain, false).level()).isEqualTo(Verdict.Level.BAD);
    CapacitorSpec either = CapacitorSpec.parse("1 uF 50 V bipolar").orElseThrow();
    assertThat(CapacitorFit.check(plain, either, false).level()).isEqualTo(Verdict.Level.GOOD);
  }

  @Test
  void theKitCountsEveryElectrolyticOnce() {
    RecapKit kit = RecapKit.of(Boards.KITTIWAKE_B);
    assertThat(kit.total()).isEqualTo(5);
    assertThat(kit.lines().getFirst().places()).containsExactly("CE1");
  }

  /** Whoever types 0 ohm, or shorted, means no series resistance: whatever is printed on it. */
  @ParameterizedTest
  @CsvSource({"470 uF 16 V, 0", "470 uF 16 V, 0.004", "no print, 0", "100n, 0"})
  void noOhmsAreAShort(String printed, double ohms) {
    assertThat(judge(printed, -1, ohms, -1).level()).isEqualTo(Verdict.Level.BAD);
    assertThat(judge(printed, -1, ohms, -1).sentence()).contains("short");
  }

  /** With its value read beside it, a meter that shows no ohms says that they are few. */
  @Test
  void withItsValueNoOhmsAreFew() {
    assertThat(judge("470 uF 16 V", 470e-6, 0, -1).level()).isEqualTo(Verdict.Level.GOOD);
    assertThat(judge("470 uF 16 V", -1, 0.05, -1).level()).isEqualTo(Verdict.Level.GOOD);
  }
}
