package raconteur.core.device;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

/**
 * Devices beside the same parts in Verilog, run by Icarus Verilog 11.0 and kept as text
 * (resources/raconteur/core/verilog; make.sh makes it anew). The pins are named by their numbers,
 * so that pin-outs are held as well.
 */
class VerilogPartsTest {

  /** What the simulator saw of one part: rows of input and output levels in the order of pins. */
  record Walk(String part, List<String> inputs, List<String> outputs, List<String[]> rows) {
    @Override
    public String toString() {
      return part;
    }
  }

  static Stream<Walk> walks() {
    List<Walk> walks = new ArrayList<>();
    for (String line : text().lines().toList()) {
      if (line.contains(";")) {
        String[] parts = line.split("; ", -1);
        walks.add(
            new Walk(
                parts[0],
                List.of(parts[1].split(" ", -1)),
                List.of(parts[2].split(" ", -1)),
                new ArrayList<>()));
      } else {
        walks.getLast().rows().add(line.split(" ", -1));
      }
    }
    return walks.stream();
  }

  private static String text() {
    String name = "/raconteur/core/verilog/parts.txt";
    try (var in = Objects.requireNonNull(VerilogPartsTest.class.getResourceAsStream(name))) {
      return new String(in.readAllBytes(), StandardCharsets.US_ASCII);
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static Level level(char bit) {
    return switch (bit) {
      case '0' -> Level.LOW;
      case '1' -> Level.HIGH;
      case 'z' -> Level.FLOATING;
      default -> Level.UNKNOWN;
    };
  }

  @ParameterizedTest
  @MethodSource("walks")
  void theDeviceDoesWhatTheSimulatorSaw(Walk walk) {
    Device device = DeviceLibrary.shipped().find(walk.part()).orElseThrow();
    var run = new DeviceRun(device);
    int compared = 0;
    for (int row = 0; row < walk.rows().size(); row++) {
      String driven = walk.rows().get(row)[0];
      String seen = walk.rows().get(row)[1];
      Map<String, Level> levels = new HashMap<>();
      for (int i = 0; i < walk.inputs().size(); i++) {
        levels.put(walk.inputs().get(i), level(driven.charAt(i)));
      }
      Map<String, Level> shown = run.apply(levels);
      for (int o = 0; o < walk.outputs().size(); o++) {
        Level expected = level(seen.charAt(o));
        if (expected != Level.UNKNOWN) {
          compared++;
          assertThat(shown.get(walk.outputs().get(o)))
              .as("%s pin %s in row %d, %s", walk, walk.outputs().get(o), row, driven)
              .isEqualTo(expected);
        }
      }
    }
    assertThat(compared).isGreaterThan(walk.rows().size() / 2);
  }

  /** Nearly every output of every part was seen at both levels: the walks are long enough. */
  @Test
  void theWalksShowEveryOutputAtBothLevels() {
    walks()
        .forEach(
            walk -> {
              for (int o = 0; o < walk.outputs().size(); o++) {
                int at = o;
                assertThat(walk.rows().stream().map(r -> r[1].charAt(at)).distinct().toList())
                    .as("%s pin %s", walk, walk.outputs().get(o))
                    .contains('0', '1');
              }
            });
  }
}
