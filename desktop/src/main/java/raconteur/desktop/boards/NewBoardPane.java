package raconteur.desktop.boards;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.animation.PauseTransition;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import raconteur.casebook.exchange.Imported;
import raconteur.casebook.exchange.ImportedPart;
import raconteur.core.board.Board;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** One sheet that makes a board: what it is, what it begins as, its rails and its parts. */
final class NewBoardPane extends VBox {
  private static final Duration SETTLED = Duration.millis(250);

  private final BoardsPresenter presenter;
  private final Consumer<String> done;
  private final ChoiceBox<Optional<Board>> from = new ChoiceBox<>();
  private final TextField machine = new TextField();
  private final TextField revision = new TextField();
  private final TextField size = new TextField();
  private final TextField rails = new TextField();
  private final TextArea parts = new TextArea();
  private final Label understood = Texts.label("", Style.HEADING);
  private final Label problems = Texts.label("", Style.FAINT);
  private final Label notice = Texts.label("", Style.NOTICE);
  private final RowTable<ImportedPart> told =
      new RowTable<>("Parts understood", "What you type or paste is shown here as it is read.");
  private final PauseTransition settled = new PauseTransition(SETTLED);
  private Optional<Imported> read = Optional.empty();
  private boolean reading;
  private int asked;

  /**
   * @param fromFile begins with a file in place of typing
   * @param done called with a sentence when the sheet is left
   */
  NewBoardPane(BoardsPresenter presenter, Runnable fromFile, Consumer<String> done) {
    super(12);
    this.presenter = presenter;
    this.done = done;
    Style.VIEW.on(this);
    Style.IMPORT_PANE.on(this);
    from.setId("new-from");
    from.setMaxWidth(Double.MAX_VALUE);
    from.setConverter(
        Texts.shown(
            b -> b.map(x -> "as a copy of " + x.identity().shortName()).orElse("with nothing")));
    field(machine, "new-machine", "the name on the case");
    field(revision, "new-revision", "A, 2, 310 …");
    field(size, "new-size", "240 x 180 mm, where you have measured it");
    field(rails, "new-rails", "+5V +12V -5V");
    parts.setId("new-parts");
    parts.setPromptText(
        "One a line, or a table pasted from a spreadsheet:\n\nU1 SN74LS245N\nU21-U28 MB8264A-15P\n"
            + "C1 to C12 100n\n5C Z80A CPU");
    parts.textProperty().addListener((o, before, text) -> typed());
    settled.setOnFinished(_ -> read());
    told.setId("new-told");
    told.column("Part", 70, ImportedPart::part);
    told.column("Says", 190, ImportedPart::marking);
    told.column("Is a", 130, p -> p.device().orElse("not told"));
    told.column("Known by", 220, ImportedPart::knownBy);
    notice.setVisible(false);
    notice.managedProperty().bind(notice.visibleProperty());
    Node make = Texts.button("Make it", this::make, Style.MAIN_BUTTON);
    make.setId("new-make");
    GridPane form = new GridPane(10, 8);
    row(form, 0, "Begin", from);
    row(form, 1, "Machine", machine);
    row(form, 2, "Revision", revision);
    row(form, 3, "Size", size);
    row(form, 4, "Rails", rails);
    Label partsName = Texts.line("Parts", Style.HEADING);
    partsName.setLabelFor(parts);
    VBox.setVgrow(parts, Priority.ALWAYS);
    VBox left =
        new VBox(
            8,
            form,
            partsName,
            parts,
            notice,
            new HBox(
                10,
                make,
                Texts.button("From a file …", fromFile, Style.PLAIN_BUTTON),
                Texts.button(
                    Keys.LEAVE_IMPORT.on("leave it"), () -> leave(""), Style.PLAIN_BUTTON)));
    left.setPrefWidth(520);
    left.setMinWidth(420);
    VBox.setVgrow(told, Priority.ALWAYS);
    VBox right = new VBox(8, understood, told, problems);
    HBox.setHgrow(right, Priority.ALWAYS);
    HBox body = new HBox(20, left, right);
    VBox.setVgrow(body, Priority.ALWAYS);
    getChildren().addAll(Texts.line("A board of your own", Style.TITLE), body);
    setOnKeyPressed(
        e -> {
          if (Keys.LEAVE_IMPORT.is(e)) {
            leave("");
            e.consume();
          }
        });
    addEventFilter(
        KeyEvent.KEY_PRESSED,
        e -> {
          if (parts.isFocused() && Keys.NEXT_FIELD.is(e)) {
            make.requestFocus();
            e.consume();
          }
        });
  }

  /** The same with what is typed already, as when it was dropped or pasted elsewhere. */
  void begin(String machineName, String revisionName, String railNames, String partLines) {
    begin();
    machine.setText(machineName);
    revision.setText(revisionName);
    rails.setText(railNames);
    parts.setText(partLines);
    settled.stop();
    read();
  }

  private static void field(TextField field, String id, String prompt) {
    field.setId(id);
    field.setPromptText(prompt);
  }

  private static void row(GridPane form, int at, String name, Node field) {
    Label label = Texts.line(name);
    label.setLabelFor(field);
    form.addRow(at, label, field);
    GridPane.setHgrow(field, Priority.ALWAYS);
  }

  /** Shows the sheet with what was typed before, and the boards one can begin as. */
  void begin() {
    Optional<Board> before = Optional.ofNullable(from.getValue()).flatMap(b -> b);
    List<Optional<Board>> choices = new ArrayList<>(List.of(Optional.empty()));
    presenter.boards().forEach(b -> choices.add(Optional.of(b)));
    from.getItems().setAll(choices);
    from.setValue(
        before
            .flatMap(b -> choices.stream().filter(c -> c.equals(Optional.of(b))).findFirst())
            .orElse(choices.getFirst()));
    notice.setVisible(false);
    setVisible(true);
    machine.requestFocus();
  }

  private void typed() {
    reading = true;
    settled.playFromStart();
  }

  private void read() {
    if (parts.getText().isBlank()) {
      shown(Optional.empty(), List.of());
      return;
    }
    int mine = ++asked;
    presenter.readParts(
        parts.getText(),
        loaded -> {
          if (mine == asked) {
            switch (loaded) {
              case Loaded.Refused<Imported> refused -> shown(Optional.empty(), refused.issues());
              case Loaded.Ok<Imported>(Imported imported) ->
                  shown(Optional.of(imported), imported.problems());
            }
          }
        });
  }

  private void shown(Optional<Imported> imported, List<Issue> issues) {
    reading = false;
    read = imported;
    List<ImportedPart> rows =
        imported.map(Imported::parts).orElse(List.of()).stream()
            .sorted(Comparator.comparing((ImportedPart p) -> p.device().isPresent()))
            .toList();
    told.getItems().setAll(rows);
    long known = rows.stream().filter(p -> p.device().isPresent()).count();
    understood.setText(
        rows.isEmpty() ? "" : rows.size() + " parts, " + known + " of them told from their print");
    problems.setText(
        issues.stream()
            .limit(8)
            .map(i -> (i.line() > 0 ? "line " + i.line() + ": " : "") + i.reason())
            .reduce((a, b) -> a + "\n" + b)
            .orElse(""));
  }

  private void make() {
    if (reading) {
      say("The parts are still being read; once more in a moment.");
      return;
    }
    if (read.isEmpty() && !parts.getText().isBlank()) {
      say("The parts cannot be read as they stand; a line is a place and its print, U1 74LS245.");
      return;
    }
    Optional<String> refusal =
        presenter.create(
            new NewBoard(
                machine.getText(),
                revision.getText(),
                size.getText(),
                rails.getText(),
                Optional.ofNullable(from.getValue()).flatMap(b -> b),
                read));
    if (refusal.isPresent()) {
      say(refusal.get());
      return;
    }
    List.of(machine, revision, size, rails).forEach(TextField::clear);
    parts.clear();
    leave("Made. Type its nets next, or learn what a reading buys under “Depth”.");
  }

  private void say(String sentence) {
    notice.setText(sentence);
    notice.setVisible(true);
  }

  private void leave(String sentence) {
    setVisible(false);
    done.accept(sentence);
  }
}
