package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import picocli.CommandLine;
import raconteur.desktop.Demo;
import raconteur.desktop.signals.Asked;
import raconteur.desktop.signals.SignalsPresenter;
import raconteur.desktop.workshop.Workshop;

class SignalsCommandTest {
  @TempDir private Path folder;
  private final StringWriter out = new StringWriter();
  private final StringWriter err = new StringWriter();

  private int run(String... arguments) {
    return new CommandLine(new RaconteurCommand())
        .setOut(new PrintWriter(out))
        .setErr(new PrintWriter(err))
        .execute(arguments);
  }

  /** The simulated board's own bus recorder writes the file; the firmware stands in its loop. */
  private Path recorded() {
    Path dump = folder.resolve("bus.vcd");
    String[] simulate = {
      "simulate",
      "--board",
      "quillon-kittiwake-b",
      "--micros",
      "2000",
      "--vcd",
      dump.toString(),
      "--probe",
      "U8.17",
      "--probe",
      "U22.4",
      "--probe",
      "U22.15",
      "--probe",
      "U13.14"
    };
    assertThat(run(simulate)).as(err.toString()).isZero();
    out.getBuffer().setLength(0);
    return dump;
  }

  @Test
  void whatTheSimulatedRecorderWroteIsReadBack() throws IOException {
    assertThat(run("signals", "--json", recorded().toString())).as(err.toString()).isZero();
    JsonNode lines = new ObjectMapper().readTree(out.toString()).get("lines");
    assertThat(lines).hasSizeGreaterThan(3);
    assertThat(out.toString()).contains("/RAS", "toggling");
    var schema =
        JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
            .getSchema(Files.readString(Path.of("..", "docs", "formats", "signals.schema.json")));
    assertThat(schema.validate(out.toString(), InputFormat.JSON)).isEmpty();
  }

  @Test
  void linesAreHeldAgainstTheBoardAndGoIntoItsStory() {
    Workshop workshop = Demo.in(folder);
    try (var _ = workshop.casebook()) {
      var board = workshop.boards().find("quillon-kittiwake-b").orElseThrow();
      var presenter = new SignalsPresenter(workshop, board);
      List<SignalsPresenter.Read> read = new java.util.ArrayList<>();
      presenter.read(
          recorded(), new Asked("", "", "", "", ""), share -> {}, read::add, sentence -> {});
      assertThat(read.getFirst().rows())
          .anySatisfy(
              r -> {
                assertThat(r.name()).isEqualTo("/RAS");
                assertThat(r.bench()).matches("U\\d+\\.\\d+ toggling");
              });
      assertThat(read.getFirst().sentences().getFirst()).contains("nets or pins of this board");
    }
  }

  /** A logger's table: the time is not its first column, one column is no line, two count round. */
  @Test
  void theColumnsOfATableAndTheAddressLinesAreChosen() throws IOException {
    StringBuilder table = new StringBuilder("battery,s,A0,A1,/RD\n");
    for (int i = 0; i < 200; i++) {
      int address = i / 2 % 4;
      table.append(
          "5,%d.0e-6,%d,%d,%d\n".formatted(i, address & 1, address >> 1, i % 2 == 0 ? 1 : 0));
    }
    Path file = Files.writeString(folder.resolve("logger.csv"), table);
    Workshop workshop = Demo.in(folder);
    try (var _ = workshop.casebook()) {
      var board = workshop.boards().find("quillon-kittiwake-b").orElseThrow();
      var presenter = new SignalsPresenter(workshop, board);
      List<SignalsPresenter.Read> read = new java.util.ArrayList<>();
      List<String> refused = new java.util.ArrayList<>();
      Asked asked = new Asked("s", "A0,A1,/RD", "A0..A1", "/RD", "");
      presenter.read(file, asked, share -> {}, read::add, refused::add);
      assertThat(refused).isEmpty();
      assertThat(read.getFirst().rows())
          .extracting(SignalsPresenter.Row::name)
          .containsExactly("A0", "A1", "/RD");
      assertThat(read.getFirst().sentences().getLast()).contains("go round through 4 places");
      presenter.read(file, new Asked("t", "", "", "", ""), share -> {}, read::add, refused::add);
      presenter.read(
          file, new Asked("s", "", "A0..A1", "", ""), share -> {}, read::add, refused::add);
      assertThat(refused).hasSize(2);
      assertThat(refused.getFirst()).contains("t");
      assertThat(refused.getLast()).contains("belong together");
    }
  }

  @Test
  void whatIsNoRecordingIsRefusedInOneSentence() throws IOException {
    Path file = Files.writeString(folder.resolve("a.vcd"), "hello");
    assertThat(run("signals", file.toString())).isEqualTo(1);
    assertThat(run("signals", file.toString(), "--address", "A0")).isEqualTo(1);
    assertThat(err.toString()).contains("no change of a wire", "belong together");
  }
}
