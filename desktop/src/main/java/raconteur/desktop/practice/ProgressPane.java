package raconteur.desktop.practice;

import java.util.Locale;
import java.util.Map;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.core.practice.Level;
import raconteur.core.practice.Progress;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;

/** How somebody's cases went, one after another and by kind of trouble. */
final class ProgressPane implements PracticePane {
  private static final double TABLE = 260;

  private final PracticePresenter presenter;
  private final Label summary = Texts.label("");
  private final CurveChart curve = new CurveChart();
  private final RowTable<Map.Entry<Level, Double>> levels =
      new RowTable<>("By kind of trouble", "A kind of trouble stands here after two cases of it.");
  private final VBox node;

  ProgressPane(PracticePresenter presenter) {
    this.presenter = presenter;
    levels.column("Kind of trouble", 360, e -> e.getKey().words());
    levels.column(
        "Times the planner's minutes",
        300,
        e -> String.format(Locale.ROOT, "× %.1f", e.getValue()));
    levels.setPrefHeight(TABLE);
    VBox.setVgrow(curve, Priority.ALWAYS);
    node = new VBox(8, summary, curve, levels);
  }

  @Override
  public String name() {
    return "Progress";
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return levels;
  }

  @Override
  public void refresh() {
    String person = presenter.person();
    Progress progress = presenter.progress(person);
    String who = person.isEmpty() ? "Nobody in particular" : person;
    long home = progress.cases().stream().filter(c -> c.result().solved()).count();
    summary.setText(
        progress.cases().isEmpty()
            ? who + " has gone through no case yet: a case counts once its debrief was waited for."
            : who
                + ": "
                + progress.cases().size()
                + (progress.cases().size() == 1 ? " case, " : " cases, ")
                + home
                + " brought home. Minutes are held against the planner's on the same board, never"
                + " against the clock, and none of these cases counts in the odds.");
    curve.show(progress);
    levels.getItems().setAll(progress.byLevel().entrySet());
  }

  @Override
  public void setDim(boolean dim) {
    curve.setDim(dim);
  }
}
