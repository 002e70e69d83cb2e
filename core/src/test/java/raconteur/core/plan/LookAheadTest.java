package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.diagnose.Patience;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Finding;
import raconteur.core.predict.Predictor;
import raconteur.core.predict.Predictors;
import raconteur.core.predict.TestModel;
import raconteur.core.story.Telling;

class LookAheadTest {
  private static final FaultCatalogue CATALOGUE =
      FaultCatalogue.of(Boards.KITTIWAKE_B, Priors.shipped(), History.NONE);
  private static final Predictor PREDICTOR = Predictors.of(Boards.KITTIWAKE_B);
  private static final LookAhead.Price A_MINUTE = new LookAhead.Price(1, 0, 0, 1);

  private static List<Hypothesis> drawn(SplittableRandom dice, int count) {
    List<Hypothesis> hypotheses = new ArrayList<>();
    while (hypotheses.size() < count) {
      List<Integer> faults =
          dice.ints(1 + dice.nextInt(3), 0, CATALOGUE.faults().size()).distinct().boxed().toList();
      hypotheses.add(new Hypothesis(faults, 0.01 + dice.nextDouble()));
    }
    return hypotheses;
  }

  /**
   * Effects are numbered and put together number by number; asking the model anew for every
   * hypothesis, and Shannon's sum over the sets of places worked out the long way, say the same.
   */
  @ParameterizedTest
  @ValueSource(strings = {"U64.3 high", "5V 4.9", "flash 3 3 7", "screen garbage", "U24 hot"})
  void everyHypothesisIsAskedAboutAndBitsAreThoseOfShannon(String line) {
    Telling telling = Telling.of(Boards.KITTIWAKE_B, Stories.of(line));
    Telling.DatedFinding told = telling.findings().getFirst();
    compare(told.finding(), PREDICTOR.model(told.finding(), told.moment(), List.of()));
  }

  private <E> void compare(Finding finding, TestModel<E> model) {
    List<Hypothesis> hypotheses = drawn(new SplittableRandom(4), 400);
    var ahead = new LookAhead(hypotheses, CATALOGUE, _ -> 10, 2);
    LookAhead.Test test = ahead.test(finding, model, A_MINUTE);
    double[] weights = hypotheses.stream().mapToDouble(Hypothesis::probability).toArray();
    List<Finding> outcomes = model.outcomes();
    double known = 0;
    for (int o = 0; o < outcomes.size(); o++) {
      double[] posterior = weights.clone();
      for (int h = 0; h < posterior.length; h++) {
        List<Fault> faults =
            hypotheses.get(h).faults().stream().map(CATALOGUE.faults()::get).toList();
        E together = model.none();
        for (Fault fault : faults) {
          together = model.combine(together, model.effectOf(fault));
        }
        double chance = model.probability(outcomes.get(o), together);
        assertThat(test.likelihoods()[o][h]).isEqualTo(chance);
        posterior[h] *= chance;
      }
      known += sum(posterior) / sum(weights) * bits(hypotheses, posterior);
    }
    double bits = bits(hypotheses, weights) - known;
    List<LookAhead.Scored> scored = ahead.rank(List.of(test), Patience.ENDLESS);
    if (bits > 1e-3) {
      assertThat(scored.getFirst().bits()).isCloseTo(bits, within(1e-9));
    } else {
      assertThat(scored).allSatisfy(s -> assertThat(s.bits()).isCloseTo(bits, within(1e-9)));
    }
  }

  private static double sum(double[] values) {
    return Arrays.stream(values).sum();
  }

  /** −Σ p log₂ p over the sets of places to be mended (Shannon 1948). */
  private static double bits(List<Hypothesis> hypotheses, double[] weights) {
    Map<Set<Integer>, Double> sets = new HashMap<>();
    for (int h = 0; h < weights.length; h++) {
      Set<Integer> places =
          new HashSet<>(hypotheses.get(h).faults().stream().map(CATALOGUE::placeOf).toList());
      sets.merge(places, weights[h], Double::sum);
    }
    double all = sum(weights);
    return sets.values().stream()
        .filter(w -> w > 0)
        .mapToDouble(w -> -w / all * Math.log(w / all) / Math.log(2))
        .sum();
  }
}
