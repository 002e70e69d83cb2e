package raconteur.desktop;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.concurrent.Executor;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.demo.DemoCases;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.workshop.Workshop;

/** The demo casebook for tests, in a folder of its own, everything worked out at once. */
public final class Demo {
  private Demo() {}

  public static Workshop in(Path folder) {
    return in(folder, Runnable::run);
  }

  public static Workshop in(Path folder, Executor worker) {
    return in(folder, worker, Runnable::run);
  }

  /**
   * @param worker works things out, and is the instruments and the reader of files
   * @param window takes what came out
   */
  public static Workshop in(Path folder, Executor worker, Executor window) {
    Path file = folder.resolve("demo.casebook");
    try {
      Files.write(file, Filled.BYTES);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return new Workshop(
        opened(file), BoardShelf.of(folder.resolve("boards")), worker, worker, worker, window);
  }

  private static Casebook opened(Path file) {
    return ((Outcome.Done<Casebook>) Casebook.open(file, Clock.systemUTC())).value();
  }

  /** The demo casebook, filled once for all tests of one run. */
  private static final class Filled {
    private static final byte[] BYTES = fill();

    private static byte[] fill() {
      try {
        Path folder = Files.createTempDirectory("demo");
        Path file = folder.resolve("demo.casebook");
        Casebook book = opened(file);
        DemoCases.fill(book);
        // Three faults at once take seconds a line, and are tried where they matter: in the core.
        book.keepSetting("faults at once", "2");
        book.close();
        byte[] bytes = Files.readAllBytes(file);
        try (var left = Files.list(folder)) {
          for (Path each : left.toList()) {
            Files.delete(each);
          }
        }
        Files.delete(folder);
        return bytes;
      } catch (IOException e) {
        throw new UncheckedIOException(e);
      }
    }
  }

  /** A case of the demo on the desk. */
  public static CaseDesk desk(Workshop workshop, int number) {
    var told = workshop.casebook().find(number).orElseThrow();
    var board = workshop.boards().find(told.header().boardId()).orElseThrow();
    return new CaseDesk(workshop, told, board);
  }
}
