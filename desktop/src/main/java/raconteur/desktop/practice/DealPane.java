package raconteur.desktop.practice;

import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.practice.Level;
import raconteur.core.practice.OddsShown;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** Any board with hidden faults of a chosen kind. */
final class DealPane implements PracticePane {
  private final PracticePresenter presenter;
  private final ChoiceBox<Board> board = new ChoiceBox<>();
  private final Label answers = Texts.label("", Style.FAINT);
  private final Label weakest = Texts.label("", Style.FAINT);
  private final RowTable<Level> levels = new RowTable<>("Kinds of trouble", "");
  private final Button deal;
  private final VBox node;
  private Optional<Level> proposed = Optional.empty();

  DealPane(
      PracticePresenter presenter, Supplier<OddsShown> odds, Consumer<Outcome<Integer>> onBegun) {
    this.presenter = presenter;
    board.setConverter(Texts.shown(b -> b.identity().shortName()));
    board.setAccessibleText("Board to practise on");
    board.setId("practice-board");
    board
        .getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, now) -> answers.setText(now == null ? "" : PracticePresenter.answers(now)));
    levels.column("Kind of trouble", 300, Level::words);
    levels.column("What the board then has", 620, Level::meaning);
    levels.getItems().setAll(Level.values());
    levels.getSelectionModel().selectFirst();
    deal =
        Texts.button(
            "Deal a board",
            () -> chosen().ifPresent(b -> presenter.deal(b, level(), odds.get(), onBegun)),
            Style.MAIN_BUTTON);
    deal.setId("deal-board");
    levels.setOnOpen(
        level -> chosen().ifPresent(b -> presenter.deal(b, level, odds.get(), onBegun)));
    HBox row = new HBox(8, Texts.line("Board", Style.FAINT), board, answers);
    row.setAlignment(Pos.CENTER_LEFT);
    VBox.setVgrow(levels, Priority.ALWAYS);
    node = new VBox(8, row, levels, weakest, deal);
  }

  private Optional<Board> chosen() {
    return Optional.ofNullable(board.getValue());
  }

  private Level level() {
    return levels.chosen().orElse(Level.USUAL);
  }

  @Override
  public String name() {
    return "Deal";
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return levels;
  }

  @Override
  public void busy(boolean working) {
    deal.setDisable(working);
  }

  @Override
  public void refresh() {
    Optional<String> before = chosen().map(b -> b.identity().id());
    board.getItems().setAll(presenter.boards());
    board.setValue(
        board.getItems().stream()
            .filter(b -> before.filter(b.identity().id()::equals).isPresent())
            .findFirst()
            .orElse(board.getItems().isEmpty() ? null : board.getItems().getFirst()));
    Optional<Level> worst = presenter.weakest();
    if (!worst.equals(proposed)) {
      proposed = worst;
      worst.ifPresent(level -> levels.getSelectionModel().select(level));
    }
    weakest.setText(
        worst
            .map(l -> "Furthest behind the planner so far, and chosen: " + l.words() + ".")
            .orElse("After two cases of a kind it says here what costs you most."));
  }
}
