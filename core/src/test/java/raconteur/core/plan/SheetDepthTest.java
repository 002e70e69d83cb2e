package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/** Boards of which no more than a parts list is known. Trade facts: common practice, no source. */
class SheetDepthTest {
  private static final Board MARRAM = Boards.parse(Boards.text("marram-310"));
  private static final Board PETREL = Boards.parse(Boards.text("petrel-1"));

  private static double at(Board board, String part, String... lines) {
    return new Advisor(board, History.NONE, 2)
        .advise(Stories.of(lines))
        .diagnosis()
        .at(new Place.OfPart(part))
        .map(Suspect::probability)
        .orElse(0.0);
  }

  private static List<Step> steps(Board board, String... lines) {
    Advisor advisor = new Advisor(board, History.NONE, 2);
    return advisor.nextSteps(advisor.advise(Stories.of(lines)));
  }

  /** The processor's clock and reset are known from its pin-out alone. */
  @Test
  void aClockThatStandsStillIsTheClocksFault() {
    String[] before = {"screen blank", "5V 5.0"};
    assertThat(at(MARRAM, "Y1", before)).isLessThan(0.1);
    assertThat(at(MARRAM, "Y1", "screen blank", "5V 5.0", "U3.21 low", "U3.21 low"))
        .isGreaterThan(0.5);
    double rom = at(MARRAM, "U7", before);
    assertThat(at(MARRAM, "U7", "screen blank", "5V 5.0", "U3.21 low", "U3.21 low"))
        .isLessThan(rom / 2);
    assertThat(at(MARRAM, "Y1", "screen blank", "5V 5.0", "U3.21 toggling"))
        .isLessThan(at(MARRAM, "Y1", before));
  }

  /** Rails, then clock or reset, before parts are suspected by their numbers. */
  @Test
  void theClockIsAmongTheFirstSteps() {
    assertThat(steps(MARRAM, "screen blank", "5V 5.0", "12V 12.1", "-12V -12.0"))
        .extracting(Step::action)
        .anySatisfy(
            action ->
                assertThat(action)
                    .isInstanceOfSatisfying(
                        Step.Test.class,
                        test ->
                            assertThat(test.sample())
                                .isInstanceOfSatisfying(
                                    Finding.Probe.class,
                                    probe -> assertThat(probe.pin().part()).isEqualTo("U3"))));
  }

  /** A capacitor of the supply that has dried out seldom leaves its rail as it should be. */
  @ParameterizedTest
  @CsvSource({"C1", "C2"})
  void aGoodRailSpeaksAgainstTheCapacitorsOfTheSupply(String part) {
    double before = at(MARRAM, part, "screen blank");
    assertThat(at(MARRAM, part, "screen blank", "5V 5.0", "12V 12.0", "-12V -12.1"))
        .isLessThan(0.6 * before);
  }

  @Test
  void threeStepsAreNotTheSameTestThrice() {
    for (List<Step> steps :
        List.of(
            steps(MARRAM, "screen blank", "5V 5.0"),
            steps(PETREL, "screen dead", "5V 5.0"),
            steps(MARRAM, "screen blank", "5V 5.0", "U3.21 toggling"))) {
      List<String> kinds =
          steps.stream()
              .filter(s -> s.action() instanceof Step.Test)
              .map(s -> ((Step.Test) s.action()).sample())
              .filter(f -> f instanceof Finding.Heat)
              .map(f -> f.subject().part())
              .map(p -> p.replaceAll("\\d", ""))
              .toList();
      assertThat(kinds).doesNotHaveDuplicates();
    }
  }

  /** Watching a reset that nothing suspected can hold tells nothing. */
  @Test
  void whatNothingSuspectedCanDisturbTellsNothing() {
    for (Step step : steps(PETREL, "screen dead", "5V 5.0")) {
      assertThat(step.bits()).isLessThan(2);
      assertThat(step.title()).doesNotContain("reset");
    }
  }
}
