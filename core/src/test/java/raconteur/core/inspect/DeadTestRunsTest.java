package raconteur.core.inspect;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.story.Telling;

class DeadTestRunsTest {

  private static DeadTestRuns of(String... lines) {
    return DeadTestRuns.of(Boards.KITTIWAKE_B, Telling.of(Boards.KITTIWAKE_B, Stories.of(lines)));
  }

  @Test
  void runsThatDoNotAgreeSpeakOfWhatTheirPartsShare() {
    DeadTestRuns runs = of("flash 3 5 1", "flash 7 3");
    assertThat(runs.runs()).isEqualTo(5);
    assertThat(runs.agree()).isFalse();
    assertThat(runs.words()).contains("4 counts in 5", "shared");
    // The multiplexers and the timing feed all the memories of a bank.
    assertThat(runs.shared()).contains("U38", "U39");
    assertThat(runs.meanings().get(1).part()).contains("U24");
    assertThat(runs.meanings().get(1).times()).isEqualTo(2);
  }

  @Test
  void onlyRunsSinceTheLastMendCountAndOneAloneAgreesWithNothing() {
    DeadTestRuns runs = of("flash 5 5", "mended U26 replaced", "flash 6");
    assertThat(runs.named()).containsOnlyKeys(6);
    assertThat(runs.words()).contains("repeat it");
    assertThat(of("flash 5 5 5").words()).isEqualTo("All 3 runs agree.");
    assertThat(of("flash none").words()).isEmpty();
  }

  @Test
  void aCountTheTableLacksIsSaidToBeMissing() {
    DeadTestRuns.Meaning meaning = of("flash 99").meanings().getFirst();
    assertThat(meaning.part()).isEmpty();
    assertThat(meaning.words()).isEqualTo("not in this revision's table");
  }
}
