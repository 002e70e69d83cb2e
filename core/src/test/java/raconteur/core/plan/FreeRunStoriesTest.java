package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.ToldStories;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.freerun.CountingBoard;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.contest.Contest;
import raconteur.core.contest.Policies;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Finding;
import raconteur.core.finding.TestKind;
import raconteur.core.story.Telling;

/** What readings mean while a processor only counts; common practice, no source. */
class FreeRunStoriesTest {
  private static final Board HERON = ToldStories.board("heron-1");

  private static List<Step> steps(Board board, String... lines) {
    Advisor advisor = new Advisor(board, History.NONE, 2);
    return advisor.nextSteps(advisor.advise(Stories.of(lines)));
  }

  private static double suspicion(Board board, String part, String... lines) {
    return new Advisor(board, History.NONE, 2)
        .advise(Stories.of(lines)).diagnosis().suspects().stream()
            .filter(s -> s.place().mendable().equals(new Place.OfPart(part)))
            .mapToDouble(s -> s.probability())
            .sum();
  }

  /** A processor that does nothing never writes and asks for no port: those lines rest. */
  @Test
  void aLineThatRestsThenAccusesNobody() {
    double before = suspicion(HERON, "U1", "free run on", "screen garbage");
    double after =
        suspicion(
            HERON, "U1", "free run on", "screen garbage", "U1.22 high", "U1.20 high", "U1.19 t");
    assertThat(after).isLessThanOrEqualTo(before + 0.01);
    assertThat(suspicion(HERON, "U1", "screen garbage", "U1.22 high", "U1.20 high", "U1.19 t"))
        .isGreaterThan(after);
  }

  /** Every address comes by, so that a select that never does is the decoder's or behind it. */
  @Test
  void aSelectThatNeverComesAccusesTheDecoder() {
    String[] lines = {
      "free run on", "U14.4 t", "U14.1 t", "U14.2 t", "U14.3 t", "U14.14 t", "U14.15 high"
    };
    double counting = suspicion(HERON, "U14", lines);
    lines[0] = "free run off";
    assertThat(counting).isGreaterThan(1.5 * suspicion(HERON, "U14", lines));
    lines[0] = "free run on";
    assertThat(Stories.advise(HERON, lines).diagnosis().suspects().getFirst().place())
        .isEqualTo(new Place.OfPart("U14"));
  }

  @Test
  void whatTheScreenShowsThenSaysNothingOfWhere() {
    double blank = suspicion(HERON, "U1", "free run on", "screen blank");
    double garbage = suspicion(HERON, "U1", "free run on", "screen garbage");
    assertThat(blank).isEqualTo(garbage);
  }

  @ParameterizedTest
  @ValueSource(strings = {"free run off", "flash 3", "nop adapter removed"})
  void itEndsWhereItIsSaidToOrAProgramShowsItself(String end) {
    Board kittiwake = Boards.KITTIWAKE_B;
    assertThat(Telling.of(kittiwake, Stories.of("cpu in free run", "U1.1 high")).freeRun())
        .isTrue();
    Telling told = Telling.of(kittiwake, Stories.of("cpu in free run", "U1.1 high", end));
    assertThat(told.freeRun()).isFalse();
    assertThat(told.said(Bookkeeping.FreeRun.class)).isNotEmpty();
    assertThat(told.findings().getFirst().moment().freeRun()).isTrue();
  }

  /** Where nobody typed nets the line says that nothing can be held against such a run. */
  @Test
  void aBoardOfPartsAloneSaysSo() {
    Board marram = ToldStories.board("marram-310");
    assertThat(new BenchLine(marram).understand("free run on", BenchContext.FRESH).sentence())
        .contains("as it runs");
    assertThat(new BenchLine(HERON).understand("free run on", BenchContext.FRESH).sentence())
        .contains("only counts");
  }

  /** A line that is read as wrong again behind a new part was not that part. */
  @Test
  void whatIsTheSameBehindTwoNewPartsIsSomethingElse() {
    String[] before = {"free run on", "U14.4 t", "U14.1 t", "U14.2 t", "U14.3 t", "U14.15 high"};
    List<String> lines = new ArrayList<>(Arrays.asList(before));
    double once = suspicion(HERON, "U14", lines.toArray(String[]::new));
    for (int i = 0; i < 2; i++) {
      lines.add("mended U14 replaced");
      lines.add("U14.15 high");
    }
    assertThat(suspicion(HERON, "U14", lines.toArray(String[]::new))).isLessThan(once / 2);
  }

  /** Where nothing leads, a line nobody has read comes before a part is unsoldered for a test. */
  @Tag("long")
  @Test
  void aBoardWithoutALeadIsSweptLineByLine() {
    List<String> lines = new ArrayList<>(List.of("free run on", "screen garbage", "5V 5.0"));
    for (int i = 0; i < 12; i++) {
      Finding next =
          steps(HERON, lines.toArray(String[]::new)).stream()
              .map(Step::action)
              .filter(Step.Test.class::isInstance)
              .map(action -> ((Step.Test) action).sample())
              .findFirst()
              .orElseThrow();
      boolean unsoldered =
          next.kind().partOut() && !HERON.part(next.subject().part()).orElseThrow().socketed();
      assertThat(unsoldered).as("step %d: %s", i, next).isFalse();
      lines.add(next.line());
    }
  }

  /** What was dead for want of a supply is read again once that is mended; what moved is not. */
  @Test
  void aReadingHoldsOverAMendElsewhereWhereItWasWell() {
    Set<String> again = offered("5V 0.1", "U1.6 low", "mended VR1 replaced", "5V 5.0");
    assertThat(again).contains("U1.6");
    Set<String> moving = offered("5V 5.0", "U1.6 t", "mended U24 replaced", "5V 5.0");
    assertThat(moving).doesNotContain("U1.6");
    assertThat(offered("5V 5.0", "U1.6 t", "mended U1 replaced", "5V 5.0")).contains("U1.6");
  }

  /** The pins a probe may be put on next. */
  private static Set<String> offered(String... lines) {
    Advisor advisor = new Advisor(HERON, History.NONE, 2);
    List<String> told = new ArrayList<>(List.of("screen blank"));
    told.addAll(Arrays.asList(lines));
    Advisor.Advice advice = advisor.advise(Stories.of(told.toArray(String[]::new)));
    Set<String> pins = new HashSet<>();
    for (Step.Action action : advisor.everyAction(advice, Set.of())) {
      if (action instanceof Step.Test(Finding.Probe(PinRef pin, var _, var _))) {
        pins.add(pin.toString());
      }
    }
    return pins;
  }

  /** A rail next to nothing to ground: nothing is switched on but from a supply that is limited. */
  @Test
  void aShortIsFeltForFromALimitedSupply() {
    String[] lines = {"screen blank", "5V gnd 0.4 ohm", "pull U2 0.4", "seat U2", "pull U3 0.4"};
    List<Step> steps = steps(HERON, lines);
    assertThat(steps)
        .filteredOn(step -> step.action() instanceof Step.Test(Finding t) && t.kind().powered())
        .allSatisfy(step -> assertThat(step.setUp()).contains("limited to 1 A"));
    assertThat(TestKind.of("heat").intoShort()).isPresent();
    assertThat(TestKind.of("probe").intoShort()).isEmpty();
  }

  /** Played on the simulated board itself, which knows nothing of the engine's models. */
  @ParameterizedTest
  @ValueSource(strings = {"U4.10", "U2.6", "U1.4"})
  void aStuckOutputOfASmallBoardIsFound(String output) {
    Board board = CountingBoard.z80();
    Contest contest = new Contest(board, new Contest.Rules(2, Contest.From.COUNTING, false, 0));
    PlantedFault stuck =
        PlantedFault.of(new Fault(new Place.Output(PinRef.parse(output)), FaultMode.STUCK_HIGH));
    Contest.Score score = contest.play(Policies.RACONTEUR, List.of(stuck), 7).score();
    assertThat(score.solved()).isTrue();
    assertThat(score.wrongMends()).isLessThanOrEqualTo(1);
  }
}
