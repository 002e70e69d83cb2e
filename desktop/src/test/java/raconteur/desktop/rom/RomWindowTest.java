package raconteur.desktop.rom;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import javafx.scene.control.Label;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.core.story.Entry;
import raconteur.desktop.app.DemoWindow;
import raconteur.desktop.app.InWindow;

/** Readings of a ROM, in the real window, to the story. */
class RomWindowTest extends InWindow {
  private static final int CASE = 13;

  @TempDir private Path images;

  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private void give(FxRobot robot, String button, String name, byte[] bytes) throws IOException {
    window().toRead().set(Optional.of(Files.write(images.resolve(name), bytes)));
    robot.clickOn(button);
    WaitForAsyncUtils.waitForFxEvents();
  }

  private static List<String> said(FxRobot robot) {
    return robot.lookup(".label").queryAllAs(Label.class).stream().map(Label::getText).toList();
  }

  private List<String> story() {
    return window().workshop().casebook().find(CASE).orElseThrow().entries().stream()
        .filter(e -> e instanceof Entry.Line)
        .map(e -> ((Entry.Line) e).line())
        .toList();
  }

  @Test
  void aStuckPinIsNamedDrawnAndToldInTheStory(FxRobot robot) throws Exception {
    open(CASE);
    DemoWindow.fx(
        () -> {
          window().frame().trace().orElseThrow().readRom();
          return true;
        });
    byte[] good = new byte[0x8000];
    new Random(3).nextBytes(good);
    byte[] read = new byte[good.length];
    for (int a = 0; a < read.length; a++) {
      read[a] = (byte) (good[a & ~0x1000] | 0x10);
    }
    assertThat(robot.lookup("#rom-tell").query().isDisabled()).isTrue();
    give(robot, "#rom-reading", "first.bin", read);
    assertThat(said(robot)).anyMatch(s -> s.startsWith("D4 stands high throughout"));
    give(robot, "#rom-wanted", "good.bin", good);
    assertThat(said(robot))
        .anyMatch(s -> s.contains("stands low") && s.contains("A12 (pin"))
        .anyMatch(s -> s.contains("D4 (pin") && s.contains("stands high"));
    BitPicture picture = robot.lookup(n -> n instanceof BitPicture).queryAs(BitPicture.class);
    assertThat(picture.getAccessibleText()).startsWith("Eight squares of bits, 32768 bytes");
    int before = story().size();
    robot.clickOn("#rom-tell");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(story().subList(before, story().size()))
        .hasSize(2)
        .anyMatch(l -> l.endsWith(" rom differs"))
        .anyMatch(l -> l.startsWith("note ") && l.contains("D4 (pin"));
  }

  @Test
  void readingsThatDifferAreUnsteadyWhateverShouldBeThere(FxRobot robot) throws Exception {
    open(CASE);
    DemoWindow.fx(
        () -> {
          window().frame().trace().orElseThrow().readRom();
          return true;
        });
    byte[] first = new byte[0x2000];
    new Random(4).nextBytes(first);
    byte[] second = first.clone();
    second[0x123] ^= 1;
    give(robot, "#rom-reading", "first.bin", first);
    give(robot, "#rom-reading", "second.bin", second);
    assertThat(said(robot)).anyMatch(s -> s.contains("from 0123 to 0123: D0 at 1"));
    robot.clickOn("#rom-tell");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(story()).anyMatch(l -> l.endsWith(" rom unsteady"));
    give(
        robot,
        "#rom-reading",
        "cut.hex",
        ":10000000".getBytes(java.nio.charset.StandardCharsets.US_ASCII));
    assertThat(said(robot)).anyMatch(s -> s.contains("cut.hex"));
  }
}
