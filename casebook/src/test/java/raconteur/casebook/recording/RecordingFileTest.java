package raconteur.casebook.recording;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
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
                new RecordingFile.Choice("seconds", List.of("CH1", "CH2"), Optional.empty(), 1))
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

  /** A square wave of 1 kHz, as five kinds of instrument write it. */
  @ParameterizedTest
  @ValueSource(
      strings = {
        "Time (ms),CH1 (V)|0.25|1",
        "time_us;CH1|250|1",
        "Model,X1\nSample interval,2.5e-4,s\nPoints,40\n\nsample,CH1|1|1",
        "X,CH1,Start,Increment,\nSequence,Volt,-0.01,2.5e-4,|1|1",
        "Time,Channel A\n(ms),(mV)\n|0.25|1000",
        "Sample rate,4,kHz\nindex,CH1|1|1",
        "t [ns],CH1|250000|1",
        "\"Second\",\"Volt\"|0.00025|1"
      })
  void theTimeIsInWhatTheFileSays(String kind) throws IOException {
    String[] parts = kind.split("\\|", -1);
    char delimiter = parts[0].contains(";") ? ';' : ',';
    StringBuilder text = new StringBuilder(parts[0].strip()).append('\n');
    double step = Double.parseDouble(parts[1]);
    double volt = Double.parseDouble(parts[2]);
    for (int i = 0; i < 40; i++) {
      text.append(i * step).append(delimiter).append((i % 4 < 2 ? 0.2 : 3.4) * volt).append('\n');
    }
    Recording recording = read("s.csv", text.toString(), RecordingFile.Choice.USUAL).shipped();
    assertThat(recording.lines()).hasSize(1);
    assertThat(recording.lines().getFirst().hertz().orElseThrow()).isBetween(990.0, 1010.0);
  }

  @ParameterizedTest
  @CsvSource({
    "'sample,CH1~0,1~1,0~2,1', counts samples",
    "'Time (ticks),CH1~0,1~1,0', unit",
    "'time,CH1 (mA)~0,1~1,0', is in mA"
  })
  void aTimeOrAFigureThatCannotBeToldIsNotGuessed(String text, String reason) throws IOException {
    Loaded<Recording> read = read("s.csv", text.replace('~', '\n'), RecordingFile.Choice.USUAL);
    assertThat(((Loaded.Refused<Recording>) read).summary()).contains(reason);
  }

  @Test
  void aProbeTheInstrumentKnewNothingOfIsTakenIntoAccountWhenSaid() throws IOException {
    StringBuilder text = new StringBuilder("time,CH1\n");
    for (int i = 0; i < 40; i++) {
      text.append(i * 1e-6).append(i % 2 == 0 ? ",0.02\n" : ",0.34\n");
    }
    assertThat(read("s.csv", text.toString(), RecordingFile.Choice.USUAL).shipped().lines())
        .extracting(Recording.Line::shown)
        .containsExactly(Signal.LOW);
    assertThat(
            read("s.csv", text.toString(), RecordingFile.Choice.USUAL.behindProbe(10))
                .shipped()
                .lines())
        .extracting(Recording.Line::shown)
        .containsExactly(Signal.TOGGLING);
  }

  /** IEEE Std 1364-2001, 18.2.1: a vector is filled up on the left, with 0, x or z. */
  @Test
  void theLinesOfABusAreToldOneByOne() throws IOException {
    String dump =
        "$timescale 1us $end $var wire 4 # D [3:0] $end $var wire 1 c CLK $end $enddefinitions $end"
            + " #0 b0 # 0c #10 b101 # 1c #20 bz # 0c #30 b1111 #";
    Recording recording = read("b.vcd", dump, RecordingFile.Choice.USUAL).shipped();
    assertThat(recording.lines())
        .extracting(Recording.Line::name)
        .containsExactly("D3", "D2", "D1", "D0", "CLK");
    String wide = "$var wire 2 # D $end #0 b101 #";
    assertThat(
            ((Loaded.Refused<Recording>) read("w.vcd", wide, RecordingFile.Choice.USUAL)).summary())
        .contains("2 bits");
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
    var choice = new RecordingFile.Choice("", List.of("D7"), Optional.empty(), 1);
    Loaded<Recording> read = read("a.csv", "time,D0\n0,1\n", choice);
    assertThat(((Loaded.Refused<Recording>) read).summary()).contains("no column D7", "D0");
  }

  /**
   * A dump as Icarus Verilog 11.0 writes it (core's resources/raconteur/core/verilog): the clock is
   * low for 15 ns and high for 10, counters halve it from the fourth cycle on, and what the whole
   * board did at each step stands in twelve.txt.
   */
  @Test
  void aDumpOfAVerilogSimulatorIsReadAsItRan() throws Exception {
    Path dump = Path.of(RecordingFileTest.class.getResource("twelve.vcd").toURI());
    Recording recording =
        RecordingFile.read(dump, RecordingFile.Choice.USUAL, share -> {}, () -> false).shipped();
    Map<String, Recording.Line> lines = new HashMap<>();
    recording.lines().forEach(line -> lines.put(line.name(), line));
    List<String> file;
    try (var in =
        RecordingFileTest.class.getResourceAsStream("/raconteur/core/verilog/twelve.txt")) {
      file = new String(in.readAllBytes(), StandardCharsets.US_ASCII).lines().toList();
    }
    String[] heading = file.getFirst().split("; ", -1);
    List<String> names = List.of(heading[1].split(" ", -1));
    assertThat(lines.keySet()).containsAll(names);

    assertThat(lines.get("CLK").hertz().orElseThrow()).isCloseTo(40e6, within(1e3));
    assertThat(lines.get("CLK").duty()).isCloseTo(0.4, within(0.001));
    for (int bit = 0; bit < 4; bit++) {
      assertThat(lines.get("H" + bit).hertz().orElseThrow())
          .isCloseTo(20e6 / (1 << bit), within(1e3));
    }
    for (String line : List.of("H0", "H5", "H7", "FIELD", "L0", "NL3", "RC3", "V2")) {
      assertThat(lines.get(line).changes())
          .as(line)
          .isEqualTo(changes(file.subList(1, 321), names.indexOf(line)));
    }
    assertThat(recording.pairs())
        .anyMatch(p -> p.opposite() && Set.of(p.one(), p.other()).equals(Set.of("L0", "NL0")));
    assertThat(recording.standing())
        .extracting(Recording.Line::name)
        .contains("GND", "VCC", "RC3")
        .doesNotContain("H7", "OUT");
  }

  /** How often a line stood otherwise than in the row before, in the rows the simulator printed. */
  private static long changes(List<String> rows, int line) {
    long changes = 0;
    char before = 'x';
    for (String row : rows) {
      char now = row.substring(row.indexOf(' ') + 1).charAt(line);
      changes += before != 'x' && now != before ? 1 : 0;
      before = now;
    }
    return changes;
  }

  /**
   * A square wave of 1 kHz on the first line as a table's first line, its rows, and whether it is
   * written in another way: what recorders, scopes and meters were seen to write (common practice,
   * no source). {@code @} is the row's number, {@code %} the level, {@code $} volts, {@code &} the
   * time in µs.
   */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "; Sample rate: 4 kHz~; Channels: 2~Sample,CLK,RESET | @,%,1",
        "# Samplerate: 4000 Hz~clk,wr | %,1",
        "Channel,CH2~Sampling period,250us~Unit,V~Voltage | $",
        "Time (x1e-6 s),CH1 (V) | &,$",
        "Zeit (µs);Kanal 1 (V) | &;$",
        "Time,Level~ | & us,%",
        "Time,Voltage | & us,$ V",
        "t[us] U[V] | & $",
        "Time (us),0,1,2 | &,%,1,0",
        "Time (us),INT | &,!",
        "# t_us  RAS   CAS | &   %  1",
        "Time(us),Value,Mode | &,$,DC",
        "Sample,Time,IRQ,Note | @,& us,%,LD A",
        "CH1 Time(us),CH1(V),CH2 Time(us),CH2(V) | &,$,&,3.6",
        "Time (us),ADDR,/RD | &,^F00,1",
        "Time (us),ADDR,/RD | &,0x^F00,1",
        "Time (us);ADDR;/RD | &;^F00h;1",
        "Time (us),A15-A0,/RD | &,000%000000000000,1",
        "Time (us),A(dec),RW | &,~,1"
      })
  void tablesAreReadAsInstrumentsWriteThem(String head, String row) throws IOException {
    StringBuilder text = new StringBuilder(head.strip().replace('~', '\n')).append('\n');
    for (int i = 0; i < 80; i++) {
      boolean high = i % 4 < 2;
      text.append(
              row.strip()
                  .replace("@", String.valueOf(i))
                  .replace("&", String.valueOf(i * 250))
                  .replace("$", high ? "3.60" : "0.20")
                  .replace("!", high ? "true" : "false")
                  .replace("~", high ? "61441" : "57345")
                  .replace("^", high ? "3" : "2")
                  .replace("%", high ? "1" : "0"))
          .append('\n');
    }
    Recording recording = read("s.csv", text.toString(), RecordingFile.Choice.USUAL).shipped();
    assertThat(recording.lines())
        .filteredOn(l -> l.shown() == Signal.TOGGLING)
        .singleElement()
        .satisfies(l -> assertThat(l.hertz().orElseThrow()).isBetween(990.0, 1010.0));
  }

  /** What is no level, no volts and no bus is never read as one of them. */
  @ParameterizedTest
  @CsvSource({
    "'Time,Frequency (Hz)', '0.&,3579545', is in Hz",
    "'Time,Reading,Unit', '0.&,0.4,Ohm', is in Ohm",
    "'Time (us),ADDR', '&,7936', no volts of a line",
    "'Time (s),Line,Edge', '0.&,CLK,Rising', no level and no figure",
    "'Volts/div,1V~Offset,128~CH1', '228', no column of times"
  })
  void whatIsNoLineIsSaidSo(String head, String row, String reason) throws IOException {
    StringBuilder text = new StringBuilder(head.replace('~', '\n')).append('\n');
    for (int i = 100; i < 180; i++) {
      text.append(row.replace("&", String.valueOf(i))).append('\n');
    }
    Loaded<Recording> read = read("s.csv", text.toString(), RecordingFile.Choice.USUAL);
    assertThat(((Loaded.Refused<Recording>) read).summary()).contains(reason);
  }

  /** Written with six digits, ten samples have one time: no frequency can be told from that. */
  @Test
  void timesThatWereRoundedAreRefusedUnlessTheIntervalIsSaid() throws IOException {
    StringBuilder rows = new StringBuilder("Time (s),CH1\n");
    for (int i = 0; i < 1000; i++) {
      rows.append(String.format(Locale.ROOT, "%.6f,%d%n", i * 1e-7, i / 5 % 2));
    }
    assertThat(
            ((Loaded.Refused<Recording>) read("s.csv", rows.toString(), RecordingFile.Choice.USUAL))
                .summary())
        .contains("rounded");
    Recording recording =
        read("s.csv", "Sample interval,1e-7\n" + rows, RecordingFile.Choice.USUAL).shipped();
    assertThat(recording.lines().getFirst().hertz().orElseThrow())
        .isBetween(999_000.0, 1_001_000.0);
  }

  /** Settings in the first columns, samples in the last two, and nothing above them. */
  @Test
  void whatAScopeSetsDownBesideItsSamplesIsNoLine() throws IOException {
    List<String> settings =
        List.of("Points,80", "Source,CH1", "Vertical units,V", "Probe,10", "Units,s");
    StringBuilder text = new StringBuilder();
    for (int i = 0; i < 80; i++) {
      text.append(i < settings.size() ? settings.get(i) : ",")
          .append(
              String.format(Locale.ROOT, ",,%.6f,%s,%n", i * 2.5e-4, i % 4 < 2 ? "0.2" : "3.4"));
    }
    Recording recording = read("s.csv", text.toString(), RecordingFile.Choice.USUAL).shipped();
    assertThat(recording.lines()).extracting(Recording.Line::name).containsExactly("CH1");
    assertThat(recording.lines().getFirst().hertz().orElseThrow()).isBetween(990.0, 1010.0);
    assertThat(recording.remarks()).anyMatch(r -> r.contains("probe of 10"));
  }

  @Test
  void aMetersLogIsReadByTheClockAndPastMidnight() throws IOException {
    StringBuilder text = new StringBuilder("Datum;Zeit;Wert;Einheit\n");
    for (int i = 0; i < 120; i++) {
      int second = (86_400 - 60 + i) % 86_400;
      text.append(
          String.format(
              Locale.ROOT,
              "28.11.2026;%02d:%02d:%02d;%s;V DC%n",
              second / 3600,
              second / 60 % 60,
              second % 60,
              i < 60 ? "4,98" : "3,10"));
    }
    Recording recording =
        read("s.csv", text + "End of data\n", RecordingFile.Choice.USUAL).shipped();
    assertThat(recording.picos()).isEqualTo(119_000_000_000_000L);
    assertThat(recording.lines().getFirst().volts()).contains(new Recording.Span(3.1, 4.98));
    assertThat(recording.remarks()).anyMatch(r -> r.contains("End of data"));
  }

  @ParameterizedTest
  @ValueSource(strings = {"UTF-16", "windows-1252", "UTF-8"})
  void otherEncodingsAreTold(String charset) throws IOException {
    StringBuilder text = new StringBuilder("Time (µs),CH1 (V)\n");
    for (int i = 0; i < 40; i++) {
      text.append(i * 250).append(i % 4 < 2 ? ",0.2\n" : ",3.4\n");
    }
    Path file = folder.resolve("s.csv");
    Files.write(file, text.toString().getBytes(Charset.forName(charset)));
    Recording recording =
        RecordingFile.read(file, RecordingFile.Choice.USUAL, share -> {}, () -> false).shipped();
    assertThat(recording.lines().getFirst().hertz().orElseThrow()).isBetween(990.0, 1010.0);
  }

  /** Two ramps in millivolts: a slow rise is no clock, and what swings about zero has no level. */
  @Test
  void whatVoltsSayBesideTheirLevelIsRemarked() throws IOException {
    StringBuilder text = new StringBuilder("Time (ms),reset (V),ripple (mV),low (mV)\n");
    for (int i = 0; i < 400; i++) {
      text.append(i)
          .append(String.format(Locale.ROOT, ",%.2f", Math.min(5, i / 40.0)))
          .append(i % 20 < 10 ? ",120" : ",-120")
          .append(i % 2 == 0 ? ",20\n" : ",360\n");
    }
    Recording recording = read("s.csv", text.toString(), RecordingFile.Choice.USUAL).shipped();
    assertThat(recording.lines())
        .extracting(Recording.Line::shown)
        .containsExactly(Signal.DOUBTFUL, Signal.DOUBTFUL, Signal.LOW);
    assertThat(recording.remarks())
        .anyMatch(r -> r.startsWith("reset (V) rises once, after 80"))
        .anyMatch(r -> r.startsWith("ripple (mV) swings about zero"))
        .anyMatch(r -> r.startsWith("low (mV) moves between 0.0200 and 0.360 V"));
  }

  /** Bits declared one by one, one name in two scopes, a name written with its escape. */
  @Test
  void wiresOfADumpKeepTheirOwnNames() throws IOException {
    String dump =
        "$timescale 1us $end $scope module a $end $var wire 1 ! D [0] $end $var wire 1 % D [1] $end"
            + " $var wire 1 c \\U5.3 $end $var wire 1 k CLK $end $upscope $end $scope module b $end"
            + " $var wire 1 l CLK $end $var real 64 r VCC $end $upscope $end $enddefinitions $end"
            + " #0 0! 0% 0c 0k 1l r4.98 r #10 1! 1% 1c 1k 0l";
    Recording recording = read("b.vcd", dump, RecordingFile.Choice.USUAL).shipped();
    assertThat(recording.lines())
        .extracting(Recording.Line::name)
        .containsExactly("D0", "D1", "U5.3", "CLK", "b.CLK");
    assertThat(recording.remarks()).anyMatch(r -> r.startsWith("VCC is a real"));
  }

  /** A column without a heading before the time, between semicolons. */
  @Test
  void anEmptyFirstCellIsNoRemark() throws IOException {
    StringBuilder text = new StringBuilder(";Time (us);CH1\n");
    for (int i = 0; i < 80; i++) {
      text.append(';').append(i * 250).append(';').append(i % 4 < 2 ? 1 : 0).append('\n');
    }
    Recording recording = read("s.csv", text.toString(), RecordingFile.Choice.USUAL).shipped();
    assertThat(recording.lines()).extracting(Recording.Line::name).containsExactly("CH1");
    assertThat(recording.lines().getFirst().hertz().orElseThrow()).isBetween(990.0, 1010.0);
  }

  /** A bus that floats now and then keeps its base; four noughts and ones may be either. */
  @Test
  void noughtsAndOnesAreBitsOnlyWhereSomethingSaysSo() throws IOException {
    String rows = "0,0101\n1,zzzz\n2,1010\n3,0101\n";
    Recording bits =
        read("s.csv", "Time (us),D3-D0\n" + rows, RecordingFile.Choice.USUAL).shipped();
    assertThat(bits.lines())
        .extracting(Recording.Line::name)
        .containsExactly("D3", "D2", "D1", "D0");
    Recording hex =
        read("s.csv", "Time (us),A15-A0\n" + rows, RecordingFile.Choice.USUAL).shipped();
    assertThat(hex.lines()).hasSize(16);
    assertThat(
            ((Loaded.Refused<Recording>)
                    read("s.csv", "Time (us),BUS\n" + rows, RecordingFile.Choice.USUAL))
                .summary())
        .contains("bits or hexadecimal");
  }

  /** What begins as bits and goes on otherwise was no bits. */
  @Test
  void aFigureOfAnotherBaseFurtherOnIsRefused() throws IOException {
    StringBuilder text = new StringBuilder("Time (us),D7-D0\n");
    for (int i = 0; i < 300; i++) {
      text.append(i).append(i < 250 ? ",00000001\n" : ",00000007\n");
    }
    assertThat(
            ((Loaded.Refused<Recording>) read("s.csv", text.toString(), RecordingFile.Choice.USUAL))
                .summary())
        .contains("00000007 in D7-D0");
  }

  @Test
  void aDatedClockThatGoesBackIsRefused() throws IOException {
    String text =
        "Time,V\n2026-11-28 23:59:58,5.0\n2026-11-28 23:59:59,5.0\n2026-11-28 00:00:01,5.0\n";
    assertThat(
            ((Loaded.Refused<Recording>) read("s.csv", text, RecordingFile.Choice.USUAL)).summary())
        .contains("goes back");
  }
}
