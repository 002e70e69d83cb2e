package raconteur.desktop.power;

import java.util.List;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.stage.StageView;

/** Power, for the case on the desk. */
public final class PowerStage {
  private PowerStage() {}

  public static StageView of(CaseDesk desk, boolean dim) {
    return new StageView(
        "Power",
        desk,
        List.of(
            new RailsPane(desk),
            new RegulatorsPane(),
            new ClocksPane(),
            new SweepPane(desk),
            new OrderPane(desk)),
        dim);
  }
}
