package raconteur.desktop.power;

import java.util.List;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;

/** The order in which multi-rail parts come out and go back. */
final class OrderPane extends TablePane {
  private final CaseDesk desk;

  OrderPane(CaseDesk desk) {
    super(
        "Going back",
        new SheetTable(
            "Order",
            "No part of this board needs a negative rail beside a positive one: nothing has to"
                + " wait.",
            Column.figures("Step", 60),
            Column.words("Do", 600),
            Column.words("", 70)));
    this.desk = desk;
  }

  @Override
  public void show(DeskState state) {
    say(
        "Parts fed by a negative rail die when it is missing: they come out before first power and"
            + " go back one by one after the rails are proven.");
    table().show(PowerSheets.order(state));
  }

  @Override
  public List<Answer> answers() {
    return PowerSheets.order(desk.state()).stream()
        .filter(r -> !r.line().isEmpty())
        .findFirst()
        .map(r -> List.of(new Answer("step " + r.key(), r.line())))
        .orElse(List.of());
  }

  @Override
  public String doNow() {
    return PowerSheets.order(desk.state()).stream()
        .filter(r -> !r.line().isEmpty())
        .map(r -> r.cells().get(1))
        .findFirst()
        .orElse("Everything is back");
  }

  @Override
  public String caution() {
    return "Power off before a part moves; mind its direction; strap on.";
  }
}
