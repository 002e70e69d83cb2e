package raconteur.desktop.odds;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.IntConsumer;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.core.odds.Tally;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.theme.Style;

/** What failed at each position, as a picture and as the table behind it. */
final class PositionsPane extends VBox {
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
  PositionsPane(IntConsumer onCase) {
    setSpacing(8);
    columns();
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
    VBox.setVgrow(scroll, Priority.SOMETIMES);
    VBox.setVgrow(table, Priority.ALWAYS);
    table.setPrefHeight(280);
    getChildren().addAll(scroll, table);
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
    table.column("Replaced", 80, row -> String.valueOf(row.replaced()));
    table.column("Held", 70, row -> row.held() + " of " + row.affected());
    table.column("Found to be", 220, row -> faults(row));
    table.column(
        "Cases · " + Keys.OPEN.on("opens the latest"),
        240,
        row ->
            row.caseNumbers().stream().map(String::valueOf).collect(Collectors.joining(", "))
                + (row.affected() > row.caseNumbers().size()
                    ? " and " + (row.affected() - row.caseNumbers().size()) + " of other shops"
                    : ""));
  }

  private static String faults(Tally.Row row) {
    return row.faults().entrySet().stream()
        .map(f -> f.getKey() + " " + f.getValue())
        .collect(Collectors.joining(", "));
  }

  void show(Tally counted) {
    tally = Optional.of(counted);
    chart.show(counted);
    table.getItems().setAll(List.copyOf(counted.rows()));
  }

  void setDim(boolean dim) {
    chart.setDim(dim);
  }

  Node firstFocus() {
    return table;
  }
}
