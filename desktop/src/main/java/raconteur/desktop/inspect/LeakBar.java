package raconteur.desktop.inspect;

import java.util.List;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import raconteur.core.finding.Quantities;
import raconteur.core.judge.PullLedger;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.theme.Theme;

/**
 * What a rail carried before the first pull, as one bar: each pulled part's share of the
 * conductance, and what is left.
 */
final class LeakBar extends Drawing {
  private static final double HEIGHT = 64;

  private Optional<PullLedger> ledger = Optional.empty();

  LeakBar() {
    setMinHeight(HEIGHT);
    setPrefHeight(HEIGHT);
  }

  void show(Optional<PullLedger> shown) {
    ledger = shown;
    setAccessibleText(shown.map(PullLedger::words).orElse("No pulls yet"));
    draw();
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    if (ledger.isEmpty()) {
      return;
    }
    PullLedger shown = ledger.get();
    double width = getWidth() - 2;
    double left = 1;
    g.setTextBaseline(VPos.CENTER);
    g.setTextAlign(TextAlignment.CENTER);
    g.setFont(Theme.text(12));
    List<PullLedger.Step> parts = shown.ranked().stream().filter(s -> s.share() > 0.004).toList();
    for (PullLedger.Step step : parts) {
      double w = Math.min(width * step.share(), width + 1 - left);
      g.setFill(
          step.kind() == PullLedger.Kind.LEAKS
              ? inks.suspect().deriveColor(0, 1, 1, 0.75)
              : inks.faint().deriveColor(0, 1, 1, 0.4));
      g.fillRect(left, 4, Math.max(1, w - 2), 28);
      if (w > 34) {
        g.setFill(inks.paper());
        g.fillText(step.part(), left + w / 2, 18);
      }
      left += w;
    }
    double rest = Math.max(0, width + 1 - left);
    g.setFill(inks.cleared().deriveColor(0, 1, 1, 0.3));
    g.fillRect(left, 4, rest, 28);
    g.setStroke(inks.ink());
    g.setLineWidth(1);
    g.strokeRect(1, 4, width, 28);
    g.setFill(inks.ink());
    if (rest > 60) {
      g.fillText("still there", left + rest / 2, 18);
    }
    g.setTextAlign(TextAlignment.LEFT);
    g.setFont(Theme.text(12));
    g.fillText(
        "The bar is the current the rail leaked at "
            + Quantities.ohms(shown.startOhms())
            + "; now "
            + Quantities.ohms(shown.leftOhms())
            + ".",
        2,
        48);
  }
}
