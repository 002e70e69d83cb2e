package raconteur.core.supply;

import java.util.Optional;

/**
 * Resistances in parallel: their conductances, in siemens, add (Ohm's and Kirchhoff's laws; any
 * handbook of electronics).
 */
public final class Conductance {
  private Conductance() {}

  /** The resistance of several in parallel, in ohms; infinite where there are none. */
  public static double parallelOhms(double... ohms) {
    double siemens = 0;
    for (double r : ohms) {
      siemens += 1 / r;
    }
    return 1 / siemens;
  }

  /**
   * The resistance of the part whose removal raised a rail from one reading to another.
   *
   * @return empty where the rail did not rise, so that the part's own resistance cannot be told
   */
  public static Optional<Double> removedOhms(double beforeOhms, double afterOhms) {
    if (!(beforeOhms >= 0) || !(afterOhms > beforeOhms)) {
      return Optional.empty();
    }
    return Optional.of(1 / (1 / beforeOhms - 1 / afterOhms));
  }
}
