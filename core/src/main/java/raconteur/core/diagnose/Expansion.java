package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeSet;
import java.util.stream.IntStream;

/** Turns the heaviest combinations of classes back into single sets of faults, for planning. */
final class Expansion {
  private static final int MOST_LEAVES = 400;

  /** Of how many members of a class single faults, pairs, sets of three and larger are made. */
  private static final int[] MOST_MEMBERS = {0, 1500, 12, 5, 3, 2};

  private static final int MOST_SETS = 1500;
  private static final double WORTH_SORTING = 1e-5;

  /** Lighter sets are not made: a thousand of them weigh next to nothing. */
  private static final double WORTH_MAKING = 1e-6;

  private final HypothesisSearch.Result result;
  private final int epoch;
  private final Map<FaultClass, Occurrence[]> sorted = new HashMap<>();
  private final Map<List<Integer>, Double> sets = new HashMap<>();

  private Expansion(HypothesisSearch.Result result, int epoch) {
    this.result = result;
    this.epoch = epoch;
  }

  static List<Hypothesis> of(HypothesisSearch.Result result, int epoch) {
    var expansion = new Expansion(result, epoch);
    double least = expansion.least();
    IntStream.range(0, result.leaves().size())
        .filter(leaf -> result.leaves().logWeight(leaf) >= least)
        .boxed()
        .sorted(Comparator.comparingDouble(leaf -> -result.leaves().logWeight(leaf)))
        .limit(MOST_LEAVES)
        .forEach(expansion::leaf);
    return expansion.sets.entrySet().stream()
        .sorted(Comparator.comparingDouble(e -> -e.getValue()))
        .limit(MOST_SETS)
        .map(e -> new Hypothesis(e.getKey(), e.getValue()))
        .toList();
  }

  /** What a leaf must weigh to be among the heaviest: there are far too many to sort them all. */
  private double least() {
    double[] weights =
        IntStream.range(0, result.leaves().size())
            .filter(leaf -> result.share(leaf) > WORTH_SORTING)
            .mapToDouble(result.leaves()::logWeight)
            .sorted()
            .toArray();
    return weights.length == 0
        ? Double.POSITIVE_INFINITY
        : weights[Math.max(0, weights.length - MOST_LEAVES)];
  }

  private void leaf(int leaf) {
    Leaves leaves = result.leaves();
    int depth = leaves.depth(leaf);
    double all = 1;
    int faults = 0;
    for (int d = 0; d < depth; d++) {
      faults += leaves.countAt(leaf, d);
      all *= classAt(leaf, d).sums().choose(leaves.countAt(leaf, d));
    }
    int most = MOST_MEMBERS[Math.min(faults, MOST_MEMBERS.length - 1)];
    choose(leaf, 0, 0, 0, most, new ArrayList<>(), result.share(leaf) / all);
  }

  private FaultClass classAt(int leaf, int d) {
    return result.classes()[result.leaves().classAt(leaf, d)];
  }

  private Occurrence[] membersByOdds(FaultClass c) {
    return sorted.computeIfAbsent(
        c,
        k -> {
          Occurrence[] members = k.members().toArray(Occurrence[]::new);
          Arrays.sort(members, Comparator.comparingDouble(o -> -o.odds()));
          return members;
        });
  }

  private void choose(
      int leaf, int at, int taken, int from, int most, List<Integer> faults, double weight) {
    if (at == result.leaves().depth(leaf)) {
      sets.merge(sorted(faults), weight, Double::sum);
      return;
    }
    if (taken == result.leaves().countAt(leaf, at)) {
      choose(leaf, at + 1, 0, 0, most, faults, weight);
      return;
    }
    Occurrence[] members = membersByOdds(classAt(leaf, at));
    boolean isLast =
        at + 1 == result.leaves().depth(leaf) && taken + 1 == result.leaves().countAt(leaf, at);
    for (int i = from; i < Math.min(members.length, most); i++) {
      if (isLast && weight * members[i].odds() < WORTH_MAKING) {
        return;
      }
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

  /** In order, each once. */
  private static List<Integer> sorted(List<Integer> faults) {
    if (faults.size() < 2) {
      return List.copyOf(faults);
    }
    return List.copyOf(new TreeSet<>(faults));
  }
}
