package raconteur.desktop.inspect;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import raconteur.core.board.PinRef;
import raconteur.core.continuity.ArrayPlan;
import raconteur.core.continuity.ArrayProgress;
import raconteur.core.finding.Finding;
import raconteur.core.story.Telling;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.theme.Theme;

/**
 * The sockets of an array side by side with their pins under one another: touches made as strokes
 * between pins, faults crossed, and the two leads' next places ringed.
 */
final class ArrayDrawing extends Drawing {
  private static final double LEFT = 40;
  private static final double TOP = 26;

  private Optional<ArrayProgress> progress = Optional.empty();
  private final Map<Set<PinRef>, Boolean> seen = new HashMap<>();

  void show(ArrayProgress shown, Telling telling) {
    progress = Optional.of(shown);
    seen.clear();
    telling.findings().stream()
        .filter(f -> f.moment().epoch() == telling.epoch())
        .forEach(
            f -> {
              if (f.finding() instanceof Finding.Continuity(PinRef a, PinRef b, boolean joined)) {
                seen.put(Set.of(a, b), joined);
              }
            });
    setAccessibleText(
        shown.done()
            + " of "
            + shown.plan().touches().size()
            + " touches, "
            + shown.faults().size()
            + " faults");
    draw();
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    if (progress.isEmpty()) {
      return;
    }
    ArrayProgress shown = progress.get();
    ArrayPlan plan = shown.plan();
    List<String> rows =
        plan.touches().stream()
            .flatMap(t -> List.of(t.one(), t.other()).stream())
            .map(PinRef::number)
            .distinct()
            .sorted(java.util.Comparator.comparingInt(ArrayDrawing::order))
            .toList();
    double dx = (getWidth() - LEFT - 14) / Math.max(1, plan.parts().size());
    double dy = (getHeight() - TOP - 8) / Math.max(1, rows.size());
    g.setTextBaseline(VPos.CENTER);
    g.setTextAlign(TextAlignment.CENTER);
    g.setFont(Theme.text(Math.clamp(dx * 0.34, 8, 12)));
    g.setFill(inks.ink());
    for (int i = 0; i < plan.parts().size(); i++) {
      g.fillText(plan.parts().get(i), LEFT + dx * (i + 0.5), 12);
    }
    g.setFont(Theme.text(Math.clamp(dy * 0.6, 8, 11)));
    for (int i = 0; i < rows.size(); i++) {
      g.setFill(inks.faint());
      g.fillText(rows.get(i), LEFT / 2, TOP + dy * (i + 0.5));
    }
    Grid grid = new Grid(plan.parts(), rows, dx, dy);
    plan.touches().forEach(t -> touch(g, inks, grid, t));
    g.setFill(inks.ink());
    for (int i = 0; i < plan.parts().size(); i++) {
      for (int j = 0; j < rows.size(); j++) {
        double x = LEFT + dx * (i + 0.5);
        double y = TOP + dy * (j + 0.5);
        g.fillRect(x - 1.5, y - 1.5, 3, 3);
      }
    }
    shown
        .next()
        .ifPresent(
            t -> {
              g.setStroke(inks.step());
              g.setLineWidth(2.4);
              ring(g, grid, t.one());
              ring(g, grid, t.other());
            });
  }

  private static int order(String number) {
    return number.matches("[0-9]{1,6}") ? Integer.parseInt(number) : 1_000_000;
  }

  /** Where a pin lies. */
  private record Grid(List<String> parts, List<String> rows, double dx, double dy) {
    double x(PinRef pin) {
      return LEFT + dx * (parts.indexOf(pin.part()) + 0.5);
    }

    double y(PinRef pin) {
      return TOP + dy * (rows.indexOf(pin.number()) + 0.5);
    }
  }

  private void touch(GraphicsContext g, Theme.Inks inks, Grid grid, ArrayPlan.Touch touch) {
    Boolean joined = seen.get(Set.of(touch.one(), touch.other()));
    if (joined == null) {
      return;
    }
    boolean good = joined == touch.joined();
    double x1 = grid.x(touch.one());
    double y1 = grid.y(touch.one());
    double x2 = grid.x(touch.other());
    double y2 = grid.y(touch.other());
    g.setStroke(good ? inks.cleared() : inks.suspect());
    g.setLineWidth(good ? 1.6 : 2.6);
    if (good && !touch.joined()) {
      g.setLineDashes(1, 3);
    }
    g.strokeLine(x1, y1, x2, y2);
    g.setLineDashes();
    if (!good) {
      double x = (x1 + x2) / 2;
      double y = (y1 + y2) / 2;
      g.strokeLine(x - 5, y - 5, x + 5, y + 5);
      g.strokeLine(x - 5, y + 5, x + 5, y - 5);
    }
  }

  private static void ring(GraphicsContext g, Grid grid, PinRef pin) {
    g.strokeOval(grid.x(pin) - 6, grid.y(pin) - 6, 12, 12);
  }
}
