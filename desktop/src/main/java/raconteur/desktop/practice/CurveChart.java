package raconteur.desktop.practice;

import java.util.List;
import java.util.Locale;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import raconteur.core.practice.Progress;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.theme.Theme;

/**
 * Case after case, how many times the planner's minutes it took: a ring each, open where the board
 * was not brought home, and the mean of the last few as a line.
 */
final class CurveChart extends Drawing {
  private static final double LEFT = 60;
  private static final double RIGHT = 20;
  private static final double TOP = 18;
  private static final double BOTTOM = 30;
  private static final double DOT = 4;
  private static final double LARGEST = 12;
  private static final double SMALLEST = 0.4;

  private Progress shown = new Progress(List.of());

  CurveChart() {
    setMinHeight(180);
  }

  void show(Progress progress) {
    shown = progress;
    setAccessibleText(
        progress.cases().isEmpty()
            ? "No case of practice has been gone through yet"
            : String.format(
                Locale.ROOT,
                "%d cases; lately %.1f times the planner's minutes",
                progress.cases().size(),
                progress.curve().getLast()));
    draw();
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    g.setFont(Theme.text(12));
    g.setTextBaseline(VPos.CENTER);
    g.setTextAlign(TextAlignment.RIGHT);
    for (double ratio : new double[] {0.5, 1, 2, 5, 10}) {
      g.setStroke(ratio == 1 ? inks.ink() : inks.faint());
      g.setLineWidth(1);
      g.strokeLine(LEFT, y(ratio), getWidth() - RIGHT, y(ratio));
      g.setFill(inks.faint());
      g.fillText(
          String.format(Locale.ROOT, "× %s", ratio < 1 ? "0.5" : Math.round(ratio)),
          LEFT - 8,
          y(ratio));
    }
    // At the right end: the first cases stand at the left.
    g.fillText("as quick as the planner", getWidth() - RIGHT, y(1) - 9);
    g.setTextAlign(TextAlignment.LEFT);
    List<Double> curve = shown.curve();
    for (int i = 0; i < curve.size(); i++) {
      Progress.Practised one = shown.cases().get(i);
      g.setStroke(inks.ink());
      g.setFill(inks.ink());
      g.setLineWidth(1.5);
      if (one.result().solved()) {
        g.fillOval(x(i) - DOT, y(one.ratio()) - DOT, 2 * DOT, 2 * DOT);
      } else {
        g.strokeOval(x(i) - DOT, y(one.ratio()) - DOT, 2 * DOT, 2 * DOT);
      }
      if (i > 0) {
        g.setLineWidth(2);
        g.strokeLine(x(i - 1), y(curve.get(i - 1)), x(i), y(curve.get(i)));
      }
    }
    g.setFill(inks.faint());
    g.setTextBaseline(VPos.BOTTOM);
    g.fillText(
        "case after case; full where the board came home, the line is the mean of the last five",
        LEFT,
        getHeight() - 6);
  }

  private double x(int index) {
    double room = getWidth() - LEFT - RIGHT - 2 * DOT;
    return LEFT + DOT + room * (index + 0.5) / Math.max(8, shown.cases().size());
  }

  /** Logarithmic: twice as long is as far from once as once is from half. */
  private double y(double ratio) {
    double at = Math.log(Math.clamp(ratio, SMALLEST, LARGEST) / SMALLEST);
    return TOP + (1 - at / Math.log(LARGEST / SMALLEST)) * (getHeight() - TOP - BOTTOM);
  }
}
