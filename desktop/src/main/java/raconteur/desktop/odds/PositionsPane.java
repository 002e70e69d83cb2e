package raconteur.desktop.odds;

import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.IntConsumer;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.odds.Tally;
import raconteur.desktop.control.BoardMap;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.MapMarks;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.theme.Style;
import raconteur.desktop.workshop.Photographs;

/** What failed at each position: on the board, as shares with their reach, and as a table. */
final class PositionsPane extends VBox {
  private static final double MAP = 600;

  private final BoardMap map;
  private final CountsChart chart = new CountsChart();
  private final RowTable<Tally.Row> table =
      new RowTable<>(
          "Counts",
          "Nothing counted yet: close a case (“gone home”) whose story says what was found or"
              + " replaced.");
  private Optional<Tally> tally = Optional.empty();

  /**
   * @param onCase opens a case behind a count
   */
  PositionsPane(IntConsumer onCase, Photographs photographs) {
    map = new BoardMap(photographs);
    setSpacing(8);
    columns();
    map.setOnPart(this::choose);
    table
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((observed, before, row) -> mark(Optional.ofNullable(row)));
    table.setOnOpen(
        row -> {
          if (!row.caseNumbers().isEmpty()) {
            onCase.accept(row.caseNumbers().getLast());
          }
        });
    ScrollPane scroll = new ScrollPane(chart);
    scroll.setFitToWidth(true);
    Style.SHEET.on(scroll);
    Style.REASONS_PANE.on(scroll);
    scroll.setMinHeight(180);
    scroll.setFocusTraversable(false);
    StackPane sheet = new StackPane(map);
    Style.SHEET.on(sheet);
    sheet.setPrefWidth(MAP);
    sheet.setMinWidth(MAP / 2);
    HBox.setHgrow(scroll, Priority.ALWAYS);
    HBox pictures = new HBox(10, sheet, scroll);
    pictures.setPrefHeight(420);
    VBox.setVgrow(pictures, Priority.SOMETIMES);
    VBox.setVgrow(table, Priority.ALWAYS);
    table.setPrefHeight(230);
    getChildren().addAll(pictures, table);
  }

  /** A part clicked on the board is the row in the table. */
  private void choose(String part) {
    table.getItems().stream()
        .filter(row -> row.position().equals(part))
        .findFirst()
        .ifPresent(
            row -> {
              table.getSelectionModel().select(row);
              table.scrollTo(row);
            });
  }

  private void mark(Optional<Tally.Row> chosen) {
    map.setMarks(marks(chosen.map(Tally.Row::position).orElse("")));
  }

  /** The board with every part as strongly coloured as the share of boards it failed on. */
  private MapMarks marks(String chosen) {
    Map<String, Double> shares = new HashMap<>();
    tally.ifPresent(
        t ->
            t.rows()
                .forEach(row -> shares.put(row.position(), (double) row.affected() / t.boards())));
    return MapMarks.coloured(shares).choosing(chosen);
  }

  private void columns() {
    table.column("Position", 110, Tally.Row::position);
    table.column("Device", 100, Tally.Row::device);
    table.column("Boards", 86, row -> row.affected() + " of " + tally.map(Tally::boards).orElse(0));
    table.column(
        "95 % interval",
        116,
        row ->
            tally
                .map(t -> OddsPresenter.interval(t, row))
                .map(
                    i ->
                        String.format(
                            Locale.ROOT, "%.0f to %.0f %%", i.low() * 100, i.high() * 100))
                .orElse(""));
    table.column("Running sum of faults", 160, this::runningSum);
    table.column("Replaced", 80, row -> String.valueOf(row.replaced()));
    table.column("Held", 70, row -> row.held() + " of " + row.affected());
    table.column("Found to be", 180, row -> faults(row));
    table.column(
        "Cases · " + Keys.OPEN.on("opens the latest"),
        220,
        row ->
            row.caseNumbers().stream().map(String::valueOf).collect(Collectors.joining(", "))
                + (row.affected() > row.caseNumbers().size()
                    ? " and " + (row.affected() - row.caseNumbers().size()) + " of other shops"
                    : ""));
  }

  /** The share of all faults that this position and those above it make. */
  private String runningSum(Tally.Row upTo) {
    List<Tally.Row> rows = tally.map(Tally::rows).orElse(List.of());
    int all = rows.stream().mapToInt(Tally.Row::affected).sum();
    int here = 0;
    for (Tally.Row row : rows) {
      here += row.affected();
      if (row.equals(upTo)) {
        break;
      }
    }
    return all == 0 ? "" : String.format(Locale.ROOT, "%.0f %%", 100.0 * here / all);
  }

  private static String faults(Tally.Row row) {
    return row.faults().entrySet().stream()
        .map(f -> f.getKey() + " " + f.getValue())
        .collect(Collectors.joining(", "));
  }

  void show(Board shown, Tally counted) {
    tally = Optional.of(counted);
    chart.show(counted);
    map.setBoard(shown);
    table.getItems().setAll(List.copyOf(counted.rows()));
    mark(Optional.empty());
  }

  void setDim(boolean dim) {
    map.setDim(dim);
    chart.setDim(dim);
  }

  Node firstFocus() {
    return table;
  }
}
