package raconteur.core.plan;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.diagnose.Patience;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Finding;
import raconteur.core.predict.Predictor;
import raconteur.core.predict.Readings;
import raconteur.core.story.Moment;

/**
 * The yardstick of the planner: small problems cut out of a board, in which exactly one of a few
 * faults is there, each of a few tests may be made once, and a mend is followed by a look. The
 * least expected minutes are found by trying every order (dynamic programming over what was seen
 * and mended; Bellman, Dynamic Programming, 1957, from memory), and what the planner's own choices
 * cost is reckoned in the same way, exactly and without dice.
 *
 * <p>Time O(outcomes<sup>tests</sup> · 2<sup>places</sup>); with four tests and five places some
 * tenths of a second.
 */
public final class ExactOptimum {
  private static final int PLACES = 5;
  private static final int TESTS = 4;
  private static final int DRAWS = 400;

  private final Board board;
  private final FaultCatalogue catalogue;
  private final Predictor predictor;
  private final Costs costs = Costs.shipped();
  private final School school = Schools.shipped().usual();
  private final StepWords words;
  private final TestFacts facts;
  private final double check;

  /** What one small problem costs at best, and by the planner's choices, in minutes. */
  public record Compared(double optimum, double planned) {}

  public ExactOptimum(Board board) {
    this.board = board;
    this.catalogue = FaultCatalogue.of(board, Priors.shipped(), History.NONE);
    this.predictor = new Predictor(board, Readings.shipped());
    this.words = new StepWords(board, costs, school);
    this.facts = new TestFacts(board, costs);
    this.check = costs.single("check");
  }

  /** One problem, the same for the same seed; empty where the draw gave none with tests. */
  public Optional<Compared> compare(long seed) {
    List<Hypothesis> hypotheses = draw(new SplittableRandom(seed));
    List<LookAhead.Test> tests = tests(hypotheses);
    if (tests.isEmpty() || hypotheses.size() < 2) {
      return Optional.empty();
    }
    var problem = new Problem(hypotheses, tests);
    double[] start = hypotheses.stream().mapToDouble(Hypothesis::probability).toArray();
    return Optional.of(
        new Compared(
            problem.value(start, 0, 0, false, new HashMap<>()),
            problem.value(start, 0, 0, true, new HashMap<>())));
  }

  /** Faults at different places, as likely as the priors have them. */
  private List<Hypothesis> draw(SplittableRandom dice) {
    double all = 0;
    for (int i = 0; i < catalogue.faults().size(); i++) {
      all += catalogue.odds(i);
    }
    Map<Integer, Integer> byPlace = new HashMap<>();
    for (int n = 0; n < DRAWS && byPlace.size() < PLACES; n++) {
      double at = dice.nextDouble() * all;
      int fault = 0;
      while (fault < catalogue.faults().size() - 1 && at >= catalogue.odds(fault)) {
        at -= catalogue.odds(fault++);
      }
      byPlace.putIfAbsent(catalogue.placeOf(fault), fault);
    }
    double sum = byPlace.values().stream().mapToDouble(catalogue::odds).sum();
    return byPlace.values().stream()
        .sorted()
        .map(f -> new Hypothesis(List.of(f), catalogue.odds(f) / sum))
        .toList();
  }

  /** The tests that tell most between them. */
  private List<LookAhead.Test> tests(List<Hypothesis> hypotheses) {
    List<Suspect> suspects = new ArrayList<>();
    for (Hypothesis h : hypotheses) {
      Fault fault = catalogue.faults().get(h.faults().getFirst());
      suspects.add(
          new Suspect(
              fault.place().mendable(), h.probability(), h.probability(), List.of(), List.of()));
    }
    LookAhead start = lookAhead(hypotheses);
    Moment now = new Moment(0, Set.of(), Optional.empty());
    List<LookAhead.Test> all = new ArrayList<>();
    for (Finding sample : Candidates.of(board, suspects, Set.of(), Map.of())) {
      all.add(
          start.test(
              sample,
              predictor.model(sample, now, List.of()),
              new LookAhead.Price(
                  facts.minutes(sample), facts.risk(sample), 0, facts.minutes(sample))));
    }
    return start.rank(all, Patience.ENDLESS).stream()
        .limit(TESTS)
        .map(LookAhead.Scored::test)
        .map(ExactOptimum::merged)
        .toList();
  }

  /** The same test with outcomes taken together that leave the same picture. */
  private static LookAhead.Test merged(LookAhead.Test test) {
    Map<List<Long>, double[]> rows = new LinkedHashMap<>();
    List<Finding> kept = new ArrayList<>();
    for (int o = 0; o < test.outcomes().size(); o++) {
      double[] row = test.likelihoods()[o];
      double most = Arrays.stream(row).max().orElse(0);
      if (most > 0) {
        List<Long> shape = Arrays.stream(row).mapToObj(v -> Math.round(v / most * 1e9)).toList();
        double[] sum = rows.get(shape);
        if (sum == null) {
          rows.put(shape, row.clone());
          kept.add(test.outcomes().get(o));
        } else {
          for (int h = 0; h < row.length; h++) {
            sum[h] += row[h];
          }
        }
      }
    }
    return new LookAhead.Test(
        test.finding(), kept, rows.values().toArray(double[][]::new), test.price());
  }

  private LookAhead lookAhead(List<Hypothesis> hypotheses) {
    return new LookAhead(hypotheses, catalogue, words::mendMinutes, check);
  }

  /** One problem, and what a state of it is worth. */
  private final class Problem {
    private final List<Hypothesis> hypotheses;
    private final List<LookAhead.Test> tests;
    private final double[] mendMinutes;

    Problem(List<Hypothesis> hypotheses, List<LookAhead.Test> tests) {
      this.hypotheses = hypotheses;
      this.tests = tests;
      this.mendMinutes =
          hypotheses.stream().mapToDouble(h -> words.mendMinutes(place(h)) + check).toArray();
    }

    private Place place(Hypothesis hypothesis) {
      return catalogue.places().get(catalogue.placeOf(hypothesis.faults().getFirst()));
    }

    /**
     * Expected minutes from here, times the chance of being here.
     *
     * @param weights of the hypotheses with what was seen, 0 where mended
     * @param tested one bit a test
     * @param mended one bit a hypothesis
     * @param planned whether the planner chooses, else the best is taken
     */
    double value(
        double[] weights,
        int tested,
        int mended,
        boolean planned,
        Map<List<Double>, Double> known) {
      double chance = Arrays.stream(weights).sum();
      if (chance <= 0) {
        return 0;
      }
      List<Double> key = new ArrayList<>();
      key.add((double) tested);
      Arrays.stream(weights).forEach(key::add);
      Double before = known.get(key);
      if (before != null) {
        return before;
      }
      double worth =
          planned
              ? follow(weights, chance, tested, mended, known)
              : best(weights, chance, tested, mended, known);
      known.put(key, worth);
      return worth;
    }

    private double best(
        double[] weights, double chance, int tested, int mended, Map<List<Double>, Double> known) {
      double best = Double.MAX_VALUE;
      for (int h = 0; h < weights.length; h++) {
        if ((mended >> h & 1) == 0) {
          best = Math.min(best, mend(h, weights, chance, tested, mended, false, known));
        }
      }
      for (int t = 0; t < tests.size(); t++) {
        if ((tested >> t & 1) == 0) {
          best = Math.min(best, test(t, weights, chance, tested, mended, false, known));
        }
      }
      return best;
    }

    private double follow(
        double[] weights, double chance, int tested, int mended, Map<List<Double>, Double> known) {
      List<Hypothesis> left = new ArrayList<>();
      for (int h = 0; h < weights.length; h++) {
        left.add(new Hypothesis(hypotheses.get(h).faults(), weights[h] / chance));
      }
      LookAhead ahead = lookAhead(left);
      List<LookAhead.Test> open = new ArrayList<>();
      for (int t = 0; t < tests.size(); t++) {
        if ((tested >> t & 1) == 0) {
          open.add(tests.get(t));
        }
      }
      int leader = leader(ahead, left);
      double share = left.get(leader).probability();
      Optional<LookAhead.Scored> chosen =
          ahead.choose(
              ahead.rank(open, Patience.ENDLESS),
              new LookAhead.Mending(
                  Set.of(catalogue.placeOf(left.get(leader).faults().getFirst())),
                  mendMinutes[leader],
                  school.mendFrom(),
                  share >= school.mendFrom()));
      return chosen.isEmpty()
          ? mend(leader, weights, chance, tested, mended, true, known)
          : test(tests.indexOf(chosen.get().test()), weights, chance, tested, mended, true, known);
    }

    private int leader(LookAhead ahead, List<Hypothesis> left) {
      int first = ahead.firstMend();
      int leader = 0;
      for (int h = 0; h < left.size(); h++) {
        if (left.get(h).probability() >= school.mendFrom()) {
          return h;
        }
        leader = catalogue.placeOf(left.get(h).faults().getFirst()) == first ? h : leader;
      }
      return leader;
    }

    private double mend(
        int h,
        double[] weights,
        double chance,
        int tested,
        int mended,
        boolean planned,
        Map<List<Double>, Double> known) {
      double[] rest = weights.clone();
      rest[h] = 0;
      return chance * mendMinutes[h] + value(rest, tested, mended | 1 << h, planned, known);
    }

    private double test(
        int t,
        double[] weights,
        double chance,
        int tested,
        int mended,
        boolean planned,
        Map<List<Double>, Double> known) {
      LookAhead.Test test = tests.get(t);
      double sum = chance * test.price().all();
      for (double[] likelihood : test.likelihoods()) {
        double[] after = new double[weights.length];
        for (int h = 0; h < after.length; h++) {
          after[h] = weights[h] * likelihood[h];
        }
        sum += value(after, tested | 1 << t, mended, planned, known);
      }
      return sum;
    }
  }
}
