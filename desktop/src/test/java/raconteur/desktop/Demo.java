package raconteur.desktop;

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
    var opened = Casebook.open(folder.resolve("demo.casebook"), Clock.systemUTC());
    Casebook book = ((Outcome.Done<Casebook>) opened).value();
    DemoCases.fill(book);
    return new Workshop(
        book, BoardShelf.of(folder.resolve("boards")), worker, worker, worker, window);
  }

  /** A case of the demo on the desk. */
  public static CaseDesk desk(Workshop workshop, int number) {
    var told = workshop.casebook().find(number).orElseThrow();
    var board = workshop.boards().find(told.header().boardId()).orElseThrow();
    return new CaseDesk(workshop, told, board);
  }
}
