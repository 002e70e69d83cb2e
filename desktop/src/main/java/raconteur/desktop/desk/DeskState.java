package raconteur.desktop.desk;

import java.util.List;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.finding.Understanding;
import raconteur.core.judge.PowerSafety;
import raconteur.core.judge.Verdict;
import raconteur.core.judge.Verdicts;
import raconteur.core.odds.SimilarStories;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Step;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.Telling;

/**
 * Everything the views of one case show.
 *
 * @param header the case
 * @param board its board
 * @param telling the story as told so far
 * @param advice what the story says; empty until first worked out
 * @param steps what to do next, best first
 * @param step which of the steps is shown large
 * @param thinking whether something is being worked out
 * @param news one sentence on what the last entry changed, empty for nothing
 * @param shifts the suspects the last entry moved most
 * @param similar earlier cases that looked like this one, the likest first
 */
public record DeskState(
    CaseHeader header,
    Board board,
    Telling telling,
    Optional<Advisor.Advice> advice,
    List<Step> steps,
    int step,
    boolean thinking,
    String news,
    List<News.Shift> shifts,
    List<SimilarStories.Likeness> similar) {
  public DeskState {
    steps = List.copyOf(steps);
    shifts = List.copyOf(shifts);
    similar = List.copyOf(similar);
  }

  /** The same with other likenesses. */
  DeskState like(List<SimilarStories.Likeness> other) {
    return new DeskState(
        header, board, telling, advice, steps, step, thinking, news, shifts, other);
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

  /** What the last reading says by itself. */
  public Optional<Verdict> verdict() {
    return new Verdicts(board, telling).last();
  }

  /** What speaks against power now. */
  public PowerSafety safety() {
    return PowerSafety.of(board, telling);
  }

  static Entered rejected(Understanding understanding) {
    return new Rejected(understanding.sentence());
  }
}
