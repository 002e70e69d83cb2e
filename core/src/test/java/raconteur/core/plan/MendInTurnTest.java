package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.SplittableRandom;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;

class MendInTurnTest {
  private static final double CHECK = 2;
  private static final FaultCatalogue CATALOGUE =
      FaultCatalogue.of(Boards.KITTIWAKE_B, Priors.shipped(), History.NONE);

  private static double minutes(Place place) {
    return 1 + Math.floorMod(place.toString().hashCode(), 20);
  }

  /** Five faults at five places. */
  private static List<Hypothesis> fiveFaults(SplittableRandom dice) {
    List<Integer> places = new ArrayList<>();
    List<Hypothesis> hypotheses = new ArrayList<>();
    while (hypotheses.size() < 5) {
      int fault = dice.nextInt(CATALOGUE.faults().size());
      if (!places.contains(CATALOGUE.placeOf(fault))) {
        places.add(CATALOGUE.placeOf(fault));
        hypotheses.add(new Hypothesis(List.of(fault), 0.05 + dice.nextDouble()));
      }
    }
    return hypotheses;
  }

  /** Searching boxes one after another: no order beats chance over cost (Matula 1964). */
  @Test
  void noOtherOrderOfMendsIsCheaper() {
    var dice = new SplittableRandom(11);
    for (int round = 0; round < 30; round++) {
      List<Hypothesis> faults = fiveFaults(dice);
      double[] weights = faults.stream().mapToDouble(Hypothesis::probability).toArray();
      double all = java.util.Arrays.stream(weights).sum();
      double best = Double.MAX_VALUE;
      for (List<Integer> order : orders(List.of(0, 1, 2, 3, 4))) {
        double spent = 0;
        double sum = 0;
        for (int at : order) {
          Place place =
              CATALOGUE.places().get(CATALOGUE.placeOf(faults.get(at).faults().getFirst()));
          spent += minutes(place) + CHECK;
          sum += weights[at] * spent;
        }
        best = Math.min(best, sum / all);
      }
      var mending =
          new MendInTurn(faults, CATALOGUE, place -> place, MendInTurnTest::minutes, CHECK);
      assertThat(mending.minutes(mending.ofSets(weights))).isCloseTo(best, within(1e-9));
    }
  }

  private static List<List<Integer>> orders(List<Integer> items) {
    if (items.isEmpty()) {
      return List.of(List.of());
    }
    List<List<Integer>> all = new ArrayList<>();
    for (Integer first : items) {
      List<Integer> rest = items.stream().filter(i -> !i.equals(first)).toList();
      for (List<Integer> order : orders(rest)) {
        List<Integer> whole = new ArrayList<>(List.of(first));
        whole.addAll(order);
        all.add(Collections.unmodifiableList(whole));
      }
    }
    return all;
  }
}
