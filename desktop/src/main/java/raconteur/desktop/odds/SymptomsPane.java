package raconteur.desktop.odds;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.Font;
import javafx.scene.text.TextAlignment;
import raconteur.core.board.Board;
import raconteur.core.odds.ClopperPearson;
import raconteur.core.odds.SymptomCauses;
import raconteur.desktop.control.Drawing;
import raconteur.desktop.theme.Theme;

/** What each symptom turned out to be: under each symptom its causes, a bar and its reach each. */
final class SymptomsPane extends Drawing {
  private static final double ROW = 24;
  private static final double NAME = 190;
  private static final double RIGHT = 250;
  private static final int MOST_CAUSES = 6;

  private List<Line> lines = List.of();

  /** A heading, or a cause under it. */
  private sealed interface Line {}

  private record Heading(String title, int boards) implements Line {}

  private record Bar(String position, int boards, int of) implements Line {}

  void show(Board board, SymptomCauses causes) {
    List<Line> shown = new ArrayList<>();
    for (SymptomCauses.Symptom symptom : causes.symptoms()) {
      shown.add(new Heading(OddsPresenter.title(board, symptom.card()), symptom.boards()));
      symptom.causes().stream()
          .limit(MOST_CAUSES)
          .forEach(c -> shown.add(new Bar(c.position(), c.boards(), symptom.boards())));
    }
    lines = List.copyOf(shown);
    setMinHeight(20 + ROW * Math.max(1, lines.size()));
    setPrefHeight(getMinHeight());
    setAccessibleText(causes.symptoms().size() + " symptoms with what they turned out to be");
    draw();
  }

  @Override
  protected void draw(GraphicsContext g, Theme.Inks inks) {
    g.setTextBaseline(VPos.CENTER);
    double y = 10 + ROW / 2;
    double width = Math.max(40, getWidth() - NAME - RIGHT);
    if (lines.isEmpty()) {
      g.setFill(inks.faint());
      g.setFont(Theme.text(13));
      g.setTextAlign(TextAlignment.LEFT);
      g.fillText("No closed case says yet what its first picture was.", 14, y);
    }
    for (Line line : lines) {
      switch (line) {
        case Heading(String title, int boards) -> {
          g.setTextAlign(TextAlignment.LEFT);
          g.setFill(inks.ink());
          g.setFont(Font.font("B612", javafx.scene.text.FontWeight.BOLD, 13));
          g.fillText(title + ", " + boards + (boards == 1 ? " board" : " boards"), 14, y);
        }
        case Bar bar -> bar(g, inks, bar, y, width);
      }
      y += ROW;
    }
  }

  private static void bar(GraphicsContext g, Theme.Inks inks, Bar bar, double y, double width) {
    double share = (double) bar.boards() / bar.of();
    var reach = ClopperPearson.interval(bar.boards(), bar.of(), 0.95);
    g.setTextAlign(TextAlignment.RIGHT);
    g.setFill(inks.ink());
    g.setFont(Theme.text(12));
    g.fillText(bar.position(), NAME - 12, y);
    g.setFill(inks.suspect().deriveColor(0, 1, 1, 0.55));
    g.fillRect(NAME, y - 6, Math.max(1, share * width), 12);
    g.setStroke(inks.mended());
    g.setLineWidth(2);
    g.strokeLine(NAME + reach.low() * width, y, NAME + reach.high() * width, y);
    g.setTextAlign(TextAlignment.LEFT);
    g.setFill(inks.ink());
    g.setFont(Theme.text(12));
    g.fillText(
        String.format(
            Locale.ROOT,
            "%d of %d   %.0f to %.0f %%",
            bar.boards(),
            bar.of(),
            reach.low() * 100,
            reach.high() * 100),
        NAME + width + 14,
        y);
  }
}
