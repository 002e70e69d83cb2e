package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class RomCommandsTest extends CommandTest {
  private static byte[] image(int size) {
    byte[] image = new byte[size];
    new Random(size).nextBytes(image);
    image[0] = 0x31;
    return image;
  }

  private String bytes(String name, byte[] image) throws IOException {
    return Files.write(Path.of(path(name)), image).toString();
  }

  private void followsTheSchema() throws IOException {
    String schema = Files.readString(Path.of("../docs/formats/rom.schema.json"));
    assertThat(
            JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(schema)
                .validate(out(), InputFormat.JSON))
        .isEmpty();
  }

  @Test
  void aReadingIsExplainedByPins() throws IOException {
    byte[] good = image(0x2000);
    byte[] read = good.clone();
    for (int a = 0; a < read.length; a++) {
      read[a] &= (byte) ~0x80;
    }
    String wanted = bytes("good.bin", good);
    String got = bytes("read.bin", read);
    assertThat(run("rom", "compare", wanted, got, got, "--part", "HN482764G")).isZero();
    assertThat(out()).contains("D7 (pin 19) stands low").contains("2 readings are the same");
    assertThat(run("rom", "compare", wanted, got, got, "--json")).isZero();
    followsTheSchema();
    assertThat(run("rom", "compare", wanted, wanted)).isZero();
    assertThat(out()).isEqualTo("It is what it should be, in every bit.\n");
  }

  @Test
  void whatNobodyKnowsIsInspected() throws IOException {
    byte[] image = image(0x1000);
    String even = bytes("even.bin", image);
    String odd = bytes("odd.bin", image);
    assertThat(run("rom", "inspect", even, odd, "--as", "in-turn")).isZero();
    assertThat(out()).contains("8192 bytes").contains("A0 makes no difference");
    assertThat(run("rom", "inspect", even, "--json")).isZero();
    followsTheSchema();
  }

  @Test
  void anImageIsFoundInAListByItsSums() throws IOException {
    byte[] image = image(0x1000);
    String whole = bytes("whole.bin", image);
    String lower = bytes("lower.bin", Arrays.copyOf(image, 0x800));
    java.util.zip.CRC32 crc = new java.util.zip.CRC32();
    crc.update(image, 0, 0x800);
    String list =
        file(
            "list.csv",
            "name;size;crc32\nFirmware 2;2048;0x" + Long.toHexString(crc.getValue()) + "\n");
    assertThat(run("rom", "inspect", lower, "--known", list)).isZero();
    assertThat(out()).contains("By its sum it is Firmware 2.");
    assertThat(run("rom", "inspect", whole, "--known", list)).isZero();
    assertThat(out()).contains("Its lower half is Firmware 2 by its sum.");
    assertThat(run("rom", "inspect", bytes("x.bin", image(64)), "--known", list, "--json"))
        .isZero();
    followsTheSchema();
    assertThat(out()).contains("It is none of the list.");
    assertThat(run("rom", "inspect", whole, "--known", file("no.csv", "a;b\n1;2\n")))
        .isEqualTo(Printing.REFUSED);
    assertThat(err()).contains("crc32 or sha1");
  }

  @Test
  void aNewPartsFileIsWrittenOnceAndReadAgain() throws IOException {
    byte[] image = image(0x1000);
    String good = bytes("good.bin", image);
    String hex = path("new.hex");
    assertThat(
            run(
                "rom", "plan", good, "--place", "2732", "--into", "2764", "--form", "hex", "-o",
                hex))
        .isZero();
    assertThat(out()).contains("A12 may be tied to either level");
    assertThat(run("rom", "compare", good, hex)).isZero();
    assertThat(out()).contains("first half twice").contains("in every bit");
    byte[] before = Files.readAllBytes(Path.of(hex));
    assertThat(run("rom", "plan", good, "--place", "2732", "--into", "2764", "-o", hex))
        .isEqualTo(Printing.REFUSED);
    assertThat(Arrays.equals(before, Files.readAllBytes(Path.of(hex)))).isTrue();
  }

  @ParameterizedTest
  @CsvSource({
    "rom compare none.bin none.bin, there is no such file",
    "rom inspect none.bin, there is no such file",
    "rom plan none.bin --place 2732 --into 2764, there is no such file",
    "rom plan none.bin --place FOO --into 2764, No device is called FOO",
    "rom plan none.bin --place 2732 --into 2764 --form x, is no form",
    "rom compare none.bin none.bin --part FOO, No device is called FOO",
    "rom, Say what to do with a ROM"
  })
  void whatCannotBeIsRefusedInASentence(String line, String says) {
    assertThat(run(line.split(" "))).isEqualTo(Printing.REFUSED);
    assertThat(err()).contains(says).doesNotContain("Exception");
  }

  @Test
  void filesThatAreNoneAreRefused() throws IOException {
    String empty = bytes("empty.bin", new byte[0]);
    String cut = file("cut.hex", ":10000000214601360121470136007EFE09D21901");
    String good = bytes("good.bin", image(0x1000));
    assertThat(run("rom", "inspect", empty)).isEqualTo(Printing.REFUSED);
    assertThat(err()).contains("the file is empty");
    assertThat(run("rom", "compare", good, cut)).isEqualTo(Printing.REFUSED);
    assertThat(err()).contains("cut short");
    String odd = bytes("odd.bin", image(1000));
    assertThat(run("rom", "inspect", good, odd, "--as", "in-turn")).isEqualTo(Printing.REFUSED);
    assertThat(err()).contains("do not make one image");
    assertThat(run("rom", "inspect", good, "--as", "sideways")).isEqualTo(Printing.REFUSED);
    assertThat(run("rom", "plan", odd, "--place", "2732", "--into", "2764"))
        .isEqualTo(Printing.REFUSED);
    assertThat(err()).contains("An image has 1000 bytes");
  }
}
