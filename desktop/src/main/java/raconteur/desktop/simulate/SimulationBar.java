package raconteur.desktop.simulate;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.core.board.Rail;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** The instruments of a simulated board that are not a click on a pin, and what they last said. */
public final class SimulationBar extends VBox {
  private static final String HOW =
      "Click a pin, or type it and press "
          + Keys.OPEN.label()
          + ", to probe it. The board has one to three faults.";

  private final Label said = Texts.label(HOW, Style.FAINT);
  private final HBox tools = new HBox(8);
  private final TextField probe = new TextField();
  private final Button stop;

  public SimulationBar(SimulationDesk desk, Iterable<Rail> rails) {
    super(4);
    stop = Texts.button("stop", desk::stop, Style.PLAIN_BUTTON);
    Style.SIMULATION_BAR.on(this);
    tools.setAlignment(Pos.CENTER_LEFT);
    probeBy(desk);
    tools
        .getChildren()
        .addAll(
            Texts.line("Simulated", Style.SIMULATED_TAG),
            probe,
            tool("dead test", desk::deadTest),
            tool("diagnostic", desk::diagnostic),
            meter(desk, rails),
            tool("look at the screen", desk::look));
    stop.setAccessibleText("Stop the simulated test");
    said.setWrapText(true);
    HBox.setHgrow(said, Priority.ALWAYS);
    HBox foot = new HBox(8, said, stop);
    foot.setAlignment(Pos.CENTER_LEFT);
    getChildren().addAll(tools, foot);
    desk.addListener(this::show);
  }

  /** For hands on the keyboard: a pin and Enter is a click on it. */
  private void probeBy(SimulationDesk desk) {
    probe.setPromptText(Keys.PROBE.on("probe a pin: U5.3"));
    probe.setPrefColumnCount(13);
    probe.setAccessibleText("Pin to probe, then " + Keys.OPEN.label());
    probe.setOnAction(e -> desk.probe(probe.getText()));
  }

  /** Puts the typing where a pin to probe goes. */
  public void focusProbe() {
    probe.requestFocus();
    probe.selectAll();
  }

  private static Button tool(String name, Runnable action) {
    return Texts.button(name, action, Style.PLAIN_BUTTON);
  }

  private static MenuButton meter(SimulationDesk desk, Iterable<Rail> rails) {
    MenuButton menu = new MenuButton("volts of a rail");
    Style.PLAIN_BUTTON.on(menu);
    for (Rail rail : rails) {
      MenuItem item = new MenuItem(rail.name());
      item.setOnAction(e -> desk.railVolts(rail.name()));
      menu.getItems().add(item);
    }
    return menu;
  }

  private void show(SimulationDesk.State state) {
    tools.setDisable(!state.busy().isEmpty());
    stop.setVisible(!state.busy().isEmpty());
    stop.setManaged(!state.busy().isEmpty());
    said.setText(
        !state.busy().isEmpty() ? state.busy() : state.said().isEmpty() ? HOW : state.said());
  }
}
