package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.finding.Finding;

/**
 * A second board as its owner has it, of another kind: a game's main board with buffered buses,
 * synchronous counters, a picture made by selectors, characters and a colour PROM, switches and an
 * edge connector. Parts listed, nets typed, nothing else. What leads is common practice, no source.
 */
class ArcadeBoardTest {
  private static final Board GANNET = ToldStories.board("gannet-1");
  private static final Bench BENCH = new Bench(GANNET);

  /** Half a minute at the odd reading comes before a look at every other suspect. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "no red; J1.6 floating; IC17.2 toggling | R5",
        "screen wrong colours; IC17.2 low; IC17.3 toggling; IC17.11 toggling | IC17",
        "screen garbage; IC11.4 low; IC11.2 toggling; IC11.3 toggling; IC11.1 toggling | VA0",
      })
  void theOddReadingIsFollowedFirst(String lines, String about) {
    assertThat(BENCH.steps(lines).getFirst().title()).contains(about.strip());
  }

  /** A reset that is held is gone back along before anything else is probed. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "screen blank; 5V 5.02; IC1.37 low",
        "screen blank; 5V 5.02; /RES low at IC1; IC26.11 high"
      })
  void aHeldResetIsFollowedBack(String lines) {
    Step first = BENCH.steps(lines).getFirst();
    assertThat(first.title()).containsAnyOf("RES", "RC", "IC26", "C2", "R4", "Q1");
    assertThat(new Foundations(GANNET).doubted(BENCH.told(lines).telling().findings()))
        .contains("/RES", "RES", "RC");
  }

  @Test
  void aGoodResetAndClockAreNotGoneBackAlong() {
    assertThat(
            new Foundations(GANNET)
                .doubted(
                    BENCH.told("IC1.37 high; IC1.E toggling; IC5.7 high").telling().findings()))
        .isEmpty();
  }

  /** Into a rail of 8 ohms nothing is switched on, whatever that might tell. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "5V gnd 8 ohm",
        "5V gnd 8 ohm; C1 hot",
        "5V gnd 40 ohm",
        "5V gnd 40 ohm; pull IC1 41 ohm",
        "5V gnd 8 ohm; mended C1 replaced",
        "screen blank; IC1.37 low; 5V gnd 3 ohm"
      })
  void nothingIsSwitchedOnIntoAShort(String lines) {
    assertThat(BENCH.steps(lines))
        .isNotEmpty()
        .allSatisfy(
            step -> {
              if (step.action() instanceof Step.Test(Finding test) && test.kind().powered()) {
                // A finger finds what takes the current of a supply that gives no more than that.
                assertThat(step.setUp()).as(step.title()).contains("limited to 1 A");
                assertThat(test.subject().pins()).isEmpty();
              }
            });
  }

  /** A mend does not tell whether it helped: the rail is read again before anything else. */
  @Test
  void aLowRailIsReadAgainAfterAMend() {
    assertThat(BENCH.steps("5V gnd 8 ohm; mended C1 replaced; screen blank").getFirst().title())
        .startsWith("Measure +5V to ground in ohms");
    assertThat(BENCH.steps("5V gnd 8 ohm; mended C1 replaced; 5V gnd 320 ohm").getFirst().action())
        .isInstanceOf(Step.Test.class);
  }

  /** Once the rail stood at its voltage the low ohms are the board's own. */
  @Test
  void aRailThatStandsAtItsVoltageMayBeSwitchedOnAgain() {
    assertThat(BENCH.steps("5V gnd 90 ohm; 5V 5.01; screen garbage"))
        .anyMatch(
            step -> step.action() instanceof Step.Test(Finding test) && test.kind().powered());
  }

  @ParameterizedTest
  @CsvSource({
    "IC9, video",
    "IC10, video",
    "IC14, video",
    "IC16, video",
    "IC11, video",
    "IC18, video",
    "IC2, rom",
    "IC4, ram",
    "IC5, decode",
    "IC15, video",
    "IC17, video",
    "IC1, cpu",
    "X1, clock"
  })
  void partsAreOfTheBlockTheyWorkFor(String part, String block) {
    assertThat(GANNET.part(part).orElseThrow().block()).isEqualTo(block);
  }

  @Test
  void rowsOfPortsAreNoSupplies() {
    assertThat(GANNET.rails())
        .singleElement()
        .satisfies(r -> assertThat(r.name()).isEqualTo("+5V"));
  }
}
