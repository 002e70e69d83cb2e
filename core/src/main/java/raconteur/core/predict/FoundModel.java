package raconteur.core.predict;

import java.util.List;
import java.util.function.Function;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;

/**
 * What somebody found, having looked. Who is wrong is wrong about one place of all there are, so
 * that whatever is found stands at about what such verdicts are worth, where nothing speaks against
 * it.
 *
 * @param conditionOf what a fault makes of what was found
 * @param places among how many places one may be wrong
 */
record FoundModel(
    Readings readings,
    Finding.FoundBad found,
    Function<Fault, FoundModel.Condition> conditionOf,
    int places)
    implements TestModel<FoundModel.Condition> {

  /** How it is with the place, the stronger later. */
  enum Condition {
    SOUND("sound"),
    BAD_OTHERWISE("bad otherwise"),
    BAD("bad");

    private final String row;

    Condition(String row) {
      this.row = row;
    }
  }

  @Override
  public Condition none() {
    return Condition.SOUND;
  }

  @Override
  public Condition effectOf(Fault fault) {
    return conditionOf.apply(fault);
  }

  @Override
  public Condition combine(Condition one, Condition other) {
    return one.compareTo(other) >= 0 ? one : other;
  }

  @Override
  public double probability(Finding said, Condition effect) {
    double chance = readings.chance("found", effect.row, "found");
    return effect == Condition.SOUND ? chance / Math.max(1, places) : chance;
  }

  @Override
  public List<Finding> outcomes() {
    return List.of(found);
  }
}
