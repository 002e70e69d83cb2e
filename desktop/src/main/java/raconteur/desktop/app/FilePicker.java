package raconteur.desktop.app;

import java.io.File;
import java.nio.file.Path;
import java.util.Optional;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/** Asks for files; behind an interface because there is no file dialog without a display. */
public interface FilePicker {

  /** Asks for a file to read. */
  Optional<Path> toRead(String title, String kind, String... patterns);

  /** Asks for a file to write. */
  Optional<Path> toWrite(String title, String proposedName);

  /** The platform's own dialogs. */
  static FilePicker dialogs(Window owner) {
    return new FilePicker() {
      @Override
      public Optional<Path> toRead(String title, String kind, String... patterns) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        chooser.getExtensionFilters().add(new FileChooser.ExtensionFilter(kind, patterns));
        return Optional.ofNullable(chooser.showOpenDialog(owner)).map(File::toPath);
      }

      @Override
      public Optional<Path> toWrite(String title, String proposedName) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        chooser.setInitialFileName(proposedName);
        return Optional.ofNullable(chooser.showSaveDialog(owner)).map(File::toPath);
      }
    };
  }
}
