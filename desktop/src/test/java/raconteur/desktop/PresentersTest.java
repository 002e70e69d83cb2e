package raconteur.desktop;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.board.Board;
import raconteur.core.story.CaseState;
import raconteur.desktop.arrive.ArrivePresenter;
import raconteur.desktop.odds.OddsPresenter;
import raconteur.desktop.shelf.ShelfPresenter;
import raconteur.desktop.workshop.LaunchPlan;

/** The views' presenters on the demo casebook, without the toolkit. */
class PresentersTest extends OnTheDemo {

  @Test
  void theShelfShowsWhatIsOnTheBenchFirst() {
    var rows = new ShelfPresenter(workshop()).rows("");
    assertThat(rows).hasSize(20);
    assertThat(rows.get(0).header().state()).isEqualTo(CaseState.ON_BENCH);
    assertThat(rows.get(1).last()).isEqualTo("U38.9 toggling");
    assertThat(rows.get(4).header().state()).isEqualTo(CaseState.WAITING_FOR_PARTS);
    assertThat(rows.get(5).header().number()).isEqualTo(12);
  }

  @ParameterizedTest
  @CsvSource({
    "harbour, 6",
    "harbour flooded, 1",
    "SOCKET strip, 1",
    "parts, 1",
    "nothing like it, 0"
  })
  void theShelfIsFilteredByAllWords(String filter, int rows) {
    assertThat(new ShelfPresenter(workshop()).rows(filter)).hasSize(rows);
  }

  @Test
  void aBoardIsMovedOnTheShelf() {
    ShelfPresenter shelf = new ShelfPresenter(workshop());
    assertThat(shelf.move(13, CaseState.WAITING)).isEmpty();
    assertThat(workshop().casebook().find(13).orElseThrow().header().state())
        .isEqualTo(CaseState.WAITING);
  }

  @Test
  void aBoardThatArrivesGetsTheNextNumberAndItsFirstLine() {
    ArrivePresenter arrive = new ArrivePresenter(workshop());
    assertThat(arrive.nextNumber()).isEqualTo(21);
    var intake =
        arrive.open(
            "21",
            Optional.of(arrive.boards().getFirst()),
            " Library ",
            "dark",
            List.of("screen blank"));
    assertThat(intake).isEqualTo(new ArrivePresenter.Opened(21));
    var made = workshop().casebook().find(21).orElseThrow();
    assertThat(made.header().owner()).isEqualTo("Library");
    assertThat(made.entries()).hasSize(1);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "0", "-1", "1.5", "abc", "99999999", "13"})
  void aBadOrTakenNumberIsRefusedAndNothingIsOpened(String number) {
    ArrivePresenter arrive = new ArrivePresenter(workshop());
    assertThat(arrive.open(number, Optional.of(arrive.boards().getFirst()), "", "", List.of()))
        .isInstanceOf(ArrivePresenter.Refused.class);
    assertThat(workshop().casebook().headers()).hasSize(20);
  }

  @Test
  void anIntakeWithoutBoardOrWithEndlessTextIsRefused() {
    ArrivePresenter arrive = new ArrivePresenter(workshop());
    assertThat(arrive.open("15", Optional.empty(), "", "", List.of()))
        .isInstanceOf(ArrivePresenter.Refused.class);
    assertThat(
            arrive.open(
                "15", Optional.of(arrive.boards().getFirst()), "", "x".repeat(9999), List.of()))
        .isInstanceOf(ArrivePresenter.Refused.class);
  }

  @Test
  void aBadBoardFileIsRefusedWithItsReasons() throws IOException {
    Path bad =
        Files.writeString(folder().resolve("bad.json"), "{\"format\": \"raconteur-board/1\"}");
    ArrivePresenter arrive = new ArrivePresenter(workshop());
    assertThat(arrive.addBoard(bad)).contains("\"blocks\" is missing");
    assertThat(arrive.boards()).hasSize(6);
  }

  @Test
  void countsThatCannotBeWrittenAreSaidToBeSo() {
    OddsPresenter odds = new OddsPresenter(workshop());
    Board board = odds.boards().getFirst();
    Path inAFile = folder().resolve("demo.casebook").resolve("odds.csv");
    assertThat(odds.export(odds.tally(board), inAFile)).contains("cannot be written");
    assertThat(odds.export(odds.tally(board), folder().resolve("o.csv"))).startsWith("Written to");
  }

  @Test
  void theUsualCasebookLiesInTheUsersDataFolder() {
    assertThat(LaunchPlan.usualFile().toString()).contains("raconteur").endsWith("my.casebook");
  }
}
