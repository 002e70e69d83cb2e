package raconteur.core.prove;

import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.inspect.Stages.Mark;
import raconteur.core.inspect.Stages.Standing;
import raconteur.core.mend.AfterChecks;
import raconteur.core.mend.MendPlan;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.Telling;

/** How the stages behind Trace stand: open, done, or contradicted by a later reading. */
public final class ClosingStages {
  private ClosingStages() {}

  /** Whether what was found is mended, and what was touched is measured. */
  public static Mark mend(Board board, Telling telling) {
    AfterChecks checks = AfterChecks.of(board, telling);
    if (!checks.bad().isEmpty()) {
      return new Mark(Standing.CONTRADICTED, checks.bad().getFirst());
    }
    int found =
        MendPlan.of(new MendPlan.Request(board, telling, List.of(), java.util.Map.of()), 1)
            .jobs()
            .size();
    if (found > 0) {
      return new Mark(Standing.OPEN, found + " found and not mended");
    }
    return telling.epoch() == 0
        ? new Mark(Standing.OPEN, "nothing mended yet")
        : new Mark(Standing.DONE, telling.epoch() + " mended");
  }

  /** Whether the board is proven since its last mend. */
  public static Mark prove(Board board, Telling telling) {
    ProvingPlan plan = ProvingPlan.of(board, telling);
    if (telling.epoch() == 0) {
      return new Mark(Standing.OPEN, "nothing mended yet");
    }
    if (!plan.failed().isEmpty()) {
      return new Mark(Standing.CONTRADICTED, plan.failed().getFirst().title() + " does not hold");
    }
    return plan.stillOpen() == 0
        ? new Mark(Standing.DONE, "everything is shown or decided")
        : new Mark(Standing.OPEN, plan.stillOpen() + " proofs are open");
  }

  /** Whether the board has gone home, and nothing was read since. */
  public static Mark handOver(CaseHeader header, Telling telling) {
    if (!header.state().closed()) {
      return new Mark(Standing.OPEN, "not gone home");
    }
    boolean failedLast =
        telling.said(Statement.class).reversed().stream()
            .filter(s -> s instanceof Finding.ProofRun || s instanceof Statement.Mended)
            .findFirst()
            .filter(s -> s instanceof Finding.ProofRun run && !run.clean())
            .isPresent();
    return failedLast
        ? new Mark(Standing.CONTRADICTED, "it failed after it went home")
        : new Mark(Standing.DONE, "gone home");
  }
}
