package raconteur.desktop.cli;

import java.io.FileDescriptor;
import java.io.FileOutputStream;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.io.PrintWriter;
import java.io.UncheckedIOException;
import java.io.Writer;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.AccessDeniedException;
import java.nio.file.NoSuchFileException;
import picocli.CommandLine;
import raconteur.desktop.log.Log;
import raconteur.desktop.log.Mishaps;
import raconteur.desktop.workshop.LaunchPlan;

/** Runs a command and sees to it that whatever goes wrong is said in one sentence. */
public final class Console {
  private final PlainWriter out;
  private final PlainWriter err;

  Console(Writer out, Writer err) {
    this.out = new PlainWriter(out);
    this.err = new PlainWriter(err);
  }

  /** The terminal, or wherever the output was sent. */
  public static Console ofTheProcess() {
    return new Console(to(FileDescriptor.out, "stdout"), to(FileDescriptor.err, "stderr"));
  }

  private static Writer to(FileDescriptor descriptor, String name) {
    String encoding = System.getProperty(name + ".encoding", StandardCharsets.UTF_8.name());
    return new OutputStreamWriter(
        new FileOutputStream(descriptor),
        Charset.isSupported(encoding) ? Charset.forName(encoding) : StandardCharsets.UTF_8);
  }

  /** Runs a command; what it ends with is what the program ends with. */
  public int run(String... arguments) {
    PrintWriter printed = new PrintWriter(out);
    PrintWriter told = new PrintWriter(err);
    int code =
        new CommandLine(new RaconteurCommand())
            .setOut(printed)
            .setErr(told)
            .setColorScheme(CommandLine.Help.defaultColorScheme(CommandLine.Help.Ansi.OFF))
            .setExecutionExceptionHandler(
                (e, command, parsed) -> {
                  command.getErr().println(sentence(e));
                  return Printing.REFUSED;
                })
            .execute(arguments);
    printed.flush();
    if (!out.trouble().isEmpty()) {
      told.println("Not all of the output could be written: " + out.trouble() + ".");
      code = Printing.REFUSED;
    }
    told.flush();
    return code;
  }

  private static String sentence(Exception e) {
    Exception cause = e instanceof UncheckedIOException unchecked ? unchecked.getCause() : e;
    return switch (cause) {
      case NoSuchFileException missing -> "There is no file " + missing.getFile() + ".";
      case AccessDeniedException denied ->
          denied.getFile() + " is not yours to read, or to write: choose another.";
      case IOException io -> io.getMessage() + ".";
      default -> {
        Log log = new Log(LaunchPlan.dataFolder());
        log.say("in a command", cause);
        yield new Mishaps(log, _ -> {}).sentence(cause);
      }
    };
  }
}
