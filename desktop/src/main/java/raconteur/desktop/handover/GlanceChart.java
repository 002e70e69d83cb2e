package raconteur.desktop.handover;

import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.function.IntConsumer;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.input.KeyEvent;
import javafx.scene.text.TextAlignment;
import raconteur.core.plan.Glance;
import raconteur.core.plan.PlaceWords;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.control.Keys;
import raconteur.desktop.theme.Theme;

/**
 * A case from its first line to its last: a band for each place that led, as thick as it was
 * suspected, mends as triangles with a line down, readings as ticks. The lines stand as far apart
 * as each other, since days of waiting would hide an evening of work; days are written under them.
 */
final class GlanceChart extends Drawing {
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMM", Locale.ENGLISH).withZone(ZoneId.systemDefault());
  private static final double LEFT = 128;
  private static final double RIGHT = 58;
  private static final double TOP = 26;
  private static final double BOTTOM = 40;
  private static final double MARK = 5;
  private static final double THICKEST = 0.82;
  private static final double DAY_ROOM = 44;
  private static final double MEND_ROOM = 130;
  private static final int LONGEST_NAME = 17;

  private Optional<Glance> shown = Optional.empty();
  private int chosen = -1;
  private IntConsumer onChosen = number -> {};

  GlanceChart() {
    setMinSize(320, 220);
    setFocusTraversable(true);
    setOnMouseClicked(
        e -> {
          requestFocus();
          shown.ifPresent(glance -> choose(nearest(glance, e.getX())));
        });
    setOnKeyPressed(this::keys);
    focusedProperty().addListener((observed, before, now) -> draw());
  }

  /** Told the place of the line chosen among the lines of the story. */
  void setOnChosen(IntConsumer action) {
    onChosen = action;
  }

  void show(Glance glance) {
    shown = Optional.of(glance);
    chosen = Math.min(chosen, glance.moments().size() - 1);
    setAccessibleText(
        glance.moments().size()
            + " lines; "
            + Keys.GLANCE_BACK.label()
            + " and "
            + Keys.GLANCE_ON.label()
            + " go from line to line and say what was suspected after it");
    draw();
  }

  private void keys(KeyEvent e) {
    int last = shown.map(g -> g.moments().size() - 1).orElse(-1);
    OptionalInt to = OptionalInt.empty();
    if (Keys.GLANCE_BACK.is(e)) {
      to = OptionalInt.of(chosen < 0 ? last : chosen - 1);
    } else if (Keys.GLANCE_ON.is(e)) {
      to = OptionalInt.of(chosen + 1);
    } else if (Keys.GLANCE_FIRST.is(e)) {
      to = OptionalInt.of(0);
    } else if (Keys.GLANCE_LAST.is(e)) {
      to = OptionalInt.of(last);
    }
    if (to.isPresent() && last >= 0) {
      choose(Math.clamp(to.getAsInt(), 0, last));
      e.consume();
    }
  }

  private void choose(int moment) {
    chosen = moment;
    draw();
    onChosen.accept(moment);
  }

  private int nearest(Glance glance, double x) {
    int last = glance.moments().size() - 1;
    return last < 0
        ? -1
        : (int) Math.clamp(Math.round((x - LEFT) / each(glance) - 0.5), 0L, (long) last);
  }

  private double each(Glance glance) {
    return (getWidth() - LEFT - RIGHT) / Math.max(1, glance.moments().size());
  }

  private double x(Glance glance, int moment) {
    return LEFT + (moment + 0.5) * each(glance);
  }

  private double foot() {
    return getHeight() - BOTTOM;
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    shown
        .filter(glance -> !glance.moments().isEmpty() && !glance.places().isEmpty())
        .filter(_ -> getWidth() > LEFT + RIGHT && getHeight() > TOP + BOTTOM)
        .ifPresent(glance -> paint(g, inks, glance));
    if (isFocused()) {
      g.setStroke(inks.step());
      g.setLineWidth(2);
      g.strokeRect(1, 1, getWidth() - 2, getHeight() - 2);
    }
  }

  private void paint(GraphicsContext g, Theme.Inks inks, Glance glance) {
    g.setFont(Theme.text(12));
    double lane = (foot() - TOP) / glance.places().size();
    for (int i = 0; i < glance.places().size(); i++) {
      band(g, inks, glance, i, TOP + (i + 0.5) * lane, lane * THICKEST);
    }
    lines(g, inks, glance);
    days(g, inks, glance);
    if (chosen >= 0) {
      g.setStroke(inks.step());
      g.setLineWidth(2);
      g.strokeLine(x(glance, chosen), TOP - 8, x(glance, chosen), foot() + 10);
    }
  }

  private void band(
      GraphicsContext g, Theme.Inks inks, Glance glance, int place, double y, double thickest) {
    List<Glance.Moment> moments = glance.moments();
    double half = each(glance) / 2;
    g.setStroke(inks.faint().deriveColor(0, 1, 1, 0.5));
    g.setLineWidth(1);
    g.strokeLine(LEFT, y, getWidth() - RIGHT, y);
    g.setFill(inks.suspect());
    for (int m = 0; m < moments.size(); m++) {
      double high = thickest * moments.get(m).shares().get(place);
      g.fillRect(x(glance, m) - half, y - high / 2, 2 * half + 0.5, high);
    }
    g.setTextBaseline(VPos.CENTER);
    g.setTextAlign(TextAlignment.RIGHT);
    g.setFill(inks.ink());
    g.fillText(shortened(PlaceWords.shortly(glance.places().get(place))), LEFT - 10, y);
    g.setTextAlign(TextAlignment.LEFT);
    g.fillText(percent(moments.getLast().shares().get(place)), getWidth() - RIGHT + 8, y);
  }

  private static String shortened(String name) {
    String plain = name.replace("joints and contacts of", "contacts").replace("track ", "");
    return plain.length() <= LONGEST_NAME ? plain : plain.substring(0, LONGEST_NAME - 1) + "…";
  }

  static String percent(double share) {
    return share < 0.0995
        ? String.format(Locale.ROOT, "%.1f %%", share * 100)
        : String.format(Locale.ROOT, "%.0f %%", share * 100);
  }

  private void lines(GraphicsContext g, Theme.Inks inks, Glance glance) {
    double free = 0;
    for (int m = 0; m < glance.moments().size(); m++) {
      double x = x(glance, m);
      switch (glance.moments().get(m).kind()) {
        case READING -> {
          g.setStroke(inks.ink());
          g.setLineWidth(1);
          g.strokeLine(x, foot() + 2, x, foot() + 2 + MARK);
        }
        case MEND -> {
          g.setStroke(inks.mended());
          g.setLineWidth(1.5);
          g.strokeLine(x, TOP - 4, x, foot());
          g.setFill(inks.mended());
          g.fillPolygon(
              new double[] {x - MARK, x + MARK, x}, new double[] {TOP - 14, TOP - 14, TOP - 4}, 3);
          if (x >= free) {
            String what = shortened(glance.moments().get(m).line().replaceFirst("^mended ", ""));
            boolean left = x > getWidth() - MEND_ROOM;
            g.setTextBaseline(VPos.CENTER);
            g.setTextAlign(left ? TextAlignment.RIGHT : TextAlignment.LEFT);
            g.fillText(what, left ? x - 2 * MARK : x + 2 * MARK, TOP - 10);
            free = x + MEND_ROOM;
          }
        }
        case OTHER -> {}
      }
    }
  }

  private void days(GraphicsContext g, Theme.Inks inks, Glance glance) {
    g.setFill(inks.faint());
    g.setTextBaseline(VPos.BOTTOM);
    g.setTextAlign(TextAlignment.LEFT);
    String before = "";
    double free = 0;
    for (int m = 0; m < glance.moments().size(); m++) {
      String day = DAY.format(glance.moments().get(m).at());
      double x = x(glance, m) - each(glance) / 2;
      if (!day.equals(before) && x >= free) {
        g.fillText(day, x, getHeight() - 8);
        free = x + DAY_ROOM;
      }
      before = day;
    }
  }
}
