package raconteur.core.board;

import java.util.List;

/**
 * A supply rail.
 *
 * @param volts what it should have, negative for a negative rail
 * @param tolerance as a share of the volts, 0.05 for 5 %
 * @param expectedOhms to ground on a good board, power off
 * @param amps what the board draws from it
 * @param madeBy the parts without which it is not there
 * @param from the rail it is made from, empty for none
 */
public record Rail(
    String name,
    String net,
    double volts,
    double tolerance,
    double expectedOhms,
    double amps,
    List<String> madeBy,
    String from) {
  public Rail {
    madeBy = List.copyOf(madeBy);
  }

  /**
   * A rail of which only the volts are known, from the name of its net: 5 % (common practice, no
   * source), and 300 Ω to ground until it is measured (common practice, no source).
   */
  public static Rail assumed(String net, double volts) {
    return new Rail(SupplyName.ofVolts(volts), net, volts, 0.05, 300, 0, List.of(), "");
  }

  public double lowestGoodVolts() {
    return volts - Math.abs(volts) * tolerance;
  }

  public double highestGoodVolts() {
    return volts + Math.abs(volts) * tolerance;
  }

  public Rail withNet(String other) {
    return new Rail(name, other, volts, tolerance, expectedOhms, amps, madeBy, from);
  }

  public Rail withMadeBy(List<String> other) {
    return new Rail(name, net, volts, tolerance, expectedOhms, amps, other, from);
  }

  public Rail madeFrom(String other) {
    return new Rail(name, net, volts, tolerance, expectedOhms, amps, madeBy, other);
  }

  public Rail measured(double ohms, double drawnAmps) {
    return new Rail(name, net, volts, tolerance, ohms, drawnAmps, madeBy, from);
  }
}
