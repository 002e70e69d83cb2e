package raconteur.desktop.letters;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
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

/** Wrong letters typed in the real window, explained while they are, and told in the story. */
class LettersWindowTest extends InWindow {
  private static final int CASE = 13;

  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private static void type(FxRobot robot, String area, String text) {
    robot.interact(() -> robot.lookup(area).queryAs(TextArea.class).setText(text));
    WaitForAsyncUtils.waitForFxEvents();
  }

  private static List<String> said(FxRobot robot) {
    return robot.lookup(".label").queryAllAs(Label.class).stream().map(Label::getText).toList();
  }

  private static boolean toldIsOff(FxRobot robot) {
    return robot.lookup("#letters-tell").query().isDisabled();
  }

  @Test
  void theBitIsNamedWithItsChipsAndNotedInTheStory(FxRobot robot) {
    open(CASE);
    DemoWindow.fx(
        () -> {
          window().frame().trace().orElseThrow().explainLetters();
          return true;
        });
    type(robot, "#letters-should", "QUILLON KITTIWAKE\nREADY");
    assertThat(toldIsOff(robot)).isTrue();
    type(robot, "#letters-stands", "AEILLON KIDDIGAKE");
    assertThat(said(robot)).contains("There should be 2 lines and stand 1.");
    type(robot, "#letters-stands", "AEILLON KIDDIGAKE\nBEADI");
    assertThat(said(robot))
        .anyMatch(
            s -> s.startsWith("Bit 4 stuck low explains all of 7 wrong letters. Look at U26"));
    robot.interact(() -> robot.lookup("#letters-tell").queryAs(Button.class).fire());
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(
            window().workshop().casebook().find(CASE).orElseThrow().entries().getLast()
                    instanceof Entry.Line line
                ? line.line()
                : "")
        .isEqualTo("note letters: Bit 4 stuck low explains 7 of 7");
    assertThat(toldIsOff(robot)).as("told once").isTrue();
    robot.interact(
        () ->
            robot.lookup(".choice-box").queryAllAs(ChoiceBox.class).stream()
                .filter(c -> c.getItems().contains("six bits a letter"))
                .findFirst()
                .orElseThrow()
                .getSelectionModel()
                .select(1));
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(said(robot)).anyMatch(s -> s.startsWith("Bit 4 stuck low explains all of"));
  }
}
