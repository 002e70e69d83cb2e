package raconteur.core.bench.instrument;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Finding;

/** The two benches without a simulated board: a person's answers, and files of instruments. */
class TypedAndRecordedBenchTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;
  private static final PinRef PIN = PinRef.parse("U14.3");
  private final List<String> asked = new ArrayList<>();

  private TypedBench answering(String answer) {
    return new TypedBench(
        new BenchLine(BOARD),
        beginning -> {
          asked.add(beginning);
          return answer;
        });
  }

  @Test
  void whatIsAnsweredIsAReadingOfWhatWasAsked() {
    assertThat(answering("toggling").probe(PIN)).contains(new Finding.Probe(PIN, Signal.TOGGLING));
    assertThat(answering("4.94").railVolts("+5V")).contains(new Finding.RailVolts("+5V", 4.94));
    assertThat(answering("340 ohm").railOhms("+5V"))
        .contains(new Finding.RailOhms("+5V", 340, false));
    assertThat(answering("4.9").farVolts("+5V", "U14"))
        .contains(new Finding.FarVolts("+5V", "U14", 4.9));
    assertThat(answering("16 MHz").frequency(PinRef.parse("U1.6")))
        .contains(new Finding.Frequency(PinRef.parse("U1.6"), 16e6));
    assertThat(answering("61 C").temperature("U26")).contains(new Finding.Temperature("U26", 61));
    assertThat(asked).containsExactly("U14.3", "+5V", "+5V gnd", "+5V at U14", "U1.6", "U26");
  }

  @Test
  void testersAndCartridgesAreAskedInTheirOwnWords() {
    assertThat(answering("pass").chip("U26", true).orElseThrow().verdict().passed()).isTrue();
    assertThat(answering("fail").ram("U26").orElseThrow().verdict().passed()).isFalse();
    assertThat(answering("pass").deadTest(1).orElseThrow().end())
        .isEqualTo(Finding.DeadTestEnd.PASS);
    assertThat(answering("open").continuity(PinRef.parse("U15.3"), PinRef.parse("U16.3")))
        .contains(new Finding.Continuity(PinRef.parse("U15.3"), PinRef.parse("U16.3"), false));
    assertThat(asked).containsExactly("U26 tester", "U26 tester", "flash", "cont U15.3 U16.3");
  }

  /** Nothing, junk, an answer to something else, one that is asked about: no reading. */
  @ParameterizedTest
  @CsvSource({"''", "'   '", "perhaps", "4.94", "toggling high", "U14.4 high"})
  void whatIsNoAnswerIsNoReading(String answer) {
    assertThat(answering(answer).probe(PIN)).isEmpty();
  }

  @Test
  void whatCannotBeTypedIsNotTaken() {
    TypedBench bench = answering("high");
    assertThat(bench.scope(PIN)).isEmpty();
    assertThat(bench.picture()).isEmpty();
    assertThat(bench.record(List.of(PIN), 10)).isEmpty();
    assertThat(bench.diagnostic(true)).isEmpty();
  }

  private static RecordedBench recorded(List<Finding> readings, Map<String, List<int[]>> dumps) {
    return new RecordedBench(
        BOARD, readings, Optional.empty(), dumps, Map.of("U15", new int[] {1, 2, 3, 4}));
  }

  @Test
  void theLastReadingOfAPlaceCounts() {
    RecordedBench bench =
        recorded(
            List.of(
                new Finding.Probe(PIN, Signal.LOW),
                new Finding.RailVolts("+5V", 4.2),
                new Finding.Probe(PIN, Signal.HIGH),
                new Finding.RailVolts("+12V", 12.1),
                new Finding.Continuity(PIN, PinRef.parse("U15.1"), true),
                new Finding.TesterVerdict("U26", false, new TreeSet<>())),
            Map.of());
    assertThat(bench.probe(PIN).orElseThrow().shown()).isEqualTo(Signal.HIGH);
    assertThat(bench.probe(PinRef.parse("U14.4"))).isEmpty();
    assertThat(bench.railVolts("+5V").orElseThrow().volts()).isEqualTo(4.2);
    assertThat(bench.continuity(PinRef.parse("U15.1"), PIN)).as("either way round").isPresent();
    assertThat(bench.chip("U26", false).orElseThrow().verdict().passed()).isFalse();
    assertThat(bench.chip("U27", false)).isEmpty();
  }

  /** Dumps against a reference: bytes that differ, bytes that change, a dump that is too short. */
  @Test
  void dumpsAreComparedByteByByte() {
    assertThat(recorded(List.of(), Map.of()).rom("U15", 2)).isEmpty();
    assertThat(recorded(List.of(), Map.of("U16", List.of(new int[] {1}))).rom("U16", 1)).isEmpty();
    var good = recorded(List.of(), Map.of("U15", List.of(new int[] {1, 2, 3, 4}))).rom("U15", 1);
    assertThat(good.orElseThrow().verdict().passed()).isTrue();
    var bad =
        recorded(List.of(), Map.of("U15", List.of(new int[] {1, 9, 3, 4}, new int[] {1, 9, 7, 4})))
            .rom("U15", 2)
            .orElseThrow();
    assertThat(bad.differing()).isEqualTo(1);
    assertThat(bad.unstable()).isEqualTo(1);
    assertThat(bad.verdict().passed()).isFalse();
    var cut = recorded(List.of(), Map.of("U15", List.of(new int[] {1, 2}))).rom("U15", 1);
    assertThat(cut.orElseThrow().differing()).isEqualTo(2);
  }
}
