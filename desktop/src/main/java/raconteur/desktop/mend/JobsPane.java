package raconteur.desktop.mend;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.scene.control.ChoiceBox;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Place;
import raconteur.core.mend.MendPlan;
import raconteur.desktop.control.BoardMap;
import raconteur.desktop.control.MapMarks;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;
import raconteur.desktop.theme.Style;

/** The jobs in the order they are done. */
final class JobsPane extends TablePane {
  private static final double FOUND_ONLY = 2;
  private static final double TABLE_HEIGHT = 210;

  private final CaseDesk desk;
  private final BoardMap map;
  private final ChoiceBox<Double> from = new ChoiceBox<>();
  private Optional<MendPlan> plan = Optional.empty();

  JobsPane(CaseDesk desk) {
    super(
        "Plan",
        new SheetTable(
            "Jobs",
            "Nothing to mend yet.",
            Column.figures("", 36),
            Column.words("Place", 196),
            Column.words("How", 140),
            Column.words("Goes in", 190),
            Column.words("Why", 130),
            Column.figures("Takes", 72),
            Column.figures("Damage", 74)));
    this.desk = desk;
    this.map = new BoardMap(desk.workshop().photographs());
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
    table().setPrefHeight(TABLE_HEIGHT);
    table().setMinHeight(120);
    map.setBoard(desk.state().board());
    map.turnOver();
    map.setFocusTraversable(false);
    StackPane board = new StackPane(map);
    Style.SHEET.on(board);
    board.setMinSize(0, 0);
    VBox.setVgrow(board, Priority.ALWAYS);
    VBox.setVgrow(table(), Priority.NEVER);
    boolean placed = desk.state().board().parts().stream().anyMatch(p -> p.place().known());
    if (placed) {
      below(Texts.line("Underside, as turned over: the place is marked", Style.FAINT), board);
    }
    table()
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((o, before, row) -> map.setMarks(marks()));
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
    map.setMarks(marks());
  }

  /** All places of the plan, the chosen one as the next step. */
  private MapMarks marks() {
    Optional<MendPlan.Job> chosen = job();
    List<MendPlan.Job> jobs = plan.map(MendPlan::jobs).orElse(List.of());
    List<MapMarks.Track> tracks =
        plan.map(MendPlan::cuts).orElse(List.of()).stream()
            .map(c -> new MapMarks.Track(c.net(), c.from(), c.to(), 1))
            .toList();
    return new MapMarks(
        jobs.stream()
            .filter(j -> j.place() instanceof Place.OfPart)
            .collect(Collectors.toMap(MendPlan.Job::part, j -> 1.0, (a, b) -> a)),
        Set.of(),
        Set.of(),
        desk.state().telling().partsOut(),
        tracks,
        chosen.map(MendPlan.Job::part).orElse(""),
        chosen
            .map(MendPlan.Job::place)
            .map(p -> p instanceof Place.Segment s ? List.of(s.from(), s.to()) : List.<PinRef>of())
            .orElse(List.of()),
        "",
        List.of(),
        Set.of(),
        List.of(),
        Optional.empty());
  }

  @Override
  public void setDim(boolean dim) {
    map.setDim(dim);
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
