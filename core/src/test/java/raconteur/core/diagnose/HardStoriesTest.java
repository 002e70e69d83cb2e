package raconteur.core.diagnose;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.plan.Advisor;
import raconteur.core.predict.Predictor;
import raconteur.core.predict.Readings;
import raconteur.core.predict.TestModel;
import raconteur.core.story.Telling;

/** Stories no board would tell, and stories too long for a bench. */
class HardStoriesTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;

  private static Diagnosis tell(int largest, String... lines) {
    return new Advisor(BOARD, History.NONE, largest).advise(Stories.of(lines)).diagnosis();
  }

  private static void isSane(Diagnosis diagnosis) {
    assertThat(diagnosis.suspects()).isNotEmpty();
    assertThat(diagnosis.suspects())
        .allSatisfy(s -> assertThat(s.probability()).isBetween(0.0, 1.0));
    assertThat(diagnosis.weighed()).isGreaterThan(0.5).isLessThanOrEqualTo(1);
  }

  private static List<PinRef> signalPins() {
    List<PinRef> pins = new ArrayList<>();
    BOARD.nets().stream()
        .filter(n -> !BOARD.isSupply(n.name()))
        .map(Net::path)
        .forEach(pins::addAll);
    return pins;
  }

  @Test
  void aHundredFindingsAreWeighedWithAnHonestBound() {
    weighed(100, 2);
  }

  @Tag("long")
  @Test
  void soAreThreeHundred() {
    weighed(300, 2);
  }

  @Tag("long")
  @Test
  void soAreTheyWithOneFaultAlone() {
    weighed(300, 1);
  }

  private static void weighed(int findings, int largest) {
    List<String> lines = new ArrayList<>(List.of("screen garbage", "flash 5"));
    for (PinRef pin : signalPins()) {
      if (lines.size() < findings) {
        lines.add(pin + " toggling");
      }
    }
    Diagnosis diagnosis = tell(largest, lines.toArray(String[]::new));
    isSane(diagnosis);
    assertThat(diagnosis.suspects().getFirst().weights()).hasSize(findings);
  }

  @Test
  void whereEveryReadingIsWrongTheyAreNamedToBeTakenAgain() {
    Random dice = new Random(7);
    List<PinRef> pins = signalPins();
    List<String> lines = new ArrayList<>(List.of("screen works", "flash none"));
    for (int i = 0; i < 20; i++) {
      PinRef pin = pins.get(dice.nextInt(pins.size()));
      lines.add(pin + (dice.nextBoolean() ? " between" : " floating"));
    }
    Diagnosis diagnosis = tell(2, lines.toArray(String[]::new));
    isSane(diagnosis);
    assertThat(diagnosis.doubts())
        .extracting(d -> d.finding().entry().line())
        .contains("screen works");
  }

  /**
   * Four lines far from each other that fight, a rail that is right, a picture, and nothing that
   * would join it all.
   */
  @Test
  void aFaultTheModelDoesNotContainRaisesDoubt() {
    String[] known = {"screen garbage", "U39.7 low", "U39.7 low", "U39 tester fail gates 1"};
    String[] unknown = {
      "screen works",
      "flash pass",
      "5V 5.0",
      "U39.9 between",
      "U51.5 between",
      "U2.13 between",
      "U64.11 between"
    };
    assertThat(tell(2, known).doubts()).isEmpty();
    assertThat(tell(2, unknown).doubts()).isNotEmpty();
  }

  /**
   * Two mends took one fault each and the board is still dark. What was found of the first track is
   * settled by its wire, and must not use up the few faults a hypothesis has.
   */
  @Test
  void aBoardThatStillFailsAfterItsMendsIsNotCalledSound() {
    Diagnosis diagnosis =
        tell(
            2,
            "screen garbage",
            "cont U44.38 U56.38 open",
            "cont U16.15 U20.15 open",
            "mended U16.15 U20.15 wired",
            "screen garbage",
            "U28.14 low",
            "U28.14 low",
            "mended U28 replaced",
            "screen blank",
            "screen blank");
    assertThat(diagnosis.soundness()).isLessThan(0.2);
    assertThat(diagnosis.suspects())
        .noneMatch(s -> s.place() instanceof Place.Segment cut && cut.net().equals("BD5"));
  }

  @Test
  void aCountTheTableDoesNotHaveStopsNothing() {
    isSane(tell(2, "flash 40", "flash 39 40", "screen garbage"));
  }

  @Test
  void moreFaultsThanAPartsBoardHasAreBoundedToo() {
    var diagnosis =
        new Advisor(Boards.small(), History.NONE, 3)
            .advise(Stories.of("screen blank", "U1.2 low", "U2.3 high", "flash 1"))
            .diagnosis();
    isSane(diagnosis);
    assertThat(diagnosis.weighed()).isGreaterThan(0.99);
  }

  /**
   * With one fault at a time, a reading that no fault explains better than this one never speaks
   * against it: its share is divided by a sum that no term of which grew more.
   */
  @ParameterizedTest
  @ValueSource(strings = {"U39.7 low", "flash 3", "screen garbage", "U24 tester fail"})
  void whatAFaultExplainsBestNeverSpeaksAgainstIt(String base) {
    FaultCatalogue catalogue = FaultCatalogue.of(BOARD, Priors.shipped(), History.NONE);
    var predictor = new Predictor(BOARD, Readings.shipped());
    for (String line : List.of("U38.7 floating", "U15.8 toggling", "flash none", "5V gnd 58 ohm")) {
      List<Telling.DatedFinding> told = Telling.of(BOARD, Stories.of(base, line)).findings();
      List<Predictor.Evidence> evidence = predictor.evidence(told);
      EvidenceColumn<?> first = column(predictor, evidence.getFirst(), catalogue);
      EvidenceColumn<?> second = column(predictor, evidence.getLast(), catalogue);
      Marginals before = posterior(catalogue, List.of(first));
      Marginals after = posterior(catalogue, List.of(first, second));
      double best =
          IntStream.range(0, catalogue.faults().size())
              .mapToDouble(f -> second.logLikelihood(second.effectOf(f)))
              .max()
              .orElseThrow();
      for (int fault = 0; fault < catalogue.faults().size(); fault++) {
        if (second.logLikelihood(second.effectOf(fault)) == best) {
          assertThat(after.of(fault))
              .as(line + " for " + catalogue.faults().get(fault))
              .isGreaterThanOrEqualTo(before.of(fault) * (1 - 1e-6));
        }
      }
    }
  }

  private static EvidenceColumn<?> column(
      Predictor predictor, Predictor.Evidence evidence, FaultCatalogue catalogue) {
    return column(predictor.model(evidence), evidence, catalogue);
  }

  private static <E> EvidenceColumn<E> column(
      TestModel<E> model, Predictor.Evidence evidence, FaultCatalogue catalogue) {
    return EvidenceColumn.of(model, evidence.found(), catalogue.faults());
  }

  private static Marginals posterior(FaultCatalogue catalogue, List<EvidenceColumn<?>> columns) {
    List<Occurrence> all = Occurrence.all(BOARD, catalogue, Priors.shipped(), List.of());
    return HypothesisSearch.run(
            all, columns, new int[columns.size()], 1, catalogue.placeOfFaults(), 0)
        .marginals();
  }
}
