package raconteur.desktop.arrive;

import java.util.List;
import raconteur.core.intake.PartsFound;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;

/** The chips against the revision's list: missing, not original, sockets, date codes. */
final class PartsPane extends TablePane {
  PartsPane() {
    super(
        "Parts",
        new SheetTable(
            "Parts found",
            "This board's file lists no parts; add them under Boards.",
            Column.words("Place", 64),
            Column.words("Device", 110),
            Column.words("Socket", 110),
            Column.figures("Date", 60),
            Column.words("Not as the list says", 300)));
  }

  @Override
  public void show(DeskState state) {
    PartsFound found = PartsFound.of(state.board(), state.telling());
    say(
        found.madeWords()
            + (found.odd().isEmpty()
                ? " Nothing is noted that differs from the list."
                : " "
                    + found.odd().size()
                    + (found.odd().size() == 1 ? " part is" : " parts are")
                    + " not as the list says."));
    table().show(ArriveSheets.parts(found));
  }

  @Override
  public List<Answer> answers() {
    String part = chosen();
    return part.isEmpty()
        ? List.of()
        : List.of(
            new Answer(part + " date", "date " + part + " "),
            new Answer("socket", "socket " + part + " "),
            new Answer("not original", "foreign " + part + " "),
            new Answer("missing", "missing " + part));
  }

  @Override
  public String doNow() {
    return "Chips against the parts list";
  }
}
