package raconteur.desktop.control;

import java.util.List;
import java.util.function.IntConsumer;
import javafx.geometry.Pos;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import raconteur.desktop.theme.Style;

/** The names of the panes of a view, in a row, with the key that leads to the next. */
public final class PaneTabs extends HBox {
  private final ToggleGroup group = new ToggleGroup();
  private final IntConsumer onChoose;

  /**
   * @param onChoose shows a pane by its place; it is told of every choice, by mouse or by key
   */
  public PaneTabs(List<String> names, IntConsumer onChoose) {
    super(6);
    this.onChoose = onChoose;
    setAlignment(Pos.CENTER_LEFT);
    for (int i = 0; i < names.size(); i++) {
      int index = i;
      ToggleButton tab = new ToggleButton(names.get(i));
      tab.setToggleGroup(group);
      tab.setMinWidth(USE_PREF_SIZE);
      Style.PANE_TAB.on(tab);
      tab.setOnAction(e -> onChoose.accept(index));
      getChildren().add(tab);
    }
    getChildren().add(Texts.line(Keys.NEXT_PANE.on("next"), Style.FAINT));
  }

  /** Shows which pane is there. */
  public void select(int index) {
    group.selectToggle(group.getToggles().get(index));
  }

  /** The place of the pane that is there. */
  public int selected() {
    return Math.max(0, group.getToggles().indexOf(group.getSelectedToggle()));
  }

  /** Goes on or back by key; whether the key was one of those. */
  public boolean go(KeyEvent key) {
    boolean back = Keys.PANE_BEFORE.is(key);
    if (!back && !Keys.NEXT_PANE.is(key)) {
      return false;
    }
    int count = group.getToggles().size();
    onChoose.accept((selected() + (back ? count - 1 : 1)) % count);
    key.consume();
    return true;
  }
}
