package raconteur.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.function.Function;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.diagnose.Patience;
import raconteur.core.fault.FaultCatalogue;

/**
 * Exactly one of a few faults is there, each of a few tests may be made once, and a mend is
 * followed by a look. What a way of choosing costs is reckoned over all that may be seen, exactly
 * and without dice; the best way is found by trying every order (dynamic programming over what was
 * seen and mended; Bellman, Dynamic Programming, 1957, from memory).
 *
 * <p>Time and memory O(Π (outcomes + 1) · 2<sup>faults</sup>).
 */
final class SmallProblem {
  /** States beyond which a problem is too large to be tried out. */
  static final int MOST_STATES = 500_000;

  private final List<Hypothesis> hypotheses;
  private final List<LookAhead.Test> tests;
  private final double[] mendMinutes;
  private final FaultCatalogue catalogue;
  private final Function<List<Hypothesis>, LookAhead> lookAhead;
  private final double mendFrom;
  private final int[] step;
  private final int states;
  private double[] known = {};

  /** How it is chosen what to do next. */
  enum Chooser {
    /** Whatever is cheapest in the end. */
    BEST,
    /** The cheapest in the end of all ways that mend where the planner would let them. */
    BEST_BY_THE_RULE,
    /** As the planner does. */
    PLANNER,
    /** The likeliest for its minutes is mended, over and over. */
    NEVER_TESTING,
    /** The test that tells most bits a minute, until one fault is nearly sure. */
    MOST_BITS
  }

  /**
   * @param hypotheses one fault each, at places of their own; probabilities in any scale
   * @param mendMinutes of each, the look after it counted in
   * @param lookAhead weighs tests over hypotheses whose probabilities sum to 1
   * @param mendFrom the least suspicion at which the planner mends though a test would tell more
   */
  SmallProblem(
      List<Hypothesis> hypotheses,
      List<LookAhead.Test> tests,
      double[] mendMinutes,
      FaultCatalogue catalogue,
      Function<List<Hypothesis>, LookAhead> lookAhead,
      double mendFrom) {
    this.hypotheses = List.copyOf(hypotheses);
    this.tests = List.copyOf(tests);
    this.mendMinutes = mendMinutes.clone();
    this.catalogue = catalogue;
    this.lookAhead = lookAhead;
    this.mendFrom = mendFrom;
    this.step = new int[tests.size()];
    long states = 1L << hypotheses.size();
    for (int t = 0; t < step.length; t++) {
      step[t] = Math.toIntExact(states);
      states *= tests.get(t).likelihoods().length + 1;
      if (states > MOST_STATES) {
        throw new IllegalArgumentException("more than " + MOST_STATES + " states");
      }
    }
    this.states = (int) states;
  }

  /** How many states a problem has. */
  static long states(int hypotheses, List<LookAhead.Test> tests) {
    long states = 1L << hypotheses;
    for (LookAhead.Test test : tests) {
      states *= test.likelihoods().length + 1;
    }
    return states;
  }

  /** Expected minutes until the fault is mended, choosing so. */
  double minutes(Chooser chooser) {
    known = new double[states];
    Arrays.fill(known, Double.NaN);
    double[] start = hypotheses.stream().mapToDouble(Hypothesis::probability).toArray();
    return value(start, 0, 0, chooser) / Arrays.stream(start).sum();
  }

  /**
   * Expected minutes from here, times the chance of being here.
   *
   * @param weights of the hypotheses with what was seen, 0 where mended
   * @param state what was seen of the tests and mended, which the weights follow from
   * @param tested one bit a test
   */
  private double value(double[] weights, int state, int tested, Chooser chooser) {
    double chance = Arrays.stream(weights).sum();
    if (chance <= 0) {
      return 0;
    }
    if (Double.isNaN(known[state])) {
      known[state] =
          switch (chooser) {
            case BEST, BEST_BY_THE_RULE -> best(weights, chance, state, tested, chooser);
            case PLANNER -> planned(weights, chance, state, tested);
            case NEVER_TESTING ->
                mend(ratioFirst(weights), weights, chance, state, tested, chooser);
            case MOST_BITS -> byBits(weights, chance, state, tested);
          };
    }
    return known[state];
  }

  private double best(double[] weights, double chance, int state, int tested, Chooser chooser) {
    double from = chooser == Chooser.BEST ? 0 : chance * allowedFrom(weights, chance, tested);
    double best = Double.MAX_VALUE;
    for (int t = 0; t < tests.size(); t++) {
      if ((tested >> t & 1) == 0) {
        best = Math.min(best, test(t, weights, chance, state, tested, chooser));
      }
    }
    boolean nothingElse = best == Double.MAX_VALUE;
    for (int h = 0; h < weights.length; h++) {
      if (weights[h] > 0 && (weights[h] >= from || nothingElse)) {
        best = Math.min(best, mend(h, weights, chance, state, tested, chooser));
      }
    }
    return best;
  }

  /** The suspicion at which a mend may be proposed: half where nothing tells more than a trifle. */
  private double allowedFrom(double[] weights, double chance, int tested) {
    LookAhead ahead = lookAhead.apply(normalised(weights, chance));
    boolean hardly = ahead.hardlyTells(ahead.rank(open(tested), Patience.ENDLESS));
    return hardly ? mendFrom / 2 : mendFrom;
  }

  /** Chance over cost: the best order where nothing more is tested (Matula 1964). */
  private int ratioFirst(double[] weights) {
    int first = 0;
    for (int h = 1; h < weights.length; h++) {
      if (weights[h] / mendMinutes[h] > weights[first] / mendMinutes[first]) {
        first = h;
      }
    }
    return first;
  }

  private double planned(double[] weights, double chance, int state, int tested) {
    List<Hypothesis> left = normalised(weights, chance);
    LookAhead ahead = lookAhead.apply(left);
    List<LookAhead.Scored> scored = ahead.rank(open(tested), Patience.ENDLESS);
    double from = ahead.hardlyTells(scored) ? mendFrom / 2 : mendFrom;
    OptionalInt sure = sure(left, from);
    int leader = sure.orElseGet(() -> hypothesisAt(ahead.firstMend()));
    Optional<LookAhead.Scored> chosen =
        ahead.choose(
            scored,
            new LookAhead.Mending(
                Set.of(place(leader)), mendMinutes[leader], from, sure.isPresent()));
    return chosen.isEmpty()
        ? mend(leader, weights, chance, state, tested, Chooser.PLANNER)
        : test(tests.indexOf(chosen.get().test()), weights, chance, state, tested, Chooser.PLANNER);
  }

  private int hypothesisAt(int place) {
    for (int h = 0; h < hypotheses.size(); h++) {
      if (place(h) == place) {
        return h;
      }
    }
    throw new IllegalArgumentException("no hypothesis at " + place);
  }

  private double byBits(double[] weights, double chance, int state, int tested) {
    List<Hypothesis> left = normalised(weights, chance);
    OptionalInt sure = sure(left, mendFrom);
    Optional<LookAhead.Scored> most =
        sure.isPresent()
            ? Optional.empty()
            : lookAhead.apply(left).rank(open(tested), Patience.ENDLESS).stream()
                .max(Comparator.comparingDouble(LookAhead.Scored::bitsPerMinute));
    return most.isEmpty()
        ? mend(
            sure.orElseGet(() -> ratioFirst(weights)),
            weights,
            chance,
            state,
            tested,
            Chooser.MOST_BITS)
        : test(tests.indexOf(most.get().test()), weights, chance, state, tested, Chooser.MOST_BITS);
  }

  private List<Hypothesis> normalised(double[] weights, double chance) {
    List<Hypothesis> left = new ArrayList<>();
    for (int h = 0; h < weights.length; h++) {
      left.add(new Hypothesis(hypotheses.get(h).faults(), weights[h] / chance));
    }
    return left;
  }

  private OptionalInt sure(List<Hypothesis> left, double from) {
    for (int h = 0; h < left.size(); h++) {
      if (left.get(h).probability() >= from) {
        return OptionalInt.of(h);
      }
    }
    return OptionalInt.empty();
  }

  private List<LookAhead.Test> open(int tested) {
    List<LookAhead.Test> open = new ArrayList<>();
    for (int t = 0; t < tests.size(); t++) {
      if ((tested >> t & 1) == 0) {
        open.add(tests.get(t));
      }
    }
    return open;
  }

  private int place(int hypothesis) {
    return catalogue.placeOf(hypotheses.get(hypothesis).faults().getFirst());
  }

  private double mend(
      int h, double[] weights, double chance, int state, int tested, Chooser chooser) {
    double[] rest = weights.clone();
    rest[h] = 0;
    return chance * mendMinutes[h] + value(rest, state | 1 << h, tested, chooser);
  }

  private double test(
      int t, double[] weights, double chance, int state, int tested, Chooser chooser) {
    LookAhead.Test test = tests.get(t);
    double sum = chance * test.price().all();
    for (int o = 0; o < test.likelihoods().length; o++) {
      double[] after = new double[weights.length];
      for (int h = 0; h < after.length; h++) {
        after[h] = weights[h] * test.likelihoods()[o][h];
      }
      sum += value(after, state + (o + 1) * step[t], tested | 1 << t, chooser);
    }
    return sum;
  }
}
