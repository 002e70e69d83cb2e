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
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class OpeningTest {
  private static final int PROGRAMS = 6;
  private static final int LINES = 15;

  @TempDir private Path folder;

  /** Opens or makes a casebook and writes a case with lines; says how many were kept. */
  static final class Writer {
    private Writer() {}

    public static void main(String[] arguments) {
      int number = Integer.parseInt(arguments[1]);
      try (Casebook book = Books.open(Path.of(arguments[0]))) {
        int kept = book.create(number, "x", "", "") instanceof Outcome.Done<?> ? 1 : 0;
        for (int i = 0; i < LINES; i++) {
          kept += book.append(number, "note " + i) instanceof Outcome.Done<?> ? 1 : 0;
        }
        System.out.println("kept " + kept);
      } catch (AssertionError e) {
        System.out.println("refused: " + e.getMessage());
      }
    }
  }

  private Path file() {
    return folder.resolve("my.casebook");
  }

  private void change(String... statements) throws SQLException {
    try (var connection = DriverManager.getConnection("jdbc:sqlite:" + file());
        var statement = connection.createStatement()) {
      for (String sql : statements) {
        statement.execute(sql);
      }
    }
  }

  @Test
  void sixProgramsMakeAndWriteOneCasebook() throws IOException, InterruptedException {
    List<Process> programs = new ArrayList<>();
    for (int i = 1; i <= PROGRAMS; i++) {
      programs.add(Books.program(Writer.class, file().toString(), String.valueOf(i)));
    }
    for (Process program : programs) {
      try (var said =
          new BufferedReader(
              new InputStreamReader(program.getInputStream(), StandardCharsets.UTF_8))) {
        assertThat(said.lines().toList()).containsExactly("kept " + (LINES + 1));
      }
      program.waitFor();
    }
    try (Casebook book = Books.open(file())) {
      assertThat(book.all()).hasSize(PROGRAMS).allMatch(c -> c.entries().size() == LINES);
      assertThat(book.lookThrough()).isEmpty();
    }
  }

  @ParameterizedTest
  @ValueSource(ints = {-1, 0, 1})
  void anEmptyOrMissingCasebookBesideCopiesIsNoNewOne(int bytes) throws IOException {
    Books.with(file(), 4, 3);
    try (Casebook book = Books.open(file())) {
      new Backups(file()).make(book);
    }
    Files.delete(file());
    if (bytes >= 0) {
      Files.write(file(), new byte[bytes]);
    }
    assertThat(Books.refusal(file()))
        .contains("latest good copy is of 2026-11-27", "1 case with 3 lines", "restore");
    Path copy = new Backups(file()).latestGood().orElseThrow().copy().file();
    assertThat(new Backups(file()).restore(copy, Books.NOW)).isInstanceOf(Outcome.Done.class);
    try (Casebook book = Books.open(file())) {
      assertThat(book.find(4).orElseThrow().entries()).hasSize(3);
    }
  }

  @Test
  void theLatestCopyThatIsWholeIsOffered() throws IOException {
    Books.with(file(), 4, 3);
    for (int day = 0; day < 3; day++) {
      Instant now = Books.NOW.plusSeconds(day * 86_400L);
      try (Casebook book = Books.open(file(), now)) {
        book.append(4, "note day " + day);
        new Backups(file()).make(book);
      }
    }
    Path latest = new Backups(file()).copies().getFirst().file();
    byte[] bytes = Files.readAllBytes(latest);
    java.util.Arrays.fill(bytes, 2000, bytes.length, (byte) 0x55);
    Files.write(latest, bytes);
    Files.delete(file());
    assertThat(Books.refusal(file())).contains("is of 2026-11-28", "5 lines");
  }

  @Test
  void aSchemaThatNeverWasIsRefusedAndAnotherProgramsFileIsNotChanged()
      throws SQLException, IOException {
    Books.with(file(), 1, 1);
    change("PRAGMA user_version = -3");
    assertThat(Books.refusal(file())).contains("schema -3");
    Files.delete(file());
    change("CREATE TABLE recipes (name TEXT)");
    byte[] before = Files.readAllBytes(file());
    assertThat(Books.refusal(file())).contains("another program");
    assertThat(Files.readAllBytes(file())).isEqualTo(before);
  }

  @Test
  void aRowThatCannotBeReadIsNamedAndKeepsNothingElseBack() throws SQLException {
    Books.with(file(), 1, 3);
    Books.with(file(), 2, 1);
    change(
        "PRAGMA ignore_check_constraints = 1",
        "DROP TRIGGER entries_are_never_changed",
        "UPDATE entries SET at = 'yesterday' WHERE case_number = 1 AND number = 2",
        "UPDATE cases SET opened = '', state = 'lost' WHERE number = 2",
        "CREATE TRIGGER entries_are_never_changed BEFORE UPDATE ON entries\nBEGIN\n"
            + "  SELECT RAISE(ABORT, 'entries are only ever added');\nEND");
    try (Casebook book = Books.open(file())) {
      assertThat(book.all()).hasSize(2);
      assertThat(book.find(1).orElseThrow().entries()).hasSize(3);
      assertThat(book.find(1).orElseThrow().entries().get(1).at()).isEqualTo(Books.NOW);
      assertThat(book.lookThrough())
          .hasSize(3)
          .anySatisfy(s -> assertThat(s).contains("Case 1, line 2", "yesterday"))
          .anySatisfy(s -> assertThat(s).contains("Case 2 stands “lost”"));
    }
  }

  @Test
  void aDamagedIndexOfTheSearchIsMadeAgain() throws SQLException {
    Books.with(file(), 1, 3);
    change("DELETE FROM said_data WHERE id > 10");
    try (Casebook book = Books.open(file())) {
      assertThat(new StorySearch(book).find("line", 9)).hasSize(3);
      assertThat(book.append(1, "note one more line")).isInstanceOf(Outcome.Done.class);
      assertThat(new StorySearch(book).find("line", 9)).hasSize(4);
    }
  }
}
