package raconteur.core.power;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.Rail;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Understanding;
import raconteur.core.judge.BenchGuard;
import raconteur.core.judge.CurrentBudget;
import raconteur.core.judge.PowerSafety;
import raconteur.core.judge.PullLedger;
import raconteur.core.judge.PullLedger.Step;
import raconteur.core.judge.Verdict;
import raconteur.core.judge.Verdicts;
import raconteur.core.story.Telling;

/** What the supply's readings say by themselves. */
class PowerTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;

  private static Telling told(String... lines) {
    return Telling.of(BOARD, Stories.of(lines));
  }

  private static Verdict verdict(String... lines) {
    return new Verdicts(BOARD, told(lines)).last().orElseThrow();
  }

  /** Common practice, no source, as the comments of each row's sentence say. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "5V 4.94 | GOOD | good",
        "5V at U14 4.96 | GOOD | good",
        "12V 12.1 | GOOD | good",
        "-5V -5.1 | GOOD | good",
        "5V 4.6 | BAD | low",
        "5V 5.6 | BAD | Switch off",
        "5V 0.1 | BAD | absent",
        "-5V 3.2 | BAD | it is being pulled there by a short to another line",
        "5V gnd 58 ohm | BAD | under 140 Ω something loads this rail",
        "5V gnd 2 ohm | BAD | a short",
        "5V gnd 340 ohm | GOOD | as it should be",
        "5V gnd OL | DOUBTFUL | nothing hangs on it",
        "5V gnd 30k | DOUBTFUL | range right",
        "5V ripple 30 mV | GOOD | fine",
        "5V ripple 600 mV | BAD | Suspect CE1, CE2",
        "5V 1.9 A | GOOD | as expected",
        "5V 3 A | BAD | something loads it",
        "5V 0.2 A | DOUBTFUL | not fed",
        "5V dummy 5.02 | GOOD | this supply is proven",
        "5V dummy 3.1 | BAD | the supply itself is faulty",
        "U1.6 16.01 MHz | GOOD | Y1",
        "U2.11 4 MHz | GOOD | divided by 4",
        "U1.6 17.2 MHz | DOUBTFUL | no whole division",
        "U1.6 0 Hz | BAD | stands still",
        "U8.18 released 120 ms | GOOD | as a reset does",
        "U8.18 held | BAD | never lets go",
        "U8.18 released 9000 ms | DOUBTFUL | leaky capacitor"
      })
  void eachReadingHasItsVerdictAndReason(String line, Verdict.Level level, String words) {
    Verdict verdict = verdict(line);
    assertThat(verdict.sentence()).contains(words);
    assertThat(verdict.level()).isEqualTo(level);
  }

  @Test
  void aRegulatorThatIsHotWhileLowIsOverloaded() {
    assertThat(verdict("VR2 hot", "5V 3.9").sentence()).contains("VR2 is hot", "overloaded");
    assertThat(verdict("VR2 84 C", "5V 3.9").sentence()).contains("VR2 is hot");
    assertThat(verdict("5V 3.9").sentence()).contains("Feel VR2");
  }

  @Test
  void aLowRailBehindALowSourceBeginsAtTheSource() {
    assertThat(verdict("RAW9 5", "5V 3.9").sentence()).contains("Its source RAW9 is off as well");
    assertThat(verdict("RAW9 9", "5V 0").sentence()).contains("VR2 is dead, or shut down");
  }

  @Test
  void theDropOnTheWayIsWorkedOut() {
    Verdict verdict = verdict("5V 5.02", "5V at U14 4.78");
    assertThat(verdict.level()).isEqualTo(Verdict.Level.DOUBTFUL);
    assertThat(verdict.sentence()).contains("drops 0.24 V", "connector or a thin track");
    assertThat(verdict("5V 5.0", "5V at U14 4.98").isGood()).isTrue();
  }

  @Test
  void twoWaysAlikeAreRatherAShortThanAJunction() {
    assertThat(verdict("5V gnd 58 ohm", "5V gnd 59 ohm reversed").sentence())
        .contains("alike both ways");
    assertThat(verdict("12V gnd 870 ohm", "12V gnd 2400 ohm reversed").sentence())
        .contains("as junctions do");
  }

  private static PullLedger ledger(String... lines) {
    return PullLedger.of(BOARD, told(lines), "+5V").orElseThrow();
  }

  /** Common practice, no source: the chip that moved 58 Ω to 92 Ω was itself about 157 Ω. */
  @Test
  void everyPullIsItsPartsOwnShare() {
    PullLedger ledger =
        ledger("5V gnd 58 ohm", "pull U13 92 ohm", "pull U44 92 ohm", "pull U16 336 ohm on 5V");
    Step first = ledger.steps().getFirst();
    assertThat(first.ownOhms().orElseThrow()).isCloseTo(157, within(0.5));
    // Worst of both: half a digit, one per cent from reading to reading, 0.05 Ω of the leads.
    assertThat(first.limits().least()).isCloseTo(1 / (1 / 56.87 - 1 / 93.47), within(1e-6));
    assertThat(first.limits().most()).isCloseTo(1 / (1 / 59.13 - 1 / 90.53), within(1e-6));
    assertThat(ledger.ranked().stream().map(Step::part)).containsExactly("U16", "U13", "U44");
    assertThat(ledger.steps().get(1).kind()).isEqualTo(PullLedger.Kind.NOTHING);
    assertThat(ledger.explained()).isTrue();
    double shares = ledger.steps().stream().mapToDouble(Step::share).sum();
    assertThat(shares + 58.0 / 336).isCloseTo(1, within(0.01));
  }

  /** Common practice, no source: at an ohm and a half the leads move more than a leak does. */
  @Test
  void aHundredthOfAnOhmConvictsNobody() {
    for (String after : List.of("1.50", "1.51", "1.48")) {
      Step step = ledger("5V gnd 1.49 ohm", "pull U13 " + after + " ohm").steps().getFirst();
      assertThat(step.kind()).as(after).isEqualTo(PullLedger.Kind.NOTHING);
    }
    Step found = ledger("5V gnd 1.49 ohm", "pull U13 240 ohm").steps().getFirst();
    assertThat(found.kind()).isEqualTo(PullLedger.Kind.LEAKS);
  }

  @Test
  void aStepWithinTheLastDigitTellsOnlyALimit() {
    Step step = ledger("5V gnd 300 ohm", "pull U13 301 ohm").steps().getFirst();
    assertThat(step.limits().most()).isInfinite();
    assertThat(step.verdict().isGood()).isTrue();
    assertThat(step.limitsWords()).startsWith("at least");
  }

  @Test
  void aRailThatFallsIsDoubted() {
    Step step = ledger("5V gnd 58 ohm", "pull U13 41 ohm").steps().getFirst();
    assertThat(step.kind()).isEqualTo(PullLedger.Kind.FELL);
    assertThat(step.ownOhms()).isEmpty();
    assertThat(ledger("5V gnd 58 ohm", "pull U13 41 ohm").explained()).isFalse();
  }

  @Test
  void reversedLeadsAreAnotherLedger() {
    PullLedger ledger = ledger("5V gnd 58 ohm", "5V gnd 200 ohm reversed", "pull U13 92 ohm");
    assertThat(ledger.startOhms()).isEqualTo(58);
    assertThat(ledger.steps().getFirst().ownOhms().orElseThrow()).isCloseTo(157, within(0.5));
    assertThat(ledger.polarityDiffers()).isTrue();
    assertThat(ledger.words()).contains("one way of the leads only");
  }

  /** Independent variances add, JCGM 100:2008, 5.1.2; the shared one is added to them. */
  @Test
  void theBudgetIsTheSumOfItsParts() {
    Rail rail = BOARD.rail("+5V").orElseThrow();
    CurrentBudget budget = CurrentBudget.of(BOARD, rail, Set.of());
    double sum = budget.shares().stream().mapToDouble(CurrentBudget.Share::amps).sum();
    double squares =
        budget.shares().stream().mapToDouble(s -> 0.3 * 0.3 * s.amps() * s.amps()).sum();
    assertThat(budget.amps()).isCloseTo(sum, within(1e-9));
    assertThat(budget.sigmaAmps())
        .isCloseTo(Math.sqrt(squares + Math.pow(0.15 * sum, 2)), within(1e-9));
    CurrentBudget without = CurrentBudget.of(BOARD, rail, Set.of("U8"));
    assertThat(without.shares().stream().map(CurrentBudget.Share::part)).doesNotContain("U8");
    assertThat(budget.origin()).contains("typical currents of");
  }

  /** Common practice, no source: 0.6 A expected and 0.8 A seen means something is loading. */
  @Test
  void aThirdOverTheExpectedCurrentIsALoad() {
    Rail rail = new Rail("+5V", "+5V", 5, 0.05, 350, 0.6, List.of(), "");
    CurrentBudget budget = CurrentBudget.of(BOARD, rail, Set.of());
    assertThat(budget.of(0.8).level()).isEqualTo(Verdict.Level.BAD);
    assertThat(budget.of(0.62).isGood()).isTrue();
  }

  @Test
  void multiRailPartsWithoutTheirNegativeRailStopThePower() {
    PowerSafety fresh = PowerSafety.of(BOARD, told());
    assertThat(fresh.safe()).isFalse();
    assertThat(fresh.words(BenchContext.Supply.NOT_SAID, Instant::toString))
        .startsWith("Do not switch on yet: U22 to U37 (16 parts) are in and need -5V");
    assertThat(PowerSafety.of(BOARD, told("-5V dummy -5.02")).safe()).isTrue();
    assertThat(PowerSafety.of(BOARD, told("-5V dummy -5.02", "-5V 0.1")).safe()).isFalse();
    String[] all =
        PowerSafety.multiRailParts(BOARD).keySet().stream()
            .map(p -> "pull " + p.designator())
            .toArray(String[]::new);
    assertThat(all).hasSize(16);
    assertThat(PowerSafety.of(BOARD, told(all)).safe()).isTrue();
  }

  @Test
  void shortsLoadsAndWrongRailsSpeakAgainstPower() {
    String proven = "-5V -5.0";
    assertThat(PowerSafety.of(BOARD, told(proven, "5V gnd 1 ohm")).reasons())
        .singleElement()
        .asString()
        .contains("shorted to ground");
    assertThat(PowerSafety.of(BOARD, told(proven, "5V gnd 58 ohm")).reasons())
        .singleElement()
        .asString()
        .contains("is loaded");
    assertThat(PowerSafety.of(BOARD, told(proven, "5V gnd 58 ohm", "pull U13 300 ohm")).reasons())
        .isEmpty();
    assertThat(
            PowerSafety.of(BOARD, told(proven, "5V 5.9"))
                .words(BenchContext.Supply.ON, Instant::toString))
        .startsWith("Switch off: +5V is over");
    assertThat(PowerSafety.of(BOARD, told("-5V 3.1")).reasons())
        .anyMatch(r -> r.contains("wrong sign"));
  }

  private static String sentence(PowerSafety safety) {
    return safety.words(BenchContext.Supply.NOT_SAID, _ -> "today");
  }

  @Test
  void nothingReassuresBeforeSomebodyHasLooked() {
    String apart = "-5V dummy -5.0";
    PowerSafety nothing = PowerSafety.of(BOARD, told(apart));
    assertThat(nothing.state()).isEqualTo(PowerSafety.State.NOT_LOOKED);
    assertThat(sentence(nothing))
        .isEqualTo("Not looked at yet: +5V, +12V, -5V have not been read to ground.");
    PowerSafety half = PowerSafety.of(BOARD, told(apart, "5V gnd 340 ohm", "12V gnd 900 ohm"));
    assertThat(half.state()).isEqualTo(PowerSafety.State.NOT_LOOKED);
    assertThat(half.missing()).isEqualTo("-5V has not been read to ground");
    PowerSafety all =
        PowerSafety.of(BOARD, told(apart, "5V gnd 340 ohm", "12V gnd 900 ohm", "-5V gnd 2.5 kohm"));
    assertThat(all.state()).isEqualTo(PowerSafety.State.MAY);
    assertThat(sentence(all)).startsWith("May be switched on: +5V 340 Ω").endsWith("read today.");
  }

  @Test
  void whatWasOnIsSaidUntilTheNextMend() {
    assertThat(PowerSafety.of(BOARD, told("-5V -5.0", "screen garbage")).state())
        .isEqualTo(PowerSafety.State.WAS_ON);
    assertThat(
            PowerSafety.of(BOARD, told("-5V -5.0", "screen garbage", "mended U1 replaced")).state())
        .isEqualTo(PowerSafety.State.NOT_LOOKED);
    assertThat(
            PowerSafety.of(
                    BOARD, told("-5V -5.0", "mended U1 U2 replaced", "screen garbage", "-5V -5.0"))
                .state())
        .as("one line that mends two parts is one epoch")
        .isEqualTo(PowerSafety.State.WAS_ON);
    assertThat(PowerSafety.of(BOARD, told("-5V -5.0", "screen garbage", "5V gnd 1 ohm")).state())
        .isEqualTo(PowerSafety.State.DO_NOT);
  }

  @Test
  void switchingOnUnlookedIsAskedAboutOnce() {
    Understanding on = new BenchLine(BOARD).understand("power on", BenchContext.FRESH);
    assertThat(BenchGuard.guard(on, BOARD, told("-5V dummy -5.0")))
        .isInstanceOfSatisfying(
            Understanding.Asked.class,
            asked -> assertThat(asked.sentence()).contains("have not been read to ground"));
    assertThat(
            BenchGuard.guard(
                on,
                BOARD,
                told("-5V dummy -5.0", "5V gnd 340 ohm", "12V gnd 900 ohm", "-5V gnd 2.5 kohm")))
        .isEqualTo(on);
    assertThat(BenchGuard.guard(on, BOARD, told("-5V -5.0"))).isEqualTo(on);
  }

  @Test
  void aReadingHoldsUntilItsRailIsWorkedOn() {
    assertThat(PowerSafety.of(BOARD, told("-5V -5.0", "mended U1 replaced")).provenRails())
        .containsExactly("-5V");
    assertThat(PowerSafety.of(BOARD, told("-5V -5.0", "mended VR3 replaced")).provenRails())
        .isEmpty();
    assertThat(PowerSafety.of(BOARD, told("-5V -5.0", "mended U22 replaced")).provenRails())
        .isEmpty();
  }

  @Test
  void multiRailPartsGoBackAfterEveryRailTestedOnesFirstFailedOnesNever() {
    PowerUpOrder order =
        PowerUpOrder.of(
            BOARD, told("pull U22", "pull U23", "U23 tester pass", "U22 tester fail", "-5V -5.0"));
    List<String> words = order.steps().stream().map(PowerUpOrder.Step::words).toList();
    int rail = words.indexOf("Prove +12V, on its dummy load first");
    int good =
        words.indexOf("Power off, seat U23, tested good; then power on and read the rails again");
    assertThat(rail).isNotNegative().isLessThan(good);
    assertThat(words).anyMatch(w -> w.startsWith("U22 failed the tester: it stays out"));
    assertThat(order.steps().stream().filter(s -> s.words().startsWith("Prove -5V")))
        .allMatch(PowerUpOrder.Step::done);
  }

  @Test
  void regulatorsAreWorkedOutFromWhatWasReadElseFromTheFile() {
    RegulatorHeat before =
        RegulatorHeat.all(BOARD, told()).stream()
            .filter(r -> r.part().designator().equals("VR2"))
            .findFirst()
            .orElseThrow();
    assertThat(before.measured()).isFalse();
    assertThat(before.regulator().watts()).isCloseTo((9 - 5) * 1.9, within(0.2));
    RegulatorHeat after =
        RegulatorHeat.all(BOARD, told("RAW9 14", "5V 5.0", "5V 1 A")).stream()
            .filter(r -> r.part().designator().equals("VR2"))
            .findFirst()
            .orElseThrow();
    assertThat(after.measured()).isTrue();
    assertThat(after.regulator().watts()).isCloseTo(9, within(0.1));
  }
}
