package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceFiles;
import raconteur.core.device.DeviceLibrary;

class DeviceCommandsTest extends CommandTest {
  @Test
  void theLibraryIsPrintedInTheOpenFormatAndReadsBack() throws IOException {
    assertThat(run("devices", "--json")).isZero();
    follows(out());
    List<Device> read = DeviceFiles.read("printed", out()).shipped();
    assertThat(read).isEqualTo(DeviceLibrary.shipped().all());
    assertThat(read.stream().flatMap(d -> d.pins().stream()).map(p -> p.kind().word()))
        .contains("input", "output", "three-state", "open-collector", "bidirectional", "supply");
    assertThat(run("device", "74LS257", "--json")).isZero();
    follows(out());
  }

  private static void follows(String json) throws IOException {
    var schema =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(Files.readString(Path.of("..", "docs", "formats", "devices.schema.json")));
    assertThat(schema.validate(json, InputFormat.JSON)).isEmpty();
  }

  @Test
  void oneDeviceIsDrawnInText() {
    assertThat(run("device", "SN74HC257N")).isZero();
    assertThat(out())
        .contains("74HC257: quad 2-to-1 selector, three-state")
        .contains("input    S   1 |       | 16  VCC  supply")
        .contains("three-state   1Y   4 |")
        .contains("common practice, no source");
  }

  /** Function table of The TTL Data Book (Texas Instruments, 2nd ed. 1981), from memory. */
  @Test
  void aDeviceIsDrivenRowByRow() throws IOException {
    String rows = file("in.csv", "p1,p2,p3,p15\n0,1,0,0\n1,1,0,0\n1,1,0,1\n");
    assertThat(run("drive", "74LS257", "--in", rows)).isZero();
    assertThat(out().lines())
        .containsExactly(
            "p1,p2,p3,p4,p5,p6,p7,p9,p10,p11,p12,p13,p14,p15",
            "0,1,0,1,z,z,x,x,z,z,x,z,z,0",
            "1,1,0,0,z,z,x,x,z,z,x,z,z,0",
            "1,1,0,z,z,z,z,z,z,z,z,z,z,1");
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "p1,p99\\n0,0 | p99 is not a pin of 74LS257, which has 16",
        "p1,q2\\n0,0 | in.csv:1:1: \"q2\" is no pin",
        "p1,p1\\n0,0 | p1 stands there twice",
        "p1,p2\\n0,7 | in.csv:2:1: \"7\" at p2 is no level; 0 1 z x are",
        "p1,p2\\n0 | this row has 1 values, the header 2",
        "'' | a header p1,p2,… is expected",
      })
  void whatCannotBeDrivenIsRefusedWithItsLine(String rows, String reason) throws IOException {
    String in = file("in.csv", rows.replace("\\n", "\n"));
    assertThat(run("drive", "74LS257", "--in", in)).isEqualTo(1);
    assertThat(err()).contains(reason);
    assertThat(out()).isEmpty();
  }

  @Test
  void anUnknownDeviceIsRefused() {
    assertThat(run("device", "74LS99999")).isEqualTo(1);
    assertThat(err()).contains("is not in the device library");
    assertThat(run("drive", "74LS00", "--in", path("nowhere.csv"))).isEqualTo(1);
    assertThat(run("vectors", "74LS629")).isEqualTo(1);
  }

  @Test
  void anUnknownPartIsIdentifiedFromTheRowsOfATester() throws IOException {
    assertThat(run("vectors", "74LS138")).isZero();
    String driven = file("driven.csv", out());
    assertThat(run("vectors", "74LS138", "--answers")).isZero();
    String shown = file("shown.csv", out());
    assertThat(run("identify", "--in", driven, "--answers", shown, "--pins", "16")).isZero();
    assertThat(out()).startsWith("74LS138").doesNotContain("74LS139");
  }
}
