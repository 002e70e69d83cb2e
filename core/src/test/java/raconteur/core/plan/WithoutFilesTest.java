package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Diagnosis;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/**
 * Stories on boards for which nothing was simulated beforehand: revision D, and boards made for the
 * test. Trade facts: common practice, no source.
 */
class WithoutFilesTest {
  private static final Board D = Boards.parse(Boards.text("quillon-kittiwake-d"));

  /** One output, the line it drives, and five gates that read it. */
  private static final Board FAN =
      Boards.parse(
          """
          {"format": "raconteur-board/1", "id": "fan", "machine": "Fan", "revision": "A",
           "title": "One line, five sinks", "copper": {"layers": 2, "order known": true},
           "blocks": ["power", "clock", "ram"],
           "parts": [
             {"part": "J1", "device": "connector-4", "block": "clock"},
             {"part": "U1", "device": "74LS04", "block": "clock", "socket": "single wipe"},
             {"part": "U2", "device": "74LS04", "block": "ram", "socket": "single wipe"},
             {"part": "U3", "device": "74LS04", "block": "ram", "socket": "single wipe"}],
           "rails": [{"rail": "+5V", "net": "+5V", "volts": 5, "tolerance percent": 5,
                      "expected ohms": 300}],
           "ground": "GND",
           "nets": [
             {"net": "IN", "path": ["J1.1", "U1.1"], "healthy": "toggling"},
             {"net": "LINE", "path": ["U1.2", "U2.1", "U2.3", "U3.1", "U3.3"],
              "healthy": "toggling"},
             {"net": "Q1", "path": ["U2.2", "J1.2"], "healthy": "toggling"},
             {"net": "Q2", "path": ["U3.2", "J1.3"], "healthy": "toggling"},
             {"net": "+5V", "path": ["U1.14", "U2.14", "U3.14", "J1.4"]},
             {"net": "GND", "path": ["U1.7", "U2.7", "U3.7"]}]}
          """);

  private static Advisor advisor(Board board) {
    return new Advisor(board, History.NONE, 2);
  }

  private static Diagnosis tell(Board board, String... lines) {
    return advisor(board).advise(Stories.of(lines)).diagnosis();
  }

  private static double at(Diagnosis diagnosis, String part) {
    return diagnosis.at(new Place.OfPart(part)).map(Suspect::probability).orElse(0.0);
  }

  private static Place leader(Diagnosis diagnosis) {
    return diagnosis.suspects().getFirst().place();
  }

  private static List<Step> steps(Board board, String... lines) {
    Advisor advisor = advisor(board);
    return advisor.nextSteps(advisor.advise(Stories.of(lines)));
  }

  @Test
  void everySinkThatReadsTheSameConfirmsTheDriver() {
    double one = at(tell(FAN, "U1.2 high"), "U1");
    double two = at(tell(FAN, "U1.2 high", "U2.1 high"), "U1");
    double three = at(tell(FAN, "U1.2 high", "U2.1 high", "U3.3 high"), "U1");
    assertThat(two).isGreaterThan(one);
    assertThat(three).isGreaterThanOrEqualTo(two);
    assertThat(three).isGreaterThan(0.6);
  }

  @Test
  void theOrderOfReadingsOfOneLineDoesNotMatter() {
    double there = at(tell(FAN, "U1.1 toggling", "U1.2 high", "U3.3 high"), "U1");
    double back = at(tell(FAN, "U3.3 high", "U1.2 high", "U1.1 toggling"), "U1");
    assertThat(there).isCloseTo(back, org.assertj.core.api.Assertions.within(1e-9));
  }

  /** One pin of a line reads otherwise than those around it: its own joint, not the track. */
  @Test
  void aPinInsideALineThatFloatsHasLostItsContact() {
    Diagnosis diagnosis =
        tell(
            FAN,
            "U1.2 toggling",
            "U2.1 toggling",
            "U2.3 floating",
            "U3.1 toggling",
            "U2.3 floating");
    assertThat(leader(diagnosis).toString()).isEqualTo("contact of U2.3");
    assertThat(steps(FAN, "U1.2 toggling", "U2.3 floating", "U2.3 floating", "U3.3 toggling"))
        .anyMatch(s -> s.title().contains("U2"));
  }

  @Test
  void aLoadThatTheMeterCannotTellFromItsLastDigitConvictsNobody() {
    double before = at(tell(D, "5V gnd 1.49 ohm"), "U15");
    double small = at(tell(D, "5V gnd 1.49 ohm", "pull U15 1.50 ohm"), "U15");
    double large = at(tell(D, "5V gnd 58 ohm", "pull U15 92 ohm"), "U15");
    assertThat(small).isLessThanOrEqualTo(before);
    assertThat(large).isGreaterThan(0.6);
  }

  /** Power before clock before everything: what stands on a rail that is down says nothing. */
  @Test
  void aRailThatIsDownExplainsTheClockThatStands() {
    Diagnosis diagnosis = tell(D, "5V 2.36", "U8.17 floating", "screen blank");
    assertThat(at(diagnosis, "Y1")).isLessThan(0.03);
    List<Step> steps = steps(D, "5V 2.36", "U8.17 floating", "screen blank");
    assertThat(steps.getFirst().action())
        .isInstanceOfSatisfying(
            Step.Test.class,
            test ->
                assertThat(test.sample())
                    .isInstanceOfSatisfying(
                        Finding.RailOhms.class, o -> assertThat(o.rail()).isEqualTo("+5V")));
  }

  @ParameterizedTest
  @ValueSource(strings = {"5V 2.36", "12V 3.1"})
  void whileARailIsDownNoSignalIsProbed(String reading) {
    assertThat(steps(D, "screen garbage", reading))
        .noneMatch(
            s ->
                s.action() instanceof Step.Test(Finding sample) && sample instanceof Finding.Probe);
  }

  @Test
  void whatAMeterFindsJoinedThreeTimesIsJoined() {
    String joined = "cont U24.2 U66.3 joined";
    Diagnosis diagnosis = tell(D, "screen garbage", joined, joined, joined);
    assertThat(leader(diagnosis)).isInstanceOf(Place.Bridge.class);
    assertThat(diagnosis.suspects().getFirst().probability()).isGreaterThan(0.8);
  }

  @Test
  void aSupplyThatDoesNotReachItsPinIsFoundByTheMeter() {
    String open = "cont U1.14 U3.14 open";
    assertThat(tell(FAN, open, open).suspects())
        .anyMatch(s -> s.place() instanceof Place.Contact && s.probability() > 0.2);
  }

  /** Cleaning two connectors has nothing to do with a chip that failed the tester. */
  @Test
  void mendsElsewhereEraseNothing() {
    String[] found = {"U39.7 low", "U39.7 low", "U39 tester fail"};
    double before = at(tell(D, found), "U39");
    double after =
        at(
            tell(
                D,
                found[0],
                found[1],
                found[2],
                "mended J1 cleaned",
                "screen garbage",
                "mended J6 cleaned",
                "screen garbage"),
            "U39");
    assertThat(after).isGreaterThan(before / 2);
  }

  /** An inverter whose output stands high while its input is held low: that is what it is for. */
  @Test
  void aGateThatFollowsItsInputIsNotAccused() {
    Diagnosis diagnosis = tell(FAN, "U1.1 low", "U1.1 low", "J1.1 low", "U1.2 high", "U2.1 high");
    assertThat(at(diagnosis, "U1")).isLessThan(0.35);
  }

  @Test
  void contactsAreCleanedAndNeverFeltForHeat() {
    for (Step step : steps(D, "screen garbage", "12V 3.1", "12V gnd 400 ohm")) {
      assertThat(step.title()).doesNotContain("Feel whether J").doesNotContain("Replace J");
    }
  }
}
