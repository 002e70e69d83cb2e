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
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.bench.freerun.CountingBoard;
import raconteur.core.board.BoardWriter;

/** What a screen and a free run say, on the command line. */
class ScreenCommandsTest extends CommandTest {

  private static void follows(String schema, String json) throws IOException {
    assertThat(
            JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                .getSchema(Files.readString(Path.of("../docs/formats/" + schema)))
                .validate(json, InputFormat.JSON))
        .isEmpty();
  }

  @Test
  void lettersAreExplainedFromAFileAndAsJson() throws IOException {
    String example = "../docs/examples/letters.txt";
    assertThat(run("screen", "letters", example, "--board", "quillon-kittiwake-b")).isZero();
    assertThat(out())
        .startsWith("Bit 4 stuck low explains all of 11 wrong letters. Look at U26, U34,");
    assertThat(run("screen", "letters", example, "--json")).isZero();
    follows("letters.schema.json", out());
    assertThat(out()).contains("\"explained\" : 11");
    assertThat(run("screen", "letters", "--should", "AB", "--stands", "QR", "--codes", "six"))
        .isZero();
    assertThat(out()).contains("Bit 4");
  }

  @Test
  void aFreeRunIsATableAndJson() throws IOException {
    String board = file("counting.json", BoardWriter.write(CountingBoard.z80().contents()));
    assertThat(run("board", "freerun", board)).isZero();
    assertThat(out())
        .contains("tie them to 00 hex")
        .containsPattern("/Y5 +U4.10 +125 kHz, high 95 % +low at 0280–02FF");
    assertThat(run("board", "freerun", board, "--clock", "2", "--json")).isZero();
    follows("freerun-lines.schema.json", out());
    assertThat(out()).contains("\"clock hertz\" : 4000000.0");
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "screen",
        "screen letters",
        "screen letters nosuch.txt",
        "screen letters --should READY",
        "screen letters --should A --stands B --codes morse",
        "screen letters --should A --stands B --columns 0",
        "screen letters --should A --stands B --board nosuch",
        "screen letters --should ABCDEF --stands B --columns 3",
        "board freerun petrel-1",
        "board freerun quillon-kittiwake-b --clock 0",
        "board freerun nosuch"
      })
  void whatCannotBeDoneIsOneSentence(String line) {
    assertThat(run(line.split(" ", -1))).isEqualTo(Printing.REFUSED);
    assertThat(err().strip()).isNotEmpty().doesNotContain("Exception").doesNotContain("\n");
  }
}
