package raconteur.casebook.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.recording.VcdText;
import raconteur.core.board.Board;
import raconteur.core.data.Loaded;
import raconteur.core.finding.Finding;
import raconteur.core.signal.Capture;
import raconteur.core.signal.Track;

class InstrumentFilesTest {
  private static final Board BOARD = BoardShelf.readShipped("quillon-kittiwake-b").shipped();

  private static Track track(String name, Track.State... states) {
    List<Track.Change> changes = new java.util.ArrayList<>();
    for (int i = 0; i < states.length; i++) {
      changes.add(new Track.Change(i * 62_500L, states[i]));
    }
    return new Track(name, changes, states.length * 62_500L);
  }

  @Test
  void aCaptureReadBackIsTheOneThatWasWritten() {
    Capture capture =
        new Capture(
            "simulated",
            List.of(
                track("/RAS", Track.State.HIGH, Track.State.LOW, Track.State.HIGH),
                track("BD0", Track.State.FLOATING, Track.State.UNKNOWN, Track.State.LOW)));
    Capture read = VcdText.read("x", VcdText.write(capture)).shipped();
    assertThat(read.tracks().getFirst()).isEqualTo(capture.tracks().getFirst());
    assertThat(read.track("BD0").orElseThrow().changes())
        .isEqualTo(capture.tracks().getLast().changes());
  }

  /** The shape of a dump as in the standard's own example: vectors are passed over, scales kept. */
  @Test
  void aRecordersDumpIsReadInItsOwnTimescale() {
    String dump =
        "$date today $end $timescale 10 ns $end $scope module m $end $var wire 1 a CLK $end"
            + " $var wire 8 b BUS [7:0] $end $upscope $end $enddefinitions $end"
            + " #0 $dumpvars 0a bx b $end #5 1a b101 b #10 0a #15 1a #20";
    Track clock = VcdText.read("x", dump).shipped().track("CLK").orElseThrow();
    assertThat(clock.hertz()).hasValue(1e7);
    assertThat(clock.endPicos()).isEqualTo(200_000);
  }

  @ParameterizedTest
  @ValueSource(strings = {"", "junk", "$var wire 1 a CLK", "$timescale 3 days $end", "#x"})
  void whatIsNoDumpIsRefused(String text) {
    assertThat(VcdText.read("x", text)).isInstanceOf(Loaded.Refused.class);
  }

  @Test
  void aMetersLogBecomesFindings() {
    List<Finding> findings =
        InstrumentCsv.readings("m", "place,value,unit\n+5V,4.94,V\n+5V gnd,58,ohm\n", BOARD)
            .shipped();
    assertThat(findings).extracting(Finding::line).containsExactly("+5V 4.94 V", "+5V gnd 58 ohm");
    assertThat(InstrumentCsv.readings("m", "place,value\n+9V,4.94\n", BOARD))
        .isInstanceOf(Loaded.Refused.class);
  }

  @Test
  void aScopesTraceIsReadAgainstTtlLevels() {
    Track track =
        InstrumentCsv.trace(
                "s", "seconds,volts\n0,0.2\n1e-6,3.4\n2e-6,0.3\n3e-6,3.3\n4e-6,1.4\n", "U1.2")
            .shipped();
    assertThat(track.hertz()).hasValue(500_000);
    assertThat(track.changes().getLast().state()).isEqualTo(Track.State.UNKNOWN);
  }

  @Test
  void aStimulusNamesNetsOfItsBoard() {
    assertThat(StimulusCsv.read("s", "BA0,BA1\n0,1\n", BOARD)).isInstanceOf(Loaded.Ok.class);
    assertThat(((Loaded.Refused<?>) StimulusCsv.read("s", "BA0,NOPE\n0,1\n", BOARD)).summary())
        .contains("\"NOPE\" is no net");
    assertThat(((Loaded.Refused<?>) StimulusCsv.read("s", "GND\n0\n", BOARD)).summary())
        .contains("is a supply");
  }
}
