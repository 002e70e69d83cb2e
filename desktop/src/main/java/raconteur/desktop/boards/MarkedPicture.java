package raconteur.desktop.boards;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Point2D;
import javafx.scene.Cursor;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.image.Image;
import javafx.scene.input.KeyEvent;
import raconteur.core.board.Outline.Point;
import raconteur.desktop.boards.PhotoPresenter.Mark;
import raconteur.desktop.control.BoardMap;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.control.Keys;
import raconteur.desktop.theme.Theme;

/**
 * A photograph as it was taken, with its marks. A click or the arrow keys set the current one, the
 * wheel and plus and minus come closer, dragging moves.
 */
final class MarkedPicture extends Drawing {
  private static final double CLOSEST = 40;
  private static final double ARM = 13;

  private Optional<Image> image = Optional.empty();
  private List<Mark> marks = List.of();
  private int current;
  private double zoom = 1;
  private double shiftX;
  private double shiftY;
  private Point2D pressed = Point2D.ZERO;
  private Point2D pressedShift = Point2D.ZERO;

  /**
   * @param clicked called with the pixel that was clicked
   * @param moved called with the pixel the keys move the current mark to
   * @param next called where the next mark is wanted
   */
  MarkedPicture(Consumer<Point> clicked, Consumer<Point> moved, Runnable next) {
    setMinSize(200, 150);
    setFocusTraversable(true);
    setCursor(Cursor.CROSSHAIR);
    setAccessibleText("The photograph with its marks");
    focusedProperty().addListener((o, before, now) -> draw());
    setOnScroll(
        e -> {
          zoomAbout(e.getX(), e.getY(), e.getDeltaY() > 0 ? 1.25 : 1 / 1.25);
          e.consume();
        });
    setOnMousePressed(
        e -> {
          requestFocus();
          pressed = new Point2D(e.getX(), e.getY());
          pressedShift = new Point2D(shiftX, shiftY);
        });
    setOnMouseDragged(
        e -> {
          shiftX = pressedShift.getX() + e.getX() - pressed.getX();
          shiftY = pressedShift.getY() + e.getY() - pressed.getY();
          draw();
        });
    setOnMouseClicked(
        e -> {
          if (e.isStillSincePress() && image.isPresent()) {
            clicked.accept(pixel(e.getX(), e.getY()));
          }
        });
    setOnKeyPressed(e -> keys(e, moved, next));
  }

  void show(Optional<Image> shown, List<Mark> shownMarks, int shownCurrent) {
    if (!shown.equals(image)) {
      whole();
    }
    image = shown;
    marks = shownMarks;
    current = shownCurrent;
    draw();
  }

  private void whole() {
    zoom = 1;
    shiftX = 0;
    shiftY = 0;
  }

  private void keys(KeyEvent e, Consumer<Point> set, Runnable next) {
    Optional<Point2D> way = BoardMap.way(e);
    if (way.isPresent() && image.isPresent()) {
      Point at = currentPixel();
      set.accept(
          new Point(at.x() + way.get().getX() / scale(), at.y() + way.get().getY() / scale()));
    } else if (Keys.SET_POINT.is(e) && image.isPresent()) {
      set.accept(currentPixel());
    } else if (Keys.NEXT_MARK.is(e)) {
      next.run();
    } else if (Keys.ZOOM_IN.is(e)) {
      closer(1.5);
    } else if (Keys.ZOOM_OUT.is(e)) {
      closer(1 / 1.5);
    } else if (Keys.WHOLE_BOARD.is(e)) {
      whole();
      draw();
    } else {
      return;
    }
    e.consume();
  }

  private Point currentPixel() {
    return current < marks.size() && marks.get(current).pixel().isPresent()
        ? marks.get(current).pixel().get()
        : pixel(getWidth() / 2, getHeight() / 2);
  }

  /** Comes closer to the current mark. */
  private void closer(double factor) {
    Point at = currentPixel();
    zoomAbout(screenX(at.x()), screenY(at.y()), factor);
  }

  private void zoomAbout(double x, double y, double factor) {
    double wanted = Math.clamp(zoom * factor, 1, CLOSEST);
    double by = wanted / zoom;
    double dx = x - getWidth() / 2 - shiftX;
    double dy = y - getHeight() / 2 - shiftY;
    zoom = wanted;
    shiftX += dx - dx * by;
    shiftY += dy - dy * by;
    if (zoom == 1) {
      whole();
    }
    draw();
  }

  private double scale() {
    return image
        .map(i -> Math.min(getWidth() / i.getWidth(), getHeight() / i.getHeight()) * zoom)
        .filter(s -> s > 0)
        .orElse(1.0);
  }

  private double screenX(double pixelX) {
    double middle = image.map(i -> i.getWidth() / 2).orElse(0.0);
    return getWidth() / 2 + shiftX + (pixelX - middle) * scale();
  }

  private double screenY(double pixelY) {
    double middle = image.map(i -> i.getHeight() / 2).orElse(0.0);
    return getHeight() / 2 + shiftY + (pixelY - middle) * scale();
  }

  private Point pixel(double x, double y) {
    double middleX = image.map(i -> i.getWidth() / 2).orElse(0.0);
    double middleY = image.map(i -> i.getHeight() / 2).orElse(0.0);
    return new Point(
        middleX + (x - getWidth() / 2 - shiftX) / scale(),
        middleY + (y - getHeight() / 2 - shiftY) / scale());
  }

  /** Where a pixel is drawn now, in this picture's own coordinates. */
  Point2D drawnAt(Point pixel) {
    return new Point2D(screenX(pixel.x()), screenY(pixel.y()));
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    if (image.isPresent()) {
      g.drawImage(
          image.get(),
          screenX(0),
          screenY(0),
          image.get().getWidth() * scale(),
          image.get().getHeight() * scale());
    } else {
      g.setFill(inks.faint());
      g.setFont(Theme.text(13));
      g.fillText("No picture of this side yet.", 24, 40);
    }
    for (int i = 0; i < marks.size(); i++) {
      Mark mark = marks.get(i);
      boolean now = i == current;
      mark.pixel()
          .ifPresent(p -> drawMark(g, inks, screenX(p.x()), screenY(p.y()), mark.what(), now));
    }
    if (isFocused()) {
      g.setStroke(inks.step());
      g.setLineWidth(2);
      g.strokeRect(1, 1, getWidth() - 2, getHeight() - 2);
    }
  }

  /** A cross open in its middle, so that what it marks is seen, with its name on a flag. */
  private void drawMark(
      GraphicsContext g, Theme.Inks inks, double x, double y, String what, boolean now) {
    for (boolean under : new boolean[] {true, false}) {
      g.setStroke(under ? inks.paper() : now ? inks.suspect() : inks.step());
      g.setLineWidth(under ? 5 : 2);
      g.strokeLine(x - ARM, y, x - 4, y);
      g.strokeLine(x + 4, y, x + ARM, y);
      g.strokeLine(x, y - ARM, x, y - 4);
      g.strokeLine(x, y + 4, x, y + ARM);
    }
    double width = what.length() * 6.2 + 8;
    double left = x + ARM + width < getWidth() ? x + ARM : x - ARM - width;
    double top = y + 22 < getHeight() ? y + 4 : y - 20;
    g.setFont(Theme.text(11));
    g.setFill(inks.paper());
    g.fillRect(left, top, width, 16);
    g.setFill(now ? inks.suspect() : inks.step());
    g.fillText(what, left + 4, top + 12);
  }
}
