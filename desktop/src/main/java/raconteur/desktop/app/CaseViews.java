package raconteur.desktop.app;

import java.util.EnumMap;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.practice.Deal;
import raconteur.core.practice.OddsShown;
import raconteur.core.story.Case;
import raconteur.desktop.arrive.ArriveStage;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.handover.HandoverStage;
import raconteur.desktop.inspect.InspectStage;
import raconteur.desktop.mend.MendStage;
import raconteur.desktop.power.PowerStage;
import raconteur.desktop.prove.ProveStage;
import raconteur.desktop.simulate.SimulatedCases;
import raconteur.desktop.simulate.SimulationDesk;
import raconteur.desktop.stage.StageView;
import raconteur.desktop.trace.TraceView;
import raconteur.desktop.workshop.FilePicker;
import raconteur.desktop.workshop.Workshop;

/**
 * The case on the desk and the views of it. A stage is made when it is first looked at: most cases
 * are opened for one or two of them, and each works something out.
 */
final class CaseViews {
  private final CaseDesk desk;
  private final TraceView trace;
  private final FilePicker files;
  private final Runnable onIntake;
  private final Map<Way, StageView> stages = new EnumMap<>(Way.class);
  private boolean dim;

  /**
   * Takes a case to the desk.
   *
   * @param onDebrief leads to the debrief of a case of practice
   * @param onPreferences asks how the shop works
   */
  CaseViews(
      Workshop workshop,
      Case opened,
      Board board,
      FilePicker files,
      Runnable onIntake,
      Runnable onDebrief,
      Runnable onPreferences,
      boolean dim) {
    this.files = files;
    this.onIntake = onIntake;
    this.dim = dim;
    Optional<Deal> deal = new SimulatedCases(workshop).deal(opened.header().number(), board);
    desk = new CaseDesk(workshop, opened, board, deal.map(Deal::odds).orElse(OddsShown.SHOWN));
    trace =
        new TraceView(
            desk,
            files,
            dim,
            deal.map(dealt -> new SimulationDesk(desk, dealt)),
            onDebrief,
            onPreferences);
  }

  CaseDesk desk() {
    return desk;
  }

  TraceView trace() {
    return trace;
  }

  /** A stage around Trace; empty for the ways that lead elsewhere. */
  Optional<StageView> stage(Way way) {
    if (!stages.containsKey(way)) {
      made(way).ifPresent(stage -> stages.put(way, stage));
    }
    return Optional.ofNullable(stages.get(way));
  }

  private Optional<StageView> made(Way way) {
    return switch (way) {
      case ARRIVE -> Optional.of(ArriveStage.of(desk, files, onIntake, dim));
      case INSPECT -> Optional.of(InspectStage.of(desk, files, dim));
      case POWER -> Optional.of(PowerStage.of(desk, dim));
      case MEND -> Optional.of(MendStage.of(desk, files, dim));
      case PROVE -> Optional.of(ProveStage.of(desk, dim));
      case HAND_OVER -> Optional.of(HandoverStage.of(desk, files, dim));
      case SHELF, TRACE, ODDS, STOCKROOM, BOARDS, DEVICES, PRACTICE -> Optional.empty();
    };
  }

  void setDim(boolean now) {
    dim = now;
    trace.setDim(now);
    stages.values().forEach(stage -> stage.setDim(now));
  }
}
