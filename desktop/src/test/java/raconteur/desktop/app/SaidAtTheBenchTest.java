package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.story.Telling;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.StoryList;

/** What people say at a bench, typed into the real window with nothing but the keyboard. */
class SaidAtTheBenchTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private CaseDesk desk() {
    return window().frame().trace().orElseThrow().desk();
  }

  private static String echo(FxRobot robot) {
    return robot.lookup("#echo").queryAs(Label.class).getText();
  }

  private void say(FxRobot robot, String line) {
    TextField field = robot.lookup("#bench-line").queryAs(TextField.class);
    robot.interact(field::requestFocus);
    write(line);
    key(KeyCode.ENTER);
    settle();
    assertThat(field.getText()).as(echo(robot)).isEmpty();
  }

  @Test
  void whatIsSeenAndDoneIsTakenAndWeighed(FxRobot robot) {
    open(13);
    int before = desk().telling().findings().size();
    say(robot, "tap U15 changes");
    say(robot, "U39.7 noisy");
    say(robot, "exchanged U24 U25 same");
    Telling told = desk().telling();
    assertThat(told.findings()).hasSize(before + 3);
    assertThat(told.findings().getLast().finding())
        .isEqualTo(new Finding.Exchanged("U24", "U25", Finding.SwapEffect.SAME));
    assertThat(desk().state().advice().orElseThrow().diagnosis().suspects()).isNotEmpty();
  }

  private static void choose(FxRobot robot, String part) {
    ListView<Suspect> suspects =
        robot
            .lookup(
                (Node n) -> n instanceof ListView<?> l && "Suspects".equals(l.getAccessibleText()))
            .query();
    robot.interact(
        () ->
            suspects.getItems().stream()
                .filter(s -> s.place().equals(new Place.OfPart(part)))
                .forEach(suspects.getSelectionModel()::select));
  }

  /** Of a long story the lines of one part, and a line of it once more, by keys alone. */
  @Test
  void theLinesOfAPartAreShownAloneAndOneIsSaidAgain(FxRobot robot) {
    open(13);
    say(robot, "U26.3 low");
    StoryList story = robot.lookup((Node n) -> n instanceof StoryList).query();
    int all = story.getItems().size();
    choose(robot, "U26");
    key(KeyCode.CONTROL, KeyCode.L);
    assertThat(story.getItems()).isNotEmpty().hasSizeLessThan(all);
    assertThat(story.getItems()).allMatch(told -> told.speaksOf("U26"));
    // Another part is chosen, and its lines stand there.
    choose(robot, "U13");
    assertThat(story.getItems()).isNotEmpty().allMatch(told -> told.speaksOf("U13"));
    key(KeyCode.CONTROL, KeyCode.L);
    assertThat(story.getItems()).hasSize(all);

    robot.interact(story::requestFocus);
    robot.interact(() -> story.getSelectionModel().selectLast());
    key(KeyCode.ENTER);
    TextField field = robot.lookup("#bench-line").queryAs(TextField.class);
    assertThat(field.getText()).isEqualTo("U26.3 low");
    assertThat(field.isFocused()).isTrue();
    key(KeyCode.ENTER);
    settle();
    assertThat(story.getItems()).hasSize(all + 1);
  }

  /** One line is one entry of the story and four things in it, of one new epoch. */
  @Test
  void oneLineClosesAChip(FxRobot robot) {
    open(13);
    int epoch = desk().telling().epoch();
    say(robot, "U26 was dead, 4116-3 from the drawer, old one to the dead box");
    assertThat(desk().telling().epoch()).isEqualTo(epoch + 1);
    assertThat(desk().telling().said(Statement.Found.class)).isNotEmpty();
    assertThat(desk().telling().lines().getLast().counted()).hasSize(4);
  }

  @Test
  void aLineHalfTypedSaysWhatComesNextAndAWrongOneStays(FxRobot robot) {
    open(13);
    TextField field = robot.lookup("#bench-line").queryAs(TextField.class);
    robot.interact(field::requestFocus);
    write("leg U15.8 ");
    assertThat(echo(robot)).contains("how it is");
    write("gone");
    key(KeyCode.ENTER);
    assertThat(field.getText()).isEqualTo("leg U15.8 gone");
    assertThat(echo(robot)).contains("broken").contains("missing");
  }

  /** What nobody understands is offered in usual words, one after another, and then as typed. */
  @Test
  void whatMayHaveBeenMeantIsChosenWithOneKey(FxRobot robot) {
    open(13);
    TextField field = robot.lookup("#bench-line").queryAs(TextField.class);
    robot.interact(field::requestFocus);
    String typed = "heat gun on U24, crash comes sooner";
    write(typed);
    assertThat(robot.lookup("Is one of these meant? Tab takes the first:").tryQuery()).isPresent();
    key(KeyCode.TAB);
    assertThat(field.getText()).isEqualTo("warm U24 changes");
    int taken = 1;
    while (!field.getText().equals(typed) && taken < 9) {
      key(KeyCode.TAB);
      taken++;
    }
    assertThat(field.getText()).isEqualTo(typed);
    key(KeyCode.TAB);
    int before = desk().telling().lines().size();
    key(KeyCode.ENTER);
    settle();
    assertThat(field.getText()).as(echo(robot)).isEmpty();
    assertThat(desk().telling().lines()).hasSize(before + 1);
    assertThat(desk().telling().lines().getLast().entry().line()).isEqualTo("warm U24 changes");
  }

  /** A sentence of nothing known costs one more Enter, and is a note then that weighs nothing. */
  @Test
  void whatNobodyUnderstandsIsKeptAsANoteWithOneMoreEnter(FxRobot robot) {
    open(13);
    int findings = desk().telling().findings().size();
    TextField field = robot.lookup("#bench-line").queryAs(TextField.class);
    robot.interact(field::requestFocus);
    write("my neighbour says it worked last summer");
    key(KeyCode.ENTER);
    assertThat(field.getText()).isEqualTo("my neighbour says it worked last summer");
    assertThat(echo(robot)).contains("Enter keeps it as a note");
    key(KeyCode.ENTER);
    settle();
    assertThat(field.getText()).isEmpty();
    assertThat(desk().telling().lines().getLast().entry().line())
        .isEqualTo("note my neighbour says it worked last summer");
    assertThat(desk().telling().findings()).hasSize(findings);
  }
}
