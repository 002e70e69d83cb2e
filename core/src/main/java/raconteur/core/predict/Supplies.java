package raconteur.core.predict;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.device.Device;
import raconteur.core.finding.Finding;
import raconteur.core.judge.RailVoltage;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling.DatedFinding;

/**
 * Rails measured so low that nothing on them can be expected to work: what is read of those parts
 * then speaks of the rail and of nothing else.
 */
final class Supplies {
  private Supplies() {}

  /**
   * Whether, on a board of which no net is known, all of the supply comes through a part: a fuse, a
   * switch or a plug of the supply (common practice, no source).
   */
  static boolean feedsAll(Board board, Part part) {
    Device device = part.device();
    return board.nets().isEmpty()
        && part.fitted()
        && part.block().equals("power")
        && (device.isSeries() || device.isContact() || device.isKey());
  }

  /** The rails that were last read too low in this state of the board. */
  static Set<String> starved(Board board, Moment moment, List<DatedFinding> told) {
    Set<String> starved = new HashSet<>();
    for (DatedFinding other : told) {
      if (other.finding() instanceof Finding.RailCalledGood(String name)
          && other.moment().epoch() == moment.epoch()) {
        starved.remove(name);
      } else if (other.finding() instanceof Finding.RailVolts(String name, double volts)
          && other.moment().epoch() == moment.epoch()) {
        if (board.rail(name).filter(rail -> !RailVoltage.works(rail, volts)).isEmpty()) {
          starved.remove(name);
        } else {
          starved.add(name);
        }
      }
    }
    return Set.copyOf(starved);
  }
}
