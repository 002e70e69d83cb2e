package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.BoardFiles;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;

/** Stories every restorer knows, told as plain bench lines: the right place has to lead. */
class StoriesOfTheTradeTest {

  private static Diagnosis tell(String... lines) {
    return Stories.advise(Boards.KITTIWAKE_B, lines).diagnosis();
  }

  private static Place leader(Diagnosis diagnosis) {
    return diagnosis.suspects().getFirst().place();
  }

  /** Behind the sixth, an empty one here, is the port chip: the picture comes, the keys do not. */
  @Test
  void anAddressLineThatTogglesOnFiveSocketsAndFloatsOnTheSixth() {
    Diagnosis diagnosis =
        tell(
            "screen works",
            "U18.5 toggling",
            "U15.5 toggling",
            "U16.5 toggling",
            "U19.5 toggling",
            "U20.5 toggling",
            "U17.5 floating");
    assertThat(leader(diagnosis)).isInstanceOf(Place.Segment.class);
    Place.Segment cut = (Place.Segment) leader(diagnosis);
    assertThat(cut.from().toString()).isEqualTo("U20.5");
    assertThat(cut.to().toString()).isEqualTo("U17.5");
  }

  @Test
  void continuityWithThePowerOffMakesTheCutSure() {
    Diagnosis diagnosis =
        tell("screen works", "U20.5 toggling", "U17.5 floating", "cont U20.5 U17.5 open");
    assertThat(diagnosis.suspects().getFirst().probability()).isGreaterThan(0.9);
  }

  @Test
  void aChipThatPassesTheTesterWhileItsRailReadsLow() {
    Diagnosis diagnosis = tell("5V gnd 58 ohm", "U13 tester pass", "pull U13 92 ohm");
    assertThat(leader(diagnosis)).isEqualTo(new Place.OfPart("U13"));
    assertThat(diagnosis.suspects().getFirst().faults().getFirst().fault().mode().words())
        .isEqualTo("leaks on its rail");
  }

  @Test
  void flashesThatDisagreeSpeakForASharedCause() {
    Diagnosis steady = tell("screen garbage", "flash 3 3 3 3");
    Diagnosis wandering = tell("screen garbage", "flash 3 7 5 1");
    assertThat(leader(steady)).isEqualTo(new Place.OfPart("U24"));
    for (String multiplexer : List.of("U38", "U39", "U40", "U41")) {
      assertThat(weightOfLast(wandering, multiplexer))
          .isGreaterThan(5)
          .isGreaterThan(weightOfLast(wandering, "U24") + 3);
      assertThat(weightOfLast(steady, multiplexer)).isLessThan(weightOfLast(steady, "U24") - 6);
    }
  }

  /** What the last finding weighs for a part, in decibans. */
  private static double weightOfLast(Diagnosis diagnosis, String part) {
    return diagnosis.at(new Place.OfPart(part)).orElseThrow().weights().getLast().decibans();
  }

  private static double shareOf(Diagnosis diagnosis, String part) {
    return diagnosis.at(new Place.OfPart(part)).map(Suspect::probability).orElse(0.0);
  }

  @Test
  void aGateThatIsStuckBetweenMovingInputsIsDeadThoughItsNeighbourIsFine() {
    Diagnosis diagnosis =
        tell("U66.1 toggling", "U66.2 toggling", "U66.3 high", "U66.3 high", "U66.8 high");
    assertThat(leader(diagnosis)).isEqualTo(new Place.OfPart("U66"));
    assertThat(diagnosis.suspects().getFirst().probability()).isGreaterThan(0.7);
  }

  @Test
  void aTesterThatNamesAGateAgreesWithTheProbeAtItsOutput() {
    Diagnosis diagnosis = tell("screen garbage", "U39.7 low", "U39 tester fail gates 1");
    assertThat(leader(diagnosis)).isEqualTo(new Place.OfPart("U39"));
    assertThat(diagnosis.suspects().getFirst().probability()).isGreaterThan(0.95);
  }

  @Test
  void aMendThatCuresNothingIsEvidenceAgainstTheMendedPart() {
    Diagnosis before = tell("screen garbage", "flash 3 3 3");
    Diagnosis after = tell("screen garbage", "flash 3 3 3", "mended U24 replaced", "flash 3 3 3");
    assertThat(leader(before)).isEqualTo(new Place.OfPart("U24"));
    assertThat(shareOf(after, "U24")).isLessThan(shareOf(before, "U24"));
  }

  @Test
  void aMendThatWorksLeavesASoundBoard() {
    Diagnosis after =
        tell(
            "screen garbage",
            "flash 3 3 3",
            "U24 tester fail",
            "mended U24 replaced",
            "flash pass",
            "screen works");
    assertThat(after.soundness()).isGreaterThan(0.3);
    assertThat(shareOf(after, "U24")).isLessThan(0.05);
  }

  @Test
  void aRunningDeadTestClearsProcessorDecoderAndClock() {
    Diagnosis diagnosis = tell("screen garbage", "flash pass", "flash pass");
    assertThat(diagnosis.cleared().stream().map(s -> s.place().toString())).contains("U8", "Y1");
    assertThat(shareOf(diagnosis, "U13")).isLessThan(shareOf(tell("screen garbage"), "U13"));
  }

  @Test
  void aSocketedSuspectWithStrongEvidenceIsMendedWithoutFurtherTests() {
    Advisor advisor = new Advisor(Boards.KITTIWAKE_B, History.NONE, 2);
    var advice = advisor.advise(Stories.of("5V gnd 58 ohm", "pull U13 92 ohm"));
    List<Step> steps = advisor.nextSteps(advice);
    assertThat(steps).hasSize(3);
    assertThat(steps.getFirst().title()).startsWith("Replace U13");
    assertThat(steps.getFirst().outcomes().getFirst().line()).isEqualTo("mended U13 replaced");
  }

  @Test
  void stepsSayTimePlaceSetUpCautionAndWhatEachOutcomeWouldMean() {
    Advisor advisor = new Advisor(Boards.KITTIWAKE_B, History.NONE, 2);
    var advice =
        advisor.advise(Stories.of("screen garbage", "flash 3 7 5", "5V 5.0", "12V 12", "-5V -5"));
    for (Step step : advisor.nextSteps(advice)) {
      assertThat(step.minutes()).isPositive();
      assertThat(step.setUp()).isNotBlank();
      assertThat(step.why()).contains("minutes");
      assertThat(step.outcomes()).isNotEmpty().allMatch(o -> !o.meaning().isBlank());
      assertThat(step.outcomes().stream().mapToDouble(Step.Outcome::chance).sum())
          .isBetween(0.9, 1.001);
    }
  }

  @Test
  void withoutAnyFindingTheUsualSuspectsLead() {
    Diagnosis diagnosis = tell();
    assertThat(leader(diagnosis)).isEqualTo(new Place.OfPart("U13"));
  }

  /** A parts list with blocks and experience is enough to begin with. */
  @Test
  void aBoardKnownOnlyAsASheetIsReasonedAboutByBlocksAndFlashTable() {
    Board sheet =
        Boards.parse(
            """
            {"format": "raconteur-board/1", "id": "sheet", "machine": "Sheet", "revision": "1",
             "title": "Sheet", "blocks": ["power", "rom", "ram"],
             "parts": [
               {"part": "VR1", "device": "7805", "block": "power"},
               {"part": "U2", "device": "2364", "block": "rom", "socket": "single wipe"},
               {"part": "U3", "device": "4116", "block": "ram", "socket": "single wipe"},
               {"part": "U4", "device": "4116", "block": "ram", "socket": "single wipe"}],
             "dead test": {"flashes": [{"count": 1, "part": "U3"}, {"count": 2, "part": "U4"}]},
             "symptoms": [
               {"symptom": "garbage", "title": "Garbage", "chances": {"rom": 0.3, "ram": 0.7},
                "origin": "made up for tests"},
               {"symptom": "works", "title": "Works", "chances": {"power": 0.01},
                "origin": "made up for tests"}]}
            """);
    Advisor advisor = new Advisor(sheet, History.NONE, 2);
    var advice = advisor.advise(Stories.of("screen garbage", "flash 2 2", "U4.14 low"));
    assertThat(leader(advice.diagnosis())).isEqualTo(new Place.OfPart("U4"));
    assertThat(advisor.nextSteps(advice)).isNotEmpty();
  }

  /** A board that is being written down: what is known already reasons, what is not stays quiet. */
  @Test
  void aPartWhosePinsAreNotKnownYetDoesNotStopTheRest() {
    var whole = Boards.KITTIWAKE_B.contents();
    var partly =
        whole.withNets(
            whole.nets().stream()
                .map(
                    n ->
                        n.withPath(n.path().stream().filter(p -> !p.part().equals("U39")).toList()))
                .filter(n -> !n.path().isEmpty())
                .toList());
    var board = BoardFiles.check(partly, DeviceLibrary.shipped()).shipped();
    var advisor = new Advisor(board, History.NONE, 2);
    var advice =
        advisor.advise(
            Stories.of(
                "screen garbage", "U39.7 low", "U39 tester fail", "U22.3 toggling", "5V 4.95"));
    assertThat(advice.diagnosis().suspects().subList(0, 3))
        .extracting(Suspect::place)
        .contains(new Place.OfPart("U39"));
    assertThat(advisor.nextSteps(advice)).isNotEmpty();
  }
}
