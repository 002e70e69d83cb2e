package raconteur.desktop.stage;

import java.util.List;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.theme.Theme;

/**
 * Readings that should be alike, one a row, against where most of them lie: a dot among the others,
 * a cross where it is odd.
 */
public final class DotPlot extends Drawing {
  private static final double ROW = 22;
  private static final double NAME = 110;
  private static final double RIGHT = 96;
  private static final double TOP = 8;

  private List<Dot> dots = List.of();
  private double bandFrom;
  private double bandTo;

  /** Shows readings; the band is where those lie that are alike, empty where from is above to. */
  public void show(List<Dot> shown, double from, double to) {
    dots = List.copyOf(shown);
    bandFrom = from;
    bandTo = to;
    setMinHeight(TOP + ROW * Math.max(1, dots.size()) + 6);
    setPrefHeight(getMinHeight());
    setAccessibleText(
        dots.stream().filter(Dot::odd).count() + " of " + dots.size() + " readings are odd");
    draw();
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    List<Dot> read = dots.stream().filter(Dot::read).toList();
    double least = read.stream().mapToDouble(Dot::at).min().orElse(0);
    double most = read.stream().mapToDouble(Dot::at).max().orElse(1);
    boolean band = bandFrom <= bandTo;
    least = band ? Math.min(least, bandFrom) : least;
    most = band ? Math.max(most, bandTo) : most;
    double span = Math.max(1e-9, most - least);
    double left = NAME + 10;
    double width = Math.max(10, getWidth() - left - RIGHT - 10);
    if (band) {
      g.setFill(inks.cleared().deriveColor(0, 1, 1, 0.18));
      g.fillRect(
          left + (bandFrom - least) / span * width,
          TOP,
          Math.max(2, (bandTo - bandFrom) / span * width),
          ROW * dots.size());
    }
    g.setTextBaseline(VPos.CENTER);
    for (int i = 0; i < dots.size(); i++) {
      Dot dot = dots.get(i);
      double y = TOP + ROW * (i + 0.5);
      g.setStroke(inks.faint().deriveColor(0, 1, 1, 0.35));
      g.setLineWidth(1);
      g.strokeLine(left, y, left + width, y);
      g.setTextAlign(TextAlignment.RIGHT);
      g.setFont(Theme.text(12));
      g.setFill(dot.read() ? inks.ink() : inks.faint());
      g.fillText(dot.name(), NAME, y);
      g.setTextAlign(TextAlignment.LEFT);
      if (!dot.read()) {
        g.fillText("to read", left + width + 12, y);
        continue;
      }
      double x = left + (dot.at() - least) / span * width;
      g.setFill(dot.odd() ? inks.suspect() : inks.step());
      g.setStroke(inks.suspect());
      g.setLineWidth(2.2);
      if (dot.odd()) {
        g.strokeLine(x - 5, y - 5, x + 5, y + 5);
        g.strokeLine(x - 5, y + 5, x + 5, y - 5);
      } else {
        g.fillOval(x - 4.5, y - 4.5, 9, 9);
      }
      g.setFill(dot.odd() ? inks.suspect() : inks.ink());
      g.fillText(dot.words() + (dot.odd() ? " odd" : ""), left + width + 12, y);
    }
  }
}
