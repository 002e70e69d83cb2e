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

  /** 5 of 10: 18.7 to 81.3 %, 1 of 10: 0.25 to 44.5 % (Geigy Scientific Tables, from memory). */
  @Test
  void theDemosCountsComeOutWithTheirIntervals(@TempDir Path nowhere) {
    Board board = BoardShelf.of(nowhere).find("quillon-kittiwake-b").orElseThrow();
    String csv = OddsCsv.write(Tally.of(board, DemoCases.shipped()));
    assertThat(csv.lines())
        .contains(
            "quillon-kittiwake-b,U13,QM-11,10,5,5,0.5000,0.1871,0.8129,dead 3; leaky 2,1 4 16 17"
                + " 18",
            "quillon-kittiwake-b,track BA3,,10,1,0,0.1000,0.0025,0.4450,open 1,7");
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
