package raconteur.desktop.freerun;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.util.ArrayList;
import java.util.List;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.core.bench.freerun.CountingBoard;
import raconteur.core.judge.Verdict;
import raconteur.desktop.app.DemoWindow;
import raconteur.desktop.app.InWindow;

/** The free run of the board on the bench in the real window: reckoned, searched, held against. */
class FreeRunWindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private static List<String> said(FxRobot robot) {
    return robot.lookup(".label").queryAllAs(Label.class).stream().map(Label::getText).toList();
  }

  private static List<?> rows(FxRobot robot) {
    return robot.lookup("#freerun-lines").queryAs(TableView.class).getItems();
  }

  private static void enter(FxRobot robot, String field, String text) {
    robot.interact(
        () -> {
          TextField typed = robot.lookup(field).queryAs(TextField.class);
          typed.setText(text);
          if (typed.getOnAction() != null) {
            typed.getOnAction().handle(new javafx.event.ActionEvent());
          }
        });
    WaitForAsyncUtils.waitForFxEvents();
  }

  @Test
  void theLinesAreReckonedFoundAndHeldAgainstWhatIsRead(FxRobot robot) throws Exception {
    DemoWindow.fx(
        () -> {
          FreeRunDialog.show(
              new FreeRunPresenter(window().workshop(), CountingBoard.z80()),
              question -> question.proposedName().map(folder()::resolve),
              robot.window(0));
          return true;
        });
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(said(robot))
        .anyMatch(s -> s.startsWith("Its clock runs at 4 MHz"))
        .anyMatch(s -> s.contains("Power off before anything is lifted"));
    int all = rows(robot).size();
    enter(robot, "#freerun-find", "/y5");
    assertThat(rows(robot))
        .singleElement()
        .isEqualTo(
            new FreeRunPresenter.Row("/Y5", "U4.10", "125 kHz, high 95 %", "low at 0280–02FF"));
    enter(robot, "#freerun-find", "");
    assertThat(rows(robot)).hasSize(all);
    enter(robot, "#freerun-read", "U4.10 125 kHz");
    assertThat(said(robot)).anyMatch(s -> s.startsWith("✓ As it should be."));
    enter(robot, "#freerun-read", "U4.10 high");
    assertThat(said(robot)).anyMatch(s -> s.startsWith("✗ Not as it should be."));
    robot.interact(
        () ->
            robot.lookup(".button").queryAllAs(Button.class).stream()
                .filter(b -> b.getText().equals("As CSV …"))
                .findFirst()
                .orElseThrow()
                .fire());
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(Files.readString(folder().resolve("free-run.csv")))
        .startsWith("net,at,shows,Hz,high share,where")
        .contains("/Y5,U4.10,toggling,");
  }

  @Test
  void aBoardThatCannotRunFreeSaysWhy() {
    var presenter =
        new FreeRunPresenter(
            window().workshop(), window().workshop().boards().load("petrel-1").shipped());
    assertThat(presenter.judge("U1.1 high").sentence()).contains("still being reckoned");
    List<String> why = new ArrayList<>();
    presenter.reckon(x -> {}, ran -> why.add("ran"), why::add);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(presenter.judge("U1.1 high").level()).isEqualTo(Verdict.Level.UNJUDGED);
    assertThat(presenter.rows("")).isEmpty();
    assertThat(why.getFirst()).startsWith("Nobody typed this board's nets");
  }
}
