package raconteur.core.inspect;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Bookkeeping.LabelKind;
import raconteur.core.finding.Finding;
import raconteur.core.intake.SetMatch;
import raconteur.core.intake.TakingApart;
import raconteur.core.judge.PowerSafety;
import raconteur.core.judge.Verdict;
import raconteur.core.judge.Verdicts;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;

/** How the stages before the first probe stand: open, done, or contradicted by a later reading. */
public final class Stages {
  private Stages() {}

  /** How a stage stands. */
  public enum Standing {
    OPEN,
    DONE,
    CONTRADICTED
  }

  /** A stage's standing with its reason. */
  public record Mark(Standing standing, String words) {}

  /** Whether everything about the board's arrival is written down. */
  public static Mark arrive(Board board, Telling telling) {
    Optional<String> assembly = SetMatch.label(telling, LabelKind.ASSEMBLY);
    String printed = board.identity().assembly();
    if (assembly.isPresent() && !printed.isEmpty() && !assembly.get().equalsIgnoreCase(printed)) {
      return new Mark(
          Standing.CONTRADICTED,
          "the board says "
              + assembly.get()
              + ", this revision is "
              + printed
              + ": another revision?");
    }
    long unmarked = TakingApart.of(telling).unmarked();
    if (unmarked > 0) {
      return new Mark(Standing.CONTRADICTED, unmarked + " things are off with no place to go");
    }
    boolean decided = !telling.said(Bookkeeping.Decided.class).isEmpty();
    return decided
        ? new Mark(Standing.DONE, "decided")
        : new Mark(Standing.OPEN, "not yet decided whether to repair");
  }

  /** Whether the board has been looked at with the power off. */
  public static Mark inspect(Board board, Telling telling) {
    Optional<String> turned = turned(board, telling, true);
    if (turned.isPresent()) {
      return new Mark(Standing.CONTRADICTED, turned.get());
    }
    long open = Checklist.of(board, telling).stillOpen();
    return open == 0
        ? new Mark(Standing.DONE, "every check is done or decided")
        : new Mark(Standing.OPEN, open + (open == 1 ? " check is open" : " checks are open"));
  }

  /** Whether the supply is proven. */
  public static Mark power(Board board, Telling telling) {
    Optional<String> turned = turned(board, telling, false);
    if (turned.isPresent()) {
      return new Mark(Standing.CONTRADICTED, turned.get());
    }
    PowerSafety safety = PowerSafety.of(board, telling);
    int left = board.rails().size() - safety.goodOnBoard().size();
    return left == 0
        ? new Mark(Standing.DONE, "every rail is good on the board")
        : new Mark(
            Standing.OPEN, left + (left == 1 ? " rail" : " rails") + " to read on the board");
  }

  /** A reading that was good and, read again since the last mend, is bad. */
  private static Optional<String> turned(Board board, Telling telling, boolean unpowered) {
    Verdicts verdicts = new Verdicts(board, telling);
    Map<String, DatedFinding> goodBefore = new HashMap<>();
    Map<String, String> turned = new HashMap<>();
    List<DatedFinding> findings = telling.findings();
    for (DatedFinding told : findings) {
      Optional<String> subject =
          told.moment().epoch() == telling.epoch()
              ? subject(told.finding(), unpowered)
              : Optional.empty();
      if (subject.isPresent()) {
        Verdict verdict = verdicts.of(told).orElseThrow();
        if (verdict.isGood()) {
          goodBefore.put(subject.get(), told);
          turned.remove(subject.get());
        } else if (verdict.level() == Verdict.Level.BAD && goodBefore.containsKey(subject.get())) {
          turned.put(
              subject.get(),
              subject.get()
                  + " was good in line "
                  + goodBefore.get(subject.get()).entry().number()
                  + " and is bad in line "
                  + told.entry().number());
        }
      }
    }
    return turned.values().stream().findFirst();
  }

  private static Optional<String> subject(Finding finding, boolean unpowered) {
    return switch (finding) {
      case Finding.RailOhms t when unpowered -> Optional.of(t.rail() + " to ground");
      case Finding.Continuity t when unpowered -> Optional.of(t.one() + " – " + t.other());
      case Finding.RailVolts t when !unpowered -> Optional.of(t.rail());
      case Finding.ResetPulse t when !unpowered -> Optional.of("the reset at " + t.pin());
      case Finding.Frequency t when !unpowered -> Optional.of("the clock at " + t.pin());
      case Finding _ -> Optional.empty();
    };
  }
}
