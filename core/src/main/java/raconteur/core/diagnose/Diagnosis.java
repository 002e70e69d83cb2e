package raconteur.core.diagnose;

import java.util.List;
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
 * @param weighed the share of all sets up to K that was weighed, at least
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
  public Diagnosis {
    suspects = List.copyOf(suspects);
    cleared = List.copyOf(cleared);
    doubts = List.copyOf(doubts);
    hypotheses = List.copyOf(hypotheses);
  }

  /** The suspect at a place, if it is among those listed. */
  public Optional<Suspect> at(Place place) {
    return suspects.stream().filter(s -> s.place().equals(place)).findFirst();
  }
}
