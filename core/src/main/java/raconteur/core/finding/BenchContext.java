package raconteur.core.finding;

import java.util.Map;
import java.util.Set;

/**
 * What earlier lines have left behind that a new line leans on.
 *
 * @param partsOut the parts that are out of their sockets now
 * @param lastRailOhms the last resistance read on each rail since the last mend
 * @param lastRail the rail that was read last, empty for none
 */
public record BenchContext(
    Set<String> partsOut, Map<String, Double> lastRailOhms, String lastRail) {
  public static final BenchContext FRESH = new BenchContext(Set.of(), Map.of(), "");

  public BenchContext {
    partsOut = Set.copyOf(partsOut);
    lastRailOhms = Map.copyOf(lastRailOhms);
  }
}
