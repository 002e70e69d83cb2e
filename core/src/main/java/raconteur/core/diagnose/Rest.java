package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;

/**
 * The leading sets with what they leave out put beside them. On a board nothing is known of yet a
 * thousand rare faults weigh as much as all leading ones together, and would never be looked for:
 * every fault gets what its sets lack of its chance, beside the faults that are as good as certain.
 */
final class Rest {
  private static final int MOST_SETS = 2500;

  /** Lighter ones are not made: a thousand of them weigh next to nothing. */
  private static final double WORTH_MAKING = 1e-6;

  /** A fault of more than this chance is taken to be there beside any other one. */
  private static final double LIKELY = 0.5;

  private Rest() {}

  /** The sets, the heaviest first. */
  static List<Hypothesis> added(Together leading, int faults) {
    double[] chances = new double[faults];
    Map<List<Integer>, Double> sets = new HashMap<>();
    double made = 0;
    for (Hypothesis set : leading.hypotheses()) {
      set.faults().forEach(fault -> chances[fault] += set.probability());
      sets.put(set.faults(), set.probability());
      made += set.probability();
    }
    double lacking = 0;
    Set<Integer> likely = new TreeSet<>();
    for (int fault = 0; fault < faults; fault++) {
      chances[fault] = Math.max(0, leading.marginals().of(fault) - chances[fault]);
      lacking += chances[fault];
      if (leading.marginals().of(fault) > LIKELY) {
        likely.add(fault);
      }
    }
    // A set that was left out lacks in all its faults.
    double share = lacking > 0 ? Math.min(1, Math.max(0, 1 - made) / lacking) : 0;
    for (int fault = 0; fault < faults; fault++) {
      double alone = chances[fault] * share;
      if (alone > WORTH_MAKING) {
        Set<Integer> set = new TreeSet<>(likely);
        set.add(fault);
        sets.merge(List.copyOf(set), alone, Double::sum);
      }
    }
    List<Hypothesis> all = new ArrayList<>();
    sets.forEach((set, weight) -> all.add(new Hypothesis(set, weight)));
    all.sort(
        Comparator.comparingDouble((Hypothesis h) -> -h.probability())
            .thenComparing(h -> h.faults().toString()));
    return List.copyOf(all.subList(0, Math.min(MOST_SETS, all.size())));
  }
}
