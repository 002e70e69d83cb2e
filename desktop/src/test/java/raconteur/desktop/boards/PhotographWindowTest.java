package raconteur.desktop.boards;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.casebook.demo.DemoCases;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.Outline;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.photo.PhotoMark;
import raconteur.desktop.app.DemoWindow;
import raconteur.desktop.app.InWindow;
import raconteur.desktop.control.BoardMap;

/** A board from its photograph, in the real window. */
class PhotographWindowTest extends InWindow {
  private static final String ID = "marram-310";

  @TempDir private Path folder;

  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private Board board() {
    return window().workshop().boards().find(ID).orElseThrow();
  }

  private Part part(String designator) {
    return board().part(designator).orElseThrow();
  }

  /** The board as somebody has it who typed its parts and has not placed any. */
  private void withoutPlaces() {
    DemoWindow.fx(
        () -> {
          BoardContents bare =
              board().contents().eachPart(p -> p.with(Part.Placement.UNKNOWN, java.util.Map.of()));
          assertThat(window().workshop().boards().keep(bare)).isEmpty();
          window().workshop().photographs().forget(board(), false);
          window().frame().showBoards();
          window().frame().boards().orElseThrow().choose(ID);
          return true;
        });
    WaitForAsyncUtils.waitForFxEvents();
  }

  private static Path drawn(Path folder, String name) throws Exception {
    Path file = folder.resolve(name);
    try (InputStream in = Objects.requireNonNull(DemoCases.class.getResourceAsStream(name))) {
      Files.copy(in, file);
    }
    return file;
  }

  private static void press(KeyCode code, int times) {
    for (int i = 0; i < times; i++) {
      key(code);
    }
  }

  private static void type(FxRobot robot, String field, String text) {
    robot.clickOn(field);
    key(KeyCode.CONTROL, KeyCode.A);
    write(text);
  }

  private void drag(FxRobot robot, Outline.Point from, Outline.Point to) {
    BoardMap map = robot.lookup("#photo-map").queryAs(BoardMap.class);
    Point2D one = DemoWindow.fx(() -> map.localToScreen(map.drawnAt(from)));
    Point2D other = DemoWindow.fx(() -> map.localToScreen(map.drawnAt(to)));
    robot.moveTo(one).press(MouseButton.PRIMARY).moveTo(other).release(MouseButton.PRIMARY);
    WaitForAsyncUtils.waitForFxEvents();
  }

  @Test
  void aBoardIsPlacedOnItsPhotograph(FxRobot robot) throws Exception {
    List<PhotoMark> truth =
        window().workshop().photographs().find(board(), false).orElseThrow().marks();
    Board placed = board();
    withoutPlaces();
    window().toRead().set(Optional.of(drawn(folder, "marram-310-top.jpg")));
    robot.clickOn("#photograph");
    robot.clickOn("#photo-pick");
    WaitForAsyncUtils.waitForFxEvents();

    MarkedPicture picture = robot.lookup("#photo-picture").queryAs(MarkedPicture.class);
    for (PhotoMark mark : truth) {
      Point2D at = DemoWindow.fx(() -> picture.localToScreen(picture.drawnAt(mark.pixel())));
      // Each click goes on to the next corner; who leaves in the middle finds the others again.
      robot.clickOn(at);
      if (mark.equals(truth.get(1))) {
        robot.clickOn("#photo-under");
        robot.clickOn("#photo-top");
        WaitForAsyncUtils.waitForFxEvents();
      }
    }
    robot.clickOn("#photo-keep");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(window().workshop().photographs().find(board(), false).orElseThrow().marks())
        .hasSize(4)
        .zipSatisfy(
            truth,
            (set, true_) ->
                assertThat(
                        Math.hypot(
                            set.pixel().x() - true_.pixel().x(),
                            set.pixel().y() - true_.pixel().y()))
                    .isLessThan(3));

    // A part the list has is drawn where it is seen, and lies there.
    type(robot, "#photo-designator", "U10");
    drag(robot, pin(placed, "U10.1"), pin(placed, "U10.10"));
    assertThat(part("U10").place().known()).isTrue();
    assertThat(part("U10").place().xMillimetres()).isCloseTo(30, within(1.5));
    assertThat(part("U10").place().turnedDegrees()).isZero();

    // The one after follows from the two before it, and is taken back.
    type(robot, "#photo-designator", "U11");
    drag(robot, pin(placed, "U11.1"), pin(placed, "U11.10"));
    robot.clickOn("Ctrl+R one more");
    assertThat(part("U12").place().xMillimetres())
        .isCloseTo(
            2 * part("U11").place().xMillimetres() - part("U10").place().xMillimetres(),
            within(0.2));
    key(KeyCode.CONTROL, KeyCode.Z);
    assertThat(part("U12").place().known()).isFalse();
  }

  @Test
  void aNewPartIsToldFromItsPrintAndARowFollowsInOneGo(FxRobot robot) {
    DemoWindow.fx(
        () -> {
          window().frame().showBoards();
          window().frame().boards().orElseThrow().choose(ID);
          window().frame().boards().orElseThrow().placeParts();
          return true;
        });
    type(robot, "#photo-designator", "U40");
    type(robot, "#photo-print", "MB8264A-15P");
    Part.Placement place = new Part.Placement(140, 18, 0, false, true);
    Outline outline = Outline.of("DIP16", 16);
    drag(robot, outline.onBoard(0, place), outline.onBoard(8, place));
    assertThat(part("U40").device().name()).isEqualTo("4164");
    type(robot, "#photo-count", "3");
    robot.clickOn("place the row");
    BoardMap map = robot.lookup("#photo-map").queryAs(BoardMap.class);
    Part.Placement last = new Part.Placement(140, 42, 0, false, true);
    robot.clickOn(DemoWindow.fx(() -> map.localToScreen(map.drawnAt(outline.onBoard(0, last)))));
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(part("U42").device().name()).isEqualTo("4164");
    assertThat(part("U42").place().yMillimetres()).isCloseTo(42, within(1.5));
    assertThat(part("U41").place().yMillimetres()).isCloseTo(30, within(1.5));

    // By keys alone: the cross is moved and set twice, a chip's two corners apart.
    type(robot, "#photo-designator", "U50");
    DemoWindow.fx(
        () -> {
          map.requestFocus();
          return true;
        });
    press(KeyCode.RIGHT, 8);
    key(KeyCode.SPACE);
    double scale =
        DemoWindow.fx(
            () ->
                map.drawnAt(new Outline.Point(1, 0)).getX()
                    - map.drawnAt(new Outline.Point(0, 0)).getX());
    move(15.24 * scale, KeyCode.RIGHT);
    move(7.62 * scale, KeyCode.UP);
    key(KeyCode.SPACE);
    assertThat(part("U50").device().pins()).hasSize(14);
    assertThat(part("U50").place().turnedDegrees()).isZero();
  }

  /** Ten pixels a press, then by a hair. */
  private static void move(double pixels, KeyCode way) {
    long whole = Math.round(pixels);
    press(way, (int) (whole / 10));
    for (int i = 0; i < whole % 10; i++) {
      key(KeyCode.SHIFT, way);
    }
  }

  private static Outline.Point pin(Board board, String pin) {
    PinRef ref = PinRef.parse(pin);
    return Outline.pinOnBoard(board.part(ref.part()).orElseThrow(), ref.number());
  }

  @Test
  void whatIsNoPictureIsRefusedInASentence(FxRobot robot) throws Exception {
    DemoWindow.fx(
        () -> {
          window().frame().showBoards();
          window().frame().boards().orElseThrow().choose(ID);
          return true;
        });
    Path junk = Files.writeString(folder.resolve("junk.jpg"), "no picture");
    window().toRead().set(Optional.of(junk));
    robot.clickOn("#photograph");
    robot.clickOn("#photo-pick");
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(
            Optional.of(
                robot.lookup("junk.jpg is no JPEG or PNG picture; those two are read.").query()))
        .isPresent();
    press(KeyCode.ESCAPE, 1);
    assertThat(robot.lookup("#photo-pick").query().isVisible()).isTrue();
  }
}
