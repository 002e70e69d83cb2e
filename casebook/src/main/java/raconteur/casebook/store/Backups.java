package raconteur.casebook.store;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.DateTimeException;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.JdbiException;
import raconteur.casebook.files.WholeFile;

/**
 * Copies of a casebook in the folder {@code backups} beside it: one a day it was opened and had
 * changed, and one more wherever it is opened with a hundred lines more. They are named by the day
 * and a number that only ever grows, so that the latest is known whatever the clock says.
 *
 * <p>The newest seven stay; of the older ones the last of each week for five weeks and the last of
 * each month for twelve months of which there are copies. Nothing is ever taken away because of how
 * long ago a day is, only because enough others stay; a day that cannot be true (later than today,
 * or than that of a copy made after it) takes nobody's place.
 */
public final class Backups {
  private static final int NEWEST = 7;
  private static final int WEEKS = 5;
  private static final int MONTHS = 12;
  private static final int DOUBTFUL = 7;
  private static final int MANY_LINES = 100;
  private static final Pattern NAME =
      Pattern.compile("([0-9]{4}-[0-9]{2}-[0-9]{2})(?:\\.(\\d{1,9}))?");

  private final Path casebook;

  public Backups(Path casebook) {
    this.casebook = casebook.toAbsolutePath();
  }

  /**
   * A copy.
   *
   * @param day the clock's when it was made
   * @param number counted up with every copy; 0 for those of versions that did not count
   */
  public record Copy(LocalDate day, int number, Path file) {}

  /** A copy that was looked through and found whole. */
  public record Good(Copy copy, Holdings contents) {}

  Path folder() {
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
      return inOrder(files.flatMap(f -> copy(f).stream()).toList());
    } catch (IOException | UncheckedIOException e) {
      return List.of();
    }
  }

  /** The latest first, by number; of those without one, which are older, by day. */
  private static List<Copy> inOrder(List<Copy> copies) {
    return copies.stream()
        .sorted(Comparator.comparingInt(Copy::number).thenComparing(Copy::day).reversed())
        .toList();
  }

  private Optional<Copy> copy(Path file) {
    String name = String.valueOf(file.getFileName());
    if (!name.startsWith(prefix())) {
      return Optional.empty();
    }
    Matcher parts = NAME.matcher(name.substring(prefix().length()));
    try {
      return parts.matches() && Files.isRegularFile(file)
          ? Optional.of(
              new Copy(
                  LocalDate.parse(parts.group(1)),
                  parts.group(2) == null ? 0 : Integer.parseInt(parts.group(2)),
                  file))
          : Optional.empty();
    } catch (DateTimeException e) {
      return Optional.empty();
    }
  }

  /** The latest copy that is whole; those after it are damaged. */
  public Optional<Good> latestGood() {
    for (Copy copy : copies()) {
      if (Restore.lookAt(copy.file()) instanceof Outcome.Done<Holdings>(Holdings contents)) {
        return Optional.of(new Good(copy, contents));
      }
    }
    return Optional.empty();
  }

  /**
   * Makes today's copy, if there is none or the latest is not of today, and takes away those that
   * are no longer kept. Nothing waits for it but the caller: it reads by a connection of its own.
   *
   * @return the copy, or why there is none
   */
  public Outcome<Path> make(Casebook open) {
    LocalDate today = LocalDate.ofInstant(open.now(), ZoneOffset.UTC);
    try {
      Files.createDirectories(folder());
      clearAwayHalfMade();
      List<Copy> before = copies();
      Optional<Copy> latest = before.stream().findFirst();
      if (latest.isPresent() && latest.get().day().equals(today) && !grew(open, latest.get())) {
        return new Outcome.Done<>(latest.get().file());
      }
      int number = latest.map(Copy::number).orElse(0) + 1;
      Path copy =
          folder()
              .resolve(
                  prefix() + today + "." + String.format(java.util.Locale.ROOT, "%06d", number));
      Path begun = WholeFile.partOf(copy);
      try {
        open.copyInto(begun);
        if (Soundness.lookInto(begun) instanceof Outcome.Failed<Holdings>(String wrong)) {
          return new Outcome.Failed<>(
              "The copy made of " + casebook + " " + wrong + "; no backup was kept of it.");
        }
        if (latest.isPresent() && Files.mismatch(begun, latest.get().file()) < 0) {
          return new Outcome.Done<>(latest.get().file());
        }
        WholeFile.flush(begun);
        WholeFile.moveInto(begun, copy);
      } finally {
        Files.deleteIfExists(begun);
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

  /**
   * Whether much was added since a copy of the same day: a clock without a battery says the same
   * day whenever it begins.
   */
  private static boolean grew(Casebook open, Copy since) {
    try (Handle handle = Soundness.connect(since.file())) {
      return open.reading(Holdings::of).lines() - Holdings.of(handle).lines() >= MANY_LINES;
    } catch (JdbiException e) {
      return true;
    }
  }

  /** What killed programs left: under the name of today's writing, and of earlier versions. */
  private void clearAwayHalfMade() throws IOException {
    try (Stream<Path> files = Files.list(folder())) {
      for (Path file : files.toList()) {
        String name = String.valueOf(file.getFileName());
        if (name.startsWith(prefix()) && name.endsWith(".part")) {
          Files.deleteIfExists(file);
        } else if (name.startsWith("." + prefix()) && name.contains(".part")) {
          String whole = name.substring(1).replaceFirst("\\.[0-9]+-[0-9]+\\.part.*$", "");
          WholeFile.clearAway(folder().resolve(whole));
        }
      }
    }
  }

  /** Those of the copies that are no longer kept; the latest first, as they come. */
  static List<Copy> outdated(List<Copy> copies, LocalDate today) {
    List<Copy> outdated = new ArrayList<>();
    Set<String> weeks = new HashSet<>();
    Set<String> months = new HashSet<>();
    LocalDate earliest = today;
    int doubtful = 0;
    for (int i = 0; i < copies.size(); i++) {
      Copy copy = copies.get(i);
      boolean trusted = !copy.day().isAfter(earliest);
      if (trusted) {
        earliest = copy.day();
      }
      if (i < NEWEST) {
        continue;
      }
      boolean week = trusted && first(weeks, WEEKS, copy, Backups::week);
      boolean month = trusted && first(months, MONTHS, copy, Backups::month);
      boolean kept = trusted ? week || month : doubtful++ < DOUBTFUL;
      if (!kept) {
        outdated.add(copy);
      }
    }
    return outdated;
  }

  private static boolean first(
      Set<String> spans, int most, Copy copy, Function<LocalDate, String> span) {
    return spans.size() < most && spans.add(span.apply(copy.day()));
  }

  private static String week(LocalDate day) {
    var weeks = java.time.temporal.WeekFields.ISO;
    return day.get(weeks.weekBasedYear()) + "/" + day.get(weeks.weekOfWeekBasedYear());
  }

  private static String month(LocalDate day) {
    return day.getYear() + "/" + day.getMonthValue();
  }

  /**
   * Puts a copy in the casebook's place; what was there is kept beside it. The copy is looked
   * through before anything moves.
   */
  public Outcome<Restore.Restored> restore(Path copy, Instant now) {
    return new Restore(casebook).from(copy, now);
  }
}
