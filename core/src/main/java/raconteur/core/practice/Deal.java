package raconteur.core.practice;

import java.util.List;
import raconteur.core.bench.PlantedFault;

/**
 * A board as it was dealt, kept with its case: what is wrong with it does not hang on priors that
 * may be others tomorrow.
 *
 * @param person who practises, as written; empty for nobody in particular
 * @param level what kind of trouble it is
 * @param lesson the lesson's id, empty for none
 * @param odds what the program shows meanwhile
 * @param seed the dice of readings
 * @param faults what is wrong; with more than none
 * @param opening how many lines of the story were there from the beginning
 * @param hints how many hints were taken
 */
public record Deal(
    String person,
    Level level,
    String lesson,
    OddsShown odds,
    long seed,
    List<PlantedFault> faults,
    int opening,
    int hints) {
  public Deal {
    faults = List.copyOf(faults);
    if (faults.isEmpty() || opening < 0 || hints < 0) {
      throw new IllegalArgumentException(faults + ", " + opening + ", " + hints);
    }
  }

  /** The same with one more hint taken. */
  public Deal hinted() {
    return new Deal(person, level, lesson, odds, seed, faults, opening, hints + 1);
  }
}
