package raconteur.desktop.practice;

import java.util.Locale;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import raconteur.core.practice.Debrief;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.theme.Theme;

/**
 * How far the story had led at each minute: the share of suspicion on what was wrong as steps,
 * tests as ticks, mends as triangles that are full where they cured, and a flag where it was
 * enough.
 */
final class DebriefChart extends Drawing {
  private static final double LEFT = 46;
  private static final double RIGHT = 14;
  private static final double TOP = 20;
  private static final double BOTTOM = 26;
  private static final double MARK = 5;
  private static final double LEAST = 120;

  private Optional<Debrief> shown = Optional.empty();

  DebriefChart() {
    setMinHeight(120);
    setPrefHeight(150);
  }

  void show(Debrief debrief) {
    shown = Optional.of(debrief);
    setAccessibleText(
        debrief.steps().size()
            + " lines over "
            + Math.round(debrief.minutes())
            + " minutes; each stands in the table below");
    draw();
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    shown
        .filter(d -> !d.steps().isEmpty() && getWidth() > LEAST && getHeight() > LEAST / 2)
        .ifPresent(d -> paint(g, inks, d));
  }

  private double x(double minute, double all) {
    return LEFT + minute / Math.max(1, all) * (getWidth() - LEFT - RIGHT);
  }

  private double y(double share) {
    return TOP + (1 - share) * (getHeight() - TOP - BOTTOM);
  }

  private void paint(GraphicsContext g, Theme.Inks inks, Debrief debrief) {
    g.setFont(Theme.text(12));
    double all = debrief.steps().stream().mapToDouble(Debrief.Step::minutes).sum();
    axes(g, inks, all);
    double minute = 0;
    if (debrief.sufficed().orElse(Integer.MAX_VALUE) < debrief.steps().getFirst().entry()) {
      enough(g, inks, x(0, all));
    }
    double share = debrief.steps().getFirst().before();
    for (Debrief.Step step : debrief.steps()) {
      double from = x(minute, all);
      minute += step.minutes();
      double to = x(minute, all);
      g.setStroke(inks.faint());
      g.setLineWidth(1);
      g.strokeLine(to, y(0), to, y(0) + MARK);
      g.setStroke(inks.ink());
      g.setLineWidth(2);
      g.strokeLine(from, y(share), to, y(share));
      g.strokeLine(to, y(share), to, y(step.after()));
      share = step.after();
      if (step.kind() == Debrief.Kind.MEND) {
        mend(g, inks, to, y(share), !step.inVain());
      }
      if (debrief.sufficed().orElse(-1) == step.entry()) {
        enough(g, inks, to);
      }
    }
  }

  private void axes(GraphicsContext g, Theme.Inks inks, double all) {
    g.setStroke(inks.faint());
    g.setLineWidth(1);
    g.setFill(inks.faint());
    g.setTextBaseline(VPos.CENTER);
    g.setTextAlign(TextAlignment.RIGHT);
    for (double share : new double[] {0, 0.5, 1}) {
      g.strokeLine(LEFT, y(share), getWidth() - RIGHT, y(share));
      g.fillText(String.format(Locale.ROOT, "%.0f %%", share * 100), LEFT - 6, y(share));
    }
    g.setTextAlign(TextAlignment.CENTER);
    g.setTextBaseline(VPos.BOTTOM);
    double step = Math.max(1, Math.ceil(all / 6 / 5) * 5);
    for (double at = 0; at <= all; at += step) {
      g.fillText(
          String.format(Locale.ROOT, "%.0f min", at),
          Math.clamp(x(at, all), LEFT + 14, getWidth() - RIGHT - 18),
          getHeight() - 2);
    }
  }

  private static void mend(GraphicsContext g, Theme.Inks inks, double x, double y, boolean cured) {
    double[] xs = {x - MARK, x + MARK, x};
    double[] ys = {y + MARK, y + MARK, y - MARK};
    g.setLineWidth(1.5);
    if (cured) {
      g.setFill(inks.ink());
      g.fillPolygon(xs, ys, xs.length);
    } else {
      g.setStroke(inks.ink());
      g.strokePolygon(xs, ys, xs.length);
    }
  }

  private void enough(GraphicsContext g, Theme.Inks inks, double x) {
    g.setStroke(inks.ink());
    g.setLineWidth(1);
    g.setLineDashes(4, 3);
    g.strokeLine(x, TOP, x, y(0));
    g.setLineDashes();
    g.setFill(inks.ink());
    g.setTextBaseline(VPos.BOTTOM);
    g.setTextAlign(x > getWidth() / 2 ? TextAlignment.RIGHT : TextAlignment.LEFT);
    g.fillText("enough was known", x, TOP - 2);
  }
}
