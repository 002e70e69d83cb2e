package raconteur.core.finding;

import java.util.Map;
import java.util.Set;

/**
 * What earlier lines have left behind that a new line leans on.
 *
 * @param partsOut the parts that are out of their sockets now
 * @param lastRailOhms the last resistance read on each rail since the last mend
 * @param lastRail the rail that was read last, empty for none
 * @param supply whether the board is powered, as far as was said
 * @param undone how many things were undone in all
 * @param off the numbers of those that are not back yet
 * @param symptom the card the board showed last, empty for none
 * @param part the part a finding spoke of last, empty for none
 * @param stood the line that says where a pin was last seen to stand, empty for none
 */
public record BenchContext(
    Set<String> partsOut,
    Map<String, Double> lastRailOhms,
    String lastRail,
    Supply supply,
    int undone,
    Set<Integer> off,
    String symptom,
    String part,
    String stood) {
  public static final BenchContext FRESH = new BenchContext(Set.of(), Map.of(), "");

  /** Whether the board is powered. */
  public enum Supply {
    NOT_SAID,
    ON,
    OFF
  }

  public BenchContext {
    partsOut = Set.copyOf(partsOut);
    lastRailOhms = Map.copyOf(lastRailOhms);
    off = Set.copyOf(off);
  }

  public BenchContext(
      Set<String> partsOut,
      Map<String, Double> lastRailOhms,
      String lastRail,
      Supply supply,
      int undone,
      Set<Integer> off) {
    this(partsOut, lastRailOhms, lastRail, supply, undone, off, "", "", "");
  }

  public BenchContext(Set<String> partsOut, Map<String, Double> lastRailOhms, String lastRail) {
    this(partsOut, lastRailOhms, lastRail, Supply.NOT_SAID, 0, Set.of());
  }

  /** The same, the board showing this. */
  BenchContext showing(String card) {
    return new BenchContext(
        partsOut, lastRailOhms, lastRail, supply, undone, off, card, part, stood);
  }

  /** The same, a part having been spoken of. */
  public BenchContext speakingOf(String spokenOf) {
    return new BenchContext(
        partsOut, lastRailOhms, lastRail, supply, undone, off, symptom, spokenOf, stood);
  }
}
