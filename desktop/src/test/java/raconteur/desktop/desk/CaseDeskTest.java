package raconteur.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doCallRealMethod;
import static org.mockito.Mockito.doReturn;
import static org.mockito.Mockito.spy;

import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.odds.Tally;
import raconteur.core.plan.Schools;
import raconteur.core.plan.Shop;
import raconteur.core.stock.StockItem;
import raconteur.core.story.Case;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;
import raconteur.core.story.Told;
import raconteur.desktop.Demo;
import raconteur.desktop.workshop.Workshop;

class CaseDeskTest {
  @TempDir private Path folder;
  private final List<DeskState> states = new ArrayList<>();
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

  /** The same with a casebook that can be made to fail. */
  private Workshop spied() {
    Workshop real = workshop();
    return new Workshop(
        spy(real.casebook()),
        real.boards(),
        real.worker(),
        real.files(),
        real.instruments(),
        real.window());
  }

  private CaseDesk on(Workshop workshop) {
    Case traced = workshop.casebook().find(13).orElseThrow();
    Board board = workshop.boards().find(traced.header().boardId()).orElseThrow();
    CaseDesk desk = new CaseDesk(workshop, traced, board);
    desk.addListener(states::add);
    return desk;
  }

  private void work() {
    while (!waiting.isEmpty()) {
      waiting.poll().run();
    }
  }

  @Test
  void aDeclinedStepGivesWayToAnother() {
    CaseDesk desk = on(workshop());
    desk.start();
    work();
    String first = desk.state().shownStep().orElseThrow().action().name();
    desk.decline();
    work();
    assertThat(desk.state().steps()).isNotEmpty().noneMatch(s -> s.action().name().equals(first));
    assertThat(desk.telling().lines()).hasSameSizeAs(states.getFirst().telling().lines());
  }

  @Test
  void askingWhatIfALineWereWrongWritesNothing() {
    Workshop workshop = workshop();
    CaseDesk desk = on(workshop);
    desk.start();
    work();
    int line = desk.telling().findings().getLast().entry().number();
    int before = workshop.casebook().find(13).orElseThrow().entries().size();
    assertThat(desk.enter("if " + line + " wrong")).isInstanceOf(DeskState.Kept.class);
    work();
    assertThat(desk.state().news()).startsWith("If line " + line + " were wrong");
    assertThat(workshop.casebook().find(13).orElseThrow().entries()).hasSize(before);
    assertThat(desk.enter("if 999 wrong").sentence()).contains("no reading of this story");
  }

  @Test
  void theShopIsKeptAndHeeded() {
    Workshop workshop = workshop();
    Schools schools = Schools.shipped();
    Shop bare = new Shop(schools.named("probe first").orElseThrow(), Set.of("logic probe"));
    assertThat(workshop.settings().keepShop(bare)).isEmpty();
    assertThat(workshop.settings().shop()).isEqualTo(bare);
    CaseDesk desk = on(workshop);
    desk.start();
    work();
    assertThat(desk.state().steps())
        .isNotEmpty()
        .noneMatch(s -> s.title().contains("dead-test") || s.title().startsWith("Scope"));
  }

  @Test
  void aKeptLineIsInTheFileBeforeItIsSaidToBeKept() {
    Workshop workshop = workshop();
    CaseDesk desk = on(workshop);
    int before = workshop.casebook().find(13).orElseThrow().entries().size();
    assertThat(desk.enter("U39.7 low")).isInstanceOf(DeskState.Kept.class);
    assertThat(workshop.casebook().find(13).orElseThrow().entries()).hasSize(before + 1);
    assertThat(desk.telling().lines().getLast().entry().line()).isEqualTo("U39.7 low");
  }

  @Test
  void theOddsMoveAndTheNewsSaysHow() {
    CaseDesk desk = on(workshop());
    desk.start();
    work();
    desk.enter("U39.7 low");
    work();
    DeskState state = states.getLast();
    assertThat(state.thinking()).isFalse();
    assertThat(state.advice().orElseThrow().diagnosis().suspects().getFirst().place())
        .hasToString("U39");
    assertThat(state.news()).contains("U39").contains("%");
    assertThat(state.steps()).isNotEmpty();
  }

  @Test
  void aRefusedLineChangesNothing() {
    CaseDesk desk = on(workshop());
    int before = desk.telling().lines().size();
    assertThat(desk.enter("U39.99 low")).isInstanceOf(DeskState.Rejected.class);
    assertThat(desk.enter("U39.7")).isInstanceOf(DeskState.Rejected.class);
    assertThat(desk.telling().lines()).hasSize(before);
  }

  @Test
  void whatIsSaidInOneBreathIsKeptAsTheLinesItIs() {
    Workshop workshop = workshop();
    CaseDesk desk = on(workshop);
    int before = workshop.casebook().find(13).orElseThrow().entries().size();
    assertThat(desk.listen("reflowed U39, U39.7 still low").sentence())
        .isEqualTo("Kept as 2 lines: mended U39 reflowed; then U39.7 low.");
    assertThat(desk.enter("reflowed U39, U39.7 still low")).isInstanceOf(DeskState.Kept.class);
    assertThat(
            workshop.casebook().find(13).orElseThrow().entries().stream()
                .skip(before)
                .map(e -> ((Entry.Line) e).line()))
        .containsExactly("mended U39 reflowed", "U39.7 low");
  }

  @Test
  void whatIsClearOfALineIsKeptWithANoteOfItWhereThatIsConfirmed() {
    Workshop workshop = workshop();
    CaseDesk desk = on(workshop);
    int before = workshop.casebook().find(13).orElseThrow().entries().size();
    String said = "U39.7 low, as odd as ever";
    assertThat(desk.enter(said))
        .isInstanceOfSatisfying(
            DeskState.Questioned.class,
            asked -> assertThat(asked.sentence()).contains("as odd as ever", "U39.7 low"));
    assertThat(workshop.casebook().find(13).orElseThrow().entries()).hasSize(before);
    assertThat(desk.enter(said)).isInstanceOf(DeskState.Kept.class);
    assertThat(
            workshop.casebook().find(13).orElseThrow().entries().stream()
                .skip(before)
                .map(e -> ((Entry.Line) e).line()))
        .containsExactly("U39.7 low", "note " + said);
  }

  @Test
  void whereTheSecondThingCannotBeKeptTheFirstIsSaidToBe() {
    Workshop full = spied();
    doCallRealMethod()
        .doReturn(new Outcome.Failed<>("The disk is full."))
        .when(full.casebook())
        .append(anyInt(), anyString());
    CaseDesk desk = on(full);
    int before = desk.telling().lines().size();
    assertThat(desk.enter("U39.7 low, U39.9 toggling"))
        .isEqualTo(new DeskState.Rejected("Kept up to “U39.7 low”: The disk is full."));
    assertThat(desk.telling().lines()).hasSize(before + 1);
  }

  @Test
  void anOddLineIsKeptOnlyWhenItIsSaidTwice() {
    CaseDesk desk = on(workshop());
    int before = desk.telling().lines().size();
    assertThat(desk.enter("5V 90")).isInstanceOf(DeskState.Questioned.class);
    assertThat(desk.enter("5V 91")).isInstanceOf(DeskState.Questioned.class);
    assertThat(desk.telling().lines()).hasSize(before);
    assertThat(desk.enter("5V 91")).isInstanceOf(DeskState.Kept.class);
    assertThat(desk.telling().lines()).hasSize(before + 1);
  }

  @Test
  void aLineThatCannotBeSavedIsNotShownAsKept() {
    Workshop full = spied();
    doReturn(new Outcome.Failed<>("The disk is full."))
        .when(full.casebook())
        .append(anyInt(), anyString());
    CaseDesk desk = on(full);
    int before = desk.telling().lines().size();
    assertThat(desk.enter("U39.7 low")).isEqualTo(new DeskState.Rejected("The disk is full."));
    assertThat(desk.telling().lines()).hasSize(before);
  }

  @Test
  void aStruckLineStaysAndNeedsAReason() {
    CaseDesk desk = on(workshop());
    assertThat(desk.strike(18, " ")).isInstanceOf(DeskState.Rejected.class);
    assertThat(desk.strike(99, "why")).isInstanceOf(DeskState.Rejected.class);
    assertThat(desk.enter("strike 18")).isInstanceOf(DeskState.Rejected.class);
    assertThat(desk.enter("strike 18 miscounted")).isInstanceOf(DeskState.Kept.class);
    assertThat(desk.strike(18, "again")).isInstanceOf(DeskState.Rejected.class);
    assertThat(desk.telling().lines())
        .anyMatch(t -> t.entry().number() == 18 && t.meaning() instanceof Told.Struck);
  }

  @Test
  void whatAnotherWindowWroteIsTakenIn() {
    Workshop workshop = workshop();
    CaseDesk desk = on(workshop);
    workshop.casebook().append(13, "note from the other window");
    desk.enter("U39.7 low");
    assertThat(desk.telling().lines().stream().map(t -> t.entry().line()))
        .endsWith("note from the other window", "U39.7 low");
    workshop.casebook().append(13, "note once more");
    desk.refresh();
    assertThat(desk.telling().lines().getLast().entry().line()).isEqualTo("note once more");
  }

  @Test
  void anAnswerThatWasOvertakenIsThrownAway() {
    CaseDesk desk = on(workshop());
    desk.enter("U39.7 low");
    desk.enter("U39.9 low");
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
    CaseDesk desk = on(workshop);
    Board board = desk.state().board();
    Tally before = workshop.tally(board);
    assertThat(desk.move(CaseState.GONE_HOME)).isEmpty();
    assertThat(workshop.tally(board).boards()).isEqualTo(before.boards() + 1);
    assertThat(workshop.tally(board).boardsWithFaultAt("U13"))
        .isEqualTo(before.boardsWithFaultAt("U13") + 1);
  }

  @Test
  void whatIsFittedLeavesTheStockAndACrossedPartIsAskedAbout() {
    Workshop workshop = workshop();
    CaseDesk desk = on(workshop);
    assertThat(desk.enter("fitted U26 4116-3 from stock 1")).isInstanceOf(DeskState.Kept.class);
    assertThat(workshop.stock().item(1).orElseThrow().count()).isEqualTo(19);
    String crossed = "fitted U13 QM-11 from stock 4";
    assertThat(desk.enter(crossed).sentence()).contains("dead box");
    assertThat(workshop.stock().item(4).orElseThrow().count()).isEqualTo(1);
    assertThat(desk.enter(crossed)).isInstanceOf(DeskState.Kept.class);
    assertThat(workshop.stock().item(4).orElseThrow().count()).isZero();
    assertThat(desk.enter("fitted U26 4116 from stock 99").sentence()).contains("no stock item 99");
  }

  @Test
  void aStruckLineTakesBackWhatItDidToTheStock() {
    Workshop workshop = workshop();
    CaseDesk desk = on(workshop);
    int lines = workshop.casebook().find(13).orElseThrow().entries().size();
    int items = workshop.stock().items().size();
    desk.enter("fitted U26 4116-3 from stock 1");
    desk.enter("fate U26 dead");
    StockItem dead = workshop.stock().items().getLast();
    assertThat(dead.state()).isEqualTo(StockItem.State.CROSSED);
    assertThat(dead.count()).isEqualTo(1);
    assertThat(desk.enter("strike " + (lines + 1) + " wrong chip").sentence())
        .contains("20 left of stock 1");
    assertThat(workshop.stock().item(1).orElseThrow().count()).isEqualTo(20);
    assertThat(desk.enter("strike " + (lines + 2) + " it is good").sentence())
        .contains("0 left of stock " + dead.number());
    assertThat(workshop.stock().items()).hasSize(items + 1);
  }

  @Test
  void stoppingWhileLinesAreWeighedOneByOneKeepsTheAnswerThatIsThere() {
    CaseDesk desk = on(workshop());
    desk.addListener(
        state -> {
          if (state.thinking() && state.advice().isPresent() && !state.steps().isEmpty()) {
            desk.stopThinking();
          }
        });
    desk.start();
    work();
    DeskState last = states.getLast();
    assertThat(last.thinking()).isFalse();
    assertThat(last.steps()).isNotEmpty();
    var diagnosis = last.advice().orElseThrow().diagnosis();
    assertThat(diagnosis.effort().isWhole()).isTrue();
    assertThat(diagnosis.weighed()).isGreaterThan(0.9);
    assertThat(diagnosis.suspects()).isNotEmpty().allMatch(s -> s.weights().isEmpty());
  }
}
