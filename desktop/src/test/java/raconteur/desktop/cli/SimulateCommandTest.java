package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Set;
import java.util.TreeSet;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class SimulateCommandTest extends CommandTest {
  private static final String LATCH =
      """
      {"format": "raconteur-board/1", "id": "latch", "machine": "Latch", "revision": "1",
       "title": "Two NANDs back to back", "copper": {"layers": 2, "order known": true},
       "blocks": ["power", "clock"],
       "parts": [{"part": "J1", "device": "connector-4", "block": "clock"},
         {"part": "U1", "device": "74LS00", "block": "clock"}],
       "rails": [{"rail": "+5V", "net": "+5V", "volts": 5, "tolerance percent": 5,
                  "expected ohms": 300}],
       "ground": "GND",
       "nets": [
         {"net": "/S", "path": ["J1.1", "U1.1"]}, {"net": "/R", "path": ["J1.2", "U1.5"]},
         {"net": "Q", "path": ["U1.3", "U1.4", "J1.3"]},
         {"net": "/Q", "path": ["U1.6", "U1.2", "J1.4"]},
         {"net": "+5V", "path": ["U1.14"]}, {"net": "GND", "path": ["U1.7"]}],
       "dead test": {"flashes": []}, "symptoms": []}
      """;

  @Test
  void rowsOnNamedNetsAreAnsweredRowByRow() throws IOException {
    String board = file("latch.json", LATCH);
    String rows = file("rows.csv", "/S,/R\n0,1\n1,1\n1,0\n1,1\n");
    assertThat(run("simulate", "--board", board, "--stimulus", rows, "--csv", "--probe", "U1.3"))
        .isZero();
    assertThat(out()).isEqualToNormalizingNewlines("Q\n1\n1\n0\n0\n");
  }

  @Tag("long")
  @Test
  void theScreenIsPhotographedAndADarkOneIsNot() throws IOException {
    Path picture = Path.of(path("screen.png"));
    assertThat(run("simulate", "--board", "quillon-kittiwake-b", "--picture", picture.toString()))
        .isZero();
    BufferedImage read = ImageIO.read(picture.toFile());
    Set<Integer> colours = new TreeSet<>();
    for (int y = 0; y < read.getHeight(); y++) {
      for (int x = 0; x < read.getWidth(); x++) {
        colours.add(read.getRGB(x, y));
      }
    }
    assertThat(colours).hasSizeBetween(2, 3);
    Path dark = Path.of(path("dark.png"));
    assertThat(
            run(
                "simulate",
                "--board",
                "quillon-kittiwake-b",
                "--fault",
                "U44 dead",
                "--picture",
                dark.toString()))
        .isNotZero();
    assertThat(err()).contains("shows no picture");
    assertThat(dark).doesNotExist();
  }

  @Test
  void aStimulusAgainstAnOutputIsReportedByName() throws IOException {
    String board = file("latch.json", LATCH);
    String rows = file("rows.csv", "/S,/R,Q\n0,1,0\n");
    assertThat(run("simulate", "--board", board, "--stimulus", rows)).isZero();
    assertThat(out()).contains("Net Q is driven from outside and by U1.3");
  }

  @Test
  void aShippedBoardIsReadAndRecorded() throws IOException {
    Path vcd = Path.of(path("out.vcd"));
    assertThat(
            run(
                "simulate",
                "--board",
                "quillon-kittiwake-b",
                "--fault",
                "U22 leaks +5V 68 ohm",
                "--rails",
                "--probe",
                "U8.17",
                "--vcd",
                vcd.toString()))
        .isZero();
    assertThat(out()).contains("\"U22 leaks +5V 68 ohm\"").contains("U8.17 toggling");
    assertThat(Files.readString(vcd)).contains("$var wire 1 ! PHI $end").contains("$dumpvars");
  }

  @ParameterizedTest
  @CsvSource({
    "--fault;U99 dead, no part of this board",
    "--probe;U1.99, no pin of this board",
    "--micros;0, takes 1 to 20000",
    "--power-up;maybe, takes falls or unknown",
    "--dead-test, no such test"
  })
  void whatIsWrongIsRefusedInOneSentence(String given, String sentence) throws IOException {
    String board = file("latch.json", LATCH);
    String[] words = given.split(";", -1);
    String[] arguments = new String[3 + words.length];
    System.arraycopy(new String[] {"simulate", "--board", board}, 0, arguments, 0, 3);
    System.arraycopy(words, 0, arguments, 3, words.length);
    assertThat(run(arguments)).isEqualTo(1);
    assertThat(err()).contains(sentence);
  }
}
