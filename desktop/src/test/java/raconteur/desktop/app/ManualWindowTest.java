package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.text.Text;
import javafx.stage.Stage;
import javafx.stage.Window;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;

/** F1 leads to the manual; it is read and left by keys. */
class ManualWindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private static long windows() {
    return DemoWindow.fx(() -> (long) Window.getWindows().size());
  }

  private static String shown(FxRobot robot) {
    List<Node> words =
        List.copyOf(robot.lookup(n -> n instanceof Labeled || n instanceof Text).queryAll());
    return String.join(
        "\n",
        words.stream()
            .map(n -> n instanceof Labeled l ? l.getText() : ((Text) n).getText())
            .filter(t -> t != null)
            .toList());
  }

  /** Types a question into the page that finds lines. */
  private static void asked(String question) {
    DemoWindow.fx(
        () -> {
          for (Window open : Window.getWindows()) {
            if (open.getScene().lookup("#sayings-question") instanceof TextField field) {
              field.setText(question);
            }
          }
          return 0;
        });
  }

  @Test
  void itOpensOnceTurnsPagesAndCloses(FxRobot robot) {
    long before = windows();
    key(KeyCode.F1);
    assertThat(windows()).isEqualTo(before + 1);
    assertThat(shown(robot)).contains("turn the board over");
    DemoWindow.fx(
        () -> {
          window().frame().getScene().getWindow().requestFocus();
          return 0;
        });
    key(KeyCode.F1);
    assertThat(windows()).as("no second one").isEqualTo(before + 1);
    key(KeyCode.DOWN);
    assertThat(shown(robot)).contains("a leg is off").contains("leg U4.13 broken");
    asked("wiggle");
    assertThat(shown(robot)).contains("moved U7 changes").doesNotContain("leg U4.13 broken");
    asked("xyzzy");
    assertThat(shown(robot)).contains("No line is known by these words");
    key(KeyCode.DOWN);
    assertThat(shown(robot)).contains("Your own board").doesNotContain("turn the board over");
    key(KeyCode.ESCAPE);
    assertThat(windows()).isEqualTo(before);
  }
}
