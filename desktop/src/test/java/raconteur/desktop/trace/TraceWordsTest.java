package raconteur.desktop.trace;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.fault.History;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Step;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;
import raconteur.desktop.control.MapMarks;
import raconteur.desktop.desk.DeskState;

/** What the Trace view says and marks, worked out without the toolkit. */
class TraceWordsTest {
  @TempDir private static Path nowhere;
  private final Board board = BoardShelf.of(nowhere).find("quillon-kittiwake-b").orElseThrow();
  private final Advisor advisor = new Advisor(board, History.NONE, 2);

  private Advisor.Advice advise(String... lines) {
    List<Entry> entries = new ArrayList<>();
    for (String line : lines) {
      entries.add(new Entry.Line(entries.size() + 1, Instant.EPOCH, line));
    }
    return advisor.advise(entries);
  }

  private DeskState state(CaseHeader header, Advisor.Advice advice, List<Step> steps, int step) {
    return new DeskState(
        header,
        board,
        advice.telling(),
        Optional.of(advice),
        steps,
        step,
        false,
        "",
        List.of(),
        List.of());
  }

  /** The legend names the marks that are there and no others. */
  @Test
  void theLegendSaysWhatTheMarksMean() {
    assertThat(MapMarks.NONE.legend()).isEmpty();
    assertThat(MapMarks.coloured(java.util.Map.of("U1", 0.3)).legend()).isEqualTo("red: suspected");
    assertThat(MapMarks.coloured(java.util.Map.of("U1", 0.001)).legend()).isEmpty();
    var advice = advise("pull U13", "U20.5 toggling", "U17.5 floating", "cont U20.5 U17.5 open");
    CaseHeader header =
        new CaseHeader(1, board.identity().id(), "", "", Instant.EPOCH, CaseState.ON_BENCH);
    String legend =
        TraceMarks.of(state(header, advice, advisor.nextSteps(advice), 0), "U8").legend();
    assertThat(legend)
        .contains("red: suspected", "dashed: out", "green: next step", "outer frame: chosen")
        .doesNotContain("hatched");
  }

  @Test
  void theMapShowsSuspicionMendsPullsTracksAndTheStepsPlace() {
    var advice =
        advise(
            "mended U24 replaced",
            "pull U13",
            "U20.5 toggling",
            "U17.5 floating",
            "cont U20.5 U17.5 open");
    List<Step> steps = advisor.nextSteps(advice);
    CaseHeader header =
        new CaseHeader(1, board.identity().id(), "", "", Instant.EPOCH, CaseState.ON_BENCH);
    MapMarks marks = TraceMarks.of(state(header, advice, steps, 0), "U8");
    assertThat(marks.mended()).containsExactly("U24");
    assertThat(marks.out()).containsExactly("U13");
    assertThat(marks.chosen()).isEqualTo("U8");
    assertThat(marks.tracks()).anyMatch(t -> t.net().equals("BA3") && t.suspicion() > 0.7);
    assertThat(marks.stepPins()).hasSize(2);
  }

  @Test
  void theLikeliestOutcomesAreOfferedInTheStepsOwnOrder() {
    var advice = advise("screen garbage", "flash 3 3 3");
    for (Step step : advisor.nextSteps(advice)) {
      List<Step.Outcome> shown = StepCard.shownOutcomes(step);
      assertThat(shown).hasSizeLessThanOrEqualTo(5).isSubsetOf(step.outcomes());
      assertThat(shown.stream().map(o -> step.outcomes().indexOf(o))).isSorted();
      assertThat(StepCard.outcome(step, 9)).isEmpty();
    }
  }

  @Test
  void suggestionsAreWalkedRoundAndRound() {
    var advice = advise("screen garbage");
    List<Step> steps = advisor.nextSteps(advice);
    CaseHeader header =
        new CaseHeader(1, board.identity().id(), "", "", Instant.EPOCH, CaseState.ON_BENCH);
    DeskState state = state(header, advice, steps, 4);
    assertThat(state.shownStep()).contains(steps.get(4 % steps.size()));
  }
}
