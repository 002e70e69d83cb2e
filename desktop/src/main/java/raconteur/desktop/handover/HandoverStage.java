package raconteur.desktop.handover;

import java.util.List;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.report.HandoverJson;
import raconteur.core.handover.OwnerSheet;
import raconteur.core.handover.TechnicalSheet;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.stage.FileExport;
import raconteur.desktop.stage.StageView;
import raconteur.desktop.workshop.FilePicker;

/** Hand over, for the case on the desk. */
public final class HandoverStage {
  private HandoverStage() {}

  public static StageView of(CaseDesk desk, FilePicker files, boolean dim) {
    HandoverPresenter presenter = new HandoverPresenter(desk);
    String number = String.valueOf(desk.state().header().number());
    return new StageView(
        "Hand over",
        desk,
        List.of(
            new SheetPane(
                "For the owner",
                presenter,
                OwnerSheet::of,
                export(files, "Owner's sheet", FileKind.PDF, "case-" + number + ".pdf"),
                export(files, "Owner's sheet", FileKind.HTML, "case-" + number + ".html")),
            new SheetPane(
                "Technical",
                presenter,
                TechnicalSheet::of,
                export(files, "Technical sheet", FileKind.PDF, "case-" + number + "-technical.pdf"),
                export(
                    files, "Technical sheet", FileKind.HTML, "case-" + number + "-technical.html")),
            new GlancePane(presenter),
            new ToSayPane(
                presenter,
                export(files, "Facts", HandoverJson.KIND, "case-" + number + ".json"),
                export(files, "Mends", HandoverJson.TABLE, "case-" + number + ".csv"))),
        dim);
  }

  private static FileExport export(FilePicker files, String what, FileKind kind, String name) {
    return new FileExport(what, kind, () -> files.toWrite(what, name));
  }
}
