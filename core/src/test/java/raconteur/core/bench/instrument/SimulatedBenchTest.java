package raconteur.core.bench.instrument;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.bench.FaultWords;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Finding;
import raconteur.core.signal.Capture;
import raconteur.core.signal.Track;

class SimulatedBenchTest {
  private static final SimulatedBoard HEALTHY = new SimulatedBoard(Boards.KITTIWAKE_B);

  private static SimulatedBoard with(String fault) {
    return HEALTHY.with(((FaultWords.Planted) new FaultWords(HEALTHY.board()).read(fault)).fault());
  }

  private static SimulatedBench bench(SimulatedBoard board, long seed) {
    return new SimulatedBench(board, PluggedIn.NOTHING, 0, seed);
  }

  @Test
  void theSameSeedReadsTheSameAndAReadingTakenAgainIsANewOne() {
    List<Double> first = ohms(bench(HEALTHY, 3));
    assertThat(ohms(bench(HEALTHY, 3))).isEqualTo(first);
    assertThat(first.stream().distinct()).hasSizeGreaterThan(1);
    assertThat(first).allMatch(ohms -> Math.abs(ohms - 900) <= 9);
  }

  private static List<Double> ohms(SimulatedBench bench) {
    return IntStream.range(0, 5)
        .mapToObj(_ -> bench.railOhms("+12V").orElseThrow().ohms())
        .toList();
  }

  /** Conductances add: 350 ohm beside 68 ohm are 57 ohm. */
  @Test
  void aLeakingChipLoadsItsRailUntilItIsPulled() {
    SimulatedBoard leaky = with("U22 leaks +5V 68 ohm");
    assertThat(bench(leaky, 1).railOhms("+5V").orElseThrow().ohms()).isCloseTo(56.9, within(0.7));
    var pulled = new SimulatedBench(leaky, PluggedIn.NOTHING.without(Set.of("U22")), 0, 1);
    assertThat(pulled.railOhms("+5V").orElseThrow().ohms()).isCloseTo(354, within(5.0));
    double leaking = bench(leaky, 1).temperature("U22").orElseThrow().celsius();
    double twin = bench(leaky, 1).temperature("U23").orElseThrow().celsius();
    assertThat(leaking).isGreaterThan(twin + 10);
  }

  @Test
  void aShortedRailStaysDownAndADeadRegulatorGivesNothing() {
    assertThat(bench(with("short U22.15 U22.16"), 1).railVolts("+5V").orElseThrow().volts())
        .isCloseTo(5, within(0.1));
    assertThat(bench(with("VR1 dead"), 1).railVolts("+12V").orElseThrow().volts()).isZero();
  }

  @Test
  void aChipTheWrongWayRoundFailsAndSaysSo() {
    Instrument.ChipTester.Tested tested = bench(HEALTHY, 1).chip("U64", true).orElseThrow();
    assertThat(tested.backwards()).isTrue();
    assertThat(tested.verdict().passed()).isFalse();
    assertThat(tested.verdict().failingGates()).hasSize(4);
  }

  @Test
  void testersErrAsOftenAsTheirFiguresSay() {
    SimulatedBoard bad = with("U64.6 stuck high");
    long missed =
        IntStream.range(0, 400)
            .filter(i -> bench(bad, i * 31L).chip("U64", false).orElseThrow().verdict().passed())
            .count();
    // 12 % of 400, four standard deviations to each side
    assertThat(missed).isBetween(22L, 74L);
  }

  @ParameterizedTest
  @CsvSource({
    "U15.9 stuck low, true, false",
    "U15.8 reads low, true, false",
    "U15.9 weak, false, true",
    "U16 dead, false, false"
  })
  void aRomReaderTellsWrongBytesFromUnsteadyOnes(String fault, boolean differs, boolean unsteady) {
    Instrument.RomReader.Compared read = bench(with(fault), 1).rom("U15", 3).orElseThrow();
    assertThat(read.differing() > 0).isEqualTo(differs);
    assertThat(read.unstable() > 0).isEqualTo(unsteady);
  }

  @Test
  void copperIsReadAsItIsNowNotAsItWasDrawn() {
    SimulatedBench cut = bench(with("open U15.3 U16.3"), 2);
    assertThat(cut.continuity(PinRef.parse("U15.3"), PinRef.parse("U16.3")).orElseThrow().joined())
        .isFalse();
    SimulatedBench bridged = bench(with("short U38.5 U38.6"), 2);
    assertThat(
            bridged.continuity(PinRef.parse("U38.5"), PinRef.parse("U38.6")).orElseThrow().joined())
        .isTrue();
  }

  @Test
  void aCounterOnTheClockReadsItsFrequency() {
    double hertz = bench(HEALTHY, 1).frequency(PinRef.parse("U8.17")).orElseThrow().hertz();
    assertThat(hertz).isCloseTo(2e6, within(2e3));
  }

  @Test
  void aReadingIsTheSameFindingWhoeverTookIt() {
    var typed =
        new TypedBench(
            new BenchLine(HEALTHY.board()), place -> place.equals("U14.3") ? "toggling" : "");
    Finding.Probe probe = typed.probe(PinRef.parse("U14.3")).orElseThrow();
    assertThat(probe.shown()).isEqualTo(Signal.TOGGLING);
    assertThat(typed.railVolts("+5V")).isEmpty();
    Track low = new Track("BK1", List.of(new Track.Change(0, Track.State.LOW)), 1000);
    var recorded =
        new RecordedBench(
            HEALTHY.board(),
            List.of(probe),
            Optional.of(new Capture("file", List.of(low))),
            Map.of("U15", List.of(new int[] {1, 2}, new int[] {1, 3})),
            Map.of("U15", new int[] {1, 2}));
    assertThat(recorded.probe(PinRef.parse("U14.3"))).contains(probe);
    assertThat(recorded.probe(PinRef.parse("U21.5")).orElseThrow().shown()).isEqualTo(Signal.LOW);
    assertThat(recorded.rom("U15", 2).orElseThrow().unstable()).isEqualTo(1);
    assertThat(recorded.picture()).isEmpty();
  }
}
