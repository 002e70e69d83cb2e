package raconteur.desktop.power;

import java.util.List;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;

/** Linear regulators: their heat, and what heatsink that needs. */
final class RegulatorsPane extends TablePane {
  RegulatorsPane() {
    super(
        "Regulators",
        new SheetTable(
            "Regulators",
            "No linear regulators with a known source are in this board's file.",
            Column.words("Regulator", 100),
            Column.words("From → to", 120),
            Column.figures("Current", 76),
            Column.figures("Heat", 70),
            Column.words("Heatsink", 170),
            Column.words("Figures from", 150)));
  }

  @Override
  public void show(DeskState state) {
    say(
        "Heat is (in − out) × current. Figures are measured where volts and amperes were read, else"
            + " the board's own.");
    table().show(PowerSheets.regulators(state));
  }

  @Override
  public List<Answer> answers() {
    return chosen().isEmpty()
        ? List.of()
        : List.of(
            new Answer(chosen() + " is hot", chosen() + " hot"),
            new Answer("temperature", chosen() + " "));
  }

  @Override
  public String doNow() {
    return "Feel the regulators";
  }

  @Override
  public String caution() {
    return "Regulators burn fingers: approach with the back of the hand.";
  }
}
