package raconteur.desktop.arrive;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.intake.RevisionQuestions.Question;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** The questions that tell the revisions apart, each answered with one button. */
final class RevisionPane extends VBox {
  private final Consumer<Board> onFound;
  private final Label question = Texts.label("", Style.HEADING);
  private final FlowPane answers = new FlowPane(6, 6);
  private final Label words = Texts.label("", Style.FAINT);
  private Optional<RevisionAsk> ask = Optional.empty();

  RevisionPane(Consumer<Board> onFound) {
    super(6);
    this.onFound = onFound;
    getChildren().addAll(question, answers, words);
    setVisible(false);
    managedProperty().bind(visibleProperty());
  }

  /** Begins to ask about boards. */
  void begin(List<Board> boards) {
    ask = Optional.of(new RevisionAsk(boards));
    setVisible(true);
    next();
  }

  /** Asks nothing any more. */
  void leave() {
    ask = Optional.empty();
    setVisible(false);
  }

  String assembly() {
    return ask.map(RevisionAsk::assembly).orElse("");
  }

  private void next() {
    RevisionAsk asking = ask.orElseThrow();
    answers.getChildren().clear();
    words.setText(asking.words());
    Optional<Question> open = asking.question();
    question.setText(open.map(Question::words).orElse(""));
    open.ifPresentOrElse(q -> offer(asking, q), () -> found(asking));
  }

  private void offer(RevisionAsk asking, Question open) {
    List<String> left =
        open.answers().entrySet().stream()
            .filter(
                e -> asking.left().stream().anyMatch(b -> e.getValue().contains(b.identity().id())))
            .map(java.util.Map.Entry::getKey)
            .toList();
    for (String answer : left) {
      String shown = answer.isEmpty() ? "nothing printed" : answer;
      answers.getChildren().add(button(shown, () -> asking.answer(open, answer)));
    }
    answers.getChildren().add(button("cannot tell", () -> asking.cannotTell(open)));
    Node first = answers.getChildren().getFirst();
    Platform.runLater(first::requestFocus);
  }

  private Button button(String word, Runnable action) {
    return Texts.button(
        word,
        () -> {
          action.run();
          next();
        },
        Style.PLAIN_BUTTON);
  }

  private void found(RevisionAsk asking) {
    if (asking.left().size() == 1) {
      onFound.accept(asking.left().getFirst());
    }
  }
}
