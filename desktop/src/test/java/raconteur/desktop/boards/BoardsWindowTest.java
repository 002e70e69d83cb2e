package raconteur.desktop.boards;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TableView;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.core.board.Board;
import raconteur.desktop.app.DemoWindow;
import raconteur.desktop.app.InWindow;
import raconteur.desktop.control.BoardMap;
import raconteur.desktop.control.Keys;

/** Boards and Devices in the real window, by keyboard and mouse. */
class BoardsWindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private Board board(String id) {
    return window().workshop().boards().find(id).orElseThrow();
  }

  private static void go(KeyCode digit) {
    key(KeyCode.CONTROL, digit);
    WaitForAsyncUtils.waitForFxEvents();
  }

  private void choose(String id) {
    DemoWindow.fx(
        () -> {
          window().frame().boards().orElseThrow().choose(id);
          return true;
        });
  }

  private static void type(FxRobot robot, String field, String text) {
    robot.clickOn(field);
    key(KeyCode.CONTROL, KeyCode.A);
    write(text);
  }

  @Test
  void aPartIsChangedFoundAndTakenBack(FxRobot robot) {
    go(KeyCode.B);
    choose("marram-310");
    robot.clickOn("Parts");
    TableView<?> table = robot.lookup(".table-view").queryTableView();
    DemoWindow.fx(
        () -> {
          table.getSelectionModel().select(2);
          return true;
        });
    type(robot, "#field-3", "turned pin");
    robot.clickOn("#change-row");
    assertThat(board("marram-310").part("U1").orElseThrow().socket()).isEqualTo("turned pin");
    type(robot, "#find", "U1");
    key(KeyCode.ENTER);
    assertThat(robot.lookup("U1: 74LS04 hex inverter, clock").tryQuery()).isPresent();
    robot.clickOn(Keys.UNDO.on("take back"));
    assertThat(board("marram-310").part("U1").orElseThrow().socket()).isEmpty();
  }

  /** Probe in each hand: the keys answer wherever the typing is. */
  @Test
  void netsAreBuzzedOutByTheKeys(FxRobot robot) {
    go(KeyCode.B);
    choose("marram-310");
    robot.clickOn("Buzz nets");
    WaitForAsyncUtils.waitForFxEvents();
    String first = robot.lookup("#buzz-todo").queryAs(Label.class).getText();
    assertThat(first).contains("VCC");

    key(KeyCode.F2);
    key(KeyCode.F3);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(board("marram-310").nets()).hasSize(1);
    assertThat(robot.lookup("#buzz-progress").queryAs(Label.class).getText())
        .contains("here: 2; pins joined by them: 1.");
    key(KeyCode.F5);
    key(KeyCode.F5);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(robot.lookup("#buzz-todo").queryAs(Label.class).getText()).isEqualTo(first);
    assertThat(board("marram-310").nets()).isEmpty();
  }

  /** What is marked as chosen is what is shown, also when the arrow keys chose it. */
  @Test
  void thePanesAreReachedByArrowKeys(FxRobot robot) {
    go(KeyCode.B);
    robot.clickOn("Depth");
    key(KeyCode.RIGHT);
    key(KeyCode.RIGHT);
    key(KeyCode.RIGHT);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(robot.lookup("#net-lines").tryQuery()).isPresent();
    key(KeyCode.RIGHT);
    key(KeyCode.RIGHT);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(robot.lookup("#change-row").tryQuery()).isPresent();
    robot.clickOn("Parts");
    assertThat(robot.lookup("#change-row").tryQuery()).isPresent();
  }

  @Test
  void aFileIsPreviewedAndOnlyThenKept(FxRobot robot) throws Exception {
    Path file =
        Files.writeString(
            window().toWrite().resolveSibling("list.csv"), "Ref;Type\nU1;SN74LS257N\n9;x\n");
    window().toRead().set(Optional.of(file));
    go(KeyCode.B);
    ListView<?> list = robot.lookup("#boards").queryListView();
    int before = list.getItems().size();
    robot.clickOn("#import");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(robot.lookup("A parts list, CSV with semicolons").tryQuery()).isPresent();
    assertThat(robot.lookup("Problems: 1, each with its line").tryQuery()).isPresent();
    key(KeyCode.ESCAPE);
    assertThat(list.getItems()).hasSize(before);
    robot.clickOn("#import");
    type(robot, "#import-machine", "Cormorant");
    robot.clickOn("#import-keep");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(list.getItems()).hasSize(before + 1);
    assertThat(board("cormorant-a").part("U1").orElseThrow().device().name()).isEqualTo("74LS257");
  }

  @Test
  void aDeviceIsDescribedInTheWindow(FxRobot robot) {
    go(KeyCode.D);
    robot.clickOn("New device");
    type(robot, "#device-name", "QZ-9");
    type(robot, "#device-title", "gate of ours");
    type(robot, "#device-package", "SIL3");
    DemoWindow.fx(
        () -> {
          robot
              .lookup("#device-pins")
              .queryAs(TextArea.class)
              .setText("1 A input\n2 B input\n3 Y output");
          robot.lookup("#device-function").queryAs(TextArea.class).setText("Y = A & C");
          return true;
        });
    robot.clickOn("#device-keep");
    assertThat(robot.lookup(".notice").queryAs(Label.class).getText())
        .contains("\"C\" is not a pin of this device");
    DemoWindow.fx(
        () -> {
          robot.lookup("#device-function").queryAs(TextArea.class).setText("Y = A & B");
          return true;
        });
    robot.clickOn("#device-keep");
    assertThat(window().workshop().casebook().devices()).hasSize(1);
    assertThat(robot.lookup("#device-filter").queryAs(TextField.class).getText()).isEmpty();
  }

  /** Drawing an area logs it as a line of the story, and the suspects move. */
  @Test
  void damageDrawnOnTheMapIsToldInTheStory(FxRobot robot) {
    open(13);
    robot.clickOn("mark damage");
    robot.clickOn("liquid");
    BoardMap map = robot.lookup(n -> n instanceof BoardMap).queryAs(BoardMap.class);
    var bounds = DemoWindow.fx(() -> map.localToScreen(map.getBoundsInLocal()));
    double x = bounds.getMinX() + bounds.getWidth() * 0.45;
    double y = bounds.getMinY() + bounds.getHeight() * 0.5;
    robot.moveTo(x, y).press(MouseButton.PRIMARY).moveTo(x + 30, y + 20).moveTo(x + 60, y + 40);
    robot.release(MouseButton.PRIMARY);
    WaitForAsyncUtils.waitForFxEvents();
    var entries = window().workshop().casebook().find(13).orElseThrow().entries();
    assertThat(entries.getLast().toString()).contains("damage liquid");
  }
}
