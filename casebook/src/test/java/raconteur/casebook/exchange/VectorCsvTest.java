package raconteur.casebook.exchange;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.DeviceRun;
import raconteur.core.device.Level;
import raconteur.core.device.VectorRow;

/** Truth tables are those of The TTL Data Book, from memory. */
class VectorCsvTest {
  private static Device device(String name) {
    return DeviceLibrary.shipped().find(name).orElseThrow();
  }

  private static List<Map<String, Level>> rows(String text) {
    return switch (VectorCsv.read("rows.csv", text)) {
      case Loaded.Ok<List<Map<String, Level>>>(List<Map<String, Level>> rows) -> rows;
      case Loaded.Refused<List<Map<String, Level>>> r -> throw new AssertionError(r.issues());
    };
  }

  private static Level shown(String device, String rows, String pin) {
    return VectorCsv.drive(device(device), rows(rows)).getLast().shown().get(pin);
  }

  @ParameterizedTest
  @CsvSource({"0,0,HIGH,LOW", "0,1,HIGH,LOW", "1,0,HIGH,LOW", "1,1,LOW,HIGH"})
  void gatesDoWhatTheirTablesSay(String a, String b, Level nand, Level and) {
    String rows = "p1,p2\n" + a + "," + b + "\n";
    assertThat(shown("74LS00", rows, "3")).isEqualTo(nand);
    assertThat(shown("74LS08", rows, "3")).isEqualTo(and);
  }

  /** A 74LS138 takes its output by A, B, C while G1 is high and both others are low. */
  @ParameterizedTest
  @CsvSource({"0,0,0,15", "1,0,0,14", "0,1,0,13", "1,1,0,12", "0,0,1,11", "1,1,1,7"})
  void aDecoderTakesOneOutputLow(String a, String b, String c, String low) {
    String rows = "p1,p2,p3,p4,p5,p6\n" + String.join(",", a, b, c, "0", "0", "1") + "\n";
    Map<String, Level> shown = VectorCsv.drive(device("74LS138"), rows(rows)).getLast().shown();
    for (String output : List.of("15", "14", "13", "12", "11", "10", "9", "7")) {
      assertThat(shown.get(output))
          .as("output " + output)
          .isEqualTo(output.equals(low) ? Level.LOW : Level.HIGH);
    }
  }

  /** What a flip-flop took at the rise stays when its input goes. */
  @Test
  void whatRemembersRemembersFromRowToRow() {
    String taken = "p1,p2,p3,p4\n1,1,0,1\n1,1,1,1\n1,0,1,1\n1,0,0,1\n";
    assertThat(shown("74LS74", taken, "5")).isEqualTo(Level.HIGH);
    assertThat(shown("74LS74", taken + "1,0,1,1\n", "5")).isEqualTo(Level.LOW);
    assertThat(shown("74LS74", taken + "0,0,0,1\n", "5")).isEqualTo(Level.LOW);
  }

  @Test
  void anEmptyValueDrivesNothingAndSuppliesArePassedOver() {
    List<Map<String, Level>> rows = rows("p1,p2,p14,p7\n1,,1,0\n");
    assertThat(rows.getFirst().get("2")).isEqualTo(Level.FLOATING);
    assertThat(VectorCsv.drive(device("74LS00"), rows).getFirst().driven())
        .containsOnlyKeys("1", "2");
  }

  @Test
  void aPinTheDeviceHasNotIsNamed() {
    assertThat(VectorCsv.refuse(device("74LS00"), rows("p1,p99\n0,1\n")).orElseThrow())
        .contains("p99", "74LS00", "14");
    assertThat(VectorCsv.refuse(device("74LS00"), rows("p1,p13\n0,1\n"))).isEmpty();
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "x1,x2\n0,1\n",
        "p1,p1\n0,1\n",
        "p1,p2\n0\n",
        "p1,p2\n0,7\n",
        "p1,p2\n0,\"1\n",
        "\u0000\u0001",
        "0,1\n1,0\n"
      })
  void whatIsNoTableOfLevelsIsRefused(String text) {
    assertThat(VectorCsv.read("rows.csv", text)).isInstanceOf(Loaded.Refused.class);
  }

  /** What is written out is read back, and drives to the same. */
  @ParameterizedTest
  @ValueSource(strings = {"74LS00", "74LS138", "74LS157", "74LS74", "74LS245"})
  void whatIsWrittenIsReadBack(String name) {
    Device device = device(name);
    DeviceRun run = new DeviceRun(device);
    List<VectorRow> rows =
        List.of(Level.LOW, Level.HIGH, Level.LOW).stream()
            .map(
                level -> {
                  Map<String, Level> driven =
                      device.signalPins().stream()
                          .filter(p -> p.kind().reads() && !p.kind().drives())
                          .collect(java.util.stream.Collectors.toMap(p -> p.number(), _ -> level));
                  return new VectorRow(driven, run.apply(driven));
                })
            .toList();
    List<VectorRow> again = VectorCsv.drive(device, rows(VectorCsv.driven(device, rows)));
    assertThat(VectorCsv.shown(device, again)).isEqualTo(VectorCsv.shown(device, rows));
  }
}
