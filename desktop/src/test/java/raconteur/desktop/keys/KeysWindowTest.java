package raconteur.desktop.keys;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.event.ActionEvent;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.core.story.Entry;
import raconteur.desktop.app.DemoWindow;
import raconteur.desktop.app.InWindow;

/** Keys ticked and typed in the real window, to the story. */
class KeysWindowTest extends InWindow {
  private static final int CASE = 13;

  @TempDir private Path tables;

  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private static List<String> said(FxRobot robot) {
    return robot.lookup(".label").queryAllAs(Label.class).stream().map(Label::getText).toList();
  }

  private List<String> story() {
    return window().workshop().casebook().find(CASE).orElseThrow().entries().stream()
        .filter(e -> e instanceof Entry.Line)
        .map(e -> ((Entry.Line) e).line())
        .toList();
  }

  private void tryKeys() {
    open(CASE);
    DemoWindow.fx(
        () -> {
          window().frame().trace().orElseThrow().tryKeys();
          return true;
        });
    WaitForAsyncUtils.waitForFxEvents();
  }

  private static void enter(FxRobot robot, String words) {
    DemoWindow.fx(
        () -> {
          TextField field = robot.lookup("#keys-typed").queryAs(TextField.class);
          field.setText(words);
          field.fireEvent(new ActionEvent());
          return true;
        });
    WaitForAsyncUtils.waitForFxEvents();
  }

  private static String typed(FxRobot robot) {
    return robot.lookup("#keys-typed").queryAs(TextField.class).getText();
  }

  @Test
  void aDeadRowIsTypedExplainedAndToldInTheStory(FxRobot robot) {
    tryKeys();
    assertThat(robot.lookup("#keys-tell").query().isDisabled()).isTrue();
    enter(robot, "broken q");
    assertThat(said(robot)).anyMatch(s -> s.contains("begin with works, doubtful"));
    assertThat(typed(robot)).as("what was typed stays").isEqualTo("broken q");
    enter(robot, "dead row1; works rest");
    assertThat(said(robot))
        .anyMatch(s -> s.contains("ROW1 does not come through (U58.4, J3.12 or its wire)"))
        .anyMatch(s -> s.contains("Clean and press the plug's contact J3.12"));
    int before = story().size();
    robot.clickOn("#keys-tell");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(story().subList(before, story().size()))
        .contains("function J3.12 bad")
        .anyMatch(l -> l.startsWith("note keys: ROW1"));
  }

  /** Ticked by the mouse, a key goes round; what was ticked is there again with the case. */
  @Test
  void whatIsTickedIsKeptWithTheCase(FxRobot robot) {
    tryKeys();
    Button q =
        robot
            .lookup(n -> n instanceof Button b && "Q, not tried".equals(b.getAccessibleText()))
            .queryAs(Button.class);
    for (String sign : List.of("✗ Q", "~ Q", "≠ Q", "▼ Q", "✓ Q", "Q", "✗ Q")) {
      robot.clickOn(q);
      WaitForAsyncUtils.waitForFxEvents();
      assertThat(q.getText()).isEqualTo(sign);
    }
    assertThat(typed(robot)).isEqualTo("dead Q");
    assertThat(window().workshop().settings().keysSeen(CASE)).contains("dead Q");
    robot.clickOn("Close");
    tryKeys();
    assertThat(typed(robot)).isEqualTo("dead Q");
  }

  @Test
  void anotherKeyboardIsReadFromItsTableAndKeptForTheBoard(FxRobot robot) throws Exception {
    tryKeys();
    window()
        .toRead()
        .set(Optional.of(Files.writeString(tables.resolve("bad.keys"), "C0 C1\nR0 a\n")));
    robot.clickOn("Read a table of keys …");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(said(robot)).anyMatch(s -> s.contains("line 2") && s.contains("2 columns"));
    window()
        .toRead()
        .set(
            Optional.of(
                Files.writeString(
                    tables.resolve("good.keys"), "keys of a calculator\nC0 C1\nR0 a b\n")));
    robot.clickOn("Read a table of keys …");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(said(robot)).contains("a calculator");
    robot.clickOn("Close");
    tryKeys();
    assertThat(said(robot)).contains("a calculator");
  }
}
