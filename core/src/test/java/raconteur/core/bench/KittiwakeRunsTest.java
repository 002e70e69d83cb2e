package raconteur.core.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.bench.instrument.SimulatedBench;
import raconteur.core.bench.program.DeadTest;
import raconteur.core.bench.program.Diagnostic;
import raconteur.core.bench.program.StartUp;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.finding.Finding.DeadTestEnd;
import raconteur.core.signal.Capture;
import raconteur.core.signal.Track;

/**
 * The Kittiwake switched on. What each class of fault looks like is trade knowledge (common
 * practice, no source); that the board shows it follows from its nets and functions, not from a
 * list.
 */
class KittiwakeRunsTest {
  private static final SimulatedBoard HEALTHY = new SimulatedBoard(Boards.KITTIWAKE_B);
  private static final long SEED = 5;
  private static final String EXPLAINED =
      "(XD\\d|COL\\d|ROW\\d|TAPE\\w+|RXD|C[FR]\\d|CRCS|CD\\d|VA1[23]|/BUSEN)";

  private static SimulatedBoard with(String... faults) {
    SimulatedBoard board = HEALTHY;
    for (String fault : faults) {
      var read = new FaultWords(HEALTHY.board()).read(fault);
      assertThat(read).isInstanceOf(FaultWords.Planted.class);
      board = board.with(((FaultWords.Planted) read).fault());
    }
    return board;
  }

  private static DeadTest.Result deadTest(SimulatedBoard board) {
    return DeadTest.run(board, PluggedIn.NOTHING, 0, SEED);
  }

  private static StartUp.Result startUp(SimulatedBoard board) {
    return StartUp.run(board, PluggedIn.NOTHING, 0, SEED, StartUp.healthy(board));
  }

  private static Board revision(String letter) {
    return letter.equals("B") ? Boards.KITTIWAKE_B : Boards.KITTIWAKE_D;
  }

  @Test
  void aHealthyBoardStartsToItsPromptAndPassesItsTests() {
    startsAndPasses("B");
  }

  @Tag("long")
  @Test
  void soDoesTheOtherRevision() {
    startsAndPasses("D");
  }

  private static void startsAndPasses(String letter) {
    var board = new SimulatedBoard(revision(letter));
    StartUp.Result start = startUp(board);
    assertThat(start.look()).isEqualTo(StartUp.Look.WORKS);
    assertThat(start.text()).contains("  QUILLON KITTIWAKE", "  READY");
    assertThat(deadTest(board).end()).isEqualTo(DeadTestEnd.PASS);
    Diagnostic.Result all = Diagnostic.run(board, PluggedIn.NOTHING.withHarness(true), 0, SEED);
    assertThat(all.finished()).isTrue();
    assertThat(all.verdicts()).hasSize(6).allMatch(Diagnostic.Verdict::passed);
  }

  /** The board file says what a probe shows on a good board; the running board shows it. */
  @Test
  void everyNetOfAHealthyBoardDoesWhatItsFileSays() {
    everyNetDoesWhatItsFileSays("B");
  }

  @Tag("long")
  @Test
  void soDoThoseOfTheOtherRevision() {
    everyNetDoesWhatItsFileSays("D");
  }

  private static void everyNetDoesWhatItsFileSays(String letter) {
    Board board = revision(letter);
    PoweredBoard on =
        new SimulatedBench(new SimulatedBoard(board), PluggedIn.NOTHING, 0, 1).running();
    List<Net> told = board.nets().stream().filter(n -> n.healthy().isPresent()).toList();
    List<Recorder.Line> lines = new ArrayList<>();
    for (Net net : told) {
      lines.add(new Recorder.Line(on.net(net.path().getFirst()).orElseThrow(), net.name()));
    }
    Capture capture = Recorder.record(on, lines, 16_000);
    Set<String> otherwise =
        told.stream()
            .filter(
                n ->
                    capture.track(n.name()).map(Track::asProbed).orElseThrow()
                        != n.healthy().orElseThrow())
            .map(n -> n.name() + " " + capture.track(n.name()).map(Track::asProbed).orElseThrow())
            .collect(Collectors.toSet());
    // nothing is plugged in, so no keys, tape, cartridge or serial line; the firmware at its prompt
    // shows one colour and reads few addresses; the bus is never idle
    assertThat(otherwise).filteredOn(n -> !n.matches(EXPLAINED + " .*")).isEmpty();
    assertThat(told.size() - otherwise.size()).isGreaterThan(220);
  }

  @ParameterizedTest
  @CsvSource({
    // nothing runs without the processor
    "U8 dead, NONE",
    // a memory that gives nothing is found by its bit
    "U26.14 floats, FLASHES 5",
    // an open on one ROM alone does not reach the cartridge
    "open U16.3 U15.3, PASS"
  })
  void theDeadTestSaysWhatItCan(String fault, String says) {
    deadTestSays(fault, says);
  }

  @Tag("long")
  @ParameterizedTest
  @CsvSource({
    // nor without its decoder, its clock or its supply
    "U13 dead, NONE",
    "Y1 dead, NONE",
    "VR2 dead, NONE",
    "open PHI U8.17 U44.27, NONE",
    "U35 dead, FLASHES 14",
    // the cartridge needs no ROM of the board's
    "U15 dead, PASS",
    "U16 dead, PASS",
  })
  void ofOtherPartsTheDeadTestSaysAsMuch(String fault, String says) {
    deadTestSays(fault, says);
  }

  private static void deadTestSays(String fault, String says) {
    String words = fault.replace("open PHI ", "open ");
    DeadTest.Result result = deadTest(with(words));
    String shown = result.end() + (result.end() == DeadTestEnd.FLASHES ? " " + result.count() : "");
    assertThat(shown).isEqualTo(says);
  }

  @Test
  void aDecoderThatNeverSelectsTheMemoryLooksLikeBadMemory() {
    SimulatedBoard board = with("U13.16 stuck high");
    assertThat(deadTest(board).end()).isEqualTo(DeadTestEnd.FLASHES);
    var bench = new SimulatedBench(board, PluggedIn.NOTHING, 0, SEED);
    assertThat(IntStream.rangeClosed(22, 37).mapToObj(i -> bench.ram("U" + i).orElseThrow()))
        .filteredOn(answer -> answer.verdict().passed())
        .hasSizeGreaterThan(12);
  }

  @Test
  void withNoMemoryAtAllTheDeadTestStillFlashes() {
    Set<String> all =
        IntStream.rangeClosed(22, 37).mapToObj(i -> "U" + i).collect(Collectors.toSet());
    DeadTest.Result result = DeadTest.run(HEALTHY, PluggedIn.NOTHING.without(all), 0, SEED);
    assertThat(result.end()).isEqualTo(DeadTestEnd.FLASHES);
  }

  @Test
  void onlyTheDeadGateOfAQuadStandsStill() {
    var bench = new SimulatedBench(with("U64.6 stuck high"), PluggedIn.NOTHING, 0, SEED);
    assertThat(bench.scope(PinRef.parse("U64.6")).orElseThrow().asProbed()).isEqualTo(Signal.HIGH);
    assertThat(bench.scope(PinRef.parse("U64.3")).orElseThrow().rises()).isPositive();
    assertThat(bench.chip("U64", false).orElseThrow().verdict().failingGates())
        .isSubsetOf(Set.of("2"));
  }

  @Test
  void anAddressLineThatIsOpenAtOneRomIsGoodAtAllOthers() {
    SimulatedBoard board = with("open U15.3 U16.3");
    PluggedIn cartridge = PluggedIn.NOTHING.with(board.setUp().deadTest().orElseThrow());
    var bench = new SimulatedBench(board, cartridge, 0, SEED);
    for (String good : List.of("U13.21", "U18.3", "U15.3")) {
      assertThat(bench.scope(PinRef.parse(good)).orElseThrow().rises()).isPositive();
    }
    assertThat(bench.scope(PinRef.parse("U16.3")).orElseThrow().share(Track.State.FLOATING))
        .isEqualTo(1);
  }

  @ParameterizedTest
  @CsvSource({"U44 dead, BLANK", "U66.3 stuck low, GARBAGE"})
  void theScreenShowsWhatTheTradeKnows(String fault, StartUp.Look look) {
    assertThat(startUp(with(fault)).look()).isEqualTo(look);
  }

  @Tag("long")
  @ParameterizedTest
  @CsvSource({
    "VR2 dead, BLANK",
    "U43.2 stuck high, CHARACTERS",
    "U53.5 stuck low, COLOURS",
    "U56.34 floats, WORKS"
  })
  void theScreenShowsAsMuchOfOtherParts(String fault, StartUp.Look look) {
    assertThat(startUp(with(fault)).look()).isEqualTo(look);
  }

  @Tag("long")
  @Test
  void withoutItsHarnessTheDiagnosticCallsGoodPortsBad() {
    Diagnostic.Result result = Diagnostic.run(HEALTHY, PluggedIn.NOTHING, 0, SEED);
    assertThat(result.verdicts())
        .filteredOn(v -> !v.passed())
        .extracting(Diagnostic.Verdict::subject)
        .containsExactly("PORTS");
  }

  @Test
  void aFaultThatComesAndGoesIsThereAsOftenAsItsChanceSays() {
    SimulatedBoard board = with("U26 dead at 30 %");
    long there =
        IntStream.range(0, 2000).filter(seed -> !board.faultsAt(0, seed * 7919L).isEmpty()).count();
    assertThat(there).isBetween(530L, 670L);
  }

  @Test
  void aFaultThatNeedsHeatIsNotThereOnAColdBoard() {
    SimulatedBoard board = with("U26 dead after 10 min");
    assertThat(board.faultsAt(0, 1)).isEmpty();
    assertThat(board.faultsAt(11, 1)).hasSize(1);
  }

  @Test
  void aMendTakesItsFaultAwayAndAClumsyOneMayBringAnother() {
    SimulatedBoard board = with("U26 dead", "U35 dead");
    var place = SimulatedBoard.placeOf(board.faults().getFirst());
    assertThat(board.mended(place).faults()).hasSize(1);
    assertThat(board.mendedClumsily(place, 1, 3).faults())
        .hasSize(2)
        .anyMatch(f -> f.toString().contains("open") && f.toString().contains("U26"));
    assertThat(board.mendedClumsily(place, 0, 3).faults()).hasSize(1);
  }
}
