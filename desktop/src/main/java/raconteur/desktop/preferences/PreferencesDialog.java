package raconteur.desktop.preferences;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import javafx.application.Platform;
import javafx.event.ActionEvent;
import javafx.geometry.Orientation;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonType;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.ScrollPane;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleGroup;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import javafx.stage.Window;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.School;
import raconteur.core.plan.Schools;
import raconteur.core.plan.Shop;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.Cues;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.Settings;

/** Everything that can be preferred, in one window; left by cancelling, nothing changes. */
public final class PreferencesDialog {
  private static final double INSTRUMENTS_HIGH = 190;

  private final Preferences now;
  private final ToggleGroup sizes = new ToggleGroup();
  private final ToggleGroup lights = new ToggleGroup();
  private final ToggleGroup schools = new ToggleGroup();
  private final ToggleGroup counts = new ToggleGroup();
  private final CheckBox sounds = new CheckBox("Kept and refused lines are heard");
  private final Map<String, CheckBox> instruments = new LinkedHashMap<>();
  private final TextField perHour;
  private final TextField partsFactor;
  private final TextField shopName;
  private final Label notice = Texts.label("", Style.NOTICE);

  private PreferencesDialog(Preferences now) {
    this.now = now;
    perHour = field(now.perHour(), "Money an hour", "preferred-hour");
    partsFactor = field(now.partsFactor(), "Times what a part cost", "preferred-parts");
    shopName = field(now.shopName(), "Name of the shop", "preferred-name");
    sounds.setSelected(now.sounds());
    if (!Cues.possible()) {
      sounds.setText(sounds.getText() + ": no sound output is free here");
      sounds.setDisable(true);
    }
  }

  private static TextField field(String text, String says, String id) {
    TextField field = new TextField(text);
    field.setAccessibleText(says);
    field.setId(id);
    return field;
  }

  /** Asks; empty where it was left as it is. */
  public static Optional<Preferences> ask(Window owner, Preferences now) {
    PreferencesDialog preferences = new PreferencesDialog(now);
    Dialog<Preferences> dialog = new Dialog<>();
    dialog.initOwner(owner);
    dialog.setTitle("Preferences");
    dialog.getDialogPane().setContent(preferences.content());
    dialog.getDialogPane().getButtonTypes().addAll(ButtonType.OK, ButtonType.CANCEL);
    Node keep = dialog.getDialogPane().lookupButton(ButtonType.OK);
    dialog
        .getDialogPane()
        .getContent()
        .addEventFilter(
            KeyEvent.KEY_PRESSED,
            e -> {
              if (Keys.OPEN.is(e) && keep instanceof Button button) {
                button.fire();
                e.consume();
              }
            });
    keep.addEventFilter(
        ActionEvent.ACTION,
        press ->
            preferences
                .answer()
                .refusal()
                .ifPresent(
                    why -> {
                      preferences.notice.setText(why);
                      press.consume();
                    }));
    Theme.dressDialog(dialog.getDialogPane(), owner, 960, 660);
    dialog.setOnShown(
        e -> {
          if (preferences.sizes.getSelectedToggle() instanceof RadioButton chosen) {
            // Once the dialog has given its own first focus away.
            Platform.runLater(chosen::requestFocus);
          }
        });
    dialog.setResultConverter(button -> button == ButtonType.OK ? preferences.answer() : null);
    return dialog.showAndWait();
  }

  private Region content() {
    HBox columns = new HBox(28, left(), right());
    ScrollPane scroll = new ScrollPane(columns);
    scroll.setFitToWidth(true);
    scroll.setFocusTraversable(false);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    notice.managedProperty().bind(notice.textProperty().isNotEmpty());
    notice.visibleProperty().bind(notice.managedProperty());
    return new VBox(8, scroll, notice);
  }

  private VBox left() {
    VBox left =
        new VBox(
            14,
            group(
                "The window",
                row("Text", sizes, Settings.TEXT_PERCENTS, now.textPercent(), p -> p + " %"),
                row(
                    "Light",
                    lights,
                    List.of(Settings.Light.values()),
                    now.light(),
                    Settings.Light::words),
                sounds),
            group("How the shop works", ways()));
    left.setPrefWidth(560);
    HBox.setHgrow(left, Priority.ALWAYS);
    return left;
  }

  private VBox right() {
    GridPane money = new GridPane(8, 6);
    money.addRow(0, Texts.line("An hour costs"), perHour);
    money.addRow(1, Texts.line("Parts, times cost"), partsFactor);
    money.addRow(2, Texts.line("Name, where shared"), shopName);
    FlowPane owned = new FlowPane(Orientation.VERTICAL, 14, 4);
    owned.setPrefWrapLength(INSTRUMENTS_HIGH);
    for (String instrument : Schools.shipped().instruments()) {
      CheckBox box = new CheckBox(instrument);
      box.setSelected(now.shop().owned().contains(instrument));
      instruments.put(instrument, box);
      owned.getChildren().add(box);
    }
    VBox faults = new VBox(4);
    List<Integer> most = IntStream.rangeClosed(1, Advisor.MOST_IN_A_HYPOTHESIS).boxed().toList();
    for (int count : most) {
      String words =
          count == Advisor.MOST_IN_A_HYPOTHESIS
              ? count + ", thorough"
              : count + (count == 1 ? ", quickest" : ", quicker");
      faults.getChildren().add(radio(counts, count, words, count == now.together()));
    }
    VBox right =
        new VBox(
            14,
            group("What stands on the bench", owned),
            group("Faults reckoned with at once", faults),
            group("Money and name", money));
    right.setMinWidth(300);
    return right;
  }

  private static VBox group(String heading, Region... rows) {
    VBox group = new VBox(6, Texts.line(heading, Style.HEADING));
    group.getChildren().addAll(rows);
    return group;
  }

  private VBox ways() {
    VBox ways = new VBox(4);
    for (School school : Schools.shipped().all()) {
      Label says = Texts.label(school.says(), Style.FAINT);
      says.setMinHeight(Region.USE_PREF_SIZE);
      boolean chosen = school.name().equals(now.shop().school().name());
      ways.getChildren().addAll(radio(schools, school, school.name(), chosen), says);
    }
    return ways;
  }

  private static <T> FlowPane row(
      String says, ToggleGroup group, List<T> all, T now, Function<T, String> words) {
    FlowPane row = new FlowPane(12, 4, Texts.line(says, Style.FAINT));
    all.forEach(one -> row.getChildren().add(radio(group, one, words.apply(one), one.equals(now))));
    return row;
  }

  private static RadioButton radio(
      ToggleGroup group, Object value, String words, boolean selected) {
    RadioButton button = new RadioButton(words);
    button.setToggleGroup(group);
    button.setUserData(value);
    button.setSelected(selected);
    return button;
  }

  private static <T> T chosen(ToggleGroup group, Class<T> kind, T otherwise) {
    return group.getSelectedToggle() == null
        ? otherwise
        : kind.cast(group.getSelectedToggle().getUserData());
  }

  private Preferences answer() {
    Set<String> owned =
        instruments.entrySet().stream()
            .filter(e -> e.getValue().isSelected())
            .map(Map.Entry::getKey)
            .collect(Collectors.toSet());
    return new Preferences(
        new Shop(chosen(schools, School.class, now.shop().school()), owned),
        chosen(counts, Integer.class, now.together()),
        chosen(sizes, Integer.class, now.textPercent()),
        chosen(lights, Settings.Light.class, now.light()),
        sounds.isSelected(),
        perHour.getText(),
        partsFactor.getText(),
        shopName.getText());
  }
}
