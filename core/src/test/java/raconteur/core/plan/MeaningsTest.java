package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Finding;

/** What findings mean, one by one: common practice, no source. On boards nothing was tuned for. */
class MeaningsTest {
  private static final Board TERN = ToldStories.board("tern-1");
  private static final Board FULMAR = ToldStories.board("fulmar-2");
  private static final Board PETREL = Boards.parse(Boards.text("petrel-1"));
  private static final Board LANTERNFISH = Boards.parse(Boards.text("lanternfish-l1"));
  private static final Map<Board, Advisor> ADVISORS = new HashMap<>();

  private static Diagnosis told(Board board, String... lines) {
    return advisor(board).adviseUnexplained(Stories.of(lines)).diagnosis();
  }

  private static Advisor advisor(Board board) {
    return ADVISORS.computeIfAbsent(board, b -> new Advisor(b, History.NONE, 2));
  }

  private static double at(Diagnosis diagnosis, String place) {
    return diagnosis.suspects().stream()
        .filter(s -> s.place().toString().equals(place))
        .mapToDouble(Suspect::probability)
        .findFirst()
        .orElse(0);
  }

  private static List<String> steps(Board board, String... lines) {
    Advisor advisor = advisor(board);
    return advisor.nextSteps(advisor.advise(Stories.of(lines))).stream().map(Step::title).toList();
  }

  /** Where no memory answers at all the test stops at the first of its order, run after run. */
  @Test
  void aSteadyFirstCountLeavesWhatAllMemoriesShareInAndAnyOtherSteadyCountDoesNot() {
    Diagnosis first = told(TERN, "screen garbage", "flash 1 1 1");
    Diagnosis fifth = told(TERN, "screen garbage", "flash 5 5 5");
    Diagnosis wanders = told(TERN, "screen garbage", "flash 1 5 3");
    for (String shared : List.of("U7", "U8")) {
      assertThat(at(first, shared)).as(shared).isGreaterThan(2 * at(fifth, shared));
      assertThat(at(wanders, shared)).as(shared).isGreaterThan(at(first, shared));
    }
    assertThat(at(fifth, "U15")).isGreaterThan(at(wanders, "U15"));
  }

  @Test
  void countsThatDisagreeAreTheFindingAndNoneToTakeAgain() {
    assertThat(told(TERN, "screen garbage", "flash 3 7 1", "flash 5", "flash 2").doubts())
        .noneMatch(doubt -> doubt.finding().finding() instanceof Finding.DeadTestResult);
  }

  @ParameterizedTest
  @CsvSource({"runs cartridge, Y1", "runs cartridge, C2", "runs cartridge, U1", "flash pass, C2"})
  void whatRunsClearsWhatItsRunNeeds(String line, String cleared) {
    assertThat(at(told(TERN, "screen blank", line), cleared))
        .isLessThan(0.4 * at(told(TERN, "screen blank"), cleared));
  }

  @Test
  void aCartridgeThatRunsSaysNothingOfTheFirmwareItDoesWithout() {
    double before = at(told(TERN, "screen blank"), "U5");
    assertThat(at(told(TERN, "screen blank", "runs cartridge"), "U5")).isGreaterThan(before);
    assertThat(at(told(TERN, "screen blank", "runs cartridge not"), "U5")).isLessThan(before);
  }

  /** Suspicion goes by the way from the contact to what reads it, and not by the block. */
  @Test
  void aDeadKeyAccusesItsOwnWay() {
    Diagnosis dead = told(TERN, "screen keys", "function J2.4 bad", "function J2.3 good");
    assertThat(at(dead, "U20")).isGreaterThan(at(dead, "U21")).isGreaterThan(at(dead, "U22"));
    double whole =
        dead.suspects().stream()
            .filter(s -> s.place().toString().startsWith("KR3"))
            .mapToDouble(Suspect::probability)
            .sum();
    double other =
        dead.suspects().stream()
            .filter(s -> s.place().toString().startsWith("KR2"))
            .mapToDouble(Suspect::probability)
            .sum();
    assertThat(whole).isGreaterThan(5 * other);
  }

  @ParameterizedTest
  @ValueSource(strings = {"tap U4 changes", "moved U4 changes"})
  void whatAnswersToTouchIsAJoint(String line) {
    Diagnosis before = told(TERN, "screen garbage");
    Diagnosis after = told(TERN, "screen garbage", line);
    assertThat(at(after, "joints of U4")).isGreaterThan(3 * at(before, "joints of U4"));
    assertThat(at(after, "U15")).isLessThan(at(before, "U15"));
    assertThat(steps(TERN, "screen garbage", line, line)).anyMatch(s -> s.contains("Seat U4"));
  }

  /** Two that change places are both still on the board: nothing changed says little. */
  @Test
  void partsExchangedWithOneAnother() {
    double before = at(told(TERN, "screen garbage"), "U11");
    double same = at(told(TERN, "screen garbage", "exchanged U11 U12 same"), "U11");
    double changed = at(told(TERN, "screen garbage", "exchanged U11 U12 changed"), "U11");
    assertThat(same).isBetween(0.3 * before, before);
    assertThat(changed).isGreaterThan(3 * before);
  }

  @Test
  void aPartThatIsMissingIsNoSuspectAndOneInBackwardsIs() {
    assertThat(at(told(TERN, "screen blank", "missing U20"), "U20")).isZero();
    assertThat(at(told(TERN, "screen garbage", "backwards U12"), "U12")).isGreaterThan(0.6);
    assertThat(at(told(TERN, "screen garbage", "missing U20", "seat U20"), "U20")).isPositive();
  }

  /** The old part is good: its mend was not needed, and the fault is somewhere else. */
  @Test
  void aVerdictOnThePartThatCameOutIsOfTheTimeBefore() {
    String[] mended = {"screen garbage", "flash 3 3 3", "mended U13 replaced", "screen works"};
    double unsaid = told(TERN, mended).soundness();
    assertThat(told(TERN, mended[0], mended[1], mended[2], "U13 old tester pass", mended[3]))
        .satisfies(pass -> assertThat(pass.soundness()).isLessThan(unsaid));
    assertThat(told(TERN, mended[0], mended[1], mended[2], "U13 old tester fail", mended[3]))
        .satisfies(fail -> assertThat(fail.soundness()).isGreaterThan(unsaid));
  }

  @Test
  void joinedThroughACoilIsItsHealthAndOpenIsItsFault() {
    double before = at(told(TERN, "screen blank", "12M 0.0"), "L1");
    assertThat(at(told(TERN, "screen blank", "12M 0.0", "cont L1.1 L1.2 open"), "L1"))
        .isGreaterThan(3 * before);
    Diagnosis joined = told(TERN, "screen blank", "12M 0.0", "cont L1.1 L1.2 joined");
    assertThat(at(joined, "L1")).isLessThan(before);
    assertThat(joined.suspects())
        .noneMatch(s -> s.place() instanceof Place.Bridge b && b.toString().contains("L1.1, L1.2"));
  }

  /** Conductances add: a step of that size is no slip, whatever else may leak. */
  @Test
  void everyPullCountsWhileTheRailIsLow() {
    Diagnosis both =
        told(TERN, "5V gnd 40 ohm", "pull U13 58 ohm", "pull U4 92 ohm", "pull U1 92 ohm");
    assertThat(at(both, "U4")).isGreaterThan(0.9);
    assertThat(at(both, "U13")).isGreaterThan(0.4);
    assertThat(at(both, "U1")).isLessThan(0.1);
    Diagnosis digit = told(TERN, "5V gnd 1.49 ohm", "pull U13 1.50 ohm");
    assertThat(at(digit, "U13")).isLessThan(0.1);
  }

  @Test
  void nothingIsPoweredIntoAShortAndWhatCarriesTheRestComesFirst() {
    Advisor advisor = advisor(FULMAR);
    var low = advisor.advise(Stories.of("5V gnd 5 ohm"));
    assertThat(advisor.nextSteps(low))
        .isNotEmpty()
        .noneMatch(s -> s.action() instanceof Step.Test test && advisor.isPowered(test));
    assertThat(steps(LANTERNFISH, "screen blank", "5V 5.0", "U1.18 low", "U1.18 low"))
        .first()
        .asString()
        .containsAnyOf("U5", "C90", "R3");
  }

  @Test
  void settingsAreKeptByTheCellAndItsWay() {
    double before = at(told(PETREL, "screen works"), "C1");
    assertThat(at(told(PETREL, "screen works", "settings lost"), "C1")).isGreaterThan(3 * before);
    assertThat(at(told(PETREL, "screen works", "settings kept"), "C1")).isLessThan(0.5 * before);
  }

  /** A set fitted together may not suit, though every one of it passes. */
  @Test
  void troubleThatCameWithASetIsForTheSet() {
    String fitted = "mended U11-U18 replaced";
    Diagnosis came =
        told(TERN, "screen garbage", "U13 tester fail", fitted, "flash 5 2 7", "flash 1 3 3");
    Diagnosis suits = told(TERN, "screen garbage", "U13 tester fail", fitted, "flash pass");
    assertThat(at(came, "set U11–U18")).isGreaterThan(10 * at(suits, "set U11–U18"));
    assertThat(at(told(TERN, "screen garbage", "flash 5 2 7"), "set U11–U18")).isZero();
  }

  /** 1 − exp(−n / h) of the share, as docs/models.md has it. */
  @Test
  void aSharesFaultsGrowWithItsMembersAndLevelOff() {
    Priors priors = Priors.shipped();
    double whole = priors.shares().get("ram");
    double most = priors.membersToLevel().get("ram");
    assertThat(priors.share("ram", Map.of("ram", 1)))
        .isCloseTo(whole * (1 - Math.exp(-1 / most)), org.assertj.core.data.Offset.offset(1e-12));
    assertThat(priors.share("ram", Map.of("ram", 24))).isBetween(0.99 * whole, whole);
    assertThat(priors.share("nothing of the kind", Map.of("nothing of the kind", 3))).isZero();
  }

  /**
   * Where there is no processor, memory or custom, their part of the faults is in the counters and
   * gates that do their work, the more of these there are; where there are, in themselves.
   */
  @Test
  void whatABoardHasNoPartsForBreaksInWhatStandsInForIt() {
    Priors priors = Priors.shipped();
    double own =
        priors.share(
            "small logic", Map.of("small logic", 30, "customs", 9, "ram", 24, "rom", 9, "cpu", 3));
    double alone = priors.share("small logic", Map.of("small logic", 30));
    double few = priors.share("small logic", Map.of("small logic", 2));
    double missing =
        priors.instead().orElseThrow().of().stream().mapToDouble(o -> priors.shares().get(o)).sum();
    assertThat(own).isLessThan(0.09);
    assertThat(alone - own).isBetween(0.6 * missing, missing);
    assertThat(few).isLessThan(0.4 * alone);
    assertThat(priors.share("ram", Map.of("small logic", 30))).isZero();
  }

  @Test
  void withoutNetsEveryPartHasItsJointsAndWithNetsNone() {
    FaultCatalogue sheet = FaultCatalogue.of(FULMAR, Priors.shipped(), History.NONE);
    FaultCatalogue nets = FaultCatalogue.of(TERN, Priors.shipped(), History.NONE);
    assertThat(sheet.faults())
        .filteredOn(f -> f.place() instanceof Place.Joints)
        .hasSize(FULMAR.parts().size())
        .allMatch(f -> f.mode() == FaultMode.OPEN);
    assertThat(nets.faults()).noneMatch(f -> f.place() instanceof Place.Joints);
  }

  @Test
  void damageToldByPartRaisesThePartAndItsJoints() {
    Diagnosis plain = told(FULMAR, "screen blank");
    Diagnosis hurt = told(FULMAR, "damage corrosion U7", "screen blank");
    assertThat(at(hurt, "U7")).isGreaterThan(1.8 * at(plain, "U7"));
    assertThat(at(hurt, "joints of U7")).isGreaterThan(4 * at(plain, "joints of U7"));
    Diagnosis reworked = told(FULMAR, "damage rework U7", "screen blank");
    assertThat(at(reworked, "U7")).isLessThan(at(hurt, "U7"));
  }

  /** Common practice, no source: on a shorted rail every pair of rail and ground reads joined. */
  @Test
  void joinedBetweenAShortedRailAndGroundSaysNotWhere() {
    Diagnosis before = told(LANTERNFISH, "5V gnd 2.2 ohm");
    Diagnosis after = told(LANTERNFISH, "5V gnd 2.2 ohm", "cont U2.14 U2.13 joined");
    assertThat(at(after, "U9") / at(before, "U9")).isBetween(0.9, 1.1);
    assertThat(steps(LANTERNFISH, "5V gnd 2.2 ohm"))
        .noneMatch(title -> title.startsWith("Continuity"));
  }
}
