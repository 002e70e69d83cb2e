package raconteur.desktop.mend;

import java.util.List;
import java.util.Optional;
import javafx.scene.control.ChoiceBox;
import javafx.scene.layout.HBox;
import raconteur.core.mend.MendPlan;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;

/** The jobs in the order they are done. */
final class JobsPane extends TablePane {
  private static final double FOUND_ONLY = 2;

  private final CaseDesk desk;
  private final ChoiceBox<Double> from = new ChoiceBox<>();
  private Optional<MendPlan> plan = Optional.empty();

  JobsPane(CaseDesk desk) {
    super(
        "Plan",
        new SheetTable(
            "Jobs",
            "Nothing to mend yet.",
            Column.figures("", 36),
            Column.words("Place", 190),
            Column.words("How", 250),
            Column.words("Why", 150),
            Column.figures("Takes", 74),
            Column.figures("Damage", 76)));
    this.desk = desk;
    from.getItems().setAll(FOUND_ONLY, 0.9, 0.5, 0.2);
    from.setValue(0.5);
    from.setAccessibleText("What goes into the plan");
    from.setConverter(
        Texts.shown(
            d ->
                d == FOUND_ONLY
                    ? "only what was found"
                    : "found, or suspected from " + Math.round(d * 100) + " %"));
    from.setOnAction(e -> show(desk.state()));
    HBox bar = new HBox(8, Texts.line("In the plan:"), from);
    bar.setAlignment(javafx.geometry.Pos.CENTER_LEFT);
    above(bar);
  }

  @Override
  public void show(DeskState state) {
    MendPlan now = MendSheets.plan(state, desk.workshop().stock(), from.getValue());
    plan = Optional.of(now);
    say(MendSheets.summary(now));
    table().show(MendSheets.jobs(now));
    if (table().chosen().isEmpty() && !table().getItems().isEmpty()) {
      table().getSelectionModel().selectFirst();
    }
  }

  private Optional<MendPlan.Job> job() {
    return plan.flatMap(
        p ->
            p.jobs().stream()
                .filter(j -> j.line().equals(chosen()))
                .findFirst()
                .or(() -> p.jobs().stream().findFirst()));
  }

  @Override
  public List<Answer> answers() {
    return job()
        .map(
            j ->
                j.part().isEmpty() || !j.line().endsWith("replaced")
                    ? List.of(new Answer("done", j.line()))
                    : List.of(
                        new Answer(j.part() + " replaced", j.line()),
                        new Answer("fitted, and where from", "fitted " + j.part() + " "),
                        new Answer("old part: dead box", "fate " + j.part() + " dead"),
                        new Answer("back to the owner", "fate " + j.part() + " returned")))
        .orElse(List.of());
  }

  @Override
  public String doNow() {
    return job().map(j -> j.title() + ": " + j.method().words()).orElse("Nothing to mend");
  }

  @Override
  public String caution() {
    return job().map(MendPlan.Job::caution).orElse("");
  }
}
