package raconteur.core.diagnose;

import java.util.List;

/**
 * A set of faults, by their indices in the catalogue, and its share of all that was weighed. Only
 * faults that are there now are named; an empty set stands for a board that is sound now.
 */
public record Hypothesis(List<Integer> faults, double probability) {
  public Hypothesis {
    faults = List.copyOf(faults);
  }
}
