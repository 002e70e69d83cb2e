package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import raconteur.core.inspect.Stages;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;

/** A whole board from arrival to first power-up, by keyboard alone. */
class FirstPowerWindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    showThinkingAside(stage);
  }

  /** Types a line; it has to be taken at once. */
  private static void say(FxRobot robot, String line) {
    type(robot, line);
    key(KeyCode.ENTER);
    assertThat(bench(robot).getText())
        .as("“%s” was taken: %s", line, text(robot, "#echo"))
        .isEmpty();
  }

  /** Types a line; it has to be asked about, and is kept by a second Enter. */
  private static String sayTwice(FxRobot robot, String line) {
    type(robot, line);
    key(KeyCode.ENTER);
    String question = text(robot, "#echo");
    assertThat(bench(robot).getText()).as("“%s” was asked about", line).isEqualTo(line);
    key(KeyCode.ENTER);
    assertThat(bench(robot).getText()).isEmpty();
    return question;
  }

  private static void type(FxRobot robot, String line) {
    DemoWindow.fx(
        () -> {
          bench(robot).setText(line);
          bench(robot).requestFocus();
          bench(robot).end();
          return 0;
        });
  }

  private static TextField bench(FxRobot robot) {
    return robot.lookup("#bench-line").queryAs(TextField.class);
  }

  private static String text(FxRobot robot, String id) {
    return robot.lookup(id).queryAs(Label.class).getText();
  }

  private List<String> lines(int number) {
    return window().workshop().casebook().find(number).orElseThrow().entries().stream()
        .map(e -> e instanceof Entry.Line line ? line.line() : "")
        .toList();
  }

  @Test
  void fromArrivalToFirstPower(FxRobot robot) {
    key(KeyCode.CONTROL, KeyCode.N);
    write("Saltmarsh Library");
    key(KeyCode.TAB);
    write("never tried");
    key(KeyCode.TAB);
    key(KeyCode.TAB);
    key(KeyCode.ENTER);
    int number = 21;
    String boardId = window().workshop().casebook().find(number).orElseThrow().header().boardId();
    assertThat(boardId).isEqualTo("quillon-kittiwake-b");

    // Arrive: labels, parts, marks, taking apart, the decision.
    say(robot, "serial QK 5001");
    say(robot, "assembly QK-1040-02");
    say(robot, "came its supply");
    say(robot, "socket U22 single wipe");
    say(robot, "damage dust 60 100 120 50");
    assertThat(sayTwice(robot, "undone wire fan")).contains("Where does this wire go back?");
    say(robot, "undone screw M3 x 8, four to the rear edge");
    say(robot, "refitted 2");
    say(robot, "value 220");
    key(KeyCode.F7);
    key(KeyCode.F7);
    key(KeyCode.F7);
    key(KeyCode.F7);
    key(KeyCode.F7);
    key(KeyCode.F2);
    assertThat(lines(number)).endsWith("decided repair");

    // Inspect: a check by its key, rails both ways, a pull, an array touch by its key.
    key(KeyCode.CONTROL, KeyCode.DIGIT3);
    key(KeyCode.F2);
    assertThat(lines(number)).endsWith("check loose done");
    say(robot, "12V gnd 870 ohm");
    say(robot, "-5V gnd 2600 ohm");
    say(robot, "5V gnd 58 ohm");
    assertThat(text(robot, "#verdict")).contains("bad", "something loads this rail");
    assertThat(text(robot, "#safety")).contains("+5V is loaded");
    assertThat(sayTwice(robot, "5V gnd 0.34 ohm")).contains("kΩ");
    type(robot, "strike " + lines(number).size() + " wrong range");
    key(KeyCode.ENTER);
    say(robot, "pull U13 92 ohm");
    assertThat(text(robot, "#verdict")).contains("itself 157 Ω");
    say(robot, "pull U16 330 ohm");
    key(KeyCode.F7);
    key(KeyCode.F7);
    key(KeyCode.F2);
    assertThat(lines(number).getLast()).startsWith("cont U").endsWith("joined");

    // Power: unsafe until the negative rail is proven, then on.
    key(KeyCode.CONTROL, KeyCode.DIGIT4);
    key(KeyCode.F2);
    assertThat(text(robot, "#echo")).contains("Do not switch on", "-5V is not proven");
    key(KeyCode.ESCAPE);
    say(robot, "-5V dummy -5.02");
    assertThat(text(robot, "#safety")).contains("May be switched on: ", "+5V 330 Ω");
    key(KeyCode.F2);
    assertThat(lines(number)).endsWith("power on");
    assertThat(sayTwice(robot, "5V gnd 300 ohm")).contains("logged as powered");
    for (String line :
        List.of("RAW+ 16.8", "RAW9 9.3", "RAW- -9.2", "5V 5.02", "12V 12.1", "-5V -5.0")) {
      say(robot, line);
    }
    say(robot, "5V at U14 4.98");
    say(robot, "5V 1.8 A");
    say(robot, "U1.6 16.0 MHz");
    say(robot, "U8.18 released 110 ms");
    assertThat(text(robot, "#verdict")).contains("good");

    var board = window().workshop().boards().find(boardId).orElseThrow();
    var telling =
        Telling.of(board, window().workshop().casebook().find(number).orElseThrow().entries());
    assertThat(Stages.power(board, telling).standing()).isEqualTo(Stages.Standing.DONE);
    assertThat(telling.lines())
        .noneMatch(t -> t.meaning() instanceof raconteur.core.story.Told.Unread);
  }

  @Test
  void powerIsSwitchedOnKnowinglyByASecondEnter(FxRobot robot) {
    key(KeyCode.CONTROL, KeyCode.DIGIT1);
    key(KeyCode.DOWN);
    key(KeyCode.ENTER);
    key(KeyCode.CONTROL, KeyCode.DIGIT4);
    say(robot, "5V gnd 3 ohm");
    assertThat(sayTwice(robot, "power on")).contains("+5V is shorted to ground");
    assertThat(lines(13)).endsWith("power on knowingly");
  }
}
