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
    "a.vcd, '', no wire of one bit"
  })
  void whatIsNoRecordingIsRefusedWithTheReason(String name, String text, String reason)
      throws IOException {
    Loaded<Recording> read = read(name, text.replace('~', '\n'), RecordingFile.Choice.USUAL);
    assertThat(((Loaded.Refused<Recording>) read).summary()).contains(reason);
  }

  @Test
  void aMissingColumnIsNamedWithThoseThereAre() throws IOException {
    var choice = new RecordingFile.Choice("", List.of("D7"), Optional.empty());
    Loaded<Recording> read = read("a.csv", "time,D0\n0,1\n", choice);
    assertThat(((Loaded.Refused<Recording>) read).summary()).contains("no column D7", "D0");
  }
}
