package raconteur.desktop.control;

import java.util.HashSet;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.geometry.Point2D;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import raconteur.core.board.Board;
import raconteur.core.board.DamageArea;
import raconteur.core.board.PinRef;
import raconteur.desktop.theme.Theme;

/**
 * The board drawn to scale, either side, with what is suspected on it. The wheel zooms, dragging
 * moves, a click on a pin or a part tells; with the keyboard, arrows move, plus and minus zoom and
 * 0 shows all of it.
 */
public final class BoardMap extends Drawing {
  private static final double KEY_STEP = 60;
  private static final double CLOSEST = 24;

  private final Tooltip tooltip = new Tooltip();
  private Optional<Scene> scene = Optional.empty();
  private MapMarks marks = MapMarks.NONE;
  private MapView view = MapView.WHOLE;
  private DamageArea.Kind areaKind = DamageArea.Kind.LIQUID;
  private Optional<PinRef> underMouse = Optional.empty();
  private Optional<String> litNet = Optional.empty();
  private Optional<Consumer<DamageArea>> onArea = Optional.empty();
  private Optional<DamageArea> drawn = Optional.empty();
  private double pressedX;
  private double pressedY;
  private MapView pressedView = MapView.WHOLE;
  private Consumer<PinRef> onPin = pin -> {};
  private Consumer<String> onPart = part -> {};

  /** A board with where everything on it lies. */
  private record Scene(Board board, BoardGeometry geometry) {}

  public BoardMap() {
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

  /** Leaves an area that was to be drawn. */
  public void stopDrawing() {
    onArea = Optional.empty();
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
      scene = Optional.of(new Scene(board, new BoardGeometry(board)));
      draw();
    }
  }

  /** A board that was edited is looked at as before. */
  private boolean keepsView(Board board) {
    return scene.filter(s -> s.board().identity().id().equals(board.identity().id())).isPresent();
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
                    g, s.board(), s.geometry(), frame(s), inks, marks, litNets(s.board()), drawn)
                .paint());
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

  private Set<String> litNets(Board board) {
    Set<String> nets = new HashSet<>();
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

  private void keys(KeyEvent e) {
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
    } else {
      view = pressedView.moved(e.getX() - pressedX, e.getY() - pressedY);
    }
    draw();
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
    }
  }

  private void click(MouseEvent e) {
    if (!e.isStillSincePress() || scene.isEmpty()) {
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
                                .map(
                                    p ->
                                        p.designator()
                                            + " "
                                            + p.device().name()
                                            + ", "
                                            + p.device().title()))
                    .orElse("Click a pin to begin a reading, a part to see its reasons")));
  }

  private void hovering(Optional<PinRef> pin) {
    if (!pin.equals(underMouse)) {
      underMouse = pin;
      draw();
    }
  }
}
