package raconteur.core.supply;

import raconteur.core.data.Figures;

/**
 * A linear regulator as a source of heat: it turns (Vin − Vout)·I and its own current's Vin·Iq into
 * heat, and a junction is hotter than the air by watts times the thermal resistances on the way
 * (any regulator's data sheet, section on thermal considerations).
 *
 * @param inVolts at its input, against ground
 * @param outVolts at its output
 * @param amps through it
 */
public record LinearRegulator(double inVolts, double outVolts, double amps) {
  private static final Figures FIGURES = Figures.shipped("supply");

  public LinearRegulator {
    if (!(amps >= 0)) {
      throw new IllegalArgumentException("amps must not be below 0: " + amps);
    }
  }

  /** The heat it makes, in watts. */
  public double watts() {
    double own = Math.abs(inVolts) * FIGURES.of("regulator own milliamps") / 1000;
    return Math.abs(inVolts - outVolts) * amps + own;
  }

  /** Whether the input is high enough for it to regulate. */
  public boolean hasHeadroom() {
    return Math.abs(inVolts) - Math.abs(outVolts) >= FIGURES.of("regulator dropout volts");
  }

  /** Its junction without a heatsink, in °C. */
  public double bareCelsius() {
    return FIGURES.of("air inside the case celsius")
        + watts() * FIGURES.of("regulator junction to air kelvin per watt");
  }

  public boolean needsHeatsink() {
    return bareCelsius() > FIGURES.of("regulator hottest junction celsius");
  }

  /**
   * The most a heatsink may have, in kelvin per watt, for the junction to stay within its limit;
   * zero or below where no heatsink is enough.
   */
  public double heatsinkAtMost() {
    double room =
        FIGURES.of("regulator hottest junction celsius")
            - FIGURES.of("air inside the case celsius");
    return room / watts()
        - FIGURES.of("regulator junction to case kelvin per watt")
        - FIGURES.of("regulator case to sink kelvin per watt");
  }
}
