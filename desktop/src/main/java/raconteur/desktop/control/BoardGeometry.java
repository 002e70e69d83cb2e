package raconteur.desktop.control;

import java.util.ArrayList;
import java.util.HashMap;
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
 * an orderly arrangement by block, below those that have one. Cost: linear in the pins.
 */
final class BoardGeometry {
  private static final double MARGIN = 6;
  private static final double GAP = 9;
  private static final double ROW_WIDTH = 330;
  private static final double LABEL_WIDTH = 26;

  private final double width;
  private final double height;
  private final Map<String, Box> boxes = new LinkedHashMap<>();
  private final Map<PinRef, Point> pins = new LinkedHashMap<>();
  private final Map<String, Point> blockLabels = new LinkedHashMap<>();
  private final Map<Long, List<Box>> boxesByCell = new HashMap<>();

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
    this(board, true);
  }

  /**
   * @param arranged whether parts without a position are shown too
   */
  BoardGeometry(Board board, boolean arranged) {
    board.parts().stream().filter(p -> p.place().known()).forEach(p -> lay(p, p.place()));
    boolean allPlaced = !arranged || boxes.size() == board.parts().size();
    if (!allPlaced) {
      arrange(board, boxes.isEmpty() ? MARGIN : Math.max(lower(), size(board, false)) + GAP);
    }
    boolean outlined = size(board, true) > 0;
    this.width =
        outlined && allPlaced ? size(board, true) : Math.max(size(board, true), right() + MARGIN);
    this.height =
        outlined && allPlaced ? size(board, false) : Math.max(size(board, false), lower() + MARGIN);
  }

  private static double size(Board board, boolean across) {
    return across ? board.identity().widthMillimetres() : board.identity().heightMillimetres();
  }

  private double right() {
    return boxes.values().stream().mapToDouble(b -> b.x() + b.width()).max().orElse(100);
  }

  private double lower() {
    return boxes.values().stream().mapToDouble(b -> b.y() + b.height()).max().orElse(60);
  }

  /** Parts flow in rows, a new row for every block. */
  private void arrange(Board board, double from) {
    double y = from;
    for (String block : board.blocks()) {
      List<Part> parts =
          board.parts().stream()
              .filter(p -> p.block().equals(block) && !p.place().known())
              .toList();
      if (parts.isEmpty()) {
        continue;
      }
      blockLabels.put(block, new Point(MARGIN, y + 4));
      double x = MARGIN + LABEL_WIDTH;
      double rowHeight = 0;
      for (Part part : parts) {
        Outline outline = Outline.of(part.device().outline(), part.device().pins().size());
        double reach =
            Math.max(
                outline.heightMillimetres(),
                outline.pins().stream().mapToDouble(p -> Math.abs(p.y()) * 2 + 2).max().orElse(0));
        if (x + outline.widthMillimetres() > ROW_WIDTH && x > MARGIN + LABEL_WIDTH) {
          x = MARGIN + LABEL_WIDTH;
          y += rowHeight + GAP;
          rowHeight = 0;
        }
        lay(
            part,
            new Part.Placement(x + outline.widthMillimetres() / 2, y + reach / 2, 0, false, true));
        x += outline.widthMillimetres() + GAP;
        rowHeight = Math.max(rowHeight, reach);
      }
      y += rowHeight + GAP;
    }
  }

  private void lay(Part part, Part.Placement place) {
    int count = part.device().pins().size();
    Outline outline = Outline.of(part.device().outline(), count);
    for (int i = 0; i < count; i++) {
      String number = part.device().pins().get(i).number();
      Point own = part.pinsAt().get(number);
      pins.put(part.pin(number), own != null ? own : outline.onBoard(i, place));
    }
    if (!part.pinsAt().isEmpty()) {
      put(around(part));
      return;
    }
    boolean across = Math.abs(Math.sin(Math.toRadians(place.turnedDegrees()))) > 0.5;
    double w = across ? outline.heightMillimetres() : outline.widthMillimetres();
    double h = across ? outline.widthMillimetres() : outline.heightMillimetres();
    put(new Box(part, place.xMillimetres() - w / 2, place.yMillimetres() - h / 2, w, h));
  }

  private static Box around(Part part) {
    double left = part.pinsAt().values().stream().mapToDouble(Point::x).min().orElse(0) - 1;
    double top = part.pinsAt().values().stream().mapToDouble(Point::y).min().orElse(0) - 1;
    double right = part.pinsAt().values().stream().mapToDouble(Point::x).max().orElse(0) + 1;
    double lower = part.pinsAt().values().stream().mapToDouble(Point::y).max().orElse(0) + 1;
    return new Box(part, left, top, right - left, lower - top);
  }

  private void put(Box box) {
    boxes.put(box.part().designator(), box);
    for (int cx = cell(box.x()); cx <= cell(box.x() + box.width()); cx++) {
      for (int cy = cell(box.y()); cy <= cell(box.y() + box.height()); cy++) {
        boxesByCell.computeIfAbsent(key(cx, cy), _ -> new ArrayList<>()).add(box);
      }
    }
  }

  private static int cell(double millimetres) {
    return (int) Math.floor(millimetres / 20);
  }

  private static long key(int cellX, int cellY) {
    return ((long) cellX << 32) ^ (cellY & 0xFFFFFFFFL);
  }

  /** Whether a rectangle is free of bodies. */
  boolean isFree(double x, double y, double w, double h) {
    for (int cx = cell(x); cx <= cell(x + w); cx++) {
      for (int cy = cell(y); cy <= cell(y + h); cy++) {
        for (Box b : boxesByCell.getOrDefault(key(cx, cy), List.of())) {
          if (x < b.x() + b.width() && b.x() < x + w && y < b.y() + b.height() && b.y() < y + h) {
            return false;
          }
        }
      }
    }
    return true;
  }

  /** Where the names of blocks stand, for parts without a position. */
  Map<String, Point> blockLabels() {
    return blockLabels;
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
