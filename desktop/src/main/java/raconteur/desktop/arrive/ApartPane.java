package raconteur.desktop.arrive;

import java.util.ArrayList;
import java.util.List;
import javafx.scene.layout.HBox;
import raconteur.casebook.report.ReassemblyPdf;
import raconteur.core.intake.TakingApart;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.FileExport;
import raconteur.desktop.stage.SheetTable;
import raconteur.desktop.stage.SheetTable.Column;
import raconteur.desktop.stage.TablePane;
import raconteur.desktop.theme.Style;

/** What was undone, in the order in which it goes back. */
final class ApartPane extends TablePane {
  private final CaseDesk desk;
  private final FileExport list;

  ApartPane(CaseDesk desk, FileExport list) {
    super(
        "Taken apart",
        new SheetTable(
            "Taken apart",
            "Nothing is undone yet. Before you undo something, type undone, what it is, and “to”"
                + " its place.",
            Column.figures("No.", 50),
            Column.words("Kind", 90),
            Column.words("What", 240),
            Column.words("Goes back to", 240),
            Column.words("Now", 70)));
    this.desk = desk;
    this.list = list;
    below(new HBox(8, Texts.button("Reassembly list as PDF …", this::print, Style.PLAIN_BUTTON)));
  }

  private TakingApart apart() {
    return TakingApart.of(desk.telling());
  }

  private void print() {
    if (apart().reassembly().isEmpty()) {
      host().say("Nothing is off, so there is nothing to print.", false);
      return;
    }
    list.write(
        host(),
        out ->
            ReassemblyPdf.write(
                desk.state().header(), desk.state().board().identity().shortName(), apart(), out));
  }

  @Override
  public void show(DeskState state) {
    TakingApart apart = TakingApart.of(state.telling());
    long off = apart.reassembly().size();
    say(
        apart.items().isEmpty()
            ? "Write down each connector, wire and screw before it is undone; lengths of screws by"
                + " place."
            : off
                + " of "
                + apart.items().size()
                + " things are off; the last one undone goes back first."
                + (apart.unmarked() == 0
                    ? ""
                    : " Mark " + apart.unmarked() + " of them: nothing says where they go."));
    table().show(ArriveSheets.apart(apart));
  }

  @Override
  public List<Answer> answers() {
    List<Answer> answers =
        new ArrayList<>(
            List.of(
                new Answer("connector", "undone connector "),
                new Answer("wire", "undone wire "),
                new Answer("screw", "undone screw "),
                new Answer("other", "undone other ")));
    apart().reassembly().stream()
        .findFirst()
        .ifPresent(
            i ->
                answers.add(
                    new Answer("no. " + i.number() + " is back", "refitted " + i.number())));
    return answers;
  }

  @Override
  public String doNow() {
    return apart().reassembly().stream()
        .findFirst()
        .map(i -> "Goes back next: " + i.undone().what() + " to " + i.undone().where())
        .orElse("Write down what is undone");
  }

  @Override
  public String caution() {
    return "Unmarked fan and speaker leads swapped at reassembly can burn a supply: mark before you"
        + " pull.";
  }
}
