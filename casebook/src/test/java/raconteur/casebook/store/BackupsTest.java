package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class BackupsTest {
  private static final Instant NOW = Instant.parse("2026-11-27T10:00:00Z");

  @TempDir private Path folder;

  private Path file() {
    return folder.resolve("my.casebook");
  }

  private Outcome<Casebook> open() {
    return Casebook.open(file(), Clock.fixed(NOW, ZoneOffset.UTC));
  }

  @Test
  void aDamagedCasebookComesBackFromItsLastBackup() throws IOException {
    Backups backups = new Backups(file());
    try (Casebook book = ((Outcome.Done<Casebook>) open()).value()) {
      book.create(7, "x", "club", "");
      for (int i = 0; i < 300; i++) {
        book.append(7, "note line " + i);
      }
      assertThat(backups.make(book)).isInstanceOf(Outcome.Done.class);
    }
    byte[] bytes = Files.readAllBytes(file());
    for (int i = 4096; i < bytes.length; i++) {
      bytes[i] = (byte) (i * 31);
    }
    Files.write(file(), bytes);
    String refusal = ((Outcome.Failed<Casebook>) open()).sentence();
    assertThat(refusal).contains("latest good copy is of 2026-11-27", "./raconteur restore");
    Path copy = backups.copies().getFirst().file();
    Path aside =
        ((Outcome.Done<Restore.Restored>) backups.restore(copy, NOW)).value().aside().orElseThrow();
    assertThat(Files.readAllBytes(aside)).isEqualTo(bytes);
    try (Casebook book = ((Outcome.Done<Casebook>) open()).value()) {
      assertThat(book.find(7).orElseThrow().entries()).hasSize(300);
    }
  }

  @Test
  void oneADayIsMadeAndHalfACopyIsNone() throws IOException {
    Backups backups = new Backups(file());
    Files.createDirectories(folder.resolve("backups"));
    Files.writeString(folder.resolve("backups/my.casebook.2026-11-27.part"), "half");
    Files.writeString(folder.resolve("backups/other.casebook.2026-11-26"), "not ours");
    try (Casebook book = ((Outcome.Done<Casebook>) open()).value()) {
      backups.make(book);
      backups.make(book);
    }
    assertThat(backups.copies()).hasSize(1);
    assertThat(folder.resolve("backups/other.casebook.2026-11-26")).exists();
  }

  @Test
  void daysWeeksAndMonthsAreKept() {
    LocalDate today = LocalDate.of(2026, 11, 27);
    List<Backups.Copy> copies = new ArrayList<>();
    for (int i = 0; i < 800; i++) {
      copies.add(new Backups.Copy(today.minusDays(i), 800 - i, Path.of("x" + i)));
    }
    List<Backups.Copy> kept = new ArrayList<>(copies);
    kept.removeAll(Backups.outdated(copies, today));
    assertThat(kept.subList(0, 7)).isEqualTo(copies.subList(0, 7));
    assertThat(kept).hasSizeBetween(7 + 4 + 10, 7 + 5 + 12);
    assertThat(kept.getLast().day()).isAfter(today.minusMonths(13));
    assertThat(Backups.outdated(kept, today)).as("the same again").isEmpty();
  }

  @Test
  void aClockThatRanAheadOnceThinsNothingAndIsNotTheLatestForEver() throws IOException {
    Instant day = NOW;
    try (Casebook book = Books.open(file(), day)) {
      book.create(1, "x", "", "");
    }
    for (int i = 0; i < 12; i++) {
      boolean ahead = i == 8;
      day = day.plusSeconds(86_400);
      try (Casebook book = Books.open(file(), ahead ? day.plusSeconds(86_400 * 2_000L) : day)) {
        book.append(1, "note day " + i);
        assertThat(new Backups(file()).make(book)).isInstanceOf(Outcome.Done.class);
      }
    }
    List<Backups.Copy> copies = new Backups(file()).copies();
    assertThat(copies).hasSizeGreaterThanOrEqualTo(9);
    assertThat(copies.getFirst().day()).isEqualTo(LocalDate.of(2026, 12, 9));
    assertThat(new Backups(file()).latestGood().orElseThrow().contents().lines()).isEqualTo(12);
    assertThat(copies.subList(0, 7).stream().map(Backups.Copy::number))
        .containsExactly(12, 11, 10, 9, 8, 7, 6);
  }

  @Test
  void aClockThatAlwaysStartsOnTheSameDayStillMakesCopies() throws IOException {
    for (int i = 0; i < 3; i++) {
      try (Casebook book = Books.open(file())) {
        book.create(i + 1, "x", "", "");
        for (int line = 0; line < 100; line++) {
          book.append(i + 1, "note " + line);
        }
        new Backups(file()).make(book);
        new Backups(file()).make(book);
      }
    }
    assertThat(new Backups(file()).copies()).hasSize(3);
    assertThat(new Backups(file()).latestGood().orElseThrow().contents().cases()).isEqualTo(3);
  }

  @Test
  void copiesOfEarlierVersionsAreOlderThanAllThatAreCounted() throws IOException {
    Books.with(file(), 1, 1);
    Files.createDirectories(folder.resolve("backups"));
    Files.writeString(
        folder.resolve("backups/my.casebook.2031-01-01"), "of a clock that ran ahead");
    try (Casebook book = Books.open(file())) {
      new Backups(file()).make(book);
    }
    assertThat(new Backups(file()).copies().getFirst().day()).isEqualTo(LocalDate.of(2026, 11, 27));
    assertThat(new Backups(file()).copies()).hasSize(2);
  }
}
