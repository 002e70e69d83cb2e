package raconteur.desktop.practice;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.SplittableRandom;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.practice.Deal;
import raconteur.core.practice.Lesson;
import raconteur.core.practice.Level;
import raconteur.core.practice.OddsShown;
import raconteur.core.story.CaseState;
import raconteur.desktop.Demo;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.shelf.ShelfPresenter;
import raconteur.desktop.workshop.Workshop;

class PracticePresenterTest {
  @TempDir private Path folder;
  private Workshop workshop;
  private PracticePresenter presenter;

  @BeforeEach
  void open() {
    workshop = Demo.in(folder);
    presenter = new PracticePresenter(workshop, () -> new SplittableRandom(11));
    presenter.load(() -> {});
  }

  private List<PracticePresenter.Row> rows() {
    presenter.load(() -> {});
    return presenter.rows();
  }

  private Board board(String id) {
    return workshop.boards().find(id).orElseThrow();
  }

  private PracticePresenter.Row dealt(String boardId, Level level) {
    List<Outcome<Integer>> begun = new ArrayList<>();
    presenter.deal(board(boardId), level, OddsShown.HIDDEN, begun::add);
    assertThat(begun).singleElement().isInstanceOf(Outcome.Done.class);
    int number = ((Outcome.Done<Integer>) begun.getFirst()).value();
    return rows().stream().filter(r -> r.header().number() == number).findFirst().orElseThrow();
  }

  private List<PracticePresenter.Debriefed> debriefed(PracticePresenter.Row row) {
    List<PracticePresenter.Debriefed> told = new ArrayList<>();
    presenter.debrief(row, told::add);
    return told;
  }

  @Test
  void aDealtBoardStandsInItsOwnPlaceAndNotOnTheShelf() {
    int shelf = new ShelfPresenter(workshop).rows("").size();
    PracticePresenter.Row row = dealt("petrel-1", Level.DEAD_PART);
    assertThat(new ShelfPresenter(workshop).rows("")).hasSize(shelf);
    assertThat(row.deal().level()).isEqualTo(Level.DEAD_PART);
    assertThat(row.header().complaint())
        .isEqualTo(Level.DEAD_PART.meaning())
        .doesNotContain(row.deal().faults().getFirst().toString());
    assertThat(workshop.casebook().find(row.header().number()).orElseThrow().entries())
        .hasSize(row.deal().opening());
  }

  @Test
  void aCaseIsGoneThroughAndItsEndIsKeptForWhoPractised() {
    assertThat(presenter.keepPerson(" Third bench ")).isEmpty();
    PracticePresenter.Row row = dealt("petrel-1", Level.DEAD_PART);
    String part = row.deal().faults().getFirst().toString().replace(" dead", "");
    CaseDesk desk = Demo.desk(workshop, row.header().number());
    desk.enter("mended U1 replaced");
    desk.enter("mended " + part + " replaced");
    List<PracticePresenter.Debriefed> told = debriefed(row);
    assertThat(told).hasSize(2);
    assertThat(told.getFirst().result()).as("the planner has not played yet").isEmpty();
    assertThat(told.getLast().debrief().solved()).isTrue();
    var end = told.getLast().result().orElseThrow();
    assertThat(end.solved()).isTrue();
    assertThat(end.inVain()).isEqualTo(part.equals("U1") ? 0 : 1);
    assertThat(rows().getFirst().result()).contains(end);
    assertThat(presenter.progress("Third bench").cases()).hasSize(1);
    assertThat(presenter.progress("somebody else").cases()).isEmpty();
    List<String> words =
        DebriefWords.sentences(told.getLast().debrief(), told.getLast().result(), Optional.empty());
    assertThat(words.getFirst()).contains(part + " dead");
    assertThat(words).anyMatch(w -> w.startsWith("The planner needed "));
  }

  @Test
  void aLessonThatWasBroughtHomeIsTickedAndTellsWhatItTeaches() {
    Lesson lesson = presenter.lesson("key-row").orElseThrow();
    int number = ((Outcome.Done<Integer>) presenter.begin(lesson, OddsShown.SHOWN)).value();
    assertThat(presenter.solved()).isEmpty();
    Demo.desk(workshop, number).enter("mended J1 cleaned");
    PracticePresenter.Row row = rows().getFirst();
    List<PracticePresenter.Debriefed> told = debriefed(row);
    assertThat(presenter.solved()).containsOnlyKeys("key-row");
    assertThat(
            DebriefWords.sentences(
                told.getLast().debrief(), told.getLast().result(), Optional.of(lesson)))
        .contains(lesson.teaches());
  }

  @Test
  void whatABoardCannotHaveIsRefusedInASentence() {
    List<Outcome<Integer>> begun = new ArrayList<>();
    presenter.deal(board("petrel-1"), Level.SHARED, OddsShown.HIDDEN, begun::add);
    assertThat(begun)
        .singleElement()
        .isInstanceOfSatisfying(
            Outcome.Failed.class, f -> assertThat(f.sentence()).contains("another level"));
    assertThat(rows()).isEmpty();
  }

  @Test
  void casesOfPracticeNeverCount() {
    Board petrel = board("petrel-1");
    var before = workshop.tally(petrel);
    PracticePresenter.Row row = dealt("petrel-1", Level.DEAD_PART);
    CaseDesk desk = Demo.desk(workshop, row.header().number());
    desk.enter("mended U2 replaced");
    desk.move(CaseState.GONE_HOME);
    assertThat(workshop.tally(petrel)).isEqualTo(before);
  }

  /** Stopped before its first line: what is shown says so, and no end is kept. */
  @Test
  void aGoingThroughThatIsStoppedKeepsNoEnd() {
    PracticePresenter.Row row = dealt("petrel-1", Level.DEAD_PART);
    Demo.desk(workshop, row.header().number()).enter("mended U2 replaced");
    presenter.addListener(
        work -> {
          if (work.busy()) {
            presenter.stop();
          }
        });
    List<PracticePresenter.Debriefed> told = debriefed(row);
    assertThat(told).singleElement().satisfies(d -> assertThat(d.debrief().complete()).isFalse());
    assertThat(rows().getFirst().result()).isEmpty();
  }

  @Test
  void aDealThatCannotBeReadIsDealtAgainFromItsSeedAndTheRestIsThere() {
    PracticePresenter.Row row = dealt("petrel-1", Level.DEAD_PART);
    workshop.settings().keepDeal(row.header().number(), "{\"faults\": [\"U99 dead\"]}");
    workshop.settings().keepPractised(row.header().number(), "junk");
    assertThat(rows())
        .singleElement()
        .satisfies(
            r -> {
              assertThat(r.deal()).extracting(Deal::level).isEqualTo(Level.USUAL);
              assertThat(r.result()).isEmpty();
            });
  }
}
