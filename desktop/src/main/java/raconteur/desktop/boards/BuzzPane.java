package raconteur.desktop.boards;

import java.util.List;
import java.util.Optional;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** Nets found with a meter: two pins at a time, one key for each of what it may say. */
final class BuzzPane extends VBox {
  private final BuzzPresenter presenter;
  private final Runnable changed;
  private final Runnable pointAt;
  private final Label todo = Texts.label("", Style.TITLE);
  private final Label why = Texts.label("", Style.FAINT);
  private final Label progress = Texts.label("");
  private final Label notice = Texts.label("");
  private final ListView<String> log = new ListView<>();
  private final TextField beeped = new TextField();
  private final Button joined =
      Texts.button(Keys.BUZZ_JOINED.on("it beeps"), this::joined, Style.MAIN_BUTTON);
  private final Button silent =
      Texts.button(Keys.BUZZ_OPEN.on("silent"), this::silent, Style.PLAIN_BUTTON);
  private final Button left =
      Texts.button(Keys.BUZZ_LEAVE.on("cannot reach it"), this::left, Style.PLAIN_BUTTON);

  /**
   * @param changed shows the board as it is now
   * @param pointAt shows on the map where the probes go
   */
  BuzzPane(BuzzPresenter presenter, Runnable changed, Runnable pointAt) {
    super(10);
    this.presenter = presenter;
    this.changed = changed;
    this.pointAt = pointAt;
    todo.setId("buzz-todo");
    todo.setWrapText(true);
    progress.setId("buzz-progress");
    notice.setId("buzz-notice");
    log.setId("buzz-log");
    log.setAccessibleText("Answers, the latest first");
    log.setFocusTraversable(false);
    log.setPlaceholder(Texts.label("No answer yet."));
    VBox.setVgrow(log, Priority.ALWAYS);
    beeped.setId("buzz-pins");
    beeped.setPromptText("pins of it that beeped, for example 3 7");
    beeped.setAccessibleText("Pins that beeped");
    beeped.setOnAction(e -> pins());
    Label how =
        Texts.label(
            "Power off, supply unplugged, capacitors discharged. One probe stays on the first pin,"
                + " the other goes to the second, or along all pins of a part.",
            Style.FAINT);
    for (Label label : List.of(how, todo, why, notice, progress)) {
      label.setMinHeight(USE_PREF_SIZE);
    }
    getChildren()
        .addAll(
            how,
            todo,
            why,
            beeped,
            new FlowPane(
                8,
                8,
                joined,
                silent,
                left,
                Texts.button(
                    Keys.BUZZ_BACK.on("take the last back"), this::back, Style.PLAIN_BUTTON)),
            notice,
            progress,
            log);
  }

  /** The keys of the pane, wherever in the view they are pressed while it stands there. */
  void keys(KeyEvent event) {
    if (Keys.BUZZ_JOINED.is(event)) {
      joined();
    } else if (Keys.BUZZ_OPEN.is(event)) {
      silent();
    } else if (Keys.BUZZ_LEAVE.is(event)) {
      left();
    } else if (Keys.BUZZ_BACK.is(event)) {
      back();
    } else {
      return;
    }
    event.consume();
  }

  void show(Board board) {
    presenter.look(board);
    refresh();
  }

  private void refresh() {
    todo.setText(presenter.todo());
    why.setText(presenter.why());
    progress.setText(presenter.progress());
    log.getItems().setAll(presenter.log());
    boolean sweep = presenter.isSweep();
    beeped.setVisible(sweep);
    beeped.setManaged(sweep);
    notice.setManaged(!notice.getText().isEmpty());
    boolean nothing = presenter.act().isEmpty();
    joined.setDisable(nothing || sweep);
    silent.setDisable(nothing);
    left.setDisable(nothing);
    pointAt.run();
  }

  private void joined() {
    if (presenter.isSweep() && !beeped.getText().isBlank()) {
      pins();
    } else {
      answered(presenter.joined());
    }
  }

  private void pins() {
    answered(presenter.beeped(beeped.getText()));
  }

  private void silent() {
    answered(presenter.open());
  }

  private void left() {
    presenter.leave();
    answered(Optional.empty());
  }

  private void back() {
    answered(presenter.back());
  }

  private void answered(Optional<String> refusal) {
    notice.setText(refusal.orElse(""));
    if (refusal.isEmpty()) {
      beeped.clear();
      changed.run();
      refresh();
      (presenter.isSweep() ? beeped : silent).requestFocus();
    }
  }
}
