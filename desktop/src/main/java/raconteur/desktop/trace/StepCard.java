package raconteur.desktop.trace;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.core.plan.Step;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.desk.Percent;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;

/**
 * The proposed step, large, with one key an outcome: F2 for the first, F3 for the second, and so
 * on.
 */
final class StepCard extends VBox {
  private static final int MOST_OUTCOMES = Keys.outcomes().size();

  private final Consumer<Step.Outcome> onOutcome;
  private final Runnable onOther;
  private final Runnable onDecline;
  private final Runnable onStop;
  private final Optional<Runnable> onTake;
  private final Optional<String> task;

  /**
   * @param onStop stops what is being worked out and shows what was weighed by then
   * @param onTake has simulated instruments take the reading; empty at a real bench
   * @param task what stands there while steps are hidden; empty where they are not
   */
  StepCard(
      Consumer<Step.Outcome> onOutcome,
      Runnable onOther,
      Runnable onDecline,
      Runnable onStop,
      Optional<Runnable> onTake,
      Optional<String> task) {
    this.task = task;
    this.onOutcome = onOutcome;
    this.onOther = onOther;
    this.onDecline = onDecline;
    this.onStop = onStop;
    this.onTake = onTake;
    Style.STEP_CARD.on(this);
  }

  void show(DeskState state) {
    Optional<Step> step = state.shownStep();
    getChildren().setAll(head(state));
    step.ifPresentOrElse(this::fill, () -> getChildren().add(waiting(state)));
  }

  private HBox head(DeskState state) {
    boolean hint = task.isPresent() && state.shownStep().isPresent();
    Label heading =
        Texts.line(hint ? "A hint" : task.isPresent() ? "Your task" : "Next step", Style.FAINT);
    // Larger text begins a second row.
    FlowPane ways = new FlowPane(8, 4);
    ways.setAlignment(Pos.CENTER_RIGHT);
    ways.prefWrapLengthProperty().bind(ways.widthProperty());
    HBox.setHgrow(ways, Priority.ALWAYS);
    HBox head = new HBox(8, heading, ways);
    head.setAlignment(Pos.CENTER_LEFT);
    if (!state.thinking() && state.shownStep().isPresent()) {
      ways.getChildren()
          .add(Texts.button(Keys.DECLINE.on("can't, or unclear"), onDecline, Style.PLAIN_BUTTON));
    }
    if (state.thinking()) {
      ways.getChildren().add(Texts.line("working it out …", Style.FAINT));
      ways.getChildren()
          .add(Texts.button(Keys.STOP_WORKING.on("stop there"), onStop, Style.PLAIN_BUTTON));
    } else if (state.steps().size() > 1) {
      String which = (state.step() + 1) + " of " + state.steps().size();
      Button other =
          Texts.button(Keys.NEXT_STEP.on("another · " + which), onOther, Style.PLAIN_BUTTON);
      other.setFocusTraversable(true);
      ways.getChildren().add(other);
    }
    return head;
  }

  private Label waiting(DeskState state) {
    return Texts.label(
        state.thinking()
            ? "Weighing the story …"
            : task.orElse(
                "Nothing more to propose: no test at hand would tell anything about what is"
                    + " left."));
  }

  private void fill(Step step) {
    Label title = Texts.label(step.title(), Style.STEP_TITLE);
    Label cost =
        Texts.line(
            step.riskMinutes() > 0.05
                ? String.format(
                    Locale.ROOT, "%.1f min + %.1f min risk", step.minutes(), step.riskMinutes())
                : String.format(Locale.ROOT, "%.1f min", step.minutes()),
            Style.STEP_COST);
    HBox.setHgrow(title, Priority.ALWAYS);
    title.setMaxWidth(Double.MAX_VALUE);
    HBox first = new HBox(10, title, cost);
    first.setAlignment(Pos.TOP_LEFT);
    getChildren().add(first);
    getChildren().add(Texts.label(step.setUp()));
    if (!step.caution().isEmpty()) {
      getChildren().add(Texts.label("⚠ " + step.caution(), Style.STEP_CAUTION));
    }
    getChildren().add(outcomes(step));
    getChildren().add(Texts.label(step.why(), Style.FAINT));
    if (step.action() instanceof Step.Test) {
      onTake.ifPresent(
          take ->
              getChildren()
                  .add(
                      Texts.button(
                          Keys.INSTRUMENTS.on("let the instruments take it"),
                          take,
                          Style.PLAIN_BUTTON)));
    }
  }

  private VBox outcomes(Step step) {
    VBox rows = new VBox(3);
    List<Step.Outcome> shown = shownOutcomes(step);
    for (int i = 0; i < shown.size(); i++) {
      rows.getChildren().add(row(shown.get(i), Keys.outcomes().get(i).label()));
    }
    return rows;
  }

  /** The outcomes with their keys, in one line. */
  static String keys(Step step) {
    List<Step.Outcome> shown = shownOutcomes(step);
    return IntStream.range(0, shown.size())
        .mapToObj(i -> Keys.outcomes().get(i).on(shown.get(i).word()))
        .collect(Collectors.joining("     "));
  }

  /** The likeliest outcomes, in the step's own order. */
  static List<Step.Outcome> shownOutcomes(Step step) {
    List<Step.Outcome> likeliest =
        step.outcomes().stream()
            .sorted((a, b) -> Double.compare(b.chance(), a.chance()))
            .limit(MOST_OUTCOMES)
            .toList();
    return step.outcomes().stream().filter(likeliest::contains).toList();
  }

  private Button row(Step.Outcome outcome, String key) {
    Label keyLabel = Texts.line(key, Style.KEY);
    Label word = Texts.line(outcome.word(), Style.OUTCOME_WORD);
    Label chance =
        Texts.line(String.format(Locale.ROOT, "%4s", Percent.of(outcome.chance())), Style.KEY);
    Label meaning = Texts.line(outcome.meaning(), Style.OUTCOME_MEANING);
    meaning.setMinWidth(0);
    keyLabel.setMinWidth(Theme.wide(24));
    word.setMinWidth(Theme.wide(82));
    chance.setMinWidth(Theme.wide(58));
    HBox content = new HBox(6, keyLabel, word, chance, meaning);
    content.setAlignment(Pos.CENTER_LEFT);
    Button row = new Button("", content);
    row.setAccessibleText(outcome.word() + ", " + outcome.meaning());
    Style.OUTCOME.on(row);
    row.setMaxWidth(Double.MAX_VALUE);
    row.setOnAction(e -> onOutcome.accept(outcome));
    return row;
  }

  /** The outcome behind a function key, 0 for F2. */
  static Optional<Step.Outcome> outcome(Step step, int index) {
    List<Step.Outcome> shown = shownOutcomes(step);
    return index < shown.size() ? Optional.of(shown.get(index)) : Optional.empty();
  }
}
