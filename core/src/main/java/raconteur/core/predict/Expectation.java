package raconteur.core.predict;

import raconteur.core.continuity.RobustSpread;

/** What a test has to show by other readings taken in the same state of the board. */
sealed interface Expectation {
  Expectation NONE = new None();

  /** Nothing else says. */
  record None() implements Expectation {}

  /** The reading lies among those of its peers. */
  record Among(RobustSpread peers) implements Expectation {}
}
