package raconteur.desktop.simulate;

import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.board.Rail;
import raconteur.core.contest.Contest;
import raconteur.core.practice.OddsShown;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** The instruments of a simulated board that are not a click on a pin, and what they last said. */
public final class SimulationBar extends VBox {
  private static final String HOW =
      "Click a pin to probe it, or ask for any test as it is logged, without what it shows, and"
          + " press "
          + Keys.OPEN.label()
          + ".";

  private final Label said = Texts.label("", Style.FAINT);
  private final String how;
  private final HBox tools = new HBox(8);
  private final TextField probe = new TextField();
  private final Button stop;

  /**
   * @param onDebrief leads to the debrief of this case
   */
  public SimulationBar(SimulationDesk desk, Board board, Runnable onDebrief) {
    super(4);
    // Where steps are hidden the task stands in their place.
    how = desk.deal().odds() == OddsShown.HIDDEN ? HOW : HOW + " " + desk.complaint();
    stop = Texts.button("stop", desk::stop, Style.PLAIN_BUTTON);
    Style.SIMULATION_BAR.on(this);
    tools.setAlignment(Pos.CENTER_LEFT);
    probeBy(desk, SimulationDesk.example(board));
    tools.getChildren().addAll(Texts.line(tag(desk.from()), Style.SIMULATED_TAG), probe);
    if (!board.deadTest().flashes().isEmpty() && desk.from() != Contest.From.COUNTING) {
      tools.getChildren().add(tool("dead test", desk::deadTest));
    }
    if (desk.runs()) {
      tools.getChildren().add(tool("diagnostic", desk::diagnostic));
    }
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    tools.getChildren().addAll(meter(desk, board.rails()), tool("look", desk::look), gap);
    if (desk.deal().odds() != OddsShown.SHOWN) {
      tools.getChildren().add(tool("hint", desk::hint));
    }
    tools.getChildren().add(tool("debrief", onDebrief));
    stop.setAccessibleText("Stop the simulated test");
    said.setWrapText(true);
    HBox.setHgrow(said, Priority.ALWAYS);
    HBox foot = new HBox(8, said, stop);
    foot.setAlignment(Pos.CENTER_LEFT);
    getChildren().addAll(tools, foot);
    desk.addListener(this::show);
  }

  /** For hands on the keyboard: a pin and Enter is a click on it, and so is any other test. */
  private void probeBy(SimulationDesk desk, String example) {
    probe.setPromptText(Keys.PROBE.on("ask: " + example + ".1, swap " + example));
    probe.setPrefColumnCount(15);
    probe.setAccessibleText("A test to make, then " + Keys.OPEN.label());
    probe.setOnAction(e -> desk.ask(probe.getText()));
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
    MenuButton menu = new MenuButton("rail volts");
    menu.setMinWidth(Region.USE_PREF_SIZE);
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
        !state.busy().isEmpty() ? state.busy() : state.said().isEmpty() ? how : state.said());
  }

  private static String tag(Contest.From from) {
    return switch (from) {
      case RUNNING -> "Simulated";
      case COUNTING -> "Simulated, running free";
      case MODELS -> "Simulated by models";
    };
  }
}
