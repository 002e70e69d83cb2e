package raconteur.core.predict;

import java.util.List;
import java.util.Map;
import java.util.function.Function;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Finding;

/**
 * A test whose effects are conditions named in {@code readings.json}, one stronger than the other:
 * of several faults the strongest condition decides.
 */
final class ConditionModel implements TestModel<String> {
  private final Readings readings;
  private final String test;
  private final List<String> conditions;
  private final Function<Fault, String> conditionOf;
  private final Function<Finding, String> outcomeOf;
  private final Map<String, Finding> outcomes;

  /**
   * @param conditions from the weakest, which is that of a fault the test does not meet
   * @param outcomes outcome word to the finding that stands for it
   */
  ConditionModel(
      Readings readings,
      String test,
      List<String> conditions,
      Function<Fault, String> conditionOf,
      Function<Finding, String> outcomeOf,
      Map<String, Finding> outcomes) {
    this.readings = readings;
    this.test = test;
    this.conditions = conditions;
    this.conditionOf = conditionOf;
    this.outcomeOf = outcomeOf;
    this.outcomes = outcomes;
  }

  @Override
  public String none() {
    return conditions.getFirst();
  }

  @Override
  public String effectOf(Fault fault) {
    return conditionOf.apply(fault);
  }

  @Override
  public String combine(String one, String other) {
    return conditions.indexOf(one) >= conditions.indexOf(other) ? one : other;
  }

  @Override
  public double probability(Finding found, String effect) {
    return readings.chance(test, effect, outcomeOf.apply(found));
  }

  @Override
  public List<Finding> outcomes() {
    return List.copyOf(outcomes.values());
  }
}
