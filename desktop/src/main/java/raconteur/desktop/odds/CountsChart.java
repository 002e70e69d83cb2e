package raconteur.desktop.odds;

import java.util.Locale;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.Canvas;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.layout.Region;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import raconteur.core.odds.Tally;
import raconteur.desktop.theme.Theme;

/** Share of boards affected at each position, each with its interval: a dot and its reach. */
final class CountsChart extends Region {
  private static final double ROW = 30;
  private static final double NAME = 150;
  private static final double RIGHT = 120;
  private static final double TOP = 34;

  private final Canvas canvas = new Canvas();
  private Optional<Tally> tally = Optional.empty();
  private boolean dim;

  CountsChart() {
    getChildren().add(canvas);
    setMinHeight(160);
  }

  void show(Tally shown) {
    tally = Optional.of(shown);
    setAccessibleText(shown.rows().size() + " positions, see the table below");
    setPrefHeight(TOP + ROW * Math.max(3, shown.rows().size()) + 10);
    requestLayout();
  }

  void setDim(boolean newDim) {
    dim = newDim;
    requestLayout();
  }

  @Override
  protected void layoutChildren() {
    canvas.setWidth(getWidth());
    canvas.setHeight(getHeight());
    GraphicsContext g = canvas.getGraphicsContext2D();
    g.clearRect(0, 0, getWidth(), getHeight());
    tally.ifPresent(t -> paint(g, t));
  }

  private double at(double share) {
    return NAME + share * (getWidth() - NAME - RIGHT);
  }

  private void paint(GraphicsContext g, Tally shown) {
    Theme.Inks inks = Theme.inks(dim);
    g.setTextBaseline(VPos.CENTER);
    axis(g, inks);
    for (int i = 0; i < shown.rows().size(); i++) {
      Tally.Row row = shown.rows().get(i);
      double y = TOP + ROW * (i + 0.5);
      var interval = OddsPresenter.interval(shown, row);
      g.setTextAlign(TextAlignment.RIGHT);
      g.setFill(inks.ink());
      g.setFont(Font.font("B612", 13));
      g.fillText(row.position() + " " + row.device(), NAME - 12, y);
      g.setStroke(inks.mended());
      g.setLineWidth(2);
      g.strokeLine(at(interval.low()), y, at(interval.high()), y);
      g.strokeLine(at(interval.low()), y - 5, at(interval.low()), y + 5);
      g.strokeLine(at(interval.high()), y - 5, at(interval.high()), y + 5);
      g.setFill(inks.suspect());
      double share = (double) row.affected() / shown.boards();
      g.fillOval(at(share) - 6, y - 6, 12, 12);
      g.setTextAlign(TextAlignment.LEFT);
      g.setFill(inks.ink());
      g.setFont(Theme.text(12));
      g.fillText(row.affected() + " of " + shown.boards(), getWidth() - RIGHT + 16, y);
    }
  }

  private void axis(GraphicsContext g, Theme.Inks inks) {
    g.setFont(Theme.text(11));
    g.setTextAlign(TextAlignment.CENTER);
    for (int percent = 0; percent <= 100; percent += 20) {
      double x = at(percent / 100.0);
      g.setStroke(inks.faint().deriveColor(0, 1, 1, 0.35));
      g.setLineWidth(1);
      g.strokeLine(x, TOP - 6, x, getHeight() - 6);
      g.setFill(inks.faint());
      g.fillText(String.format(Locale.ROOT, "%d %%", percent), x, TOP - 18);
    }
  }
}
