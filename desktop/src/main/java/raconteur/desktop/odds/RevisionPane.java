package raconteur.desktop.odds;

import java.util.Map;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.desktop.control.BoardMap;
import raconteur.desktop.control.MapMarks;
import raconteur.desktop.control.SheetPage;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.FilePicker;

/**
 * All that the shop knows of a revision on one page: the board with what failed where, and beside
 * it what it looked like, what it is known for and what was noted. On paper the same.
 */
final class RevisionPane extends VBox {
  private static final double MAP_AT_LEAST = 280;
  private static final double PAGE = 540;

  private final OddsPresenter presenter;
  private final BoardMap map;
  private final SheetPage page;
  private final ScrollPane scroll;
  private Optional<OddsPresenter.Known> known = Optional.empty();
  private int asked;

  /**
   * @param say tells how writing and printing went
   */
  RevisionPane(OddsPresenter presenter, FilePicker files, Consumer<String> say) {
    super(8);
    this.presenter = presenter;
    this.map = new BoardMap(presenter.photographs());
    this.page = new SheetPage(presenter::picture);
    this.scroll = new ScrollPane(page);
    scroll.setFitToWidth(true);
    scroll.setAccessibleText("What is known of this revision");
    Style.SHEET.on(scroll);
    StackPane drawn = new StackPane(map);
    Style.SHEET.on(drawn);
    drawn.setMinWidth(MAP_AT_LEAST);
    scroll.setMinWidth(Theme.wide(PAGE));
    scroll.setPrefWidth(Theme.wide(PAGE));
    HBox.setHgrow(drawn, Priority.ALWAYS);
    HBox both = new HBox(10, drawn, scroll);
    VBox.setVgrow(both, Priority.ALWAYS);
    HBox bar =
        new HBox(
            8,
            Texts.button(
                "PDF …",
                () ->
                    known.ifPresent(
                        k ->
                            files
                                .toWrite(
                                    "The revision on paper", k.board().identity().id() + ".pdf")
                                .ifPresent(file -> presenter.write(k, file, say))),
                Style.MAIN_BUTTON),
            Texts.button(
                "Print", () -> known.ifPresent(k -> presenter.print(k, say)), Style.PLAIN_BUTTON));
    bar.setAlignment(Pos.CENTER_LEFT);
    getChildren().addAll(both, bar);
  }

  void show(Board wanted) {
    known = Optional.empty();
    map.setBoard(wanted);
    map.setMarks(MapMarks.coloured(Map.of()));
    page.getChildren().clear();
    page.sayWhileEmpty("Going through the stories of this revision …");
    int mine = ++asked;
    presenter.gather(
        wanted,
        gathered -> {
          // Another revision may have been chosen meanwhile.
          if (mine == asked) {
            show(gathered);
          }
        });
  }

  private void show(OddsPresenter.Known gathered) {
    known = Optional.of(gathered);
    map.setMarks(MapMarks.coloured(gathered.shares()));
    page.show(gathered.sheet());
    scroll.setVvalue(0);
  }

  void setDim(boolean dim) {
    map.setDim(dim);
  }
}
