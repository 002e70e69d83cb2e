package raconteur.desktop.trace;

import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Modality;
import javafx.stage.Window;
import raconteur.core.fault.Place;
import raconteur.core.inspect.SwapTrial;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.desk.Percent;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;

/**
 * One chip tried by swapping: what comes next, what came out so far, and the chip's mark. It stays
 * open beside the window while hands are busy; the outcomes of the next try have the keys a step's
 * outcomes have.
 */
final class SwapDialog {
  private static final double WIDTH = 660;

  private final CaseDesk desk;
  private final String part;
  private final Consumer<String> enter;
  private final Label suspicion = Texts.label("");
  private final VBox rows = new VBox(10);
  private final Label wait = Texts.label("");
  private final Label caution = Texts.label("", Style.STEP_CAUTION);

  private SwapDialog(CaseDesk desk, String part, Consumer<String> enter) {
    this.desk = desk;
    this.part = part;
    this.enter = enter;
  }

  /**
   * Shows it for a part until it is closed.
   *
   * @param enter takes the lines that go into the story
   */
  static void show(CaseDesk desk, String part, Window owner, Consumer<String> enter) {
    var trial = new SwapDialog(desk, part, enter);
    Dialog<ButtonType> dialog = new Dialog<>();
    dialog.initOwner(owner);
    dialog.initModality(Modality.NONE);
    dialog.setTitle("Swap trial");
    String kind = desk.state().board().part(part).map(p -> " · " + p.device().name()).orElse("");
    VBox content =
        new VBox(
            10,
            Texts.label("Swap trial of " + part + kind, Style.HEADING),
            trial.suspicion,
            trial.caution,
            trial.wait,
            trial.rows);
    content.setPrefWidth(WIDTH);
    dialog.getDialogPane().setContent(content);
    dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
    Theme.dressDialog(dialog.getDialogPane(), owner);
    dialog.getDialogPane().addEventFilter(KeyEvent.KEY_PRESSED, trial::keys);
    Consumer<DeskState> follow = _ -> trial.refresh();
    desk.addListener(follow);
    dialog.setOnHidden(e -> desk.removeListener(follow));
    trial.refresh();
    dialog.show();
  }

  private Optional<SwapTrial> now() {
    return SwapTrial.of(desk.state().board(), desk.telling(), part);
  }

  private void refresh() {
    suspicion.setText(
        desk.state()
            .advice()
            .flatMap(a -> a.diagnosis().at(new Place.OfPart(part)))
            .map(s -> part + " is suspected with " + Percent.of(s.probability()) + ".")
            .orElse(part + " is not among the suspects."));
    now()
        .ifPresent(
            trial -> {
              caution.setText("⚠ " + trial.caution());
              wait.setText(trial.patience());
              rows.getChildren().clear();
              for (int i = 0; i < trial.trials().size(); i++) {
                SwapTrial.Trial one = trial.trials().get(i);
                boolean next = trial.next().filter(one::equals).isPresent();
                rows.getChildren().add(row(i + 1, one, next));
              }
            });
  }

  private HBox row(int number, SwapTrial.Trial trial, boolean next) {
    Label what = Texts.label(number + "  " + trial.what(), next ? Style.HEADING : Style.FAINT);
    what.setMinWidth(Region.USE_PREF_SIZE);
    what.setPrefWidth(270);
    HBox row = new HBox(8, what);
    row.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(what, Priority.ALWAYS);
    if (trial.done()) {
      row.getChildren().add(Texts.label("line " + trial.line().getAsInt() + ": " + trial.answer()));
    }
    for (int i = 0; i < trial.choices().size() && !trial.done(); i++) {
      SwapTrial.Choice choice = trial.choices().get(i);
      String words = next ? Keys.outcomes().get(i).on(choice.word()) : choice.word();
      Button button = Texts.button(words, () -> enter.accept(choice.line()), Style.PLAIN_BUTTON);
      button.setMinWidth(Region.USE_PREF_SIZE);
      row.getChildren().add(button);
    }
    return row;
  }

  private void keys(KeyEvent e) {
    int index = Keys.outcome(e);
    if (index >= 0) {
      now()
          .flatMap(SwapTrial::next)
          .filter(t -> index < t.choices().size())
          .ifPresent(t -> enter.accept(t.choices().get(index).line()));
      e.consume();
    }
  }
}
