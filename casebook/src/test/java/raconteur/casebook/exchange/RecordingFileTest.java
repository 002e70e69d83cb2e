package raconteur.casebook.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.data.Loaded;
import raconteur.core.device.Signal;
import raconteur.core.signal.Recording;

class RecordingFileTest {
  @TempDir private Path folder;

  private Loaded<Recording> read(String name, String text, RecordingFile.Choice choice)
      throws IOException {
    Path file = Files.writeString(folder.resolve(name), text, StandardCharsets.UTF_8);
    return RecordingFile.read(file, choice, share -> {}, () -> false);
  }

  @Test
  void aScopesVoltsAreLevelsByTheirColumns() throws IOException {
    StringBuilder text = new StringBuilder("seconds,CH1,CH2,junk\n");
    for (int i = 0; i < 40; i++) {
      text.append(i * 1e-6).append(i % 2 == 0 ? ",0.2" : ",3.4").append(",1.4,7\n");
    }
    Recording recording =
        read(
                "s.csv",
                text.toString(),
                new RecordingFile.Choice("seconds", List.of("CH1", "CH2"), Optional.empty()))
            .shipped();
    assertThat(recording.lines().getFirst().hertz().orElseThrow()).isBetween(499_000.0, 501_000.0);
    assertThat(recording.lines().getLast().shown()).isEqualTo(Signal.BETWEEN);
  }

  @ParameterizedTest
  @CsvSource({
    "a.csv, 'x', header line",
    "a.csv, 'time,A', no row under",
    "a.csv, 'time,A~soon,1', has no time",
    "a.vcd, '$var wire 1 a CLK', not closed",
    "a.vcd, '$timescale 3 days $end 1a', no timescale",
    "a.vcd, 'junk', no change of a wire",
    "a.vcd, '', no wire of one bit",
    "a.vcd, '$var wire 1 a A $end #0 1a $var wire 1 b B $end 1b', after the first value",
    "a.vcd, '$var wire 1 a A $end #0 1a #-5 0a', no time",
    "a.vcd, '$var wire 1 a A $end #9 1a #5 0a', goes back from 9 to 5",
    "a.csv, 'time,A,A~0,1,0', two columns",
    "a.csv, 'time,A~0,1~-1,0', goes back"
  })
  void whatIsNoRecordingIsRefusedWithTheReason(String name, String text, String reason)
      throws IOException {
    Loaded<Recording> read = read(name, text.replace('~', '\n'), RecordingFile.Choice.USUAL);
    assertThat(((Loaded.Refused<Recording>) read).summary()).contains(reason);
  }

  @Test
  void aByteThatIsNoTextDoesNotEndARecordingInSilence() throws IOException {
    String dump = "$var wire 1 a A $end\n#0 1a\n#5 0a\n\0#9 1a\n";
    assertThat(
            ((Loaded.Refused<Recording>) read("a.vcd", dump, RecordingFile.Choice.USUAL)).summary())
        .contains("a byte 0");
    String endless = "time," + "x".repeat(1_000_001);
    assertThat(
            ((Loaded.Refused<Recording>) read("a.csv", endless, RecordingFile.Choice.USUAL))
                .summary())
        .contains("line 1 has more than 1000000 characters");
  }

  @Test
  void aScopesTimesMayBeginBeforeItsTrigger() throws IOException {
    Recording recording =
        read("a.csv", "s,A\n-2e-6,0\n-1e-6,1\n0,0\n1e-6,1\n", RecordingFile.Choice.USUAL).shipped();
    assertThat(recording.lines().getFirst().shown()).isEqualTo(Signal.TOGGLING);
  }

  @Test
  void aMissingColumnIsNamedWithThoseThereAre() throws IOException {
    var choice = new RecordingFile.Choice("", List.of("D7"), Optional.empty());
    Loaded<Recording> read = read("a.csv", "time,D0\n0,1\n", choice);
    assertThat(((Loaded.Refused<Recording>) read).summary()).contains("no column D7", "D0");
  }
}
