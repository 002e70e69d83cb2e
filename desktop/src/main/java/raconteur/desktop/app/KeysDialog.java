package raconteur.desktop.app;

import java.util.List;
import javafx.scene.control.Alert;
import javafx.scene.control.ButtonType;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import javafx.stage.Window;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Theme;

/** All keys and one example of every bench line. */
final class KeysDialog {
  private static final String[][] KEYS = {
    {"Ctrl+1 … Ctrl+9, Ctrl+0", "the views, in the order of the bar"},
    {"Ctrl+B, Ctrl+D", "Boards, Devices"},
    {"Ctrl+Shift+F", "search all stories"},
    {"Ctrl+N", "take a board in"},
    {"Enter", "on the shelf: take the board to the bench"},
    {"F2 … F6", "what the next step, or the pane, showed"},
    {"F7", "another step; on a stage the next pane"},
    {"Shift+F7", "the step cannot be made, or was unclear"},
    {"F8", "arm's length: for two metres"},
    {"Shift+F8", "stop working it out: show what was weighed so far"},
    {"F9", "turn the board over"},
    {"F10", "dim workshop, or light"},
    {"F11", "on a simulated board: a pin to probe"},
    {"Shift+F11", "on a simulated board: take the step's reading"},
    {"F12", "try the chosen suspect by swapping"},
    {"Tab", "in the bench line: complete the word"},
    {"Esc", "back to the bench line"},
    {"Ctrl+F", "in Boards: find a part, pin, net or device"},
    {"Ctrl+Z", "in Boards: take the last change back"},
    {"arrows + − 0", "on the map: move, zoom, show all of it"},
    {"Delete", "in the story: strike the chosen line"},
  };

  private static final double WIDTH = 1140;
  private static final double HEIGHT = 700;

  private KeysDialog() {}

  static void show(Window owner, List<String> exampleLines) {
    GridPane keys = new GridPane(16, 4);
    for (int i = 0; i < KEYS.length; i++) {
      keys.addRow(i, Texts.line(KEYS[i][0], "key"), Texts.line(KEYS[i][1]));
    }
    int half = exampleLines.size() / 2;
    VBox lines = new VBox(4, Texts.line("Bench lines, for example", "heading"));
    lines.getChildren().add(Texts.line("strike 17 wrong pin", "figures"));
    lines.getChildren().add(Texts.line("if 17 wrong", "figures"));
    exampleLines.subList(0, half).forEach(l -> lines.getChildren().add(Texts.line(l, "figures")));
    VBox more = new VBox(4, Texts.line("", "heading"));
    exampleLines
        .subList(half, exampleLines.size())
        .forEach(l -> more.getChildren().add(Texts.line(l, "figures")));
    VBox left = new VBox(4, Texts.line("Keys", "heading"), keys);
    Alert dialog = new Alert(Alert.AlertType.NONE, "", ButtonType.CLOSE);
    dialog.initOwner(owner);
    dialog.setTitle("Keys and bench lines");
    ScrollPane content = new ScrollPane(new HBox(24, left, lines, more));
    content.getStyleClass().add("keys-sheet");
    content.setPrefViewportWidth(Math.min(WIDTH, owner.getWidth() - 90));
    content.setMinViewportWidth(content.getPrefViewportWidth());
    content.setPrefViewportHeight(Math.min(HEIGHT, owner.getHeight() - 130));
    dialog.getDialogPane().setContent(content);
    Theme.dressDialog(dialog.getDialogPane(), owner);
    dialog.showAndWait();
  }
}
