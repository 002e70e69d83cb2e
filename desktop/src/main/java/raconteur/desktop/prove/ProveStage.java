package raconteur.desktop.prove;

import java.time.Clock;
import java.util.List;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.stage.StageView;

/** Prove, for the case on the desk. */
public final class ProveStage {
  private ProveStage() {}

  public static StageView of(CaseDesk desk, boolean dim) {
    SoakCounter counter =
        new SoakCounter(
            desk.workshop().settings(), Clock.systemUTC(), desk.state().header().number());
    return new StageView("Prove", desk, List.of(new ProofsPane(), new SoakPane(counter)), dim);
  }
}
