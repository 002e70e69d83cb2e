package raconteur.desktop.cli;

import static org.assertj.core.api.Assertions.assertThat;

import com.fasterxml.jackson.databind.JsonNode;
import com.fasterxml.jackson.databind.ObjectMapper;
import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import picocli.CommandLine;

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
  void theSameSeedGivesTheSameContestAndTheChecklistIsSlower() throws IOException {
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
    out.getBuffer().setLength(0);
    assertThat(run(contest)).isZero();
    assertThat(out.toString()).isEqualTo(first);
    JsonNode standings = new ObjectMapper().readTree(first).get("standings");
    double ours = standings.get(0).get("minutes").get("value").asDouble();
    double checklist = standings.get(1).get("minutes").get("value").asDouble();
    assertThat(standings.get(0).get("cases").asInt()).isEqualTo(2);
    assertThat(ours).isPositive().isLessThan(checklist);
  }

  @ParameterizedTest
  @CsvSource({
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
