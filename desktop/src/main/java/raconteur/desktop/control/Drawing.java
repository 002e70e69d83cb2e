package raconteur.desktop.control;

import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;
import raconteur.desktop.theme.Theme;

/** A region that is drawn on a canvas as large as itself, light or dim. */
public abstract class Drawing extends Region {
  private final Canvas canvas = new Canvas();
  private boolean dim;

  protected Drawing() {
    getChildren().add(canvas);
  }

  /** Draws on a cleared canvas. */
  protected abstract void draw(GraphicsContext g, Theme.Inks inks);

  /** Draws again, after something changed. */
  protected final void draw() {
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, canvas.getWidth(), canvas.getHeight());
    draw(g, Theme.inks(dim));
  }

  public final void setDim(boolean newDim) {
    dim = newDim;
    draw();
  }

  @Override
  protected void layoutChildren() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getHeight());
    draw();
  }
}
