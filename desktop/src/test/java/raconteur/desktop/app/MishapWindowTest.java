package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.Mockito.doThrow;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.atomic.AtomicReference;
import javafx.application.Platform;
import javafx.scene.control.Label;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.casebook.store.Casebook;
import raconteur.core.story.Case;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.workshop.Settings;
import raconteur.desktop.workshop.Workshop;

/** Something breaks in a stage, in the engine and in the store: the window stands and says so. */
class MishapWindowTest extends InWindow {
  private Thread.UncaughtExceptionHandler before = (thread, e) -> {};

  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  @BeforeEach
  void handle() {
    before = Optional.ofNullable(Thread.getDefaultUncaughtExceptionHandler()).orElse(before);
    WaitForAsyncUtils.autoCheckException = false;
    Thread.setDefaultUncaughtExceptionHandler(RaconteurApp.mishaps(window().frame()));
  }

  @AfterEach
  void letGo() {
    Thread.setDefaultUncaughtExceptionHandler(before);
    WaitForAsyncUtils.autoCheckException = true;
    WaitForAsyncUtils.clearExceptions();
  }

  private String notice(FxRobot robot) {
    WaitForAsyncUtils.waitForFxEvents();
    return robot.lookup(".notice").tryQueryAs(Label.class).map(Label::getText).orElse("");
  }

  @Test
  void aStageThatThrowsLeavesTheWindowAndSaysWhatWasKept(FxRobot robot) {
    Platform.runLater(
        () -> {
          throw new IllegalStateException("a pane that breaks");
        });
    assertThat(notice(robot)).contains("a pane that breaks", "is kept", "raconteur.log");
    open(13);
    assertThat(window().frame().trace()).isPresent();
  }

  @Test
  void anEngineThatThrowsNeverLeavesItThinking() {
    Workshop workshop = window().workshop();
    Settings broken = mock(Settings.class);
    when(broken.shop()).thenThrow(new IllegalStateException("no such school"));
    List<Throwable> uncaught = new ArrayList<>();
    Thread.currentThread().setUncaughtExceptionHandler((thread, e) -> uncaught.add(e));
    Case told = workshop.casebook().find(13).orElseThrow();
    var desk =
        new CaseDesk(
            new Workshop(
                workshop.casebook(),
                workshop.boards(),
                Runnable::run,
                Runnable::run,
                Runnable::run,
                Runnable::run,
                broken,
                workshop.photographs()),
            told,
            workshop.boards().find(told.header().boardId()).orElseThrow());
    AtomicReference<Optional<DeskState>> shown = new AtomicReference<>(Optional.empty());
    desk.addListener(state -> shown.set(Optional.of(state)));
    desk.start();
    Thread.currentThread().setUncaughtExceptionHandler(null);
    assertThat(shown.get().orElseThrow().thinking()).isFalse();
    assertThat(shown.get().orElseThrow().news()).contains("could not be worked out");
    assertThat(uncaught).hasSize(1);
  }

  @Test
  void aStoreThatThrowsIsToldAndTheLineStaysInTheField(FxRobot robot) {
    Workshop workshop = window().workshop();
    Casebook broken = mock(Casebook.class);
    Case told = workshop.casebook().find(13).orElseThrow();
    when(broken.find(anyInt())).thenReturn(Optional.of(told));
    doThrow(new IllegalStateException("the disk went away"))
        .when(broken)
        .append(anyInt(), any(String.class));
    var desk =
        new CaseDesk(
            new Workshop(
                broken,
                workshop.boards(),
                task -> {},
                Runnable::run,
                Runnable::run,
                Runnable::run,
                workshop.settings(),
                workshop.photographs()),
            told,
            workshop.boards().find(told.header().boardId()).orElseThrow());
    var bar =
        DemoWindow.fx(
            () -> {
              var made = new raconteur.desktop.desk.BenchBar(desk);
              window().frame().setCenter(made);
              return made;
            });
    // The robot would catch what its own key press throws.
    Platform.runLater(() -> bar.enter("U39.7 low"));
    assertThat(notice(robot)).contains("the disk went away");
    assertThat(DemoWindow.fx(() -> bar.field().getText())).isEqualTo("U39.7 low");
  }
}
