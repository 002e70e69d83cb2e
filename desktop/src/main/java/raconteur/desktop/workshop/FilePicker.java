package raconteur.desktop.workshop;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.stage.FileChooser;
import javafx.stage.Window;
import org.jspecify.annotations.Nullable;

/** Asks for files; behind an interface because there is no file dialog without a display. */
public interface FilePicker {

  /** Asks for a file; empty where none was chosen. */
  Optional<Path> ask(Question question);

  /**
   * What is asked for.
   *
   * @param kind what lies in such a file, by which the folder is remembered
   * @param patterns the names offered, for a file to read
   * @param proposedName for a file to write
   * @param folder where to begin looking
   */
  record Question(
      String title,
      String kind,
      List<String> patterns,
      Optional<String> proposedName,
      Optional<Path> folder) {
    public Question {
      patterns = List.copyOf(patterns);
    }

    Question in(Optional<Path> remembered) {
      return new Question(title, kind, patterns, proposedName, remembered);
    }
  }

  /** Asks for a file to read. */
  default Optional<Path> toRead(String title, String kind, String... patterns) {
    return ask(new Question(title, kind, List.of(patterns), Optional.empty(), Optional.empty()));
  }

  /** Asks for a file to write; its folder is remembered by what kind of file it is. */
  default Optional<Path> toWrite(String title, String proposedName) {
    String kind = proposedName.substring(proposedName.lastIndexOf('.') + 1);
    return ask(new Question(title, kind, List.of(), Optional.of(proposedName), Optional.empty()));
  }

  /** Begins where a file of the kind was last taken from or put. */
  default FilePicker remembering(Settings settings) {
    return question -> {
      Optional<Path> chosen = ask(question.in(settings.folder(question.kind())));
      chosen
          .flatMap(file -> Optional.ofNullable(file.toAbsolutePath().getParent()))
          .ifPresent(folder -> settings.keepFolder(question.kind(), folder));
      return chosen;
    };
  }

  /** The platform's own dialogs. */
  static FilePicker dialogs(Window owner) {
    return question -> {
      FileChooser chooser = new FileChooser();
      chooser.setTitle(question.title());
      question.folder().map(Path::toFile).ifPresent(chooser::setInitialDirectory);
      if (question.proposedName().isPresent()) {
        chooser.setInitialFileName(question.proposedName().get());
        return chosen(chooser.showSaveDialog(owner));
      }
      chooser
          .getExtensionFilters()
          .add(new FileChooser.ExtensionFilter(question.kind(), question.patterns()));
      return chosen(chooser.showOpenDialog(owner));
    };
  }

  private static Optional<Path> chosen(@Nullable File file) {
    return Optional.ofNullable(file).map(File::toPath);
  }
}
