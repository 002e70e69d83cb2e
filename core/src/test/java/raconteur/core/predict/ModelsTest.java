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
import raconteur.core.Boards;
import raconteur.core.board.PinRef;
import raconteur.core.data.DataFile;
import raconteur.core.data.Loaded;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling;

class ModelsTest {
  private static final Predictor PREDICTOR = new Predictor(Boards.KITTIWAKE_B, Readings.shipped());
  private static final Moment NOW = new Moment(0, Set.of(), Optional.of(58.0));

  private static Fault dead(String part) {
    return new Fault(new Place.OfPart(part), FaultMode.DEAD);
  }

  private static double chance(Finding found, Fault... faults) {
    return chance(PREDICTOR.model(found, NOW, List.of()), found, faults);
  }

  private static <E> double chance(TestModel<E> model, Finding found, Fault... faults) {
    E effect = model.none();
    for (Fault fault : faults) {
      effect = model.combine(effect, model.effectOf(fault));
    }
    return model.probability(found, effect);
  }

  /**
   * Common practice, no source: TTL wants 4.75 to 5.25 V and mostly works a little below; none is
   * absent.
   */
  @ParameterizedTest
  @CsvSource({
    "5, good",
    "4.76, good",
    "5.24, good",
    "4.74, sags",
    "4.2, low",
    "5.3, high",
    "0.1, absent",
    "-3, wrong sign"
  })
  void railVoltagesAreSortedByTheRailsTolerance(double volts, String outcome) {
    double typical = Readings.shipped().chance("rail volts", "good", outcome);
    assertThat(chance(new Finding.RailVolts("+5V", volts))).isCloseTo(typical, within(1e-12));
  }

  @Test
  void aRegulatorsDeathTakesItsRailAndASupplysDeathAllRailsMadeFromIt() {
    Finding gone = new Finding.RailVolts("+5V", 0);
    assertThat(chance(gone, dead("VR2"))).isGreaterThan(0.7);
    assertThat(chance(gone, dead("J1"))).isGreaterThan(0.7);
    assertThat(chance(gone, dead("VR1"))).isLessThan(0.01);
    assertThat(chance(new Finding.RailVolts("+12V", 0), dead("J1"))).isGreaterThan(0.7);
  }

  /** Common practice, no source: under 100 ohm on the 5 V rail is suspicious. */
  @ParameterizedTest
  @CsvSource({"58, 0.92", "99, 0.92", "300, 0.07"})
  void aLeakShowsAsALowRail(double ohms, double expected) {
    Fault leak = new Fault(new Place.Load("U13", "+5V"), FaultMode.LEAKS);
    assertThat(chance(new Finding.RailOhms("+5V", ohms), leak)).isCloseTo(expected, within(1e-9));
  }

  /** Common practice, no source: a tester calls 12 % of bad chips good and does not see leakage. */
  @Test
  void aTesterMissesLeakageAndNamesTheStuckGate() {
    Finding pass = new Finding.TesterVerdict("U39", true, new TreeSet<>());
    Fault stuck = new Fault(new Place.Output(PinRef.parse("U39.7")), FaultMode.STUCK_LOW);
    Fault leak = new Fault(new Place.Load("U39", "+5V"), FaultMode.LEAKS);
    assertThat(chance(pass, stuck)).isCloseTo(0.12, within(1e-9));
    assertThat(chance(pass, leak)).isGreaterThan(0.8);
    Finding first = new Finding.TesterVerdict("U39", false, new TreeSet<>(Set.of("1")));
    Finding second = new Finding.TesterVerdict("U39", false, new TreeSet<>(Set.of("2")));
    assertThat(chance(first, stuck)).isGreaterThan(100 * chance(second, stuck));
  }

  @Test
  void theEarlierBlockHidesTheLater() {
    Finding blank = new Finding.Symptom("blank");
    Finding silent = new Finding.Symptom("silent");
    assertThat(chance(silent, dead("U59"))).isGreaterThan(0.3);
    assertThat(chance(silent, dead("U59"), dead("Y1"))).isLessThan(0.05);
    assertThat(chance(blank, dead("U59"), dead("Y1")))
        .isCloseTo(chance(blank, dead("Y1")), within(1e-12));
  }

  @Test
  void aSwapCuresOnlyWhereNothingElseIsWrong() {
    Finding cured = new Finding.Swap("U13", Finding.SwapEffect.CURED);
    Finding changed = new Finding.Swap("U13", Finding.SwapEffect.CHANGED);
    assertThat(chance(cured, dead("U13"))).isGreaterThan(0.7);
    assertThat(chance(cured, dead("U13"), dead("U24"))).isLessThan(0.1);
    assertThat(chance(changed, dead("U13"), dead("U24"))).isGreaterThan(0.5);
    assertThat(chance(changed, dead("U24"))).isLessThan(0.05);
  }

  @Test
  void aDeadTestThatSaysNothingSpeaksOfClockAndProcessorNotOfMemory() {
    Finding none = new Finding.DeadTestResult(Finding.DeadTestEnd.NONE, List.of());
    assertThat(chance(none, dead("Y1"))).isGreaterThan(0.9);
    assertThat(chance(none, dead("U8"))).isGreaterThan(0.4);
    assertThat(chance(none, dead("U24"))).isLessThan(0.05);
    assertThat(chance(none, dead("U15"))).isLessThan(0.05);
    assertThat(chance(none, dead("U59"))).isLessThan(0.05);
  }

  @Test
  void continuityIsBrokenExactlyAcrossTheCut() {
    Fault cut =
        new Fault(
            new Place.Segment("BA3", PinRef.parse("U16.5"), PinRef.parse("U19.5")), FaultMode.OPEN);
    assertThat(chance(cont("U15.5", "U20.5"), cut)).isGreaterThan(0.95);
    assertThat(chance(cont("U16.5", "U19.5"), cut)).isGreaterThan(0.95);
    assertThat(chance(cont("U15.5", "U16.5"), cut)).isLessThan(0.05);
    assertThat(chance(cont("U19.5", "U20.5"), cut)).isLessThan(0.05);
  }

  private static Finding cont(String one, String other) {
    return new Finding.Continuity(PinRef.parse(one), PinRef.parse(other), false);
  }

  /** What a probe would most likely show at a pin, given what was seen. */
  private static double toggles(String pin, String... seen) {
    Telling telling = Telling.of(Boards.KITTIWAKE_B, raconteur.core.Stories.of(seen));
    Finding test = new Finding.Probe(PinRef.parse(pin), Signal.TOGGLING);
    return chance(PREDICTOR.model(test, telling.momentOf(test), telling.findings()), test);
  }

  @Test
  void aGateIsJudgedByTheInputsThatWereSeen() {
    assertThat(toggles("U6.12")).isGreaterThan(0.97);
    assertThat(toggles("U6.12", "U6.1 toggling", "U6.2 toggling", "U6.13 toggling"))
        .isGreaterThan(0.97);
    assertThat(toggles("U6.12", "U6.1 low", "U6.9 low", "U6.3 low"))
        .as("one input of a NAND that rests low settles its output")
        .isLessThan(0.1);
  }

  /** One reading of a line that should move is a slip of the tip more often than not. */
  @Test
  void aLineReadOnceIsDoubtedAndReadThriceIsBelieved() {
    double once = toggles("U6.12", "U6.1 low");
    double thrice = toggles("U6.12", "U6.1 low", "U6.9 low", "U6.3 low");
    assertThat(once).isGreaterThan(0.9);
    assertThat(thrice).isLessThan(0.1);
  }

  @Test
  void chancesThatDoNotAddUpAreRefusedWithTheirPlace() {
    String text = DataFile.shippedText(Readings.class, "/raconteur/core/data/readings.json");
    assertThat(Readings.read("readings.json", text.replace("\"loads\": 0.94", "\"loads\": 0.99")))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused ->
                assertThat(refused.summary())
                    .contains("tests.pull.leaky")
                    .contains("must add up to 1"));
  }
}
