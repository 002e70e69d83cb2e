package raconteur.desktop.stage;

import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Supplier;

/**
 * Writes something of a pane to a file the user picks.
 *
 * @param what it is called when it is done, for example {@code Labels}
 * @param pickTarget asks where to
 */
public record FileExport(String what, Supplier<Optional<Path>> pickTarget) {

  /** What is written. */
  @FunctionalInterface
  public interface Body {
    void write(OutputStream out) throws IOException;
  }

  /** Asks, writes, and says what came of it. */
  public void write(StagePane.Host host, Body body) {
    pickTarget.get().ifPresent(file -> write(host, file, body));
  }

  private void write(StagePane.Host host, Path file, Body body) {
    try (OutputStream out = Files.newOutputStream(file)) {
      body.write(out);
      host.say(what + " written to " + file + ".", true);
    } catch (IOException e) {
      host.say("Nothing could be written to " + file + "; choose another place.", false);
    }
  }
}
