package raconteur.desktop.power;

import java.util.List;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.SheetRow;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;

/** Clocks at frequency, reset let go. */
final class ClocksPane extends TablePane {
  ClocksPane() {
    super(
        "Clock, reset",
        new SheetTable(
            "Clock and reset",
            "No clock or reset lines are known; type a reading like U1.6 16 MHz or U8.18 released"
                + " 120 ms.",
            Column.words("Pin", 300),
            Column.words("Is", 60),
            Column.figures("Read", 100),
            Column.words("Verdict", 120)));
  }

  @Override
  public void show(DeskState state) {
    say(PowerSheets.sources(state.board()));
    table().show(PowerSheets.clocks(state));
  }

  @Override
  public List<Answer> answers() {
    return table()
        .chosen()
        .map(SheetRow::key)
        .map(
            pin ->
                List.of(
                    new Answer(pin + " frequency", pin + " "),
                    new Answer("stands still", pin + " 0 Hz"),
                    new Answer("reset lets go after", pin + " released "),
                    new Answer("reset held", pin + " held")))
        .orElse(List.of());
  }

  @Override
  public String doNow() {
    return table()
        .chosen()
        .map(r -> "Read the " + r.cells().get(1) + " at " + r.cells().getFirst())
        .orElse("Clock and reset");
  }

  @Override
  public String caution() {
    return "Live board: one hand, no slipping probe.";
  }
}
