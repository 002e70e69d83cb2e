package raconteur.desktop.shelf;

import java.time.ZoneId;
import java.time.format.DateTimeFormatter;
import java.util.Locale;
import java.util.function.IntConsumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.core.story.CaseState;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** All boards and where they stand; Enter takes one to the bench. */
public final class ShelfView extends VBox {
  private static final DateTimeFormatter DAY =
      DateTimeFormatter.ofPattern("d MMM yyyy", Locale.ENGLISH).withZone(ZoneId.systemDefault());

  private final ShelfPresenter presenter;
  private final RowTable<ShelfPresenter.Row> table =
      new RowTable<>("Boards on the shelf", "No boards yet.");
  private final TextField filter = new TextField();
  private final Label notice = Texts.label("", Style.FAINT);

  /**
   * @param onOpen takes a case to the bench, by its number
   * @param onNew begins a new case
   * @param onSearch looks through all stories
   * @param onLead leads somebody through a first board
   * @param onDemo shows a shelf with a story behind it, in a window of its own
   * @param onPractice leads to the place to practise
   * @param onPreferences asks what is preferred
   */
  public ShelfView(
      ShelfPresenter presenter,
      IntConsumer onOpen,
      Runnable onNew,
      Runnable onSearch,
      Runnable onLead,
      Runnable onDemo,
      Runnable onPractice,
      Runnable onPreferences) {
    this.presenter = presenter;
    Style.VIEW.on(this);
    Style.FIGURES.on(table.column("No.", 52, row -> String.valueOf(row.header().number())));
    table.column("Stands", 136, row -> row.header().state().words());
    table.column("Board", 156, ShelfPresenter.Row::board);
    table.column("Owner", 236, row -> row.header().owner());
    table.column("Complaint", 292, row -> row.header().complaint());
    table.column("Last line", 262, ShelfPresenter.Row::last);
    table.column("Told", 112, row -> DAY.format(row.lastTold()));
    table.setOnOpen(row -> onOpen.accept(row.header().number()));
    VBox empty =
        new VBox(
            12,
            Texts.line("No boards on the shelf yet.", Style.HEADING),
            Texts.button("A board of mine: lead me", onLead, Style.MAIN_BUTTON),
            Texts.button("Practise on a simulated board", onPractice, Style.PLAIN_BUTTON),
            Texts.button("Look at the demo", onDemo, Style.PLAIN_BUTTON),
            Texts.line(
                "The first leads through the first ten minutes, in the real views, and can be left"
                    + " at any time. "
                    + Keys.TAKE_IN.label()
                    + " takes a board in without it.",
                Style.FAINT));
    empty.setAlignment(Pos.CENTER);
    table.setPlaceholder(empty);
    filter.setPromptText("Find: number, board, owner, words");
    filter.setPrefColumnCount(24);
    filter.textProperty().addListener((observed, before, text) -> find(false));
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    HBox head =
        new HBox(
            10,
            Texts.line("Shelf", Style.TITLE),
            gap,
            filter,
            Texts.button("Search stories", onSearch, Style.PLAIN_BUTTON),
            Texts.button("Practise", onPractice, Style.PLAIN_BUTTON),
            Texts.button("Preferences", onPreferences, Style.PLAIN_BUTTON),
            Texts.button(
                "Take to the bench",
                () -> table.chosen().ifPresent(row -> onOpen.accept(row.header().number())),
                Style.PLAIN_BUTTON),
            Texts.button("New case", onNew, Style.MAIN_BUTTON));
    head.setAlignment(Pos.CENTER_LEFT);
    HBox moves = new HBox(8, Texts.line("Move the chosen board:", Style.FAINT));
    moves.setAlignment(Pos.CENTER_LEFT);
    for (CaseState state : CaseState.values()) {
      moves.getChildren().add(Texts.button(state.words(), () -> move(state), Style.PLAIN_BUTTON));
    }
    moves.getChildren().add(notice);
    VBox.setVgrow(table, Priority.ALWAYS);
    getChildren().addAll(head, table, moves);
  }

  private void move(CaseState state) {
    table
        .chosen()
        .ifPresentOrElse(row -> move(row, state), () -> notice.setText("Choose a board first."));
  }

  private void move(ShelfPresenter.Row row, CaseState state) {
    String refusal = presenter.move(row.header().number(), state);
    notice.setText(
        refusal.isEmpty()
            ? "Case " + row.header().number() + " is now " + state.words() + "."
            : refusal);
    refresh();
  }

  /** Reads the shelf again, keeping the choice. */
  public void refresh() {
    find(true);
  }

  private void find(boolean again) {
    presenter.find(filter.getText(), again, rows -> table.show(rows, row -> row.header().number()));
  }

  public Node firstFocus() {
    return table;
  }
}
