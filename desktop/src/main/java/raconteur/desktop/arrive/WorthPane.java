package raconteur.desktop.arrive;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import raconteur.core.finding.Bookkeeping.Choice;
import raconteur.core.intake.Worth;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.StagePane;

/** Repair, donor or stop, with the arithmetic. */
final class WorthPane extends StagePane {
  private final WorthPresenter presenter;
  private final TextField perHour = new TextField();
  private final TextField parts = new TextField();
  private final WorthBars bars = new WorthBars();
  private final VBox sums = new VBox(4);
  private final VBox node = new VBox(10);

  WorthPane(CaseDesk desk) {
    super("Worth it?");
    this.presenter = new WorthPresenter(desk);
    perHour.setPrefColumnCount(6);
    perHour.setAccessibleText("Money per hour");
    parts.setPrefColumnCount(6);
    parts.setAccessibleText("Price of parts, times");
    perHour.setOnAction(e -> keep(WorthPresenter.PER_HOUR, perHour));
    parts.setOnAction(e -> keep(WorthPresenter.PARTS_FACTOR, parts));
    HBox rates =
        new HBox(
            8,
            Texts.line("Your rates: an hour"),
            perHour,
            Texts.line("parts at list price times"),
            parts,
            Texts.line("Enter keeps them for the shop", "faint"));
    rates.setAlignment(Pos.CENTER_LEFT);
    sums.getStyleClass().addAll("sheet", "sums");
    node.getChildren().addAll(rates, sums, bars);
  }

  private void keep(String setting, TextField field) {
    String refusal = presenter.keep(setting, field.getText());
    host()
        .say(
            refusal.isEmpty() ? "Kept for every case of this casebook." : refusal,
            refusal.isEmpty());
    show(presenter.state());
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return perHour;
  }

  @Override
  public void show(DeskState state) {
    Worth.Rates rates = presenter.rates();
    perHour.setText(WorthPresenter.plain(rates.moneyPerHour()));
    parts.setText(WorthPresenter.plain(rates.partsFactor()));
    Worth worth = presenter.worth();
    bars.show(worth, rates, presenter.value());
    sums.getChildren().clear();
    Label verdict =
        Texts.label(
            worth.choice().map(c -> "The figures say " + c.word() + ": ").orElse("") + worth.why(),
            "heading");
    sums.getChildren().add(verdict);
    worth.lines().forEach(line -> sums.getChildren().add(Texts.label(line, "figures")));
    sums.getChildren().add(Texts.label(presenter.origin(), "faint"));
    presenter
        .decided()
        .ifPresent(d -> sums.getChildren().add(Texts.label("Decided: " + d + ".", "tone-good")));
  }

  @Override
  public List<Answer> answers() {
    return List.of(
        new Answer("repair", "decided " + Choice.REPAIR.word()),
        new Answer("donor, because", "decided " + Choice.DONOR.word() + " "),
        new Answer("stop, because", "decided " + Choice.STOP.word() + " "),
        new Answer("its value", "value "));
  }

  @Override
  public void setDim(boolean dim) {
    bars.setDim(dim);
  }

  @Override
  public String doNow() {
    return "Decide: repair, donor or stop";
  }
}
