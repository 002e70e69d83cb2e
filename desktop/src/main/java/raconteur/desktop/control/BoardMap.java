package raconteur.desktop.control;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.beans.value.ChangeListener;
import javafx.beans.value.WeakChangeListener;
import javafx.geometry.Point2D;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Button;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import raconteur.core.board.Board;
import raconteur.core.board.DamageArea;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.PinRef;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.Photographs;

/**
 * The board drawn to scale, either side, with what is suspected on it. The wheel zooms, dragging
 * moves, a click on a pin or a part tells; with the keyboard, arrows move, plus and minus zoom and
 * 0 shows all of it.
 */
public final class BoardMap extends Drawing {
  private static final double KEY_STEP = 60;
  private static final double CLOSEST = 24;
  private static final int CROSS_STEP = 10;
  private static final double SHAKE = 4;

  private final Photographs photographs;
  private final ChangeListener<Number> photographsChanged = (o, before, now) -> draw();
  private final Tooltip tooltip = new Tooltip();
  private Optional<Scene> scene = Optional.empty();
  private MapMarks marks = MapMarks.NONE;
  private MapView view = MapView.WHOLE;
  private DamageArea.Kind areaKind = DamageArea.Kind.LIQUID;
  private Optional<PinRef> underMouse = Optional.empty();
  private Optional<String> litNet = Optional.empty();
  private Optional<Consumer<DamageArea>> onArea = Optional.empty();
  private Optional<DamageArea> drawn = Optional.empty();
  private final List<Point> picked = new ArrayList<>();
  private boolean onlyPlaced;
  private Optional<Button> photographShown = Optional.empty();
  private Optional<Picking> picking = Optional.empty();
  private Optional<Point> cross = Optional.empty();
  private double pressedX;
  private double pressedY;
  private MapView pressedView = MapView.WHOLE;
  private Consumer<PinRef> onPin = pin -> {};
  private Consumer<String> onPart = part -> {};

  /** How many points are asked for, and what is done with them. */
  private record Picking(int points, Consumer<List<Point>> done) {}

  /** A board with where everything on it lies. */
  private record Scene(Board board, BoardGeometry geometry) {}

  /**
   * @param photographs what lies behind the drawing, for boards that have a photograph
   */
  public BoardMap(Photographs photographs) {
    this.photographs = photographs;
    // Weak, since maps come and go with cases while the photographs stay.
    photographs.changes().addListener(new WeakChangeListener<>(photographsChanged));
    setMinSize(200, 150);
    setOnScroll(this::zoom);
    setOnMousePressed(this::press);
    setOnMouseDragged(this::drag);
    setOnMouseClicked(this::click);
    setOnMouseMoved(this::hover);
    setOnMouseReleased(this::release);
    setOnMouseExited(e -> hovering(Optional.empty()));
    setFocusTraversable(true);
    setOnKeyPressed(this::keys);
    focusedProperty().addListener((observed, before, now) -> draw());
    Tooltip.install(this, tooltip);
  }

  public void setOnPin(Consumer<PinRef> action) {
    onPin = action;
  }

  public void setOnPart(Consumer<String> action) {
    onPart = action;
  }

  /**
   * The next drag draws a rectangle, which is handed over in board millimetres; an empty one ends
   * without.
   */
  public void drawArea(DamageArea.Kind kind, Consumer<DamageArea> done) {
    onArea = Optional.of(done);
    areaKind = kind;
    setCursor(Cursor.CROSSHAIR);
  }

  /**
   * From now on points of the board are picked, so many at a time, until {@link #stopDrawing}: by
   * clicks, two of them by dragging, or with a cross that the arrow keys move.
   *
   * @param done gets them in millimetres seen from the top
   */
  public void pickPoints(int points, Consumer<List<Point>> done) {
    picking = Optional.of(new Picking(points, done));
    picked.clear();
    setCursor(Cursor.CROSSHAIR);
    draw();
  }

  private void pick(Point at) {
    Picking asked = picking.orElseThrow();
    picked.add(at);
    cross = Optional.of(at);
    if (picked.size() == asked.points()) {
      List<Point> all = List.copyOf(picked);
      picked.clear();
      asked.done().accept(all);
    }
    draw();
  }

  /** Leaves what was to be drawn or picked. */
  public void stopDrawing() {
    onArea = Optional.empty();
    picking = Optional.empty();
    picked.clear();
    cross = Optional.empty();
    drawn = Optional.empty();
    setCursor(Cursor.DEFAULT);
    draw();
  }

  /** Lights a net until another is lit; empty for none. */
  public void light(Optional<String> net) {
    litNet = net;
    draw();
  }

  /** Moves and zooms until a part stands in the middle. */
  public void goTo(String part) {
    scene
        .flatMap(s -> s.geometry().box(part))
        .ifPresent(
            box -> {
              double zoom = Math.max(view.zoom(), 2.5);
              view = view.at(0, 0, zoom);
              MapView.Frame at = frame(scene.orElseThrow());
              view =
                  view.at(
                      getWidth() / 2 - at.screenX(box.middleX()),
                      getHeight() / 2 - at.screenY(box.middleY()),
                      zoom);
              draw();
            });
  }

  /** Chooses the axis the board is turned over about. */
  public void turnAbout(boolean upright) {
    view = view.about(upright ? MapView.Axis.UPRIGHT : MapView.Axis.LEVEL);
    draw();
  }

  public void setBoard(Board board) {
    if (scene.filter(s -> s.board() == board).isEmpty()) {
      view = keepsView(board) ? view : view.whole();
      scene = Optional.of(new Scene(board, new BoardGeometry(board, !onlyPlaced)));
      draw();
    }
  }

  /** A board that was edited is looked at as before. */
  private boolean keepsView(Board board) {
    return scene.filter(s -> s.board().identity().id().equals(board.identity().id())).isPresent();
  }

  /** Leaves parts without a place out from the next board on, and nets with them. */
  public void showOnlyPlaced() {
    onlyPlaced = true;
  }

  public void setMarks(MapMarks newMarks) {
    marks = newMarks;
    draw();
  }

  /**
   * Shows the other side, mirrored as it is seen when the board is turned about its upright axis.
   */
  public void turnOver() {
    view = view.turned();
    draw();
  }

  /** A button that shows the photograph another way, there only where the board has one. */
  public Button photographButton() {
    Button button =
        Texts.button(
            Keys.PHOTOGRAPH.on("photograph"), photographs::lookOtherwise, Style.PLAIN_BUTTON);
    photographShown = Optional.of(button);
    button.managedProperty().bind(button.visibleProperty());
    return button;
  }

  public boolean underside() {
    return view.underside();
  }

  /** Shows the whole board. */
  public void fit() {
    view = view.whole();
    draw();
  }

  /** Zooms by a factor about the middle. */
  public void zoom(double factor) {
    zoomAbout(getWidth() / 2, getHeight() / 2, factor);
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    scene.ifPresent(
        s ->
            new BoardPainter(
                    g,
                    s.board(),
                    s.geometry(),
                    frame(s),
                    inks,
                    marks,
                    litNets(s.board()),
                    drawn,
                    ground(s.board()))
                .paint());
    photographShown.ifPresent(
        b ->
            b.setVisible(
                scene
                    .filter(s -> photographs.find(s.board(), underside()).isPresent())
                    .isPresent()));
    if (picking.isPresent()) {
      scene.ifPresent(s -> drawPicked(g, inks, frame(s)));
    }
    if (isFocused()) {
      g.setStroke(inks.step());
      g.setLineWidth(2);
      g.strokeRect(1, 1, getWidth() - 2, getHeight() - 2);
    }
    setAccessibleText(
        scene
            .map(s -> s.board().identity().title() + (underside() ? ", underside" : ", top"))
            .orElse("No board"));
  }

  private Optional<BoardPainter.Ground> ground(Board board) {
    return photographs.look() == Photographs.Look.DRAWING
        ? Optional.empty()
        : photographs
            .straight(board, underside())
            .map(
                i ->
                    new BoardPainter.Ground(
                        i,
                        board.identity().widthMillimetres(),
                        board.identity().heightMillimetres(),
                        photographs.look() == Photographs.Look.DIMMED));
  }

  /** The points so far, a line to the cross, and the cross. */
  private void drawPicked(GraphicsContext g, Theme.Inks inks, MapView.Frame frame) {
    g.setStroke(inks.step());
    g.setLineWidth(2);
    for (Point point : picked) {
      double x = frame.screenX(point.x());
      double y = frame.screenY(point.y());
      g.strokeOval(x - 5, y - 5, 10, 10);
      cross.ifPresent(c -> g.strokeLine(x, y, frame.screenX(c.x()), frame.screenY(c.y())));
    }
    cross.ifPresent(
        c -> {
          double x = frame.screenX(c.x());
          double y = frame.screenY(c.y());
          g.strokeLine(x - 14, y, x - 3, y);
          g.strokeLine(x + 3, y, x + 14, y);
          g.strokeLine(x, y - 14, x, y - 3);
          g.strokeLine(x, y + 3, x, y + 14);
        });
  }

  private Set<String> litNets(Board board) {
    Set<String> nets = new HashSet<>();
    if (onlyPlaced) {
      return nets;
    }
    litNet.ifPresent(nets::add);
    underMouse.flatMap(board::netOf).ifPresent(n -> nets.add(n.name()));
    return nets;
  }

  private MapView.Frame frame(Scene s) {
    return view.frame(getWidth(), getHeight(), s.geometry().width(), s.geometry().height());
  }

  private void zoom(ScrollEvent e) {
    zoomAbout(e.getX(), e.getY(), e.getDeltaY() > 0 ? 1.2 : 1 / 1.2);
    e.consume();
  }

  private void zoomAbout(double x, double y, double factor) {
    double zoom = Math.clamp(view.zoom() * factor, 1, CLOSEST);
    double scale = zoom / view.zoom();
    double dx = x - getWidth() / 2 - view.shiftX();
    double dy = y - getHeight() / 2 - view.shiftY();
    view =
        zoom == 1
            ? view.whole()
            : view.at(view.shiftX() + dx - dx * scale, view.shiftY() + dy - dy * scale, zoom);
    draw();
  }

  /** The cross goes where the arrows send it; by a pixel with Shift. */
  private boolean crossKeys(KeyEvent e) {
    if (picking.isEmpty() || scene.isEmpty()) {
      return false;
    }
    MapView.Frame frame = frame(scene.get());
    Point now =
        cross.orElseGet(
            () -> new Point(frame.boardX(getWidth() / 2), frame.boardY(getHeight() / 2)));
    if (Keys.SET_POINT.is(e)) {
      pick(now);
      return true;
    }
    Optional<Point2D> way = way(e);
    way.ifPresent(
        by ->
            cross =
                Optional.of(
                    new Point(
                        frame.boardX(frame.screenX(now.x()) + by.getX()),
                        frame.boardY(frame.screenY(now.y()) + by.getY()))));
    return way.isPresent();
  }

  /** How many pixels an arrow key means. */
  public static Optional<Point2D> way(KeyEvent e) {
    int step = e.isShiftDown() ? 1 : CROSS_STEP;
    if (Keys.MAP_LEFT.is(e) || Keys.FINE_LEFT.is(e)) {
      return Optional.of(new Point2D(-step, 0));
    } else if (Keys.MAP_RIGHT.is(e) || Keys.FINE_RIGHT.is(e)) {
      return Optional.of(new Point2D(step, 0));
    } else if (Keys.MAP_UP.is(e) || Keys.FINE_UP.is(e)) {
      return Optional.of(new Point2D(0, -step));
    } else if (Keys.MAP_DOWN.is(e) || Keys.FINE_DOWN.is(e)) {
      return Optional.of(new Point2D(0, step));
    }
    return Optional.empty();
  }

  private void keys(KeyEvent e) {
    if (crossKeys(e)) {
      e.consume();
      draw();
      return;
    }
    if (Keys.MAP_LEFT.is(e)) {
      view = view.moved(KEY_STEP, 0);
    } else if (Keys.MAP_RIGHT.is(e)) {
      view = view.moved(-KEY_STEP, 0);
    } else if (Keys.MAP_UP.is(e)) {
      view = view.moved(0, KEY_STEP);
    } else if (Keys.MAP_DOWN.is(e)) {
      view = view.moved(0, -KEY_STEP);
    } else if (Keys.ZOOM_IN.is(e)) {
      zoom(1.3);
    } else if (Keys.ZOOM_OUT.is(e)) {
      zoom(1 / 1.3);
    } else if (Keys.WHOLE_BOARD.is(e)) {
      fit();
    } else if (Keys.PHOTOGRAPH.is(e)) {
      photographs.lookOtherwise();
    } else {
      return;
    }
    e.consume();
    draw();
  }

  private void press(MouseEvent e) {
    pressedX = e.getX();
    pressedY = e.getY();
    pressedView = view;
  }

  private void drag(MouseEvent e) {
    if (onArea.isPresent()) {
      drawn = scene.map(s -> area(frame(s), e));
    } else if (drawsAPart()) {
      beginPart();
      cross = Optional.of(boardPoint(e.getX(), e.getY()));
    } else {
      view = pressedView.moved(e.getX() - pressedX, e.getY() - pressedY);
    }
    draw();
  }

  private boolean drawsAPart() {
    return scene.isPresent() && picking.filter(p -> p.points() == 2).isPresent();
  }

  /** Where the button went down is the first point, unless one was set before. */
  private void beginPart() {
    if (picked.isEmpty()) {
      picked.add(boardPoint(pressedX, pressedY));
    }
  }

  /** Further from where the button went down than a hand that means a click shakes. */
  private boolean isAway(MouseEvent e) {
    return Math.hypot(e.getX() - pressedX, e.getY() - pressedY) > SHAKE;
  }

  private Point boardPoint(double x, double y) {
    MapView.Frame frame = frame(scene.orElseThrow());
    return new Point(frame.boardX(x), frame.boardY(y));
  }

  private DamageArea area(MapView.Frame frame, MouseEvent e) {
    double fromX = frame.boardX(pressedX);
    double fromY = frame.boardY(pressedY);
    double toX = frame.boardX(e.getX());
    double toY = frame.boardY(e.getY());
    double left = Math.rint(Math.max(0, Math.min(fromX, toX)));
    double top = Math.rint(Math.max(0, Math.min(fromY, toY)));
    return new DamageArea(
        areaKind,
        left,
        top,
        Math.rint(Math.max(fromX, toX)) - left,
        Math.rint(Math.max(fromY, toY)) - top);
  }

  private void release(MouseEvent e) {
    Optional<Consumer<DamageArea>> done = onArea;
    Optional<DamageArea> finished = drawn;
    if (done.isPresent()) {
      onArea = Optional.empty();
      drawn = Optional.empty();
      setCursor(Cursor.DEFAULT);
      finished
          .filter(a -> a.widthMillimetres() >= 1 && a.heightMillimetres() >= 1)
          .ifPresent(done.get());
      draw();
    } else if (drawsAPart() && isAway(e)) {
      beginPart();
      pick(boardPoint(e.getX(), e.getY()));
    }
  }

  private void click(MouseEvent e) {
    if (!e.isStillSincePress() || scene.isEmpty()) {
      return;
    }
    if (picking.isPresent() && !isAway(e)) {
      requestFocus();
      pick(boardPoint(e.getX(), e.getY()));
      return;
    }
    pinAt(e).ifPresentOrElse(onPin, () -> boxAt(e).ifPresent(onPart));
  }

  private Optional<PinRef> pinAt(MouseEvent e) {
    return scene.flatMap(
        s -> {
          MapView.Frame frame = frame(s);
          return s.geometry()
              .pinNear(frame.boardX(e.getX()), frame.boardY(e.getY()), 5 / frame.scale());
        });
  }

  /** Where a pin is drawn now, in the map's own coordinates; empty for a pin that is not. */
  public Optional<Point2D> drawnAt(PinRef pin) {
    return scene.flatMap(
        s -> {
          MapView.Frame frame = frame(s);
          return s.geometry()
              .pin(pin)
              .map(at -> new Point2D(frame.screenX(at.x()), frame.screenY(at.y())));
        });
  }

  /** Where a point of the board is drawn now, in the map's own coordinates. */
  public Point2D drawnAt(Point onBoard) {
    MapView.Frame frame = frame(scene.orElseThrow());
    return new Point2D(frame.screenX(onBoard.x()), frame.screenY(onBoard.y()));
  }

  private Optional<String> boxAt(MouseEvent e) {
    return scene.flatMap(
        s -> {
          MapView.Frame frame = frame(s);
          return s.geometry()
              .boxAt(frame.boardX(e.getX()), frame.boardY(e.getY()))
              .map(b -> b.part().designator());
        });
  }

  private void hover(MouseEvent e) {
    Optional<PinRef> pin = pinAt(e);
    hovering(pin);
    scene.ifPresent(
        s ->
            tooltip.setText(
                pin.map(s.board()::describe)
                    .or(
                        () ->
                            boxAt(e)
                                .flatMap(s.board()::part)
                                .map(p -> p.designator() + " " + p.inWords()))
                    .orElse("Click a pin to begin a reading, a part to see its reasons")));
  }

  private void hovering(Optional<PinRef> pin) {
    if (!pin.equals(underMouse)) {
      underMouse = pin;
      draw();
    }
  }
}
