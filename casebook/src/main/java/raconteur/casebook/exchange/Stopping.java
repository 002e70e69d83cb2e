package raconteur.casebook.exchange;

import java.util.concurrent.CancellationException;

/** Reading a file goes on until its thread is interrupted, which is how it is stopped. */
final class Stopping {
  private Stopping() {}

  /** Ends the reading where it was stopped; asked once a row, or as often. */
  static void check() {
    if (Thread.currentThread().isInterrupted()) {
      throw new CancellationException("reading was stopped");
    }
  }
}
