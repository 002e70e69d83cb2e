package raconteur.core.finding;

import raconteur.core.device.Signal;

/**
 * What levels mean at an input of bipolar logic: low up to {@value #MOST_LOW_VOLTS} V, high from
 * {@value #LEAST_HIGH_VOLTS} V, as the 74 and 74LS data books give V<sub>IL</sub> and
 * V<sub>IH</sub> (from memory).
 */
public final class LogicLevels {
  public static final double MOST_LOW_VOLTS = 0.8;
  public static final double LEAST_HIGH_VOLTS = 2.0;

  private LogicLevels() {}

  /**
   * What a line between two levels shows.
   *
   * @return toggling only where both levels are proper ones; between where one is not
   */
  public static Signal of(double lowestVolts, double highestVolts) {
    if (highestVolts <= MOST_LOW_VOLTS) {
      return Signal.LOW;
    }
    if (lowestVolts >= LEAST_HIGH_VOLTS) {
      return Signal.HIGH;
    }
    boolean proper = lowestVolts <= MOST_LOW_VOLTS && highestVolts >= LEAST_HIGH_VOLTS;
    return proper ? Signal.TOGGLING : Signal.BETWEEN;
  }
}
