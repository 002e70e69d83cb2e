package raconteur.casebook.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.Function;
import java.util.function.Supplier;
import org.jdbi.v3.core.Handle;
import org.jdbi.v3.core.JdbiException;

/**
 * Opens a casebook's file: looks at what is there before anything is changed in it, makes a new one
 * only where nothing says that there was one, and waits for other programs that are doing the same.
 */
final class Opening {
  /** A database has at least one page, and a page at least this many bytes. */
  private static final long LEAST_BYTES = 512;

  private static final Duration PATIENCE = Duration.ofSeconds(12);
  private static final int LEAST_PAUSE_MILLIS = 20;
  private static final int MOST_PAUSE_MILLIS = 120;

  private final Path file;

  Opening(Path file) {
    this.file = file;
  }

  /** Says why a file is not opened. */
  private static final class Refusal extends Exception {
    private static final long serialVersionUID = 1;

    Refusal(String sentence) {
      super(sentence);
    }
  }

  /**
   * @param made makes a casebook of an open connection
   */
  Outcome<Casebook> opened(Function<Handle, Casebook> made) {
    long patienceEnds = System.nanoTime() + PATIENCE.toNanos();
    while (true) {
      try {
        lookAtFile();
        return new Outcome.Done<>(made.apply(connected()));
      } catch (Refusal e) {
        return new Outcome.Failed<>(String.valueOf(e.getMessage()));
      } catch (JdbiException e) {
        if (!Sentences.isBusy(e) || System.nanoTime() - patienceEnds > 0 || !paused()) {
          return new Outcome.Failed<>(Sentences.cannotOpen(file, e));
        }
      }
    }
  }

  private static boolean paused() {
    try {
      Thread.sleep(ThreadLocalRandom.current().nextInt(LEAST_PAUSE_MILLIS, MOST_PAUSE_MILLIS));
      return true;
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return false;
    }
  }

  /** What can be said without opening it. */
  private void lookAtFile() throws Refusal {
    Path folder = file.toAbsolutePath().getParent();
    try {
      if (folder != null) {
        Files.createDirectories(folder);
      }
    } catch (IOException e) {
      throw new Refusal(
          "The folder of " + file + " cannot be made; choose another with --casebook FILE.");
    }
    if (Files.isDirectory(file)) {
      throw new Refusal(file + " is a folder; --casebook wants a file in it.");
    }
    try {
      Restore.finish(file.toAbsolutePath());
      long bytes = Files.exists(file) ? Files.size(file) : 0;
      if (bytes > 0 && bytes < LEAST_BYTES) {
        throw new Refusal(
            file + " has " + bytes + " bytes and is no casebook. " + Sentences.repair(file));
      }
      if (bytes == 0) {
        nothingThere();
      }
    } catch (IOException e) {
      throw new Refusal(file + " cannot be looked at; is it yours, is the disk there?");
    }
  }

  /** Nothing is there: a new casebook begins, unless there are signs of an old one. */
  private void nothingThere() throws Refusal, IOException {
    Path log = file.resolveSibling(file.getFileName() + "-wal");
    if (Files.exists(log) && Files.size(log) > 0) {
      throw new Refusal(
          file
              + " is missing or empty, but its log "
              + log
              + " is there: lines may be in it. Put the file back beside it, or move the log away. "
              + Sentences.repair(file));
    }
    if (!new Backups(file).copies().isEmpty()) {
      throw new Refusal(missing());
    }
  }

  private String missing() {
    return file
        + (Files.exists(file) ? " is empty" : " is missing")
        + ", but copies of it are kept beside it. "
        + Sentences.repair(file)
        + " To begin a new one, name another file with --casebook FILE.";
  }

  private Handle connected() throws Refusal {
    Optional<Object> before = key(file);
    Handle handle = Soundness.connect(file);
    boolean whole = false;
    try {
      if (isEmpty(handle)) {
        if (before.isPresent() && !new Backups(file).copies().isEmpty()) {
          throw new Refusal(missing());
        }
        keepLog(handle);
        inTransaction(
            handle,
            () -> {
              if (isEmpty(handle)) {
                Schema.create(handle);
              }
            });
      } else {
        lookThrough(handle);
      }
      if (before.isPresent() && !before.equals(key(file))) {
        throw new Refusal(file + " was just replaced by another file; open it again.");
      }
      whole = true;
      return handle;
    } finally {
      if (!whole) {
        handle.close();
      }
    }
  }

  private void lookThrough(Handle handle) throws Refusal {
    Optional<String> wrong =
        Soundness.Depth.atOpening(bytes()) == Soundness.Depth.PAGES
            ? wrongAnywhere(handle)
            : atOneMoment(handle, () -> Soundness.wrong(handle, Soundness.Depth.SAID));
    if (wrong.isPresent()) {
      boolean damaged = Soundness.isOurs(handle);
      throw new Refusal(
          file
              + " "
              + wrong.get()
              + "; nothing was changed. "
              + (damaged ? Sentences.repair(file) : "Choose another file with --casebook FILE."));
    }
    keepLog(handle);
    if (Soundness.number(handle, "PRAGMA user_version") < Schema.VERSION) {
      inTransaction(
          handle, () -> Schema.upgrade(handle, Soundness.number(handle, "PRAGMA user_version")));
    }
  }

  /** What is wrong once the index of the search was made again where it was damaged. */
  private static Optional<String> wrongAnywhere(Handle handle) {
    Optional<String> wrong =
        atOneMoment(handle, () -> Soundness.wrong(handle, Soundness.Depth.PAGES));
    if (wrong.isEmpty() && Soundness.isIndexAsDeclared(handle)) {
      return wrong;
    }
    Optional<String> said =
        atOneMoment(handle, () -> Soundness.wrong(handle, Soundness.Depth.SAID));
    return said.isPresent() ? said : wrongAfterNewIndex(handle);
  }

  private static Optional<String> wrongAfterNewIndex(Handle handle) {
    List<String> wrong = new ArrayList<>();
    inTransaction(
        handle,
        () -> {
          if (!Soundness.isIndexSound(handle)) {
            Schema.makeIndexAgain(handle);
          }
          Soundness.wrong(handle, Soundness.Depth.PAGES).ifPresent(wrong::add);
        });
    return wrong.stream().findFirst();
  }

  /**
   * Looks at it as it is at one moment, whatever others write meanwhile. The index of the search
   * may be looked at only once so: what is remembered of it from one moment is compared with the
   * next and found wrong where it is not.
   */
  private static <T> T atOneMoment(Handle handle, Supplier<T> look) {
    handle.execute("BEGIN");
    try {
      return look.get();
    } finally {
      handle.execute("ROLLBACK");
    }
  }

  private long bytes() {
    try {
      return Files.size(file);
    } catch (IOException e) {
      return 0;
    }
  }

  private static boolean isEmpty(Handle handle) {
    return Soundness.number(handle, "SELECT count(*) FROM sqlite_schema") == 0;
  }

  /** Every accepted line is on the disk when it is told so, and two programs may write. */
  private static void keepLog(Handle handle) {
    handle.createQuery("PRAGMA journal_mode = WAL").mapTo(String.class).one();
  }

  private static void inTransaction(Handle handle, Runnable work) {
    handle.execute("BEGIN IMMEDIATE");
    boolean settled = false;
    try {
      work.run();
      handle.execute("COMMIT");
      settled = true;
    } finally {
      if (!settled) {
        handle.execute("ROLLBACK");
      }
    }
  }

  /** What tells one file from another that has its name; empty where the system tells nothing. */
  static Optional<Object> key(Path file) {
    try {
      return Optional.ofNullable(Files.readAttributes(file, BasicFileAttributes.class).fileKey());
    } catch (IOException e) {
      return Optional.empty();
    }
  }
}
