package raconteur.desktop.control;

import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.canvas.Canvas;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.input.ScrollEvent;
import javafx.scene.layout.Region;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.desktop.theme.Theme;

/**
 * The board drawn to scale, either side, with what is suspected on it. The wheel zooms, dragging
 * moves, a click on a pin or a part tells.
 */
public final class BoardMap extends Region {
  private static final double CLOSEST = 24;

  private final Canvas canvas = new Canvas();
  private final Tooltip tooltip = new Tooltip();
  private Optional<Scene> scene = Optional.empty();
  private MapMarks marks = MapMarks.NONE;
  private MapView view = MapView.WHOLE;
  private boolean dim;
  private Optional<PinRef> underMouse = Optional.empty();
  private double pressedX;
  private double pressedY;
  private MapView pressedView = MapView.WHOLE;
  private Consumer<PinRef> onPin = pin -> {};
  private Consumer<String> onPart = part -> {};

  /** A board with where everything on it lies. */
  private record Scene(Board board, BoardGeometry geometry) {}

  public BoardMap() {
    getStyleClass().add("board-map");
    getChildren().add(canvas);
    setMinSize(200, 150);
    setOnScroll(this::zoom);
    setOnMousePressed(this::press);
    setOnMouseDragged(this::drag);
    setOnMouseClicked(this::click);
    setOnMouseMoved(this::hover);
    setOnMouseExited(e -> hovering(Optional.empty()));
    Tooltip.install(this, tooltip);
  }

  public void setOnPin(Consumer<PinRef> action) {
    onPin = action;
  }

  public void setOnPart(Consumer<String> action) {
    onPart = action;
  }

  public void setBoard(Board board) {
    if (scene.filter(s -> s.board() == board).isEmpty()) {
      scene = Optional.of(new Scene(board, new BoardGeometry(board)));
      view = new MapView(0, 0, 1, view.underside());
      draw();
    }
  }

  public void setMarks(MapMarks newMarks) {
    marks = newMarks;
    draw();
  }

  public void setDim(boolean newDim) {
    dim = newDim;
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
    view = new MapView(0, 0, 1, view.underside());
    draw();
  }

  /** Zooms by a factor about the middle. */
  public void zoom(double factor) {
    zoomAbout(getWidth() / 2, getHeight() / 2, factor);
  }

  @Override
  protected void layoutChildren() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getHeight());
    draw();
  }

  private void draw() {
    var g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
    scene.ifPresent(
        s ->
            new BoardPainter(
                    g, s.board(), s.geometry(), frame(s), Theme.inks(dim), marks, underMouse)
                .paint());
    setAccessibleText(
        scene
            .map(s -> s.board().identity().title() + (underside() ? ", underside" : ", top"))
            .orElse("No board"));
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
            ? new MapView(0, 0, 1, view.underside())
            : new MapView(
                view.shiftX() + dx - dx * scale,
                view.shiftY() + dy - dy * scale,
                zoom,
                view.underside());
    draw();
  }

  private void press(MouseEvent e) {
    pressedX = e.getX();
    pressedY = e.getY();
    pressedView = view;
  }

  private void drag(MouseEvent e) {
    view =
        new MapView(
            pressedView.shiftX() + e.getX() - pressedX,
            pressedView.shiftY() + e.getY() - pressedY,
            view.zoom(),
            view.underside());
    draw();
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
