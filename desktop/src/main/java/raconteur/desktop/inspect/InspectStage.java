package raconteur.desktop.inspect;

import java.util.List;
import raconteur.casebook.report.RecapCsv;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.stage.FileExport;
import raconteur.desktop.stage.StageView;
import raconteur.desktop.workshop.FilePicker;

/** Inspect, for the case on the desk. */
public final class InspectStage {
  private InspectStage() {}

  public static StageView of(CaseDesk desk, FilePicker files, boolean dim) {
    return new StageView(
        "Inspect",
        desk,
        List.of(
            new ChecksPane(),
            new RailOhmsPane(),
            new ArrayPane(desk),
            new ShortsPane(desk),
            new CapacitorsPane(
                desk,
                new FileExport(
                    "Kit",
                    RecapCsv.KIND,
                    () -> files.toWrite("Kit of capacitors", "capacitors.csv"))),
            new LinesPane(desk)),
        dim);
  }
}
