package raconteur.desktop.trace;

import java.util.List;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.finding.Understanding;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Step;
import raconteur.core.story.CaseHeader;

/**
 * Everything the Trace view shows.
 *
 * @param header the case
 * @param board its board
 * @param advice what the story says; empty until first worked out
 * @param steps what to do next, best first
 * @param step which of the steps is shown large
 * @param thinking whether something is being worked out
 * @param news one sentence on what the last entry changed, empty for nothing
 */
public record TraceState(
    CaseHeader header,
    Board board,
    Optional<Advisor.Advice> advice,
    List<Step> steps,
    int step,
    boolean thinking,
    String news) {
  public TraceState {
    steps = List.copyOf(steps);
  }

  public Optional<Step> shownStep() {
    return steps.isEmpty() ? Optional.empty() : Optional.of(steps.get(step % steps.size()));
  }

  /** What became of a line that was entered. */
  public sealed interface Entered {
    String sentence();
  }

  /** It is in the story, and on the disk. */
  public record Kept(String sentence) implements Entered {}

  /** It waits for a second Enter. */
  public record Questioned(String sentence) implements Entered {}

  /** It is not in the story; the line stays where it was typed. */
  public record Rejected(String sentence) implements Entered {}

  static Entered rejected(Understanding understanding) {
    return new Rejected(understanding.sentence());
  }
}
