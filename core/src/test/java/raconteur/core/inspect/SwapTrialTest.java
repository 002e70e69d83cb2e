package raconteur.core.inspect;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Understanding;
import raconteur.core.story.Telling;

/** The order of a swap trial, and how long to wait: common practice, no source. */
class SwapTrialTest {
  private static SwapTrial of(String part, String... story) {
    return SwapTrial.of(Boards.KITTIWAKE_B, Telling.of(Boards.KITTIWAKE_B, Stories.of(story)), part)
        .orElseThrow();
  }

  @Test
  void itGoesIntoAGoodBoardThenAGoodOneHereThenTheGoodOneBackThenTheMark() {
    SwapTrial begun = of("U13", "screen blank", "U13 elsewhere bad");
    assertThat(begun.trials())
        .extracting(SwapTrial.Trial::done)
        .containsExactly(true, false, false, false);
    assertThat(begun.next().orElseThrow().choices())
        .extracting(SwapTrial.Choice::line)
        .containsExactly("swap U13 good cured", "swap U13 good changed", "swap U13 good same");
    SwapTrial over =
        of("U13", "U13 elsewhere bad", "swap U13 good cured", "back U13 good", "fate U13 dead");
    assertThat(over.next()).isEmpty();
    assertThat(over.trials().getLast().answer()).isEqualTo("fate U13 dead");
  }

  @Test
  void everyChoiceIsALineTheBenchUnderstands() {
    Telling told = Telling.of(Boards.KITTIWAKE_B, List.of());
    BenchLine bench = new BenchLine(Boards.KITTIWAKE_B);
    for (SwapTrial.Trial trial : of("U26").trials()) {
      for (SwapTrial.Choice choice : trial.choices()) {
        assertThat(bench.understand(choice.line(), told.context()))
            .as(choice.line())
            .isInstanceOfSatisfying(
                Understanding.Understood.class,
                u -> assertThat(u.statement().line()).isEqualTo(choice.line()));
      }
    }
  }

  @Test
  void anotherPartsTrialAndOneBeforeAMendDoNotCount() {
    assertThat(of("U15", "U13 elsewhere bad").trials()).noneMatch(SwapTrial.Trial::done);
    assertThat(of("U13", "U13 elsewhere bad", "mended U13 replaced").trials())
        .noneMatch(SwapTrial.Trial::done);
    assertThat(SwapTrial.of(Boards.KITTIWAKE_B, Telling.of(Boards.KITTIWAKE_B, List.of()), "U999"))
        .isEmpty();
  }

  /** −ln 0.05 is 3: three mean times, or 3 × 12 runs. */
  @Test
  void aFaultThatComesAndGoesIsWaitedForThreeTimesItsMeanTime() {
    assertThat(of("U13", "shows 1 in 4 hours").patience()).contains("12 hours");
    assertThat(of("U13", "shows 2 in 24 runs").patience()).contains("36 times");
    assertThat(of("U13").patience()).contains("as long as the fault takes");
    assertThat(of("U38").caution()).isNotEqualTo(of("U13").caution());
  }
}
