package raconteur.desktop.app;

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
 * The case on the desk and all views of it.
 *
 * @param stages the stages around Trace by their way
 */
record CaseViews(CaseDesk desk, Map<Way, StageView> stages, TraceView trace) {

  /**
   * Takes a case to the desk.
   *
   * @param onDebrief leads to the debrief of a case of practice
   */
  static CaseViews of(
      Workshop workshop,
      Case opened,
      Board board,
      FilePicker files,
      Runnable onIntake,
      Runnable onDebrief,
      boolean dim) {
    Optional<Deal> deal = new SimulatedCases(workshop).deal(opened.header().number(), board);
    CaseDesk desk =
        new CaseDesk(workshop, opened, board, deal.map(Deal::odds).orElse(OddsShown.SHOWN));
    return new CaseViews(
        desk,
        Map.of(
            Way.ARRIVE, ArriveStage.of(desk, files, onIntake, dim),
            Way.INSPECT, InspectStage.of(desk, files, dim),
            Way.POWER, PowerStage.of(desk, dim),
            Way.MEND, MendStage.of(desk, files, dim),
            Way.PROVE, ProveStage.of(desk, dim),
            Way.HAND_OVER, HandoverStage.of(desk, files, dim)),
        new TraceView(
            desk, files, dim, deal.map(dealt -> new SimulationDesk(desk, dealt)), onDebrief));
  }

  void setDim(boolean dim) {
    trace.setDim(dim);
    stages.values().forEach(stage -> stage.setDim(dim));
  }
}
