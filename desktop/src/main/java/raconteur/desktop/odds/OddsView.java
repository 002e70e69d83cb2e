package raconteur.desktop.odds;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;
import java.util.function.IntConsumer;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.odds.Tally;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;

/** What failed, per revision and position, as a picture and as the table behind it. */
public final class OddsView extends VBox {
  private final OddsPresenter presenter;
  private final ChoiceBox<Board> revision = new ChoiceBox<>();
  private final Label summary = Texts.label("");
  private final CountsChart chart = new CountsChart();
  private final RowTable<Tally.Row> table =
      new RowTable<>(
          "Counts",
          "Nothing counted yet: close a case (“gone home”) whose story says what was found or"
              + " replaced.");
  private final Label notice = Texts.label("", "faint");
  private Optional<Tally> tally = Optional.empty();

  /**
   * @param onCase opens a case behind a count
   * @param pickTarget asks where to write
   */
  public OddsView(
      OddsPresenter presenter, IntConsumer onCase, Supplier<Optional<Path>> pickTarget) {
    this.presenter = presenter;
    getStyleClass().add("view");
    revision.setConverter(Texts.shown(b -> b.identity().shortName()));
    revision.setAccessibleText("Revision");
    revision
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((observed, before, board) -> show(Optional.ofNullable(board)));
    columns();
    table.setOnOpen(row -> onCase.accept(row.caseNumbers().getLast()));
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    HBox head =
        new HBox(
            10,
            Texts.line("Odds", "title"),
            revision,
            gap,
            notice,
            Texts.button("Export as CSV …", () -> export(pickTarget), "plain-button"));
    head.setAlignment(Pos.CENTER_LEFT);
    ScrollPane scroll = new ScrollPane(chart);
    scroll.setFitToWidth(true);
    scroll.getStyleClass().addAll("sheet", "reasons-pane");
    scroll.setMinHeight(180);
    scroll.setFocusTraversable(false);
    VBox.setVgrow(scroll, Priority.SOMETIMES);
    VBox.setVgrow(table, Priority.ALWAYS);
    table.setPrefHeight(280);
    getChildren().addAll(head, summary, scroll, table);
  }

  private void columns() {
    table.column("Position", 110, Tally.Row::position);
    table.column("Device", 110, Tally.Row::device);
    table.column("Boards", 90, row -> row.affected() + " of " + boards());
    table.column(
        "95 % interval",
        130,
        row ->
            tally
                .map(t -> OddsPresenter.interval(t, row))
                .map(
                    i ->
                        String.format(
                            Locale.ROOT, "%.0f to %.0f %%", i.low() * 100, i.high() * 100))
                .orElse(""));
    table.column("Replaced", 90, row -> String.valueOf(row.replaced()));
    table.column(
        "Found to be",
        240,
        row ->
            row.faults().entrySet().stream()
                .map(f -> f.getKey() + " " + f.getValue())
                .collect(Collectors.joining(", ")));
    table.column(
        "Cases (Enter opens the latest)",
        240,
        row -> row.caseNumbers().stream().map(String::valueOf).collect(Collectors.joining(", ")));
  }

  private int boards() {
    return tally.map(Tally::boards).orElse(0);
  }

  /** Counts again. */
  public void refresh() {
    Board before = revision.getValue();
    revision.getItems().setAll(presenter.boards());
    if (before == null) {
      revision.getSelectionModel().selectFirst();
    } else {
      revision.setValue(before);
    }
    show(Optional.ofNullable(revision.getValue()));
  }

  private void show(Optional<Board> board) {
    board.ifPresent(
        b -> {
          Tally counted = presenter.tally(b);
          tally = Optional.of(counted);
          chart.show(counted);
          table.getItems().setAll(counted.rows());
          summary.setText(
              counted.boards()
                  + " boards of this revision were told to the end. The dot is the share of them"
                  + " with a fault or a replaced part at the position, the line its 95 % interval"
                  + " (Clopper and Pearson); these counts move the odds of the next board.");
        });
  }

  private void export(Supplier<Optional<Path>> pickTarget) {
    if (tally.isPresent()) {
      pickTarget.get().ifPresent(file -> notice.setText(presenter.export(tally.get(), file)));
    }
  }

  public void setDim(boolean dim) {
    chart.setDim(dim);
  }

  public Node firstFocus() {
    return table;
  }
}
