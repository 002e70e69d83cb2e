package raconteur.desktop.cli;

import java.io.Writer;

/** Runs of the command line as a terminal would see them. */
public final class ConsoleRuns {
  private ConsoleRuns() {}

  /** Runs a command; what it prints and what it complains of go to one place. */
  public static int run(Writer said, String... arguments) {
    return new Console(said, said).run(arguments);
  }
}
