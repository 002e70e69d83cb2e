package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.demo.DemoCases;
import raconteur.core.stock.StockItem;
import raconteur.core.story.Entry;

/** What is refused leaves nothing behind, and what comes next is not hindered by it. */
class WritingTest {
  @TempDir private Path folder;

  private Path file() {
    return folder.resolve("my.casebook");
  }

  @Test
  void whatWasRefusedWhileAnotherProgramWroteIsNotKeptAndTheNextLineIs() throws SQLException {
    try (Casebook book = Books.open(file())) {
      book.create(99, "x", "", "");
      try (var other = DriverManager.getConnection("jdbc:sqlite:" + file());
          var statement = other.createStatement()) {
        statement.execute("BEGIN IMMEDIATE");
        assertThat(Books.refusal(book.adopt(DemoCases.shipped())))
            .contains("Another program is writing", "Nothing was saved");
        statement.execute("ROLLBACK");
      }
      assertThat(book.append(99, "note afterwards")).isInstanceOf(Outcome.Done.class);
      assertThat(book.headers()).hasSize(1);
    }
    try (Casebook book = Books.open(file())) {
      assertThat(book.headers()).hasSize(1);
      assertThat(book.find(99).orElseThrow().entries()).hasSize(1);
    }
  }

  @Test
  void aFileThatWasMovedDeletedOrReplacedKeepsNoLineAndSaysSo() throws IOException {
    Path moved = folder.resolve("moved");
    try (Casebook book = Books.open(file())) {
      book.create(1, "x", "", "");
      Files.move(file(), moved);
      assertThat(Books.refusal(book.append(1, "note gone")))
          .contains("moved, deleted or replaced", "what you typed is still there");
      Files.writeString(file(), "something else");
      assertThat(Books.refusal(book.append(1, "note gone"))).contains("replaced");
      Files.delete(file());
      Files.move(moved, file());
      assertThat(book.append(1, "note here")).isInstanceOf(Outcome.Done.class);
    }
    try (Casebook book = Books.open(file())) {
      assertThat(book.find(1).orElseThrow().entries())
          .containsExactly(new Entry.Line(1, Books.NOW, "note here"));
    }
  }

  @Test
  void whatWouldNotFitAnArchiveIsRefusedWhenItComes() {
    try (Casebook book = Books.open(file())) {
      assertThat(Books.refusal(book.create(1, "x", "", "a".repeat(1_000_001))))
          .contains("at most 100000 characters", "1000001");
      assertThat(Books.refusal(book.create(0, "x", "", ""))).contains("from 1 to");
      book.create(1, "x", "", "");
      assertThat(Books.refusal(book.append(1, "a".repeat(4_001)))).contains("at most 4000");
      assertThat(Books.refusal(book.strike(1, 7, "why"))).contains("no line 7");
      assertThat(Books.refusal(new StockRoom(book).add(item("a".repeat(401), 1))))
          .contains("at most 400");
      assertThat(Books.refusal(new StockRoom(book).add(item("4116", 2_000_000))))
          .contains("from 0 to");
      assertThat(book.find(1).orElseThrow().entries()).isEmpty();
      assertThat(new StockRoom(book).stock().items()).isEmpty();
    }
  }

  private static StockItem item(String kind, int count) {
    return new StockItem(
        0,
        kind,
        "",
        count,
        StockItem.State.SPARE,
        "",
        " =SUM(A1) ",
        Optional.empty(),
        Optional.empty());
  }

  @Test
  void charactersThatMoveTheCursorDoNotGetIntoAStory() {
    try (Casebook book = Books.open(file())) {
      book.create(1, "x", "", "");
      book.append(1, "note \u001B[2Jgone\u0007");
      assertThat(book.find(1).orElseThrow().entries())
          .containsExactly(new Entry.Line(1, Books.NOW, "note  [2Jgone "));
    }
  }

  @Test
  void anArchiveIsNeverWrittenOverACasebookOrAnythingElse() throws IOException {
    Path other = folder.resolve("other-book");
    Books.with(other, 2, 2);
    Path letter = Files.writeString(folder.resolve("letter.txt"), "dear club");
    Books.with(file(), 1, 4);
    try (Casebook book = Books.open(file())) {
      assertThat(Books.refusal(Archive.write(book, Map.of(), file()))).contains("never");
      assertThat(Books.refusal(Archive.write(book, Map.of(), other))).contains("never");
      assertThat(Books.refusal(Archive.write(book, Map.of(), letter))).contains("no archive");
    }
    for (Map.Entry<Path, Integer> whole : Map.of(file(), 4, other, 2).entrySet()) {
      try (Casebook book = Books.open(whole.getKey())) {
        assertThat(book.all().getFirst().entries()).hasSize(whole.getValue());
      }
    }
    assertThat(letter).hasContent("dear club");
  }

  @Test
  void boardsGoAlongInAnArchiveAndNeverOverOneThatIsThere() throws IOException {
    String text = "{\"format\": \"raconteur-board/1\", \"id\": \"own-1\"}";
    Path zip = folder.resolve("all.zip");
    Books.with(file(), 1, 1);
    try (Casebook book = Books.open(file())) {
      assertThat(Archive.write(book, Map.of("own-1", text), zip)).isInstanceOf(Outcome.Done.class);
    }
    Path boards = folder.resolve("elsewhere");
    try (Casebook into = Books.open(folder.resolve("into"))) {
      assertThat(Archive.read(zip, into, boards)).isInstanceOf(Outcome.Done.class);
      assertThat(boards.resolve("own-1.json")).hasContent(text);
    }
    Files.writeString(boards.resolve("own-1.json"), "{\"format\": \"raconteur-board/1\"}");
    try (Casebook into = Books.open(folder.resolve("again"))) {
      assertThat(Books.refusal(Archive.read(zip, into, boards))).contains("own-1", "move that");
      assertThat(into.headers()).isEmpty();
    }
  }

  @Test
  void whatIsWrittenWhileAnArchiveIsMadeIsNotHalfInIt() throws IOException {
    Books.with(file(), 1, 3);
    try (Casebook book = Books.open(file());
        Casebook still = book.still()) {
      book.append(1, "note later");
      book.create(2, "x", "", "");
      assertThat(still.headers()).hasSize(1);
      assertThat(still.find(1).orElseThrow().entries()).hasSize(3);
      assertThat(List.of(book.headers().size(), book.find(1).orElseThrow().entries().size()))
          .containsExactly(2, 4);
    }
  }
}
