package raconteur.desktop.control;

import javafx.scene.control.TableCell;
import javafx.scene.control.Tooltip;

/** A cell of text that says all of it when pointed at, for texts longer than their column. */
public final class TipCell<R> extends TableCell<R, String> {
  @Override
  protected void updateItem(String text, boolean empty) {
    super.updateItem(text, empty);
    boolean none = empty || text == null || text.isEmpty();
    setText(none ? "" : text);
    setTooltip(none ? null : new Tooltip(text));
  }
}
