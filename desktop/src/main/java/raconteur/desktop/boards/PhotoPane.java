package raconteur.desktop.boards;

import java.io.ByteArrayInputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import java.util.function.Supplier;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.control.Toggle;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.image.Image;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.casebook.store.Picture;
import raconteur.core.board.Outline.Point;
import raconteur.desktop.control.BoardMap;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.MapMarks;
import raconteur.desktop.control.RowTable;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.workshop.Photographs;

/** A board's photograph: straightened by marks, then parts are drawn on it. */
final class PhotoPane extends VBox {
  private static final double SIDE_WIDTH = 372;

  private final BoardsPresenter boards;
  private final PhotoPresenter presenter;
  private final Supplier<Optional<Path>> pickPicture;
  private final Consumer<String> done;
  private final MarkedPicture picture;
  private final BoardMap map;
  private final StackPane sheet = new StackPane();
  private final Label title = Texts.line("", Style.TITLE);
  private final ToggleButton top = new ToggleButton("Top side");
  private final ToggleButton under = new ToggleButton("Underside");
  private final ToggleButton straighten = new ToggleButton("1 Straighten it");
  private final ToggleButton place = new ToggleButton("2 Place parts");
  private final TextField size = new TextField();
  private final TextField more = new TextField();
  private final RowTable<PhotoPresenter.Mark> marks =
      new RowTable<>("Marks", "No marks; four corners would do.");
  private final Label fit = Texts.label("", Style.UNDERSTOOD);
  private final TextField designator = new TextField();
  private final TextField print = new TextField();
  private final TextField count = new TextField();
  private final RowTable<String> unplaced = new RowTable<>("Parts without a place", "");
  private final Label says = Texts.label("", Style.NOTICE);
  private final Button back =
      Texts.button("back to the kept one", this::goBack, Style.PLAIN_BUTTON);
  private final VBox straightening;
  private final VBox placing;
  private Optional<Image> shown = Optional.empty();
  private Photographs.Look lookBefore = Photographs.Look.DIMMED;
  private boolean filling;

  /**
   * @param done called with a sentence when the photograph is left
   */
  PhotoPane(
      BoardsPresenter boards,
      PhotoPresenter presenter,
      Supplier<Optional<Path>> pickPicture,
      Consumer<String> done) {
    super(10);
    this.boards = boards;
    this.presenter = presenter;
    this.pickPicture = pickPicture;
    this.done = done;
    this.picture = new MarkedPicture(this::clicked, this::moved, this::nextMark);
    this.map = new BoardMap(boards.photographs());
    Style.VIEW.on(this);
    Style.IMPORT_PANE.on(this);
    picture.setId("photo-picture");
    map.setId("photo-map");
    map.showOnlyPlaced();
    straightening = straightening();
    placing = placing();
    sheet.getChildren().addAll(picture, map);
    Style.SHEET.on(sheet);
    HBox.setHgrow(sheet, Priority.ALWAYS);
    StackPane side = new StackPane(straightening, placing);
    side.setPrefWidth(SIDE_WIDTH);
    side.setMinWidth(SIDE_WIDTH);
    HBox body = new HBox(14, sheet, side);
    VBox.setVgrow(body, Priority.ALWAYS);
    says.managedProperty().bind(says.visibleProperty());
    getChildren().addAll(head(), says, body);
    addEventFilter(KeyEvent.KEY_PRESSED, this::keys);
    says("");
  }

  private Node head() {
    ToggleGroup sides = group(top, under);
    ToggleGroup works = group(straighten, place);
    top.setId("photo-top");
    under.setId("photo-under");
    straighten.setId("photo-straighten");
    place.setId("photo-place");
    sides.selectedToggleProperty().addListener((o, before, now) -> kept(sides, before, this::turn));
    works.selectedToggleProperty().addListener((o, before, now) -> kept(works, before, this::show));
    HBox head =
        new HBox(
            10,
            title,
            new HBox(4, top, under),
            new HBox(4, straighten, place),
            Texts.button(Keys.LEAVE_PHOTOGRAPH.on("leave it"), this::leave, Style.PLAIN_BUTTON));
    head.setAlignment(Pos.CENTER_LEFT);
    HBox.setHgrow(title, Priority.ALWAYS);
    title.setMaxWidth(Double.MAX_VALUE);
    return head;
  }

  /** Goes on to the other side; what was begun on this one is set aside. */
  private void turn() {
    setAside();
    begin(under.isSelected());
  }

  private static ToggleGroup group(ToggleButton... buttons) {
    ToggleGroup group = new ToggleGroup();
    for (ToggleButton button : buttons) {
      Style.PANE_TAB.on(button);
      button.setToggleGroup(group);
    }
    return group;
  }

  /** A click on what is chosen leaves it chosen. */
  private void kept(ToggleGroup group, Toggle before, Runnable work) {
    if (filling) {
      return;
    }
    if (group.getSelectedToggle() == null) {
      filling = true;
      group.selectToggle(before);
      filling = false;
      return;
    }
    work.run();
  }

  private VBox straightening() {
    size.setId("photo-size");
    size.setPromptText("240 x 180");
    size.setPrefColumnCount(9);
    size.setOnAction(_ -> sized());
    more.setId("photo-more");
    more.setPromptText("U14.1, or 120 35");
    more.setPrefColumnCount(11);
    more.setOnAction(_ -> addMark());
    marks.setId("photo-marks");
    marks.column("Mark", 150, PhotoPresenter.Mark::what);
    marks.column(
        "At mm",
        90,
        m -> SectionEdit.plain(m.onBoard().x()) + ", " + SectionEdit.plain(m.onBoard().y()));
    marks.column("Off", 90, this::off);
    marks
        .getSelectionModel()
        .selectedIndexProperty()
        .addListener(
            (o, before, now) -> {
              if (!filling && now.intValue() >= 0) {
                presenter.choose(now.intValue());
                show();
              }
            });
    marks.setPrefHeight(250);
    Node pick = Texts.button("Choose a picture …", this::pick, Style.MAIN_BUTTON);
    pick.setId("photo-pick");
    Node keep = Texts.button("Keep it", this::keep, Style.MAIN_BUTTON);
    keep.setId("photo-keep");
    HBox measured =
        new HBox(
            8,
            Texts.line("Board"),
            size,
            Texts.line("mm"),
            Texts.button("take the size", this::sized, Style.PLAIN_BUTTON));
    measured.setAlignment(Pos.CENTER_LEFT);
    HBox another =
        new HBox(
            8,
            Texts.line("One more at"),
            more,
            Texts.button("add", this::addMark, Style.PLAIN_BUTTON),
            Texts.button("take it out", this::removeMark, Style.PLAIN_BUTTON));
    another.setAlignment(Pos.CENTER_LEFT);
    fit.setMinHeight(USE_PREF_SIZE);
    return new VBox(
        8,
        pick,
        measured,
        Texts.label(
            "Click each mark in the picture, or move it with the arrow keys; with Shift by a hair. "
                + Keys.NEXT_MARK.on("goes on to the next.")
                + " Left and right are those of the top side.",
            Style.FAINT),
        marks,
        another,
        Texts.button("at pins both sides share", this::atPins, Style.PLAIN_BUTTON),
        fit,
        new HBox(8, keep, back, Texts.button("show none", this::forget, Style.PLAIN_BUTTON)));
  }

  private VBox placing() {
    designator.setId("photo-designator");
    designator.setPromptText("U14");
    designator.setPrefColumnCount(6);
    print.setId("photo-print");
    print.setPromptText("SN74LS257N, if it is new");
    HBox.setHgrow(print, Priority.ALWAYS);
    count.setId("photo-count");
    count.setPromptText("8, or 8 x 4");
    count.setPrefColumnCount(7);
    unplaced.setId("photo-unplaced");
    unplaced.column("Without a place", 130, p -> p);
    unplaced.column("Is a", 190, presenter::deviceOf);
    unplaced
        .getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, now) -> {
              if (!filling && now != null) {
                designator.setText(now);
                print.clear();
              }
            });
    VBox.setVgrow(unplaced, Priority.ALWAYS);
    HBox what = new HBox(8, Texts.line("Part"), designator, print);
    what.setAlignment(Pos.CENTER_LEFT);
    HBox row =
        new HBox(
            8,
            Texts.line("The last begins a row of"),
            count,
            Texts.button("place the row", this::beginRow, Style.PLAIN_BUTTON));
    row.setAlignment(Pos.CENTER_LEFT);
    return new VBox(
        8,
        Texts.label(
            "Drag from pin 1 to the pin diagonally across, or to the last pin of a single row; by"
                + " keys, move the cross and set both with Space.",
            Style.FAINT),
        what,
        new HBox(
            8,
            Texts.button(Keys.NEXT_IN_ROW.on("one more"), this::repeat, Style.PLAIN_BUTTON),
            Texts.button(Keys.UNDO.on("take back"), this::undo, Style.PLAIN_BUTTON)),
        row,
        unplaced);
  }

  private String off(PhotoPresenter.Mark mark) {
    return mark.pixel().isEmpty()
        ? "not set"
        : presenter.off(mark).map(d -> String.format(Locale.ROOT, "%.2f mm", d)).orElse("set");
  }

  /** Opens the photograph of the chosen board's top side. */
  void begin() {
    setVisible(true);
    lookBefore = boards.photographs().look();
    filling = true;
    top.setSelected(true);
    straighten.setSelected(true);
    filling = false;
    begin(false);
    picture.requestFocus();
  }

  /** As {@link #begin()}, but on to placing parts. */
  void beginPlacing() {
    begin();
    place.setSelected(true);
  }

  private void begin(boolean underside) {
    presenter.begin(underside);
    size.setText(presenter.sizeTyped());
    says(
        presenter.isUnkept()
            ? "Begun before and not kept yet: the marks are where you left them."
            : "");
    designator.setText(presenter.proposed(""));
    shown = Optional.empty();
    decode();
  }

  /** The picture is made for the screen beside the window. */
  private void decode() {
    Optional<Picture> now = presenter.picture();
    show();
    presenter.beside(
        () -> now.map(p -> new Image(new ByteArrayInputStream(p.bytes()))),
        image -> {
          if (now.equals(presenter.picture())) {
            shown = image;
            show();
          }
        });
  }

  private void show() {
    filling = true;
    title.setText(
        "Photograph of " + boards.chosen().map(b -> b.identity().shortName()).orElse("a board"));
    boolean places = place.isSelected();
    picture.setVisible(!places);
    straightening.setVisible(!places);
    map.setVisible(places);
    placing.setVisible(places);
    marks.getItems().setAll(presenter.marks());
    marks.getSelectionModel().select(presenter.current());
    marks.refresh();
    fit.setText(presenter.fitWords());
    picture.show(shown, presenter.marks(), presenter.current());
    back.setDisable(!presenter.canGoBack());
    if (places) {
      boards.chosen().ifPresent(map::setBoard);
      if (map.underside() != presenter.underside()) {
        map.turnOver();
      }
      boards.photographs().look(Photographs.Look.PHOTOGRAPH);
      unplaced.getItems().setAll(presenter.unplaced());
      unplaced.setVisible(!unplaced.getItems().isEmpty());
      map.setMarks(MapMarks.NONE.choosing(presenter.last()));
      map.pickPoints(2, this::drawn);
    } else {
      map.stopDrawing();
    }
    filling = false;
  }

  private void clicked(Point pixel) {
    presenter.setAndGoOn(pixel);
    setAside();
    show();
  }

  private void moved(Point pixel) {
    presenter.set(pixel);
    show();
  }

  private void nextMark() {
    presenter.next();
    setAside();
    show();
  }

  private void setAside() {
    presenter.setAside().ifPresent(this::says);
  }

  private void pick() {
    pickPicture.get().ifPresent(this::read);
  }

  void read(Path file) {
    says("Reading " + file.getFileName() + " …");
    presenter.read(
        file,
        refusal -> {
          says(refusal.orElse(""));
          setAside();
          decode();
          picture.requestFocus();
        });
  }

  private void sized() {
    says(takeSize().orElse(""));
    show();
  }

  /** Takes the size where another was typed; the sentence that refuses it, or nothing. */
  private Optional<String> takeSize() {
    if (size.getText().strip().equals(presenter.sizeTyped())) {
      return Optional.empty();
    }
    Optional<String> refusal = presenter.size(size.getText());
    if (refusal.isEmpty()) {
      size.setText(presenter.sizeTyped());
    }
    return refusal;
  }

  private void addMark() {
    Optional<String> refusal = presenter.addMark(more.getText());
    says(refusal.orElse(""));
    if (refusal.isPresent()) {
      return;
    }
    more.clear();
    show();
    picture.requestFocus();
  }

  private void removeMark() {
    presenter.remove(marks.getSelectionModel().getSelectedIndex());
    show();
  }

  private void atPins() {
    says(presenter.marksAtPins().orElse(""));
    show();
    picture.requestFocus();
  }

  private void keep() {
    Optional<String> refusal = takeSize().or(presenter::keep);
    if (refusal.isPresent()) {
      says(refusal.get());
      return;
    }
    says("Kept. Every map of this board can show it now; go on to place its parts.");
    place.setSelected(true);
    map.requestFocus();
  }

  private void goBack() {
    says(presenter.goBack().orElse("The one that is kept is shown again."));
    decode();
    picture.requestFocus();
  }

  private void forget() {
    says(presenter.forget().orElse("This side is shown as a drawing; the picture stays kept."));
    shown = Optional.empty();
    show();
  }

  private void drawn(List<Point> points) {
    String name = designator.getText().strip();
    PhotoPresenter.Said said =
        presenter.draw(name, print.getText(), points.getFirst(), points.getLast());
    if (said.done()) {
      print.clear();
      designator.setText(presenter.proposed(presenter.last()));
    }
    says(said.sentence());
    show();
  }

  private void repeat() {
    PhotoPresenter.Said said = presenter.repeat();
    if (said.done()) {
      designator.setText(presenter.proposed(presenter.last()));
    }
    says(said.sentence());
    show();
  }

  private void beginRow() {
    String first = presenter.last();
    if (first.isEmpty()) {
      says("Draw the first part of the row; the others are placed from it.");
      return;
    }
    says("Now click pin 1 of the last part of the row that " + first + " begins.");
    map.pickPoints(
        1,
        points -> {
          PhotoPresenter.Said said = presenter.row(first, count.getText(), points.getFirst());
          if (said.done()) {
            designator.setText(presenter.proposed(presenter.last()));
          }
          says(said.sentence());
          show();
        });
    map.requestFocus();
  }

  private void undo() {
    says(presenter.undo());
    show();
  }

  private void keys(KeyEvent e) {
    if (Keys.LEAVE_PHOTOGRAPH.is(e)) {
      leave();
    } else if (Keys.NEXT_IN_ROW.is(e) && placing.isVisible()) {
      repeat();
    } else if (Keys.UNDO.is(e)
        && placing.isVisible()
        && !(e.getTarget() instanceof TextInputControl)) {
      undo();
    } else {
      return;
    }
    e.consume();
  }

  private void says(String sentence) {
    says.setText(sentence);
    says.setVisible(!sentence.isEmpty());
  }

  /** Leaves the photograph; what was not kept is set aside and there again. */
  void leave() {
    Optional<String> refusal = presenter.setAside();
    if (refusal.isPresent()) {
      says(refusal.get());
      return;
    }
    setVisible(false);
    map.stopDrawing();
    boards.photographs().look(lookBefore);
    shown = Optional.empty();
    done.accept(
        presenter.isUnkept()
            ? "The photograph is not kept yet; its marks are there when you come back."
            : "");
  }

  void setDim(boolean dim) {
    map.setDim(dim);
    picture.setDim(dim);
  }
}
