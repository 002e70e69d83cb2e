package raconteur.desktop.app;

import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.ApplicationExtension;
import org.testfx.util.WaitForAsyncUtils;

/** A test in the real window on the demo casebook: a new window for every method. */
@ExtendWith(ApplicationExtension.class)
public abstract class InWindow {
  @TempDir private static Path folder;
  private final AtomicReference<Optional<DemoWindow>> window =
      new AtomicReference<>(Optional.empty());

  /**
   * To be called from the method that starts the application: it is looked for in no superclass.
   */
  protected final void show(Stage stage) throws Exception {
    window.set(Optional.of(DemoWindow.show(stage, folder)));
  }

  @AfterEach
  public final void close() {
    window().close();
  }

  /** Where the window's files are. */
  protected static Path folder() {
    return folder;
  }

  protected final DemoWindow window() {
    return window.get().orElseThrow();
  }

  /** Puts a case on the bench. */
  protected final void open(int number) {
    DemoWindow.fx(
        () -> {
          window().frame().openCase(number);
          return 0;
        });
    WaitForAsyncUtils.waitForFxEvents();
  }

  protected static void key(FxRobot robot, KeyCode... keys) {
    robot.push(keys);
    WaitForAsyncUtils.waitForFxEvents();
  }
}
