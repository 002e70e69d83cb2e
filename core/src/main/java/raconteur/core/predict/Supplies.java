package raconteur.core.predict;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Rail;
import raconteur.core.finding.Finding;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling.DatedFinding;

/**
 * Rails measured so low that nothing on them can be expected to work: what is read of those parts
 * then speaks of the rail and of nothing else.
 */
final class Supplies {
  /**
   * A rail below this share of its voltage lets nothing work. Logic is specified down to 90 or 95 %
   * and mostly works a little below. Common practice, no source.
   */
  private static final double WORKS_FROM = 0.85;

  private Supplies() {}

  /** The rails that were last read too low in this state of the board. */
  static Set<String> starved(Board board, Moment moment, List<DatedFinding> told) {
    Set<String> starved = new HashSet<>();
    for (DatedFinding other : told) {
      if (other.finding() instanceof Finding.RailVolts(String name, double volts)
          && other.moment().epoch() == moment.epoch()) {
        boolean works =
            board.rail(name).map(Rail::volts).filter(v -> volts / v < WORKS_FROM).isEmpty();
        if (works) {
          starved.remove(name);
        } else {
          starved.add(name);
        }
      }
    }
    return Set.copyOf(starved);
  }
}
