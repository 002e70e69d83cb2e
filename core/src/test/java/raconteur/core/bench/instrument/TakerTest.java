package raconteur.core.bench.instrument;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.bench.FaultWords;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.program.StartUp;
import raconteur.core.bench.screen.Picture;
import raconteur.core.board.PinRef;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Understanding;

/** Trials with parts, made by switching on the board as it would then be. */
class TakerTest {
  private static final SimulatedBoard HEALTHY = new SimulatedBoard(Boards.KITTIWAKE_B);
  private static final Picture SOUND = StartUp.healthy(HEALTHY);

  private static Taker at(String... faults) {
    var words = new FaultWords(HEALTHY.board());
    var planted =
        List.of(faults).stream().map(f -> ((FaultWords.Planted) words.read(f)).fault()).toList();
    var bench = new SimulatedBench(HEALTHY.with(planted), PluggedIn.NOTHING, 0, 1);
    return new Taker(bench, SOUND);
  }

  private static Finding asked(String line) {
    var understood =
        (Understanding.Understood)
            new BenchLine(HEALTHY.board()).understand(line, BenchContext.FRESH);
    return (Finding) understood.statement();
  }

  /**
   * Common practice, no source: a good memory on top speaks for one that is silent, and is of no
   * use against one whose output is stuck.
   */
  @ParameterizedTest
  @CsvSource({
    "U26 dead, piggyback U26 same, piggyback U26 changed",
    "U26.14 stuck low, piggyback U26 changed, piggyback U26 same",
    "U26 dead, piggyback U27 changed, piggyback U27 same",
    "U26 dead, swap U26 good same, swap U26 good cured",
    "U26 dead, swap U27 good cured, swap U27 good same",
    "U26 dead, U26 elsewhere good, U26 elsewhere bad",
    "U26 dead, U27 elsewhere bad, U27 elsewhere good"
  })
  void aTrialShowsWhatThePartIsGuiltyOf(String fault, String test, String shown) {
    assertThat(at(fault).take(asked(test)).map(Finding::line)).contains(shown);
  }

  /**
   * Ohm's and Kirchhoff's laws: a part that shorts a rail takes its own conductance with it, one
   * that does not hardly any.
   */
  @Test
  void theRailRisesWithoutThePartThatLoadsItAndWithoutNoOther() {
    Taker taker = at("U13 leaks +5V 8 ohm");
    double before = ((Finding.RailOhms) taker.take(asked("5V gnd 10 ohm")).orElseThrow()).ohms();
    double without = pulled(taker, "U13");
    assertThat(before).isLessThan(50);
    assertThat(without).isGreaterThan(3 * before);
    assertThat(pulled(taker, "U8")).isCloseTo(before, within(before * 0.1));
  }

  private static double pulled(Taker taker, String part) {
    Finding asked = new Finding.PullStep(part, "+5V", 0);
    return ((Finding.PullStep) taker.take(asked).orElseThrow()).ohmsAfter();
  }

  @Test
  void aCounterReadsTheClockAndNoughtWhereItStands() {
    assertThat(hertz(at())).isCloseTo(2e6, within(2e3));
    assertThat(hertz(at("Y1 dead"))).isZero();
  }

  private static double hertz(Taker hands) {
    Finding clock = new Finding.Frequency(PinRef.parse("U8.17"), 1);
    return ((Finding.Frequency) hands.take(clock).orElseThrow()).hertz();
  }

  /** What the hands can do and what tests.json says they can is the same. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "U8.6 toggling",
        "U8.6 3.4 V",
        "U8.6 1 MHz",
        "U8.6 gnd 4 kohm",
        "U8.26 released 100 ms",
        "5V 5.0 V",
        "5V at U8 5.0 V",
        "5V dummy 5.0 V",
        "5V 1.1 A",
        "5V ripple 10 mV",
        "5V gnd 300 ohm",
        "cont U8.6 U9.1 joined",
        "U26 tester pass",
        "U15 rom good",
        "U26 hot",
        "U26 41 C",
        "CE1 100 uF",
        "flash pass",
        "screen blank",
        "swap U26 good same",
        "piggyback U26 same",
        "without U44 same",
        "U26 elsewhere good",
        "function J4 good",
        "proof soak 3 runs clean"
      })
  void theHandsMakeJustTheTestsCalledSimulated(String line) {
    makesJustWhatIsCalledSimulated(line);
  }

  /** A diagnostic runs for seconds of the board's time. */
  @Tag("long")
  @ParameterizedTest
  @ValueSource(strings = {"diag U26 good", "diag U26 good harness"})
  void soTheyMakeADiagnostic(String line) {
    makesJustWhatIsCalledSimulated(line);
  }

  private static void makesJustWhatIsCalledSimulated(String line) {
    Finding test = asked(line);
    assertThat(at().take(test).isPresent())
        .as(test.kind().name())
        .isEqualTo(test.kind().simulated());
  }
}
