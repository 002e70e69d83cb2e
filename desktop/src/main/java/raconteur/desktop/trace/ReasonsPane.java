package raconteur.desktop.trace;

import java.util.List;
import java.util.Locale;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.UsualSuspect;
import raconteur.core.continuity.WalkedLine;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.diagnose.Doubt;
import raconteur.core.diagnose.Suspect;
import raconteur.core.diagnose.Weight;
import raconteur.core.fault.Place;
import raconteur.core.inspect.DeadTestRuns;
import raconteur.core.odds.SimilarStories;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.PlaceWords;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.Percent;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;

/** Why one suspect stands where it stands, what is cleared, and which findings to take again. */
final class ReasonsPane extends ScrollPane {
  private static final double SAYS_SOMETHING_DECIBANS = 0.5;
  private static final int MOST_CLEARED = 14;
  private static final int MOST_SIMILAR = 2;
  private static final int MOST_SHARED = 4;

  private final VBox lines = new VBox();

  ReasonsPane() {
    Style.REASONS.on(lines);
    setContent(lines);
    setFitToWidth(true);
    Style.SHEET.on(this);
    Style.REASONS_PANE.on(this);
    setAccessibleText("Reasons");
  }

  /**
   * @param thinking whether what each line weighs may still be worked out
   */
  void show(
      Board board,
      Advisor.Advice advice,
      Suspect suspect,
      List<SimilarStories.Likeness> similar,
      boolean thinking) {
    Diagnosis diagnosis = advice.diagnosis();
    lines.getChildren().clear();
    WalkedLine.latest(board, advice.telling(), advice.good()::shows).ifPresent(this::walked);
    lines
        .getChildren()
        .add(Texts.label("Why " + PlaceWords.shortly(suspect.place()), Style.HEADING));
    row(
        decibans(Suspect.decibans(suspect.prior())),
        "before any reading: " + Percent.of(suspect.prior()) + origin(board, suspect),
        Style.TONE_PLAIN);
    for (Weight weight : suspect.weights()) {
      if (Math.abs(weight.decibans()) >= SAYS_SOMETHING_DECIBANS) {
        row(
            decibans(weight.decibans()),
            weight.finding().entry().line() + ": " + weight.words(),
            weight.decibans() > 0 ? Style.WEIGHT_FOR : Style.WEIGHT_AGAINST);
      }
    }
    if (thinking && suspect.weights().isEmpty() && !advice.telling().findings().isEmpty()) {
      row("…", "working out what each line weighs", Style.TONE_PLAIN);
    } else if (Math.abs(suspect.rest()) >= SAYS_SOMETHING_DECIBANS) {
      row(decibans(suspect.rest()), diagnosis.effort().restWords(), Style.TONE_PLAIN);
    }
    row(
        decibans(Suspect.decibans(suspect.probability())),
        "now: " + Percent.of(suspect.probability()) + ". " + clearing(board, suspect),
        Style.TONE_PLAIN);
    deadTest(DeadTestRuns.of(board, advice.telling()));
    if (!advice.calledBad().isEmpty()) {
      lines.getChildren().add(Texts.label("Full diagnostic", Style.REASON_HEADING));
    }
    advice.calledBad().forEach(called -> lines.getChildren().add(Texts.label(called.words())));
    doubts(diagnosis.doubts());
    cleared(diagnosis.cleared());
    similar.stream().limit(MOST_SIMILAR).forEach(this::likeness);
    lines
        .getChildren()
        .add(
            Texts.label(
                String.format(
                    Locale.ROOT,
                    "Weighed: %.1f %% of all sets of up to %d faults.",
                    Math.floor(diagnosis.weighed() * 1000) / 10,
                    diagnosis.largestHypothesis()),
                Style.FAINT));
    diagnosis.larger().ifPresent(w -> lines.getChildren().add(Texts.label(w, Style.FAINT)));
    if (!diagnosis.effort().isWhole()) {
      lines.getChildren().add(Texts.label(diagnosis.effort().words(), Style.FAINT));
    }
    lines.getChildren().add(Texts.label(advice.origins(), Style.FAINT));
  }

  private static String decibans(double value) {
    return String.format(Locale.ROOT, "%+.1f dban", value).replace('-', '−');
  }

  private void row(String figure, String words, Style style) {
    Label left = Texts.line(figure, style);
    left.setMinWidth(Theme.wide(86));
    left.setAlignment(Pos.TOP_RIGHT);
    Label right = Texts.label(words);
    HBox.setHgrow(right, Priority.ALWAYS);
    HBox row = new HBox(10, left, right);
    row.setAlignment(Pos.TOP_LEFT);
    lines.getChildren().add(row);
  }

  private static String origin(Board board, Suspect suspect) {
    return suspect.place() instanceof Place.OfPart(String part)
        ? board
            .usualSuspect(part)
            .map(UsualSuspect::origin)
            .map(o -> ", a usual suspect (" + o + ")")
            .orElse("")
        : "";
  }

  private static String clearing(Board board, Suspect suspect) {
    return switch (suspect.place()) {
      case Place.OfPart(String part) when isMeasuredAcross(board, part) ->
          "Good ohms across it, or a good part that changes nothing, would speak for it.";
      case Place.FittedSet s ->
          "The fault still there with another set in place of " + s + " would clear it.";
      case Place.Joints j ->
          "Seating or reflowing " + j.part() + " without any change would speak for them.";
      case Place.OfPart _, Place.Load _, Place.Output _, Place.Input _, Place.Inside _ ->
          "A pass in the tester, or a good part that changes nothing, would speak for it.";
      case Place.Segment s -> "Continuity from " + s.from() + " to " + s.to() + " would clear it.";
      case Place.Contact c ->
          "Continuity from the leg of " + c.pin() + " to the rest of its line would clear it.";
      case Place.Bridge b ->
          "No continuity between " + b.one() + " and " + b.other() + " would clear it.";
    };
  }

  /** What no tester takes: a meter says it. */
  private static boolean isMeasuredAcross(Board board, String part) {
    return board
        .part(part)
        .map(Part::device)
        .filter(device -> device.isSeries() || device.isResistor() || device.isKey())
        .isPresent();
  }

  private void likeness(SimilarStories.Likeness like) {
    String cures =
        like.cures().isEmpty()
            ? "nothing was written of the cure"
            : String.join(", ", like.cures());
    lines
        .getChildren()
        .add(
            Texts.label(
                "≈ Like case "
                    + like.earlier().number()
                    + " ("
                    + String.join(", ", like.shared().stream().limit(MOST_SHARED).toList())
                    + "): "
                    + cures
                    + "."));
  }

  private void walked(WalkedLine line) {
    lines
        .getChildren()
        .addAll(Texts.label("Line walked", Style.REASON_HEADING), Texts.label(line.words()));
  }

  /** The dead test's counts over its runs, what they mean here, and what may lie behind them. */
  private void deadTest(DeadTestRuns runs) {
    if (runs.runs() == 0) {
      return;
    }
    lines.getChildren().add(Texts.label("Dead test: " + runs.words(), Style.REASON_HEADING));
    for (DeadTestRuns.Meaning meaning : runs.meanings()) {
      row(
          meaning.times() + " × " + meaning.count(),
          meaning.part().map(p -> p + ", ").orElse("") + meaning.words(),
          Style.TONE_PLAIN);
    }
    if (!runs.shared().isEmpty()) {
      lines
          .getChildren()
          .add(
              Texts.label(
                  "In front of "
                      + (runs.named().size() > 1 ? "all of them" : "it")
                      + ": "
                      + String.join(", ", runs.shared())
                      + "."));
    }
  }

  private void doubts(List<Doubt> doubts) {
    for (Doubt doubt : doubts) {
      lines
          .getChildren()
          .add(
              Texts.label(
                  "? Take “"
                      + doubt.finding().entry().line()
                      + "” again: it fits badly with the rest.",
                  Style.STEP_CAUTION));
    }
  }

  private void cleared(List<Suspect> cleared) {
    if (!cleared.isEmpty()) {
      String names =
          String.join(
              ", ",
              cleared.stream()
                  .limit(MOST_CLEARED)
                  .map(s -> PlaceWords.shortly(s.place()))
                  .toList());
      String more =
          cleared.size() > MOST_CLEARED ? " and " + (cleared.size() - MOST_CLEARED) + " more" : "";
      String by =
          cleared.getFirst().weights().stream()
              .min((a, b) -> Double.compare(a.decibans(), b.decibans()))
              .map(best -> "; the first by “" + best.finding().entry().line() + "”")
              .orElse("");
      lines.getChildren().add(Texts.label("✓ Cleared: " + names + more + by + "."));
    }
  }
}
