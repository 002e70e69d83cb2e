package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.board.Outline.Point;

/**
 * Notices places in another unit than the file says: neighbouring pins of packages lie 2.54 or 1.27
 * mm apart (JEDEC MS-001, MS-012, from memory), and a board is not metres wide.
 */
final class UnitCheck {
  private static final int FEW_PINS = 6;

  private UnitCheck() {}

  /** The sentence that says what the places look like; empty where they look right. */
  static Optional<String> of(DraftBoard draft) {
    List<Double> pitches = new ArrayList<>();
    for (DraftBoard.DraftPart part : draft.parts()) {
      List<Point> pins = new ArrayList<>();
      part.pins.values().forEach(p -> p.ifPresent(pins::add));
      if (pins.size() >= FEW_PINS) {
        for (int i = 0; i < pins.size() && i < 20; i++) {
          pitches.add(nearest(pins, i));
        }
      }
    }
    if (pitches.size() < FEW_PINS) {
      return Optional.empty();
    }
    pitches.sort(null);
    double pitch = pitches.get(pitches.size() / 2);
    if (pitch > 0.3 && pitch < 6) {
      return Optional.empty();
    }
    String guess =
        near(pitch, 2.54 / 25.4) || near(pitch, 1.27 / 25.4)
            ? "inches"
            : near(pitch, 100) || near(pitch, 50)
                ? "mil (0.001 inch)"
                : near(pitch, 1000) || near(pitch, 500)
                    ? "0.0001 inch"
                    : near(pitch, 2540) || near(pitch, 1270) ? "0.001 mm" : "another unit";
    return Optional.of(
        String.format(
            Locale.ROOT,
            "neighbouring pins come out %.4g mm apart, where packages have 2.54 or 1.27: the places"
                + " look to be in %s; correct the unit in the file and import it again",
            pitch,
            guess));
  }

  private static double nearest(List<Point> pins, int which) {
    double least = Double.MAX_VALUE;
    for (int i = 0; i < pins.size() && i < 200; i++) {
      if (i != which) {
        Point a = pins.get(i);
        Point b = pins.get(which);
        least = Math.min(least, Math.hypot(a.x() - b.x(), a.y() - b.y()));
      }
    }
    return least;
  }

  private static boolean near(double value, double wanted) {
    return Math.abs(value - wanted) < 0.03 * wanted;
  }
}
