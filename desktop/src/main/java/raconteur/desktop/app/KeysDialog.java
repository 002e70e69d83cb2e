package raconteur.desktop.app;

import java.util.List;
import javafx.scene.control.Alert;
import javafx.scene.control.ButtonType;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.stage.Window;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;

/** All keys and one example of every bench line. */
final class KeysDialog {
  private static final double WIDTH = 1140;
  private static final double HEIGHT = 700;

  private KeysDialog() {}

  static void show(Window owner, List<String> exampleLines) {
    GridPane keys = new GridPane(16, 3);
    for (Keys.Where where : Keys.Where.values()) {
      List<Keys.Line> lines = Keys.lines(where);
      if (!lines.isEmpty()) {
        keys.add(Texts.line(where.words(), Style.FAINT), 0, keys.getRowCount(), 2, 1);
      }
      for (Keys.Line line : lines) {
        keys.addRow(
            keys.getRowCount(), Texts.line(line.keys(), Style.KEY), Texts.line(line.words()));
      }
    }
    int half = exampleLines.size() / 2;
    VBox lines = new VBox(4, Texts.line("Bench lines, for example", Style.HEADING));
    lines.getChildren().add(Texts.line("strike 17 wrong pin"));
    lines.getChildren().add(Texts.line("if 17 wrong"));
    exampleLines.subList(0, half).forEach(l -> lines.getChildren().add(Texts.line(l)));
    VBox more = new VBox(4, Texts.line("", Style.HEADING));
    exampleLines
        .subList(half, exampleLines.size())
        .forEach(l -> more.getChildren().add(Texts.line(l)));
    VBox left = new VBox(4, Texts.line("Keys", Style.HEADING), keys);
    Alert dialog = new Alert(Alert.AlertType.NONE, "", ButtonType.CLOSE);
    dialog.initOwner(owner);
    dialog.setTitle("Keys and bench lines");
    ScrollPane content = new ScrollPane(new HBox(24, left, lines, more));
    Style.KEYS_SHEET.on(content);
    content.setPrefViewportWidth(Math.min(WIDTH, owner.getWidth() - 90));
    content.setMinViewportWidth(content.getPrefViewportWidth());
    content.setPrefViewportHeight(Math.min(HEIGHT, owner.getHeight() - 130));
    dialog.getDialogPane().setContent(content);
    Theme.dressDialog(dialog.getDialogPane(), owner);
    dialog.showAndWait();
  }
}
