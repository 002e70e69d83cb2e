package raconteur.core.judge;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.finding.Mend;
import raconteur.core.story.Telling;
import raconteur.core.story.Telling.DatedFinding;

/**
 * Which rails each mend has touched: a reading of a rail holds until something on that rail, or
 * what makes it, was worked on. Where no nets are known every mend touches every rail.
 */
public final class MendedRails {
  private final List<Set<String>> touched = new ArrayList<>();

  public MendedRails(Board board, Telling telling) {
    for (Telling.DatedMend dated : telling.mends()) {
      Set<String> rails = new HashSet<>();
      for (Rail rail : board.rails()) {
        if (board.nets().isEmpty() || touches(board, dated.mend(), rail)) {
          rails.add(rail.name());
        }
      }
      touched.add(rails);
    }
  }

  private static boolean touches(Board board, Mend mend, Rail rail) {
    if (mend instanceof Mend.OfPart whole) {
      return rail.madeBy().contains(whole.part())
          || board.part(whole.part()).stream()
              .map(Part::pins)
              .flatMap(List::stream)
              .anyMatch(p -> on(board, p, rail));
    }
    return mend.pins().stream().anyMatch(p -> on(board, p, rail));
  }

  private static boolean on(Board board, PinRef pin, Rail rail) {
    return board.netOf(pin).filter(n -> n.name().equals(rail.net())).isPresent();
  }

  /** Whether a reading of a rail still holds. */
  public boolean holds(DatedFinding told, String rail) {
    return touched.stream().skip(told.moment().epoch()).noneMatch(rails -> rails.contains(rail));
  }
}
