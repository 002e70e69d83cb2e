package raconteur.desktop.control;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;

/**
 * Where everything on a board lies, in millimetres seen from the top. Parts without a position get
 * an orderly arrangement by block, one block a row.
 */
final class BoardGeometry {
  private static final double MARGIN = 6;
  private static final double CELL_WIDTH = 34;
  private static final double CELL_HEIGHT = 24;
  private static final int CELLS_A_ROW = 10;

  private final double width;
  private final double height;
  private final Map<String, Box> boxes = new LinkedHashMap<>();
  private final Map<PinRef, Point> pins = new LinkedHashMap<>();

  /** A part's body, upright: corners are already turned. */
  record Box(Part part, double x, double y, double width, double height) {
    boolean holds(double px, double py) {
      return px >= x && px <= x + width && py >= y && py <= y + height;
    }

    double middleX() {
      return x + width / 2;
    }

    double middleY() {
      return y + height / 2;
    }
  }

  BoardGeometry(Board board) {
    boolean placed = board.parts().stream().allMatch(p -> p.place().known());
    if (placed) {
      board.parts().forEach(part -> lay(part, part.place()));
    } else {
      arrange(board);
    }
    double right = boxes.values().stream().mapToDouble(b -> b.x() + b.width()).max().orElse(100);
    double lower = boxes.values().stream().mapToDouble(b -> b.y() + b.height()).max().orElse(60);
    boolean outlined = placed && board.identity().widthMillimetres() > 0;
    this.width = outlined ? board.identity().widthMillimetres() : right + MARGIN;
    this.height = outlined ? board.identity().heightMillimetres() : lower + MARGIN;
  }

  private void arrange(Board board) {
    double y = MARGIN + CELL_HEIGHT / 2;
    for (String block : board.blocks()) {
      List<Part> parts = board.parts().stream().filter(p -> p.block().equals(block)).toList();
      int column = 0;
      for (Part part : parts) {
        if (column == CELLS_A_ROW) {
          column = 0;
          y += CELL_HEIGHT;
        }
        double x = MARGIN + CELL_WIDTH * (column + 0.5);
        lay(part, new Part.Placement(x, y, 0, false, true));
        column++;
      }
      y += parts.isEmpty() ? 0 : CELL_HEIGHT;
    }
  }

  private void lay(Part part, Part.Placement place) {
    int count = part.device().pins().size();
    Outline outline = Outline.of(part.device().outline(), count);
    for (int i = 0; i < count; i++) {
      pins.put(part.pin(part.device().pins().get(i).number()), outline.onBoard(i, place));
    }
    boolean across = Math.abs(Math.sin(Math.toRadians(place.turnedDegrees()))) > 0.5;
    double w = across ? outline.heightMillimetres() : outline.widthMillimetres();
    double h = across ? outline.widthMillimetres() : outline.heightMillimetres();
    boxes.put(
        part.designator(),
        new Box(part, place.xMillimetres() - w / 2, place.yMillimetres() - h / 2, w, h));
  }

  double width() {
    return width;
  }

  double height() {
    return height;
  }

  Iterable<Box> boxes() {
    return boxes.values();
  }

  Optional<Box> box(String part) {
    return Optional.ofNullable(boxes.get(part));
  }

  Optional<Point> pin(PinRef pin) {
    return Optional.ofNullable(pins.get(pin));
  }

  Map<PinRef, Point> pins() {
    return pins;
  }

  /** The pin nearest to a point, if one is within reach. */
  Optional<PinRef> pinNear(double x, double y, double reach) {
    PinRef nearest = null;
    double best = reach * reach;
    for (var entry : pins.entrySet()) {
      double dx = entry.getValue().x() - x;
      double dy = entry.getValue().y() - y;
      double distance = dx * dx + dy * dy;
      if (distance < best) {
        best = distance;
        nearest = entry.getKey();
      }
    }
    return Optional.ofNullable(nearest);
  }

  Optional<Box> boxAt(double x, double y) {
    return boxes.values().stream().filter(b -> b.holds(x, y)).findFirst();
  }
}
