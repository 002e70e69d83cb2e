package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.StringWriter;
import java.io.Writer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Whatever is asked of a command, it ends with one sentence and a code, and nothing is hurt. */
class ConsoleTest {
  @TempDir private Path folder;
  private final StringWriter out = new StringWriter();
  private final StringWriter err = new StringWriter();

  private int run(String... arguments) {
    return new Console(out, err).run(arguments);
  }

  /** FILE stands for a file of junk, NONE for one that is not there, DIR for a folder. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      textBlock =
          """
          diagnose --board FILE --case FILE
          diagnose --board NONE --case NONE
          diagnose --board DIR --case DIR
          diagnose --board quillon-kittiwake-b --case NONE
          keys
          keys --board NONE
          keys --board petrel-1
          keys --matrix NONE
          keys --matrix DIR
          keys --matrix FILE
          keys --board marram-310 --matrix FILE
          keys --board marram-310 --seen nonsense
          keys --board marram-310 --ohms Q
          keys --board marram-310 --ohms Q_12
          simulate --board FILE
          simulate --board NONE
          simulate --board quillon-kittiwake-b --stimulus NONE
          simulate --board quillon-kittiwake-b --stimulus DIR
          simulate --board quillon-kittiwake-b --fault nonsense
          simulate --board quillon-kittiwake-b --probe U999.1
          simulate --board quillon-kittiwake-b --vcd NONE/x.vcd
          simulate --board quillon-kittiwake-b --dictionary FILE --limit 1
          simulate --board quillon-kittiwake-b --lines FILE --limit 1
          contest --board FILE
          contest --board NONE
          device no-such-thing
          drive 74LS00 --in NONE
          drive 74LS00 --in FILE
          identify --in NONE --answers NONE
          signals NONE
          signals DIR
          signals FILE
          archive --casebook NONE OUT
          archive --casebook FILE OUT
          unarchive --casebook NONE FILE
          unarchive --casebook NONE NONE
          restore --casebook NONE
          restore --casebook NONE --from FILE
          restore --casebook FILE --from FILE
          """)
  void aRefusalIsOneSentenceAndCodeOne(String line) throws IOException {
    Path junk = Files.writeString(folder.resolve("junk"), "junk \u001B[31m".repeat(120));
    List<String> words = new ArrayList<>();
    for (String word : line.strip().split(" ", -1)) {
      words.add(
          word.replace("FILE", junk.toString())
              .replace("NONE", folder.resolve("none").toString())
              .replace("OUT", folder.resolve("out.zip").toString())
              .replace("DIR", folder.toString()));
    }
    assertThat(run(words.toArray(String[]::new))).as(err.toString()).isEqualTo(1);
    assertThat(err.toString().strip().lines()).as(err.toString()).hasSize(1);
    assertThat(err.toString()).doesNotContain("Exception", "\tat ", "\u001B");
    assertThat(Files.readString(junk)).as("what was there").startsWith("junk");
    assertThat(folder.resolve("none")).doesNotExist();
    assertThat(folder.resolve("out.zip")).doesNotExist();
  }

  @Test
  void aViewNobodyHasIsRefusedWithThoseThereAreAndNothingIsDrawn() {
    Path pictures = folder.resolve("pictures");
    assertThat(run("--demo", "--pictures", pictures.toString(), "--views", "shelf,attic"))
        .isEqualTo(1);
    assertThat(err.toString()).contains("no view attic", "shelf, odds,").doesNotContain("\tat ");
    assertThat(pictures).doesNotExist();
    assertThat(run("--demo", "--views", "shelf")).isEqualTo(1);
    assertThat(err.toString()).contains("--views goes with --pictures DIR.");
  }

  @Test
  void wrongUsageIsCodeTwo() {
    assertThat(run("diagnose")).isEqualTo(2);
    assertThat(run("no-such-command")).isEqualTo(2);
  }

  @Test
  void outputThatCannotBeWrittenIsAnErrorAndAReaderWhoLeavesIsNone() {
    assertThat(new Console(full("No space left on device"), err).run("devices")).isEqualTo(1);
    assertThat(err.toString()).contains("Not all of the output", "No space left");
    err.getBuffer().setLength(0);
    assertThat(new Console(full("Broken pipe"), err).run("devices")).isZero();
    assertThat(err.toString()).isEmpty();
  }

  private static Writer full(String why) {
    return new Writer() {
      @Override
      public void write(char[] text, int from, int count) throws IOException {
        throw new IOException(why);
      }

      @Override
      public void flush() {
        // Nothing is held back.
      }

      @Override
      public void close() {
        // Nothing is held.
      }
    };
  }

  @Test
  void whatMovesTheCursorIsShownAsADot() throws IOException {
    PlainWriter plain = new PlainWriter(out);
    plain.write("\r12 %");
    plain.write("a\u001B[2Jb\rc\u0007\u202Ed\n");
    assertThat(out.toString()).isEqualTo("\r12 %a·[2Jb·c··d\n");
  }
}
