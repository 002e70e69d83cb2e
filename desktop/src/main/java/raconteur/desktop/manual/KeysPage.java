package raconteur.desktop.manual;

import java.util.Arrays;
import java.util.List;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** All keys, by where they hold, and an example of every bench line; in two columns each. */
final class KeysPage {
  private static final Insets AROUND = new Insets(10, 14, 14, 14);

  private KeysPage() {}

  static Node keys() {
    List<Keys.Where> places =
        Arrays.stream(Keys.Where.values()).filter(w -> !Keys.lines(w).isEmpty()).toList();
    int lines = places.stream().mapToInt(KeysPage::height).sum();
    GridPane left = new GridPane(16, 3);
    GridPane right = new GridPane(16, 3);
    int before = 0;
    for (Keys.Where place : places) {
      add(before < lines / 2 ? left : right, place);
      before += height(place);
    }
    return page(left, right);
  }

  private static int height(Keys.Where place) {
    return Keys.lines(place).size() + 1;
  }

  private static void add(GridPane to, Keys.Where place) {
    to.add(Texts.line(place.words(), Style.FAINT), 0, to.getRowCount(), 2, 1);
    for (Keys.Line line : Keys.lines(place)) {
      to.addRow(to.getRowCount(), Texts.line(line.keys(), Style.KEY), Texts.line(line.words()));
    }
  }

  static Node benchLines(List<String> examples) {
    VBox left = new VBox(4, Texts.line("strike 17 wrong pin"), Texts.line("if 17 wrong"));
    VBox right = new VBox(4);
    int half = examples.size() / 2;
    examples.subList(0, half).forEach(l -> left.getChildren().add(Texts.line(l)));
    examples.subList(half, examples.size()).forEach(l -> right.getChildren().add(Texts.line(l)));
    return page(left, right);
  }

  private static Node page(Node left, Node right) {
    HBox page = new HBox(36, left, right);
    page.setPadding(AROUND);
    return page;
  }
}
