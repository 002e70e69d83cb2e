package raconteur.desktop;

import raconteur.desktop.cli.Console;

/** Starts the command line, which opens the window unless a command is given. */
public final class Main {
  private Main() {}

  /** Exit codes: 0 done, 1 refused input, or output that could not be written, 2 wrong usage. */
  public static void main(String[] arguments) {
    System.exit(Console.ofTheProcess().run(arguments));
  }
}
