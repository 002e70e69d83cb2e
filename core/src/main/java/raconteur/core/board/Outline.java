package raconteur.core.board;

import java.util.ArrayList;
import java.util.List;

/**
 * Where the pins of a package lie and how large its body is, in millimetres around its middle, seen
 * from the top with y downwards and the package not turned.
 *
 * <p>Rows 7.62 mm or 15.24 mm apart with pins every 2.54 mm are those of the dual in-line package
 * (JEDEC MS-001 and MS-011, from memory).
 */
public record Outline(double widthMillimetres, double heightMillimetres, List<Point> pins) {
  private static final double PITCH = 2.54;

  public Outline {
    pins = List.copyOf(pins);
  }

  /** A point in millimetres. */
  public record Point(double x, double y) {}

  /**
   * The outline of a package by its name: {@code DIPn}, {@code DIPnW}, {@code SILn}, {@code CONNn},
   * {@code TO220}, {@code AXIAL}, {@code RADIAL}; an unknown one gets a row of pins.
   */
  public static Outline of(String packageName, int pinCount) {
    if (packageName.startsWith("DIP")) {
      boolean wide = packageName.endsWith("W") || pinCount >= 24;
      return dual(pinCount, wide ? 15.24 : 7.62, 1);
    }
    if (packageName.startsWith("CONN")) {
      return connector(pinCount);
    }
    if (packageName.equals("AXIAL")) {
      return new Outline(7, 2.4, List.of(new Point(-5.08, 0), new Point(5.08, 0)));
    }
    double height = packageName.equals("RADIAL-E") ? 8 : packageName.equals("TO220") ? 5 : 3;
    return row(pinCount, height, packageName.startsWith("RADIAL") || packageName.equals("HC18"));
  }

  /** Where a pin of a placed part lies on the board, seen from the top. */
  public Point onBoard(int pinIndex, Part.Placement place) {
    Point p = pins.get(pinIndex);
    double turn = Math.toRadians(place.turnedDegrees());
    double x = place.underside() ? -p.x() : p.x();
    return new Point(
        place.xMillimetres() + x * Math.cos(turn) - p.y() * Math.sin(turn),
        place.yMillimetres() + x * Math.sin(turn) + p.y() * Math.cos(turn));
  }

  private static Outline dual(int count, double rows, double overhang) {
    int half = (count + 1) / 2;
    List<Point> pins = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      double along = -(half - 1) * PITCH / 2 + (i < half ? i : 2 * half - 1 - i) * PITCH;
      pins.add(new Point(along, i < half ? rows / 2 : -rows / 2));
    }
    return new Outline(half * PITCH + overhang - 1, rows - 1.4, pins);
  }

  private static Outline connector(int count) {
    int half = (count + 1) / 2;
    List<Point> pins = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      pins.add(
          new Point(
              -(half - 1) * PITCH / 2 + (i % half) * PITCH, i < half ? PITCH / 2 : -PITCH / 2));
    }
    return new Outline(half * PITCH + 2, 7, pins);
  }

  private static Outline row(int count, double height, boolean apart) {
    double pitch = apart ? 2 * PITCH : PITCH;
    List<Point> pins = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      pins.add(new Point(-(count - 1) * pitch / 2 + i * pitch, 0));
    }
    return new Outline(Math.max(count * pitch, 3), height, pins);
  }
}
