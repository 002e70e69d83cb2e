package raconteur.desktop.search;

import java.util.function.IntConsumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.casebook.store.StoryHit;
import raconteur.casebook.store.StorySearch;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.workshop.Workshop;

/** Any words of any story: a part, a net, a symptom, an owner. */
public final class SearchView extends VBox {
  private static final int MOST = 300;

  private final StorySearch search;
  private final TextField words = new TextField();
  private final Label summary = Texts.label("", Style.FAINT);
  private final RowTable<StoryHit> table =
      new RowTable<>("Lines found", "Type a part, a pin, a net, a symptom, an owner or any words.");

  /**
   * @param onCase opens a case
   */
  public SearchView(Workshop workshop, IntConsumer onCase) {
    this.search = new StorySearch(workshop.casebook());
    Style.VIEW.on(this);
    words.setPromptText("U14.3 toggling   /RAS0   screen blank   museum");
    words.setAccessibleText("Words to find in all stories");
    words.setPrefColumnCount(40);
    words.textProperty().addListener((o, before, text) -> find());
    words.setOnKeyPressed(
        e -> {
          if (Keys.TO_FOUND.is(e) || Keys.OPEN.is(e)) {
            table.requestFocus();
            table.getSelectionModel().selectFirst();
          }
        });
    Style.FIGURES.on(table.column("Case", 70, hit -> String.valueOf(hit.caseNumber())));
    Style.FIGURES.on(
        table.column("Line", 70, hit -> hit.entry() == 0 ? "head" : String.valueOf(hit.entry())));
    table.column(
        "Board",
        200,
        hit ->
            workshop
                .casebook()
                .header(hit.caseNumber())
                .map(h -> workshop.boardName(h.boardId()))
                .orElse(""));
    table.column("Said", 800, StoryHit::line);
    table.setOnOpen(hit -> onCase.accept(hit.caseNumber()));
    HBox head = new HBox(10, Texts.line("Search", Style.TITLE), words, summary);
    head.setAlignment(Pos.CENTER_LEFT);
    VBox.setVgrow(table, Priority.ALWAYS);
    getChildren().addAll(head, table);
  }

  private void find() {
    var hits = search.find(words.getText(), MOST);
    table.getItems().setAll(hits);
    summary.setText(
        words.getText().isBlank()
            ? ""
            : hits.size() == MOST
                ? "the latest " + MOST + "; one more word narrows it"
                : hits.size()
                    + (hits.size() == 1 ? " line" : " lines")
                    + "; "
                    + Keys.OPEN.on("opens the case"));
  }

  /** Looks again, after something was written. */
  public void refresh() {
    find();
  }

  public Node firstFocus() {
    return words;
  }
}
