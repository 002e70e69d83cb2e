package raconteur.desktop.control;

import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Function;
import java.util.function.ToIntFunction;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import javafx.scene.control.Tooltip;
import raconteur.desktop.theme.Theme;

/** A table of texts that is read, not edited: Enter or a double click opens the chosen row. */
public class RowTable<R> extends TableView<R> {

  /**
   * @param accessibleName what a screen reader calls it
   * @param whenEmpty what to do first, where there are no rows
   */
  public RowTable(String accessibleName, String whenEmpty) {
    setAccessibleText(accessibleName);
    setPlaceholder(Texts.label(whenEmpty));
    setColumnResizePolicy(CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
  }

  /** Adds a column of a width in pixels. */
  public TableColumn<R, String> column(String title, double width, Function<R, String> text) {
    TableColumn<R, String> column = new TableColumn<>(title);
    column.setPrefWidth(Theme.wide(width));
    column.setSortable(false);
    column.setReorderable(false);
    column.setCellValueFactory(cell -> new ReadOnlyStringWrapper(text.apply(cell.getValue())));
    column.setCellFactory(shown -> new TipCell<>());
    getColumns().add(column);
    return column;
  }

  public void setOnOpen(Consumer<R> action) {
    setOnKeyPressed(
        e -> {
          if (Keys.OPEN.is(e)) {
            chosen().ifPresent(action);
          }
        });
    setOnMouseClicked(
        e -> {
          if (e.getClickCount() == 2) {
            chosen().ifPresent(action);
          }
        });
  }

  public Optional<R> chosen() {
    return Optional.ofNullable(getSelectionModel().getSelectedItem());
  }

  /** Shows other rows, keeping the choice on the row with the same key. */
  public void show(List<R> rows, ToIntFunction<R> key) {
    Optional<R> before = chosen();
    getItems().setAll(rows);
    int at = 0;
    for (int i = 0; i < rows.size(); i++) {
      R row = rows.get(i);
      at = before.filter(b -> key.applyAsInt(b) == key.applyAsInt(row)).isPresent() ? i : at;
    }
    if (!rows.isEmpty()) {
      getSelectionModel().select(at);
    }
  }

  /** A cell that says all of its text when pointed at, for texts longer than their column. */
  private static final class TipCell<R> extends TableCell<R, String> {
    @Override
    protected void updateItem(String text, boolean empty) {
      super.updateItem(text, empty);
      boolean none = empty || text == null || text.isEmpty();
      setText(none ? "" : text);
      setTooltip(none ? null : new Tooltip(text));
    }
  }
}
