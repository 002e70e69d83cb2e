package raconteur.core.judge;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.finding.Understanding;
import raconteur.core.story.Telling;

/**
 * Stands between an understood line and the story where a line could cost a chip: power on over
 * something that speaks against it, and parts moved while the power is on. It asks; a second Enter
 * overrides, and the story says that it was done knowingly.
 */
public final class BenchGuard {
  private BenchGuard() {}

  /** The same understanding, or a question in its place. */
  public static Understanding guard(Understanding understanding, Board board, Telling telling) {
    if (understanding instanceof Understanding.InTurn(List<Understanding.Understood> lines)) {
      return each(lines, board, telling).orElse(understanding);
    }
    if (understanding
        instanceof Understanding.Proposed(List<Understanding.Understood> lines, _, _)) {
      return each(lines, board, telling).orElse(understanding);
    }
    if (!(understanding instanceof Understanding.Understood(Statement said, String sentence))) {
      return understanding;
    }
    if (said instanceof Bookkeeping.Power(boolean on, boolean knowingly) && on) {
      PowerSafety safety = PowerSafety.of(board, telling);
      if (!safety.safe()) {
        return new Understanding.Asked(
            new Bookkeeping.Power(true, true),
            "Do not switch on: "
                + String.join(" ", safety.reasons())
                + " Enter once more if you know better.");
      }
      if (safety.state() == PowerSafety.State.NOT_LOOKED
          && telling.context().supply() == BenchContext.Supply.NOT_SAID) {
        return new Understanding.Asked(
            said,
            safety.missing()
                + ": a short would be found by its smoke. Read it first, or Enter keeps it.");
      }
      return knowingly
          ? new Understanding.Understood(new Bookkeeping.Power(true, false), sentence)
          : understanding;
    }
    if (telling.context().supply() == BenchContext.Supply.ON && moves(said)) {
      return new Understanding.Asked(
          said, "The board is logged as powered: power off before a part moves. Enter keeps it.");
    }
    Set<String> in = moved(said);
    if (in.isEmpty()) {
      return understanding;
    }
    boolean comesBack =
        PowerSafety.multiRailParts(board).entrySet().stream()
            .anyMatch(
                e ->
                    in.contains(e.getKey().designator())
                        && !PowerSafety.of(board, telling)
                            .provenRails()
                            .containsAll(e.getValue().stream().map(r -> r.name()).toList()));
    return comesBack
        ? new Understanding.Asked(
            said,
            String.join(", ", in)
                + " needs a negative rail that is not proven since the last mend: prove it first."
                + " Enter keeps it.")
        : understanding;
  }

  /** What is asked of one of several lines. */
  private static Optional<Understanding> each(
      List<Understanding.Understood> lines, Board board, Telling telling) {
    return lines.stream()
        .map(line -> guard(line, board, telling))
        .filter(line -> line instanceof Understanding.Asked)
        .map(line -> (Understanding) alone((Understanding.Asked) line))
        .findFirst();
  }

  /** What has to be confirmed is said in a line of its own. */
  private static Understanding.Refused alone(Understanding.Asked asked) {
    return new Understanding.Refused(
        "Say it line by line, " + asked.statement().line() + " first: " + asked.sentence());
  }

  private static boolean moves(Statement said) {
    return switch (said) {
      case Statement.Removal _, Statement.Seating _, Finding.PullStep _, Finding.TesterVerdict _ ->
          true;
      case Statement.Mended _ -> true;
      case Statement.Several several -> several.parts().stream().anyMatch(BenchGuard::moves);
      case Statement _ -> false;
    };
  }

  /** The parts a line puts in. */
  private static Set<String> moved(Statement said) {
    return switch (said) {
      case Statement.Seating(String part) -> Set.of(part);
      case Statement.Several several ->
          several.parts().stream()
              .flatMap(part -> moved(part).stream())
              .collect(Collectors.toCollection(TreeSet::new));
      case Statement _ -> Set.of();
    };
  }
}
