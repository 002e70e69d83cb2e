package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.diagnose.HypothesisSearch.Leaf;

/** Turns the heaviest combinations of classes back into single sets of faults, for planning. */
final class Expansion {
  private static final int MOST_LEAVES = 400;
  private static final int MOST_SINGLES = 300;
  private static final int MOST_IN_A_SET = 12;
  private static final int MOST_SETS = 1200;

  private final int epoch;
  private final Map<List<Integer>, Double> sets = new HashMap<>();

  private Expansion(int epoch) {
    this.epoch = epoch;
  }

  static List<Hypothesis> of(HypothesisSearch.Result result, int epoch) {
    var expansion = new Expansion(epoch);
    result.leaves().stream()
        .sorted(Comparator.comparingDouble((Leaf l) -> -l.logWeight()))
        .limit(MOST_LEAVES)
        .forEach(leaf -> expansion.leaf(leaf, result.share(leaf)));
    return expansion.sets.entrySet().stream()
        .sorted(Comparator.comparingDouble(e -> -e.getValue()))
        .limit(MOST_SETS)
        .map(e -> new Hypothesis(e.getKey(), e.getValue()))
        .toList();
  }

  private void leaf(Leaf leaf, double share) {
    boolean single = leaf.classes().length == 1 && leaf.counts()[0] == 1;
    int most = single ? MOST_SINGLES : MOST_IN_A_SET;
    double all = 1;
    for (int i = 0; i < leaf.classes().length; i++) {
      all *= leaf.classes()[i].sums().choose(leaf.counts()[i]);
    }
    choose(leaf, 0, 0, 0, most, new ArrayList<>(), share / all);
  }

  private void choose(
      Leaf leaf, int at, int taken, int from, int most, List<Integer> faults, double weight) {
    if (at == leaf.classes().length) {
      List<Integer> set = faults.stream().sorted().distinct().toList();
      sets.merge(set, weight, Double::sum);
      return;
    }
    if (taken == leaf.counts()[at]) {
      choose(leaf, at + 1, 0, 0, most, faults, weight);
      return;
    }
    Occurrence[] members = leaf.classes()[at].members().toArray(Occurrence[]::new);
    Arrays.sort(members, Comparator.comparingDouble(o -> -o.odds()));
    for (int i = from; i < Math.min(members.length, most); i++) {
      boolean now = members[i].during(epoch);
      if (now) {
        faults.add(members[i].fault());
      }
      choose(leaf, at, taken + 1, i + 1, most, faults, weight * members[i].odds());
      if (now) {
        faults.removeLast();
      }
    }
  }
}
