package raconteur.desktop.trace;

import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.core.plan.Step;
import raconteur.core.story.Told;
import raconteur.desktop.control.Texts;

/** The current step and the last reading, large enough to be read from two metres. */
final class ArmsLength extends VBox {
  ArmsLength() {
    getStyleClass().add("arms-length");
    setVisible(false);
    setFocusTraversable(true);
    setAccessibleText("Arm's length");
  }

  void show(TraceState state, List<Told> lines) {
    getChildren().clear();
    String title = state.shownStep().map(Step::title).orElse("Weighing the story …");
    getChildren().add(Texts.label(title, "arms-title"));
    state
        .shownStep()
        .ifPresent(
            step -> {
              getChildren().add(Texts.label(step.setUp(), "arms-text"));
              if (!step.caution().isEmpty()) {
                getChildren().add(Texts.label("⚠ " + step.caution(), "arms-text", "step-caution"));
              }
              getChildren().add(Texts.label(keys(step), "arms-text"));
            });
    Region gap = new Region();
    VBox.setVgrow(gap, javafx.scene.layout.Priority.ALWAYS);
    getChildren().add(gap);
    if (!lines.isEmpty()) {
      getChildren().add(Texts.label("Last: " + lines.getLast().entry().line(), "arms-reading"));
    }
    if (!state.news().isEmpty()) {
      getChildren().add(Texts.label(state.news(), "arms-text"));
    }
    getChildren().add(Texts.label("F8 goes back", "faint"));
  }

  private static String keys(Step step) {
    List<Step.Outcome> shown = StepCard.shownOutcomes(step);
    return java.util.stream.IntStream.range(0, shown.size())
        .mapToObj(i -> "F" + (i + 2) + " " + shown.get(i).word())
        .collect(Collectors.joining("     "));
  }
}
