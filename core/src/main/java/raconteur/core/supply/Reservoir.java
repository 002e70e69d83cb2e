package raconteur.core.supply;

/**
 * The ripple a reservoir capacitor leaves behind a full-wave rectifier: it feeds the load for half
 * a mains period at most, so ΔV = I / (2 f C), an upper bound that is close for small ripple (P.
 * Horowitz and W. Hill, The Art of Electronics, section on unregulated supplies; from memory).
 */
public final class Reservoir {
  private Reservoir() {}

  /**
   * Peak to peak, in volts.
   *
   * @param mainsHertz of the mains, 50 or 60
   */
  public static double rippleVolts(double amps, double mainsHertz, double farads) {
    return amps / (2 * mainsHertz * farads);
  }
}
