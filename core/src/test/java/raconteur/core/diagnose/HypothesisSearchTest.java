package raconteur.core.diagnose;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Finding;
import raconteur.core.predict.Predictor;
import raconteur.core.predict.Readings;
import raconteur.core.predict.TestModel;
import raconteur.core.story.Telling;

class HypothesisSearchTest {
  private static final List<String> LINES =
      List.of(
          "U1.2 toggling",
          "U1.2 high",
          "U2.1 floating",
          "U2.3 low",
          "U2.1 between",
          "J1.3 toggling",
          "cont U1.2 U2.1 open",
          "cont U1.2 U2.1 joined",
          "cont U1.1 U1.2 joined",
          "flash 1 2",
          "flash none",
          "U1 tester fail gates 1",
          "U2 tester pass",
          "swap U1 good changed",
          "screen blank",
          "5V gnd 40 ohm",
          "5V 4.9",
          "U2 hot",
          "mended U1 replaced",
          "mended U1.2 U2.1 wired",
          "mended U2.1 reflowed",
          "pull U1 90 ohm on +5V",
          "seat U1");

  /** The whole point of classes and symmetric sums: nothing differs from summing over every set. */
  @ParameterizedTest
  @CsvSource({"1, 1", "2, 1", "3, 2", "4, 2", "5, 2", "6, 2", "7, 2", "8, 2", "9, 3"})
  void equalsBruteForce(long seed, int largest) {
    Random random = new Random(seed);
    List<String> lines = new ArrayList<>(LINES);
    Collections.shuffle(lines, random);
    assertEqualToBruteForce(lines.subList(0, 4 + random.nextInt(6)), largest);
  }

  /**
   * Told often enough, a story leaves many classes out at the root; the sums stay what they are.
   */
  @Tag("long")
  @Test
  void classesNothingCanSaveAreLeftOutAndTheRestStaysEqualToBruteForce() {
    List<String> lines = new ArrayList<>();
    for (int times = 0; times < 2; times++) {
      lines.addAll(LINES);
    }
    assertEqualToBruteForce(lines, 3);
  }

  private static void assertEqualToBruteForce(List<String> lines, int largest) {
    Board board = Boards.small();
    FaultCatalogue catalogue = FaultCatalogue.of(board, Priors.shipped(), History.NONE);
    Telling telling = Telling.of(board, Stories.of(lines.toArray(String[]::new)));
    Predictor predictor = new Predictor(board, Readings.shipped());
    List<Occurrence> occurrences =
        Occurrence.all(board, catalogue, Priors.shipped(), telling.mends());
    Map<Place, Double> brute = new HashMap<>();
    double total =
        enumerate(occurrences, new ArrayList<>(), 0, largest, catalogue, predictor, telling, brute);

    List<EvidenceColumn<?>> columns = new ArrayList<>();
    List<Predictor.Evidence> evidence = predictor.evidence(telling.findings());
    for (var each : evidence) {
      columns.add(column(predictor.model(each), each, catalogue));
    }
    int[] epochs = evidence.stream().mapToInt(e -> e.moment().epoch()).toArray();
    var result =
        HypothesisSearch.run(
            occurrences, columns, epochs, largest, catalogue.placeOfFaults(), telling.epoch());
    Marginals marginals = result.marginals();
    // What the search says it left out is all that may lie between it and the truth.
    double leftOut = 1 - result.weighed();
    assertThat(leftOut).isLessThan(1e-4);
    brute.forEach(
        (place, mass) ->
            assertThat(marginals.at(catalogue.places().indexOf(place)))
                .as("%s", place)
                .isCloseTo(mass / total, within(leftOut + 1e-9)));
    assertThat(brute).hasSizeGreaterThan(5);
  }

  private static <E> EvidenceColumn<E> column(
      TestModel<E> model, Predictor.Evidence evidence, FaultCatalogue catalogue) {
    return EvidenceColumn.of(model, evidence.found(), catalogue.faults());
  }

  /**
   * Sums the weight of every set that extends the chosen one; places at fault now get their share.
   */
  private static double enumerate(
      List<Occurrence> all,
      List<Occurrence> chosen,
      int from,
      int room,
      FaultCatalogue catalogue,
      Predictor predictor,
      Telling telling,
      Map<Place, Double> brute) {
    double total = 0;
    if (!chosen.isEmpty()) {
      total = weight(chosen, catalogue, predictor, telling);
      double share = total;
      chosen.stream()
          .filter(o -> o.during(telling.epoch()))
          .map(o -> catalogue.faults().get(o.fault()).place().mendable())
          .distinct()
          .forEach(place -> brute.merge(place, share, Double::sum));
    }
    for (int i = from; i < all.size() && room > 0; i++) {
      Occurrence next = all.get(i);
      if (chosen.stream().noneMatch(o -> o.fault() == next.fault())) {
        chosen.add(next);
        total += enumerate(all, chosen, i + 1, room - 1, catalogue, predictor, telling, brute);
        chosen.removeLast();
      }
    }
    return total;
  }

  private static double weight(
      List<Occurrence> chosen, FaultCatalogue catalogue, Predictor predictor, Telling telling) {
    double weight = 1;
    for (Occurrence occurrence : chosen) {
      weight *= occurrence.odds();
    }
    for (var evidence : predictor.evidence(telling.findings())) {
      weight *= likelihood(predictor.model(evidence), evidence, chosen, catalogue);
    }
    return weight;
  }

  private static <E> double likelihood(
      TestModel<E> model,
      Predictor.Evidence evidence,
      List<Occurrence> chosen,
      FaultCatalogue catalogue) {
    E effect = model.none();
    for (Occurrence occurrence : chosen) {
      if (occurrence.during(evidence.moment().epoch())) {
        effect = model.combine(effect, model.effectOf(catalogue.faults().get(occurrence.fault())));
      }
    }
    return model.joint(evidence.found(), effect);
  }

  /**
   * The screening example of Eddy (1982, in Kahneman, Slovic and Tversky, Judgment under
   * Uncertainty): 1 % are ill, the test finds 79.2 % of the ill and 9.6 % of the healthy; a
   * positive test leaves 7.7 %. The healthy state is given as the other of two exclusive causes.
   */
  @Test
  void bayesRuleAsInEddysExample() {
    List<Fault> states = List.of(fault("ill"), fault("well"));
    Finding positive = new Finding.Symptom("positive");
    TestModel<Boolean> screening =
        new TestModel<>() {
          @Override
          public Boolean none() {
            return false;
          }

          @Override
          public Boolean effectOf(Fault fault) {
            return fault.equals(fault("ill"));
          }

          @Override
          public Boolean combine(Boolean one, Boolean other) {
            return one || other;
          }

          @Override
          public double probability(Finding found, Boolean ill) {
            return ill ? 0.792 : 0.096;
          }

          @Override
          public List<Finding> outcomes() {
            return List.of(positive);
          }
        };
    List<Occurrence> occurrences =
        List.of(
            new Occurrence(0, 0, Integer.MAX_VALUE, 0.01, false),
            new Occurrence(1, 0, Integer.MAX_VALUE, 0.99, false));
    var column = EvidenceColumn.of(screening, List.of(positive), states);
    var result =
        HypothesisSearch.run(occurrences, List.of(column), new int[] {0}, 1, new int[] {0, 1}, 0);
    assertThat(result.marginals().at(0)).isCloseTo(0.077, within(0.0005));
  }

  private static Fault fault(String part) {
    return new Fault(new Place.OfPart(part), FaultMode.DEAD);
  }

  @ParameterizedTest
  @ValueSource(longs = {1, 2, 3})
  void theOrderOfFindingsChangesNothing(long seed) {
    List<String> lines =
        new ArrayList<>(
            List.of("screen garbage", "flash 3 3 5", "U24.14 low", "U38.7 toggling", "5V 4.95"));
    Diagnosis told = diagnosis(lines);
    Collections.shuffle(lines, new Random(seed));
    Diagnosis shuffled = diagnosis(lines);
    // What each search says it left out is all that may lie between them.
    double leftOut = 2 - told.weighed() - shuffled.weighed();
    assertThat(leftOut).isLessThan(1e-4);
    for (int i = 0; i < 10; i++) {
      Suspect suspect = told.suspects().get(i);
      assertThat(shuffled.suspects().get(i).place()).isEqualTo(suspect.place());
      assertThat(shuffled.suspects().get(i).probability())
          .isCloseTo(suspect.probability(), within(1e-9 + leftOut));
    }
  }

  private static Diagnosis diagnosis(List<String> lines) {
    return Stories.advise(Boards.KITTIWAKE_B, 2, lines.toArray(String[]::new)).diagnosis();
  }

  @Test
  void weightsAndWhatAThirdFaultChangesAddUpFromThePriorToThePresent() {
    var advice =
        Stories.advise(
            Boards.KITTIWAKE_B, "screen garbage", "flash 3 3 3", "U24 tester fail", "U24.14 low");
    for (Suspect suspect : advice.diagnosis().suspects()) {
      double sum = Suspect.decibans(suspect.prior());
      sum += suspect.weights().stream().mapToDouble(Weight::decibans).sum();
      // A third fault changes the prior and the present alike, and little between them.
      assertThat(suspect.rest()).isBetween(-3.0, 3.0);
      assertThat(sum + suspect.rest())
          .isCloseTo(Suspect.decibans(suspect.probability()), within(1e-6));
    }
  }

  @Test
  void nothingIsEverRuledOutForGoodAndContradictionsAreNamed() {
    var advice =
        Stories.advise(
            Boards.KITTIWAKE_B,
            "screen garbage",
            "U24 tester pass",
            "U24 tester pass",
            "swap U24 good same",
            "flash 3 3 3",
            "swap U24 good cured");
    double left =
        advice.diagnosis().at(new Place.OfPart("U24")).map(Suspect::probability).orElse(0.0);
    assertThat(left).isGreaterThan(0.002);
    assertThat(advice.diagnosis().doubts().stream().map(d -> d.finding().entry().line()))
        .containsAnyOf("swap U24 good cured", "swap U24 good same");
  }
}
