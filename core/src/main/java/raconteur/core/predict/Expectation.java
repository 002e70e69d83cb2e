package raconteur.core.predict;

import java.util.Set;
import raconteur.core.continuity.RobustSpread;

/** What a test has to show by other readings taken in the same state of the board. */
sealed interface Expectation {
  Expectation NONE = new None();

  /** Nothing else says. */
  record None() implements Expectation {}

  /**
   * These were said to be so before: what is said of the rest leaves them out.
   *
   * @param parts designators
   */
  record But(Set<String> parts) implements Expectation {
    public But {
      parts = Set.copyOf(parts);
    }
  }

  /**
   * These rails were read far too low: what loads one so much gets hot, and so does what makes it.
   *
   * @param rails names
   */
  record Low(Set<String> rails) implements Expectation {
    public Low {
      rails = Set.copyOf(rails);
    }
  }

  /** The rail was read at its source and is good: only the way to the place can be bad. */
  record Fed() implements Expectation {}

  /**
   * It is what the board is complained of: nobody said that it does not run at all, and whoever
   * misses one function of a dead board says that it is dead.
   */
  record Complaint() implements Expectation {}

  /** The reading lies among those of its peers. */
  record Among(RobustSpread peers) implements Expectation {}
}
