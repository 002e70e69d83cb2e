package raconteur.desktop.control;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.board.BoardFiles;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.PinRef;
import raconteur.core.data.Loaded;

class BoardMapTest {
  @TempDir private static Path nowhere;

  private static Board kittiwake() {
    return BoardShelf.of(nowhere).find("quillon-kittiwake-b").orElseThrow();
  }

  @ParameterizedTest
  @EnumSource(MapView.Axis.class)
  void aPointOnTheScreenLeadsBackToThePointOnTheBoard(MapView.Axis axis) {
    MapView view = new MapView(12, -7, 2.5, true, axis);
    MapView.Frame frame = view.frame(780, 430, 330, 230);
    assertThat(frame.boardX(frame.screenX(123.4))).isCloseTo(123.4, within(1e-9));
    assertThat(frame.boardY(frame.screenY(56.7))).isCloseTo(56.7, within(1e-9));
  }

  @Test
  void turnedOverTheBoardIsMirroredAboutItsUprightAxis() {
    MapView.Frame top = MapView.WHOLE.frame(780, 430, 330, 230);
    MapView.Frame under = MapView.WHOLE.turned().frame(780, 430, 330, 230);
    double middle = 780 / 2.0;
    assertThat(top.screenX(10) - middle).isCloseTo(middle - under.screenX(10), within(1e-9));
    assertThat(under.screenY(10)).isEqualTo(top.screenY(10));
    assertThat(MapView.WHOLE.turned().turned()).isEqualTo(MapView.WHOLE);
  }

  @Test
  void turnedOverAboutTheLevelAxisItIsUpsideDown() {
    MapView level = MapView.WHOLE.about(MapView.Axis.LEVEL);
    MapView.Frame top = level.frame(780, 430, 330, 230);
    MapView.Frame under = level.turned().frame(780, 430, 330, 230);
    assertThat(top.screenY(10) - 215).isCloseTo(215 - under.screenY(10), within(1e-9));
    assertThat(under.screenX(10)).isEqualTo(top.screenX(10));
  }

  @Test
  void theWholeBoardFitsWhateverTheShapeOfTheSpace() {
    for (double[] space : new double[][] {{780, 430}, {300, 600}, {2000, 150}}) {
      MapView.Frame frame = MapView.WHOLE.frame(space[0], space[1], 330, 230);
      assertThat(frame.screenX(0)).isGreaterThanOrEqualTo(0);
      assertThat(frame.screenX(330)).isLessThanOrEqualTo(space[0]);
      assertThat(frame.screenY(0)).isGreaterThanOrEqualTo(0);
      assertThat(frame.screenY(230)).isLessThanOrEqualTo(space[1]);
    }
  }

  @Test
  void aClickNearAPinFindsThatPinAndOneOnABodyItsPart() {
    BoardGeometry geometry = new BoardGeometry(kittiwake());
    PinRef pin = PinRef.parse("U39.7");
    Point at = geometry.pin(pin).orElseThrow();
    assertThat(geometry.pinNear(at.x() + 0.3, at.y() - 0.3, 1)).contains(pin);
    assertThat(geometry.pinNear(at.x() + 400, at.y(), 1)).isEmpty();
    BoardGeometry.Box body = geometry.box("U8").orElseThrow();
    assertThat(geometry.boxAt(body.middleX(), body.middleY()).orElseThrow().part().designator())
        .isEqualTo("U8");
  }

  @Test
  void allPartsAndPinsLieOnTheBoard() {
    BoardGeometry geometry = new BoardGeometry(kittiwake());
    assertThat(geometry.pins().values())
        .allMatch(
            p -> p.x() > 0 && p.x() < geometry.width() && p.y() > 0 && p.y() < geometry.height());
  }

  @Test
  void aBoardWithoutPositionsIsArrangedByBlockWithoutOverlap() {
    StringBuilder parts = new StringBuilder();
    for (int i = 1; i <= 25; i++) {
      parts.append(i > 1 ? "," : "");
      parts.append("{\"part\": \"U").append(i).append("\", \"device\": \"74LS04\", \"block\": \"");
      parts.append(i < 13 ? "cpu" : "ram").append("\"}");
    }
    String json =
        "{\"format\": \"raconteur-board/1\", \"id\": \"s\", \"machine\": \"S\", \"revision\":"
            + " \"1\", \"title\": \"S\", \"blocks\": [\"cpu\", \"ram\"], \"parts\": ["
            + parts
            + "]}";
    Board board = ((Loaded.Ok<Board>) BoardFiles.read("s.json", json)).value();
    BoardGeometry geometry = new BoardGeometry(board);
    for (BoardGeometry.Box box : geometry.boxes()) {
      assertThat(geometry.boxAt(box.middleX(), box.middleY())).contains(box);
      assertThat(box.x() + box.width()).isLessThanOrEqualTo(geometry.width());
    }
    assertThat(geometry.box("U1").orElseThrow().y())
        .isLessThan(geometry.box("U13").orElseThrow().y());
  }

  @Test
  void partsThatHavePlacesKeepThemAndTheOthersAreArrangedBelow() {
    String json =
        """
        {"format": "raconteur-board/1", "id": "s", "machine": "S", "revision": "1", "title": "S",
         "blocks": ["cpu"], "parts": [
           {"part": "U1", "device": "74LS04", "block": "cpu", "at mm": [40, 30]},
           {"part": "U2", "device": "27256", "block": "cpu"},
           {"part": "U3", "device": "74LS04", "block": "cpu",
            "at mm": [80, 30], "pins mm": {"1": [70, 20], "2": [90, 40]}}]}
        """;
    BoardGeometry geometry =
        new BoardGeometry(((Loaded.Ok<Board>) BoardFiles.read("s.json", json)).value());
    assertThat(geometry.box("U1").orElseThrow().middleX()).isEqualTo(40);
    assertThat(geometry.box("U2").orElseThrow().y())
        .isGreaterThan(geometry.box("U1").orElseThrow().y() + 8);
    assertThat(geometry.pin(PinRef.parse("U3.1"))).contains(new Point(70, 20));
    assertThat(geometry.box("U3").orElseThrow().width()).isEqualTo(22);
    assertThat(geometry.blockLabels()).containsOnlyKeys("cpu");
    assertThat(geometry.isFree(60, 50, 1, 1)).isTrue();
    assertThat(geometry.isFree(38, 28, 4, 4)).isFalse();
  }
}
