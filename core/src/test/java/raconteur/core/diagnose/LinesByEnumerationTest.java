package raconteur.core.diagnose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import raconteur.core.Stories;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.plan.Advisor;

/**
 * The engine beside {@link WrittenModel}, every true state of every line enumerated: random boards,
 * one fault at a time, random readings.
 */
class LinesByEnumerationTest {
  /** What was read, and what the model makes of it one fault at a time. */
  record Told(
      WrittenModel.Made made,
      List<String[]> readings,
      List<String> lines,
      Map<Place, Double> exact) {
    Diagnosis byTheEngine() {
      return new Advisor(made.board(), History.NONE, 1)
          .advise(Stories.of(lines.toArray(String[]::new)))
          .diagnosis();
    }

    String words() {
      return String.join("; ", lines) + " on " + made.gates();
    }
  }

  static Told told(int seed, boolean tree) {
    var dice = new SplittableRandom(seed);
    WrittenModel.Made made = WrittenModel.make(dice, tree);
    List<String[]> readings = new ArrayList<>();
    List<String> lines = new ArrayList<>();
    for (int line = 0; line < made.healthy().size(); line++) {
      List<String> pins = made.pinsOf(line);
      for (int n = dice.nextInt(1, 3); n > 0; n--) {
        String pin = pins.get(dice.nextInt(pins.size()));
        String shown =
            dice.nextInt(4) > 0
                ? made.healthy().get(line)
                : WrittenModel.STATES.get(dice.nextInt(5));
        readings.add(new String[] {pin, shown});
        lines.add(pin + " " + shown);
      }
    }
    FaultCatalogue catalogue = FaultCatalogue.of(made.board(), Priors.shipped(), History.NONE);
    Map<Place, Double> byPlace = new HashMap<>();
    double all = 0;
    for (int f = 0; f < catalogue.faults().size(); f++) {
      Fault fault = catalogue.faults().get(f);
      double weight = catalogue.odds(f) * new WrittenModel.Faulty(made, fault).likelihood(readings);
      byPlace.merge(fault.place().mendable(), weight, Double::sum);
      all += weight;
    }
    double sum = all;
    byPlace.replaceAll((_, weight) -> weight / sum);
    return new Told(made, readings, lines, byPlace);
  }

  private static IntStream seeds() {
    return IntStream.range(0, 14);
  }

  /** Where no line feeds two gates the engine's sum is exact. */
  @ParameterizedTest
  @MethodSource("seeds")
  void onATreeThePosteriorIsThatOfTheModelWrittenDownTwice(int seed) {
    Told told = told(seed, true);
    int compared = 0;
    for (Suspect suspect : told.byTheEngine().suspects()) {
      if (told.exact().containsKey(suspect.place())) {
        compared++;
        assertThat(suspect.probability())
            .as("%s after %s", suspect.place(), told.words())
            .isCloseTo(told.exact().get(suspect.place()), within(0.01));
      }
    }
    assertThat(compared).isGreaterThan(2);
  }

  /** Where lines meet again it takes each gate's inputs by themselves: near, and said to be. */
  @ParameterizedTest
  @MethodSource("seeds")
  void whereLinesMeetAgainTheLeaderIsOneOfTheTrueLeaders(int seed) {
    Told told = told(seed, false);
    Place leader = told.byTheEngine().suspects().getFirst().place();
    double most = told.exact().values().stream().max(Double::compare).orElseThrow();
    double leaders =
        told.exact().entrySet().stream()
            .filter(e -> isWithin(e.getKey(), leader))
            .mapToDouble(Map.Entry::getValue)
            .sum();
    assertThat(leaders).as("%s after %s", leader, told.words()).isGreaterThan(most / 2);
  }

  /** Neighbouring breaks that nothing tells apart are told as one. */
  private static boolean isWithin(Place place, Place told) {
    return place.equals(told)
        || (place instanceof Place.Segment one
            && told instanceof Place.Segment all
            && one.net().equals(all.net()));
  }
}
