package raconteur.desktop.manual;

import java.util.Arrays;
import java.util.List;
import javafx.geometry.Insets;
import javafx.scene.Node;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** All keys, by where they hold, in two columns. */
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

  private static Node page(Node left, Node right) {
    HBox page = new HBox(36, left, right);
    page.setPadding(AROUND);
    return page;
  }
}
