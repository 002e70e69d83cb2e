package raconteur.core.intake;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Bookkeeping.LabelKind;
import raconteur.core.judge.Verdict;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.Telling;

/** Whether the boards of one set, each a case of its own, belong together by their numbers. */
public final class SetMatch {
  private SetMatch() {}

  /** A board that came in, with the set number on it, empty for none. */
  public record Member(CaseHeader header, String machine, String set) {}

  /** The last label of a kind that was written down. */
  public static Optional<String> label(Telling telling, LabelKind kind) {
    return telling.said(Bookkeeping.Label.class).stream()
        .filter(l -> l.kind() == kind)
        .map(Bookkeeping.Label::text)
        .reduce((earlier, later) -> later);
  }

  /** What the set number of a board says beside those of the others that came in. */
  public static Verdict check(Member board, List<Member> others) {
    if (board.set().isEmpty()) {
      return Verdict.unjudged(
          "No set number noted. Boards of a matching set carry the same one: type it after set.");
    }
    List<String> same = new ArrayList<>();
    List<String> unlike = new ArrayList<>();
    for (Member other : others) {
      boolean together =
          other.header().number() != board.header().number()
              && other.machine().equals(board.machine())
              && other.header().owner().equals(board.header().owner())
              && !other.header().state().closed();
      if (other.header().number() != board.header().number() && other.set().equals(board.set())) {
        same.add("case " + other.header().number());
      } else if (together && !other.set().isEmpty()) {
        unlike.add("case " + other.header().number() + " (" + other.set() + ")");
      }
    }
    if (!unlike.isEmpty()) {
      return Verdict.doubtful(
          "Set "
              + board.set()
              + " does not match "
              + String.join(", ", unlike)
              + " of the same machine and owner: these boards did not leave the works together.");
    }
    return same.isEmpty()
        ? Verdict.unjudged("Set " + board.set() + "; no other board of it has come in.")
        : Verdict.good("Set " + board.set() + " matches " + String.join(", ", same) + ".");
  }
}
