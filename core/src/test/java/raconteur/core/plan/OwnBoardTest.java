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
        "screen blank; 5V 5.0; U1.26 low; U12.9 low | U12",
        "screen blank; 5V 5.0; U1.26 low; U12.5 low | RC to GND at C2.1, C2.2",
        "screen black; U1.6 low; U12.1 toggling | U12",
        "screen dark; U1.6 floating; U12.2 toggling | CLK between U12.2 and U1.6",
        "screen rubbish; U6 tester fail | U6",
        "screen blank; pull U2; U2 rom differs | U2",
        "5V gnd 25 ohm; pull U1 26 ohm; pull U2 160 ohm | U2",
        "screen keys; KR2 toggling at U15; KR2 floating at J2 | KR2 between U15.2 and J2.3",
        "screen garbage; U8.1 toggling; U8.2 toggling; U8.3 toggling; U8.4 low | U8",
        "screen garbage; U17.1 toggling; U17.3 low | U17",
        "screen rubbish; U9.7 high; U9.5 toggling; U9.6 toggling; U9.4 toggling | U9",
        "screen dark; RAW 9.1; 5V 0.0 | VR1",
        "screen dark; RAW 0.0; 5V 0.0 | J1",
        "screen black; D4 low at U1 U2 U3; D3 toggling at U1; D5 toggling at U1 | U2",
        "screen black; 5V 4.98; U1.6 toggling; U1.26 high; U1.19 high; U1.21 high | U1",
        "screen dark; U12.8 low; U12.9 high; U12.5 low; cont C2.1 C2.2 joined"
            + " | RC to GND at C2.1, C2.2",
        "screen rubbish; U7 piggyback same; U6 piggyback changed | U6",
        "screen rubbish; tap U2 changes | joints of U2",
        "5V 5.0; 5V at U6 4.3; 5V at U6 4.3; 5V at U7 4.99 | contact of U6.18",
      })
  void theCulpritLeads(String lines, String place) {
    assertThat(BENCH.leaders(lines, 1)).containsExactly(place.strip());
  }

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
