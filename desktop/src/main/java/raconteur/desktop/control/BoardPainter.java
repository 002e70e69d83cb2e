package raconteur.desktop.control;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.desktop.control.BoardGeometry.Box;
import raconteur.desktop.theme.Theme;

/** Paints one picture of a board; made for one picture, then thrown away. */
final class BoardPainter {
  private static final double SUSPICION_SHOWN = 0.02;
  private static final double PERCENT_SHOWN = 0.05;
  private static final double LABEL_PIXELS = 11;
  private static final double SMALLEST_LABEL_PIXELS = 6;

  private final GraphicsContext g;
  private final Board board;
  private final BoardGeometry geometry;
  private final MapView.Frame frame;
  private final Theme.Inks inks;
  private final MapMarks marks;
  private final Optional<PinRef> lit;

  BoardPainter(
      GraphicsContext g,
      Board board,
      BoardGeometry geometry,
      MapView.Frame frame,
      Theme.Inks inks,
      MapMarks marks,
      Optional<PinRef> lit) {
    this.g = g;
    this.board = board;
    this.geometry = geometry;
    this.frame = frame;
    this.inks = inks;
    this.marks = marks;
    this.lit = lit;
  }

  void paint() {
    g.setTextAlign(TextAlignment.CENTER);
    g.setTextBaseline(VPos.CENTER);
    outline();
    for (Box box : geometry.boxes()) {
      part(box);
    }
    marks.tracks().forEach(this::track);
    lit.flatMap(board::netOf).ifPresent(this::litNet);
    step();
  }

  private double x(double millimetres) {
    return frame.screenX(millimetres);
  }

  private double y(double millimetres) {
    return frame.screenY(millimetres);
  }

  private void outline() {
    double left = Math.min(x(0), x(geometry.width()));
    double width = frame.scale() * geometry.width();
    double height = frame.scale() * geometry.height();
    g.setFill(inks.board());
    g.fillRoundRect(left, y(0), width, height, 10, 10);
    g.setStroke(inks.faint());
    g.setLineWidth(1);
    g.strokeRoundRect(left, y(0), width, height, 10, 10);
  }

  private void part(Box box) {
    Part part = box.part();
    double w = box.width() * frame.scale();
    double h = box.height() * frame.scale();
    double left = Math.min(x(box.x()), x(box.x() + box.width()));
    double top = y(box.y());
    double suspicion = marks.suspicion().getOrDefault(part.designator(), 0.0);
    boolean here = part.fitted() && !marks.out().contains(part.designator());
    pins(part);
    g.setLineDashes(here ? new double[0] : new double[] {3, 3});
    g.setFill(
        here ? inks.part().interpolate(inks.suspect(), 0.75 * Math.sqrt(suspicion)) : inks.board());
    g.fillRect(left, top, w, h);
    g.setStroke(suspicion > SUSPICION_SHOWN ? inks.suspect() : inks.ink());
    g.setLineWidth(suspicion > PERCENT_SHOWN ? 2.5 : 0.8);
    g.strokeRect(left, top, w, h);
    g.setLineDashes();
    notch(part, left, top, w, h);
    labels(part, left, top, w, h, suspicion);
    if (part.designator().equals(marks.chosen())) {
      g.setStroke(inks.ink());
      g.setLineWidth(1.5);
      g.strokeRect(left - 4, top - 4, w + 8, h + 8);
    }
  }

  /** Pin 1 is marked by a filled corner, so that it stays right when the board is turned. */
  private void notch(Part part, double left, double top, double w, double h) {
    if (part.device().pins().size() < 3 || Math.min(w, h) < 13) {
      return;
    }
    Point first = geometry.pin(part.pins().getFirst()).orElseThrow();
    double px = Math.clamp(x(first.x()), left + 3, left + w - 3);
    double py = Math.clamp(y(first.y()), top + 3, top + h - 3);
    g.setFill(inks.faint());
    g.fillOval(px - 2, py - 2, 4, 4);
  }

  private void pins(Part part) {
    double size = Math.clamp(frame.scale() * 0.9, 1.2, 7);
    g.setFill(inks.faint());
    for (PinRef pin : part.pins()) {
      Point at = geometry.pin(pin).orElseThrow();
      g.fillRect(x(at.x()) - size / 2, y(at.y()) - size / 2, size, size);
      if (frame.scale() > 9) {
        g.setFont(Font.font(Theme.FIGURES, Math.min(11, frame.scale())));
        g.fillText(pin.number(), x(at.x()), y(at.y()) + size + 4);
      }
    }
  }

  private void labels(Part part, double left, double top, double w, double h, double suspicion) {
    boolean upright = h > w * 1.6;
    double room = upright ? h : w;
    double across = upright ? w : h;
    String name = part.designator();
    if (suspicion >= PERCENT_SHOWN) {
      name += String.format(Locale.ROOT, " %.0f%%", suspicion * 100);
    } else if (marks.mended().contains(part.designator())) {
      name += " mended";
    } else if (marks.cleared().contains(part.designator())) {
      name += " ✓";
    }
    boolean two = across > 26 && room > 60;
    double size = labelSize(name, across, room, two);
    if (size < SMALLEST_LABEL_PIXELS) {
      // Better the name alone than nothing: the colour of the frame still tells.
      name = part.designator();
      size = labelSize(name, across, room, two);
    }
    if (size < SMALLEST_LABEL_PIXELS) {
      return;
    }
    g.save();
    g.translate(left + w / 2, top + h / 2);
    if (upright) {
      g.rotate(-90);
    }
    g.setFill(labelInk(part, suspicion));
    g.setFont(Font.font("B612", size));
    g.fillText(name, 0, two ? -size * 0.6 : 0);
    if (two) {
      g.setFont(Font.font("B612", size * 0.85));
      g.setFill(suspicion > 0.5 ? inks.paper() : inks.faint());
      g.fillText(part.device().name(), 0, size * 0.7);
    }
    g.restore();
  }

  private double labelSize(String name, double across, double room, boolean two) {
    double largest = Math.max(LABEL_PIXELS, frame.scale() * 2.4);
    return Math.min(Math.min(across * (two ? 0.36 : 0.8), largest), room / (name.length() * 0.68));
  }

  private Color labelInk(Part part, double suspicion) {
    if (suspicion > 0.5) {
      return inks.paper();
    }
    if (suspicion >= PERCENT_SHOWN) {
      return inks.ink();
    }
    if (marks.mended().contains(part.designator())) {
      return inks.mended();
    }
    return marks.cleared().contains(part.designator()) ? inks.cleared() : inks.ink();
  }

  private void track(MapMarks.Track track) {
    List<PinRef> path = board.net(track.net()).map(Net::path).orElse(List.of());
    int from = path.indexOf(track.from());
    int to = path.indexOf(track.to());
    g.setStroke(inks.suspect());
    g.setLineWidth(2 + 4 * Math.sqrt(track.suspicion()));
    g.setLineDashes(7, 5);
    polyline(path.subList(from, to + 1));
    g.setLineDashes();
  }

  /** The net of the pin under the mouse: its path, and its ends by name. */
  private void litNet(Net net) {
    if (board.isSupply(net.name())) {
      return;
    }
    g.setStroke(inks.step());
    g.setLineWidth(2);
    polyline(net.path());
    g.setFill(inks.step());
    g.setFont(Font.font("B612", 11));
    Point end = geometry.pin(net.path().getLast()).orElseThrow();
    Point start = geometry.pin(net.path().getFirst()).orElseThrow();
    g.fillText(net.path().getFirst().toString(), x(start.x()), y(start.y()) - 9);
    g.fillText(net.name() + " " + net.path().getLast(), x(end.x()), y(end.y()) - 9);
  }

  private void polyline(List<PinRef> pins) {
    double[] xs = pins.stream().mapToDouble(p -> x(geometry.pin(p).orElseThrow().x())).toArray();
    double[] ys = pins.stream().mapToDouble(p -> y(geometry.pin(p).orElseThrow().y())).toArray();
    g.strokePolyline(xs, ys, xs.length);
  }

  /** The next step: a probe tip at each pin it needs, or a frame round the part. */
  private void step() {
    g.setStroke(inks.step());
    g.setLineWidth(3);
    for (PinRef pin : marks.stepPins()) {
      geometry
          .pin(pin)
          .ifPresent(
              at -> {
                tip(x(at.x()), y(at.y()));
              });
    }
    if (marks.stepPins().isEmpty()) {
      geometry.box(marks.stepPart()).ifPresent(this::stepFrame);
    }
  }

  /** A probe that comes in from the lower right, its tip on the pin. */
  private void tip(double x, double y) {
    g.setFill(inks.step());
    g.fillPolygon(
        new double[] {x, x + 9, x + 26, x + 30, x + 14},
        new double[] {y, y + 14, y + 30, y + 26, y + 9},
        5);
    g.setFill(inks.paper());
    g.fillOval(x - 2.5, y - 2.5, 5, 5);
    g.setLineWidth(2);
    g.strokeOval(x - 4, y - 4, 8, 8);
    g.setLineWidth(3);
  }

  private void stepFrame(Box box) {
    double left = Math.min(x(box.x()), x(box.x() + box.width())) - 5;
    g.strokeRoundRect(
        left,
        y(box.y()) - 5,
        box.width() * frame.scale() + 10,
        box.height() * frame.scale() + 10,
        8,
        8);
  }
}
