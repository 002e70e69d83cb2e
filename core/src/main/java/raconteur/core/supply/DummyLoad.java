package raconteur.core.supply;

import raconteur.core.board.Rail;
import raconteur.core.data.Figures;

/**
 * A resistor that stands in for the board while its supply is proven alone.
 *
 * @param ohms a value of the E12 series (IEC 60063), the next above what the rail's current asks
 *     for
 * @param amps it draws at the rail's voltage
 * @param watts it turns into heat
 * @param ratedWatts what it should be rated for
 */
public record DummyLoad(double ohms, double amps, double watts, double ratedWatts) {

  /** The load for a rail; a rail of which no current is known gets a tenth of an ampere. */
  public static DummyLoad of(Rail rail) {
    double wanted = rail.amps() > 0 ? rail.amps() : 0.1;
    double volts = Math.abs(rail.volts());
    double ohms = PreferredValues.E12.atLeast(volts / wanted);
    double watts = volts * volts / ohms;
    return new DummyLoad(
        ohms, volts / ohms, watts, watts * Figures.shipped("supply").of("dummy load power margin"));
  }
}
