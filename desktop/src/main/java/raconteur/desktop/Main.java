package raconteur.desktop;

import picocli.CommandLine;
import raconteur.desktop.cli.RaconteurCommand;

/** Starts the command line, which opens the window unless a command is given. */
public final class Main {
  private Main() {}

  /** Exit codes: 0 done, 1 refused input, 2 wrong usage. */
  public static void main(String[] arguments) {
    System.exit(new CommandLine(new RaconteurCommand()).execute(arguments));
  }
}
