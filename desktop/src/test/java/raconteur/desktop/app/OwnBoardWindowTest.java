package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.concurrent.TimeUnit;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableView;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.core.board.Board;

/** A board nobody made for the program gets onto the bench from the keyboard. */
class OwnBoardWindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private static TextField field(FxRobot robot, String id) {
    return robot.lookup("#" + id).queryAs(TextField.class);
  }

  private Board board(String id) {
    return window().workshop().boards().find(id).orElseThrow();
  }

  @Test
  void aNetAddedToTheBoardOfTheOpenCaseCountsAtOnceAndTheTypedLineStays(FxRobot robot) {
    open(13);
    TextField line = field(robot, "bench-line");
    robot.interact(() -> line.setText("U26 hot"));
    String id =
        DemoWindow.fx(() -> window().frame().trace().orElseThrow().desk().state().board())
            .identity()
            .id();
    Board before = board(id);
    DemoWindow.fx(
        () -> {
          window()
              .workshop()
              .boards()
              .keep(before.contents().withNets(List.copyOf(before.nets()).subList(1, 9)));
          window().frame().showTrace();
          return 0;
        });
    settle();
    assertThat(
            DemoWindow.fx(() -> window().frame().trace().orElseThrow().desk().state().board())
                .nets())
        .hasSize(8);
    assertThat(field(robot, "bench-line").getText()).isEqualTo("U26 hot");
  }

  @Test
  void oneSheetMakesABoardAndItsNetsAreTyped(FxRobot robot) throws Exception {
    DemoWindow.fx(
        () -> {
          window().frame().showNewBoard();
          return 0;
        });
    WaitForAsyncUtils.waitForFxEvents();
    robot.interact(
        () -> {
          field(robot, "new-machine").setText("Tern");
          field(robot, "new-revision").setText("3");
          field(robot, "new-size").setText("eleven");
          field(robot, "new-rails").setText("+5V");
          robot
              .lookup("#new-parts")
              .queryAs(TextArea.class)
              .setText("U1 Z80A CPU\nU2 SN74LS245N\nU21-U28 MB8264A-15P\nU5 HOUSE-1\n");
        });
    WaitForAsyncUtils.waitFor(
        20,
        TimeUnit.SECONDS,
        () -> robot.lookup("#new-told").queryAs(TableView.class).getItems().size() == 11);
    Button make = robot.lookup("#new-make").queryButton();
    robot.interact(make::fire);
    assertThat(robot.lookup("#new-parts").queryAs(TextArea.class).getText())
        .as("what was typed is kept where it was refused")
        .contains("U21-U28");
    robot.interact(
        () -> {
          field(robot, "new-size").setText("240 x 180");
          make.fire();
        });
    Board made = board("tern-3");
    assertThat(made.parts()).hasSize(11);
    assertThat(made.part("U24").orElseThrow().device().name()).isEqualTo("4164");
    assertThat(made.identity().widthMillimetres()).isEqualTo(240);
    assertThat(made.rails()).hasSize(1);

    TextArea lines = robot.lookup("#net-lines").queryAs(TextArea.class);
    robot.interact(
        () -> {
          lines.requestFocus();
          lines.setText("D0-D7: U1.D0-D7 U2.2-9\nD0-D7: U21-U28.DIN\nA0: U99.1");
        });
    assertThat(robot.lookup("#net-echo").queryAs(Label.class).getText())
        .contains("16 pins joined in 8 nets")
        .contains("line 3 is not taken: U99 is not a part");
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(lines.getText()).as("only what was not taken stays").isEqualTo("A0: U99.1");
    assertThat(board("tern-3").net("D7").orElseThrow().path()).hasSize(3);
    robot.clickOn("take the last back");
    assertThat(board("tern-3").nets()).isEmpty();
  }
}
