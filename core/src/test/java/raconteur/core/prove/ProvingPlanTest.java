package raconteur.core.prove;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.prove.ProvingPlan.Standing;
import raconteur.core.story.Telling;

class ProvingPlanTest {

  private static Map<String, ProvingPlan.Proof> plan(Board board, String... lines) {
    return ProvingPlan.of(board, Telling.of(board, Stories.of(lines))).proofs().stream()
        .collect(Collectors.toMap(ProvingPlan.Proof::id, p -> p));
  }

  private static Map<String, ProvingPlan.Proof> kittiwake(String... lines) {
    return plan(Boards.KITTIWAKE_B, lines);
  }

  @Test
  void onlyWhatWasSeenSinceTheLastMendProves() {
    assertThat(kittiwake("mended U13 replaced", "flash pass").get("dead-test").standing())
        .isEqualTo(Standing.HELD);
    assertThat(
            kittiwake("mended U13 replaced", "flash pass", "mended U26 replaced")
                .get("dead-test")
                .standing())
        .isEqualTo(Standing.OPEN);
  }

  @Test
  void aDiagnosticWithoutItsHarnessProvesOnlyHalf() {
    assertThat(kittiwake("diag U15 good U16 good").get("diagnostic").standing())
        .isEqualTo(Standing.BEGUN);
    assertThat(kittiwake("diag U15 good U16 good harness").get("diagnostic").standing())
        .isEqualTo(Standing.HELD);
    assertThat(kittiwake("diag U15 bad harness").get("diagnostic").note()).isEqualTo("bad: U15");
  }

  @Test
  void aFailureStandsUntilSomethingIsMended() {
    assertThat(kittiwake("proof sound failed").get("sound").standing()).isEqualTo(Standing.FAILED);
    assertThat(kittiwake("proof sound failed", "mended U62 replaced").get("sound").standing())
        .isEqualTo(Standing.OPEN);
  }

  @Test
  void aBoardHasTheProofsOfWhatIsOnIt() {
    assertThat(kittiwake().keySet())
        .contains("keyboard", "sound", "soak", "J4")
        .doesNotContain("retention");
    assertThat(plan(Boards.parse(Boards.text("petrel-1"))).keySet())
        .contains("retention", "soak")
        .doesNotContain("dead-test");
  }

  @Test
  void theSoakCountsFromTheLastMendOrFailure() {
    Soak soak =
        Soak.of(
            Telling.of(
                Boards.KITTIWAKE_B,
                Stories.of(
                    "shows 1 in 12 runs",
                    "proof soak 9 runs clean",
                    "mended U13 replaced",
                    "proof soak 3 runs clean",
                    "proof soak 1 run failed",
                    "proof soak 20 runs clean")));
    // ln 0.05 / ln(11/12) = 34.4
    assertThat(soak.wanted()).isEqualTo(35);
    assertThat(soak.done()).isEqualTo(20);
    assertThat(soak.finished()).isFalse();
    assertThat(soak.confidence().orElseThrow()).isBetween(0.82, 0.83);
  }

  @Test
  void whatIsSkippedIsALimitOfTheReport() {
    Telling telling =
        Telling.of(
            Boards.KITTIWAKE_B,
            Stories.of("check sound skipped no speaker at hand", "limit one leaky chip left"));
    assertThat(ProvingPlan.of(Boards.KITTIWAKE_B, telling).limits(telling))
        .containsExactly(
            "one leaky chip left", "Sound, channel by channel: not shown, no speaker at hand");
  }
}
