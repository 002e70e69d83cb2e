package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.data.DataFile;
import raconteur.core.data.Loaded;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

class NextStepsTest {

  private static List<Step> steps(Board board, String... lines) {
    Advisor advisor = new Advisor(board, History.NONE, 2);
    return advisor.nextSteps(advisor.advise(Stories.of(lines)));
  }

  /** A bridge between neighbours of one part: what lies between them is one part, not two. */
  @Test
  void twoPinsOfOnePartThatAreJoinedLeadToAStep() {
    Board board = Boards.KITTIWAKE_B;
    String joined = "cont U38.5 U38.6 joined";
    assertThat(board.netOf(PinRef.parse("U38.5"))).isNotEqualTo(board.netOf(PinRef.parse("U38.6")));
    assertThat(steps(board, "screen garbage", joined, joined, joined)).isNotEmpty();
  }

  /** Common practice, no source: minutes to take out and put in, socketed and soldered. */
  @ParameterizedTest
  @CsvSource({"U13, 1, 1", "U24, 8, 6", "U9, 14, 9", "U39, 8, 6"})
  void handlingAPartCostsWhatTheTradeSays(String designator, double out, double in) {
    Part part = Boards.KITTIWAKE_B.part(designator).orElseThrow();
    assertThat(Costs.shipped().takeOut(part)).isEqualTo(out);
    assertThat(Costs.shipped().putIn(part)).isEqualTo(in);
  }

  /** Common practice, no source: 0.1 % a desoldered pin, one damaged track costs 15 minutes. */
  @Test
  void solderedPinsCarryTheRiskOfDamage() {
    Board board = Boards.KITTIWAKE_B;
    Costs costs = Costs.shipped();
    assertThat(costs.riskOfTakingOut(board, board.part("U24").orElseThrow()))
        .isCloseTo(16 * 0.001 * 15, within(1e-9));
    assertThat(costs.riskOfTakingOut(board, board.part("U13").orElseThrow())).isZero();
  }

  /** What lies on the bench is not unsoldered once more. */
  @Test
  void aPartThatIsOutIsTestedForTheMinutesOfTheTestAlone() {
    Advisor advisor = new Advisor(Boards.KITTIWAKE_B, History.NONE, 1);
    var test = new Step.Test(new Finding.TesterVerdict("U24", true, new TreeSet<>()));
    double soldered = advisor.minutes(test, Set.of());
    assertThat(soldered - advisor.minutes(test, Set.of("U24")))
        .isCloseTo(8 + 6 + 16 * 0.001 * 15, within(1e-9));
  }

  @Test
  void aSolderedSuspectIsProbedBeforeItIsPulled() {
    List<Step> steps = steps(Boards.KITTIWAKE_B, "screen garbage", "flash 3 7 5");
    assertThat(steps.getFirst().title()).doesNotStartWith("Replace").doesNotContain("tester");
  }

  @Test
  void aStrangeReadingIsTakenAgainBeforeAnythingIsMended() {
    List<Step> steps =
        steps(Boards.KITTIWAKE_B, "U6.1 toggling", "U6.2 toggling", "U6.13 toggling", "U6.12 high");
    assertThat(steps).noneMatch(s -> s.title().startsWith("Replace"));
  }

  /** Somebody who can make none of the telling tests is not sent from one trifle to the next. */
  @Test
  void whereTestsTellOnlyTriflesTheMendComesAtHalfTheUsualSuspicion() {
    var shop = new Shop(Schools.shipped().usual(), Set.of());
    var advisor = new Advisor(Boards.KITTIWAKE_B, History.NONE, 2, shop);
    var advice = advisor.advise(Stories.of("screen garbage", "flash 3 3 3"));
    double suspicion = advice.diagnosis().suspects().getFirst().probability();
    assertThat(suspicion).isBetween(shop.school().mendFrom() / 2, shop.school().mendFrom());
    Set<String> declined = new HashSet<>();
    List<Step> steps = advisor.nextSteps(advice, declined);
    while (steps.getFirst().action() instanceof Step.Test) {
      declined.add(steps.getFirst().action().name());
      steps = advisor.nextSteps(advice, declined);
    }
    assertThat(steps.getFirst().title()).startsWith("Replace U24");
    assertThat(steps.getFirst().why()).contains("no test that is left tells more than a trifle");
    assertThat(steps).as("trifles that are still offered").hasSizeGreaterThan(1);
  }

  /**
   * Common practice, no source: with a rail pulled down, what sits in a socket is pulled and the
   * rail read again, before anything is replaced.
   */
  @Test
  void aRailThatIsPulledDownIsTracedByPullingWhatIsInSockets() {
    String[] dark = {"screen blank", "5V 0", "12V 12.1", "-5V -5.1"};
    assertThat(pulls(dark)).isEmpty();
    String[] loaded = {"screen blank", "5V 0", "12V 12.1", "-5V -5.1", "5V gnd 30 ohm"};
    assertThat(pulls(loaded)).contains("U13").doesNotContain("U26");
    Step first = steps(Boards.KITTIWAKE_B, loaded).getFirst();
    assertThat(first.title()).startsWith("Pull U13");
    assertThat(first.outcomes()).extracting(Step.Outcome::word).contains("rises", "stays at 30 Ω");
  }

  private static List<String> pulls(String... lines) {
    var advisor = new Advisor(Boards.KITTIWAKE_B, History.NONE, Advisor.MOST_IN_A_HYPOTHESIS);
    return advisor.everyAction(advisor.advise(Stories.of(lines)), Set.of()).stream()
        .filter(a -> a instanceof Step.Test(Finding.PullStep _))
        .map(a -> ((Finding.PullStep) ((Step.Test) a).sample()).part())
        .toList();
  }

  /** Common practice, no source: who has measured for an hour replaces what he half suspects. */
  @Test
  void theLongerNothingConvincesTheLessSuspicionAMendAsksFor() {
    List<String> story = new ArrayList<>(List.of("screen garbage", "flash 3 3 3"));
    assertThat(steps(Boards.KITTIWAKE_B, story.toArray(String[]::new)))
        .noneMatch(s -> s.title().startsWith("Replace"));
    for (int again = 0; again < 120; again++) {
      story.add("12V 12.1");
    }
    assertThat(steps(Boards.KITTIWAKE_B, story.toArray(String[]::new)))
        .anyMatch(s -> s.title().startsWith("Replace U24"));
  }

  @Test
  void planningNeedsNoWeightsOfSingleFindings() {
    String[] story = {"screen garbage", "flash 3 3 3", "mended U24 replaced", "flash 3 5"};
    var advisor = new Advisor(Boards.KITTIWAKE_B, History.NONE, Advisor.MOST_IN_A_HYPOTHESIS);
    var brief = advisor.adviseUnexplained(Stories.of(story));
    var full = advisor.advise(Stories.of(story));
    assertThat(brief.diagnosis().hypotheses()).isEqualTo(full.diagnosis().hypotheses());
    assertThat(brief.diagnosis().suspects())
        .extracting(Suspect::probability)
        .isEqualTo(full.diagnosis().suspects().stream().map(Suspect::probability).toList());
    assertThat(brief.diagnosis().suspects()).allMatch(s -> s.weights().isEmpty());
    assertThat(advisor.nextSteps(brief)).isEqualTo(advisor.nextSteps(full));
  }

  @Test
  void whatWasTakenTwiceIsNotProposedAThirdTime() {
    List<Step> steps =
        steps(
            Boards.KITTIWAKE_B,
            "U6.1 toggling",
            "U6.2 toggling",
            "U6.13 toggling",
            "U6.12 high",
            "U6.12 high");
    assertThat(steps).noneMatch(s -> s.title().startsWith("Probe U6.12"));
  }

  @Test
  void aCutIsMendedByAWireBetweenItsEnds() {
    List<Step> steps =
        steps(
            Boards.KITTIWAKE_B,
            "U20.5 toggling",
            "U17.5 floating",
            "cont U20.5 U17.5 open",
            "cont U20.5 U17.5 open");
    assertThat(steps.getFirst().outcomes().getFirst().line()).isEqualTo("mended U20.5 U17.5 wired");
    assertThat(steps.getFirst().caution()).contains("iron");
  }

  @Test
  void partsThatAreOutAreNeitherProbedNorSwapped() {
    List<Step> steps = steps(Boards.KITTIWAKE_B, "screen blank", "pull U13");
    assertThat(steps).noneMatch(s -> s.part().equals("U13"));
  }

  @Test
  void stepsAreDifferentEnoughToChooseFrom() {
    List<Step> steps = steps(Boards.KITTIWAKE_B, "screen blank");
    assertThat(steps.stream().filter(s -> s.title().startsWith("Measure"))).hasSizeLessThan(2);
    assertThat(steps.stream().map(Step::title)).doesNotHaveDuplicates();
  }

  @Test
  void aBoardOfOnePartStillGetsAnAnswer() {
    Board board =
        Boards.parse(
            """
            {"format": "raconteur-board/1", "id": "one", "machine": "One", "revision": "1",
             "title": "One", "blocks": ["cpu"],
             "parts": [{"part": "U1", "device": "74LS04", "block": "cpu"}]}
            """);
    Advisor advisor = new Advisor(board, History.NONE, 3);
    var advice = advisor.advise(Stories.of("U1 tester fail gates 1", "U1.2 high"));
    assertThat(advice.diagnosis().suspects().getFirst().place()).isEqualTo(new Place.OfPart("U1"));
    assertThat(advisor.nextSteps(advice)).isNotEmpty();
  }

  @Test
  void aMinutesFileWithAHoleIsRefused() {
    String text = DataFile.shippedText(Costs.class, "/raconteur/core/data/minutes.json");
    assertThat(Costs.read("minutes.json", text.replace("\"wire\": 6,", "")))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused -> assertThat(refused.summary()).contains("\"wire\" is missing"));
  }
}
