package raconteur.desktop.boards;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.scene.control.ChoiceDialog;
import javafx.scene.control.Dialog;
import javafx.scene.control.TextInputDialog;
import javafx.scene.layout.Region;
import javafx.stage.Window;
import raconteur.casebook.exchange.BoardExport;
import raconteur.core.story.Case;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.FilePicker;

/** Asks what has to be asked before a board is made, derived, learnt or written. */
final class BoardDialogs {
  private final BoardsPresenter presenter;
  private final FilePicker files;
  private final Supplier<Window> window;
  private final Runnable refresh;
  private final Consumer<String> say;

  /**
   * @param window the window that owns the dialogs
   * @param refresh shows the boards as they are now
   * @param say tells how it went
   */
  BoardDialogs(
      BoardsPresenter presenter,
      FilePicker files,
      Supplier<Window> window,
      Runnable refresh,
      Consumer<String> say) {
    this.presenter = presenter;
    this.files = files;
    this.window = window;
    this.refresh = refresh;
    this.say = say;
  }

  void export(BoardExport.Format format) {
    presenter
        .chosen()
        .flatMap(
            b ->
                files.toWrite(
                    "Export " + b.identity().shortName(),
                    b.identity().id()
                        + (format == BoardExport.Format.NETS
                            ? "-nets."
                            : format == BoardExport.Format.PARTS ? "-parts." : ".")
                        + format.extension()))
        .ifPresent(file -> say.accept(presenter.export(format, file)));
  }

  void print() {
    presenter
        .chosen()
        .flatMap(
            b -> files.toWrite("Print " + b.identity().shortName(), b.identity().id() + ".pdf"))
        .ifPresent(file -> say.accept(presenter.print(file)));
  }

  private Optional<String> ask(String title, String question, String proposed) {
    TextInputDialog dialog = new TextInputDialog(proposed);
    dress(dialog, title, question);
    return dialog.showAndWait();
  }

  private void dress(Dialog<?> dialog, String title, String question) {
    dialog.initOwner(window.get());
    dialog.setTitle(title);
    dialog.setHeaderText(question);
    dialog.setGraphic(new Region());
    Theme.dressDialog(dialog.getDialogPane(), window.get());
  }

  void derive() {
    presenter
        .chosen()
        .flatMap(
            b ->
                ask(
                    "Derive a revision",
                    "What is the revision called that derives from "
                        + b.identity().shortName()
                        + "?",
                    ""))
        .ifPresent(
            revision ->
                made(
                    presenter.derive(revision), "Derived; what you change now is its difference."));
  }

  private void made(Optional<String> refusal, String done) {
    refresh.run();
    say.accept(refusal.orElse(done));
  }

  void learn() {
    List<Case> cases = presenter.chosen().isEmpty() ? List.of() : presenter.cases();
    if (cases.isEmpty()) {
      say.accept("No case of this revision has readings to learn from.");
      return;
    }
    List<String> names =
        cases.stream()
            .map(
                c ->
                    c.header().number()
                        + " · "
                        + c.header().owner()
                        + ", "
                        + c.header().state().words())
            .toList();
    ChoiceDialog<String> dialog = new ChoiceDialog<>(names.getLast(), names);
    dress(
        dialog,
        "Learn a healthy board",
        "Whose readings since the last mend show this revision healthy?");
    dialog
        .showAndWait()
        .ifPresent(
            name -> {
              String sentence = presenter.learn(cases.get(names.indexOf(name)).header().number());
              refresh.run();
              say.accept(sentence);
            });
  }
}
