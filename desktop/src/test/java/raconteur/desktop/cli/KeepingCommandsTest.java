package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;
import raconteur.casebook.demo.DemoCases;
import raconteur.casebook.store.Backups;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;

class KeepingCommandsTest {
  @TempDir private Path folder;
  private final StringWriter out = new StringWriter();
  private final StringWriter err = new StringWriter();

  private int run(String... arguments) {
    return new CommandLine(new RaconteurCommand())
        .setOut(new PrintWriter(out))
        .setErr(new PrintWriter(err))
        .execute(arguments);
  }

  private Casebook open(Path file) {
    return ((Outcome.Done<Casebook>) Casebook.open(file, Clock.systemUTC())).value();
  }

  @Test
  void aCasebookGoesIntoAnArchiveAndComesOutEqual() {
    Path from = folder.resolve("from.casebook");
    Path into = folder.resolve("into.casebook");
    Path zip = folder.resolve("all.zip");
    try (Casebook book = open(from)) {
      DemoCases.fill(book);
    }
    assertThat(run("archive", "--casebook", from.toString(), zip.toString())).isZero();
    assertThat(out.toString()).contains("20 cases", "13 stock items");
    assertThat(run("unarchive", "--casebook", into.toString(), zip.toString())).isZero();
    try (Casebook one = open(from);
        Casebook other = open(into)) {
      assertThat(other.all()).isEqualTo(one.all());
    }
    assertThat(run("unarchive", "--casebook", into.toString(), zip.toString())).isEqualTo(1);
    assertThat(err.toString()).contains("empty casebook");
  }

  @Test
  void aBackupIsRestoredAndNothingIsThrownAway() throws IOException {
    Path file = folder.resolve("my.casebook");
    try (Casebook book = open(file)) {
      DemoCases.fill(book);
      new Backups(file).make(book);
    }
    Files.writeString(file, "a disk that failed");
    assertThat(run("restore", "--casebook", file.toString())).isZero();
    try (Casebook book = open(file)) {
      assertThat(book.headers()).hasSize(20);
    }
    try (var files = Files.list(folder)) {
      assertThat(files.map(f -> f.getFileName().toString()))
          .anyMatch(n -> n.startsWith("my.casebook.set-aside"));
    }
  }

  @Test
  void whatIsNotThereIsSaidInOneSentence() {
    Path none = folder.resolve("none.casebook");
    assertThat(run("restore", "--casebook", none.toString())).isEqualTo(1);
    assertThat(run("archive", "--casebook", none.toString(), folder.resolve("x").toString()))
        .isEqualTo(1);
    assertThat(err.toString().lines()).hasSize(2);
    assertThat(none).doesNotExist();
  }
}
