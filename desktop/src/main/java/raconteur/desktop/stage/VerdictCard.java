package raconteur.desktop.stage;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import raconteur.core.judge.PowerSafety;
import raconteur.core.judge.Verdict;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.PlaceWords;
import raconteur.core.story.Telling;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.desk.News;
import raconteur.desktop.desk.Percent;
import raconteur.desktop.desk.StoryList;
import raconteur.desktop.theme.Style;

/** The last reading with its verdict, what it moved, and whether it is safe to go on. */
final class VerdictCard extends VBox {
  private static final int MOST_SUSPECTS = 4;

  VerdictCard() {
    Style.VERDICT_CARD.on(this);
  }

  void show(DeskState state) {
    getChildren().clear();
    List<Telling.DatedFinding> findings = state.telling().findings();
    if (findings.isEmpty()) {
      getChildren()
          .add(Texts.label("No reading yet: type the first one into the bench line.", Style.FAINT));
    } else {
      String line = findings.getLast().entry().line();
      getChildren().add(Texts.label(line, Style.VERDICT_READING));
      Optional<Verdict> verdict = state.verdict();
      verdict.ifPresent(v -> getChildren().add(judged(v)));
      getChildren().add(moved(state));
    }
  }

  /** Whether it is safe to go on; kept in sight whatever else is shown. */
  static void showSafety(Label safe, DeskState state) {
    PowerSafety safety = state.safety();
    safe.setText(safety.words(state.telling().context().supply(), StoryList::written));
    Tone tone =
        switch (safety.state()) {
          case DO_NOT -> Tone.BAD;
          case NOT_LOOKED -> Tone.DOUBTFUL;
          case MAY, WAS_ON -> Tone.GOOD;
        };
    tone.on(safe);
  }

  private static Label judged(Verdict verdict) {
    Label label =
        Texts.label(
            mark(verdict.level()) + " " + verdict.level().word() + ". " + verdict.sentence());
    Tone.of(verdict.level()).on(label);
    label.setId("verdict");
    return label;
  }

  /** A shape beside the colour. */
  static String mark(Verdict.Level level) {
    return switch (level) {
      case UNJUDGED -> "·";
      case GOOD -> "✓";
      case DOUBTFUL -> "?";
      case BAD -> "✗";
    };
  }

  private static VBox moved(DeskState state) {
    VBox rows = new VBox(2);
    if (state.thinking() && state.shifts().isEmpty()) {
      rows.getChildren().add(Texts.label("Weighing what that means …", Style.FAINT));
    }
    for (News.Shift shift : state.shifts()) {
      Label now = Texts.line(String.format(Locale.ROOT, "%6s", Percent.of(shift.now())));
      now.setMinWidth(64);
      now.setAlignment(Pos.CENTER_RIGHT);
      Label place = Texts.label(shift.place());
      String way = shift.now() > shift.before() ? "▲ from " : "▼ from ";
      HBox row = new HBox(8, now, place, Texts.line(way + Percent.of(shift.before()), Style.FAINT));
      row.setAlignment(Pos.CENTER_LEFT);
      rows.getChildren().add(row);
    }
    if (rows.getChildren().isEmpty()) {
      state.advice().ifPresent(a -> suspected(a, rows));
    }
    return rows;
  }

  /** Where nothing moved, who is in front. */
  private static void suspected(Advisor.Advice advice, VBox rows) {
    advice.diagnosis().suspects().stream()
        .limit(MOST_SUSPECTS)
        .forEach(
            s -> {
              Label share =
                  Texts.line(String.format(Locale.ROOT, "%6s", Percent.of(s.probability())));
              share.setMinWidth(64);
              share.setAlignment(Pos.CENTER_RIGHT);
              HBox row = new HBox(8, share, Texts.label(PlaceWords.shortly(s.place())));
              row.setAlignment(Pos.CENTER_LEFT);
              rows.getChildren().add(row);
            });
    if (!rows.getChildren().isEmpty()) {
      rows.getChildren().addFirst(Texts.line("Suspected most", Style.FAINT));
    }
  }
}
