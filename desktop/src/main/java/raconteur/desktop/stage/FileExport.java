package raconteur.desktop.stage;

import java.nio.file.Path;
import java.util.Optional;
import java.util.function.Supplier;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.files.WholeFile;

/**
 * Writes something of a pane to a file the user picks.
 *
 * @param what it is called when it is done, for example {@code Labels}
 * @param kind of the file, which alone is written over
 * @param pickTarget asks where to
 */
public record FileExport(String what, FileKind kind, Supplier<Optional<Path>> pickTarget) {

  /** Asks, writes, and says what came of it. */
  public void write(StagePane.Host host, WholeFile.Body body) {
    pickTarget.get().ifPresent(file -> write(host, file, body));
  }

  private void write(StagePane.Host host, Path file, WholeFile.Body body) {
    WholeFile.write(file, kind, body)
        .ifPresentOrElse(
            refusal -> host.say(refusal, false),
            () -> host.say(what + " written to " + file + ".", true));
  }
}
