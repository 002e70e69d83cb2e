package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import raconteur.core.finding.Finding;
import raconteur.core.predict.Predictor.Evidence;
import raconteur.core.story.Telling.DatedFinding;

/**
 * How well each finding fits what is believed now: its mean chance over all hypotheses, as a share
 * of the chance its best explanation would give it. Two results of one test may each fit one half
 * of what is believed and still contradict each other: they are judged together too.
 */
final class Misfits {
  private static final double DOUBTFUL_FIT = 0.07;
  private static final double WORTH_COUNTING = 1e-5;
  private static final int MOST_PAIRS = 200;

  private final List<One> ones = new ArrayList<>();
  private final List<Pair> pairs = new ArrayList<>();

  private Misfits() {}

  /** A finding, the column it is in, and its mean chance so far. */
  private static final class One {
    private final DatedFinding told;
    private final List<Finding> found;
    private final int column;
    private double fit;

    One(DatedFinding told, int column) {
      this.told = told;
      this.found = List.of(told.finding());
      this.column = column;
    }
  }

  /** Two findings of one test in one state of the board that came out differently. */
  private static final class Pair {
    private final One one;
    private final One other;
    private final List<Finding> found;
    private double fit;

    Pair(One one, One other) {
      this.one = one;
      this.other = other;
      this.found = List.of(one.told.finding(), other.told.finding());
    }

    boolean inOneColumn() {
      return one.column == other.column;
    }
  }

  /** The findings that fit badly, the worst first. */
  static List<Doubt> of(
      List<Evidence> evidence, List<EvidenceColumn<?>> columns, HypothesisSearch.Result result) {
    var misfits = new Misfits();
    for (int c = 0; c < columns.size(); c++) {
      if (columns.get(c).tells()) {
        for (DatedFinding told : evidence.get(c).findings()) {
          if (!disagrees(told.finding())) {
            misfits.ones.add(new One(told, c));
          }
        }
      }
    }
    misfits.pair();
    misfits.weigh(columns, result);
    return misfits.doubts(columns);
  }

  /** Counts that change from run to run are the finding, and none to be taken again. */
  private static boolean disagrees(Finding finding) {
    return finding instanceof Finding.DeadTestResult result
        && result.counts().stream().distinct().count() > 1;
  }

  private static boolean flashes(Finding finding) {
    return finding instanceof Finding.DeadTestResult result
        && result.end() == Finding.DeadTestEnd.FLASHES;
  }

  private void pair() {
    for (int i = 0; i < ones.size(); i++) {
      for (int j = i + 1; j < ones.size() && pairs.size() < MOST_PAIRS; j++) {
        DatedFinding one = ones.get(i).told;
        DatedFinding other = ones.get(j).told;
        if (!(flashes(one.finding()) && flashes(other.finding()))
            && one.moment().epoch() == other.moment().epoch()
            && !one.finding().equals(other.finding())
            && one.finding().identity().equals(other.finding().identity())) {
          pairs.add(new Pair(ones.get(i), ones.get(j)));
        }
      }
    }
  }

  private void weigh(List<EvidenceColumn<?>> columns, HypothesisSearch.Result result) {
    Leaves leaves = result.leaves();
    for (int leaf = 0; leaf < leaves.size(); leaf++) {
      double share = result.share(leaf);
      if (share > WORTH_COUNTING) {
        int[] effects = effects(result, leaf, columns);
        for (One one : ones) {
          one.fit += share * columns.get(one.column).chance(one.found, effects[one.column]);
        }
        for (Pair pair : pairs) {
          pair.fit += share * together(pair, columns, effects);
        }
      }
    }
  }

  private static double together(Pair pair, List<EvidenceColumn<?>> columns, int[] effects) {
    int column = pair.one.column;
    return pair.inOneColumn()
        ? columns.get(column).chance(pair.found, effects[column])
        : columns.get(column).chance(pair.one.found, effects[column])
            * columns.get(pair.other.column).chance(pair.other.found, effects[pair.other.column]);
  }

  private List<Doubt> doubts(List<EvidenceColumn<?>> columns) {
    List<Doubt> doubts = new ArrayList<>();
    for (One one : ones) {
      // A best chance is at most 1: what fits well enough beside that need not be asked for it.
      double relative = one.fit < DOUBTFUL_FIT ? one.fit / best(one, columns) : 1;
      for (Pair pair : pairs) {
        if ((pair.one == one || pair.other == one) && pair.fit < DOUBTFUL_FIT) {
          double best = best(pair.one, columns) * best(pair.other, columns);
          relative = Math.min(relative, pair.fit / best);
        }
      }
      if (relative < DOUBTFUL_FIT) {
        doubts.add(new Doubt(one.told, relative));
      }
    }
    doubts.sort(Comparator.comparingDouble(Doubt::fit));
    return doubts;
  }

  private static double best(One one, List<EvidenceColumn<?>> columns) {
    return columns.get(one.column).bestChance(one.found);
  }

  /** What the faults of one leaf do together to every finding. */
  private static int[] effects(
      HypothesisSearch.Result result, int leaf, List<EvidenceColumn<?>> columns) {
    int[] effects = new int[columns.size()];
    for (int d = 0; d < result.leaves().depth(leaf); d++) {
      FaultClass c = result.classes()[result.leaves().classAt(leaf, d)];
      for (int i = 0; i < c.columns().length; i++) {
        int at = c.columns()[i];
        effects[at] = columns.get(at).combine(effects[at], c.effects()[i]);
      }
    }
    return effects;
  }
}
