package raconteur.core.plan;

import java.util.Map;
import java.util.Set;
import raconteur.core.finding.TestKind;

/**
 * How a shop likes to work, as weights and exclusions: they change what is proposed, never what is
 * believed.
 *
 * @param name what it is called
 * @param says what it stands for, in one sentence
 * @param weights kind of test to what its minutes are multiplied by; 1 where it is not named
 * @param excludes kinds of tests never proposed
 * @param mendFrom the least suspicion a mend is proposed at
 * @param mendWeight what the minutes of mends are multiplied by
 * @param sockets what is said where a part is desoldered
 */
public record School(
    String name,
    String says,
    Map<String, Double> weights,
    Set<String> excludes,
    double mendFrom,
    double mendWeight,
    String sockets) {
  public School {
    weights = Map.copyOf(weights);
    excludes = Set.copyOf(excludes);
  }

  /** What the minutes of a kind of test are multiplied by. */
  double weight(TestKind kind) {
    return weights.getOrDefault(kind.weighedAs(), 1.0);
  }
}
