package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.concurrent.atomic.AtomicReference;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.desktop.workshop.FilePicker;

/** What the window does where its casebook is gone, or cannot be opened. */
class KeepingWindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  @Test
  void aLineTypedAfterTheFileIsGoneStaysWhereItWasTyped(FxRobot robot) throws IOException {
    open(13);
    Path file = window().workshop().casebook().file();
    Files.move(file, file.resolveSibling("moved-away"));
    TextField field = robot.lookup("#bench-line").queryAs(TextField.class);
    robot.interact(field::requestFocus);
    write("U26 hot");
    key(KeyCode.ENTER);
    key(KeyCode.ENTER);
    assertThat(field.getText()).isEqualTo("U26 hot");
    assertThat(robot.lookup("#echo").queryAs(Label.class).getText())
        .contains("moved, deleted or replaced", "still there")
        .doesNotContain("Kept");
    Files.move(file.resolveSibling("moved-away"), file);
    key(KeyCode.ENTER);
    assertThat(field.getText()).isEmpty();
  }

  @Test
  void aRefusedCasebookOffersWhatCanBeDoneAndNothingElseCanBeClicked(FxRobot robot) {
    AtomicReference<String> done = new AtomicReference<>("");
    Frame closed =
        DemoWindow.fx(
            () -> {
              Frame frame = new Frame(FilePicker.dialogs(new Stage()), () -> {});
              window().frame().getScene().setRoot(frame);
              frame.refuse(
                  "It is missing.",
                  new Pages.Remedy("Open it again", () -> done.set("again")),
                  new Pages.Remedy("Put the copy in its place", () -> done.set("restored")));
              return frame;
            });
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(
            DemoWindow.fx(
                () -> robot.from(closed).lookup(".stage-button").queryAllAs(Button.class)))
        .filteredOn(b -> !b.getText().startsWith("F"))
        .hasSize(Way.values().length)
        .allMatch(Button::isDisabled);
    key(KeyCode.SPACE);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(done.get()).isEqualTo("restored");
    robot.clickOn("Open it again");
    assertThat(done.get()).isEqualTo("again");
  }

  @Test
  void theShelfFindsABoardByALineOfItsStory(FxRobot robot) {
    DemoWindow.fx(
        () -> {
          window().frame().showShelf();
          return 0;
        });
    TextField filter =
        robot
            .lookup(n -> n instanceof TextField t && t.getPromptText().startsWith("Find:"))
            .queryAs(TextField.class);
    robot.interact(filter::requestFocus);
    write("U38.7 togg");
    WaitForAsyncUtils.waitForFxEvents();
    var shelf = robot.lookup(n -> "Boards on the shelf".equals(n.getAccessibleText()));
    assertThat(shelf.queryTableView().getItems()).hasSize(1).first().asString().contains("13");
  }
}
