package raconteur.desktop.cli;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;

/** A test of commands: what they print, what they complain of, files they read and write. */
abstract class CommandTest {
  @TempDir private Path folder;
  private final StringWriter out = new StringWriter();
  private final StringWriter err = new StringWriter();

  /** Runs a command; what was printed before is forgotten. */
  final int run(String... arguments) {
    out.getBuffer().setLength(0);
    err.getBuffer().setLength(0);
    return new CommandLine(new RaconteurCommand())
        .setOut(new PrintWriter(out))
        .setErr(new PrintWriter(err))
        .execute(arguments);
  }

  final String out() {
    return out.toString();
  }

  final String err() {
    return err.toString();
  }

  final String path(String name) {
    return folder.resolve(name).toString();
  }

  final String file(String name, String text) throws IOException {
    return Files.writeString(folder.resolve(name), text).toString();
  }
}
