package raconteur.core.diagnose;

import java.util.List;
import raconteur.core.fault.Fault;
import raconteur.core.fault.Place;

/**
 * A place that may be at fault.
 *
 * @param probability that at least one fault is there now
 * @param prior the same before any finding
 * @param faults what it would be, likeliest first
 * @param weights every finding with a say, in the order of the story
 */
public record Suspect(
    Place place, double probability, double prior, List<Share> faults, List<Weight> weights) {
  public Suspect {
    faults = List.copyOf(faults);
    weights = List.copyOf(weights);
  }

  /** One fault at the place with its own chance. */
  public record Share(Fault fault, double probability) {}

  /**
   * What the prior and all weights leave over to the present, in decibans: single findings are
   * weighed over sets of up to two faults, and where sets may have three this is what the third
   * changes. Without a third it is 0.
   */
  public double rest() {
    double sum = weights.stream().mapToDouble(Weight::decibans).sum();
    return decibans(probability) - decibans(prior) - sum;
  }

  /** Ten times the decimal logarithm of the odds. */
  public static double decibans(double probability) {
    double p = Math.clamp(probability, 1e-12, 1 - 1e-12);
    return 10 * Math.log10(p / (1 - p));
  }
}
