package raconteur.desktop.arrive;

import java.util.List;
import raconteur.casebook.files.FileKind;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.stage.FileExport;
import raconteur.desktop.stage.StageView;
import raconteur.desktop.workshop.FilePicker;

/** Arrive, for the case on the desk. */
public final class ArriveStage {
  private ArriveStage() {}

  /**
   * @param onAnother takes in another board
   */
  public static StageView of(CaseDesk desk, FilePicker files, Runnable onAnother, boolean dim) {
    String number = String.valueOf(desk.state().header().number());
    return new StageView(
        "Arrive",
        desk,
        List.of(
            new FactsPane(
                desk,
                new FileExport(
                    "Labels",
                    FileKind.PDF,
                    () -> files.toWrite("Labels", "labels-" + number + ".pdf")),
                onAnother),
            new PartsPane(),
            new MarksPane(desk),
            new ApartPane(
                desk,
                new FileExport(
                    "Reassembly list",
                    FileKind.PDF,
                    () -> files.toWrite("Reassembly list", "reassembly-" + number + ".pdf"))),
            new PicturesPane(
                desk, () -> files.toRead("Add a picture", "Pictures", "*.jpg", "*.jpeg", "*.png")),
            new WorthPane(desk)),
        dim);
  }
}
