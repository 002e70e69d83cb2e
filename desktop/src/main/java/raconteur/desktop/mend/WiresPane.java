package raconteur.desktop.mend;

import java.util.List;
import java.util.Optional;
import javafx.scene.layout.HBox;
import raconteur.casebook.report.BoardPdf;
import raconteur.core.mend.WirePlan;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.FileExport;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;
import raconteur.desktop.theme.Style;

/** The wires that make cut tracks whole, as they lie on the underside. */
final class WiresPane extends TablePane {
  private static final double SUSPECTED_FROM = 0.2;

  private final CaseDesk desk;
  private WirePlan plan = new WirePlan(List.of(), List.of());

  WiresPane(CaseDesk desk, FileExport export) {
    super(
        "Wires",
        new SheetTable(
            "Wires",
            "No track is found cut, or suspected of it from 20 %.",
            Column.figures("No.", 44),
            Column.words("From", 210),
            Column.words("To", 210),
            Column.figures("Length", 76),
            Column.figures("Underside, mm", 190)));
    this.desk = desk;
    below(
        new HBox(
            8, Texts.button("Underside 1 : 1 as PDF …", () -> print(export), Style.PLAIN_BUTTON)));
  }

  private void print(FileExport export) {
    Optional<String> refusal = BoardPdf.refusal(desk.state().board());
    if (plan.wires().isEmpty()) {
      host().say("There is no wire to draw yet.", false);
    } else if (refusal.isPresent()) {
      host().say(refusal.get(), false);
    } else {
      export.write(host(), out -> BoardPdf.writeWires(desk.state().board(), plan, out));
    }
  }

  @Override
  public void show(DeskState state) {
    plan =
        WirePlan.of(
            state.board(), MendSheets.plan(state, desk.workshop().stock(), SUSPECTED_FROM).cuts());
    say(
        "First the joint is reflowed; where that is not enough, the shortest wires pin to pin on"
            + " the underside, which is mirrored: places are counted from the left edge as seen"
            + " from below."
            + (plan.unplaced().isEmpty()
                ? ""
                : " No places are known for " + String.join(", ", plan.unplaced()) + "."));
    table().show(MendSheets.wires(state.board(), plan));
  }

  @Override
  public List<Answer> answers() {
    return plan.wires().stream()
        .filter(w -> chosen().isEmpty() || w.line().equals(chosen()))
        .findFirst()
        .map(w -> List.of(new Answer("wire is in", w.line())))
        .orElse(List.of());
  }

  @Override
  public String doNow() {
    return plan.wires().isEmpty()
        ? "No wire to solder"
        : "Wire from " + plan.wires().getFirst().from() + " to " + plan.wires().getFirst().to();
  }

  @Override
  public String caution() {
    return plan.wires().isEmpty()
        ? ""
        : "Hot iron and fumes: ventilate, wear glasses; power off and capacitors discharged first.";
  }
}
