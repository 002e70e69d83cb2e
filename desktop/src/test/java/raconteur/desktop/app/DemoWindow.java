package raconteur.desktop.app;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.concurrent.Executor;
import java.util.concurrent.atomic.AtomicReference;
import javafx.scene.Scene;
import javafx.stage.Stage;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.desktop.Demo;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.Workshop;

/**
 * The real window on a demo casebook of its own; file dialogs answer with the files told.
 *
 * @param toRead what a dialog for reading answers with
 * @param asked what a dialog for writing answered last: the name proposed, in the window's folder
 */
public record DemoWindow(
    Frame frame,
    Workshop workshop,
    AtomicReference<Optional<Path>> toRead,
    AtomicReference<Path> asked) {

  /** Shows the window on a stage. */
  public static DemoWindow show(Stage stage, Path folder) throws IOException {
    return show(stage, folder, Runnable::run, Runnable::run);
  }

  /**
   * @param worker works things out
   * @param window takes what came out
   */
  static DemoWindow show(Stage stage, Path folder, Executor worker, Executor window)
      throws IOException {
    Path own = Files.createTempDirectory(folder, "window");
    AtomicReference<Optional<Path>> toRead = new AtomicReference<>(Optional.empty());
    AtomicReference<Path> asked = new AtomicReference<>(own.resolve("nothing"));
    Theme.prepare();
    Frame frame =
        new Frame(
            question -> {
              if (question.proposedName().isEmpty()) {
                return toRead.get();
              }
              asked.set(own.resolve(question.proposedName().get()));
              return Optional.of(asked.get());
            },
            () -> {});
    Scene scene = new Scene(frame, 1280, 800);
    Theme.dress(scene);
    stage.setScene(scene);
    stage.setX(0);
    stage.setY(0);
    stage.setWidth(1280);
    stage.setHeight(800);
    frame.bindKeys();
    stage.show();
    Workshop workshop = Demo.in(own, worker, window);
    frame.open(workshop);
    return new DemoWindow(frame, workshop, toRead, asked);
  }

  /** The file a dialog for writing answered with last. */
  public Path toWrite() {
    return asked.get();
  }

  public void close() {
    workshop.casebook().close();
  }

  /** Does something on the window's thread and waits for it. */
  public static <T> T fx(Callable<T> action) {
    return WaitForAsyncUtils.waitFor(WaitForAsyncUtils.asyncFx(action));
  }
}
