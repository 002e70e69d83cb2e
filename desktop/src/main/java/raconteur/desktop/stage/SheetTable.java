package raconteur.desktop.stage;

import java.util.List;
import java.util.function.Consumer;
import javafx.scene.control.TableCell;
import javafx.scene.control.TableColumn;
import javafx.scene.control.Tooltip;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.theme.Style;

/** A table whose rows stand somehow and begin a bench line when opened with Enter. */
public final class SheetTable extends RowTable<SheetRow> {

  /**
   * A column.
   *
   * @param figures true where its cells are numbers
   */
  public record Column(String title, double width, boolean figures) {
    public static Column words(String title, double width) {
      return new Column(title, width, false);
    }

    public static Column figures(String title, double width) {
      return new Column(title, width, true);
    }
  }

  public SheetTable(String accessibleName, String whenEmpty, Column... columns) {
    super(accessibleName, whenEmpty);
    for (int i = 0; i < columns.length; i++) {
      int at = i;
      TableColumn<SheetRow, String> column =
          column(
              columns[i].title(),
              columns[i].width(),
              row -> at < row.cells().size() ? row.cells().get(at) : "");
      boolean figures = columns[i].figures();
      column.setCellFactory(c -> new ToneCell(figures));
    }
  }

  /** Begins a row's line when the row is opened. */
  public void setOnBegin(Consumer<String> begin) {
    setOnOpen(
        row -> {
          if (!row.line().isEmpty()) {
            begin.accept(row.line());
          }
        });
  }

  /** Shows other rows, keeping the choice on the row with the same key. */
  public void show(List<SheetRow> rows) {
    if (!getItems().equals(rows)) {
      show(rows, row -> row.key().hashCode());
    }
  }

  /** Chooses the row with a key, and shows it. */
  public void choose(String key) {
    getItems().stream()
        .filter(row -> row.key().equals(key))
        .findFirst()
        .ifPresent(
            row -> {
              getSelectionModel().select(row);
              scrollTo(row);
            });
  }

  private static final class ToneCell extends TableCell<SheetRow, String> {
    ToneCell(boolean figures) {
      if (figures) {
        Style.FIGURES.on(this);
      }
    }

    @Override
    protected void updateItem(String text, boolean empty) {
      super.updateItem(text, empty);
      Tone.none(this);
      boolean none = empty || text == null || text.isEmpty();
      setText(none ? "" : text);
      setTooltip(none ? null : new Tooltip(text));
      if (!none && getTableRow() != null && getTableRow().getItem() != null) {
        getTableRow().getItem().tone().on(this);
      }
    }
  }
}
