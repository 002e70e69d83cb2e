package raconteur.desktop.arrive;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.IntConsumer;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.board.Rail;
import raconteur.core.board.SymptomCard;
import raconteur.core.board.UsualSuspect;
import raconteur.core.finding.Quantities;
import raconteur.desktop.control.BoardMap;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** Takes a board in: number, revision, owner, complaint, and the first thing it shows. */
public final class ArriveView extends VBox {
  private final ArrivePresenter presenter;
  private final IntConsumer onOpened;
  private final TextField number = new TextField();
  private final ChoiceBox<Board> board = new ChoiceBox<>();
  private final TextField owner = new TextField();
  private final TextArea complaint = new TextArea();
  private final ChoiceBox<Optional<SymptomCard>> symptom = new ChoiceBox<>();
  private final Label notice = Texts.label("", Style.NOTICE);
  private final Label facts = Texts.label("");
  private final BoardMap map;
  private final RevisionPane revision = new RevisionPane(this::found);

  /**
   * @param onOpened takes the new case to the bench
   * @param pickFile asks for a board file
   * @param onNewBoard describes a board that is not here yet
   */
  public ArriveView(
      ArrivePresenter presenter,
      IntConsumer onOpened,
      Supplier<Optional<Path>> pickFile,
      Runnable onNewBoard) {
    this.presenter = presenter;
    this.onOpened = onOpened;
    this.map = new BoardMap(presenter.photographs());
    Style.VIEW.on(this);
    board.setId("board");
    board.setConverter(Texts.shown(b -> b.identity().title()));
    board
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((observed, before, chosen) -> chosen(chosen));
    symptom.setConverter(Texts.shown(s -> s.map(SymptomCard::title).orElse("not seen yet")));
    number.setId("number");
    number.setPrefColumnCount(8);
    number.setMaxWidth(140);
    owner.setId("owner");
    owner.setPromptText("a museum, a club, a customer");
    complaint.setId("complaint");
    complaint.setPromptText("what the owner says it does");
    complaint.setPrefRowCount(3);
    complaint.setWrapText(true);
    complaint.addEventFilter(
        javafx.scene.input.KeyEvent.KEY_PRESSED,
        e -> {
          if (Keys.NEXT_FIELD.is(e)) {
            symptom.requestFocus();
            e.consume();
          }
        });
    notice.setVisible(false);
    notice.managedProperty().bind(notice.visibleProperty());
    facts.visibleProperty().bind(revision.visibleProperty().not());
    facts.managedProperty().bind(facts.visibleProperty());
    VBox form = new VBox(12, grid(), buttons(pickFile, onNewBoard), revision, notice, facts);
    form.setPrefWidth(520);
    form.setMinWidth(440);
    StackPane sheet = new StackPane(map);
    Style.SHEET.on(sheet);
    HBox.setHgrow(sheet, Priority.ALWAYS);
    HBox body = new HBox(20, form, sheet);
    VBox.setVgrow(body, Priority.ALWAYS);
    getChildren().addAll(Texts.line("Arrive", Style.TITLE), body);
  }

  private GridPane grid() {
    GridPane grid = new GridPane(12, 10);
    List<Node> fields = List.of(number, board, owner, complaint, symptom);
    List<String> names =
        List.of("Number on the board", "Board and revision", "Owner", "Complaint", "It shows");
    for (int i = 0; i < fields.size(); i++) {
      Label name = Texts.line(names.get(i));
      name.setLabelFor(fields.get(i));
      grid.addRow(i, name, fields.get(i));
      GridPane.setHgrow(fields.get(i), Priority.ALWAYS);
    }
    board.setMaxWidth(Double.MAX_VALUE);
    symptom.setMaxWidth(Double.MAX_VALUE);
    return grid;
  }

  private FlowPane buttons(Supplier<Optional<Path>> pickFile, Runnable onNewBoard) {
    var open = Texts.button("Open the case", this::open, Style.MAIN_BUTTON);
    open.setDefaultButton(true);
    return new FlowPane(
        10,
        8,
        open,
        Texts.button(
            "Which revision?", () -> revision.begin(presenter.boards()), Style.PLAIN_BUTTON),
        Texts.button(
            "Add a board file …",
            () -> pickFile.get().ifPresent(this::addBoard),
            Style.PLAIN_BUTTON),
        Texts.button("A board not here yet …", onNewBoard, Style.PLAIN_BUTTON));
  }

  /** Empties the form for the next board. */
  public void begin() {
    number.setText(String.valueOf(presenter.nextNumber()));
    board.getItems().setAll(presenter.boards());
    board.getSelectionModel().selectFirst();
    owner.clear();
    complaint.clear();
    revision.leave();
    say(presenter.boardIssues());
  }

  /** Chooses the board that was looked at last, if there is one. */
  public void prefer(Optional<String> id) {
    board.getItems().stream()
        .filter(b -> id.filter(b.identity().id()::equals).isPresent())
        .findFirst()
        .ifPresent(board::setValue);
  }

  private void say(String sentence) {
    notice.setText(sentence);
    notice.setVisible(!sentence.isEmpty());
  }

  private void chosen(Board chosen) {
    if (chosen == null) {
      return;
    }
    map.setBoard(chosen);
    facts.setText(describe(chosen));
    symptom.getItems().clear();
    symptom.getItems().add(Optional.empty());
    chosen.symptoms().forEach(card -> symptom.getItems().add(Optional.of(card)));
    symptom.getSelectionModel().selectFirst();
  }

  private void found(Board found) {
    board.setValue(found);
    owner.requestFocus();
  }

  private static String describe(Board board) {
    long pins = board.contents().nets().stream().mapToLong(n -> n.path().size()).sum();
    String rails =
        board.rails().stream()
            .map(r -> r.name() + " (" + good(r) + ")")
            .collect(Collectors.joining(", "));
    String usual =
        board.usualSuspects().stream().map(ArriveView::usual).collect(Collectors.joining("\n"));
    return "Known to the depth of "
        + board.depth().word()
        + ": "
        + board.depth().meaning()
        + ".\n"
        + (board.identity().assembly().isBlank()
            ? ""
            : "Assembly " + board.identity().assembly() + ", ")
        + board.parts().size()
        + " parts, "
        + board.nets().size()
        + " nets, "
        + pins
        + " pins in them.\n"
        + (board.deadTest().flashes().isEmpty()
            ? "No flash table"
            : "Flash table with " + board.deadTest().flashes().size() + " counts")
        + (board.contents().symptoms().isEmpty()
            ? ", the symptoms of any board"
            : ", " + board.symptoms().size() + " symptom cards")
        + (rails.isEmpty() ? ".\nNo rails" : ".\nRails: " + rails)
        + (usual.isEmpty() ? "." : ".\nUsual suspects:\n" + usual);
  }

  private static String good(Rail rail) {
    return Quantities.volts(rail.lowestGoodVolts())
        + " to "
        + Quantities.volts(rail.highestGoodVolts());
  }

  private static String usual(UsualSuspect suspect) {
    return "   " + suspect.part() + ": " + suspect.origin();
  }

  private void addBoard(Path file) {
    String report = presenter.addBoard(file);
    if (report.isEmpty()) {
      board.getItems().setAll(presenter.boards());
      board.getSelectionModel().selectLast();
    }
    say(report);
  }

  private void open() {
    var intake =
        presenter.open(
            number.getText(),
            Optional.ofNullable(board.getValue()),
            owner.getText(),
            complaint.getText(),
            firstLines());
    switch (intake) {
      case ArrivePresenter.Refused refused -> say(refused.sentence());
      case ArrivePresenter.Opened opened -> onOpened.accept(opened.number());
    }
  }

  /** What is known already, as the first lines of the story. */
  private List<String> firstLines() {
    List<String> lines = new ArrayList<>();
    if (!revision.assembly().isEmpty()) {
      lines.add("assembly " + revision.assembly());
    }
    Optional.ofNullable(symptom.getValue())
        .flatMap(s -> s)
        .ifPresent(card -> lines.add("screen " + card.id()));
    return lines;
  }

  public void setDim(boolean dim) {
    map.setDim(dim);
  }

  public Node firstFocus() {
    return owner;
  }
}
