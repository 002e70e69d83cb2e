package raconteur.desktop.signals;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.core.story.Entry;
import raconteur.desktop.app.DemoWindow;
import raconteur.desktop.app.InWindow;

/** A recording read in the real window, held against the board, and one line of it told. */
class SignalsWindowTest extends InWindow {
  private static final int CASE = 13;
  @TempDir private Path folder;

  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private static List<String> said(FxRobot robot) {
    return robot.lookup(".label").queryAllAs(Label.class).stream().map(Label::getText).toList();
  }

  /** A thousand rows of a microsecond: U14.3 moves, U14.6 stands, a line of no board. */
  private Path recording() throws IOException {
    StringBuilder text = new StringBuilder("time,U14.3,U14.6,elsewhere\n");
    for (int i = 0; i < 1000; i++) {
      text.append(i * 1e-6).append(',').append(i / 2 % 2).append(",1,").append(i % 2).append('\n');
    }
    return Files.writeString(folder.resolve("scope.csv"), text);
  }

  private void read(Path file) {
    open(CASE);
    DemoWindow.fx(
        () -> {
          window().frame().trace().orElseThrow().readRecording(file);
          return true;
        });
    WaitForAsyncUtils.waitForFxEvents();
  }

  @SuppressWarnings("unchecked")
  private static TableView<SignalsPresenter.Row> lines(FxRobot robot) {
    return robot.lookup(".dialog-pane .table-view").queryAs(TableView.class);
  }

  private String last() {
    return window().workshop().casebook().find(CASE).orElseThrow().entries().getLast()
            instanceof Entry.Line line
        ? line.line()
        : "";
  }

  @Test
  void aLineOfTheBoardGoesIntoTheStory(FxRobot robot) throws Exception {
    read(recording());
    assertThat(said(robot))
        .anyMatch(s -> s.startsWith("3 lines over") && s.contains("2 are nets or pins"));
    TableView<SignalsPresenter.Row> lines = lines(robot);
    assertThat(lines.getItems()).extracting(SignalsPresenter.Row::name).contains("U14.3", "U14.6");
    DemoWindow.fx(
        () -> {
          lines.getSelectionModel().select(index(lines, "elsewhere"));
          lines.requestFocus();
          return true;
        });
    key(KeyCode.ENTER);
    assertThat(said(robot)).anyMatch(s -> s.contains("“elsewhere” is no net or pin"));
    DemoWindow.fx(
        () -> {
          lines.getSelectionModel().select(index(lines, "U14.6"));
          return true;
        });
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(last()).isEqualTo("U14.6 high");
    assertThat(said(robot)).contains("In the story: U14.6 high");
  }

  private static int index(TableView<SignalsPresenter.Row> lines, String name) {
    return lines.getItems().stream().map(SignalsPresenter.Row::name).toList().indexOf(name);
  }

  /** What was asked of the file and is not in it is said, and the lines of before are gone. */
  @Test
  void aColumnThatIsNotThereIsRefusedInASentence(FxRobot robot) throws Exception {
    read(recording());
    TextField time =
        robot.lookup(".dialog-pane .text-field").queryAllAs(TextField.class).stream()
            .filter(f -> f.getPromptText().equals("by its heading"))
            .findFirst()
            .orElseThrow();
    DemoWindow.fx(
        () -> {
          time.setText("no such column");
          time.requestFocus();
          return true;
        });
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(said(robot)).anyMatch(s -> s.contains("no such column"));
    assertThat(lines(robot).getItems()).isEmpty();
  }

  @Test
  void whatIsNoRecordingIsRefused(FxRobot robot) throws Exception {
    read(Files.writeString(folder.resolve("notes.csv"), "what I did on Sunday\nnothing\n"));
    assertThat(lines(robot).getItems()).isEmpty();
    assertThat(said(robot)).anyMatch(s -> s.contains("notes.csv"));
  }
}
