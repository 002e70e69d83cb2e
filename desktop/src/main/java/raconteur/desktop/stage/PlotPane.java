package raconteur.desktop.stage;

import java.util.List;
import java.util.function.Function;
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
import raconteur.desktop.theme.Style;

/** A pane that compares readings which should be alike, of a group that is chosen. */
public abstract class PlotPane extends StagePane {
  private final ChoiceBox<String> group = new ChoiceBox<>();
  private final Label words = Texts.label("");
  private final DotPlot plot = new DotPlot();
  private final VBox node = new VBox(8);

  /**
   * @param what the choice of groups is called
   * @param shown how a group is shown
   */
  protected PlotPane(
      String name,
      CaseDesk desk,
      String what,
      List<String> groups,
      Function<String, String> shown) {
    super(name);
    group.getItems().setAll(groups);
    group.setAccessibleText(what);
    group.setConverter(Texts.shown(shown));
    group.getSelectionModel().selectFirst();
    group
        .getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, now) -> {
              show(desk.state());
              host().answersChanged();
            });
    HBox bar = new HBox(8, group, words);
    bar.setAlignment(Pos.CENTER_LEFT);
    ScrollPane scroll = new ScrollPane(plot);
    scroll.setFitToWidth(true);
    Style.SHEET.on(scroll);
    VBox.setVgrow(scroll, Priority.ALWAYS);
    node.getChildren().addAll(bar, scroll);
  }

  /** The group that is chosen, empty where there is none. */
  protected final String group() {
    return group.getValue() == null ? "" : group.getValue();
  }

  /** Chooses a group, if there is one of that name. */
  protected final void choose(String name) {
    if (group.getItems().contains(name)) {
      group.setValue(name);
    }
  }

  protected final void say(String sentence) {
    words.setText(sentence);
  }

  protected final DotPlot plot() {
    return plot;
  }

  @Override
  public final Node node() {
    return node;
  }

  @Override
  public final Node focus() {
    return group;
  }

  @Override
  public final void setDim(boolean dim) {
    plot.setDim(dim);
  }
}
