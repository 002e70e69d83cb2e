package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;

/**
 * A board as its owner has it: a parts list imported, nets typed from a drawing, and nothing else.
 * Told as people tell it; what leads is common practice, no source.
 */
class OwnBoardTest {
  private static final Board SKUA = ToldStories.board("skua-3");
  private static final Bench BENCH = new Bench(SKUA);

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "screen blank; swap U1 good same; swap U2 good same | U1",
        "screen dark; U2 rom good; U13 rom good | U13",
        "screen black; 5V 4.98; U1.6 toggling; U1.26 high; U1.19 high; U1.21 high | VR1",
        "5V 5.0; 5V at U6 4.3 | VR1",
      })
  void whatWasClearedIsNotAmongTheLeaders(String lines, String place) {
    assertThat(BENCH.leaders(lines, 5)).doesNotContain(place.strip());
  }

  /** No sign of life and good rails: clock, then reset, before a chip is pressed or pulled. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "gadwall-6 | screen black; 5V 5.02; 12V 11.9 | Probe U1.15 (CLK",
        "gadwall-6 | screen black; 5V 5.02; U1.15 7 MHz | Probe U1.18 (/RESET",
        "gannet-1 | screen black; 5V 5.0 | Probe IC1.",
        // A dead junction of the clock's own rail first.
        "gadwall-6 | screen black | Measure +5V",
        // Signs of life, or a short: something else comes first.
        "gadwall-6 | screen garbage; 5V 5.02 | Press and tap",
        "gadwall-6 | screen black; 5V gnd 1.2 ohm | Pull U6",
      })
  void deadBoardsAreBegunAtClockAndReset(String board, String lines, String first) {
    assertThat(new Bench(ToldStories.board(board)).steps(lines).getFirst().title())
        .containsIgnoringCase(first);
  }

  /** Half a minute with the meter comes before an iron at the regulator. */
  @Test
  void whatMakesARailIsNotReplacedBeforeTheRailWasRead() {
    String dead =
        "screen rubbish; U6 tester pass; U7 tester pass; U3 tester pass; VA3 low at U8 U6 U7";
    assertThat(BENCH.steps(dead).getFirst().title()).startsWith("Measure +5V");
    assertThat(BENCH.steps("screen dark; RAW 9.1; 5V 0.0").getFirst().title())
        .startsWith("Measure +5V to ground in ohms");
  }

  @Test
  void aPinThatIsNotOnTheLineIsAnsweredWithWhereTheLineIs() {
    assertThat(
            new raconteur.core.finding.BenchLine(SKUA)
                .understand("VD4 toggling at U6", raconteur.core.finding.BenchContext.FRESH)
                .sentence())
        .isEqualTo("U6 has no pin on this line, which is at U5, U7, U13.");
  }
}
