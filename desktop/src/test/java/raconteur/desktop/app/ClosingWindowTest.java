package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.util.List;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.casebook.store.StockRoom;
import raconteur.core.board.Board;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;
import raconteur.desktop.desk.StoryList;

/** From the first reading of a board with three faults to its way home, by keyboard. */
class ClosingWindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    showThinkingAside(stage);
  }

  private static void say(FxRobot robot, String... lines) {
    for (String line : lines) {
      DemoWindow.fx(
          () -> {
            bench(robot).setText(line);
            bench(robot).requestFocus();
            bench(robot).end();
            return 0;
          });
      key(KeyCode.ENTER);
      assertThat(bench(robot).getText())
          .as("“%s”: %s", line, robot.lookup("#echo").queryAs(Label.class).getText())
          .isEmpty();
    }
  }

  private static TextField bench(FxRobot robot) {
    return robot.lookup("#bench-line").queryAs(TextField.class);
  }

  private static String pane(FxRobot robot) {
    return robot.lookup(".pane-tab").queryAllAs(ToggleButton.class).stream()
        .filter(ToggleButton::isSelected)
        .map(ToggleButton::getText)
        .findFirst()
        .orElse("");
  }

  private static void turnTo(FxRobot robot, String name) {
    for (int i = 0; i < 8 && !pane(robot).equals(name); i++) {
      key(KeyCode.F7);
    }
    assertThat(pane(robot)).isEqualTo(name);
  }

  private static String answer(FxRobot robot, String key) {
    return robot.lookup(".outcome").queryAllAs(Button.class).stream()
        .map(Button::getText)
        .filter(t -> t.startsWith(key + " "))
        .findFirst()
        .orElse("");
  }

  /** Whether the pane says that as many pairs are measured as there are. */
  private static boolean allMeasured(FxRobot robot) {
    return robot.lookup(".label").queryAllAs(Label.class).stream()
        .map(Label::getText)
        .anyMatch(t -> t != null && t.matches("(\\d+) of \\1 pairs .*"));
  }

  private List<String> lines(int number) {
    return window().workshop().casebook().find(number).orElseThrow().entries().stream()
        .map(e -> e instanceof Entry.Line line ? line.line() : "")
        .toList();
  }

  /** Tab by Tab to a button, and Enter. */
  private void tabTo(String words) {
    for (int i = 0; i < 60; i++) {
      Node at = DemoWindow.fx(() -> window().frame().getScene().getFocusOwner());
      if (at instanceof Button button && button.getText().startsWith(words)) {
        key(KeyCode.SPACE);
        return;
      }
      key(KeyCode.TAB);
    }
    throw new AssertionError("Tab does not lead to " + words);
  }

  /** Waits until the sheets are made. */
  private static void gathered(FxRobot robot) {
    try {
      WaitForAsyncUtils.waitFor(
          60,
          TimeUnit.SECONDS,
          () -> DemoWindow.fx(() -> robot.lookup(".paper-page .label").queryAll().size()) > 1);
    } catch (TimeoutException e) {
      throw new AssertionError("the sheets are not made", e);
    }
  }

  /** The story as a picture, gone through by its keys. */
  @Test
  void atAGlanceLeadsToTheLines(FxRobot robot) {
    int number = 31;
    window().workshop().casebook().create(number, "lanternfish-l1", "Harbour Museum", "dead");
    for (String line : List.of("screen blank", "5V 5.0", "U12 tester fail")) {
      window().workshop().casebook().append(number, line);
    }
    open(number);
    settle();
    key(KeyCode.CONTROL, KeyCode.DIGIT8);
    turnTo(robot, "At a glance");
    try {
      WaitForAsyncUtils.waitFor(
          60,
          TimeUnit.SECONDS,
          () ->
              DemoWindow.fx(
                  () ->
                      String.valueOf(robot.lookup("#glance-chart").query().getAccessibleText())
                          .startsWith("3 lines")));
    } catch (TimeoutException e) {
      throw new AssertionError("the picture is not made", e);
    }
    settle();
    DemoWindow.fx(
        () -> {
          robot.lookup("#glance-chart").query().requestFocus();
          return 0;
        });
    key(KeyCode.END);
    Label line = robot.lookup("#glance-line").queryAs(Label.class);
    assertThat(line.getText()).startsWith("3 · ").contains("U12 tester fail: ", "U12 ");
    key(KeyCode.LEFT);
    assertThat(line.getText()).startsWith("2 · ").contains("5V 5.0: ");
    assertThat(
            DemoWindow.fx(
                () ->
                    robot
                        .lookup(
                            (Node n) ->
                                n instanceof StoryList list
                                    && list.getSelectionModel().getSelectedItem() != null
                                    && list.getSelectionModel().getSelectedItem().entry().number()
                                        == 2)
                        .queryAll()
                        .size()))
        .isEqualTo(1);
  }

  @Test
  void threeFaultsFromTheFirstReadingHome(FxRobot robot) {
    int number = 30;
    window().workshop().casebook().create(number, "quillon-kittiwake-b", "Harbour Museum", "dead");
    open(number);
    Board board = window().workshop().boards().find("quillon-kittiwake-b").orElseThrow();
    int before = window().workshop().tally(board).boards();

    // Trace: what was read convicts one after another.
    say(robot, "screen garbage", "5V 4.98", "flash 5 5 5", "U26 tester fail", "found U26 dead");
    say(robot, "U39.7 low", "U39.9 toggling", "U39 tester fail gates 1", "found U39 dead");
    say(robot, "U18.8 toggling", "U15.8 floating", "cont U15.8 U18.8 open");
    say(robot, "found U15.8 U18.8 open");

    // Mend: three jobs, each done with one key.
    settle();
    key(KeyCode.CONTROL, KeyCode.DIGIT6);
    turnTo(robot, "Plan");
    for (int i = 0; i < 3; i++) {
      settle();
      assertThat(answer(robot, "F2")).matches("F2 +(done|U\\d+ replaced)");
      key(KeyCode.F2);
    }
    assertThat(lines(number))
        .contains("mended U26 replaced", "mended U39 replaced", "mended U15.8 U18.8 wired");
    say(robot, "fitted U26 4116-3 from stock 1", "fate U26 dead", "fate U39 dead");
    turnTo(robot, "Measure after");
    int told;
    do {
      told = lines(number).size();
      key(KeyCode.F2);
    } while (lines(number).size() > told && !allMeasured(robot));
    assertThat(allMeasured(robot)).isTrue();

    // Prove: rails, symptom, tests, soak.
    say(robot, "5V 4.97", "12V 12.0", "-5V -5.0", "screen works", "flash pass");
    say(robot, "diag U15 good U16 good harness", "function J4 good", "proof keyboard clean");
    say(robot, "proof cold 3 runs clean");
    key(KeyCode.CONTROL, KeyCode.DIGIT7);
    turnTo(robot, "Soak");
    for (int run = 0; run < 3; run++) {
      key(KeyCode.SPACE);
    }
    assertThat(window().workshop().casebook().setting("soak of case " + number))
        .as("counted at once")
        .contains("3 0 -");
    tabTo("write it down: clean");
    assertThat(lines(number)).endsWith("proof soak 3 runs clean");

    // Hand over: the report, and home.
    settle();
    key(KeyCode.CONTROL, KeyCode.DIGIT8);
    turnTo(robot, "Technical");
    gathered(robot);
    assertThat(robot.lookup(".paper-page .label").queryAllAs(Label.class))
        .extracting(Label::getText)
        .contains("U39, 74LS153", "4116-3 from stock 1", "dead box");
    turnTo(robot, "Before it goes");
    tabTo("Gone home");
    assertThat(window().workshop().casebook().header(number).orElseThrow().state())
        .isEqualTo(CaseState.GONE_HOME);
    assertThat(window().workshop().tally(board).boards()).isEqualTo(before + 1);
  }

  @Test
  void reportsAreWritten(FxRobot robot) throws IOException {
    open(20);
    key(KeyCode.CONTROL, KeyCode.DIGIT8);
    key(KeyCode.F7);
    gathered(robot);
    tabTo("HTML");
    assertThat(Files.readString(window().toWrite())).contains("74LS153", "</html>");
    tabTo("PDF");
    assertThat(
            new String(
                Files.readAllBytes(window().toWrite()),
                java.nio.charset.StandardCharsets.ISO_8859_1))
        .startsWith("%PDF");
  }

  @Test
  void whatCameInIsTypedAndACrossedPartIsTakenOnlyKnowingly() {
    open(19);
    key(KeyCode.CONTROL, KeyCode.DIGIT0);
    write("QM-14 dead box from case 9, U56");
    key(KeyCode.ENTER);
    var room = new StockRoom(window().workshop().casebook());
    assertThat(room.stock().items().getLast().state().usable()).isFalse();
    assertThat(room.stock().items().getLast().from()).isEqualTo("case 9, U56");
    // Shift+Tab leads back to the table; its last row is the new one.
    for (int i = 0; i < 12; i++) {
      key(KeyCode.SHIFT, KeyCode.TAB);
      Node at = DemoWindow.fx(() -> window().frame().getScene().getFocusOwner());
      if (at instanceof javafx.scene.control.TableView<?>) {
        break;
      }
    }
    key(KeyCode.END);
    key(KeyCode.ENTER);
    assertThat(room.stock().items().getLast().count()).isEqualTo(1);
    key(KeyCode.ENTER);
    assertThat(room.stock().items().getLast().count()).as("taken knowingly").isZero();
  }
}
