package raconteur.core.predict;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Finding;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling;

class PredictorTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;
  private static final Predictor PREDICTOR = new Predictor(BOARD, Readings.shipped());
  private static final Moment NOW = new Moment(0, Set.of(), Optional.of(58.0));

  static List<Finding> tests() {
    return List.of(
        new Finding.Probe(PinRef.parse("U14.3"), Signal.HIGH),
        new Finding.RailVolts("+5V", 5),
        new Finding.RailOhms("+5V", 300),
        new Finding.PullStep("U13", "+5V", 92),
        new Finding.Continuity(PinRef.parse("U15.5"), PinRef.parse("U16.5"), true),
        new Finding.Continuity(PinRef.parse("U15.5"), PinRef.parse("U15.6"), true),
        new Finding.TesterVerdict("U39", true, new TreeSet<>()),
        new Finding.DeadTestResult(Finding.DeadTestEnd.PASS, List.of()),
        new Finding.Swap("U13", Finding.SwapEffect.SAME),
        new Finding.Symptom("blank"),
        new Finding.Heat("U13", Finding.Warmth.HOT),
        new Finding.PartOhms("R4", 4700));
  }

  /** Whatever is wrong, the chances of a test's outcomes add up to 1 and none is impossible. */
  @ParameterizedTest
  @MethodSource("tests")
  void outcomesOfEveryTestAddUpUnderEveryFault(Finding test) {
    FaultCatalogue catalogue = FaultCatalogue.of(BOARD, Priors.shipped(), History.NONE);
    addsUp(model(test, NOW), catalogue);
  }

  private static TestModel<?> model(Finding test, Moment moment) {
    return PREDICTOR.model(test, moment, List.of());
  }

  private static <E> void addsUp(TestModel<E> model, FaultCatalogue catalogue) {
    for (Fault fault : catalogue.faults()) {
      E effect = model.effectOf(fault);
      double sum = 0;
      for (Finding outcome : model.outcomes()) {
        double chance = model.probability(outcome, effect);
        assertThat(chance).isPositive();
        sum += chance;
      }
      assertThat(sum).as("%s", fault).isCloseTo(1, within(1e-9));
      assertThat(model.combine(effect, effect)).isEqualTo(effect);
      assertThat(model.combine(effect, model.none())).isEqualTo(effect);
    }
  }

  /** Where a fault shows: fault, pin, what a probe sees there; empty for as usual. */
  @ParameterizedTest
  @CsvSource({
    // a stuck output holds its net on every pin
    "U9.18 STUCK_LOW, U15.8, LOW",
    "U9.18 STUCK_HIGH, U13.21,",
    // an AND with one input held low stops, its neighbour in the package goes on
    "U4.5 STUCK_LOW, U66.3, LOW",
    "U4.5 STUCK_LOW, U66.6,",
    "U2.12 STUCK_LOW, U3.2, LOW",
    // a clock that stands still stops what hangs on it
    "U1.6 STUCK_LOW, U2.11, STILL",
    "U1.6 STUCK_HIGH, U8.17, STILL",
    // an inverter passes it on upside down
    "U2.11 STUCK_LOW, U66.1, HIGH",
    "U2.11 STUCK_LOW, U5.1, HIGH",
    // a bus has many drivers: that the transceiver floats may be seen or not
    "U11.18 FLOATS, U16.9, DOUBTFUL",
    "U15.9 STUCK_LOW, U16.9, LOW",
    // a memory that says nothing is not missed among those that speak
    "U15.9 FLOATS, U16.9,"
  })
  void faultsSpreadThroughNetsAndGates(String fault, PinRef pin, Signal seen) {
    String[] words = fault.split(" ", -1);
    Fault planted =
        new Fault(new Place.Output(PinRef.parse(words[0])), FaultMode.valueOf(words[1]));
    assertThat(PREDICTOR.nets().changeAt(planted, pin)).isEqualTo(Optional.ofNullable(seen));
  }

  @Test
  void aCutSilencesExactlyWhatLiesBehindIt() {
    Fault cut =
        new Fault(
            new Place.Segment("BA3", PinRef.parse("U16.5"), PinRef.parse("U19.5")), FaultMode.OPEN);
    for (PinRef pin : BOARD.net("BA3").orElseThrow().path()) {
      boolean behind = List.of("U19", "U20", "U17", "U56").contains(pin.part());
      assertThat(PREDICTOR.nets().changeAt(cut, pin))
          .as("%s", pin)
          .isEqualTo(behind ? Optional.of(Signal.FLOATING) : Optional.empty());
    }
  }

  @Test
  void aPartThatIsOutCannotSpoilATest() {
    Finding heat = new Finding.RailOhms("+5V", 40);
    Fault leak = new Fault(new Place.Load("U13", "+5V"), FaultMode.LEAKS);
    Moment pulled = new Moment(0, Set.of("U13"), Optional.empty());
    assertThat(chance(model(heat, NOW), heat, leak)).isGreaterThan(0.9);
    assertThat(chance(model(heat, pulled), heat, leak)).isLessThan(0.1);
  }

  private static <E> double chance(TestModel<E> model, Finding found, Fault fault) {
    return model.probability(found, model.effectOf(fault));
  }

  /** Common practice, no source: the right chip in 75 % of cases, and repeats agree. */
  @Test
  void aCountThatRepeatsWeighsMoreThanOneThatWanders() {
    Fault memory = new Fault(new Place.OfPart("U24"), FaultMode.DEAD);
    Finding steady = new Finding.DeadTestResult(Finding.DeadTestEnd.FLASHES, List.of(3, 3, 3));
    Finding wandering = new Finding.DeadTestResult(Finding.DeadTestEnd.FLASHES, List.of(3, 8, 5));
    assertThat(chance(model(steady, NOW), steady, memory))
        .isGreaterThan(50 * chance(model(wandering, NOW), wandering, memory));
  }

  /**
   * A fault that is told at a glance to do nothing to a line does nothing there when it is asked
   * about by itself, with lines read before it, on boards with simulated lines and without.
   */
  @ParameterizedTest
  @ValueSource(strings = {"B", "D"})
  void manyFaultsAskedTogetherDoWhatEachDoesAlone(String revision) {
    Board board = revision.equals("B") ? Boards.KITTIWAKE_B : Boards.KITTIWAKE_D;
    List<Fault> faults = FaultCatalogue.of(board, Priors.shipped(), History.NONE).faults();
    Predictor predictor = new Predictor(board, Readings.shipped());
    List<Telling.DatedFinding> told =
        Telling.of(
                board,
                Stories.of("U14.3 toggling", "U44.1 high", "U8.6 low", "U1.3 low", "U24.1 between"))
            .findings();
    List<PinRef> pins =
        board.parts().stream()
            .flatMap(p -> p.pins().stream())
            .filter(pin -> board.netOf(pin).isPresent())
            .toList();
    int met = 0;
    for (int i = 0; i < pins.size(); i += 7) {
      Finding test = new Finding.Probe(pins.get(i), Signal.HIGH);
      met += sameTogether(predictor.model(test, told.getLast().moment(), told), faults);
    }
    assertThat(met).isGreaterThan(1000);
  }

  /** How many of the faults are met by the test. */
  private static <E> int sameTogether(TestModel<E> model, List<Fault> faults) {
    List<E> together = model.effectsOf(faults, 0, faults.size());
    int met = 0;
    for (int f = 0; f < faults.size(); f++) {
      E alone = model.effectOf(faults.get(f));
      if (!alone.equals(together.get(f))) {
        throw new AssertionError(faults.get(f) + " " + alone + " and " + together.get(f));
      }
      met += alone.equals(model.none()) ? 0 : 1;
    }
    return met;
  }
}
