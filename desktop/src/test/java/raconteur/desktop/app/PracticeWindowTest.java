package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.control.TableView;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.core.practice.Lesson;
import raconteur.desktop.desk.CaseDesk;

/** A lesson from the ladder to its debrief, by keys. */
class PracticeWindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private static TableView<?> table(FxRobot robot, String name) {
    return robot
        .lookup(n -> n instanceof TableView<?> t && name.equals(t.getAccessibleText()))
        .query();
  }

  private static List<String> words(FxRobot robot) {
    return robot.lookup(n -> n instanceof Label l && l.isVisible()).queryAllAs(Label.class).stream()
        .map(Label::getText)
        .toList();
  }

  @Test
  void aLessonIsPlayedToItsDebriefByKeys(FxRobot robot) throws Exception {
    Frame frame = window().frame();
    key(KeyCode.CONTROL, KeyCode.P);
    WaitForAsyncUtils.waitForFxEvents();
    TableView<?> ladder = table(robot, "Lessons");
    assertThat(ladder.getItems()).hasSize(12);
    DemoWindow.fx(
        () -> {
          ladder.requestFocus();
          ladder.getSelectionModel().selectLast();
          return true;
        });
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    CaseDesk desk = frame.trace().orElseThrow().desk();
    assertThat(desk.state().header().complaint())
        .isEqualTo(((Lesson) ladder.getItems().getLast()).task());
    assertThat(desk.state().advice()).as("the odds are hidden").isEmpty();
    assertThat(words(robot)).contains("Your task");
    key(KeyCode.F11);
    write("u2");
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(desk.telling().lines()).hasSize(2);
    key(KeyCode.ESCAPE);
    write("mended J1 cleaned");
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(desk.telling().lines()).hasSize(3);
    robot.clickOn("debrief");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(words(robot)).contains("What was wrong: J1 dead.", "All of it is mended.");
    assertThat(table(robot, "Line by line").getItems()).hasSize(2);
    robot.clickOn("As PDF …");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(Files.size(window().toWrite())).isGreaterThan(1000);
    key(KeyCode.CONTROL, KeyCode.P);
    key(KeyCode.F7);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(words(robot)).anyMatch(w -> w.contains("1 case, 1 brought home"));
  }
}
