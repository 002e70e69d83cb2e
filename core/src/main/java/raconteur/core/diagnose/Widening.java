package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * More faults in a hypothesis where the search has used up all it may have: sets of what is likely
 * by itself, of any number, and of a few others beside it. What was found in the hand, or failed a
 * tester, then takes no room from what is still looked for.
 *
 * <p>Goes by rounds: what the larger sets show to be likely joins what they are made of. Left out
 * are two of one class among the likely, and what is made of the likely and weighs next to nothing.
 */
final class Widening {
  /** Where sets as large as they may be have this share, there may well be larger ones. */
  private static final double USED_UP = 0.25;

  /** A single fault of this chance is likely by itself; a large class of unlikely ones is not. */
  private static final double LIKELY = 0.08;

  private static final int MOST_LIKELY = 8;
  private static final int ROUNDS = 3;

  /** What is made of the likely and is this much lighter than the best such set is left out. */
  private static final double LIGHT = 12;

  private final SetWalk first;
  private final int largest;

  /** How many faults stand beside what is likely: one fewer than sets of the first walk have. */
  private final int others;

  private Widening(SetWalk first, int largest) {
    this.first = first;
    this.largest = largest;
    this.others = largest - 1;
  }

  /**
   * Adds larger sets to a walk that is done, where they count.
   *
   * @param largest how many faults the walk's sets have at most
   * @return the share of the larger sets
   */
  static double widen(SetWalk first, int largest, Patience patience) {
    if (largest < 2 || patience.isOver() || first.fullShare() < USED_UP) {
      return 0;
    }
    var widening = new Widening(first, largest);
    return widening.likely(first.shares()).size() < largest ? 0 : widening.run(patience);
  }

  private double run(Patience patience) {
    List<Integer> likely = likely(first.shares());
    List<SetWalk> larger = List.of();
    for (int round = 0; round < ROUNDS && !patience.isOver(); round++) {
      larger = walks(likely);
      List<Integer> now = likely(shares(larger));
      if (likely.containsAll(now)) {
        break;
      }
      likely = now;
    }
    double weight = first.total();
    double reference = first.bestWeight();
    larger.forEach(first::take);
    return 1 - weight * Math.exp(reference - first.bestWeight()) / first.total();
  }

  private List<Integer> likely(double[] shares) {
    return IntStream.range(0, shares.length)
        .filter(c -> shares[c] * first.likeliestOf(c) > LIKELY)
        .boxed()
        .sorted(Comparator.comparingDouble(c -> -shares[c]))
        .limit(MOST_LIKELY)
        .toList();
  }

  /** The walks through the larger sets, one for each choice among the likely, all gone. */
  private List<SetWalk> walks(List<Integer> likely) {
    boolean[] apart = new boolean[first.shares().length];
    likely.forEach(c -> apart[c] = true);
    List<SetWalk.Base> bases = new ArrayList<>();
    choose(first.nothing(), likely, 0, bases);
    double best = bases.stream().mapToDouble(SetWalk.Base::weight).max().orElse(0);
    double measure = Math.max(best, first.bestWeight());
    List<SetWalk> walks =
        bases.stream()
            .filter(b -> b.weight() > best - LIGHT)
            .sorted(Comparator.comparingDouble(b -> -b.weight()))
            .map(b -> first.beyond(b, apart, others, measure))
            .toList();
    walks.parallelStream().forEach(w -> w.go(0, 1));
    return walks;
  }

  private void choose(SetWalk.Base base, List<Integer> likely, int at, List<SetWalk.Base> bases) {
    if (at == likely.size()) {
      if (base.faults() + others > largest) {
        bases.add(base);
      }
      return;
    }
    choose(base, likely, at + 1, bases);
    first.with(base, likely.get(at)).ifPresent(b -> choose(b, likely, at + 1, bases));
  }

  /** The share of every class in what the first walk and these have weighed. */
  private double[] shares(List<SetWalk> larger) {
    double best = first.bestWeight();
    for (SetWalk walk : larger) {
      best = Math.max(best, walk.bestWeight());
    }
    double all = 0;
    double[] shares = new double[first.shares().length];
    List<SetWalk> walks = new ArrayList<>(larger);
    walks.add(first);
    for (SetWalk walk : walks) {
      double mass = walk.total() * Math.exp(walk.bestWeight() - best);
      all += mass;
      double[] own = walk.shares();
      for (int c = 0; c < shares.length; c++) {
        shares[c] += own[c] * mass;
      }
    }
    for (int c = 0; c < shares.length; c++) {
      shares[c] /= all;
    }
    return shares;
  }
}
