package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.casebook.store.Archive;
import raconteur.core.story.Entry;
import raconteur.desktop.brought.Offer;

/** Files brought to the window: what they are is said, what is done is asked, by keys. */
class BroughtWindowTest extends InWindow {
  private static final Path EXAMPLES = Path.of("../docs/examples");

  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private void bring(Path file) {
    DemoWindow.fx(
        () -> {
          window().frame().bring(file);
          return 0;
        });
    WaitForAsyncUtils.waitForFxEvents();
    // A key goes to the button that is offered first only once that has the focus.
    try {
      WaitForAsyncUtils.waitFor(
          30,
          TimeUnit.SECONDS,
          () -> DemoWindow.fx(() -> focused().filter(Button.class::isInstance).isPresent()));
    } catch (TimeoutException e) {
      throw new AssertionError("nothing is offered", e);
    }
  }

  private Optional<Node> focused() {
    return Optional.ofNullable(window().frame().getScene().getFocusOwner());
  }

  private static List<String> offered(FxRobot robot) {
    return robot.lookup("#brought .button").queryAllAs(Button.class).stream()
        .map(Button::getText)
        .toList();
  }

  private static String said(FxRobot robot) {
    return robot.lookup(".notice-row .label").queryAs(Label.class).getText();
  }

  private List<String> lines(int number) {
    return window().workshop().casebook().find(number).orElseThrow().entries().stream()
        .map(e -> e instanceof Entry.Line line ? line.line() : "")
        .toList();
  }

  @Test
  void aBoardIsLookedThroughBeforeAnythingIsKept(FxRobot robot) {
    int before = window().workshop().boards().boards().size();
    bring(EXAMPLES.resolve("board.json"));
    assertThat(said(robot)).isEqualTo("board.json is a board, or its parts or nets.");
    key(KeyCode.ENTER);
    assertThat(robot.lookup("#brought").tryQuery()).isEmpty();
    assertThat(shownImport(robot)).isTrue();
    assertThat(window().workshop().boards().boards()).hasSize(before);
  }

  private static boolean shownImport(FxRobot robot) {
    return robot
        .lookup(n -> n instanceof Label l && l.getText().contains("board.json") && l.isVisible())
        .tryQuery()
        .isPresent();
  }

  @Test
  void aCaseGoesOnTheShelfUnderAFreeNumber(FxRobot robot) {
    int before = window().workshop().casebook().headers().size();
    for (int time = 0; time < 2; time++) {
      bring(EXAMPLES.resolve("case.json"));
      assertThat(offered(robot)).containsExactly("Put it on the shelf", "Nothing");
      key(KeyCode.ENTER);
      WaitForAsyncUtils.waitForFxEvents();
    }
    assertThat(said(robot)).contains("is on the shelf");
    assertThat(window().workshop().casebook().headers().stream().map(h -> h.number()).distinct())
        .hasSize(before + 2);
  }

  @Test
  void aPictureIsKeptWithTheCaseOnTheBench(FxRobot robot) throws IOException {
    Path picture = folder().resolve("before-the-bath.png");
    Files.copy(Path.of("../docs/screenshots/trace.png"), picture);
    bring(picture);
    assertThat(offered(robot)).doesNotContain("Keep it with the case: before");
    key(KeyCode.ESCAPE);
    open(13);
    bring(picture);
    assertThat(offered(robot)).startsWith("Keep it with the case: before");
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(lines(13).getLast()).startsWith("picture ").endsWith(" before before-the-bath");
  }

  @Test
  void whatBelongsToACaseSaysSoWhereNoneIsOpen(FxRobot robot) {
    bring(EXAMPLES.resolve("rom-read.hex"));
    assertThat(said(robot))
        .isEqualTo(
            "rom-read.hex is a reading of a ROM: open the case it belongs to, then bring it"
                + " again.");
    key(KeyCode.ENTER);
    assertThat(robot.lookup("#brought").tryQuery()).isEmpty();
  }

  @Test
  void typedNetsStandInTheFieldOfTheChosenBoard(FxRobot robot) throws IOException {
    Path nets =
        Files.writeString(folder().resolve("some.nets"), "# raconteur-nets/1\nX1: U1.1 U2.1\n");
    DemoWindow.fx(
        () -> {
          window().frame().showBoards();
          return 0;
        });
    WaitForAsyncUtils.waitForFxEvents();
    robot.interact(
        () -> robot.lookup("#boards").queryAs(ListView.class).getSelectionModel().selectFirst());
    bring(nets);
    key(KeyCode.ENTER);
    assertThat(robot.lookup(n -> n instanceof TextArea && n.isVisible()).queryAllAs(TextArea.class))
        .extracting(TextArea::getText)
        .anyMatch(text -> text.contains("X1: U1.1 U2.1"));
  }

  /** An archive would mix two casebooks: it is not offered where there are cases. */
  @Test
  void anArchiveIsTakenOnlyIntoAnEmptyCasebook() {
    Path archive = EXAMPLES.resolve("casebook.zip");
    assertThat(Offer.of(archive, Optional.empty(), false, false).deeds()).isEmpty();
    assertThat(Offer.of(archive, Optional.empty(), false, true).deeds())
        .containsExactly(Offer.Deed.TAKE_ARCHIVE);
    assertThat(Archive.refusal(archive)).isEmpty();
  }

  /** A notice that comes meanwhile does not take the question away, nor the question the notice. */
  @Test
  void aNoticeAndAQuestionStandBesideEachOther(FxRobot robot) {
    bring(EXAMPLES.resolve("case.json"));
    robot.interact(() -> window().frame().notice("The copy of today could not be made."));
    assertThat(offered(robot)).contains("Put it on the shelf");
    assertThat(said(robot)).isEqualTo("The copy of today could not be made.");
    robot.interact(
        () ->
            robot.lookup("#brought .button").queryAllAs(Button.class).stream()
                .filter(b -> b.getText().equals("Nothing"))
                .forEach(Button::fire));
    assertThat(robot.lookup("#brought").tryQuery()).isEmpty();
    assertThat(said(robot)).isEqualTo("The copy of today could not be made.");
  }

  @Test
  void aFileThatIsNotThereIsSaid(FxRobot robot) {
    bring(folder().resolve("gone.csv"));
    assertThat(said(robot)).startsWith("There is no file ");
  }
}
