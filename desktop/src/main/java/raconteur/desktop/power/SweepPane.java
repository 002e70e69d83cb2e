package raconteur.desktop.power;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.VBox;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.DotPlot;
import raconteur.desktop.stage.StagePane;

/** Every part's heat against its twins. */
final class SweepPane extends StagePane {
  private final ChoiceBox<String> device = new ChoiceBox<>();
  private final Label words = Texts.label("");
  private final DotPlot plot = new DotPlot();
  private final VBox node = new VBox(8);
  private Optional<String> next = Optional.empty();

  SweepPane(CaseDesk desk) {
    super("Heat");
    device.getItems().setAll(PowerSheets.twins(desk.state().board()));
    device.setAccessibleText("Kind of device");
    device.getSelectionModel().selectFirst();
    device
        .getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, now) -> {
              show(desk.state());
              host().answersChanged();
            });
    HBox bar = new HBox(8, device, words);
    bar.setAlignment(Pos.CENTER_LEFT);
    ScrollPane scroll = new ScrollPane(plot);
    scroll.setFitToWidth(true);
    scroll.getStyleClass().add("sheet");
    VBox.setVgrow(scroll, Priority.ALWAYS);
    node.getChildren().addAll(bar, scroll);
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return device;
  }

  @Override
  public void show(DeskState state) {
    if (device.getValue() == null) {
      words.setText("No kind of device is on this board three times or more.");
      return;
    }
    PowerSheets.Sweep sweep = PowerSheets.sweep(state.board(), state.telling(), device.getValue());
    next = sweep.next();
    words.setText(sweep.words());
    plot.show(sweep.dots(), sweep.from(), sweep.to());
  }

  @Override
  public List<Answer> answers() {
    List<Answer> answers = new ArrayList<>();
    next.ifPresent(
        part -> {
          answers.add(new Answer(part + " in °C", part + " "));
          answers.add(new Answer("by touch: hot", part + " hot"));
          answers.add(new Answer("like its twins", part + " normal"));
          answers.add(new Answer("stone cold", part + " cold"));
        });
    return answers;
  }

  @Override
  public String doNow() {
    return next.map(p -> "Temperature of " + p).orElse("Every twin is read");
  }

  @Override
  public String caution() {
    return "A faulty part can burn a finger: approach with the back of the hand.";
  }

  @Override
  public void setDim(boolean dim) {
    plot.setDim(dim);
  }
}
