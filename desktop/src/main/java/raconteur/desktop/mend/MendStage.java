package raconteur.desktop.mend;

import java.util.List;
import raconteur.casebook.files.FileKind;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.stage.FileExport;
import raconteur.desktop.stage.StageView;
import raconteur.desktop.workshop.FilePicker;

/** Mend, for the case on the desk. */
public final class MendStage {
  private MendStage() {}

  public static StageView of(CaseDesk desk, FilePicker files, boolean dim) {
    String number = String.valueOf(desk.state().header().number());
    return new StageView(
        "Mend",
        desk,
        List.of(
            new JobsPane(desk),
            new WiresPane(
                desk,
                new FileExport(
                    "Wires",
                    FileKind.PDF,
                    () -> files.toWrite("Wires", "wires-" + number + ".pdf"))),
            new AfterPane(),
            new SubstitutePane(desk),
            new RamSetPane(desk)),
        dim);
  }
}
