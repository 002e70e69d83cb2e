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
 * The yardstick of the planner: small problems cut out of a board ({@link SmallProblem}), with
 * places and tests drawn by dice and not by the planner, and what they cost at best, by the
 * planner's choices, by never testing and by always making the test that tells most a minute.
 *
 * <p>Eight places and as many tests as can be tried out in {@link SmallProblem#MOST_STATES} states;
 * a second or so a problem.
 */
public final class ExactOptimum {
  private static final int PLACES = 8;
  private static final int TESTS = 10;
  private static final int DRAWS = 400;

  private final Board board;
  private final FaultCatalogue catalogue;
  private final Predictor predictor;
  private final Costs costs = Costs.shipped();
  private final School school = Schools.shipped().usual();
  private final StepWords words;
  private final TestFacts facts;
  private final double check;

  /**
   * What one small problem costs, in minutes.
   *
   * @param tests how many could be made
   */
  public record Compared(
      int tests,
      double optimum,
      double byTheRule,
      double planned,
      double neverTesting,
      double mostBits) {}

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
    var dice = new SplittableRandom(seed);
    List<Hypothesis> hypotheses = draw(dice);
    List<LookAhead.Test> tests = tests(hypotheses, dice);
    if (tests.isEmpty() || hypotheses.size() < 2) {
      return Optional.empty();
    }
    var problem =
        new SmallProblem(
            hypotheses,
            tests,
            hypotheses.stream().mapToDouble(h -> words.mendMinutes(place(h)) + check).toArray(),
            catalogue,
            this::lookAhead,
            school.mendFrom());
    return Optional.of(
        new Compared(
            tests.size(),
            problem.minutes(SmallProblem.Chooser.BEST),
            problem.minutes(SmallProblem.Chooser.BEST_BY_THE_RULE),
            problem.minutes(SmallProblem.Chooser.PLANNER),
            problem.minutes(SmallProblem.Chooser.NEVER_TESTING),
            problem.minutes(SmallProblem.Chooser.MOST_BITS)));
  }

  private Place place(Hypothesis hypothesis) {
    return catalogue.places().get(catalogue.placeOf(hypothesis.faults().getFirst()));
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

  /** Tests drawn from all that tell the hypotheses apart at all, whatever they cost. */
  private List<LookAhead.Test> tests(List<Hypothesis> hypotheses, SplittableRandom dice) {
    List<Suspect> suspects = new ArrayList<>();
    for (Hypothesis h : hypotheses) {
      Fault fault = catalogue.faults().get(h.faults().getFirst());
      suspects.add(
          new Suspect(
              fault.place().mendable(), h.probability(), h.probability(), List.of(), List.of()));
    }
    LookAhead start = lookAhead(hypotheses);
    Moment now = new Moment(0, Set.of(), Optional.empty());
    List<Finding> samples =
        new ArrayList<>(Candidates.of(board, suspects, Set.of(), Map.of(), List.of()));
    List<LookAhead.Test> drawn = new ArrayList<>();
    while (!samples.isEmpty() && drawn.size() < TESTS) {
      Finding sample = samples.remove(dice.nextInt(samples.size()));
      double minutes = facts.minutes(sample);
      LookAhead.Test test =
          merged(
              start.test(
                  sample,
                  predictor.model(sample, now, List.of()),
                  new LookAhead.Price(minutes, facts.risk(sample), 0, minutes)));
      List<LookAhead.Test> more = new ArrayList<>(drawn);
      more.add(test);
      boolean small = SmallProblem.states(hypotheses.size(), more) <= SmallProblem.MOST_STATES;
      if (test.likelihoods().length > 1 && small) {
        drawn.add(test);
      }
    }
    return drawn;
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
}
