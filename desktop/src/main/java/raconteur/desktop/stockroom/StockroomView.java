package raconteur.desktop.stockroom;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Function;
import java.util.function.IntConsumer;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.casebook.store.Outcome;
import raconteur.core.stock.Stock;
import raconteur.core.stock.StockItem;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** Parts, spares, donors, the dead box and orders; what open cases need; what runs low. */
public final class StockroomView extends VBox {
  private final StockroomPresenter presenter;
  private final Supplier<Optional<Integer>> onBench;
  private final RowTable<StockItem> table =
      new RowTable<>(
          "Stock",
          "Nothing in stock yet. Type what you have below, for example: 4116 -2 x16 spare; or take"
              + " a CSV in.");
  private final RowTable<StockroomPresenter.Need> needs =
      new RowTable<>("Needed by open cases", "No open case waits for a part.");
  private final RowTable<Stock.Low> low =
      new RowTable<>(
          "Runs low", "By what the revisions on the shelf have counted, nothing runs low.");
  private final TextField filter = new TextField();
  private final TextField entry = new TextField();
  private final Label notice = Texts.label("");
  private String asked = "";

  private static final String HOW =
      "Type it and "
          + Keys.OPEN.label()
          + ": 4116 -2 x16 spare bought in May · socket 16 x10 · QM-11 dead box from"
          + " case 41, U13 · 74LS257 x4 on order 9 days for case 19";

  /**
   * @param onBench the number of the case on the bench, if there is one
   * @param onCase opens a case
   * @param pickTarget asks where to write
   * @param pickSource asks what to read
   */
  public StockroomView(
      StockroomPresenter presenter,
      Supplier<Optional<Integer>> onBench,
      IntConsumer onCase,
      Supplier<Optional<Path>> pickTarget,
      Supplier<Optional<Path>> pickSource) {
    this.presenter = presenter;
    this.onBench = onBench;
    Style.VIEW.on(this);
    columns();
    needs.setOnOpen(need -> onCase.accept(need.caseNumber()));
    table.setOnOpen(item -> takeOne());
    filter.setPromptText("Find: kind, state, note");
    filter.setAccessibleText("Find in the stock");
    filter.textProperty().addListener((o, before, text) -> refresh());
    entry.setPromptText("What came in: 4116 -2 x16 spare bought in May, " + Keys.OPEN.label());
    entry.setAccessibleText("What came in");
    entry.setOnAction(e -> add());
    HBox.setHgrow(entry, Priority.ALWAYS);
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    HBox head =
        new HBox(
            10,
            Texts.line("Stockroom", Style.TITLE),
            gap,
            filter,
            Texts.button("Take a CSV in …", () -> from(pickSource), Style.PLAIN_BUTTON),
            Texts.button("Export as CSV …", () -> to(pickTarget), Style.PLAIN_BUTTON));
    head.setAlignment(Pos.CENTER_LEFT);
    HBox moves = new HBox(8, Texts.line("The chosen one:", Style.FAINT));
    moves.setAlignment(Pos.CENTER_LEFT);
    moves
        .getChildren()
        .add(Texts.button("take one for the bench", this::takeOne, Style.MAIN_BUTTON));
    moves.getChildren().add(Texts.button("+1", () -> count(1), Style.PLAIN_BUTTON));
    moves.getChildren().add(Texts.button("−1", () -> count(-1), Style.PLAIN_BUTTON));
    for (StockItem.State state : StockItem.State.values()) {
      moves.getChildren().add(Texts.button(state.words(), () -> move(state), Style.PLAIN_BUTTON));
    }
    HBox line = new HBox(8, Texts.line("Came in:", Style.HEADING), entry);
    line.setAlignment(Pos.CENTER_LEFT);
    notice.setText(HOW);
    VBox.setVgrow(table, Priority.ALWAYS);
    needs.setPrefHeight(170);
    low.setPrefHeight(170);
    VBox left = new VBox(4, Texts.line("Open cases need", Style.HEADING), needs);
    VBox right = new VBox(4, Texts.line("Will probably be wanted", Style.HEADING), low);
    HBox.setHgrow(left, Priority.ALWAYS);
    HBox.setHgrow(right, Priority.ALWAYS);
    left.prefWidthProperty().bind(widthProperty().multiply(0.55));
    right.prefWidthProperty().bind(widthProperty().multiply(0.45));
    notice.setMinHeight(Region.USE_PREF_SIZE);
    getChildren().addAll(head, table, moves, line, notice, new HBox(12, left, right));
  }

  private void columns() {
    Style.FIGURES.on(table.column("No.", 50, i -> String.valueOf(i.number())));
    table.column("What", 170, StockItem::name);
    Style.FIGURES.on(table.column("Count", 70, i -> String.valueOf(i.count())));
    table.column("Stands", 120, i -> mark(i.state()));
    table.column("From", 220, StockItem::from);
    table.column("Case", 70, i -> i.forCase().map(String::valueOf).orElse(""));
    table.column("Here in", 90, i -> i.leadDays().map(d -> d + " days").orElse(""));
    table.column("Note", 420, StockItem::note);
    needs.column("Case", 56, n -> String.valueOf(n.caseNumber()));
    needs.column("Board", 150, StockroomPresenter.Need::board);
    needs.column("Position", 80, StockroomPresenter.Need::position);
    needs.column("Device", 100, StockroomPresenter.Need::device);
    needs.column(
        "Stock",
        240,
        n ->
            n.there() > 0
                ? n.there() + " there"
                : n.ordered() > 0 ? "on order: " + n.ordered() : "none: order it");
    low.column("Device", 110, Stock.Low::device);
    low.column("Expected", 90, l -> String.format(Locale.ROOT, "%.1f", l.expected()));
    low.column("There", 70, l -> String.valueOf(l.there()));
    low.column("On order", 200, l -> String.valueOf(l.ordered()));
  }

  /** A sign beside the word, so that what must not be used is seen without colour. */
  private static String mark(StockItem.State state) {
    return switch (state) {
      case SPARE, DONOR -> "✓ " + state.words();
      case CROSSED -> "✗ " + state.words();
      case ORDERED, CUSTOMERS -> "○ " + state.words();
    };
  }

  private void add() {
    switch (presenter.add(entry.getText())) {
      case Outcome.Failed<String>(String sentence) -> say(sentence);
      case Outcome.Done<String>(String sentence) -> {
        entry.clear();
        say(sentence);
      }
    }
  }

  private void takeOne() {
    Optional<StockItem> item = table.chosen();
    Optional<Integer> bench = onBench.get();
    if (item.isEmpty() || bench.isEmpty()) {
      say(item.isEmpty() ? "Choose an item first." : "No case is on the bench: open one first.");
      return;
    }
    String what = item.get().number() + "/" + bench.get();
    boolean knowingly = asked.equals(what);
    switch (presenter.take(item.get(), bench.get(), knowingly)) {
      case Outcome.Failed<String>(String sentence) -> {
        asked = what;
        say(knowingly ? sentence : sentence + " Once more takes it knowingly.");
      }
      case Outcome.Done<String>(String sentence) -> {
        asked = "";
        say(sentence);
      }
    }
  }

  private void count(int by) {
    chosen(item -> presenter.count(item, by));
  }

  private void move(StockItem.State state) {
    chosen(item -> presenter.move(item, state));
  }

  private void chosen(Function<StockItem, String> act) {
    say(table.chosen().map(act).orElse("Choose an item first."));
  }

  private void from(Supplier<Optional<Path>> pick) {
    pick.get().ifPresent(this::take);
  }

  /** Takes a list of stock in. */
  public void take(Path file) {
    say(presenter.take(file));
  }

  private void to(Supplier<Optional<Path>> pick) {
    pick.get().ifPresent(file -> say(presenter.export(file)));
  }

  private void say(String sentence) {
    notice.setText(sentence);
    refresh();
  }

  /** Reads the stock again. */
  public void refresh() {
    List<StockItem> items = presenter.items(filter.getText());
    table.show(items, StockItem::number);
    needs.getItems().setAll(presenter.needs());
    low.getItems().setAll(presenter.low());
  }

  public Node firstFocus() {
    return entry;
  }
}
