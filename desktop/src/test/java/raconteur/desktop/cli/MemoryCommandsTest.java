package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class MemoryCommandsTest extends CommandTest {

  @Test
  void aRowOfAPatternIsARowOfItsChip() {
    assertThat(
            run(
                "memory",
                "explain",
                "../docs/examples/memory-fails.txt",
                "--part",
                "MK4116N-3",
                "--chips",
                "U22-U29"))
        .isZero();
    assertThat(out())
        .contains("13 of 4096 words fail, in 2 of 8 bits.")
        .contains("Bit 3 fails row 5C: a row inside the chip (U25), reading high")
        .contains("U25 tester fail")
        .contains("U27 tester fail");
  }

  @Test
  void anAddressPinIsNamedByItsNumber() throws IOException {
    StringBuilder fails = new StringBuilder();
    for (int address = 0; address < 1 << 14; address++) {
      if ((address >> 2 & 1) == 0 || (address >> 9 & 1) == 0) {
        fails.append(String.format(java.util.Locale.ROOT, "%X bit 1%n", address));
      }
    }
    String file = file("fails.txt", fails.toString());
    assertThat(
            run(
                "memory",
                "explain",
                file,
                "--part",
                "4116",
                "--chips",
                "U30,U31,U32,U33,U34,U35,U36,U37"))
        .isZero();
    // Pin 6 is A2 of a 4116 (data books, from memory).
    assertThat(out())
        .contains(
            "but where row and column both have A2 of the chip high: that address pin does not"
                + " move; it stands, is open or joined to another (U31), pin 6");
  }

  @Test
  void testsAreHeldAgainstKinds() {
    assertThat(run("memory", "tests", "--tell", "stuck address setting", "--words", "1024"))
        .isZero();
    assertThat(out())
        .contains("No fault of these kinds escapes March C-")
        .contains("To tell them apart, in turn: MSCAN, MATS+");
  }

  @Test
  void jsonFollowsItsSchema() throws IOException {
    var schema =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(Files.readString(Path.of("../docs/formats/memory.schema.json")));
    run("memory", "explain", "../docs/examples/memory-fails.txt", "--part", "4116", "--json");
    assertThat(schema.validate(out(), InputFormat.JSON)).isEmpty();
    run("memory", "tests", "--json");
    assertThat(
            schema.validate(
                out().substring(out().lastIndexOf("{\n  \"format\"")), InputFormat.JSON))
        .isEmpty();
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "memory explain nowhere.txt --part 4116 | Cannot read nowhere.txt.",
        "memory explain ../docs/examples/memory-fails.txt --part 74LS00 | 74LS00 is no memory",
        "memory explain ../docs/examples/memory-fails.txt --part 4116 --bits 0 | A word has 1 to"
            + " 32",
        "memory explain ../docs/examples/memory-fails.txt --part 4116 --chips U1-U4 | one chip a"
            + " bit",
        "memory explain ../docs/examples/case.json --part 4116 | begins with no address",
        "memory explain ../docs/examples/memory-fails.txt --part nothing | No device is called",
        "memory tests --tell rust | rust is no kind of fault",
        "memory tests --words 0 | Words go from 1",
        "memory tests --ns NaN | nanoseconds",
        "memory | Say what to do with a memory",
      })
  void whatCannotBeDoneIsSaidInASentence(String command, String why) {
    assertThat(run(command.strip().split(" ", -1))).isNotZero();
    assertThat(err()).contains(why);
  }
}
