package raconteur.core.diagnose;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import raconteur.core.fault.Place;

/**
 * What the findings so far say.
 *
 * @param suspects likeliest first
 * @param cleared places the findings speak for, those most cleared first
 * @param doubts findings to take again, the worst first
 * @param soundness the chance that nothing is wrong any more
 * @param largestHypothesis K
 * @param weighed the share of all sets up to K, and of larger ones looked for, that was weighed, at
 *     least
 * @param beyond the chance that there are more than K
 * @param classes how many classes of faults the findings tell apart
 * @param effort how much of the story this rests on
 * @param hypotheses the leading sets of faults, for planning
 */
public record Diagnosis(
    List<Suspect> suspects,
    List<Suspect> cleared,
    List<Doubt> doubts,
    double soundness,
    int largestHypothesis,
    double weighed,
    double beyond,
    int classes,
    Effort effort,
    List<Hypothesis> hypotheses) {
  private static final double WORTH_SAYING = 0.005;

  public Diagnosis {
    suspects = List.copyOf(suspects);
    cleared = List.copyOf(cleared);
    doubts = List.copyOf(doubts);
    hypotheses = List.copyOf(hypotheses);
  }

  /** How likely there are more than K, in words; empty where that is next to nothing. */
  public Optional<String> larger() {
    return beyond > WORTH_SAYING
        ? Optional.of(
            String.format(
                Locale.ROOT,
                "That there are more than %d: %.0f %%, of what is likely by itself.",
                largestHypothesis,
                beyond * 100))
        : Optional.empty();
  }

  /** The suspect at a place, if it is among those listed. */
  public Optional<Suspect> at(Place place) {
    return suspects.stream().filter(s -> s.place().equals(place)).findFirst();
  }
}
