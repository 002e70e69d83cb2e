package raconteur.desktop.letters;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonType;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Window;
import raconteur.core.board.Board;
import raconteur.core.data.Loaded;
import raconteur.core.letters.Codes;
import raconteur.core.letters.LetterDiagnosis;
import raconteur.core.letters.LetterWords;
import raconteur.core.letters.Letters;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;

/** Two texts side by side, what should stand on the screen and what does, and what that says. */
public final class LettersDialog extends VBox {
  private static final String HOW =
      "Type what should stand there and what does, line by line from the same corner; ? for what is"
          + " no letter.";
  private static final int FORTY = 40;

  private final Board board;
  private final Consumer<String> enter;
  private final TextArea should = area("letters-should", "What should stand there");
  private final TextArea stands = area("letters-stands", "What stands there");
  private final ChoiceBox<String> codes = new ChoiceBox<>();
  private final ChoiceBox<Integer> columns = new ChoiceBox<>();
  private final VBox sentences = new VBox(6);
  private final Button told = Texts.button("Into the story", this::tell, Style.MAIN_BUTTON);
  private Optional<String> line = Optional.empty();

  LettersDialog(Board board, Consumer<String> enter) {
    super(8);
    this.board = board;
    this.enter = enter;
    codes.getItems().setAll("letters as in ASCII", "six bits a letter");
    codes.getSelectionModel().selectFirst();
    codes.setAccessibleText("How letters are numbered");
    codes.getSelectionModel().selectedIndexProperty().addListener((o, before, now) -> work());
    columns.getItems().setAll(20, 22, 32, FORTY, 64, 80, 132);
    columns.setValue(FORTY);
    columns.setAccessibleText("Columns of the screen");
    columns.valueProperty().addListener((o, before, now) -> work());
    told.setId("letters-tell");
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    HBox head = new HBox(8, codes, columns, Texts.line("columns", Style.FAINT), gap, told);
    head.setAlignment(Pos.CENTER_LEFT);
    HBox texts = new HBox(10, under("It should say", should), under("It says", stands));
    VBox.setVgrow(texts, Priority.ALWAYS);
    Style.SHOTS.on(sentences);
    sentences.setMinHeight(150);
    getChildren().addAll(head, Texts.label(HOW, Style.FAINT), texts, sentences);
    work();
  }

  private static TextArea area(String id, String name) {
    TextArea area = new TextArea();
    area.setId(id);
    area.setAccessibleText(name);
    area.setPrefRowCount(8);
    Style.DEVICE_TEXT.on(area);
    return area;
  }

  private VBox under(String words, TextArea area) {
    Label label = Texts.line(words, Style.FAINT);
    label.setLabelFor(area);
    area.textProperty().addListener((o, before, now) -> work());
    VBox box = new VBox(2, label, area);
    VBox.setVgrow(area, Priority.ALWAYS);
    HBox.setHgrow(box, Priority.ALWAYS);
    return box;
  }

  /**
   * Shows it until it is closed.
   *
   * @param enter takes the line that goes into the story
   */
  public static void show(Board board, Window owner, Consumer<String> enter) {
    LettersDialog content = new LettersDialog(board, enter);
    Dialog<ButtonType> dialog = new Dialog<>();
    dialog.initOwner(owner);
    dialog.setTitle("Letters");
    dialog.getDialogPane().setContent(content);
    dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
    dialog.setResizable(true);
    dialog.setOnShown(e -> content.should.requestFocus());
    Theme.dressDialog(dialog.getDialogPane(), owner, 920, 620);
    dialog.show();
  }

  private void work() {
    line = Optional.empty();
    if (should.getText().isBlank() || stands.getText().isBlank()) {
      say(List.of());
      return;
    }
    Codes numbered = Codes.values()[codes.getSelectionModel().getSelectedIndex()];
    switch (Letters.read(numbered, columns.getValue(), should.getText(), stands.getText())) {
      case Loaded.Refused<Letters> refused ->
          say(List.of(refused.issues().getFirst().reason() + "."));
      case Loaded.Ok<Letters>(Letters letters) -> {
        LetterDiagnosis.Result result = LetterDiagnosis.of(letters);
        if (!result.fits().isEmpty()) {
          line =
              Optional.of(
                  "note letters: "
                      + LetterWords.what(result.fits().getFirst().fault())
                      + " explains "
                      + result.fits().getFirst().explained()
                      + " of "
                      + result.wrong());
        }
        say(LetterWords.of(result, Optional.of(board)));
      }
    }
  }

  private void say(List<String> words) {
    sentences.getChildren().setAll(words.stream().map(s -> Texts.label(s)).toList());
    told.setDisable(line.isEmpty());
  }

  private void tell() {
    line.ifPresent(enter);
    told.setDisable(true);
  }
}
