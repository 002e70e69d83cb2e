package raconteur.desktop.handover;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.core.plan.Glance;
import raconteur.core.plan.PlaceWords;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.desk.StoryList;
import raconteur.desktop.stage.StagePane;
import raconteur.desktop.theme.Style;

/** The case at a glance: its story as a picture, each line of which leads to the line. */
final class GlancePane extends StagePane {
  private static final String HOW =
      "As thick as a place was suspected after each line; triangles are mends, ticks readings. A"
          + " click goes to a line, so do "
          + Keys.GLANCE_BACK.label()
          + " and "
          + Keys.GLANCE_ON.label()
          + ".";

  private final HandoverPresenter presenter;
  private final GlanceChart chart = new GlanceChart();
  private final Label words = Texts.label(HOW, Style.FAINT);
  private final Label line = Texts.label("");
  private final VBox node = new VBox(8);
  private Optional<Glance> shown = Optional.empty();

  GlancePane(HandoverPresenter presenter) {
    super("At a glance");
    this.presenter = presenter;
    StackPane sheet = new StackPane(chart);
    Style.SHEET.on(sheet);
    VBox.setVgrow(sheet, Priority.ALWAYS);
    line.setId("glance-line");
    chart.setId("glance-chart");
    chart.setOnChosen(this::chosen);
    node.getChildren().addAll(words, sheet, line);
  }

  private void chosen(int moment) {
    shown
        .filter(glance -> moment >= 0 && moment < glance.moments().size())
        .ifPresent(
            glance -> {
              Glance.Moment at = glance.moments().get(moment);
              host().showLine(at.number());
              line.setText(
                  at.number()
                      + " · "
                      + StoryList.written(at.at())
                      + " · "
                      + at.line()
                      + ": "
                      + leading(glance, at));
            });
  }

  private static String leading(Glance glance, Glance.Moment at) {
    List<String> all = new ArrayList<>();
    for (int i = 0; i < glance.places().size(); i++) {
      all.add(
          PlaceWords.shortly(glance.places().get(i))
              + " "
              + GlanceChart.percent(at.shares().get(i)));
    }
    return String.join(", ", all);
  }

  @Override
  public void show(DeskState state) {
    if (presenter.hidesSuspects()) {
      words.setText("Suspects are hidden while you practise; the debrief shows them.");
      return;
    }
    presenter.glance(
        words::setText,
        glance -> {
          shown = Optional.of(glance);
          chart.show(glance);
          words.setText(glance.moments().isEmpty() ? "No line is told yet." : HOW);
        });
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return chart;
  }

  @Override
  public void setDim(boolean dim) {
    chart.setDim(dim);
  }

  @Override
  public String doNow() {
    return "The story as a picture";
  }
}
