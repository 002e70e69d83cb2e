package raconteur.desktop.app;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.concurrent.atomic.AtomicReference;
import javafx.application.Platform;
import javafx.event.Event;
import javafx.scene.Scene;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.robot.Robot;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.util.WaitForAsyncUtils;

/** A test in the real window on the demo casebook: a new window for every method. */
@ExtendWith(LookingOnItsThread.class)
public abstract class InWindow {
  @TempDir private static Path folder;
  private final AtomicReference<Optional<ExecutorService>> worker =
      new AtomicReference<>(Optional.empty());
  private final AtomicReference<Optional<DemoWindow>> window =
      new AtomicReference<>(Optional.empty());

  /**
   * To be called from the method that starts the application: it is looked for in no superclass.
   */
  protected final void show(Stage stage) throws Exception {
    window.set(Optional.of(DemoWindow.show(stage, folder)));
  }

  /** The same, with a thread beside the window that works things out, as in the program itself. */
  protected final void showThinkingAside(Stage stage) throws Exception {
    ExecutorService beside =
        Executors.newSingleThreadExecutor(
            task -> {
              Thread thread = new Thread(task, "working it out");
              thread.setDaemon(true);
              return thread;
            });
    worker.set(Optional.of(beside));
    window.set(Optional.of(DemoWindow.show(stage, folder, beside, Platform::runLater)));
  }

  /** Waits until what the case on the bench means is worked out. */
  protected final void settle() {
    try {
      WaitForAsyncUtils.waitFor(
          60,
          TimeUnit.SECONDS,
          () ->
              !DemoWindow.fx(
                  () -> window().frame().trace().orElseThrow().desk().state().thinking()));
    } catch (TimeoutException e) {
      throw new AssertionError("it goes on thinking", e);
    }
    WaitForAsyncUtils.waitForFxEvents();
  }

  @AfterEach
  public final void close() throws InterruptedException {
    if (worker.get().isPresent()) {
      DemoWindow.fx(
          () -> {
            window().frame().trace().ifPresent(t -> t.desk().stopThinking());
            return 0;
          });
      worker.get().get().shutdownNow();
      worker.get().get().awaitTermination(60, TimeUnit.SECONDS);
      // What it still handed to the window is shown before the casebook goes.
      WaitForAsyncUtils.waitForFxEvents();
    }
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

  protected static void key(KeyCode... keys) {
    // Not waited for key by key: a key may open a dialog that takes over the window's thread.
    Platform.runLater(
        () -> {
          Robot hands = new Robot();
          List<KeyCode> pressed = List.of(keys);
          pressed.forEach(hands::keyPress);
          pressed.reversed().forEach(hands::keyRelease);
        });
    WaitForAsyncUtils.waitForFxEvents();
  }

  /** Types into what has the focus, as quickly as the window takes it. */
  protected static void write(String text) {
    DemoWindow.fx(
        () -> {
          Scene focused =
              Window.getWindows().stream()
                  .filter(Window::isFocused)
                  .findFirst()
                  .orElseThrow()
                  .getScene();
          text.chars()
              .mapToObj(Character::toString)
              .forEach(
                  each ->
                      Event.fireEvent(
                          focused.getFocusOwner(),
                          new KeyEvent(
                              KeyEvent.KEY_TYPED,
                              each,
                              "",
                              KeyCode.UNDEFINED,
                              false,
                              false,
                              false,
                              false)));
          return 0;
        });
    WaitForAsyncUtils.waitForFxEvents();
  }
}
