package raconteur.desktop.trace;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.ButtonType;
import javafx.scene.control.CheckBox;
import javafx.scene.control.Dialog;
import javafx.scene.control.Label;
import javafx.scene.control.RadioButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.School;
import raconteur.core.plan.Schools;
import raconteur.core.plan.Shop;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;

/** How the shop likes to work, and which instruments stand on its bench, in one place. */
final class ShopDialog {
  private ShopDialog() {}

  /**
   * What was answered.
   *
   * @param together how many faults at once are reckoned with
   */
  record Answer(Shop shop, int together) {}

  /** Asks; empty where it was left as it is. */
  static Optional<Answer> ask(Node view, Shop now, int together) {
    Schools schools = Schools.shipped();
    ToggleGroup group = new ToggleGroup();
    VBox ways = new VBox(4, Texts.line("How the shop works", Style.HEADING));
    for (School school : schools.all()) {
      RadioButton way = new RadioButton(school.name());
      way.setToggleGroup(group);
      way.setUserData(school);
      way.setSelected(school.name().equals(now.school().name()));
      Label says = Texts.label(school.says(), Style.FAINT);
      says.setMinHeight(Region.USE_PREF_SIZE);
      ways.getChildren().addAll(way, says);
    }
    VBox owned = new VBox(4, Texts.line("What stands on the bench", Style.HEADING));
    Map<String, CheckBox> boxes = new LinkedHashMap<>();
    for (String instrument : schools.instruments()) {
      CheckBox box = new CheckBox(instrument);
      box.setSelected(now.owned().contains(instrument));
      boxes.put(instrument, box);
      owned.getChildren().add(box);
    }
    ToggleGroup counts = new ToggleGroup();
    owned.getChildren().add(Texts.line("Faults reckoned with at once", Style.HEADING));
    for (int faults = 1; faults <= Advisor.MOST_IN_A_HYPOTHESIS; faults++) {
      RadioButton count =
          new RadioButton(
              faults == Advisor.MOST_IN_A_HYPOTHESIS
                  ? faults + ", thorough"
                  : faults + (faults == 1 ? ", quickest" : ", quicker"));
      count.setToggleGroup(counts);
      count.setUserData(faults);
      count.setSelected(faults == together);
      owned.getChildren().add(count);
    }
    owned.setMinWidth(240);
    ways.setPrefWidth(560);
    Dialog<Answer> dialog = new Dialog<>();
    dialog.initOwner(view.getScene().getWindow());
    dialog.setTitle("The shop");
    dialog.getDialogPane().setContent(new HBox(24, ways, owned));
    dialog.getDialogPane().getButtonTypes().addAll(ButtonType.OK, ButtonType.CANCEL);
    Theme.dressDialog(dialog.getDialogPane(), view.getScene().getWindow(), 900, 640);
    dialog.setResultConverter(
        button ->
            button == ButtonType.OK
                ? new Answer(
                    shop(group, boxes, now),
                    counts.getSelectedToggle().getUserData() instanceof Integer faults
                        ? faults
                        : together)
                : null);
    return dialog.showAndWait();
  }

  private static Shop shop(ToggleGroup group, Map<String, CheckBox> boxes, Shop now) {
    School school =
        group.getSelectedToggle() != null
                && group.getSelectedToggle().getUserData() instanceof School chosen
            ? chosen
            : now.school();
    Set<String> owned =
        boxes.entrySet().stream()
            .filter(e -> e.getValue().isSelected())
            .map(Map.Entry::getKey)
            .collect(Collectors.toSet());
    return new Shop(school, owned);
  }
}
