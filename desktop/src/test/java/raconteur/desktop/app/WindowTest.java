package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;

/** The real window on the demo casebook, driven by keyboard. */
class WindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private Node focused() {
    return DemoWindow.fx(() -> window().frame().getScene().getFocusOwner());
  }

  private static String echo(FxRobot robot) {
    return robot.lookup("#echo").queryAs(Label.class).getText();
  }

  private static String typed(FxRobot robot) {
    return robot.lookup("#bench-line").queryAs(TextField.class).getText();
  }

  private static void openCase13() {
    key(KeyCode.CONTROL, KeyCode.DIGIT1);
    WaitForAsyncUtils.waitForFxEvents();
    key(KeyCode.DOWN);
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
  }

  private int entriesOfCase13() {
    return window().workshop().casebook().find(13).orElseThrow().entries().size();
  }

  @Test
  void aBoardGoesFromShelfToBenchAndAReadingIsLoggedByKeyboardAlone(FxRobot robot) {
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(focused()).isInstanceOf(TableView.class);
    openCase13();
    assertThat(focused().getId()).isEqualTo("bench-line");
    int before = entriesOfCase13();
    write("u39.7 l");
    assertThat(echo(robot)).contains("U39.7 (1Y, net MA2)").contains("low");
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(entriesOfCase13()).isEqualTo(before + 1);
    assertThat(typed(robot)).isEmpty();
    ListView<?> suspects =
        robot.lookup(n -> "Suspects".equals(n.getAccessibleText())).queryAs(ListView.class);
    assertThat(suspects.getItems().getFirst().toString()).contains("[place=U39,");
  }

  @Test
  void aRefusedLineStaysWhereItWasTypedAndTabCompletes(FxRobot robot) {
    openCase13();
    int before = entriesOfCase13();
    write("U14.3 wobbly");
    key(KeyCode.ENTER);
    assertThat(typed(robot)).isEqualTo("U14.3 wobbly");
    assertThat(echo(robot)).contains("“wobbly” is not what the probe shows");
    DemoWindow.fx(
        () -> {
          robot.lookup("#bench-line").queryAs(TextField.class).setText("U14.3 fl");
          robot.lookup("#bench-line").queryAs(TextField.class).end();
          return 0;
        });
    key(KeyCode.TAB);
    assertThat(typed(robot)).isEqualTo("U14.3 floating ");
    assertThat(entriesOfCase13()).isEqualTo(before);
  }

  @Test
  void anOutcomeOfTheNextStepIsOneKey(FxRobot robot) {
    openCase13();
    int before = entriesOfCase13();
    var step = window().frame().trace().orElseThrow().desk().state().shownStep().orElseThrow();
    key(KeyCode.F2);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(entriesOfCase13()).isEqualTo(before + 1);
    var entries = window().workshop().casebook().find(13).orElseThrow().entries();
    assertThat(entries.getLast().toString())
        .contains("line=" + step.outcomes().getFirst().line() + "]");
  }

  @Test
  void anOddReadingIsAskedAboutAndKeptOnTheSecondEnter(FxRobot robot) {
    openCase13();
    int before = entriesOfCase13();
    write("5V 90");
    key(KeyCode.ENTER);
    assertThat(echo(robot)).contains("is that meant?");
    assertThat(entriesOfCase13()).isEqualTo(before);
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(entriesOfCase13()).isEqualTo(before + 1);
  }

  @Test
  void tenThousandPastedCharactersAreRefusedAndKept(FxRobot robot) {
    openCase13();
    String junk = "junk\u0007 ".repeat(1666) + "end!";
    DemoWindow.fx(
        () -> {
          robot.lookup("#bench-line").queryAs(TextField.class).setText(junk);
          return 0;
        });
    key(KeyCode.ENTER);
    assertThat(echo(robot)).contains("at most 400 characters");
    assertThat(typed(robot)).hasSizeGreaterThan(8000);
  }

  @Test
  void theBoardIsTurnedOverAndTheStepEnlargedByKey(FxRobot robot) {
    openCase13();
    key(KeyCode.F9);
    assertThat(robot.lookup("Underside, as turned over").tryQuery()).isPresent();
    key(KeyCode.F8);
    Node large = robot.lookup(n -> "Arm's length".equals(n.getAccessibleText())).query();
    assertThat(large.isVisible()).isTrue();
    key(KeyCode.ESCAPE);
    assertThat(large.isVisible()).isFalse();
  }

  @Test
  void aNewBoardIsTakenInByKeyboard() {
    key(KeyCode.CONTROL, KeyCode.N);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(focused().getId()).isEqualTo("owner");
    write("Saltmarsh Library");
    key(KeyCode.TAB);
    write("no picture");
    key(KeyCode.TAB);
    key(KeyCode.TAB);
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    var made = window().workshop().casebook().find(21).orElseThrow();
    assertThat(made.header().owner()).isEqualTo("Saltmarsh Library");
    assertThat(made.header().complaint()).isEqualTo("no picture");
    assertThat(focused().getId()).isEqualTo("bench-line");
  }

  @Test
  void theCountsAreShownAndExported(FxRobot robot) throws Exception {
    key(KeyCode.CONTROL, KeyCode.DIGIT9);
    WaitForAsyncUtils.waitForFxEvents();
    TableView<?> counts =
        robot.lookup(n -> "Counts".equals(n.getAccessibleText())).queryTableView();
    assertThat(counts.getItems()).hasSize(6);
    key(KeyCode.F7);
    key(KeyCode.F7);
    WaitForAsyncUtils.waitForFxEvents();
    TableView<?> together =
        robot.lookup(n -> "What fails together".equals(n.getAccessibleText())).queryTableView();
    assertThat(together.getItems()).hasSize(1);
    robot.clickOn("Export as CSV …");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(Files.readString(window().toWrite()))
        .contains("quillon-kittiwake-b,U13,QM-11,10,5,5");
  }
}
