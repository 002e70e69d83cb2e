package raconteur.desktop.memory;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.core.story.Entry;
import raconteur.desktop.app.DemoWindow;
import raconteur.desktop.app.InWindow;

/** Fails of a memory typed and read in the real window, to the story. */
class MemoryWindowTest extends InWindow {
  private static final int CASE = 13;

  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private void explain() {
    open(CASE);
    DemoWindow.fx(
        () -> {
          window().frame().trace().orElseThrow().explainMemory();
          return true;
        });
    WaitForAsyncUtils.waitForFxEvents();
  }

  private static void type(FxRobot robot, String text) {
    robot.interact(() -> robot.lookup("#memory-fails").queryAs(TextArea.class).setText(text));
    WaitForAsyncUtils.waitForFxEvents();
  }

  private static List<String> said(FxRobot robot) {
    return robot.lookup(".label").queryAllAs(Label.class).stream().map(Label::getText).toList();
  }

  private static boolean toldIsOff(FxRobot robot) {
    return robot.lookup("#memory-tell").query().isDisabled();
  }

  private List<String> story() {
    return window().workshop().casebook().find(CASE).orElseThrow().entries().stream()
        .map(e -> e instanceof Entry.Line line ? line.line() : "")
        .toList();
  }

  @Test
  void aRowIsTypedExplainedAndToldInTheStory(FxRobot robot) {
    explain();
    assertThat(toldIsOff(robot)).isTrue();
    type(robot, "005C bit 9");
    assertThat(said(robot)).anyMatch(s -> s.contains("bits go from 0 to 7"));
    assertThat(robot.lookup("#memory-fails").queryAs(TextArea.class).getText())
        .as("what was typed stays")
        .isEqualTo("005C bit 9");
    StringBuilder row = new StringBuilder();
    for (int column = 0; column < 128; column++) {
      row.append(String.format(java.util.Locale.ROOT, "%X bit 4%n", column << 7 | 0x5C));
    }
    type(robot, row.toString());
    assertThat(said(robot)).anyMatch(s -> s.startsWith("Bit 4 fails row 5C"));
    assertThat(toldIsOff(robot)).isFalse();
    int before = story().size();
    robot.interact(() -> robot.lookup("#memory-tell").queryAs(Button.class).fire());
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(story()).hasSize(before + 1);
    assertThat(story().getLast()).matches("U[0-9]+ tester fail");
    assertThat(toldIsOff(robot)).as("told once").isTrue();
  }

  @Test
  void aListIsReadFromAFile(FxRobot robot) {
    explain();
    window().toRead().set(Optional.of(Path.of("../docs/examples/memory-fails.txt")));
    robot.interact(
        () ->
            robot
                .lookup((Node n) -> n instanceof Button b && b.getText().startsWith("Read a list"))
                .queryAs(Button.class)
                .fire());
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(said(robot)).anyMatch(s -> s.startsWith("Bit 3 fails row 5C"));
    window().toRead().set(Optional.of(Path.of("nowhere.txt")));
    robot.interact(
        () ->
            robot
                .lookup((Node n) -> n instanceof Button b && b.getText().startsWith("Read a list"))
                .queryAs(Button.class)
                .fire());
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(said(robot)).contains("Cannot read nowhere.txt.");
  }
}
