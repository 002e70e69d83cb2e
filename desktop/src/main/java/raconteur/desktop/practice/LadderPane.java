package raconteur.desktop.practice;

import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.casebook.store.Outcome;
import raconteur.core.practice.Lesson;
import raconteur.core.practice.OddsShown;
import raconteur.core.practice.PracticeResult;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** The lessons in their order, how each went, and the task of the chosen one. */
final class LadderPane implements PracticePane {
  private final PracticePresenter presenter;
  private final SheetFile paper;
  private final RowTable<Lesson> table =
      new RowTable<>("Lessons", "The boards of the lessons are not at hand.");
  private final Label task = Texts.label("", Style.HEADING);
  private final Label teaches = Texts.label("");
  private final VBox node;
  private Map<String, PracticeResult> solved = Map.of();

  LadderPane(
      PracticePresenter presenter,
      Supplier<OddsShown> odds,
      Consumer<Outcome<Integer>> onBegun,
      SheetFile paper) {
    this.presenter = presenter;
    this.paper = paper;
    Style.FIGURES.on(
        table.column("No.", 48, l -> String.valueOf(presenter.ladder().indexOf(l) + 1)));
    table.column("Lesson", 380, Lesson::title);
    table.column("Board", 280, l -> l.board().identity().shortName());
    table.column("Done", 320, this::done);
    table.setOnOpen(lesson -> onBegun.accept(presenter.begin(lesson, odds.get())));
    table
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((o, before, lesson) -> show(Optional.ofNullable(lesson)));
    Node begin =
        Texts.button(
            Keys.OPEN.on("begin the lesson"),
            () -> table.chosen().ifPresent(l -> onBegun.accept(presenter.begin(l, odds.get()))),
            Style.MAIN_BUTTON);
    begin.setId("begin-lesson");
    HBox row = new HBox(8, begin, Texts.button("Tasks as PDF …", this::print, Style.PLAIN_BUTTON));
    task.setMinHeight(Region.USE_PREF_SIZE);
    teaches.setMinHeight(Region.USE_PREF_SIZE);
    VBox.setVgrow(table, Priority.ALWAYS);
    node = new VBox(8, table, task, teaches, row);
  }

  private String done(Lesson lesson) {
    PracticeResult best = solved.get(lesson.id());
    return best == null
        ? ""
        : String.format(
            Locale.ROOT, "✓ %.0f min (planner %.0f)", best.minutes(), best.plannerMinutes());
  }

  private void show(Optional<Lesson> lesson) {
    task.setText(lesson.map(Lesson::task).orElse(""));
    teaches.setText(
        lesson
            .filter(l -> solved.containsKey(l.id()))
            .map(Lesson::teaches)
            .orElse("What there is to learn stands here once the board is home."));
  }

  private void print() {
    paper.write("Tasks to print", "lessons.pdf", DebriefWords.tasks(presenter.ladder()));
  }

  @Override
  public String name() {
    return "Ladder";
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return table;
  }

  @Override
  public void refresh() {
    solved = presenter.solved();
    table.show(presenter.ladder(), l -> l.id().hashCode());
    table.refresh();
    show(table.chosen());
  }
}
