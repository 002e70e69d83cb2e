package raconteur.core.story;

import java.util.Optional;
import java.util.Set;

/**
 * The state of the board when a line was said.
 *
 * @param epoch how many mends were made before
 * @param partsOut the parts that were out of their sockets
 * @param ohmsBefore for a pull: the rail's reading just before, at most one
 * @param freeRun whether the processor did nothing but count, see {@link
 *     raconteur.core.bench.freerun}
 */
public record Moment(
    int epoch, Set<String> partsOut, Optional<Double> ohmsBefore, boolean freeRun) {
  public Moment {
    partsOut = Set.copyOf(partsOut);
  }

  /** A moment of the board as it runs by itself. */
  public Moment(int epoch, Set<String> partsOut, Optional<Double> ohmsBefore) {
    this(epoch, partsOut, ohmsBefore, false);
  }

  /** The same board after so many mends. */
  Moment in(int otherEpoch) {
    return new Moment(otherEpoch, partsOut, ohmsBefore, freeRun);
  }

  /** All that a reading of a line depends on. */
  public Moment state() {
    return new Moment(epoch, partsOut, Optional.empty(), freeRun);
  }
}
