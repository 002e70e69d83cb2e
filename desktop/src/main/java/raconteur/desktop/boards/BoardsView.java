package raconteur.desktop.boards;

import java.nio.file.Path;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.casebook.exchange.BoardExport;
import raconteur.core.board.Board;
import raconteur.core.board.BoardCheck;
import raconteur.core.board.BoardDifference;
import raconteur.desktop.control.BoardMap;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.MapMarks;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.FilePicker;

/** The revisions known, the map of one, and everything that can be said and changed about it. */
public final class BoardsView extends StackPane {
  private static final double LIST_WIDTH = 196;
  private static final double PANEL_WIDTH = 452;

  private final BoardsPresenter presenter;
  private final FilePicker files;
  private final ListView<Board> list = new ListView<>();
  private final BoardMap map;
  private final TextField find = new TextField();
  private final Label found = Texts.label("", Style.FAINT);
  private final Label notice = Texts.label("", Style.FAINT);
  private final Label heading = Texts.label("", Style.HEADING);
  private final Label side = Texts.line("Top side", Style.FAINT);
  private final StackPane panel = new StackPane();
  private final Map<String, Node> panes = new LinkedHashMap<>();
  private final ToggleGroup tabs = new ToggleGroup();
  private final Map<String, ToggleButton> tabButtons = new LinkedHashMap<>();
  private final DepthPane depth;
  private final RowTable<BoardCheck.Problem> check =
      new RowTable<>("Board check", "Nothing odd was found on this board.");
  private final ChoiceBox<Board> sibling = new ChoiceBox<>();
  private final RowTable<BoardDifference.Line> differences =
      new RowTable<>("Differences", "These two revisions do not differ.");
  private final Map<String, SectionEditor> editors = new LinkedHashMap<>();
  private final ImportPane importPane;
  private final NewBoardPane newBoardPane;
  private final PhotoPane photoPane;
  private final TypedNetsPane typedNets;
  private final BuzzPresenter buzzing;
  private final BuzzPane buzz;
  private final BoardDialogs dialogs;
  private boolean refreshing;

  private static final String BUZZ = "Buzz nets";

  /**
   * @param onDevices shows the device library
   */
  public BoardsView(BoardsPresenter presenter, FilePicker files, Runnable onDevices) {
    this.presenter = presenter;
    this.files = files;
    this.map = new BoardMap(presenter.photographs());
    this.depth = new DepthPane(this::goTo);
    this.importPane = new ImportPane(presenter, this::importLeft);
    importPane.setVisible(false);
    this.newBoardPane = new NewBoardPane(presenter, this::newFromFile, this::made);
    newBoardPane.setVisible(false);
    this.photoPane =
        new PhotoPane(
            presenter,
            presenter.photo(),
            () -> files.toRead("A picture of the board", "Pictures", "*.jpg", "*.jpeg", "*.png"),
            this::photoLeft);
    photoPane.setVisible(false);
    this.typedNets =
        new TypedNetsPane(
            presenter, () -> files.toRead("Read typed nets", "Nets", "*.nets"), this::show);
    this.buzzing = new BuzzPresenter(presenter);
    this.buzz = new BuzzPane(buzzing, this::show, this::showMarks);
    this.dialogs =
        new BoardDialogs(presenter, files, () -> getScene().getWindow(), this::refresh, this::say);
    columns();
    for (BoardSection section : BoardSections.ALL) {
      editors.put(section.name(), new SectionEditor(section, new EditorActions()));
    }
    panes.put("Depth", depth);
    panes.put("Check", checkPane());
    panes.put("Differences", differencesPane());
    panes.put("Type nets", typedNets);
    panes.put(BUZZ, buzz);
    panes.putAll(editors);
    HBox body = new HBox(12, left(onDevices), middle(), right());
    VBox.setVgrow(body, Priority.ALWAYS);
    VBox page = new VBox(body);
    Style.VIEW.on(page);
    getChildren().addAll(page, importPane, newBoardPane, photoPane);
    addEventFilter(KeyEvent.KEY_PRESSED, this::keys);
    showPane("Depth");
  }

  /** Forwards the editors' wishes. */
  private final class EditorActions implements SectionEditor.Actions {
    @Override
    public Optional<String> apply(BoardSection section, Optional<Integer> row, List<String> texts) {
      Optional<String> refusal = presenter.apply(section, row, texts);
      show();
      return refusal;
    }

    @Override
    public Optional<String> remove(BoardSection section, int row) {
      Optional<String> refusal = presenter.remove(section, row);
      show();
      return refusal;
    }

    @Override
    public void goTo(String place) {
      lookAt(place);
    }
  }

  private VBox left(Runnable onDevices) {
    list.setAccessibleText("Boards");
    list.setId("boards");
    list.setCellFactory(view -> new BoardCell());
    list.getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, board) -> {
              if (board != null && !refreshing) {
                presenter.choose(board);
                find.clear();
                found.setText("");
                map.light(Optional.empty());
                map.fit();
                notice.setText("");
                show();
              }
            });
    VBox.setVgrow(list, Priority.ALWAYS);
    MenuButton more = new MenuButton("More");
    Style.PLAIN_BUTTON.on(more);
    more.setMinWidth(Region.USE_PREF_SIZE);
    item(more, "Derive a revision …", dialogs::derive);
    item(more, "Learn a healthy board …", dialogs::learn);
    item(more, "Give up your changes", () -> say(presenter.giveUp()));
    MenuButton out = new MenuButton("Export");
    Style.PLAIN_BUTTON.on(out);
    out.setMinWidth(Region.USE_PREF_SIZE);
    for (BoardExport.Format format : BoardExport.Format.values()) {
      item(out, format.words() + " (." + format.extension() + ") …", () -> dialogs.export(format));
    }
    item(out, "both sides on paper, 1 : 1 (.pdf) …", dialogs::print);
    var imported = Texts.button("Import a file …", this::pickImport, Style.MAIN_BUTTON);
    imported.setId("import");
    var newBoard = Texts.button("A board of your own …", this::newBoard, Style.PLAIN_BUTTON);
    newBoard.setId("new-board");
    var photograph = Texts.button("Its photograph …", this::photograph, Style.PLAIN_BUTTON);
    photograph.setId("photograph");
    VBox left =
        new VBox(
            8,
            Texts.line("Boards", Style.TITLE),
            list,
            imported,
            newBoard,
            photograph,
            new HBox(6, out, more),
            Texts.button(Keys.DEVICES.on("devices"), onDevices, Style.PLAIN_BUTTON));
    left.setPrefWidth(Theme.wide(LIST_WIDTH));
    left.setMinWidth(Theme.wide(LIST_WIDTH));
    return left;
  }

  private static void item(MenuButton menu, String words, Runnable action) {
    MenuItem item = new MenuItem(words);
    item.setOnAction(e -> action.run());
    menu.getItems().add(item);
  }

  private VBox middle() {
    find.setPromptText("find U14.3, net, 74LS257");
    find.setId("find");
    find.setAccessibleText("Find a designator, pin, net or device");
    find.setOnAction(e -> lookFor());
    find.setPrefColumnCount(12);
    ChoiceBox<String> axis = new ChoiceBox<>();
    axis.getItems().setAll("upright axis", "level axis");
    axis.setPrefWidth(128);
    axis.getSelectionModel().selectFirst();
    axis.setAccessibleText("Turned over about its");
    axis.getSelectionModel()
        .selectedIndexProperty()
        .addListener((o, before, now) -> map.turnAbout(now.intValue() == 0));
    map.setOnPart(
        part -> {
          find.setText(part);
          lookFor();
          choosePart(part);
        });
    map.setOnPin(
        pin -> {
          find.setText(pin.toString());
          lookFor();
        });
    FlowPane bar =
        new FlowPane(
            8,
            6,
            find,
            Texts.button(Keys.TURN_OVER.on("turn over"), this::turnOver, Style.PLAIN_BUTTON),
            axis,
            map.photographButton(),
            Texts.button("fit", map::fit, Style.PLAIN_BUTTON),
            Texts.button("+", () -> map.zoom(1.5), Style.PLAIN_BUTTON),
            Texts.button("−", () -> map.zoom(1 / 1.5), Style.PLAIN_BUTTON));
    bar.setAlignment(Pos.CENTER_LEFT);
    StackPane sheet = new StackPane(map);
    Style.SHEET.on(sheet);
    VBox.setVgrow(sheet, Priority.ALWAYS);
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    heading.setMinWidth(0);
    found.setMinHeight(18);
    VBox middle = new VBox(6, new HBox(8, heading, gap, side), bar, sheet, found);
    HBox.setHgrow(middle, Priority.ALWAYS);
    return middle;
  }

  private VBox right() {
    FlowPane buttons = new FlowPane(4, 4);
    for (String name : panes.keySet()) {
      ToggleButton tab = new ToggleButton(name);
      Style.PANE_TAB.on(tab);
      tab.setToggleGroup(tabs);
      tab.setUserData(name);
      tabButtons.put(name, tab);
      buttons.getChildren().add(tab);
    }
    // The arrow keys choose among these as a click does; a click on the chosen one leaves it
    // chosen.
    tabs.selectedToggleProperty()
        .addListener(
            (o, before, now) -> {
              if (now == null) {
                tabs.selectToggle(before);
              } else {
                showPane(String.valueOf(now.getUserData()));
              }
            });
    buttons.setPrefWrapLength(PANEL_WIDTH);
    VBox.setVgrow(panel, Priority.ALWAYS);
    var undo = Texts.button(Keys.UNDO.on("take back"), this::undo, Style.PLAIN_BUTTON);
    HBox foot = new HBox(8, undo, notice);
    foot.setAlignment(Pos.CENTER_LEFT);
    VBox right = new VBox(8, buttons, panel, foot);
    right.setPrefWidth(PANEL_WIDTH);
    right.setMinWidth(400);
    return right;
  }

  private void columns() {
    check.column("Kind", 100, p -> p.kind().words());
    check.column("Place", 80, BoardCheck.Problem::place);
    check.column("What is odd", 250, BoardCheck.Problem::what);
    check
        .getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, problem) -> Optional.ofNullable(problem).ifPresent(p -> lookAt(p.place())));
    check.setOnOpen(p -> goTo(p.place()));
    differences.column("Place", 110, BoardDifference.Line::place);
    differences.column("Differs", 310, BoardDifference.Line::what);
    differences
        .getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, line) -> Optional.ofNullable(line).ifPresent(l -> lookAt(l.place())));
  }

  private VBox checkPane() {
    VBox.setVgrow(check, Priority.ALWAYS);
    return new VBox(
        8,
        Texts.label(
            "What no real schematic has. Choosing a row shows its place, "
                + Keys.OPEN.on("opens the row that has to be changed."),
            Style.FAINT),
        check);
  }

  private VBox differencesPane() {
    sibling.setAccessibleText("Compared with");
    sibling.setConverter(Texts.shown(b -> b.identity().shortName()));
    sibling
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((o, before, board) -> compare(Optional.ofNullable(board)));
    HBox choice = new HBox(8, Texts.line("Against"), sibling);
    choice.setAlignment(Pos.CENTER_LEFT);
    VBox.setVgrow(differences, Priority.ALWAYS);
    return new VBox(8, choice, differences);
  }

  /** Shows one of the panes beside the map. */
  public void showPane(String name) {
    panel.getChildren().setAll(panes.getOrDefault(name, depth));
    tabs.selectToggle(tabButtons.get(name));
    if (name.equals(BUZZ)) {
      presenter.chosen().ifPresent(buzz::show);
    }
    showMarks();
  }

  /** Shows the boards again, as they are now. */
  public void refresh() {
    refreshing = true;
    Optional<String> before = presenter.chosen().map(b -> b.identity().id());
    list.getItems().setAll(presenter.boards());
    Optional<Board> now =
        list.getItems().stream()
            .filter(b -> before.equals(Optional.of(b.identity().id())))
            .findFirst()
            .or(() -> list.getItems().stream().findFirst());
    now.ifPresent(
        board -> {
          presenter.choose(board);
          list.getSelectionModel().select(board);
        });
    refreshing = false;
    if (!presenter.issues().isEmpty()) {
      say(presenter.issues());
    }
    show();
  }

  private void show() {
    Optional<Board> chosen = presenter.chosen();
    if (chosen.isEmpty()) {
      return;
    }
    Board board = chosen.get();
    int at = list.getSelectionModel().getSelectedIndex();
    if (at >= 0
        && list.getItems().get(at).identity().id().equals(board.identity().id())
        && !list.getItems().get(at).equals(board)) {
      refreshing = true;
      list.getItems().set(at, board);
      list.getSelectionModel().select(at);
      refreshing = false;
    }
    heading.setText(board.identity().title() + " · " + presenter.origin(board));
    map.setBoard(board);
    depth.show(board, presenter.depth());
    check.getItems().setAll(presenter.problems());
    tabButtons.get("Check").setText("Check " + check.getItems().size());
    Board before = sibling.getValue();
    sibling.getItems().setAll(presenter.siblings());
    Optional<Board> against =
        sibling.getItems().stream()
            .filter(b -> before != null && b.identity().id().equals(before.identity().id()))
            .findFirst()
            .or(() -> sibling.getItems().stream().findFirst());
    sibling.setValue(against.orElse(null));
    compare(against);
    editors.values().forEach(e -> e.show(board.contents()));
    typedNets.show(board);
    if (panel.getChildren().contains(buzz)) {
      buzz.show(board);
    }
  }

  private void compare(Optional<Board> other) {
    differences.setPlaceholder(
        Texts.label(
            other.isPresent()
                ? "These two revisions do not differ."
                : "There is no other revision of this machine: “More” derives one."));
    differences
        .getItems()
        .setAll(other.map(o -> presenter.difference(o).lines()).orElse(List.of()));
    tabButtons.get("Differences").setText("Differences " + differences.getItems().size());
    showMarks();
  }

  private void showMarks() {
    if (panel.getChildren().contains(buzz)) {
      map.light(Optional.empty());
      map.setMarks(MapMarks.probing(buzzing.swept(), buzzing.pins()));
      return;
    }
    Set<String> places = new HashSet<>();
    if (panel.getChildren().contains(panes.get("Differences"))) {
      differences.getItems().forEach(l -> places.add(l.place()));
    }
    map.setMarks(MapMarks.NONE.differing(places));
  }

  private void lookFor() {
    if (presenter.chosen().isEmpty()) {
      return;
    }
    BoardsPresenter.Found result = presenter.find(find.getText());
    found.setText(result.words());
    map.light(result.net());
    map.setMarks(MapMarks.NONE.choosing(result.part().orElse("")));
    result.part().ifPresent(map::goTo);
  }

  /** Shows a place on the map without moving the typing. */
  private void lookAt(String place) {
    if (!place.isEmpty() && presenter.chosen().isPresent()) {
      BoardsPresenter.Found result = presenter.find(place);
      if (result.part().isPresent() || result.net().isPresent()) {
        found.setText(result.words());
        map.light(result.net());
        map.setMarks(MapMarks.NONE.choosing(result.part().orElse("")));
        result.part().ifPresent(map::goTo);
      }
    }
  }

  /** Opens the table row that is about a place. */
  private void goTo(String place) {
    lookAt(place);
    Board board = presenter.chosen().orElseThrow();
    String pane =
        switch (place) {
          case "rails" -> "Rails";
          case "flash table" -> "Flash table";
          case "symptom cards of its own" -> "Symptom cards";
          case "usual suspects" -> "Usual suspects";
          case "error codes" -> "Error codes";
          case "nets" -> "Nets";
          default -> board.net(place).isPresent() ? "Nets" : "Parts";
        };
    SectionEditor editor = editors.get(pane);
    if (editor != null) {
      editor.choosePlace(place.contains(".") ? place.substring(0, place.lastIndexOf('.')) : place);
    }
    if (!pane.equals("Parts") || board.part(place).isPresent() || place.contains(".")) {
      found.setText(found.getText());
      if (editor != null && !panel.getChildren().contains(depth)) {
        showPane(pane);
      }
    }
  }

  private void choosePart(String part) {
    SectionEditor editor = editors.get("Parts");
    if (editor != null && panel.getChildren().contains(editor)) {
      editor.choosePlace(part);
    }
  }

  private void turnOver() {
    map.turnOver();
    side.setText(map.underside() ? "Underside, as turned over" : "Top side");
  }

  private void keys(KeyEvent e) {
    if (importPane.isVisible() || newBoardPane.isVisible() || photoPane.isVisible()) {
      return;
    }
    if (Keys.TURN_OVER.is(e)) {
      turnOver();
      e.consume();
    } else if (Keys.PHOTOGRAPH.is(e)) {
      presenter.photographs().lookOtherwise();
      e.consume();
    } else if (Keys.UNDO.is(e) && !(e.getTarget() instanceof TextInputControl)) {
      undo();
      e.consume();
    } else if (Keys.FIND.is(e)) {
      find.requestFocus();
      e.consume();
    } else if (panel.getChildren().contains(buzz)) {
      buzz.keys(e);
    }
  }

  private void undo() {
    say(presenter.undo());
    refresh();
  }

  private void say(String sentence) {
    notice.setText(sentence);
  }

  // Dialogs and files

  private void pickImport() {
    files
        .toRead("Import a board, a parts list or a net list", "Board files", "*.*")
        .ifPresent(this::importFile);
  }

  /** Reads a file and shows what it was understood to say. */
  public void importFile(Path file) {
    importPane.begin(file);
    importPane.setVisible(true);
    presenter.read(file, loaded -> importPane.show(file, loaded));
    importPane.firstFocus().requestFocus();
  }

  /** Shows typed nets of a file as if they were typed, on the chosen board. */
  public void typedNets(Path file) {
    showPane("Type nets");
    typedNets.read(file);
    typedNets.firstFocus().requestFocus();
  }

  /** Opens the sheet that makes a board. */
  public void newBoard() {
    newBoardPane.begin();
  }

  /** The sheet with what is known already. */
  public void newBoard(String machine, String revision, String rails, String parts) {
    newBoardPane.begin(machine, revision, rails, parts);
  }

  /** Leaves the sheet; nothing is made. */
  public void leaveNewBoard() {
    newBoardPane.setVisible(false);
  }

  /** Opens the photograph of the chosen board. */
  public void photograph() {
    if (presenter.chosen().isPresent()) {
      photoPane.begin();
    }
  }

  /** Opens a photograph of the chosen board that is at hand. */
  public void photograph(Path file) {
    if (presenter.chosen().isPresent()) {
      photoPane.begin();
      photoPane.read(file);
    }
  }

  /** Opens the photograph of the chosen board to place parts on it. */
  public void placeParts() {
    if (presenter.chosen().isPresent()) {
      photoPane.beginPlacing();
    }
  }

  /** Leaves the photograph. */
  public void leavePhotograph() {
    photoPane.leave();
  }

  private void photoLeft(String sentence) {
    refresh();
    say(sentence);
    list.requestFocus();
  }

  private void newFromFile() {
    files
        .toRead("Begin with a file", "Board files", "*.*")
        .ifPresent(
            file -> {
              newBoardPane.setVisible(false);
              importFile(file);
            });
  }

  private void made(String sentence) {
    refresh();
    if (sentence.isEmpty()) {
      list.requestFocus();
      return;
    }
    say(sentence);
    showPane("Type nets");
    typedNets.firstFocus().requestFocus();
  }

  private void importLeft(String sentence) {
    refresh();
    say(sentence);
    list.requestFocus();
  }

  /** The id of the board looked at. */
  public Optional<String> chosen() {
    return presenter.chosen().map(b -> b.identity().id());
  }

  /** Shows the board with an id. */
  public void choose(String id) {
    list.getItems().stream()
        .filter(b -> b.identity().id().equals(id))
        .findFirst()
        .ifPresent(list.getSelectionModel()::select);
  }

  /** Looks for a designator, a pin, a net or a device, as if it were typed. */
  public void find(String words) {
    find.setText(words);
    lookFor();
  }

  /** Leaves the preview of an import without keeping anything. */
  public void leaveImport() {
    importPane.leave("Nothing was kept.");
  }

  public void setDim(boolean dim) {
    map.setDim(dim);
    importPane.setDim(dim);
    photoPane.setDim(dim);
  }

  public Node firstFocus() {
    return list;
  }

  /** Machine, revision and depth. */
  private static final class BoardCell extends ListCell<Board> {
    @Override
    protected void updateItem(Board board, boolean empty) {
      super.updateItem(board, empty);
      if (empty || board == null) {
        setGraphic(null);
        setAccessibleText("");
        return;
      }
      Label name = Texts.label(board.identity().shortName());
      Label known =
          Texts.label(board.parts().size() + " parts · " + board.depth().word(), Style.FAINT);
      setGraphic(new VBox(1, name, known));
      setAccessibleText(board.identity().shortName() + ", " + board.depth().word());
    }
  }
}
