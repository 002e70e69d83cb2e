package raconteur.core.story;

import java.util.Optional;
import java.util.Set;

/**
 * The state of the board when a line was said.
 *
 * @param epoch how many mends were made before
 * @param partsOut the parts that were out of their sockets
 * @param ohmsBefore for a pull: the rail's reading just before, at most one
 */
public record Moment(int epoch, Set<String> partsOut, Optional<Double> ohmsBefore) {
  public Moment {
    partsOut = Set.copyOf(partsOut);
  }
}
