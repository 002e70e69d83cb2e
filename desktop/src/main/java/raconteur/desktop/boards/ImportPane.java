package raconteur.desktop.boards;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.casebook.exchange.Imported;
import raconteur.casebook.exchange.ImportedPart;
import raconteur.core.board.Board;
import raconteur.core.board.BoardMerge;
import raconteur.core.board.BoardMerge.Winner;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.desktop.control.BoardMap;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** What a file was understood to say, before anything of it is kept. */
final class ImportPane extends VBox {
  private static final String AS_NEW = "as a new board";

  private final BoardsPresenter presenter;
  private final Consumer<String> done;
  private final Label title = Texts.line("", Style.TITLE);
  private final Label format = Texts.label("", Style.HEADING);
  private final Label understood = Texts.label("");
  private final Label missing = Texts.label("");
  private final ListView<String> problems = new ListView<>();
  private final Label problemsTitle = Texts.line("", Style.HEADING);
  private final BoardMap map;
  private final TextField machine = new TextField();
  private final TextField revision = new TextField();
  private final ChoiceBox<Optional<Board>> target = new ChoiceBox<>();
  private final Label notice = Texts.label("", Style.NOTICE);
  private final CheckBox takeFile = new CheckBox("take what the file says where they differ");
  private final ChoiceBox<String> untold = new ChoiceBox<>();
  private final TextField isA = new TextField();
  private final HBox untoldRow;
  private final Node keep;
  private Optional<Path> file = Optional.empty();
  private Optional<Imported> read = Optional.empty();

  /**
   * @param done called with a sentence when the preview is left
   */
  ImportPane(BoardsPresenter presenter, Consumer<String> done) {
    this.presenter = presenter;
    this.done = done;
    this.map = new BoardMap(presenter.photographs());
    Style.VIEW.on(this);
    Style.IMPORT_PANE.on(this);
    problems.setAccessibleText("Problems in the file");
    problems.setPlaceholder(Texts.label("No problems were found in the file."));
    machine.setId("import-machine");
    revision.setId("import-revision");
    revision.setPrefColumnCount(6);
    notice.setVisible(false);
    notice.managedProperty().bind(notice.visibleProperty());
    takeFile.setId("import-take");
    untold.setId("import-untold");
    untold.setAccessibleText("Markings that were not told");
    untold.setPrefWidth(190);
    understood.setMinHeight(USE_PREF_SIZE);
    missing.setMinHeight(USE_PREF_SIZE);
    isA.setId("import-is-a");
    isA.setPromptText("74LS257");
    isA.setPrefColumnCount(12);
    isA.setOnAction(_ -> say());
    untoldRow =
        new HBox(
            8,
            Texts.line("Not told:"),
            untold,
            Texts.line("is a"),
            isA,
            Texts.button("Say it", this::say, Style.PLAIN_BUTTON));
    untoldRow.setAlignment(Pos.CENTER_LEFT);
    shownOnlyIf(untoldRow, false);
    shownOnlyIf(takeFile, false);
    target.setId("import-target");
    target.setPrefWidth(260);
    target.setConverter(
        Texts.shown(b -> b.map(x -> "into " + x.identity().shortName()).orElse(AS_NEW)));
    target
        .getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, now) -> {
              boolean into = now != null && now.isPresent();
              machine.setDisable(into);
              revision.setDisable(into);
              compare(now == null ? Optional.empty() : now);
            });
    var keepButton = Texts.button("Keep it", this::keep, Style.MAIN_BUTTON);
    keepButton.setId("import-keep");
    keep = keepButton;
    var leave =
        Texts.button(
            Keys.LEAVE_IMPORT.on("leave it"), () -> leave("Nothing was kept."), Style.PLAIN_BUTTON);
    GridPane form = new GridPane(10, 6);
    form.addRow(0, Texts.line("Keep it"), target);
    form.addRow(1, Texts.line("Machine"), machine);
    form.addRow(2, Texts.line("Revision"), revision);
    GridPane.setHgrow(machine, Priority.ALWAYS);
    VBox left =
        new VBox(
            7,
            format,
            Texts.line("Understood", Style.HEADING),
            understood,
            Texts.line("Missing, and can be added later", Style.HEADING),
            missing,
            problemsTitle,
            problems,
            untoldRow,
            form,
            takeFile,
            notice,
            new HBox(10, keepButton, leave));
    left.setPrefWidth(500);
    left.setMinWidth(420);
    problems.setPrefHeight(150);
    problems.setMinHeight(70);
    VBox.setVgrow(problems, Priority.ALWAYS);
    StackPane sheet = new StackPane(map);
    Style.SHEET.on(sheet);
    HBox.setHgrow(sheet, Priority.ALWAYS);
    HBox body = new HBox(18, left, sheet);
    VBox.setVgrow(body, Priority.ALWAYS);
    getChildren().addAll(title, body);
    setOnKeyPressed(
        e -> {
          if (Keys.LEAVE_IMPORT.is(e)) {
            leave("Nothing was kept.");
            e.consume();
          }
        });
  }

  private static void shownOnlyIf(Node node, boolean shown) {
    node.setVisible(shown);
    node.setManaged(shown);
  }

  /** What the chosen board and the file say differently. */
  private void compare(Optional<Board> into) {
    List<BoardMerge.Conflict> conflicts =
        into.flatMap(board -> read.map(imported -> presenter.conflicts(imported, board)))
            .orElse(List.of());
    shownOnlyIf(takeFile, !conflicts.isEmpty());
    takeFile.setSelected(false);
    list(
        read.map(Imported::problems).orElse(List.of()),
        conflicts.stream().map(BoardMerge.Conflict::toString).toList(),
        into.isPresent());
  }

  /** Says what a marking is, for this file and all later ones, and reads it again. */
  private void say() {
    if (untold.getValue() == null || file.isEmpty()) {
      return;
    }
    Optional<String> refusal = presenter.say(untold.getValue(), isA.getText().strip());
    if (refusal.isPresent()) {
      notice.setText(refusal.get());
      shownOnlyIf(notice, true);
      return;
    }
    isA.clear();
    Path again = file.get();
    begin(again);
    presenter.read(again, loaded -> show(again, loaded));
  }

  /** Says that a file is being read. */
  void begin(Path file) {
    title.setText("Reading " + file.getFileName() + " … " + Keys.LEAVE_IMPORT.on("stops it"));
    read = Optional.empty();
    keep.setDisable(true);
    format.setText("");
    understood.setText("");
    missing.setText("");
    problems.getItems().clear();
    notice.setVisible(false);
    shownOnlyIf(untoldRow, false);
    compare(Optional.empty());
  }

  void show(Path file, Loaded<Imported> loaded) {
    this.file = Optional.of(file);
    title.setText("Import of " + file.getFileName());
    switch (loaded) {
      case Loaded.Refused<Imported> refused -> {
        format.setText("This file was refused; nothing was kept.");
        list(refused.issues(), List.of(), false);
      }
      case Loaded.Ok<Imported>(Imported imported) -> show(imported);
    }
  }

  private void show(Imported imported) {
    read = Optional.of(imported);
    keep.setDisable(false);
    format.setText("A " + imported.format());
    understood.setText(bullets(imported.understood()));
    missing.setText(imported.missing().isEmpty() ? "nothing" : bullets(imported.missing()));
    map.setBoard(imported.board());
    map.fit();
    machine.setText(imported.board().identity().machine());
    revision.setText(imported.board().identity().revision());
    untold
        .getItems()
        .setAll(
            imported.parts().stream()
                .filter(p -> !p.marking().isBlank())
                .filter(p -> p.device().isEmpty() || p.knownBy().equals(ImportedPart.SAID))
                .sorted(Comparator.comparing((ImportedPart p) -> p.device().isPresent()))
                .map(ImportedPart::marking)
                .distinct()
                .toList());
    untold.getSelectionModel().selectFirst();
    shownOnlyIf(untoldRow, !untold.getItems().isEmpty());
    target.getItems().setAll(List.of(Optional.empty()));
    presenter.boards().forEach(b -> target.getItems().add(Optional.of(b)));
    target.getSelectionModel().selectFirst();
  }

  /** What differs from the board comes first, then what is wrong in the file. */
  private void list(List<Issue> issues, List<String> differences, boolean intoABoard) {
    String wrong =
        issues.isEmpty() ? "Problems: none" : "Problems: " + issues.size() + ", each with its line";
    problemsTitle.setText(
        !intoABoard
            ? wrong
            : differences.isEmpty()
                ? "Nothing differs from the board. " + wrong
                : "Differs in "
                    + differences.size()
                    + ", the board's word is kept. Problems: "
                    + issues.size());
    List<String> lines = new ArrayList<>(differences);
    issues.forEach(
        i ->
            lines.add(
                (i.line() > 0 ? "line " + i.line() + ": " : "")
                    + (i.place().isEmpty() ? "" : i.place() + ": ")
                    + i.reason()));
    problems.getItems().setAll(lines);
    problems.setCellFactory(
        view ->
            new javafx.scene.control.ListCell<>() {
              @Override
              protected void updateItem(String line, boolean empty) {
                super.updateItem(line, empty);
                if (empty || line == null) {
                  setGraphic(null);
                  return;
                }
                Label words = Texts.label(line);
                words.maxWidthProperty().bind(view.widthProperty().subtract(44));
                words.setMinHeight(javafx.scene.layout.Region.USE_PREF_SIZE);
                setPrefWidth(0);
                setGraphic(words);
              }
            });
  }

  private static String bullets(List<String> lines) {
    return lines.stream().map(l -> "· " + l).collect(Collectors.joining("\n"));
  }

  private void keep() {
    if (read.isEmpty()) {
      return;
    }
    Optional<Board> into = Optional.ofNullable(target.getValue()).flatMap(t -> t);
    Optional<String> refusal =
        into.map(
                board ->
                    presenter.keepInto(
                        read.get(),
                        board,
                        takeFile.isSelected() ? Winner.WHAT_IS_ADDED : Winner.THE_BOARD))
            .orElseGet(
                () -> presenter.keepAsNew(read.get(), machine.getText(), revision.getText()));
    notice.setText(refusal.orElse(""));
    notice.setVisible(refusal.isPresent());
    if (refusal.isEmpty()) {
      leave(
          into.map(b -> "Added to " + b.identity().shortName() + ".")
              .orElse("Kept as a new board."));
    }
  }

  void leave(String sentence) {
    presenter.stopReading();
    setVisible(false);
    done.accept(sentence);
  }

  void setDim(boolean dim) {
    map.setDim(dim);
  }

  Node firstFocus() {
    return target;
  }
}
