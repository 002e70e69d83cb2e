package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import picocli.CommandLine;
import raconteur.core.data.Loaded;
import raconteur.core.story.Case;
import raconteur.core.story.CaseFiles;

class ContestCommandTest {
  private final StringWriter out = new StringWriter();
  private final StringWriter err = new StringWriter();

  private int run(String... arguments) {
    return new CommandLine(new RaconteurCommand())
        .setOut(new PrintWriter(out))
        .setErr(new PrintWriter(err))
        .execute(arguments);
  }

  @Test
  void theContestIsPlayedAndTheChecklistIsSlower() throws IOException {
    String[] contest = {
      "contest",
      "--board",
      "lanternfish-l1",
      "--cases",
      "2",
      "--seed",
      "3",
      "--k",
      "1",
      "--json",
      "--policy",
      "raconteur",
      "fixed checklist"
    };
    assertThat(run(contest)).isZero();
    String first = out.toString();
    JsonNode standings = new ObjectMapper().readTree(first).get("standings");
    double ours = standings.get(0).get("minutes").get("value").asDouble();
    double checklist = standings.get(1).get("minutes").get("value").asDouble();
    assertThat(standings.get(0).get("cases").asInt()).isEqualTo(2);
    assertThat(ours).isPositive().isLessThan(checklist);
  }

  @Tag("long")
  @Test
  void theSameSeedGivesTheSameContest() {
    String[] contest = {
      "contest",
      "--board",
      "marram-310",
      "--cases",
      "2",
      "--seed",
      "3",
      "--k",
      "1",
      "--json",
      "--policy",
      "fixed checklist",
      "random"
    };
    assertThat(run(contest)).isZero();
    String first = out.toString();
    out.getBuffer().setLength(0);
    assertThat(run(contest)).isZero();
    assertThat(out.toString()).isEqualTo(first);
  }

  @Test
  void everyCaseIsToldAsItEndsAndItsStoryCanBeReadAgain(@TempDir Path folder) throws IOException {
    Path stories = folder.resolve("new").resolve("stories");
    int code =
        run(
            "contest",
            "--board",
            "lanternfish-l1",
            "--cases",
            "2",
            "--seed",
            "5",
            "--k",
            "1",
            "--policy",
            "fixed checklist",
            "--without-files",
            "--stories",
            stories.toString());
    assertThat(code).isZero();
    assertThat(err.toString().lines().toList()).hasSize(2);
    assertThat(err.toString()).contains("5 fixed checklist: ", "6 fixed checklist: ", " in vain");
    assertThat(out.toString()).contains("lanternfish-l1 without its files");
    Path one = stories.resolve("lanternfish-l1-5-fixed-checklist.json");
    var read = CaseFiles.read("one", Files.readString(one));
    assertThat(read)
        .isInstanceOfSatisfying(
            Loaded.Ok.class,
            ok -> {
              Case told = (Case) ok.value();
              assertThat(told.header().boardId()).isEqualTo("lanternfish-l1");
              assertThat(told.header().complaint()).startsWith("Planted: ");
              assertThat(told.entries()).hasSizeGreaterThan(3);
            });
  }

  @Test
  void aFolderThatCannotBeMadeIsRefusedBeforeAnythingIsPlayed(@TempDir Path folder)
      throws IOException {
    Path file = Files.writeString(folder.resolve("file"), "");
    assertThat(
            run("contest", "--board", "lanternfish-l1", "--stories", file.resolve("x").toString()))
        .isNotZero();
    assertThat(err.toString()).contains("--stories needs a folder that can be written to");
  }

  @ParameterizedTest
  @CsvSource({
    "--outside, 20, needs --simulated",
    "--outside, 101, takes 0 to 100",
    "--cases, 1, takes 2 to",
    "--k, 4, 'takes 1, 2 or 3'",
    "--optimum, -1, takes 0 to",
    "--policy, guessing, knows raconteur"
  })
  void aWrongNumberOrNameIsRefusedInOneSentence(String option, String value, String says) {
    assertThat(run("contest", "--board", "lanternfish-l1", option, value)).isNotZero();
    assertThat(err.toString().lines().toList()).hasSize(1);
    assertThat(err.toString()).contains(says);
  }
}
