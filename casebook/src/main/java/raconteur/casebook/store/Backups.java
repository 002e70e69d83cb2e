package raconteur.casebook.store;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.time.temporal.WeekFields;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jdbi.v3.core.JdbiException;

/**
 * Dated copies of a casebook in the folder {@code backups} beside it: one a day it was opened, the
 * last seven days kept, then one a week for five weeks, then one a month for a year.
 */
public final class Backups {
  private static final int DAYS = 7;
  private static final int WEEKS = 5;
  private static final int MONTHS = 12;

  private final Path casebook;

  public Backups(Path casebook) {
    this.casebook = casebook.toAbsolutePath();
  }

  /** A copy and the day it was made. */
  public record Copy(LocalDate day, Path file) {}

  private Path folder() {
    return Optional.ofNullable(casebook.getParent()).orElse(Path.of("")).resolve("backups");
  }

  private String prefix() {
    return casebook.getFileName() + ".";
  }

  /** The copies there are, the latest first. */
  public List<Copy> copies() {
    if (!Files.isDirectory(folder())) {
      return List.of();
    }
    try (Stream<Path> files = Files.list(folder())) {
      return files
          .flatMap(f -> day(f).map(d -> new Copy(d, f)).stream())
          .sorted(Comparator.comparing(Copy::day).reversed())
          .toList();
    } catch (IOException e) {
      return List.of();
    }
  }

  private Optional<LocalDate> day(Path file) {
    String name = String.valueOf(file.getFileName());
    if (!name.startsWith(prefix())) {
      return Optional.empty();
    }
    try {
      return Optional.of(LocalDate.parse(name.substring(prefix().length())));
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  /**
   * Makes today's copy, if there is none, and takes away those that are no longer kept.
   *
   * @return the copy, or why there is none
   */
  public Outcome<Path> make(Casebook open) {
    LocalDate today = LocalDate.ofInstant(open.now(), ZoneOffset.UTC);
    Path copy = folder().resolve(prefix() + today);
    Path begun = folder().resolve(prefix() + today + ".part");
    try {
      Files.createDirectories(folder());
      if (!Files.exists(copy)) {
        Files.deleteIfExists(begun);
        open.reading(h -> h.execute("VACUUM INTO ?", begun.toString()));
        Files.move(begun, copy, StandardCopyOption.ATOMIC_MOVE);
      }
      for (Copy old : outdated(copies(), today)) {
        Files.deleteIfExists(old.file());
      }
      return new Outcome.Done<>(copy);
    } catch (IOException | UncheckedIOException | JdbiException e) {
      return new Outcome.Failed<>(
          "No backup could be made in " + folder() + "; is the disk full, the folder yours?");
    }
  }

  /** Those of the copies that are no longer kept; the latest first, as they come. */
  static List<Copy> outdated(List<Copy> copies, LocalDate today) {
    Set<String> kept = new HashSet<>();
    return copies.stream()
        .filter(
            c -> {
              long days = ChronoUnit.DAYS.between(c.day(), today);
              if (days < DAYS) {
                return false;
              }
              if (days < DAYS * (long) WEEKS) {
                var weeks = WeekFields.ISO;
                return !kept.add(
                    "week "
                        + c.day().get(weeks.weekBasedYear())
                        + "/"
                        + c.day().get(weeks.weekOfWeekBasedYear()));
              }
              return ChronoUnit.MONTHS.between(c.day(), today) > MONTHS
                  || !kept.add("month " + c.day().getYear() + "/" + c.day().getMonthValue());
            })
        .toList();
  }

  /**
   * Puts a copy in the casebook's place; what was there is kept beside it.
   *
   * @return where the old file went
   */
  public Outcome<Path> restore(Path copy, Instant now) {
    if (!Files.isRegularFile(copy)) {
      return new Outcome.Failed<>(copy + " is no file; the backups are in " + folder() + ".");
    }
    Path aside =
        casebook.resolveSibling(
            casebook.getFileName() + ".set-aside-" + now.toString().replace(':', '-'));
    try {
      if (Files.exists(casebook)) {
        for (String ending : List.of("", "-wal", "-shm")) {
          Path part = casebook.resolveSibling(casebook.getFileName() + ending);
          if (Files.exists(part)) {
            Files.move(part, aside.resolveSibling(aside.getFileName() + ending));
          }
        }
      }
      Files.copy(copy, casebook);
      return new Outcome.Done<>(aside);
    } catch (IOException e) {
      return new Outcome.Failed<>(
          "The copy could not be put in place: " + casebook + " is held, or cannot be written.");
    }
  }
}
