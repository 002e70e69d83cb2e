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
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.StagePane;
import raconteur.desktop.theme.Style;
import raconteur.desktop.workshop.Settings;

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
    perHour.setOnAction(e -> keep(Settings.Rate.MONEY_PER_HOUR, perHour));
    parts.setOnAction(e -> keep(Settings.Rate.PARTS_FACTOR, parts));
    HBox rates =
        new HBox(
            8,
            Texts.line("Your rates: an hour"),
            perHour,
            Texts.line("parts at list price times"),
            parts,
            Texts.line(Keys.OPEN.on("keeps them for the shop"), Style.FAINT));
    rates.setAlignment(Pos.CENTER_LEFT);
    Style.SHEET.on(sums);
    Style.SUMS.on(sums);
    node.getChildren().addAll(rates, sums, bars);
  }

  private void keep(Settings.Rate setting, TextField field) {
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
            Style.HEADING);
    sums.getChildren().add(verdict);
    worth.lines().forEach(line -> sums.getChildren().add(Texts.label(line, Style.DEVICE_TEXT)));
    sums.getChildren().add(Texts.label(presenter.origin(), Style.FAINT));
    presenter
        .decided()
        .ifPresent(
            d -> sums.getChildren().add(Texts.label("Decided: " + d + ".", Style.TONE_GOOD)));
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
