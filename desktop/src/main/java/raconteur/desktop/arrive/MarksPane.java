package raconteur.desktop.arrive;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.board.DamageArea;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Statement;
import raconteur.core.story.Condition;
import raconteur.core.story.Telling;
import raconteur.desktop.control.BoardMap;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.MapMarks;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.StagePane;
import raconteur.desktop.theme.Style;

/** The state of the board, drawn onto its map. */
final class MarksPane extends StagePane {
  private final BoardMap map;
  private final Label side = Texts.line("Top side", Style.FAINT);
  private final VBox node = new VBox(6);

  MarksPane(CaseDesk desk) {
    super("Marks");
    this.map = new BoardMap(desk.workshop().photographs());
    map.setBoard(desk.state().board());
    map.setOnPart(part -> host().begin("foreign " + part + " "));
    MenuButton kinds = new MenuButton("draw what happened");
    Style.PLAIN_BUTTON.on(kinds);
    for (DamageArea.Kind kind : DamageArea.Kind.values()) {
      MenuItem item = new MenuItem(kind.word());
      item.setOnAction(
          e -> {
            host()
                .say(
                    "Draw the area on the board; " + Keys.TO_BENCH_LINE.label() + " leaves it.",
                    true);
            map.drawArea(kind, area -> host().enter(new Statement.Damaged(area).line()));
          });
      kinds.getItems().add(item);
    }
    HBox bar =
        new HBox(
            8,
            side,
            Texts.button(Keys.TURN_OVER.on("turn over"), this::turnOver, Style.PLAIN_BUTTON),
            kinds,
            Texts.line("or type damage, a kind and four millimetres", Style.FAINT));
    bar.setAlignment(Pos.CENTER_LEFT);
    StackPane sheet = new StackPane(map);
    Style.SHEET.on(sheet);
    sheet.setMinSize(0, 0);
    VBox.setVgrow(sheet, Priority.ALWAYS);
    node.getChildren().addAll(bar, sheet);
    node.addEventHandler(
        KeyEvent.KEY_PRESSED,
        e -> {
          if (Keys.TURN_OVER.is(e)) {
            turnOver();
            e.consume();
          }
        });
  }

  private void turnOver() {
    map.turnOver();
    side.setText(map.underside() ? "Underside, as turned over" : "Top side");
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return map;
  }

  @Override
  public void show(DeskState state) {
    map.setMarks(marks(state.board(), state.telling()));
  }

  /** Damage, parts that are out or not original, and where pictures look. */
  static MapMarks marks(Board board, Telling telling) {
    Condition condition = telling.condition();
    Set<String> foreign = new HashSet<>(condition.foreign());
    List<MapMarks.Note> notes =
        telling.said(Bookkeeping.Pictured.class).stream()
            .filter(p -> p.at().isPresent())
            .map(
                p ->
                    new MapMarks.Note(
                        p.at().get(), p.caption().isEmpty() ? "picture" : p.caption()))
            .toList();
    return new MapMarks(
        Map.of(),
        Set.of(),
        Set.of(),
        telling.partsOut(),
        List.of(),
        "",
        List.of(),
        "",
        condition.damage(),
        foreign,
        notes,
        Optional.empty());
  }

  @Override
  public List<Answer> answers() {
    return List.of(
        new Answer("liquid", "damage liquid "),
        new Answer("corrosion", "damage corrosion "),
        new Answer("earlier rework", "damage rework "),
        new Answer("lifted pad", "damage lifted-pad "),
        new Answer("cut track", "damage cut-track "));
  }

  @Override
  public String doNow() {
    return "Mark what happened to the board";
  }

  @Override
  public void setDim(boolean dim) {
    map.setDim(dim);
  }
}
