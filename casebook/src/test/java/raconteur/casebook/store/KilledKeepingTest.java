package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.casebook.demo.DemoCases;
import raconteur.core.data.DataFile;

/**
 * A program is killed in the middle of a command that keeps a casebook safe: what was there before
 * is there still, or what was to be there is, whole.
 */
class KilledKeepingTest {
  private static final int KILLS = Integer.getInteger("raconteur.keeping.kills", 2);
  private static final int LONGEST_MILLIS = 250;
  private static final int COPIED_LINES = 20;
  private static final Instant NOW = Books.NOW;

  @TempDir private Path folder;
  private final Random random = new Random(17);

  /** Does one of the commands over and over until it is killed, and says when it begins. */
  static final class Keeper {
    private Keeper() {}

    public static void main(String[] arguments) throws IOException {
      Path folder = Path.of(arguments[1]);
      Path file = folder.resolve("my.casebook");
      PrintStream out = new PrintStream(System.out, true, StandardCharsets.UTF_8);
      warm(folder);
      out.println("ready");
      for (int i = 0; ; i++) {
        switch (arguments[0]) {
          case "archive" -> {
            try (Casebook book = Books.open(file, NOW)) {
              Archive.write(book, Map.of(), folder.resolve("all.zip"));
            }
          }
          case "restore" ->
              new Backups(file).restore(folder.resolve(i % 2 == 0 ? "one" : "two"), NOW);
          case "unarchive" -> {
            Path into = folder.resolve("into-" + i + ".casebook");
            try (Casebook book = Books.open(into, NOW)) {
              Archive.read(folder.resolve("all.zip"), book, folder.resolve("boards"));
            }
          }
          case "backup" -> {
            try (Casebook book = Books.open(file, NOW.plus(Duration.ofDays(i)))) {
              book.append(1, "note day " + i);
              new Backups(file).make(book);
            }
          }
          default -> Books.open(folder.resolve("older-" + i + ".casebook"), NOW).close();
        }
      }
    }

    /** Classes are loaded before the clock runs, so that the kill meets the work. */
    private static void warm(Path folder) throws IOException {
      Path scratch = Files.createTempDirectory(folder, "warm").resolve("x.casebook");
      try (Casebook book = Books.open(scratch, NOW)) {
        book.create(1, "x", "", "");
        Archive.write(book, Map.of(), scratch.resolveSibling("x.zip"));
        new Backups(scratch).make(book);
      }
      new Backups(scratch).restore(new Backups(scratch).copies().getFirst().file(), NOW);
    }
  }

  private void kill(String command) throws IOException, InterruptedException {
    Process process = Books.program(Keeper.class, command, folder.toString());
    try (var lines =
        new BufferedReader(
            new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
      assertThat(lines.readLine()).isEqualTo("ready");
      Thread.sleep(random.nextInt(LONGEST_MILLIS));
      ProcessHandle.of(process.pid()).orElseThrow().destroyForcibly();
      assertThat(lines.lines()).as("what the killed program said").isEmpty();
    }
    process.waitFor();
  }

  private Path file() {
    return folder.resolve("my.casebook");
  }

  private void demo() {
    try (Casebook book = Books.open(file(), NOW)) {
      DemoCases.fill(book);
    }
  }

  private Outcome<Archive.Contents> archive() {
    try (Casebook book = Books.open(file(), NOW)) {
      return Archive.write(book, Map.of(), folder.resolve("all.zip"));
    }
  }

  @Test
  void theEarlierArchiveOrTheNewOneIsThere() throws IOException, InterruptedException {
    demo();
    assertThat(archive()).isInstanceOf(Outcome.Done.class);
    for (int i = 0; i < KILLS; i++) {
      kill("archive");
      Path into = folder.resolve("taken-" + i + ".casebook");
      try (Casebook book = Books.open(into, NOW)) {
        assertThat(Archive.read(folder.resolve("all.zip"), book, folder.resolve("boards")))
            .isInstanceOf(Outcome.Done.class);
        assertThat(book.headers()).hasSize(DemoCases.shipped().size());
      }
    }
  }

  @Test
  void theOldCasebookOrTheRestoredOneIsThere() throws IOException, InterruptedException {
    copyWith("one", 1);
    copyWith("two", 2);
    Files.copy(folder.resolve("one"), file());
    int restored = 0;
    for (int i = 0; i < KILLS; i++) {
      int before;
      try (Casebook book = Books.open(file(), NOW)) {
        book.append(1, "note written since");
        before = book.find(1).orElseThrow().entries().size();
      }
      kill("restore");
      try (Casebook book = Books.open(file(), NOW)) {
        assertThat(book.headers()).hasSizeBetween(1, 2);
        int after = book.find(1).orElseThrow().entries().size();
        assertThat(after).isIn(before, COPIED_LINES);
        restored += after == COPIED_LINES ? 1 : 0;
        assertThat(book.lookThrough()).isEmpty();
      }
    }
    assertThat(restored).as("kills that came too late, of %d", KILLS).isPositive();
    try (var files = Files.list(folder)) {
      for (Path aside : files.filter(f -> f.toString().matches(".*set-aside-[^.]*Z")).toList()) {
        assertThat(Restore.lookAt(aside)).as("%s", aside).isInstanceOf(Outcome.Done.class);
      }
    }
  }

  private void copyWith(String name, int cases) {
    try (Casebook book = Books.open(folder.resolve(name), NOW)) {
      for (int number = 1; number <= cases; number++) {
        book.create(number, "x", "", "");
        for (int line = 0; line < COPIED_LINES; line++) {
          book.append(number, "note " + line);
        }
      }
    }
  }

  @Test
  void allOfAnArchiveIsTakenInOrNothing() throws IOException, InterruptedException {
    demo();
    assertThat(archive()).isInstanceOf(Outcome.Done.class);
    for (int i = 0; i < KILLS; i++) {
      kill("unarchive");
      List<Path> made;
      try (var files = Files.list(folder)) {
        made = files.filter(f -> f.toString().matches(".*/into-\\d+\\.casebook")).toList();
      }
      for (Path into : made) {
        try (Casebook book = Books.open(into, NOW)) {
          assertThat(book.headers().size()).isIn(0, DemoCases.shipped().size());
        }
        remove(into);
      }
    }
  }

  @Test
  void everyCopyThatHasItsNameIsWhole() throws IOException, InterruptedException {
    demo();
    for (int i = 0; i < KILLS; i++) {
      kill("backup");
      Backups backups = new Backups(file());
      for (Backups.Copy copy : backups.copies()) {
        assertThat(Restore.lookAt(copy.file())).isInstanceOf(Outcome.Done.class);
      }
      try (Casebook book = Books.open(file(), NOW.plus(Duration.ofDays(4000 + i)))) {
        book.append(1, "note after the kill " + i);
        assertThat(backups.make(book)).isInstanceOf(Outcome.Done.class);
      }
    }
    try (var files = Files.list(folder.resolve("backups"))) {
      assertThat(files.map(String::valueOf)).noneMatch(name -> name.contains(".part"));
    }
  }

  @Test
  void aCasebookOfAnOlderVersionIsBroughtUpOrAsItWas()
      throws IOException, InterruptedException, SQLException {
    for (int i = 0; i < KILLS; i++) {
      List<Path> older = new ArrayList<>();
      for (int k = 0; k < 12; k++) {
        older.add(older(folder.resolve("older-" + k + ".casebook")));
      }
      kill("migrate");
      for (Path one : older) {
        try (Casebook book = Books.open(one, NOW)) {
          assertThat(book.find(1).orElseThrow().entries()).hasSize(300);
          assertThat(new StorySearch(book).find("old", 400)).hasSize(300);
        }
        remove(one);
      }
    }
  }

  /** A file as the first version made it. */
  private static Path older(Path file) throws SQLException {
    try (var connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        var statement = connection.createStatement()) {
      for (String part :
          DataFile.shippedText(Schema.class, "schema-1.sql").split(";\n(?=\n|CREATE|$)", -1)) {
        if (!part.isBlank()) {
          statement.execute(part);
        }
      }
      statement.execute("PRAGMA application_id = " + Schema.APPLICATION_ID);
      statement.execute("PRAGMA user_version = 1");
      statement.execute("BEGIN");
      statement.execute(
          "INSERT INTO cases VALUES (1, 'x', 'club', '', '2024-01-01T00:00:00Z', 'waiting')");
      for (int i = 1; i <= 300; i++) {
        statement.execute(
            "INSERT INTO entries (case_number, number, at, line) VALUES (1, "
                + i
                + ", '2024-01-01T00:00:00Z', 'note old "
                + i
                + "')");
      }
      statement.execute("COMMIT");
    }
    return file;
  }

  private static void remove(Path file) throws IOException {
    for (String part : List.of("", "-wal", "-shm")) {
      Files.deleteIfExists(file.resolveSibling(file.getFileName() + part));
    }
  }
}
