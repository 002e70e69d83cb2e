package raconteur.desktop.power;

import java.util.List;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import raconteur.core.board.Rail;
import raconteur.core.finding.Quantities;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.theme.Theme;

/**
 * Every rail as a scale from beyond zero to well over its voltage: the good band, and what was read
 * at the regulator (a wedge), at a far chip (a ring) and on the dummy load (a square).
 */
final class RailGauges extends Drawing {
  private static final double ROW = 34;
  private static final double NAME = 64;
  private static final double RIGHT = 92;

  private List<PowerSheets.RailReadings> rails = List.of();

  void show(List<PowerSheets.RailReadings> shown) {
    rails = shown;
    setMinHeight(ROW * Math.max(1, rails.size()) + 4);
    setPrefHeight(getMinHeight());
    setAccessibleText(rails.size() + " rails, see the table below");
    draw();
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    g.setTextBaseline(VPos.CENTER);
    for (int i = 0; i < rails.size(); i++) {
      rail(g, inks, rails.get(i), ROW * (i + 0.5));
    }
  }

  /** From −0.5 to 1.5 of the rail's voltage; beyond that a mark sits at the edge. */
  private double x(Rail rail, double volts) {
    double share = Math.clamp(volts / rail.volts(), -0.5, 1.5);
    return NAME + 12 + (share + 0.5) / 2 * (getWidth() - NAME - RIGHT - 24);
  }

  private void rail(
      GraphicsContext g, Theme.Inks inks, PowerSheets.RailReadings readings, double y) {
    Rail rail = readings.rail();
    g.setTextAlign(TextAlignment.RIGHT);
    g.setFont(Theme.text(13));
    g.setFill(inks.ink());
    g.fillText(rail.name(), NAME, y);
    double from = x(rail, rail.lowestGoodVolts());
    double to = x(rail, rail.highestGoodVolts());
    g.setFill(inks.cleared().deriveColor(0, 1, 1, 0.35));
    g.fillRect(Math.min(from, to), y - 8, Math.max(3, Math.abs(to - from)), 16);
    g.setStroke(inks.faint());
    g.setLineWidth(1);
    g.strokeLine(x(rail, -rail.volts() / 2), y, x(rail, rail.volts() * 1.5), y);
    double zero = x(rail, 0);
    g.strokeLine(zero, y - 6, zero, y + 6);
    g.setFont(Theme.text(10));
    g.setFill(inks.faint());
    g.setTextAlign(TextAlignment.CENTER);
    g.fillText("0", zero, y + 12);
    readings.dummyVolts().ifPresent(v -> square(g, inks, rail, v, y));
    readings.farVolts().ifPresent(v -> ring(g, inks, rail, v, y));
    readings.volts().ifPresent(v -> wedge(g, inks, rail, v, y));
    g.setTextAlign(TextAlignment.LEFT);
    g.setFont(Theme.text(12));
    Optional<Double> shown = readings.volts().or(readings::farVolts).or(readings::dummyVolts);
    g.setFill(shown.map(v -> colour(inks, rail, v)).orElse(inks.faint()));
    g.fillText(shown.map(Quantities::volts).orElse("to read"), getWidth() - RIGHT + 6, y);
  }

  private static javafx.scene.paint.Color colour(Theme.Inks inks, Rail rail, double volts) {
    boolean good = volts >= rail.lowestGoodVolts() && volts <= rail.highestGoodVolts();
    return good ? inks.step() : inks.suspect();
  }

  private void wedge(GraphicsContext g, Theme.Inks inks, Rail rail, double volts, double y) {
    double x = x(rail, volts);
    g.setFill(colour(inks, rail, volts));
    g.fillPolygon(new double[] {x - 6, x + 6, x}, new double[] {y - 13, y - 13, y - 1}, 3);
  }

  private void ring(GraphicsContext g, Theme.Inks inks, Rail rail, double volts, double y) {
    double x = x(rail, volts);
    g.setStroke(colour(inks, rail, volts));
    g.setLineWidth(2);
    g.strokeOval(x - 5, y - 5, 10, 10);
  }

  private void square(GraphicsContext g, Theme.Inks inks, Rail rail, double volts, double y) {
    double x = x(rail, volts);
    g.setFill(colour(inks, rail, volts).deriveColor(0, 1, 1, 0.7));
    g.fillRect(x - 4, y + 2, 8, 8);
  }
}
