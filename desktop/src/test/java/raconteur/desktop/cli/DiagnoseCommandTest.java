package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;
import raconteur.core.board.Board;
import raconteur.core.data.DataFile;

class DiagnoseCommandTest {
  private static final String CASE =
      """
      {"format": "raconteur-case/1", "number": 1, "board": "quillon-kittiwake-b",
       "opened": "2026-11-03T19:00:00Z",
       "entries": [
         {"at": "2026-11-03T19:01:00Z", "line": "5V gnd 58 ohm"},
         {"at": "2026-11-03T19:02:00Z", "line": "U13 tester pass"},
         {"at": "2026-11-03T19:03:00Z", "line": "pull U13 92 ohm"},
         {"at": "2026-11-03T19:04:00Z", "line": "U99 hot"}]}
      """;

  @TempDir private Path folder;
  private final StringWriter out = new StringWriter();
  private final StringWriter err = new StringWriter();

  private int run(String board, String story, String... more) throws IOException {
    Path boardFile = Files.writeString(folder.resolve("board.json"), board);
    Path caseFile = Files.writeString(folder.resolve("case.json"), story);
    String[] arguments = new String[5 + more.length];
    arguments[0] = "diagnose";
    arguments[1] = "--board";
    arguments[2] = boardFile.toString();
    arguments[3] = "--case";
    arguments[4] = caseFile.toString();
    System.arraycopy(more, 0, arguments, 5, more.length);
    return new CommandLine(new RaconteurCommand())
        .setOut(new PrintWriter(out))
        .setErr(new PrintWriter(err))
        .execute(arguments);
  }

  private static String board() {
    return DataFile.shippedText(Board.class, "/raconteur/core/boards/quillon-kittiwake-b.json");
  }

  @Test
  void printsSuspectsWeightsClearedAndNextSteps() throws IOException {
    assertThat(run(board(), CASE)).isZero();
    assertThat(out.toString())
        .contains("U13: leaks on its rail", "dban", "strongly for: pull U13 92 ohm", "Cleared:")
        .contains("Next", "1. Replace U13 (QM-11)")
        .contains("not understood: U99 hot");
  }

  @Test
  void printsJsonThatFollowsItsSchema() throws IOException {
    assertThat(run(board(), CASE, "--json")).isZero();
    var schema =
        com.networknt.schema.JsonSchemaFactory.getInstance(
                com.networknt.schema.SpecVersion.VersionFlag.V202012)
            .getSchema(Files.readString(Path.of("..", "docs", "formats", "diagnosis.schema.json")));
    assertThat(schema.validate(out.toString(), com.networknt.schema.InputFormat.JSON)).isEmpty();
    assertThat(out.toString()).contains("\"place\" : \"U13\"", "\"decibans\"");
  }

  @Test
  void refusesBadFilesWithPlaceAndReasonAndExitCodeOne() throws IOException {
    assertThat(run(board().replace("\"U15.8\"", "\"U15.88\""), CASE)).isEqualTo(1);
    assertThat(err.toString()).contains("board.json:").contains("has no pin 88");
    assertThat(run(board(), "{\"format\": \"raconteur-case/1\"")).isEqualTo(1);
    assertThat(run(board(), CASE.replace("-b", "-d"))).isEqualTo(1);
    assertThat(err.toString()).contains("the case is told on board quillon-kittiwake-d");
  }

  @Test
  void whatIsRefusedIsExitCodeOneAndWrongUsageTwo() throws IOException {
    assertThat(run(board(), CASE, "--k", "9")).isEqualTo(1);
    assertThat(run(board(), CASE, "--school", "of fish")).isEqualTo(1);
    assertThat(run(board(), CASE, "--nonsense")).isEqualTo(2);
  }
}
