package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Labeled;
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
    key(KeyCode.DOWN);
    assertThat(shown(robot)).contains("Your own board").doesNotContain("turn the board over");
    key(KeyCode.ESCAPE);
    assertThat(windows()).isEqualTo(before);
  }
}
