package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.stream.Collectors;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.core.board.Board;

/** The stages around Trace in the real window, on boards of every depth. */
class StagesWindowTest extends InWindow {
  private static final List<KeyCode> STAGES =
      List.of(
          KeyCode.DIGIT2,
          KeyCode.DIGIT3,
          KeyCode.DIGIT4,
          KeyCode.DIGIT6,
          KeyCode.DIGIT7,
          KeyCode.DIGIT8);

  @Start
  void start(Stage stage) throws Exception {
    showThinkingAside(stage);
  }

  private static String bench(FxRobot robot) {
    return robot.lookup("#bench-line").queryAs(TextField.class).getText();
  }

  private static String shownPane(FxRobot robot) {
    return robot.lookup(".pane-tab").queryAllAs(ToggleButton.class).stream()
        .filter(ToggleButton::isSelected)
        .map(ToggleButton::getText)
        .findFirst()
        .orElseThrow();
  }

  /** Sheets without nets, places, rails' parts or arrays must not trip any pane. */
  @Test
  void everyPaneShowsABoardOfEachDepth(FxRobot robot) {
    assertThat(seenThrough(robot, Set.of("quillon-kittiwake-b", "lanternfish-l1", "marram-310")))
        .isEqualTo(3);
  }

  @Tag("long")
  @Test
  void everyPaneShowsEveryBoard(FxRobot robot) {
    Set<String> all =
        window().workshop().boards().boards().stream()
            .map(b -> b.identity().id())
            .collect(Collectors.toSet());
    assertThat(seenThrough(robot, all)).isEqualTo(6);
  }

  private int seenThrough(FxRobot robot, Set<String> boards) {
    int number = 100;
    for (Board board : window().workshop().boards().boards()) {
      if (!boards.contains(board.identity().id())) {
        continue;
      }
      number++;
      window().workshop().casebook().create(number, board.identity().id(), "club", "");
      open(number);
      for (KeyCode stage : STAGES) {
        key(KeyCode.CONTROL, stage);
        String first = shownPane(robot);
        do {
          assertThat(robot.lookup(".pane-tab").queryAllAs(ToggleButton.class))
              .hasSizeGreaterThan(1);
          key(KeyCode.F7);
        } while (!shownPane(robot).equals(first));
      }
    }
    return number - 100;
  }

  @Test
  void aRowBeginsItsLineAndItsKeysAnswerIt(FxRobot robot) {
    open(15);
    key(KeyCode.CONTROL, KeyCode.DIGIT3);
    key(KeyCode.F7);
    assertThat(shownPane(robot)).isEqualTo("Rails");
    key(KeyCode.DOWN);
    key(KeyCode.ENTER);
    assertThat(bench(robot)).isEqualTo("+12V gnd ");
    key(KeyCode.ESCAPE);
    key(KeyCode.F2);
    assertThat(bench(robot)).isEqualTo("RAW+ gnd ");
    key(KeyCode.F8);
    assertThat(robot.lookup(".arms-title").queryAs(Label.class).getText()).contains("RAW+");
    key(KeyCode.ESCAPE);
    key(KeyCode.SHIFT, KeyCode.F7);
    assertThat(shownPane(robot)).isEqualTo("Checks");
  }

  @Test
  void aStagesStandingIsOnItsButton(FxRobot robot) throws TimeoutException {
    open(15);
    stands(robot, "Inspect ○");
    window().workshop().casebook().append(15, "assembly QK-1040-04");
    DemoWindow.fx(
        () -> {
          window().frame().refreshFromFile();
          return 0;
        });
    assertThat(stands(robot, "Arrive ✗").getAccessibleText())
        .contains("QK-1040-04", "another revision?");
  }

  /** A stage's button once it stands so: how they stand is worked out beside the window. */
  private static Button stands(FxRobot robot, String text) throws TimeoutException {
    WaitForAsyncUtils.waitFor(
        20, TimeUnit.SECONDS, () -> robot.lookup(text).tryQueryAs(Button.class).isPresent());
    return robot.lookup(text).queryAs(Button.class);
  }

  @Test
  void aPictureIsKeptAndShownAndJunkIsRefused(FxRobot robot) throws Exception {
    open(15);
    key(KeyCode.CONTROL, KeyCode.DIGIT2);
    for (int i = 0; i < 4; i++) {
      key(KeyCode.F7);
    }
    assertThat(shownPane(robot)).isEqualTo("Pictures");
    Path junk = Files.writeString(folder().resolve("junk.png"), "junk", StandardCharsets.UTF_8);
    window().toRead().set(Optional.of(junk));
    robot.clickOn("Add before …");
    assertThat(robot.lookup("#echo").queryAs(Label.class).getText()).contains("JPEG or PNG");
    Path picture = folder().resolve("corner.png");
    ImageIO.write(new BufferedImage(40, 30, BufferedImage.TYPE_INT_RGB), "png", picture.toFile());
    window().toRead().set(Optional.of(picture));
    robot.clickOn("Add before …");
    WaitForAsyncUtils.waitForFxEvents();
    String line =
        window().workshop().casebook().find(15).orElseThrow().entries().getLast().toString();
    assertThat(line).containsPattern("picture [0-9a-f]{12} before");
    assertThat(robot.lookup(".image-view").tryQuery()).isPresent();
  }

  @Test
  void labelsAreWrittenFromTheStage(FxRobot robot) throws Exception {
    open(15);
    key(KeyCode.CONTROL, KeyCode.DIGIT2);
    robot.clickOn("Labels as PDF …");
    WaitForAsyncUtils.waitForFxEvents();
    byte[] written = Files.readAllBytes(window().toWrite());
    assertThat(new String(written, 0, 5, StandardCharsets.US_ASCII)).isEqualTo("%PDF-");
    assertThat(robot.lookup("#echo").queryAs(Label.class).getText()).contains("Labels written");
  }
}
