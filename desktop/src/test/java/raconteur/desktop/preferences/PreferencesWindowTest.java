package raconteur.desktop.preferences;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.desktop.app.InWindow;
import raconteur.desktop.theme.Theme;

/** Preferences in the real window: what was typed at the bench stays where it was typed. */
class PreferencesWindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  @AfterEach
  void usualSize() {
    Theme.setTextPercent(100);
  }

  @Test
  void largerTextIsThereAtOnceAndNothingTypedIsLost(FxRobot robot) {
    open(13);
    TextField line = robot.lookup("#bench-line").queryAs(TextField.class);
    robot.interact(line::requestFocus);
    write("U26 ho");
    double before = size(robot);

    key(KeyCode.CONTROL, KeyCode.COMMA);
    WaitForAsyncUtils.waitForFxEvents();
    // By keys alone: the size that is chosen has the focus, Enter keeps all of it.
    key(KeyCode.RIGHT);
    key(KeyCode.RIGHT);
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();

    assertThat(size(robot)).isGreaterThan(before * 1.2);
    assertThat(robot.lookup("#bench-line").queryAs(TextField.class).getText()).isEqualTo("U26 ho");
    assertThat(window().workshop().settings().textPercent()).isEqualTo(130);
  }

  private static double size(FxRobot robot) {
    return robot.lookup("#echo").queryAs(Label.class).getFont().getSize();
  }

  @Test
  void aRateThatIsNoneKeepsTheDialogOpenAndSaysWhy(FxRobot robot) {
    key(KeyCode.CONTROL, KeyCode.COMMA);
    WaitForAsyncUtils.waitForFxEvents();
    TextField hour = robot.lookup("#preferred-hour").queryAs(TextField.class);
    robot.interact(() -> hour.setText("dear"));
    robot.clickOn("OK");
    WaitForAsyncUtils.waitForFxEvents();

    assertThat(robot.lookup("#preferred-hour").tryQuery()).isPresent();
    assertThat(robot.lookup(".notice").queryAllAs(Label.class))
        .anyMatch(l -> l.getText().contains("“dear” is no rate"));
    robot.clickOn("Cancel");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(robot.lookup("#preferred-hour").tryQuery()).isEmpty();
  }
}
