package raconteur.desktop.cli;

import java.io.PrintWriter;
import java.util.concurrent.Callable;
import org.jspecify.annotations.Nullable;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Spec;

/** What the commands share: where to print, and how to refuse. */
abstract class Printing implements Callable<Integer> {
  /** What a command ends with that was asked for something it refuses; 2 is for wrong usage. */
  static final int REFUSED = 1;

  @Spec private @Nullable CommandSpec spec;

  final PrintWriter out() {
    return java.util.Objects.requireNonNull(spec).commandLine().getOut();
  }

  final PrintWriter err() {
    return java.util.Objects.requireNonNull(spec).commandLine().getErr();
  }

  /** The names of the commands below this one. */
  final java.util.Set<String> commandNames() {
    return java.util.Objects.requireNonNull(spec).subcommands().keySet();
  }

  final int print(String text) {
    out().print(text);
    out().flush();
    return 0;
  }

  /** Says how far long work is, beside what is printed. */
  final void tell(String progress) {
    err().println(progress);
    err().flush();
  }

  /** Says why nothing was done, in one sentence. */
  final int refuse(String why) {
    err().println(why);
    err().flush();
    return REFUSED;
  }
}
