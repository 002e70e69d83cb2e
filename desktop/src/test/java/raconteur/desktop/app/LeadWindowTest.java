package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import javafx.event.ActionEvent;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableView;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.casebook.store.Outcome;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.LaunchPlan;
import raconteur.desktop.workshop.Workshop;

/**
 * Somebody who has nothing yet is led from an empty shelf to the second step on a board of theirs.
 */
@ExtendWith(LookingOnItsThread.class)
class LeadWindowTest {
  @TempDir private static Path folder;
  private final AtomicInteger demos = new AtomicInteger();
  private Optional<Workshop> workshop = Optional.empty();

  @Start
  void start(Stage stage) throws Exception {
    Theme.prepare();
    Frame frame = new Frame(_ -> Optional.empty(), demos::incrementAndGet);
    Scene scene = new Scene(frame, 1280, 800);
    Theme.dress(scene);
    stage.setScene(scene);
    frame.bindKeys();
    stage.show();
    LaunchPlan plan =
        new LaunchPlan(
            Files.createTempDirectory(folder, "new").resolve("my.casebook"),
            false,
            Clock.systemUTC(),
            false);
    if (RaconteurApp.workshop(plan, Runnable::run, Runnable::run, Runnable::run, Runnable::run)
        instanceof Outcome.Done<Workshop>(Workshop opened)) {
      workshop = Optional.of(opened);
      frame.open(opened);
    }
  }

  @AfterEach
  void close() {
    workshop.ifPresent(w -> w.casebook().close());
  }

  private static String next(FxRobot robot) {
    WaitForAsyncUtils.waitForFxEvents();
    return robot.lookup("#lead-words").queryAs(Label.class).getText();
  }

  private static void press(FxRobot robot, String words) {
    Button button =
        robot.lookup((Node n) -> n instanceof Button b && b.getText().equals(words)).queryButton();
    robot.interact(button::fire);
    WaitForAsyncUtils.waitForFxEvents();
  }

  private static void say(FxRobot robot, String line) {
    TextField field = robot.lookup("#bench-line").queryAs(TextField.class);
    robot.interact(
        () -> {
          field.setText(line);
          field.fireEvent(new ActionEvent());
        });
    WaitForAsyncUtils.waitForFxEvents();
  }

  private static void describe(FxRobot robot) throws Exception {
    robot.interact(
        () -> {
          robot.lookup("#new-machine").queryAs(TextField.class).setText("Tern");
          robot.lookup("#new-revision").queryAs(TextField.class).setText("9");
          robot.lookup("#new-rails").queryAs(TextField.class).setText("+5V");
          robot
              .lookup("#new-parts")
              .queryAs(TextArea.class)
              .setText("U1 Z80A CPU\nU2 SN74LS245N\nU3 2764\nU4 6116");
        });
    WaitForAsyncUtils.waitFor(
        20,
        TimeUnit.SECONDS,
        () -> robot.lookup("#new-told").queryAs(TableView.class).getItems().size() == 4);
    robot.interact(robot.lookup("#new-make").queryButton()::fire);
  }

  @Test
  void whoHasNothingYetIsLedToTheFirstSteps(FxRobot robot) throws Exception {
    press(robot, "A board of mine: lead me");
    assertThat(next(robot)).startsWith("Say what your board is");
    assertThat(
            DemoWindow.fx(() -> robot.lookup("#new-machine").queryAs(TextField.class).isFocused()))
        .as("typing goes where the step is done")
        .isTrue();
    describe(robot);
    assertThat(next(robot)).startsWith("Take it in");
    InWindow.key(KeyCode.CONTROL, KeyCode.J);
    press(robot, "Open the case");
    assertThat(next(robot)).startsWith("Before power").contains("U1");
    say(robot, "damage corrosion U2");
    assertThat(next(robot)).contains("+5V gnd 350 ohm");
    say(robot, "+5V gnd 340 ohm");
    assertThat(next(robot)).contains("+5V 4.95");
    press(robot, "Without it");
    assertThat(next(robot)).startsWith("Say what it shows");
    say(robot, "screen blank");
    assertThat(next(robot)).startsWith("Do the next step");
    say(robot, "U4 hot");
    assertThat(next(robot)).startsWith("That is the way");
    press(robot, "Leave it");
    assertThat(robot.lookup("#lead").tryQuery()).isEmpty();
    assertThat(workshop.orElseThrow().settings().leading()).isFalse();
  }

  /** What was begun goes on at the next start; nobody who has a board is asked for one. */
  @Test
  void itGoesOnWhereSomebodyStoppedAndTheDemoIsAWindowOfItsOwn(FxRobot robot) {
    press(robot, "Look at the demo");
    assertThat(demos).hasValue(1);
    assertThat(robot.lookup("#lead").tryQuery()).isEmpty();
    press(robot, "A board of mine: lead me");
    press(robot, "Without it");
    assertThat(next(robot)).startsWith("Take it in");
    assertThat(workshop.orElseThrow().settings().leading()).isTrue();
    DemoWindow.fx(
        () -> {
          Frame again = new Frame(_ -> Optional.empty(), () -> {});
          robot.lookup("#lead").query().getScene().setRoot(again);
          again.open(workshop.orElseThrow());
          return again;
        });
    assertThat(next(robot)).startsWith("Say what your board is");
  }
}
