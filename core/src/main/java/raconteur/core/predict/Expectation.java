package raconteur.core.predict;

import raconteur.core.continuity.RobustSpread;
import raconteur.core.device.Signal;

/** What a test has to show by other readings taken in the same state of the board. */
public sealed interface Expectation {
  Expectation NONE = new None();

  /** Nothing else says. */
  record None() implements Expectation {}

  /** A pin shows this by what was seen in front of it. */
  record Shows(Signal signal) implements Expectation {}

  /** Other lines the processor moves stand still, or move. */
  record Program(boolean runs) implements Expectation {}

  /** The reading lies among those of its peers. */
  record Among(RobustSpread peers) implements Expectation {}
}
