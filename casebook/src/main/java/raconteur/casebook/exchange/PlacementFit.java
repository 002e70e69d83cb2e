package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.device.DevicePin;

/**
 * Finds the place and turn of a package from where its pins lie. Where the package's outline does
 * not reproduce the pins, they are kept one by one.
 */
final class PlacementFit {
  private static final double CLOSE_MILLIMETRES = 0.3;
  private static final double MICRON = 1e3;

  private PlacementFit() {}

  static Part place(Part part, DraftBoard.DraftPart draft, Point shift) {
    Map<String, Point> pads = new LinkedHashMap<>();
    draft.pins.forEach((number, at) -> at.ifPresent(p -> pads.put(number, rounded(p, shift))));
    if (pads.size() < draft.pins.size() || pads.isEmpty()) {
      Point at = draft.at.map(p -> rounded(p, shift)).orElse(new Point(0, 0));
      return part.with(
          new Part.Placement(
              at.x(), at.y(), turn(draft.turned), draft.underside, draft.at.isPresent()),
          Map.of());
    }
    Outline outline = Outline.of(part.device().outline(), part.device().pins().size());
    if (pads.size() > 1) {
      for (boolean underside : new boolean[] {draft.underside, !draft.underside}) {
        Optional<Part.Placement> fit = fit(part, outline, pads, underside);
        if (fit.isPresent()) {
          return part.with(fit.get(), Map.of());
        }
      }
    }
    Point middle = middle(pads.values());
    return part.with(
        new Part.Placement(
            round(middle.x()), round(middle.y()), turn(draft.turned), draft.underside, true),
        pads);
  }

  private static double turn(double degrees) {
    double turned = (degrees % 360 + 360) % 360;
    double rounded = Math.round(turned * 100) / 100.0;
    return Double.isFinite(turned) && rounded < 360 ? rounded : 0;
  }

  private static double round(double millimetres) {
    return Math.round(Math.clamp(millimetres, -2000.0, 2000.0) * MICRON) / MICRON;
  }

  private static Point rounded(Point at, Point shift) {
    return new Point(round(at.x() + shift.x()), round(at.y() + shift.y()));
  }

  private static Point middle(Iterable<Point> points) {
    double x = 0;
    double y = 0;
    int count = 0;
    for (Point p : points) {
      x += p.x();
      y += p.y();
      count++;
    }
    return new Point(x / count, y / count);
  }

  /** Tries the turn that the line from the middle to the first pad has. */
  private static Optional<Part.Placement> fit(
      Part part, Outline outline, Map<String, Point> pads, boolean underside) {
    List<Point> shape = new ArrayList<>();
    List<Point> seen = new ArrayList<>();
    List<DevicePin> pins = part.device().pins();
    for (int i = 0; i < pins.size(); i++) {
      Point pad = pads.get(pins.get(i).number());
      if (pad != null) {
        Point p = outline.pins().get(i);
        shape.add(underside ? new Point(-p.x(), p.y()) : p);
        seen.add(pad);
      }
    }
    Point shapeMiddle = middle(shape);
    Point seenMiddle = middle(seen);
    double turned =
        Math.toDegrees(
            Math.atan2(seen.getFirst().y() - seenMiddle.y(), seen.getFirst().x() - seenMiddle.x())
                - Math.atan2(
                    shape.getFirst().y() - shapeMiddle.y(),
                    shape.getFirst().x() - shapeMiddle.x()));
    double tidy =
        Math.abs(turned - 90 * Math.rint(turned / 90)) < 2 ? 90 * Math.rint(turned / 90) : turned;
    double angle = Math.toRadians(tidy);
    double x =
        seenMiddle.x() - (shapeMiddle.x() * Math.cos(angle) - shapeMiddle.y() * Math.sin(angle));
    double y =
        seenMiddle.y() - (shapeMiddle.x() * Math.sin(angle) + shapeMiddle.y() * Math.cos(angle));
    var place = new Part.Placement(round(x), round(y), turn(tidy), underside, true);
    for (int i = 0; i < pins.size(); i++) {
      Point pad = pads.get(pins.get(i).number());
      if (pad != null) {
        Point expected = outline.onBoard(i, place);
        if (Math.hypot(expected.x() - pad.x(), expected.y() - pad.y()) > CLOSE_MILLIMETRES) {
          return Optional.empty();
        }
      }
    }
    return Optional.of(place);
  }

  /** The package whose outline the pads of an unknown device have; a row where none fits. */
  static String packageOf(DraftBoard.DraftPart draft, List<DevicePin> pins) {
    int count = pins.size();
    boolean placed = draft.pins.values().stream().allMatch(Optional::isPresent);
    if (placed && count >= 2 && draft.pins.size() == count) {
      for (String name :
          List.of(
              "DIP" + count + "W",
              "DIP" + count + "N",
              "SO" + count,
              "CONN" + count,
              "SIL" + count)) {
        Part trial =
            Part.of(
                draft.designator,
                raconteur.core.device.Device.ofPins("?", "?", "?", name, pins),
                "");
        if (place(trial, draft, new Point(0, 0)).pinsAt().isEmpty()) {
          return name.endsWith("N") && !name.startsWith("CONN")
              ? "DIP" + count + (count >= 24 ? "N" : "")
              : name;
        }
      }
    }
    return count >= 14 && count % 2 == 0 && count <= 64 ? "DIP" + count : "SIL" + count;
  }
}
