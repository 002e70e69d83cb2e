package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class RestoreTest {
  @TempDir private Path folder;

  /** Opens a casebook, says so, and waits to be ended. */
  static final class Holder {
    private Holder() {}

    public static void main(String[] arguments) throws IOException {
      try (Casebook book = Books.open(Path.of(arguments[0]))) {
        System.out.println("open " + book.headers().size());
        int ended = System.in.read();
        System.out.println("closed " + ended);
      }
    }
  }

  private Path file() {
    return folder.resolve("my.casebook");
  }

  private Path copy() {
    return folder.resolve("copy");
  }

  @BeforeEach
  void aCasebookAndAnOlderCopy() throws IOException {
    Books.with(file(), 1, 5);
    Files.copy(file(), copy());
    try (Casebook book = Books.open(file())) {
      book.append(1, "note written since");
    }
  }

  private Outcome<Restore.Restored> restore(Path from) {
    return new Backups(file()).restore(from, Books.NOW);
  }

  private int lines(Path of) {
    try (Casebook book = Books.open(of)) {
      return book.find(1).orElseThrow().entries().size();
    }
  }

  @Test
  void theCopyIsInPlaceAndWhatWasThereIsAside() {
    var restored = ((Outcome.Done<Restore.Restored>) restore(copy())).value();
    assertThat(restored.contents().words()).contains("1 case with 5 lines", "2026-11-27T10:00:00Z");
    assertThat(lines(file())).isEqualTo(5);
    assertThat(lines(restored.aside().orElseThrow())).isEqualTo(6);
    var again = ((Outcome.Done<Restore.Restored>) restore(copy())).value();
    assertThat(again.aside()).isNotEqualTo(restored.aside());
    assertThat(lines(restored.aside().orElseThrow())).isEqualTo(6);
  }

  @Test
  void whatIsNoWholeCasebookMovesNothing() throws IOException, SQLException {
    Path junk = Files.writeString(folder.resolve("junk"), "a shopping list ".repeat(100));
    assertThat(Books.refusal(restore(junk))).contains("is no casebook", "nothing was changed");
    assertThat(Books.refusal(restore(file()))).contains("the casebook itself");
    assertThat(Books.refusal(restore(folder.resolve("none")))).contains("is no file");
    Path recipes = folder.resolve("recipes");
    change(recipes, "CREATE TABLE recipes (name TEXT)");
    assertThat(Books.refusal(restore(recipes))).contains("another program");
    Path strange = Files.copy(copy(), folder.resolve("strange"));
    change(strange, "CREATE TRIGGER x AFTER INSERT ON entries BEGIN SELECT 1; END");
    assertThat(Books.refusal(restore(strange))).contains("no casebook has", "trigger x");
    Path lacking = Files.copy(copy(), folder.resolve("lacking"));
    change(lacking, "DROP TABLE stock");
    assertThat(Books.refusal(restore(lacking))).contains("lacks", "stock");
    Path newer = Files.copy(copy(), folder.resolve("newer"));
    change(newer, "PRAGMA user_version = 99");
    assertThat(Books.refusal(restore(newer))).contains("newer Raconteur");
    assertThat(lines(file())).isEqualTo(6);
    try (var files = Files.list(folder)) {
      assertThat(files.map(f -> f.getFileName().toString()))
          .noneMatch(n -> n.contains("set-aside") || n.contains(".part"));
    }
  }

  private static void change(Path file, String sql) throws SQLException {
    try (var connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        var statement = connection.createStatement()) {
      statement.execute(sql);
    }
  }

  @Test
  void aCasebookThatIsOpenHereOrInAnotherProgramIsNotReplaced() throws IOException {
    try (Casebook open = Books.open(file())) {
      assertThat(Books.refusal(restore(copy()))).contains("is open");
      assertThat(open.append(1, "note still ours")).isInstanceOf(Outcome.Done.class);
    }
    Process holder = Books.program(Holder.class, file().toString());
    try (var said =
        new BufferedReader(
            new InputStreamReader(holder.getInputStream(), StandardCharsets.UTF_8))) {
      assertThat(said.readLine()).isEqualTo("open 1");
      assertThat(Books.refusal(restore(copy()))).contains("is open", "Nothing was changed");
      holder.getOutputStream().close();
      assertThat(said.readLine()).startsWith("closed");
    }
    assertThat(lines(file())).isEqualTo(7);
  }

  @Test
  void aLogThatIsLeftOverGoesAsideAndDoesNotSpoilTheNewFile() throws IOException {
    Path log = folder.resolve("my.casebook-wal");
    try (Casebook book = Books.open(file())) {
      book.append(1, "note in the log alone");
      Files.copy(log, folder.resolve("kept-log"));
    }
    Files.delete(file());
    Files.move(folder.resolve("kept-log"), log);
    assertThat(Books.refusal(file())).contains("its log", "lines may be in it");
    Path aside = ((Outcome.Done<Restore.Restored>) restore(copy())).value().aside().orElseThrow();
    assertThat(lines(file())).isEqualTo(5);
    assertThat(aside.resolveSibling(aside.getFileName() + "-wal")).exists();
  }

  @Test
  void whatWasSettledAndBrokenOffIsFinishedWhenTheCasebookIsOpened() throws IOException {
    Files.copy(copy(), folder.resolve("my.casebook.restored"));
    Files.writeString(folder.resolve("my.casebook-wal"), "of the old file");
    assertThat(lines(file())).isEqualTo(5);
    assertThat(folder.resolve("my.casebook.restored")).doesNotExist();
  }
}
