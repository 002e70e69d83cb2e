package raconteur.desktop.mend;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.core.board.Part;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceFacts;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.mend.MendPlan;
import raconteur.core.stock.AdapterPlan;
import raconteur.core.stock.Substitution;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.StagePane;
import raconteur.desktop.theme.Style;

/** Whether a part serves in a place, and the adapter where only its pins are in the way. */
final class SubstitutePane extends StagePane {
  private final CaseDesk desk;
  private final ChoiceBox<Part> place = new ChoiceBox<>();
  private final ComboBox<String> offered = new ComboBox<>();
  private final TextField grade = field("mark", 4, "Speed mark of the offered part");
  private final TextField needed = field("ns", 4, "Access time the place needs, in nanoseconds");
  private final ChoiceBox<AdapterPlan.Enabling> enabling = new ChoiceBox<>();
  private final Label verdict = Texts.label("", Style.HEADING);
  private final Label notes = Texts.label("");
  private final SheetTable reasons =
      new SheetTable(
          "Reasons",
          "Choose a place and type what you have.",
          Column.words("", 80),
          Column.words("", 110),
          Column.words("Why", 540));
  private final SheetTable adapter =
      new SheetTable(
          "Adapter",
          "No adapter is wanted.",
          Column.figures("Pin", 50),
          Column.words("Name", 70),
          Column.words("Do", 230),
          Column.words("Why", 380));
  private final VBox node = new VBox(8);
  private Set<Part> shown = Set.of();

  SubstitutePane(CaseDesk desk) {
    super("Substitute");
    this.desk = desk;
    place.setAccessibleText("Place on the board");
    place.setConverter(Texts.shown(p -> p.designator() + " " + p.device().name()));
    place.setOnAction(
        e -> {
          propose();
          check();
        });
    offered.setEditable(true);
    offered.setPromptText("device");
    offered.setAccessibleText("Offered device");
    offered.setPrefWidth(150);
    offered.setOnAction(e -> check());
    grade.setOnAction(e -> check());
    needed.setOnAction(e -> check());
    enabling.getItems().setAll(AdapterPlan.Enabling.values());
    enabling.setValue(AdapterPlan.Enabling.TOGETHER);
    enabling.setAccessibleText("How the adapter enables");
    enabling.setConverter(
        Texts.shown(
            e ->
                e == AdapterPlan.Enabling.TOGETHER
                    ? "select and enable together"
                    : "select tied low"));
    enabling.setOnAction(e -> check());
    FlowPane bar =
        new FlowPane(
            8,
            6,
            Texts.line("In place of"),
            place,
            offered,
            grade,
            Texts.line("needed"),
            needed,
            Texts.button("check", this::check, Style.PLAIN_BUTTON),
            enabling);
    bar.setAlignment(Pos.CENTER_LEFT);
    VBox.setVgrow(reasons, Priority.ALWAYS);
    VBox.setVgrow(adapter, Priority.ALWAYS);
    notes.setMinHeight(javafx.scene.layout.Region.USE_PREF_SIZE);
    notes.managedProperty().bind(notes.textProperty().isNotEmpty());
    adapter.managedProperty().bind(adapter.visibleProperty());
    enabling.setVisible(false);
    enabling.managedProperty().bind(enabling.visibleProperty());
    bar.prefWrapLengthProperty().bind(node.widthProperty());
    bar.setMinHeight(javafx.scene.layout.Region.USE_PREF_SIZE);
    adapter.setVisible(false);
    node.getChildren().addAll(bar, verdict, reasons, notes, adapter);
  }

  private static TextField field(String prompt, int columns, String name) {
    TextField field = new TextField();
    field.setPromptText(prompt);
    field.setPrefColumnCount(columns);
    field.setAccessibleText(name);
    return field;
  }

  @Override
  public void show(DeskState state) {
    Set<Part> parts = new LinkedHashSet<>();
    for (MendPlan.Job job : MendSheets.plan(state, desk.workshop().stock(), 0.2).jobs()) {
      state.board().part(job.part()).ifPresent(parts::add);
    }
    state.board().parts().stream()
        .filter(p -> p.fitted() && !p.device().signalPins().isEmpty())
        .forEach(parts::add);
    if (!parts.equals(shown)) {
      shown = parts;
      Part before = place.getValue();
      place.getItems().setAll(parts);
      place.setValue(before != null && parts.contains(before) ? before : parts.iterator().next());
    }
  }

  /** Offers what the library knows to stand in, and what lies in stock of the same class. */
  private void propose() {
    Part part = place.getValue();
    if (part == null) {
      return;
    }
    List<String> names = new ArrayList<>();
    names.add(part.device().name());
    part.device().facts().substitutes().stream()
        .map(DeviceFacts.Substitute::device)
        .forEach(names::add);
    desk.workshop().stock().lots().stream()
        .map(l -> l.device())
        .filter(
            d ->
                library()
                    .find(d)
                    .filter(f -> f.deviceClass().equals(part.device().deviceClass()))
                    .isPresent())
        .filter(d -> !names.contains(d))
        .forEach(names::add);
    offered.getItems().setAll(names);
    String first = names.size() > 1 ? names.get(1) : names.getFirst();
    offered.setValue(first);
    offered.getEditor().setText(first);
  }

  private DeviceLibrary library() {
    return DeviceLibrary.shipped().with(desk.workshop().casebook().devices());
  }

  private void check() {
    Part part = place.getValue();
    String typed = offered.getEditor().getText().strip();
    String name = typed.isEmpty() && offered.getValue() != null ? offered.getValue() : typed;
    if (part == null || name.isEmpty()) {
      return;
    }
    Optional<Device> device = library().find(name);
    if (device.isEmpty()) {
      verdict.setText("“" + name + "” is not in the library: describe it under Devices first.");
      reasons.show(List.of());
      adapter.setVisible(false);
      notes.setText("");
      return;
    }
    Substitution answer =
        MendSheets.check(
            desk.state().board(), part, device.get(), grade.getText(), needed.getText());
    verdict.setText(
        device.get().name()
            + " "
            + answer.verdict()
            + " in the place of "
            + part.designator()
            + ".");
    reasons.show(MendSheets.substitution(answer));
    AdapterPlan plan = AdapterPlan.of(part.device(), device.get(), enabling.getValue());
    boolean memory = !device.get().behaviour().memories().isEmpty();
    boolean wanted = memory && !plan.plain();
    adapter.setVisible(wanted);
    enabling.setVisible(wanted && AdapterPlan.hasEnable(device.get()));
    adapter.show(wanted ? MendSheets.adapter(plan) : List.of());
    notes.setText(
        wanted
            ? (plan.works() ? "With an adapter. " : "Not even with an adapter. ")
                + MendSheets.adapterNotes(plan)
            : "");
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return offered;
  }

  @Override
  public String doNow() {
    return "May it stand in?";
  }
}
