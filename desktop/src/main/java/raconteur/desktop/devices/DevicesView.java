package raconteur.desktop.devices;

import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import javafx.animation.PauseTransition;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.TextArea;
import javafx.scene.control.TextField;
import javafx.scene.control.TextInputControl;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.util.Duration;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** The library, one device drawn, and the text it is described by. */
public final class DevicesView extends VBox {
  private final DevicesPresenter presenter;
  private final TextField filter = new TextField();
  private final ListView<Device> list = new ListView<>();
  private final PinOutDrawing drawing = new PinOutDrawing();
  private final Label facts = Texts.label("", Style.FAINT);
  private final Label rows = Texts.label("", Style.FAINT);
  private final TextField name = new TextField();
  private final TextField title = new TextField();
  private final ChoiceBox<String> deviceClass = new ChoiceBox<>();
  private final TextField outline = new TextField();
  private final TextArea pins = new TextArea();
  private final TextArea function = new TextArea();
  private final TextField supplies = new TextField();
  private final TextField milliamps = new TextField();
  private final TextField notes = new TextField();
  private final Label notice = Texts.label("", Style.NOTICE);
  private final Label status = Texts.label("", Style.HEADING);
  private final Button back =
      Texts.button("Back to my text", this::backToDraft, Style.PLAIN_BUTTON);
  private Optional<DevicesPresenter.Typed> filled = Optional.empty();
  private Optional<DevicesPresenter.Typed> draft = Optional.empty();
  private final PauseTransition pause = new PauseTransition(Duration.millis(180));

  /**
   * @param onBoards goes back to the boards
   */
  public DevicesView(DevicesPresenter presenter, Runnable onBoards) {
    this.presenter = presenter;
    Style.VIEW.on(this);
    filter.setPromptText("find: 257, selector, eprom");
    filter.setId("device-filter");
    filter.textProperty().addListener((o, before, now) -> search());
    list.setAccessibleText("Devices");
    list.setCellFactory(view -> new DeviceCell());
    list.setPlaceholder(Texts.label("No device is called so; “New device” describes one."));
    list.getSelectionModel()
        .selectedItemProperty()
        .addListener((o, before, device) -> Optional.ofNullable(device).ifPresent(this::show));
    deviceClass.getItems().setAll(presenter.classes());
    deviceClass.getItems().add("unknown");
    deviceClass.setMaxWidth(Double.MAX_VALUE);
    ids();
    for (TextInputControl field :
        List.of(name, title, outline, pins, function, supplies, milliamps, notes)) {
      field.textProperty().addListener((o, before, now) -> pause.playFromStart());
    }
    pause.setOnFinished(e -> check());
    VBox.setVgrow(list, Priority.ALWAYS);
    VBox left =
        new VBox(
            8,
            Texts.line("Devices", Style.TITLE),
            filter,
            list,
            Texts.button("New device", this::begin, Style.MAIN_BUTTON),
            Texts.button(Keys.BOARDS.on("boards"), onBoards, Style.PLAIN_BUTTON));
    left.setMinWidth(236);
    left.setPrefWidth(236);
    StackPane sheet = new StackPane(drawing);
    Style.SHEET.on(sheet);
    VBox.setVgrow(sheet, Priority.ALWAYS);
    VBox middle = new VBox(8, status, sheet, facts, rows);
    HBox.setHgrow(middle, Priority.ALWAYS);
    middle.setMinWidth(360);
    HBox body = new HBox(14, left, middle, form());
    VBox.setVgrow(body, Priority.ALWAYS);
    getChildren().add(body);
  }

  private void ids() {
    name.setId("device-name");
    title.setId("device-title");
    outline.setId("device-package");
    pins.setId("device-pins");
    function.setId("device-function");
    deviceClass.setId("device-class");
    notice.setVisible(false);
    notice.managedProperty().bind(notice.visibleProperty());
    for (TextArea area : List.of(pins, function)) {
      Style.DEVICE_TEXT.on(area);
      area.addEventFilter(
          KeyEvent.KEY_PRESSED,
          e -> {
            if (Keys.FIELD_BEFORE.is(e)) {
              outline.requestFocus();
              e.consume();
            } else if (Keys.NEXT_FIELD.is(e)) {
              (area.equals(pins) ? function : supplies).requestFocus();
              e.consume();
            }
          });
    }
    pins.setPromptText("1 1A input\n2 1B input\n3 1Y output\n7 GND supply");
    function.setPromptText("1: 1Y = !(1A & 1B)");
    outline.setPromptText("DIP14");
    supplies.setPromptText("VBB -5V, VDD +12V");
  }

  private VBox form() {
    GridPane grid = new GridPane(8, 5);
    List<Node> fields = List.of(name, title, deviceClass, outline, supplies, milliamps, notes);
    List<String> names =
        List.of("Name", "Title", "Class", "Package", "Supplies", "Typical mA", "Note");
    for (int i = 0; i < fields.size(); i++) {
      Label label = Texts.line(names.get(i), Style.FAINT);
      label.setLabelFor(fields.get(i));
      grid.addRow(i, label, fields.get(i));
      GridPane.setHgrow(fields.get(i), Priority.ALWAYS);
    }
    var keep = Texts.button("Keep as mine", this::keep, Style.MAIN_BUTTON);
    keep.setId("device-keep");
    FlowPane buttons =
        new FlowPane(
            8, 6, keep, Texts.button("Take mine away", this::forget, Style.PLAIN_BUTTON), back);
    back.setVisible(false);
    back.managedProperty().bind(back.visibleProperty());
    VBox.setVgrow(pins, Priority.ALWAYS);
    VBox.setVgrow(function, Priority.ALWAYS);
    pins.setPrefRowCount(9);
    function.setPrefRowCount(6);
    Label pinsName = Texts.line("Pins: number, name, kind, one a line", Style.FAINT);
    pinsName.setLabelFor(pins);
    Label functionName = Texts.line("Function: one statement a line", Style.FAINT);
    functionName.setLabelFor(function);
    VBox form = new VBox(6, grid, pinsName, pins, functionName, function, notice, buttons);
    form.setPrefWidth(400);
    form.setMinWidth(340);
    return form;
  }

  /** Shows the library as it is now. */
  public void refresh() {
    search();
    if (list.getSelectionModel().isEmpty()) {
      list.getSelectionModel().selectFirst();
    }
  }

  private void search() {
    Device before = list.getSelectionModel().getSelectedItem();
    list.getItems().setAll(presenter.find(filter.getText()));
    list.getItems().stream()
        .filter(d -> before != null && d.name().equals(before.name()))
        .findFirst()
        .ifPresentOrElse(list.getSelectionModel()::select, list.getSelectionModel()::selectFirst);
  }

  private void show(Device device) {
    keepDraft();
    fill(presenter.typed(device));
    pause.stop();
    check();
    facts.setText(presenter.facts(device));
    presenter.deriveRows(
        device,
        sentence -> {
          if (device.equals(list.getSelectionModel().getSelectedItem())) {
            rows.setText(sentence);
          }
        });
  }

  /** Text that was typed and not kept is set aside before something else is shown. */
  private void keepDraft() {
    if (filled.isPresent() && !filled.get().equals(typed())) {
      draft = Optional.of(typed());
      back.setVisible(true);
    }
  }

  private void backToDraft() {
    draft.ifPresent(
        typed -> {
          draft = Optional.empty();
          back.setVisible(false);
          list.getSelectionModel().clearSelection();
          fill(typed);
          filled = Optional.of(new DevicesPresenter.Typed("", "", "", "", "", "", "", "", ""));
          facts.setText("");
          rows.setText("");
          check();
        });
  }

  private void fill(DevicesPresenter.Typed typed) {
    filled = Optional.of(typed);
    name.setText(typed.name());
    title.setText(typed.title());
    deviceClass.setValue(typed.deviceClass());
    outline.setText(typed.outline());
    pins.setText(typed.pins());
    function.setText(typed.function());
    supplies.setText(typed.supplies());
    milliamps.setText(typed.milliamps());
    notes.setText(typed.notes());
  }

  private void begin() {
    keepDraft();
    list.getSelectionModel().clearSelection();
    fill(new DevicesPresenter.Typed("", "", "small logic", "DIP14", "", "", "", "", ""));
    facts.setText("");
    rows.setText("");
    name.requestFocus();
    check();
  }

  private DevicesPresenter.Typed typed() {
    return new DevicesPresenter.Typed(
        name.getText(),
        title.getText(),
        Optional.ofNullable(deviceClass.getValue()).orElse("unknown"),
        outline.getText(),
        pins.getText(),
        function.getText(),
        supplies.getText(),
        milliamps.getText(),
        notes.getText());
  }

  private void check() {
    switch (presenter.check(typed())) {
      case Loaded.Refused<Device> refused ->
          say(
              refused.issues().stream()
                  .limit(4)
                  .map(DevicesView::sentence)
                  .collect(Collectors.joining("\n")));
      case Loaded.Ok<Device>(Device device) -> {
        say("");
        drawing.show(Optional.of(device));
        status.setText(
            device.name()
                + " · "
                + device.title()
                + (presenter.isShipped(device)
                    ? " · shipped: change the name to keep your own"
                    : " · yours"));
      }
    }
  }

  private static String sentence(Issue issue) {
    return issue.line() > 0
        ? "Line " + issue.line() + " of the " + issue.file() + ": " + issue.reason()
        : issue.reason();
  }

  private void say(String sentence) {
    notice.setText(sentence);
    notice.setVisible(!sentence.isEmpty());
  }

  private void keep() {
    Optional<String> refusal = presenter.keep(typed());
    if (refusal.isPresent()) {
      say(refusal.get());
      return;
    }
    String kept = name.getText().strip();
    filled = Optional.of(typed());
    filter.clear();
    search();
    list.getItems().stream()
        .filter(d -> d.name().equals(kept))
        .findFirst()
        .ifPresent(
            d -> {
              list.getSelectionModel().select(d);
              list.scrollTo(d);
            });
    say(kept + " is in your casebook and can be used on your boards.");
  }

  private void forget() {
    Device device = list.getSelectionModel().getSelectedItem();
    if (device == null || presenter.isShipped(device)) {
      say("Choose a device of your own; the shipped ones stay.");
      return;
    }
    Optional<String> refusal = presenter.forget(device.name());
    search();
    list.getSelectionModel().selectFirst();
    say(refusal.orElse(device.name() + " was taken away."));
  }

  /** The view is left: nothing more is worked out for it. */
  public void leave() {
    presenter.stopDeriving();
  }

  public void setDim(boolean dim) {
    drawing.setDim(dim);
  }

  public Node firstFocus() {
    return filter;
  }

  /** Name and title on one line each. */
  private static final class DeviceCell extends ListCell<Device> {
    @Override
    protected void updateItem(Device device, boolean empty) {
      super.updateItem(device, empty);
      if (empty || device == null) {
        setGraphic(null);
        setAccessibleText("");
        return;
      }
      Label shown = Texts.line(device.name());
      Label what = Texts.label(device.title(), Style.FAINT);
      what.maxWidthProperty().bind(getListView().widthProperty().subtract(44));
      what.setMinHeight(javafx.scene.layout.Region.USE_PREF_SIZE);
      setPrefWidth(0);
      VBox cell = new VBox(shown, what);
      cell.setAlignment(Pos.CENTER_LEFT);
      setGraphic(cell);
      setAccessibleText(device.name() + ", " + device.title());
    }
  }
}
