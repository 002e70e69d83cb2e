package raconteur.core.predict;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.bench.program.StartUp;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Finding.DeadTestEnd;

/**
 * Whether a board that is used shows a fault: for sure where the simulation shows it, perhaps where
 * the fault lies on what a start needs.
 */
record UseModels(Readings readings, StartOrder startOrder, SimulatedAnswers simulated) {

  TestModel<?> proof(Finding.ProofRun run) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("clean", new Finding.ProofRun(run.check(), run.amount(), run.hours(), true));
    outcomes.put("failed", new Finding.ProofRun(run.check(), run.amount(), run.hours(), false));
    return new ConditionModel(
        readings,
        "proof",
        List.of("healthy", "perhaps", "shows"),
        this::shownInUse,
        found -> ((Finding.ProofRun) found).clean() ? "clean" : "failed",
        outcomes);
  }

  private String shownInUse(Fault fault) {
    if (fault.mode() == FaultMode.LEAKS || startOrder.stage(startOrder.blockOf(fault)) < 0) {
      return "healthy";
    }
    return simulated
        .of(fault)
        .map(a -> a.look() != StartUp.Look.WORKS || a.deadTest().end() != DeadTestEnd.PASS)
        .filter(shows -> shows)
        .map(_ -> "shows")
        .orElse("perhaps");
  }
}
