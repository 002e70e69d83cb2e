package raconteur.desktop.power;

import java.util.List;
import raconteur.core.finding.BenchContext;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;
import raconteur.desktop.theme.Style;

/** The supply proven alone, then every rail on the board: volts, current, ripple. */
final class RailsPane extends TablePane {
  private final CaseDesk desk;
  private final RailGauges gauges = new RailGauges();

  RailsPane(CaseDesk desk) {
    super(
        "Rails",
        new SheetTable(
            "Rails under power",
            "This board's file lists no rails; add them under Boards.",
            Column.words("Rail", 50),
            Column.figures("Dummy load", 104),
            Column.figures("On it", 70),
            Column.figures("Regulator", 76),
            Column.figures("Far chip", 66),
            Column.figures("Current", 56),
            Column.figures("Expected", 108),
            Column.figures("Ripple", 58),
            Column.words("Verdict", 62)));
    this.desk = desk;
    above(
        gauges,
        Texts.label("▼ at the regulator   ○ at a far chip   ■ on the dummy load", Style.FAINT));
  }

  @Override
  public void show(DeskState state) {
    BenchContext.Supply supply = state.telling().context().supply();
    say(
        switch (supply) {
          case ON -> "The board is powered.";
          case OFF -> "The board is off.";
          case NOT_SAID ->
              "Prove the supply alone on dummy loads first, then switch on with nothing plugged"
                  + " in, the current limited where your supply can.";
        });
    gauges.show(PowerSheets.readings(state.board(), state.telling()));
    table().show(PowerSheets.rails(state));
  }

  @Override
  public List<Answer> answers() {
    return PowerSheets.railAnswers(desk.state(), chosen());
  }

  @Override
  public String doNow() {
    return answers().size() > 1 ? "Measure " + answers().get(1).word() : "Prove the supply";
  }

  @Override
  public String caution() {
    return "Live board: one hand, no slipping probe. Inside a mains supply only those licensed for"
        + " it; local codes come first.";
  }

  @Override
  public void setDim(boolean dim) {
    gauges.setDim(dim);
  }
}
