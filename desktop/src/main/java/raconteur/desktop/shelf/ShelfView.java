package raconteur.desktop.shelf;

import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.function.Function;
import java.util.function.IntConsumer;
import javafx.beans.property.ReadOnlyStringWrapper;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TableColumn;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.core.story.CaseState;
import raconteur.desktop.control.Texts;
import raconteur.desktop.control.TipCell;

/** All boards and where they stand; Enter takes one to the bench. */
public final class ShelfView extends VBox {
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH).withZone(ZoneId.systemDefault());

  private final ShelfPresenter presenter;
  private final TableView<ShelfPresenter.Row> table = new TableView<>();
  private final TextField filter = new TextField();
  private final Label notice = Texts.label("", "faint");

  /**
   * @param onOpen takes a case to the bench, by its number
   * @param onNew begins a new case
   */
  public ShelfView(ShelfPresenter presenter, IntConsumer onOpen, Runnable onNew) {
    this.presenter = presenter;
    getStyleClass().add("view");
    column("No.", 52, row -> String.valueOf(row.header().number())).getStyleClass().add("figures");
    column("Stands", 136, row -> row.header().state().words());
    column("Board", 156, ShelfPresenter.Row::board);
    column("Owner", 236, row -> row.header().owner());
    column("Complaint", 308, row -> row.header().complaint());
    column("Last line", 262, ShelfPresenter.Row::last);
    column("Told", 96, row -> DAY.format(row.lastTold()));
    table.setColumnResizePolicy(TableView.CONSTRAINED_RESIZE_POLICY_FLEX_LAST_COLUMN);
    table.setPlaceholder(
        Texts.label(
            "No boards yet. “New case” takes one in; ./raconteur --demo shows a shelf with a story"
                + " behind it."));
    table.setAccessibleText("Boards on the shelf");
    table.setOnKeyPressed(
        e -> {
          if (e.getCode() == KeyCode.ENTER) {
            openChosen(onOpen);
          }
        });
    table.setOnMouseClicked(
        e -> {
          if (e.getClickCount() == 2) {
            openChosen(onOpen);
          }
        });
    filter.setPromptText("Find: number, board, owner, words");
    filter.setPrefColumnCount(24);
    filter.textProperty().addListener((observed, before, text) -> refresh());
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    HBox head =
        new HBox(
            10,
            Texts.line("Shelf", "title"),
            gap,
            filter,
            Texts.button("Take to the bench", () -> openChosen(onOpen), "plain-button"),
            Texts.button("New case", onNew, "main-button"));
    head.setAlignment(Pos.CENTER_LEFT);
    HBox moves = new HBox(8, Texts.line("Move the chosen board:", "faint"));
    moves.setAlignment(Pos.CENTER_LEFT);
    for (CaseState state : CaseState.values()) {
      moves.getChildren().add(Texts.button(state.words(), () -> move(state), "plain-button"));
    }
    moves.getChildren().add(notice);
    VBox.setVgrow(table, Priority.ALWAYS);
    getChildren().addAll(head, table, moves);
  }

  private TableColumn<ShelfPresenter.Row, String> column(
      String title, double width, Function<ShelfPresenter.Row, String> text) {
    TableColumn<ShelfPresenter.Row, String> column = new TableColumn<>(title);
    column.setPrefWidth(width);
    column.setSortable(false);
    column.setReorderable(false);
    column.setCellValueFactory(cell -> new ReadOnlyStringWrapper(text.apply(cell.getValue())));
    column.setCellFactory(shown -> new TipCell<>());
    table.getColumns().add(column);
    return column;
  }

  private void openChosen(IntConsumer onOpen) {
    ShelfPresenter.Row row = table.getSelectionModel().getSelectedItem();
    if (row != null) {
      onOpen.accept(row.header().number());
    }
  }

  private void move(CaseState state) {
    ShelfPresenter.Row row = table.getSelectionModel().getSelectedItem();
    if (row == null) {
      notice.setText("Choose a board first.");
      return;
    }
    String refusal = presenter.move(row.header().number(), state);
    notice.setText(
        refusal.isEmpty()
            ? "Case " + row.header().number() + " is now " + state.words() + "."
            : refusal);
    refresh();
  }

  /** Reads the shelf again, keeping the choice. */
  public void refresh() {
    ShelfPresenter.Row chosen = table.getSelectionModel().getSelectedItem();
    table.getItems().setAll(presenter.rows(filter.getText()));
    int at = 0;
    for (int i = 0; i < table.getItems().size(); i++) {
      boolean same =
          chosen != null && table.getItems().get(i).header().number() == chosen.header().number();
      at = same ? i : at;
    }
    if (!table.getItems().isEmpty()) {
      table.getSelectionModel().select(at);
    }
  }

  public Node firstFocus() {
    return table;
  }
}
