package raconteur.desktop.control;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.Image;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import raconteur.core.board.Board;
import raconteur.core.board.DamageArea;
import raconteur.core.board.Net;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.continuity.WalkedLine;
import raconteur.desktop.control.BoardGeometry.Box;
import raconteur.desktop.theme.Theme;

/** Paints one picture of a board; made for one picture, then thrown away. */
final class BoardPainter {
  private static final double PERCENT_SHOWN = 0.05;
  private static final double LABEL_PIXELS = 11;
  private static final double SMALLEST_LABEL_PIXELS = 7.5;

  private final GraphicsContext g;
  private final Board board;
  private final BoardGeometry geometry;
  private final MapView.Frame frame;
  private final Theme.Inks inks;
  private final MapMarks marks;
  private final Set<String> lit;
  private final Optional<DamageArea> drawn;
  private final Optional<Ground> ground;
  private final Set<String> inside = new HashSet<>();
  private final List<double[]> labelled = new ArrayList<>();

  /**
   * @param lit nets to be shown with their path and ends
   * @param drawn a rectangle being drawn just now
   * @param ground a photograph to draw on
   */
  BoardPainter(
      GraphicsContext g,
      Board board,
      BoardGeometry geometry,
      MapView.Frame frame,
      Theme.Inks inks,
      MapMarks marks,
      Set<String> lit,
      Optional<DamageArea> drawn,
      Optional<Ground> ground) {
    this.g = g;
    this.board = board;
    this.geometry = geometry;
    this.frame = frame;
    this.inks = inks;
    this.marks = marks;
    this.lit = lit;
    this.drawn = drawn;
    this.ground = ground;
  }

  /**
   * A photograph seen straight from above.
   *
   * @param dimmed so far that everything drawn over it stands out
   */
  record Ground(Image image, double widthMillimetres, double heightMillimetres, boolean dimmed) {
    /** How much of the photograph is left under the board's colour. */
    double veil() {
      return dimmed ? 0.56 : 0;
    }
  }

  /** How much of a part's own colour lies over a photograph. */
  private double over() {
    return ground.map(p -> p.dimmed() ? 0.45 : 0.0).orElse(1.0);
  }

  private void photograph(Ground photo) {
    double w = frame.scale() * photo.widthMillimetres();
    double h = frame.scale() * photo.heightMillimetres();
    g.save();
    g.translate(x(0), y(0));
    g.scale(frame.mirroredX() ? -1 : 1, frame.mirroredY() ? -1 : 1);
    g.drawImage(photo.image(), 0, 0, w, h);
    g.setFill(inks.board());
    g.setGlobalAlpha(photo.veil());
    g.fillRect(0, 0, w, h);
    g.restore();
  }

  void paint() {
    g.setTextAlign(TextAlignment.CENTER);
    g.setTextBaseline(VPos.CENTER);
    outline();
    marks.damage().forEach(this::damage);
    List<Box> seen = new ArrayList<>();
    for (Box box : geometry.boxes()) {
      if (isSeen(box)) {
        seen.add(box);
        part(box);
      }
    }
    seen.forEach(this::outsideLabel);
    geometry.blockLabels().forEach(this::blockLabel);
    marks.tracks().forEach(this::track);
    marks.differing().stream()
        .flatMap(n -> board.net(n).stream())
        .limit(40)
        .forEach(this::differing);
    lit.stream().flatMap(n -> board.net(n).stream()).forEach(this::litNet);
    marks.walked().ifPresent(this::walked);
    step();
    drawn.ifPresent(this::damage);
    marks.damage().forEach(this::damageWord);
    drawn.ifPresent(this::damageWord);
    marks.notes().forEach(this::note);
  }

  /** A word on a small flag. */
  private void note(MapMarks.Note note) {
    double x = x(note.at().x());
    double y = y(note.at().y());
    g.setFill(inks.step());
    g.fillOval(x - 4, y - 4, 8, 8);
    g.setTextAlign(TextAlignment.LEFT);
    g.setFont(Theme.text(11));
    g.fillText(note.word(), x + 8, y);
    g.setTextAlign(TextAlignment.CENTER);
  }

  private boolean isSeen(Box box) {
    double reach = 12 * frame.scale();
    double left = Math.min(x(box.x()), x(box.x() + box.width()));
    double top = Math.min(y(box.y()), y(box.y() + box.height()));
    return left - reach < g.getCanvas().getWidth()
        && top - reach < g.getCanvas().getHeight()
        && left + box.width() * frame.scale() + reach > 0
        && top + box.height() * frame.scale() + reach > 0;
  }

  private void blockLabel(String block, Point at) {
    double size = Math.clamp(frame.scale() * 4, 9, 16);
    g.setTextAlign(TextAlignment.LEFT);
    g.setFont(Theme.text(size));
    g.setFill(inks.faint());
    double width = size * 0.6 * block.length();
    g.fillText(block, Math.min(x(at.x()), x(at.x()) + (frame.mirroredX() ? -width : 0)), y(at.y()));
    g.setTextAlign(TextAlignment.CENTER);
  }

  /**
   * A marked area: hatched in its kind's own way, with what happened there. What people did has
   * another colour than what befell the board.
   */
  private void damage(DamageArea area) {
    javafx.scene.paint.Color ink = area.kind().copperOnly() ? inks.mended() : inks.suspect();
    double left =
        Math.min(x(area.leftMillimetres()), x(area.leftMillimetres() + area.widthMillimetres()));
    double top =
        Math.min(y(area.topMillimetres()), y(area.topMillimetres() + area.heightMillimetres()));
    double w = area.widthMillimetres() * frame.scale();
    double h = area.heightMillimetres() * frame.scale();
    g.save();
    g.beginPath();
    g.rect(left, top, w, h);
    g.clip();
    g.setStroke(ink);
    g.setGlobalAlpha(0.35);
    g.setLineWidth(1);
    double step = 7 + 3 * (area.kind().ordinal() % 3);
    boolean falling = area.kind().ordinal() % 2 == 1;
    for (double at = left - h; at < left + w; at += step) {
      g.strokeLine(at, falling ? top : top + h, at + h, falling ? top + h : top);
    }
    g.restore();
    g.setStroke(ink);
    g.setLineWidth(1.2);
    g.setLineDashes(2, 4);
    g.strokeRect(left, top, w, h);
    g.setLineDashes();
  }

  /** What happened in an area, over everything that lies there. */
  private void damageWord(DamageArea area) {
    double middle = x(area.leftMillimetres() + area.widthMillimetres() / 2);
    double top =
        Math.min(y(area.topMillimetres()), y(area.topMillimetres() + area.heightMillimetres()));
    double width = 7.0 * area.kind().word().length() + 8;
    g.setFill(inks.paper());
    g.fillRect(middle - width / 2, top - 15, width, 15);
    g.setFont(Theme.text(11));
    g.setFill(area.kind().copperOnly() ? inks.mended() : inks.suspect());
    g.fillText(area.kind().word(), middle, top - 7);
  }

  private void differing(Net net) {
    if (!board.isSupply(net.name())) {
      g.setStroke(inks.mended());
      g.setLineWidth(1.4);
      g.setLineDashes(1, 4);
      polyline(net.path());
      g.setLineDashes();
    }
  }

  private double x(double millimetres) {
    return frame.screenX(millimetres);
  }

  private double y(double millimetres) {
    return frame.screenY(millimetres);
  }

  private void outline() {
    double left = Math.min(x(0), x(geometry.width()));
    double top = Math.min(y(0), y(geometry.height()));
    double width = frame.scale() * geometry.width();
    double height = frame.scale() * geometry.height();
    g.setFill(inks.board());
    g.fillRoundRect(left, top, width, height, 10, 10);
    ground.ifPresent(this::photograph);
    g.setStroke(inks.faint());
    g.setLineWidth(1);
    g.strokeRoundRect(left, top, width, height, 10, 10);
  }

  private void part(Box box) {
    Part part = box.part();
    double w = box.width() * frame.scale();
    double h = box.height() * frame.scale();
    double left = Math.min(x(box.x()), x(box.x() + box.width()));
    double top = Math.min(y(box.y()), y(box.y() + box.height()));
    double suspicion = marks.suspicion().getOrDefault(part.designator(), 0.0);
    boolean here = part.fitted() && !marks.out().contains(part.designator());
    boolean behind = part.place().underside() != frame.underside();
    if (!behind) {
      pins(part);
    }
    g.setLineDashes(here ? new double[0] : new double[] {3, 3});
    Color body = here && !behind ? inks.part() : inks.board();
    g.setFill(here ? body.interpolate(inks.suspect(), 0.75 * Math.sqrt(suspicion)) : body);
    g.setGlobalAlpha(suspicion > MapMarks.SHOWN ? Math.max(0.55, over()) : over());
    g.fillRect(left, top, w, h);
    g.setGlobalAlpha(1);
    if (ground.isPresent()) {
      // On a photograph a dark line needs a light one under it.
      g.setStroke(inks.paper());
      g.setLineWidth(3);
      g.strokeRect(left, top, w, h);
    }
    g.setStroke(suspicion > MapMarks.SHOWN ? inks.suspect() : behind ? inks.faint() : inks.ink());
    g.setLineWidth(suspicion > PERCENT_SHOWN ? 2.5 : behind ? 0.5 : 0.8);
    g.strokeRect(left, top, w, h);
    g.setLineDashes();
    if (behind) {
      pins(part);
    }
    notch(part, left, top, w, h);
    labels(part, left, top, w, h, suspicion);
    if (marks.differing().contains(part.designator())) {
      g.setStroke(inks.mended());
      g.setLineWidth(2);
      g.setLineDashes(5, 3);
      g.strokeRect(left - 3, top - 3, w + 6, h + 6);
      g.setLineDashes();
    }
    if (part.designator().equals(marks.chosen())) {
      g.setStroke(inks.ink());
      g.setLineWidth(1.5);
      g.strokeRect(left - 4, top - 4, w + 8, h + 8);
    }
  }

  /** Pin 1 is marked by a filled corner, so that it stays right when the board is turned. */
  private void notch(Part part, double left, double top, double w, double h) {
    if (part.device().pins().size() < 3 || Math.min(w, h) < 17) {
      return;
    }
    Point first = geometry.pin(part.pins().getFirst()).orElseThrow();
    double px = Math.clamp(x(first.x()), left + 3, left + w - 3);
    double py = Math.clamp(y(first.y()), top + 3, top + h - 3);
    g.setFill(inks.faint());
    g.fillOval(px - 2, py - 2, 4, 4);
  }

  /** Legs from the side of the part, round joints from the other. */
  private void pins(Part part) {
    boolean behind = part.place().underside() != frame.underside();
    double size =
        Math.clamp(frame.scale() * (behind ? 1.3 : 0.9), behind ? 2 : 1.2, behind ? 9 : 7);
    for (PinRef pin : part.pins()) {
      Point at = geometry.pin(pin).orElseThrow();
      if (behind) {
        g.setFill(inks.ink());
        g.fillOval(x(at.x()) - size / 2, y(at.y()) - size / 2, size, size);
      } else {
        g.setFill(inks.faint());
        g.fillRect(x(at.x()) - size / 2, y(at.y()) - size / 2, size, size);
      }
      if (frame.scale() > 9) {
        g.setFill(inks.faint());
        g.setFont(Theme.text(Math.min(11, frame.scale())));
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
    boolean bare = ground.filter(p -> !p.dimmed()).isPresent();
    boolean two = across > 26 && room > 60 && !bare;
    double size = labelSize(name, across, room, two);
    if (size < SMALLEST_LABEL_PIXELS) {
      // Better the name alone than nothing: the colour of the frame still tells.
      name = part.designator();
      size = labelSize(name, across, room, two);
    }
    if (size < SMALLEST_LABEL_PIXELS) {
      return;
    }
    labelled.add(new double[] {left, top, w, h});
    inside.add(part.designator());
    g.save();
    g.translate(left + w / 2, top + h / 2);
    if (upright) {
      g.rotate(-90);
    }
    if (part.place().underside() != frame.underside() || bare) {
      // Joints, or the photograph, that lie under the name would cross it out.
      double width = name.length() * size * 0.62;
      g.setFill(bare ? inks.paper() : inks.board());
      g.fillRect(-width / 2, -size * 0.6, width, size * 1.2);
    }
    g.setFill(labelInk(part, suspicion));
    g.setFont(Theme.text(size));
    g.fillText(name, 0, two ? -size * 0.6 : 0);
    if (two) {
      g.setFont(Theme.text(size * 0.85));
      g.setFill(suspicion > 0.5 ? inks.paper() : inks.faint());
      g.fillText(part.device().name(), 0, size * 0.7);
    }
    g.restore();
  }

  /** A part too small for its name gets it beside itself, where there is room. */
  private void outsideLabel(Box box) {
    String name = box.part().designator();
    if (inside.contains(name) || frame.scale() < 1.5) {
      return;
    }
    double size = 8.5;
    double w = name.length() * size * 0.64;
    double left = Math.min(x(box.x()), x(box.x() + box.width()));
    double top = Math.min(y(box.y()), y(box.y() + box.height()));
    double boxW = box.width() * frame.scale();
    double boxH = box.height() * frame.scale();
    double[][] places = {
      {left + boxW / 2 - w / 2, top + boxH + 3},
      {left + boxW / 2 - w / 2, top - size - 3},
      {left + boxW + 4, top + boxH / 2 - size / 2},
      {left - w - 4, top + boxH / 2 - size / 2}
    };
    for (double[] place : places) {
      if (isFreeOnScreen(place[0], place[1], w, size)) {
        labelled.add(new double[] {place[0], place[1], w, size});
        g.setFont(Theme.text(size));
        g.setFill(labelInk(box.part(), marks.suspicion().getOrDefault(name, 0.0)));
        g.fillText(name, place[0] + w / 2, place[1] + size / 2);
        return;
      }
    }
  }

  private boolean isFreeOnScreen(double px, double py, double w, double h) {
    for (double[] other : labelled) {
      if (px < other[0] + other[2]
          && other[0] < px + w
          && py < other[1] + other[3]
          && other[1] < py + h) {
        return false;
      }
    }
    double boardX = Math.min(frame.boardX(px), frame.boardX(px + w));
    double boardY = Math.min(frame.boardY(py), frame.boardY(py + h));
    return geometry.isFree(boardX, boardY, w / frame.scale(), h / frame.scale());
  }

  private double labelSize(String name, double across, double room, boolean two) {
    double largest = Math.max(LABEL_PIXELS, frame.scale() * 2.4);
    return Math.min(Math.min(across * (two ? 0.36 : 0.8), largest), room / (name.length() * 0.68));
  }

  private Color labelInk(Part part, double suspicion) {
    boolean filled = part.fitted() && !marks.out().contains(part.designator());
    if (suspicion > 0.5 && filled) {
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

  /**
   * A walked line: drawn through where the signal is, broken where it is not, two strokes across
   * the copper it is lost in, and a full or a hollow dot at every pin that was looked at.
   */
  private void walked(WalkedLine line) {
    List<PinRef> path = board.net(line.net()).map(Net::path).orElse(List.of());
    for (int i = 0; i + 1 < line.points().size(); i++) {
      WalkedLine.Point one = line.points().get(i);
      WalkedLine.Point other = line.points().get(i + 1);
      boolean sound = one.good() && other.good();
      g.setStroke(sound ? inks.cleared() : inks.suspect());
      g.setLineWidth(2.5);
      g.setLineDashes(sound ? new double[0] : new double[] {2, 5});
      List<PinRef> stretch = path.subList(path.indexOf(one.pin()), path.indexOf(other.pin()) + 1);
      polyline(stretch);
      g.setLineDashes();
      if (one.good() != other.good() && !line.breaks().isEmpty()) {
        breakIn(stretch);
      }
    }
    for (WalkedLine.Point point : line.points()) {
      Point at = geometry.pin(point.pin()).orElseThrow();
      g.setLineWidth(2);
      g.setStroke(point.good() ? inks.cleared() : inks.suspect());
      g.setFill(point.good() ? inks.cleared() : inks.paper());
      g.fillOval(x(at.x()) - 4.5, y(at.y()) - 4.5, 9, 9);
      g.strokeOval(x(at.x()) - 4.5, y(at.y()) - 4.5, 9, 9);
    }
  }

  /** Two strokes across the middle of the longest piece of a stretch. */
  private void breakIn(List<PinRef> stretch) {
    double longest = -1;
    double[] ends = new double[4];
    for (int i = 0; i + 1 < stretch.size(); i++) {
      Point one = geometry.pin(stretch.get(i)).orElseThrow();
      Point other = geometry.pin(stretch.get(i + 1)).orElseThrow();
      double length = Math.hypot(x(other.x()) - x(one.x()), y(other.y()) - y(one.y()));
      if (length > longest) {
        longest = length;
        ends = new double[] {x(one.x()), y(one.y()), x(other.x()), y(other.y())};
      }
    }
    if (longest <= 0) {
      return;
    }
    double alongX = (ends[2] - ends[0]) / longest;
    double alongY = (ends[3] - ends[1]) / longest;
    double middleX = (ends[0] + ends[2]) / 2;
    double middleY = (ends[1] + ends[3]) / 2;
    g.setStroke(inks.suspect());
    g.setLineWidth(3);
    for (double off : new double[] {-3.5, 3.5}) {
      double px = middleX + off * alongX;
      double py = middleY + off * alongY;
      g.strokeLine(px - 8 * alongY, py + 8 * alongX, px + 8 * alongY, py - 8 * alongX);
    }
  }

  /** A net that is looked for or under the mouse: its path, and its ends by name. */
  private void litNet(Net net) {
    if (board.isSupply(net.name())) {
      g.setFill(inks.step());
      for (PinRef pin : net.path()) {
        Point at = geometry.pin(pin).orElseThrow();
        g.fillOval(x(at.x()) - 4, y(at.y()) - 4, 8, 8);
      }
      return;
    }
    if (net.path().isEmpty()) {
      return;
    }
    g.setStroke(inks.step());
    g.setLineWidth(2);
    polyline(net.path());
    g.setFill(inks.step());
    for (PinRef pin : net.path()) {
      Point at = geometry.pin(pin).orElseThrow();
      g.fillOval(x(at.x()) - 3, y(at.y()) - 3, 6, 6);
    }
    g.setFont(Theme.text(11));
    Point end = geometry.pin(net.path().getLast()).orElseThrow();
    Point start = geometry.pin(net.path().getFirst()).orElseThrow();
    if (net.path().size() > 1) {
      tag(net.path().getFirst().toString(), x(start.x()), y(start.y()) - 10);
    }
    tag(net.name() + " · " + net.path().getLast(), x(end.x()), y(end.y()) - 10);
  }

  /** A name on a ground of its own, kept inside the picture. */
  private void tag(String words, double middle, double at) {
    double w = words.length() * 6.6 + 8;
    double left = Math.clamp(middle - w / 2, 0, Math.max(0, g.getCanvas().getWidth() - w));
    double top = Math.clamp(at - 8, 0, Math.max(0, g.getCanvas().getHeight() - 16));
    g.setFill(inks.paper());
    g.fillRoundRect(left, top, w, 15, 4, 4);
    g.setFill(inks.step());
    g.fillText(words, left + w / 2, top + 8);
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
        Math.min(y(box.y()), y(box.y() + box.height())) - 5,
        box.width() * frame.scale() + 10,
        box.height() * frame.scale() + 10,
        8,
        8);
  }
}
