package raconteur.desktop.trace;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.spy;

import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.story.Case;
import raconteur.core.story.CaseState;
import raconteur.core.story.Told;
import raconteur.desktop.Demo;
import raconteur.desktop.app.Workshop;

class TracePresenterTest {
  @TempDir private Path folder;
  private final List<TraceState> states = new ArrayList<>();
  private final Deque<Runnable> waiting = new ArrayDeque<>();
  private List<AutoCloseable> open = List.of();

  @AfterEach
  void close() throws Exception {
    for (AutoCloseable each : open) {
      each.close();
    }
  }

  private Workshop workshop() {
    Workshop workshop = Demo.in(folder, waiting::add);
    open = List.of(workshop.casebook());
    return workshop;
  }

  private TracePresenter on(Workshop workshop) {
    Case traced = workshop.casebook().find(13).orElseThrow();
    Board board = workshop.boards().find(traced.header().boardId()).orElseThrow();
    return new TracePresenter(workshop, traced, board, states::add);
  }

  private void work() {
    while (!waiting.isEmpty()) {
      waiting.poll().run();
    }
  }

  @Test
  void aKeptLineIsInTheFileBeforeItIsSaidToBeKept() {
    Workshop workshop = workshop();
    TracePresenter presenter = on(workshop);
    int before = workshop.casebook().find(13).orElseThrow().entries().size();
    assertThat(presenter.enter("U39.7 low")).isInstanceOf(TraceState.Kept.class);
    assertThat(workshop.casebook().find(13).orElseThrow().entries()).hasSize(before + 1);
    assertThat(presenter.telling().lines().getLast().entry().line()).isEqualTo("U39.7 low");
  }

  @Test
  void theOddsMoveAndTheNewsSaysHow() {
    TracePresenter presenter = on(workshop());
    presenter.start();
    work();
    presenter.enter("U39.7 low");
    work();
    TraceState state = states.getLast();
    assertThat(state.thinking()).isFalse();
    assertThat(state.advice().orElseThrow().diagnosis().suspects().getFirst().place())
        .hasToString("U39");
    assertThat(state.news()).contains("U39").contains("%");
    assertThat(state.steps()).isNotEmpty();
  }

  @Test
  void aRefusedLineChangesNothing() {
    TracePresenter presenter = on(workshop());
    int before = presenter.telling().lines().size();
    assertThat(presenter.enter("U39.99 low")).isInstanceOf(TraceState.Rejected.class);
    assertThat(presenter.enter("U39.7")).isInstanceOf(TraceState.Rejected.class);
    assertThat(presenter.telling().lines()).hasSize(before);
  }

  @Test
  void anOddLineIsKeptOnlyWhenItIsSaidTwice() {
    TracePresenter presenter = on(workshop());
    int before = presenter.telling().lines().size();
    assertThat(presenter.enter("5V 90")).isInstanceOf(TraceState.Questioned.class);
    assertThat(presenter.enter("5V 91")).isInstanceOf(TraceState.Questioned.class);
    assertThat(presenter.telling().lines()).hasSize(before);
    assertThat(presenter.enter("5V 91")).isInstanceOf(TraceState.Kept.class);
    assertThat(presenter.telling().lines()).hasSize(before + 1);
  }

  @Test
  void aLineThatCannotBeSavedIsNotShownAsKept() {
    Workshop real = workshop();
    Workshop full = new Workshop(spy(real.casebook()), real.boards(), real.worker(), real.window());
    doReturn(new Outcome.Failed<>("The disk is full."))
        .when(full.casebook())
        .append(anyInt(), anyString());
    TracePresenter presenter = on(full);
    int before = presenter.telling().lines().size();
    assertThat(presenter.enter("U39.7 low"))
        .isEqualTo(new TraceState.Rejected("The disk is full."));
    assertThat(presenter.telling().lines()).hasSize(before);
  }

  @Test
  void aStruckLineStaysAndNeedsAReason() {
    TracePresenter presenter = on(workshop());
    assertThat(presenter.strike(18, " ")).isInstanceOf(TraceState.Rejected.class);
    assertThat(presenter.strike(99, "why")).isInstanceOf(TraceState.Rejected.class);
    assertThat(presenter.enter("strike 18")).isInstanceOf(TraceState.Rejected.class);
    assertThat(presenter.enter("strike 18 miscounted")).isInstanceOf(TraceState.Kept.class);
    assertThat(presenter.strike(18, "again")).isInstanceOf(TraceState.Rejected.class);
    assertThat(presenter.telling().lines())
        .anyMatch(t -> t.entry().number() == 18 && t.meaning() instanceof Told.Struck);
  }

  @Test
  void whatAnotherWindowWroteIsTakenIn() {
    Workshop workshop = workshop();
    TracePresenter presenter = on(workshop);
    workshop.casebook().append(13, "note from the other window");
    presenter.enter("U39.7 low");
    assertThat(presenter.telling().lines().stream().map(t -> t.entry().line()))
        .endsWith("note from the other window", "U39.7 low");
    workshop.casebook().append(13, "note once more");
    presenter.refresh();
    assertThat(presenter.telling().lines().getLast().entry().line()).isEqualTo("note once more");
  }

  @Test
  void anAnswerThatWasOvertakenIsThrownAway() {
    TracePresenter presenter = on(workshop());
    presenter.enter("U39.7 low");
    presenter.enter("U39.9 low");
    Runnable overtaken = waiting.poll();
    states.clear();
    overtaken.run();
    assertThat(states).isEmpty();
    work();
    assertThat(states.getLast().advice().orElseThrow().telling().lines().getLast().entry().line())
        .isEqualTo("U39.9 low");
  }

  @Test
  void aClosedCaseCountsForTheNextOne() {
    Workshop workshop = workshop();
    TracePresenter presenter = on(workshop);
    Board board = presenter.state().board();
    int before = workshop.tally(board).boards();
    assertThat(presenter.move(CaseState.GONE_HOME)).isEmpty();
    assertThat(workshop.tally(board).boards()).isEqualTo(before + 1);
    assertThat(workshop.tally(board).boardsWithFaultAt("U13")).isEqualTo(3);
  }
}
