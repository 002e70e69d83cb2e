package raconteur.desktop.practice;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.IntConsumer;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.core.practice.Debrief;
import raconteur.core.practice.Lesson;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** The practised cases, and the story of the chosen one again with the faults known. */
final class DebriefPane implements PracticePane {
  private static final double CASES = 366;

  private final PracticePresenter presenter;
  private final SheetFile paper;
  private final RowTable<PracticePresenter.Row> cases =
      new RowTable<>(
          "Practised cases", "Nothing practised yet: begin a lesson, or have one dealt.");
  private final RowTable<Debrief.Step> steps =
      new RowTable<>(
          "Line by line",
          "Choose a case and go through it: what was wrong, what each line told, what the planner"
              + " would have done.");
  private final DebriefChart chart = new DebriefChart();
  private final VBox sentences = new VBox(3);
  private final Button through;
  private final Button print;
  private final HBox node;
  private Optional<PracticePresenter.Debriefed> shown = Optional.empty();

  DebriefPane(PracticePresenter presenter, IntConsumer onOpen, SheetFile paper) {
    this.presenter = presenter;
    this.paper = paper;
    Style.FIGURES.on(cases.column("No.", 52, r -> String.valueOf(r.header().number())));
    cases.column("What", 200, this::what);
    cases.column("Ended", 108, DebriefPane::ended);
    cases.setOnOpen(this::go);
    through =
        Texts.button(
            Keys.OPEN.on("go through it"),
            () -> cases.chosen().ifPresent(this::go),
            Style.MAIN_BUTTON);
    through.setId("go-through");
    print = Texts.button("As PDF …", this::print, Style.PLAIN_BUTTON);
    HBox buttons =
        new HBox(
            8,
            through,
            Texts.button(
                "to the bench",
                () -> cases.chosen().ifPresent(r -> onOpen.accept(r.header().number())),
                Style.PLAIN_BUTTON),
            print);
    VBox.setVgrow(cases, Priority.ALWAYS);
    VBox left = new VBox(8, cases, buttons);
    left.setMinWidth(CASES);
    left.setPrefWidth(CASES);
    left.setMaxWidth(CASES);
    Style.FIGURES.on(steps.column("No.", 46, s -> String.valueOf(s.entry())));
    steps.column("Line", 200, Debrief.Step::line);
    Style.FIGURES.on(steps.column("min", 52, s -> String.format(Locale.ROOT, "%.1f", s.minutes())));
    steps.column("It told", 190, DebriefWords::told);
    steps.column("The planner would have", 320, Debrief.Step::instead);
    VBox.setVgrow(steps, Priority.ALWAYS);
    VBox right = new VBox(8, sentences, chart, steps);
    HBox.setHgrow(right, Priority.ALWAYS);
    right.setMinWidth(0);
    node = new HBox(12, left, right);
    empty();
  }

  private String what(PracticePresenter.Row row) {
    String board = row.board().identity().shortName();
    return presenter
        .lesson(row.deal().lesson())
        .map(Lesson::title)
        .orElse(board + ", " + row.deal().level().words());
  }

  private static String ended(PracticePresenter.Row row) {
    return row.result()
        .map(
            end ->
                end.solved() ? String.format(Locale.ROOT, "home, × %.1f", end.ratio()) : "not home")
        .orElse("");
  }

  private void empty() {
    shown = Optional.empty();
    sentences.getChildren().clear();
    chart.setVisible(false);
    chart.setManaged(false);
    steps.getItems().clear();
    print.setDisable(true);
  }

  /** Chooses a case and goes through it. */
  void show(int caseNumber) {
    refresh();
    for (PracticePresenter.Row row : cases.getItems()) {
      if (row.header().number() == caseNumber) {
        cases.getSelectionModel().select(row);
        cases.scrollTo(row);
        go(row);
        return;
      }
    }
  }

  private void go(PracticePresenter.Row row) {
    empty();
    presenter.debrief(row, this::show);
  }

  private void show(PracticePresenter.Debriefed debriefed) {
    shown = Optional.of(debriefed);
    Debrief debrief = debriefed.debrief();
    sentences.getChildren().clear();
    for (String sentence : words(debriefed)) {
      boolean first = sentences.getChildren().isEmpty();
      Label label = first ? Texts.label(sentence, Style.HEADING) : Texts.label(sentence);
      label.setMinHeight(Region.USE_PREF_SIZE);
      sentences.getChildren().add(label);
    }
    if (!debrief.complete()) {
      sentences
          .getChildren()
          .add(Texts.label("Stopped: the lines after these were not gone through.", Style.FAINT));
    }
    chart.setVisible(!debrief.steps().isEmpty());
    chart.setManaged(!debrief.steps().isEmpty());
    chart.show(debrief);
    steps.getItems().setAll(debrief.steps());
    print.setDisable(false);
    refresh();
  }

  private List<String> words(PracticePresenter.Debriefed debriefed) {
    return DebriefWords.sentences(
        debriefed.debrief(), debriefed.result(), presenter.lesson(debriefed.row().deal().lesson()));
  }

  private void print() {
    shown.ifPresent(
        debriefed ->
            paper.write(
                "Debrief to print",
                "practice-" + debriefed.row().header().number() + ".pdf",
                DebriefWords.sheet(what(debriefed.row()), words(debriefed), debriefed.debrief())));
  }

  @Override
  public String name() {
    return "Debrief";
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return cases;
  }

  @Override
  public void refresh() {
    cases.show(presenter.rows(), r -> r.header().number());
  }

  @Override
  public void busy(boolean working) {
    through.setDisable(working);
  }

  @Override
  public void setDim(boolean dim) {
    chart.setDim(dim);
  }
}
