package raconteur.desktop.arrive;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import javafx.scene.text.TextAlignment;
import raconteur.core.intake.Worth;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.theme.Theme;

/** What a repair costs, with its spread, beside what the board is worth mended and as a donor. */
final class WorthBars extends Drawing {
  private static final double ROW = 38;
  private static final double NAME = 120;
  private static final double RIGHT = 80;

  private List<Bar> bars = List.of();

  /** One amount with how much it may be off. */
  private record Bar(String name, double money, double spread) {}

  WorthBars() {
    setMinHeight(3 * ROW + 8);
    setPrefHeight(3 * ROW + 8);
  }

  void show(Worth worth, Worth.Rates rates, Optional<Double> value) {
    double perMinute = rates.moneyPerHour() / 60;
    List<Bar> shown = new ArrayList<>();
    shown.add(
        new Bar(
            "Repair costs",
            worth.minutes() * perMinute + worth.partsMoney(),
            worth.sigmaMinutes() * perMinute));
    value.ifPresent(v -> shown.add(new Bar("Worth mended", v, 0)));
    shown.add(new Bar("As a donor", worth.donorMoney(), 0));
    bars = shown;
    setAccessibleText(
        String.join(
            ", ",
            shown.stream()
                .map(b -> String.format(Locale.ROOT, "%s %.0f", b.name(), b.money()))
                .toList()));
    draw();
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    double most = bars.stream().mapToDouble(b -> b.money() + b.spread()).max().orElse(1);
    double scale = Math.max(1, getWidth() - NAME - RIGHT) / Math.max(1, most);
    g.setTextBaseline(VPos.CENTER);
    for (int i = 0; i < bars.size(); i++) {
      Bar bar = bars.get(i);
      double y = ROW * (i + 0.5);
      double end = NAME + bar.money() * scale;
      Color ink = i == 0 ? inks.suspect() : i == bars.size() - 1 ? inks.faint() : inks.cleared();
      g.setFill(ink.deriveColor(0, 1, 1, 0.55));
      g.fillRect(NAME, y - 9, Math.max(1, end - NAME), 18);
      if (bar.spread() > 0) {
        double reach = bar.spread() * scale;
        g.setStroke(inks.ink());
        g.setLineWidth(1.4);
        g.strokeLine(end - reach, y, end + reach, y);
        g.strokeLine(end - reach, y - 5, end - reach, y + 5);
        g.strokeLine(end + reach, y - 5, end + reach, y + 5);
      }
      g.setFill(inks.ink());
      g.setFont(Theme.text(13));
      g.setTextAlign(TextAlignment.RIGHT);
      g.fillText(bar.name(), NAME - 10, y);
      g.setTextAlign(TextAlignment.LEFT);
      g.fillText(
          String.format(Locale.ROOT, "%.0f", bar.money()), end + bar.spread() * scale + 8, y);
    }
  }
}
