package raconteur.core.bench;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import raconteur.core.Boards;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.device.Level;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

/**
 * A board of twelve 74-series parts, counters, a three-state bus, a shift register, an adder,
 * latches, beside the same board in Verilog: every line after every change of the inputs on the
 * whole board, and eight lines with every line that one output drives held low and high. Icarus
 * Verilog 11.0 ran it; resources/raconteur/core/verilog has its sources and make.sh.
 */
class TwelvePartsTest {
  private static final Board BOARD = Boards.parse(text("twelve.json"));
  private static final List<String> FILE = text("twelve.txt").lines().toList();
  private static final List<List<String>> HEADING =
      Stream.of(FILE.getFirst().split("; ", -1)).map(s -> List.of(s.split(" ", -1))).toList();
  private static final List<String> INPUTS = HEADING.get(0);
  private static final List<String> LINES = HEADING.get(1);
  private static final List<String> WATCHED = HEADING.get(2);
  private static final int ROWS = 320;

  /** Faults are watched from here on, when all that remembers was cleared. */
  private static final int SETTLED = 64;

  private static String text(String name) {
    try (var in =
        Objects.requireNonNull(
            TwelvePartsTest.class.getResourceAsStream("/raconteur/core/verilog/" + name))) {
      return new String(in.readAllBytes(), StandardCharsets.US_ASCII);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static List<Map<String, Level>> inputs() {
    List<Map<String, Level>> rows = new ArrayList<>();
    for (String line : FILE.subList(1, 1 + ROWS)) {
      Map<String, Level> row = new LinkedHashMap<>();
      for (int i = 0; i < INPUTS.size(); i++) {
        row.put(INPUTS.get(i), Level.of(line.charAt(i) == '1'));
      }
      rows.add(row);
    }
    return rows;
  }

  private static List<Map<String, Level>> run(List<PlantedFault> faults, List<String> lines) {
    return Stimulus.apply(
        new SimulatedBoard(BOARD, BenchSetUp.NONE).with(faults),
        PluggedIn.NOTHING,
        inputs(),
        lines,
        LogicRun.PowerUp.AS_IT_FALLS,
        1);
  }

  @Test
  void everyLineStandsAsInVerilogAfterEveryChange() {
    List<Map<String, Level>> shown = run(List.of(), LINES);
    int compared = 0;
    for (int row = 0; row < ROWS; row++) {
      String seen = FILE.get(1 + row).substring(INPUTS.size() + 1);
      for (int n = 0; n < LINES.size(); n++) {
        char bit = seen.charAt(n);
        // Unknown to Verilog only before the first clock; it falls somewhere on a real board.
        if (bit != 'x') {
          compared++;
          assertThat(shown.get(row).get(LINES.get(n)))
              .as("%s in row %d", LINES.get(n), row)
              .isEqualTo(bit == 'z' ? Level.FLOATING : Level.of(bit == '1'));
        }
      }
    }
    assertThat(compared).isGreaterThan(ROWS * LINES.size() * 9 / 10);
  }

  /** A line held, and the eight lines watched from then on: two hex digits a row. */
  record Held(String line, boolean high, String seen) {
    @Override
    public String toString() {
      return line + (high ? " high" : " low");
    }
  }

  static Stream<Held> held() {
    return FILE.subList(1 + ROWS, FILE.size()).stream()
        .map(line -> line.split(" ", -1))
        .map(words -> new Held(words[0], words[1].equals("1"), words[2]));
  }

  @ParameterizedTest
  @MethodSource("held")
  void aStuckOutputShowsWhereItDoesInVerilog(Held held) {
    PinRef output = BOARD.net(held.line()).orElseThrow().path().getFirst();
    Fault fault =
        new Fault(
            new Place.Output(output), held.high() ? FaultMode.STUCK_HIGH : FaultMode.STUCK_LOW);
    List<Map<String, Level>> shown = run(List.of(PlantedFault.of(fault)), WATCHED);
    for (int row = SETTLED; row < ROWS; row++) {
      for (int half = 0; half < 2; half++) {
        char digit = held.seen().charAt(2 * (row - SETTLED) + half);
        int bits = 0;
        for (String line : WATCHED.subList(4 * half, 4 * half + 4)) {
          bits = bits * 2 + (shown.get(row).get(line) == Level.HIGH ? 1 : 0);
        }
        // What a fault never lets be loaded stays unknown to Verilog.
        if (Character.digit(digit, 16) >= 0) {
          assertThat(bits).as("%s, row %d", held, row).isEqualTo(Character.digit(digit, 16));
        }
      }
    }
  }

  /** The file holds what it should: both levels of every line that one output drives. */
  @Test
  void everyLineOfOneOutputIsHeldAtBothLevels() {
    assertThat(held().map(Held::line).distinct().count() * 2).isEqualTo(held().count());
    assertThat(held().count()).isGreaterThan(80);
    assertThat(held()).allMatch(h -> h.seen().length() == 2 * (ROWS - SETTLED));
  }
}
