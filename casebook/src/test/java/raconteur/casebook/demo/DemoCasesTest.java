package raconteur.casebook.demo;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.story.Case;
import raconteur.core.story.Telling;
import raconteur.core.story.Told;

class DemoCasesTest {

  @Test
  void everyLineOfTheDemoIsUnderstoodOnItsBoard(@TempDir Path nowhere) {
    BoardShelf shelf = BoardShelf.of(nowhere.resolve("none"));
    assertThat(DemoCases.shipped()).hasSize(20);
    for (Case told : DemoCases.shipped()) {
      Board board = shelf.find(told.header().boardId()).orElseThrow();
      assertThat(Telling.of(board, told.entries()).lines())
          .as("case %s", told.header().number())
          .noneMatch(line -> line.meaning() instanceof Told.Unread);
    }
  }

  @Test
  void fifteenCasesAreClosedAndFiveAreOpen() {
    assertThat(DemoCases.shipped().stream().filter(c -> c.header().state().closed())).hasSize(15);
  }
}
