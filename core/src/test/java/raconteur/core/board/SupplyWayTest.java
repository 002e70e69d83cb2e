package raconteur.core.board;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;
import static raconteur.core.Stories.suspicion;

import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.fault.History;
import raconteur.core.plan.Advisor;
import raconteur.core.plan.Step;

/** The way of the supply, on boards of which only the nets were typed. */
class SupplyWayTest {
  private static final Board SMEW = ToldStories.board("smew-1");
  private static final Board CURLEW = ToldStories.board("curlew-1");

  private static String made(Board board, String rail) {
    Rail known = board.rail(rail).orElseThrow();
    return known.madeBy() + " from " + known.from();
  }

  @Test
  void itIsFollowedFromTheRegulatorToThePlug() {
    assertThat(made(SMEW, "+5V")).isEqualTo("[U26] from UNREG");
    assertThat(made(SMEW, "UNREG")).isEqualTo("[F1] from VIN");
    assertThat(made(SMEW, "VIN")).isEqualTo("[J1] from ");
    // Through a rectifier, a switch and a fuse.
    assertThat(made(CURLEW, "RAW")).isEqualTo("[D1] from ACP");
    assertThat(made(CURLEW, "ACP")).isEqualTo("[SW1] from ACF");
    assertThat(made(CURLEW, "ACF")).isEqualTo("[F1] from ACI");
    assertThat(made(CURLEW, "ACI")).isEqualTo("[P1] from ");
  }

  /** What feeds a 7812 and a 7805 must suit the larger: 14 V and more (data books, from memory). */
  @Test
  void whatFeedsTwoRegulatorsSuitsTheLarger() {
    Rail raw = CURLEW.rail("RAW").orElseThrow();
    assertThat(raw.volts() * (1 - raw.tolerance())).isEqualTo(14, within(0.01));
    assertThat(CURLEW.rails().stream().filter(r -> r.name().equals("RAW"))).hasSize(1);
  }

  /** Where nobody called either side a rail, too; but a key in a matrix is open by intent. */
  @Test
  void aFuseOfSomethingElseIsSuspectedBetweenVoltsAndNone() {
    Board board =
        Boards.parse(
            """
            {"format": "raconteur-board/1", "id": "lamps", "machine": "Lamps", "revision": "A",
             "title": "Lamps", "copper": {"layers": 2, "order known": false},
             "blocks": ["power", "io"],
             "parts": [
               {"part": "F1", "device": "fuse", "block": "io"},
               {"part": "SW1", "device": "switch", "block": "io"},
               {"part": "J1", "device": "connector-4", "block": "io"},
               {"part": "J2", "device": "connector-4", "block": "io"},
               {"part": "U1", "device": "74LS00", "block": "io"}],
             "rails": [{"rail": "+5V", "net": "+5V", "volts": 5, "tolerance percent": 5,
                        "expected ohms": 300}],
             "ground": "GND",
             "nets": [
               {"net": "LAMPV", "path": ["J1.3", "F1.1"]},
               {"net": "LAMPF", "path": ["F1.2", "J2.1"]},
               {"net": "COL", "path": ["U1.3", "SW1.1"]},
               {"net": "ROW", "path": ["U1.1", "SW1.2"]},
               {"net": "+5V", "path": ["J1.1", "U1.14"]},
               {"net": "GND", "path": ["J1.2", "U1.7"]}]}
            """);
    double before = suspicion(board, "F1", "F1.1 18 V");
    assertThat(suspicion(board, "F1", "F1.1 18 V", "J2.1 0.1 V")).isGreaterThan(5 * before);
    assertThat(suspicion(board, "F1", "F1.1 18 V", "J2.1 17.9 V")).isLessThan(2 * before);
    double key = suspicion(board, "SW1", "U1.3 3.4 V");
    assertThat(suspicion(board, "SW1", "U1.3 3.4 V", "U1.1 0.2 V")).isLessThan(3 * key);
  }

  @Test
  void aFuseIsSuspectedBetweenVoltsAndNone() {
    assertThat(suspicion(SMEW, "F1", "5V 0 V", "J1.1 9 V", "U26.1 0 V")).isGreaterThan(0.5);
    assertThat(suspicion(SMEW, "J1", "5V 0 V", "J1.1 9 V", "U26.1 0 V")).isLessThan(0.05);
    // One rail missing of three is not the plug of them all.
    assertThat(suspicion(CURLEW, "P1", "-5V 0 V", "5V 5 V", "12V 12 V"))
        .isLessThan(suspicion(CURLEW, "VR3", "-5V 0 V", "5V 5 V", "12V 12 V"));
  }

  /** Before a soldered fuse is replaced a meter is put across it: half a minute. */
  @Test
  void aFuseIsMeasuredBeforeItIsReplaced() {
    Advisor advisor = new Advisor(SMEW, History.NONE, 2);
    List<Step> proposed =
        advisor.nextSteps(advisor.advise(Stories.of("5V 0 V", "J1.1 9 V", "U26.1 0 V")));
    List<String> steps = proposed.stream().map(Step::title).toList();
    assertThat(steps).contains("Measure across F1 (fuse) in ohms");
    assertThat(steps.indexOf("Measure across F1 (fuse) in ohms"))
        .isLessThan(steps.indexOf("Replace F1 (fuse)"));
    List<Step.Outcome> outcomes =
        proposed.get(steps.indexOf("Measure across F1 (fuse) in ohms")).outcomes();
    assertThat(outcomes)
        .extracting(Step.Outcome::word)
        .containsExactlyInAnyOrder("good", "doubtful", "open");
    assertThat(outcomes.stream().mapToDouble(Step.Outcome::chance).sum())
        .isCloseTo(1, within(1e-9));
  }

  /** A line between two parts of the way is made by the one nearer to the plug. */
  @Test
  void aSwitchAndAFuseInOneWayEachMakeTheLineBehindThem() {
    Board siskin = ToldStories.board("siskin-1");
    assertThat(siskin.rail("VSW").orElseThrow().madeBy()).containsExactly("SW1");
    assertThat(siskin.rail("VF").orElseThrow().madeBy()).containsExactly("F1");
    assertThat(siskin.rail("VRAW").orElseThrow().madeBy()).containsExactly("D5");
    assertThat(suspicion(siskin, "F1", "VSW 9.1 V", "VF 0 V")).isGreaterThan(0.7);
    assertThat(suspicion(siskin, "F1", "VSW 0 V", "VF 0 V")).isLessThan(0.05);
  }

  /** What loads a rail so that it is far too low makes its regulator hot, and is hot itself. */
  @Test
  void aColdRegulatorBehindALowRailIsNotOverloaded() {
    Board siskin = ToldStories.board("siskin-1");
    double low = suspicion(siskin, "U15", "5V 1.2 V", "VRAW 8.4 V");
    assertThat(suspicion(siskin, "U15", "5V 1.2 V", "VRAW 8.4 V", "U15 cold"))
        .isGreaterThan(1.5 * low);
    assertThat(suspicion(siskin, "U15", "5V 1.2 V", "VRAW 8.4 V", "U15 hot")).isLessThan(low);
    double loads = suspicion(siskin, "U5", "5V 1.2 V");
    assertThat(suspicion(siskin, "U5", "5V 1.2 V", "U5 hot")).isGreaterThan(2 * loads);
    assertThat(suspicion(siskin, "U5", "5V 1.2 V", "U5 normal")).isLessThan(loads / 1.3);
  }

  /** Two outcomes of one word could not be told apart on their keys. */
  @Test
  void everyOutcomeOfAStepHasAWordOfItsOwn() {
    Board siskin = ToldStories.board("siskin-1");
    Advisor advisor = new Advisor(siskin, History.NONE, 2);
    List<Step> proposed = advisor.nextSteps(advisor.advise(Stories.of("screen blank")));
    assertThat(proposed).anyMatch(step -> step.outcomes().size() > 3);
    assertThat(proposed)
        .allSatisfy(
            step ->
                assertThat(step.outcomes()).extracting(Step.Outcome::word).doesNotHaveDuplicates());
  }

  /** Where only a list is known: fuse, switch and coil in the order boards mostly have them. */
  @Test
  void theWayOfAListIsThatOfMostBoards() {
    Board pintail = ToldStories.board("pintail-1");
    assertThat(made(pintail, "+5V")).isEqualTo("[L1] from L1-IN");
    assertThat(made(pintail, "L1-IN")).isEqualTo("[SW2] from SW2-IN");
    assertThat(made(pintail, "SW2-IN")).isEqualTo("[F1] from F1-IN");
    // Twelve volts do not come through what is listed for five.
    assertThat(pintail.rail("+12V").orElseThrow().from()).isEmpty();
    Board garganey = ToldStories.board("garganey-1");
    assertThat(made(garganey, "+5V")).isEqualTo("[8A] from UNREG");
    assertThat(made(garganey, "UNREG")).isEqualTo("[F1] from F1-IN");
  }

  /** Volts in front of the fuse clear the supply, and say that no chip shorts what is behind it. */
  @Test
  void voltsInFrontOfAFuseAccuseWhatComesAfter() {
    Board pintail = ToldStories.board("pintail-1");
    double before = suspicion(pintail, "F1", "5V 0 V");
    assertThat(suspicion(pintail, "F1", "5V 0 V", "F1-IN 5 V")).isGreaterThan(1.5 * before);
    assertThat(suspicion(pintail, "F1", "5V 0 V", "SW2-IN 5 V")).isLessThan(before / 2);
    assertThat(suspicion(pintail, "SW2", "5V 0 V", "SW2-IN 5 V")).isGreaterThan(0.4);
    assertThat(suspicion(pintail, "SW2", "5V 0 V", "L1-IN 5 V")).isLessThan(0.05);
  }
}
