package raconteur.desktop.shelf;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;
import raconteur.desktop.Demo;
import raconteur.desktop.workshop.Workshop;

/** The shelf, with files that are read when the test says so. */
class ShelfPresenterTest {
  private final Deque<Runnable> reading = new ArrayDeque<>();
  @TempDir private Path folder;
  private Optional<Workshop> opened = Optional.empty();

  @BeforeEach
  void open() {
    opened = Optional.of(Demo.in(folder, reading::addLast, Runnable::run));
  }

  @AfterEach
  void close() {
    workshop().casebook().close();
  }

  private Workshop workshop() {
    return opened.orElseThrow();
  }

  private static List<Integer> numbers(List<ShelfPresenter.Row> rows) {
    return rows.stream().map(ShelfPresenter.Row::header).map(CaseHeader::number).toList();
  }

  /** Typing goes on while the casebook is read: only the answer to what stands there is shown. */
  @Test
  void onlyWhatWasAskedLastIsShown() {
    var shelf = new ShelfPresenter(workshop());
    List<List<Integer>> shown = new ArrayList<>();
    shelf.find("h", true, rows -> shown.add(numbers(rows)));
    shelf.find("harbour", false, rows -> shown.add(numbers(rows)));
    while (!reading.isEmpty()) {
      reading.removeFirst().run();
    }
    assertThat(shown).hasSize(1);
    assertThat(shown.getFirst()).isEqualTo(numbers(shelf.rows("harbour"))).isNotEmpty();
  }

  /** While a filter is typed nothing is read again; when the shelf is shown anew it is. */
  @Test
  void whatWasReadIsLookedThroughUntilTheShelfIsShownAgain() {
    var shelf = new ShelfPresenter(workshop());
    List<List<Integer>> shown = new ArrayList<>();
    shelf.find("", true, rows -> shown.add(numbers(rows)));
    reading.removeFirst().run();
    workshop().casebook().move(13, CaseState.GONE_HOME);
    shelf.find("", false, rows -> shown.add(numbers(rows)));
    reading.removeFirst().run();
    assertThat(shown.get(1)).isEqualTo(shown.get(0));
    shelf.find("", true, rows -> shown.add(numbers(rows)));
    reading.removeFirst().run();
    assertThat(shown.get(2)).containsExactlyInAnyOrderElementsOf(shown.get(0));
    assertThat(shown.get(2).indexOf(13)).isGreaterThan(shown.get(0).indexOf(13));
  }

  /** On the bench, waiting for parts, waiting, gone home; within each the latest word first. */
  @Test
  void boardsStandByStateAndThenByTheirLastWord() {
    List<ShelfPresenter.Row> rows = new ShelfPresenter(workshop()).rows("");
    List<CaseState> order =
        List.of(
            CaseState.ON_BENCH,
            CaseState.WAITING_FOR_PARTS,
            CaseState.WAITING,
            CaseState.GONE_HOME);
    for (int i = 1; i < rows.size(); i++) {
      var before = rows.get(i - 1);
      var here = rows.get(i);
      int states =
          Integer.compare(
              order.indexOf(before.header().state()), order.indexOf(here.header().state()));
      assertThat(states).isNotPositive();
      if (states == 0) {
        assertThat(before.lastTold()).isAfterOrEqualTo(here.lastTold());
      }
    }
  }

  /** Words count wherever they stand: in the row or, from three letters on, in the story. */
  @ParameterizedTest
  @CsvSource({
    "U38.9 toggling, true",
    "u38.9 TOGGLING, true",
    "probe tip slipped, true",
    "U38.9 nonsense, false",
    "%, false",
    "_, false"
  })
  void aFilterFindsThirteenByItsStory(String filter, boolean found) {
    assertThat(numbers(new ShelfPresenter(workshop()).rows(filter)).contains(13)).isEqualTo(found);
  }

  @Test
  void whatCannotBeMovedIsSaid() {
    var shelf = new ShelfPresenter(workshop());
    assertThat(shelf.move(13, CaseState.WAITING)).isEmpty();
    assertThat(shelf.move(9999, CaseState.WAITING)).isNotBlank();
    workshop().casebook().close();
    assertThat(shelf.move(13, CaseState.ON_BENCH)).isNotBlank().endsWith(".");
    opened = Optional.of(Demo.in(folder));
  }

  @Test
  void casesOfPracticeAreNotOnTheShelf() {
    var shelf = new ShelfPresenter(workshop());
    List<Integer> before = numbers(shelf.rows(""));
    workshop().settings().keepSimulationSeed(13, 1);
    assertThat(numbers(shelf.rows(""))).hasSize(before.size() - 1).doesNotContain(13);
  }
}
