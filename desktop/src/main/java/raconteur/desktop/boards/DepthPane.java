package raconteur.desktop.boards;

import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.board.Depth;
import raconteur.core.board.DepthMeter;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** How deep a board is known, as three soundings, and what to add next. */
final class DepthPane extends VBox {
  private static final double BAR = 210;
  private static final int MOST_SHOWN = 60;

  private final VBox soundings = new VBox(5);
  private final ListView<DepthMeter.Fact> next = new ListView<>();

  DepthPane(Consumer<String> goTo) {
    setSpacing(8);
    next.setAccessibleText("What to add next");
    next.setCellFactory(list -> new FactCell());
    next.setPlaceholder(Texts.label("Everything a reading can use is known."));
    next.getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, fact) -> {
              if (fact != null) {
                goTo.accept(fact.place());
              }
            });
    VBox.setVgrow(next, Priority.ALWAYS);
    getChildren()
        .addAll(soundings, Texts.line("What the next added fact would buy", Style.HEADING), next);
  }

  void show(Board board, DepthMeter.Reading reading) {
    Label depth =
        Texts.label(
            "Readings reason to the depth of "
                + board.depth().word()
                + ": "
                + board.depth().meaning()
                + ".",
            Style.FAINT);
    depth.setMinHeight(Region.USE_PREF_SIZE);
    soundings
        .getChildren()
        .setAll(
            sounding(Depth.SHEET, reading.sheet()),
            sounding(Depth.NET_LIST, reading.netList()),
            sounding(Depth.BEHAVIOUR, reading.behaviour()),
            depth);
    next.getItems().setAll(reading.next().subList(0, Math.min(MOST_SHOWN, reading.next().size())));
  }

  private static HBox sounding(Depth depth, double share) {
    Region filled = new Region();
    Style.SOUNDING.on(filled);
    filled.setMaxWidth(BAR * share);
    filled.setMinWidth(BAR * share);
    StackPane bar = new StackPane(filled);
    bar.setAlignment(Pos.CENTER_LEFT);
    Style.SOUNDING_GROUND.on(bar);
    bar.setMinSize(BAR, 14);
    bar.setMaxSize(BAR, 14);
    Label name = Texts.line(depth.word());
    name.setMinWidth(76);
    HBox row =
        new HBox(10, name, bar, Texts.line(String.format(Locale.ROOT, "%3.0f %%", 100 * share)));
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  /** What to add in bold, what it buys under it. */
  private static final class FactCell extends ListCell<DepthMeter.Fact> {
    @Override
    protected void updateItem(DepthMeter.Fact fact, boolean empty) {
      super.updateItem(fact, empty);
      if (empty || fact == null) {
        setGraphic(null);
        return;
      }
      Label what = Texts.label(fact.what());
      Label buys = Texts.label("then " + fact.buys(), Style.FAINT);
      VBox cell = new VBox(1, what, buys);
      cell.maxWidthProperty().bind(getListView().widthProperty().subtract(44));
      what.setMinHeight(Region.USE_PREF_SIZE);
      buys.setMinHeight(Region.USE_PREF_SIZE);
      setPrefWidth(0);
      setGraphic(cell);
      setAccessibleText(fact.what() + ", then " + fact.buys());
    }
  }

  List<DepthMeter.Fact> shown() {
    return next.getItems();
  }
}
