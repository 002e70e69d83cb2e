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
   * The outline of a package by its name: {@code DIPn}, {@code DIPnW}, {@code SOn}, {@code PLCCn},
   * {@code QFPn}, {@code SILn}, {@code CONNn}, {@code CAN14}, {@code TO220}, {@code TO92}, {@code
   * AXIAL}, {@code RADIAL}, {@code HC18}; an unknown one gets a row of pins.
   */
  public static Outline of(String packageName, int pinCount) {
    if (pinCount == 0) {
      return new Outline(4, 4, List.of());
    }
    if (packageName.startsWith("DIP")) {
      boolean wide = packageName.endsWith("W") || (pinCount >= 24 && !packageName.endsWith("N"));
      return dual(pinCount, wide ? 15.24 : 7.62, PITCH, 1.4);
    }
    if (packageName.startsWith("SO")) {
      return dual(pinCount, pinCount > 16 ? 9.4 : 5.4, 1.27, 1.8);
    }
    if (packageName.startsWith("PLCC")) {
      return quad(pinCount, 1.27, true);
    }
    if (packageName.startsWith("QFP")) {
      return quad(pinCount, 0.8, false);
    }
    if (packageName.startsWith("CONN")) {
      return connector(pinCount);
    }
    if (packageName.equals("CAN14") && pinCount == 4) {
      Outline whole = dual(14, 7.62, PITCH, 1.4);
      return new Outline(
          whole.widthMillimetres(),
          whole.heightMillimetres(),
          List.of(
              whole.pins().get(0), whole.pins().get(6), whole.pins().get(7), whole.pins().get(13)));
    }
    if (packageName.equals("AXIAL") && pinCount == 2) {
      return new Outline(7, 2.4, List.of(new Point(-5.08, 0), new Point(5.08, 0)));
    }
    if (packageName.equals("TO92")) {
      return new Outline(5, 4, row(pinCount, 4, false).pins());
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

  /** Where a pin of a placed part lies on the board, seen from the top. */
  public static Point pinOnBoard(Part part, String number) {
    Point own = part.pinsAt().get(number);
    if (own != null) {
      return own;
    }
    List<raconteur.core.device.DevicePin> pins = part.device().pins();
    for (int i = 0; i < pins.size(); i++) {
      if (pins.get(i).number().equals(number)) {
        return of(part.device().outline(), pins.size()).onBoard(i, part.place());
      }
    }
    throw new IllegalArgumentException(part.designator() + " has no pin " + number);
  }

  private static Outline dual(int count, double rows, double pitch, double inset) {
    int half = (count + 1) / 2;
    List<Point> pins = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      double along = -(half - 1) * pitch / 2 + (i < half ? i : 2 * half - 1 - i) * pitch;
      pins.add(new Point(along, i < half ? rows / 2 : -rows / 2));
    }
    return new Outline(half * pitch, rows - inset, pins);
  }

  /** Pins on four sides, anticlockwise; a PLCC has pin 1 in the middle of its upper side. */
  private static Outline quad(int count, double pitch, boolean firstInMiddle) {
    int side = (count + 3) / 4;
    double reach = side * pitch / 2 + 1.2;
    List<Point> pins = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      int at = firstInMiddle ? (i + 4 * side - side / 2) % (4 * side) : i;
      double along = -(side - 1) * pitch / 2 + at % side * pitch;
      pins.add(
          switch (at / side) {
            case 0 -> firstInMiddle ? new Point(-along, -reach) : new Point(-reach, along);
            case 1 -> firstInMiddle ? new Point(-reach, along) : new Point(along, reach);
            case 2 -> firstInMiddle ? new Point(along, reach) : new Point(reach, -along);
            default -> firstInMiddle ? new Point(reach, -along) : new Point(-along, -reach);
          });
    }
    return new Outline(2 * reach - 1, 2 * reach - 1, pins);
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
