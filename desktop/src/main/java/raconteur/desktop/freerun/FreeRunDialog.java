package raconteur.desktop.freerun;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ProgressBar;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.stage.Window;
import raconteur.core.bench.freerun.FreeRun;
import raconteur.core.bench.freerun.FreeRunWords;
import raconteur.core.judge.Verdict;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.FilePicker;

/** The table of a free run, how the board is brought to it, and a reading held against it. */
public final class FreeRunDialog extends VBox {
  private final FreeRunPresenter presenter;
  private final FilePicker files;
  private final VBox sentences = new VBox(3);
  private final ProgressBar progress = new ProgressBar(0);
  private final RowTable<FreeRunPresenter.Row> table =
      new RowTable<>("Lines of the free run", "Reckoning every address once …");
  private final TextField wanted = new TextField();
  private final TextField read = new TextField();
  private final Label said = Texts.label("", Style.NOTICE);
  private final Button save = Texts.button("As CSV …", this::save, Style.PLAIN_BUTTON);

  FreeRunDialog(FreeRunPresenter presenter, FilePicker files) {
    super(8);
    this.presenter = presenter;
    this.files = files;
    table.setId("freerun-lines");
    table.column("Line", 110, FreeRunPresenter.Row::net);
    table.column("Read at", 90, FreeRunPresenter.Row::at);
    table.column("On a good board", 200, FreeRunPresenter.Row::shows);
    table.column("Chosen at", 360, FreeRunPresenter.Row::where);
    wanted.setId("freerun-find");
    wanted.setPromptText("Find: a line, a part, a pin");
    wanted.setPrefColumnCount(18);
    wanted.setAccessibleText("Find a line, a part or a pin");
    wanted.textProperty().addListener((o, before, now) -> fill());
    read.setId("freerun-read");
    read.setPromptText("Read there: U14.15 125 kHz, or U14.15 high");
    read.setAccessibleText("A reading taken in the free run");
    read.setOnAction(e -> judge());
    HBox.setHgrow(read, Priority.ALWAYS);
    save.setDisable(true);
    HBox row = new HBox(8, wanted, read, save);
    row.setAlignment(Pos.CENTER_LEFT);
    progress.setMaxWidth(Double.MAX_VALUE);
    progress.setAccessibleText("How much is reckoned");
    progress.managedProperty().bind(progress.visibleProperty());
    said.managedProperty().bind(said.textProperty().isNotEmpty());
    said.visibleProperty().bind(said.managedProperty());
    VBox.setVgrow(table, Priority.ALWAYS);
    getChildren().addAll(sentences, progress, row, said, table);
  }

  /** Reckons the free run of a board and shows it until it is closed. */
  public static void show(FreeRunPresenter presenter, FilePicker files, Window owner) {
    FreeRunDialog content = new FreeRunDialog(presenter, files);
    Dialog<ButtonType> dialog = new Dialog<>();
    dialog.initOwner(owner);
    dialog.setTitle("Free run");
    dialog.getDialogPane().setContent(content);
    dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
    dialog.setResizable(true);
    dialog.setOnShown(e -> content.read.requestFocus());
    dialog.setOnHidden(e -> presenter.stop());
    Theme.dressDialog(dialog.getDialogPane(), owner, 920, 700);
    presenter.reckon(content.progress::setProgress, content::ran, content::refused);
    dialog.show();
  }

  private void ran(FreeRun.Outcome.Ran outcome) {
    progress.setVisible(false);
    sentences
        .getChildren()
        .setAll(FreeRunWords.setUp(outcome).stream().map(s -> Texts.label(s)).toList());
    sentences.getChildren().add(Texts.label(CAUTION, Style.STEP_CAUTION));
    save.setDisable(false);
    fill();
  }

  private static final String CAUTION =
      "⚠ Power off before anything is lifted or tied; then a live board: one hand, no slipping"
          + " probe.";

  private void refused(String why) {
    progress.setVisible(false);
    said.setText(why);
    table.setPlaceholder(Texts.label("Nothing to show."));
  }

  private void fill() {
    table.getItems().setAll(presenter.rows(wanted.getText()));
  }

  private void judge() {
    if (read.getText().isBlank()) {
      said.setText("");
      return;
    }
    Verdict verdict = presenter.judge(read.getText());
    said.setText(
        switch (verdict.level()) {
              case GOOD -> "✓ As it should be. ";
              case BAD -> "✗ Not as it should be. ";
              case DOUBTFUL, UNJUDGED -> "";
            }
            + verdict.sentence());
    read.selectAll();
  }

  private void save() {
    files
        .toWrite("The table of the free run", "free-run.csv")
        .ifPresent(
            file ->
                said.setText(
                    presenter.write(file).orElse("Written to " + file.getFileName() + ".")));
  }
}
