package raconteur.casebook.store;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.channels.FileChannel;
import java.nio.channels.FileLock;
import java.nio.channels.OverlappingFileLockException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import raconteur.casebook.files.WholeFile;

/**
 * Puts a copy in a casebook's place.
 *
 * <p>The copy is copied beside the casebook and looked through there; what is in the place is
 * copied aside, its log with it. Then the new file gets the name {@code my.casebook.restored}: from
 * that moment on, which is one renaming, the restoring is settled. Whoever comes next, this program
 * or one that opens the casebook after a kill, finishes it: the old log goes, since it belongs to
 * the old file and would spoil the new one, and the new file takes the place. Killed before, the
 * old casebook is as it was.
 */
public final class Restore {
  private static final List<String> PARTS = List.of("", "-wal", "-shm");
  private static final List<String> LOGS = List.of("-wal", "-shm", "-journal");

  /** The bytes that every connection of SQLite to a database in WAL mode holds locked (os.h). */
  private static final long LOCKED_FROM = 0x40000000L;

  private static final long LOCKED_BYTES = 512;

  private final Path casebook;

  Restore(Path casebook) {
    this.casebook = casebook;
  }

  /**
   * What was done.
   *
   * @param aside where what was there before is now; empty where there was nothing
   * @param contents of what is in the place now
   */
  public record Restored(Optional<Path> aside, Holdings contents) {}

  /** What a copy that lies there holds, or what is wrong with it; it is not changed by this. */
  static Outcome<Holdings> lookAt(Path copy) {
    // Beside it there is room for such files; where nobody may write there, elsewhere.
    Path folder = copy.toAbsolutePath().getParent();
    try {
      Path twin =
          folder != null && Files.isWritable(folder)
              ? WholeFile.partOf(copy.toAbsolutePath())
              : Files.createTempDirectory("raconteur-copy-").resolve("copy");
      try {
        copyWithLog(copy, twin);
        return Soundness.lookInto(twin);
      } finally {
        remove(twin);
      }
    } catch (IOException e) {
      return new Outcome.Failed<>("cannot be read");
    }
  }

  Outcome<Restored> from(Path copy, Instant now) {
    if (!Files.isRegularFile(copy)) {
      return new Outcome.Failed<>(
          copy + " is no file; the backups are in " + new Backups(casebook).folder() + ".");
    }
    Path begun = WholeFile.partOf(casebook);
    try {
      if (Files.exists(casebook) && Files.isSameFile(copy, casebook)) {
        return new Outcome.Failed<>(
            copy + " is the casebook itself; name a copy of it with --from, nothing was changed.");
      }
      WholeFile.clearAway(casebook);
      copyWithLog(copy, begun);
      return switch (Soundness.lookInto(begun)) {
        case Outcome.Failed<Holdings>(String wrong) ->
            new Outcome.Failed<>(copy + " " + wrong + "; nothing was changed.");
        case Outcome.Done<Holdings>(Holdings contents) ->
            alone(casebook, held -> settled(begun, contents, now, held));
      };
    } catch (IOException | UncheckedIOException e) {
      return new Outcome.Failed<>(
          "The copy could not be put in place of "
              + casebook
              + ": is the folder yours, is there room for two more of it? Nothing was changed.");
    } finally {
      removeQuietly(begun);
    }
  }

  private Outcome<Restored> settled(
      Path begun, Holdings contents, Instant now, Optional<FileChannel> held) {
    Optional<Path> aside;
    try {
      WholeFile.flush(begun);
      aside = copiedAside(now, held);
      WholeFile.moveInto(begun, settled(casebook));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    try {
      finish(casebook);
    } catch (IOException e) {
      return new Outcome.Failed<>(
          "The copy lies ready as "
              + settled(casebook)
              + " and takes its place when the casebook is opened next; it could not be moved"
              + " now.");
    }
    return new Outcome.Done<>(new Restored(aside, contents));
  }

  /**
   * Copies what is there, each part of it or none.
   *
   * @param held the casebook as it is locked: closing it a second time would give up the lock
   */
  private Optional<Path> copiedAside(Instant now, Optional<FileChannel> held) throws IOException {
    List<String> there = PARTS.stream().filter(p -> exists(casebook, p)).toList();
    if (there.isEmpty()) {
      return Optional.empty();
    }
    Path aside = asideAt(now);
    boolean whole = false;
    try {
      copyAll(there, aside, held);
      whole = true;
      return Optional.of(aside);
    } finally {
      if (!whole) {
        removeQuietly(aside);
      }
    }
  }

  private void copyAll(List<String> there, Path aside, Optional<FileChannel> held)
      throws IOException {
    for (String part : there.reversed()) {
      Path begun = WholeFile.partOf(beside(aside, part));
      if (part.isEmpty() && held.isPresent()) {
        copy(held.get(), begun);
      } else {
        Files.copy(beside(casebook, part), begun);
      }
      WholeFile.flush(begun);
      WholeFile.moveInto(begun, beside(aside, part));
    }
  }

  private static void copy(FileChannel from, Path to) throws IOException {
    try (FileChannel out =
        FileChannel.open(to, StandardOpenOption.WRITE, StandardOpenOption.CREATE_NEW)) {
      long size = from.size();
      for (long at = 0; at < size; ) {
        at += from.transferTo(at, size - at, out);
      }
    }
  }

  /** A name for what is set aside that nothing has yet. */
  private Path asideAt(Instant now) {
    for (Instant at = now; ; at = at.plusSeconds(1)) {
      Path aside = beside(casebook, ".set-aside-" + at.toString().replace(':', '-'));
      if (PARTS.stream().noneMatch(p -> exists(aside, p))) {
        return aside;
      }
    }
  }

  private static boolean exists(Path file, String part) {
    return Files.exists(beside(file, part));
  }

  private static Path settled(Path casebook) {
    return beside(casebook, ".restored");
  }

  private static Path beside(Path file, String ending) {
    return file.resolveSibling(file.getFileName() + ending);
  }

  /**
   * Finishes a restoring that was settled and broken off; does nothing where there was none.
   *
   * @throws IOException where the files cannot be moved; it can be tried again
   */
  static void finish(Path casebook) throws IOException {
    Path settled = settled(casebook);
    synchronized (Restore.class) {
      if (!Files.exists(settled)) {
        return;
      }
      try (FileChannel channel = FileChannel.open(settled, StandardOpenOption.WRITE);
          FileLock lock = channel.lock(0, 1, false)) {
        if (lock.isValid() && Files.exists(settled)) {
          for (String log : LOGS) {
            Files.deleteIfExists(beside(casebook, log));
          }
          WholeFile.flushFolder(casebook);
          WholeFile.moveInto(settled, casebook);
        }
      } catch (java.nio.file.NoSuchFileException e) {
        // Another program has just finished it.
      }
    }
  }

  /** Does something while nobody has the casebook open, and nobody can open it. */
  private static Outcome<Restored> alone(
      Path casebook, Function<Optional<FileChannel>, Outcome<Restored>> work) {
    Outcome<Restored> open =
        new Outcome.Failed<>(
            casebook
                + " is open in a window or held by another program; close that first. Nothing was"
                + " changed.");
    return OpenFiles.unlessOpen(casebook, () -> locked(casebook, work, open)).orElse(open);
  }

  private static Outcome<Restored> locked(
      Path casebook,
      Function<Optional<FileChannel>, Outcome<Restored>> work,
      Outcome<Restored> open) {
    if (!Files.exists(casebook)) {
      return work.apply(Optional.empty());
    }
    try (FileChannel channel =
            FileChannel.open(casebook, StandardOpenOption.READ, StandardOpenOption.WRITE);
        FileLock lock = channel.tryLock(LOCKED_FROM, LOCKED_BYTES, false)) {
      return lock == null ? open : work.apply(Optional.of(channel));
    } catch (OverlappingFileLockException e) {
      return open;
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static void copyWithLog(Path from, Path to) throws IOException {
    Files.copy(from, to);
    Path log = beside(from, "-wal");
    if (Files.exists(log)) {
      Files.copy(log, beside(to, "-wal"));
    }
  }

  private static void remove(Path scratch) throws IOException {
    for (String part : List.of("", "-wal", "-shm", "-journal")) {
      Files.deleteIfExists(beside(scratch, part));
    }
  }

  private static void removeQuietly(Path scratch) {
    try {
      remove(scratch);
    } catch (IOException e) {
      // The next writing clears it away.
    }
  }
}
