package raconteur.desktop.boards;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Stream;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextArea;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.netlines.NetLines;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** Nets typed a line at a time: what a line will do stands below it while it is typed. */
final class TypedNetsPane extends VBox {
  /** Lines of each kind with what they say. */
  private static final Map<String, String> HOW =
      ordered(
          "A0-A7: U1.9-16 U7.8-1", "a bus, by numbers or names",
          "D0-D7: U21-U28.DIN", "one pin of a row of parts",
          "+5V: all", "every supply pin that wants it",
          "D0-D7 through RN1: BD0-BD7", "series resistors",
          "C1-C12 from +5V to GND", "parts of two legs",
          "U7 as U8 but CE=U30.14", "a device as another",
          "RD = /RD", "two names of one net",
          "nc U5.3", "meant to be unconnected");

  private static final long LARGEST_FILE = 1_000_000;
  private static final int MOST_SHOWN = 6;

  private static Map<String, String> ordered(String... words) {
    Map<String, String> pairs = new LinkedHashMap<>();
    for (int i = 0; i + 1 < words.length; i += 2) {
      pairs.put(words[i], words[i + 1]);
    }
    return pairs;
  }

  private final BoardsPresenter presenter;
  private final Runnable changed;
  private final TextArea lines = new TextArea();
  private final Label echo = Texts.label("");
  private final Label known = Texts.label("", Style.FAINT);
  private final ListView<String> taken = new ListView<>();

  /**
   * @param pickFile asks for a file of nets
   * @param changed shows the board as it is now
   */
  TypedNetsPane(BoardsPresenter presenter, Supplier<Optional<Path>> pickFile, Runnable changed) {
    super(8);
    this.presenter = presenter;
    this.changed = changed;
    GridPane how = new GridPane(14, 1);
    HOW.forEach(
        (line, says) ->
            how.addRow(
                how.getRowCount(), Texts.line(line, Style.FIGURES), Texts.line(says, Style.FAINT)));
    lines.setId("net-lines");
    lines.setAccessibleText("Lines of nets");
    lines.setPromptText("A0-A7: U1.9-16 U7.8-1");
    lines.setPrefRowCount(3);
    lines.setMinHeight(70);
    lines.setWrapText(true);
    lines.textProperty().addListener((o, before, text) -> echo());
    lines.addEventFilter(KeyEvent.KEY_PRESSED, this::keys);
    echo.setId("net-echo");
    echo.setMinHeight(USE_PREF_SIZE);
    taken.setAccessibleText("Lines taken");
    taken.setFocusTraversable(false);
    taken.setPlaceholder(Texts.label("No line has been taken yet."));
    VBox.setVgrow(taken, Priority.ALWAYS);
    getChildren()
        .addAll(
            how,
            lines,
            echo,
            new HBox(
                8,
                Texts.button(Keys.TAKE_NETS.on("take it"), this::take, Style.MAIN_BUTTON),
                Texts.button("take the last back", this::back, Style.PLAIN_BUTTON),
                Texts.button(
                    "read a .nets file …",
                    () -> pickFile.get().ifPresent(this::read),
                    Style.PLAIN_BUTTON)),
            known,
            taken);
  }

  private void keys(KeyEvent event) {
    if (Keys.TAKE_NETS.is(event)) {
      take();
      event.consume();
    }
  }

  void show(Board board) {
    int pins = board.contents().nets().stream().mapToInt(n -> n.path().size()).sum();
    known.setText(
        board.nets().size()
            + " nets join "
            + pins
            + " pins of "
            + board.parts().size()
            + " parts.");
    echo();
  }

  private void echo() {
    if (presenter.chosen().isEmpty() || lines.getText().isBlank()) {
      echo.setText("");
      return;
    }
    echo.setText(String.join("\n", words(presenter.tryNets(lines.getText()))));
  }

  private static List<String> words(NetLines.Read read) {
    List<String> words = new ArrayList<>();
    read.problems().forEach(p -> words.add("line " + p.line() + " is not taken: " + p.says()));
    words.addAll(read.says());
    int more = words.size() - MOST_SHOWN;
    return more <= 0
        ? words
        : Stream.concat(words.stream().limit(MOST_SHOWN), Stream.of("and " + more + " lines more"))
            .toList();
  }

  /** Takes what can be taken; a line that cannot stays where it was typed. */
  private void take() {
    if (presenter.chosen().isEmpty() || lines.getText().isBlank()) {
      return;
    }
    NetLines.Read read = presenter.tryNets(lines.getText());
    if (!read.says().isEmpty()) {
      Optional<String> refusal = presenter.keepNets(read);
      if (refusal.isPresent()) {
        echo.setText(refusal.get());
        return;
      }
      read.says().forEach(s -> taken.getItems().addFirst(s));
      changed.run();
    }
    List<String> typed = lines.getText().lines().toList();
    lines.setText(
        String.join("\n", read.problems().stream().map(p -> typed.get(p.line() - 1)).toList()));
    lines.positionCaret(lines.getLength());
  }

  /** A file's lines stand in the field as if they were typed. */
  void read(Path file) {
    try {
      if (Files.size(file) > LARGEST_FILE) {
        echo.setText(file.getFileName() + " is larger than a file of nets gets.");
        return;
      }
      lines.setText(Files.readString(file));
    } catch (IOException e) {
      echo.setText(file.getFileName() + " cannot be read as text.");
    }
  }

  private void back() {
    String sentence = presenter.undo();
    taken.getItems().addFirst(sentence);
    changed.run();
  }

  TextArea firstFocus() {
    return lines;
  }
}
