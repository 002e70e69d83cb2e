package raconteur.desktop.keys;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.stage.Window;
import raconteur.core.keys.KeyMatrix;
import raconteur.core.keys.KeyState;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.FilePicker;

/** The matrix with what each key does, ticked or typed, and what it comes to. */
public final class KeysDialog extends VBox {
  private static final String HOW =
      "Press a key of the table to go round: dead, doubtful, ghost (types others), always, works,"
          + " untried. Or type it: dead Q ROW3; works rest.";

  private final KeysPresenter presenter;
  private final FilePicker files;
  private final Consumer<String> enter;
  private final Label title = Texts.line("", Style.HEADING);
  private final GridPane table = new GridPane();
  private final TextField typed = new TextField();
  private final VBox sentences = new VBox(4);
  private final Label said = Texts.label("", Style.NOTICE);
  private final Button told = Texts.button("Into the story", this::tell, Style.MAIN_BUTTON);
  private List<String> lines = List.of();

  KeysDialog(KeysPresenter presenter, FilePicker files, Consumer<String> enter) {
    super(8);
    this.presenter = presenter;
    this.files = files;
    this.enter = enter;
    told.setId("keys-tell");
    HBox.setHgrow(title, Priority.ALWAYS);
    title.setMaxWidth(Double.MAX_VALUE);
    HBox head =
        new HBox(
            8, title, Texts.button("Read a table of keys …", this::read, Style.PLAIN_BUTTON), told);
    head.setAlignment(Pos.CENTER_LEFT);
    typed.setId("keys-typed");
    typed.setAccessibleText("What the keys do, then " + Keys.OPEN.label());
    typed.setPromptText("dead Q W ROW3; doubtful P; works rest");
    typed.setOnAction(e -> taken(presenter.say(typed.getText())));
    table.setHgap(4);
    table.setVgap(4);
    ScrollPane keys = new ScrollPane(table);
    keys.setFitToWidth(true);
    keys.setMinHeight(140);
    Style.SHEET.on(keys);
    ScrollPane words = new ScrollPane(sentences);
    words.setFitToWidth(true);
    words.setMinHeight(150);
    Style.SHEET.on(words);
    Style.SHOTS.on(sentences);
    VBox.setVgrow(words, Priority.ALWAYS);
    said.managedProperty().bind(said.textProperty().isNotEmpty());
    said.visibleProperty().bind(said.managedProperty());
    getChildren().addAll(head, Texts.label(HOW, Style.FAINT), keys, typed, said, words);
    fill();
  }

  /**
   * Shows it until it is closed.
   *
   * @param table of keys, where another is at hand than the board's own
   * @param enter takes the lines that go into the story
   */
  public static void show(
      KeysPresenter presenter,
      FilePicker files,
      Optional<Path> table,
      Window owner,
      Consumer<String> enter) {
    KeysDialog content = new KeysDialog(presenter, files, enter);
    table.ifPresent(file -> content.taken(presenter.read(file)));
    Dialog<ButtonType> dialog = new Dialog<>();
    dialog.initOwner(owner);
    dialog.setTitle("Keys");
    dialog.getDialogPane().setContent(content);
    dialog.getDialogPane().getButtonTypes().add(ButtonType.CLOSE);
    dialog.setResizable(true);
    dialog.setOnShown(e -> content.typed.requestFocus());
    Theme.dressDialog(dialog.getDialogPane(), owner, 980, 740);
    dialog.show();
  }

  private void read() {
    files
        .toRead("The table of keys", "Tables of keys", "*.keys", "*.txt")
        .ifPresent(file -> taken(presenter.read(file)));
  }

  private void taken(String refusal) {
    said.setText(refusal);
    if (refusal.isEmpty()) {
      fill();
    }
  }

  private void fill() {
    Optional<KeyMatrix> matrix = presenter.matrix();
    title.setText(
        matrix
            .map(KeyMatrix::title)
            .orElse("No keyboard is known for this board: read its table first"));
    typed.setText(presenter.words());
    table.getChildren().clear();
    matrix.ifPresent(this::draw);
    presenter.work(this::show);
  }

  private void draw(KeyMatrix matrix) {
    for (int column = 0; column < matrix.columns().size(); column++) {
      table.add(Texts.line(matrix.columns().get(column).name(), Style.FAINT), column + 1, 0);
    }
    for (int row = 0; row < matrix.rows().size(); row++) {
      table.add(Texts.line(matrix.rows().get(row).name(), Style.FAINT), 0, row + 1);
    }
    int beside = matrix.columns().size() + 1;
    for (KeyMatrix.Key key : matrix.keys()) {
      boolean shared = key.column() < 0 || key.row() < 0;
      table.add(button(key), shared ? beside : key.column() + 1, Math.max(0, key.row() + 1));
    }
  }

  private Button button(KeyMatrix.Key key) {
    Button button = Texts.button("", () -> {}, Style.PLAIN_BUTTON, Style.KEY_CAP);
    button.setOnAction(
        e -> {
          said.setText(presenter.turn(key));
          name(button, key);
          typed.setText(presenter.words());
          presenter.work(this::show);
        });
    button.setMaxWidth(Double.MAX_VALUE);
    name(button, key);
    return button;
  }

  /** What a key does is told by a sign and a word, not by colour. */
  private void name(Button button, KeyMatrix.Key key) {
    Optional<KeyState> state = presenter.state(key);
    button.setText(state.map(s -> sign(s) + " ").orElse("") + key.name());
    button.setAccessibleText(key.name() + ", " + state.map(KeyState::word).orElse("not tried"));
  }

  private static String sign(KeyState state) {
    return switch (state) {
      case WORKS -> "✓";
      case DOUBTFUL -> "~";
      case GHOST -> "≠";
      case ALWAYS -> "▼";
      case DEAD -> "✗";
    };
  }

  private void show(KeysPresenter.Shown shown) {
    sentences.getChildren().clear();
    if (shown.sentences().isEmpty()) {
      sentences
          .getChildren()
          .add(
              Texts.label(
                  "Try every key once. One that works clears its row and its column; those that"
                      + " do not are held against each other.",
                  Style.FAINT));
    }
    for (String sentence : shown.sentences()) {
      boolean heading = sentence.startsWith("What ");
      sentences
          .getChildren()
          .add(heading ? Texts.line(sentence, Style.HEADING) : Texts.label(sentence));
    }
    lines = shown.lines();
    told.setDisable(lines.isEmpty());
  }

  private void tell() {
    lines.forEach(enter);
    said.setText("In the story: " + lines.size() + " lines, the last of them " + lines.getLast());
  }
}
