package raconteur.desktop.inspect;

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
import raconteur.core.board.PinRef;
import raconteur.core.continuity.Peers;
import raconteur.core.finding.Finding;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.DotPlot;
import raconteur.desktop.stage.StagePane;

/** All lines of a bus to ground: like lines read alike, the odd one out tells. */
final class LinesPane extends StagePane {
  private final CaseDesk desk;
  private final ChoiceBox<String> bus = new ChoiceBox<>();
  private final Label words = Texts.label("");
  private final DotPlot plot = new DotPlot();
  private final VBox node = new VBox(8);
  private int followed;
  private Optional<PinRef> next = Optional.empty();

  LinesPane(CaseDesk desk) {
    super("Lines");
    this.desk = desk;
    bus.getItems().setAll(InspectSheets.buses(desk.state().board()));
    bus.setAccessibleText("Bus");
    bus.setConverter(Texts.shown(stem -> "lines " + stem + "…"));
    bus.getSelectionModel().selectFirst();
    bus.getSelectionModel()
        .selectedItemProperty()
        .addListener(
            (o, before, now) -> {
              show(desk.state());
              host().answersChanged();
            });
    HBox bar = new HBox(8, bus, words);
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
    return bus;
  }

  @Override
  public void show(DeskState state) {
    if (bus.getValue() == null) {
      words.setText("This board's file knows no nets with numbers, so no lines to compare.");
      return;
    }
    follow(state);
    InspectSheets.Lines lines = InspectSheets.lines(state.board(), state.telling(), bus.getValue());
    next = lines.next();
    words.setText(lines.words());
    plot.show(lines.dots(), lines.from(), lines.to());
  }

  /** The bus that was measured last is the one to go on with. */
  private void follow(DeskState state) {
    List<Finding.PinOhms> read = state.telling().said(Finding.PinOhms.class);
    if (read.size() != followed) {
      followed = read.size();
      Optional.of(read)
          .filter(r -> !r.isEmpty())
          .map(r -> new Peers(state.board()).bus(r.getLast().pin()))
          .filter(bus.getItems()::contains)
          .ifPresent(bus::setValue);
    }
  }

  @Override
  public List<Answer> answers() {
    return next.map(p -> List.of(new Answer(p + " to ground", p + " gnd "))).orElse(List.of());
  }

  @Override
  public String doNow() {
    return next.map(p -> "Ohms from " + desk.state().board().describe(p) + " to ground")
        .orElse("Every line is read");
  }

  @Override
  public String caution() {
    return "Power off; the same lead on ground for all of them.";
  }

  @Override
  public void setDim(boolean dim) {
    plot.setDim(dim);
  }
}
