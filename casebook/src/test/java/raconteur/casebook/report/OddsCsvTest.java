package raconteur.casebook.report;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.demo.DemoCases;
import raconteur.core.board.Board;
import raconteur.core.odds.Tally;

class OddsCsvTest {

  /** 2 of 7: 3.67 to 70.96 % (Clopper and Pearson; Geigy Scientific Tables, from memory). */
  @Test
  void theDemosCountsComeOutWithTheirIntervals(@TempDir Path nowhere) {
    Board board = BoardShelf.of(nowhere).find("quillon-kittiwake-b").orElseThrow();
    String csv = OddsCsv.write(Tally.of(board, DemoCases.shipped()));
    assertThat(csv.lines())
        .contains(
            "quillon-kittiwake-b,U13,QM-11,7,2,2,0.2857,0.0367,0.7096,dead 1; leaky 1,1 4",
            "quillon-kittiwake-b,track BA3,,7,1,0,0.1429,0.0036,0.5787,open 1,7");
  }

  @Test
  void openCasesAndOtherRevisionsAreNotCounted(@TempDir Path nowhere) {
    Board board = BoardShelf.of(nowhere).find("quillon-kittiwake-d").orElseThrow();
    Tally tally = Tally.of(board, DemoCases.shipped());
    assertThat(tally.boards()).isEqualTo(5);
    assertThat(tally.boardsWithFaultAt("U44")).isEqualTo(2);
    assertThat(tally.boardsWithFaultAt("U13")).isZero();
  }
}
