package raconteur.core.prove;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.inspect.Stages.Mark;
import raconteur.core.inspect.Stages.Standing;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;
import raconteur.core.story.Telling;

class ClosingStagesTest {
  private static final CaseHeader HOME =
      new CaseHeader(1, "quillon-kittiwake-b", "", "", Instant.EPOCH, CaseState.GONE_HOME);

  private static Telling told(String... lines) {
    return Telling.of(Boards.KITTIWAKE_B, Stories.of(lines));
  }

  private static Standing mend(String... lines) {
    return ClosingStages.mend(Boards.KITTIWAKE_B, told(lines)).standing();
  }

  private static Mark prove(String... lines) {
    return ClosingStages.prove(Boards.KITTIWAKE_B, told(lines));
  }

  @Test
  void mendIsDoneWhenWhatWasFoundIsMended() {
    assertThat(mend("found U13 dead")).isEqualTo(Standing.OPEN);
    assertThat(mend("found U13 dead", "mended U13 replaced")).isEqualTo(Standing.DONE);
    assertThat(mend("mended U15.8 U18.8 wired", "cont U15.8 U18.8 open"))
        .isEqualTo(Standing.CONTRADICTED);
  }

  @Test
  void whatABoardCameInWithContradictsNothing() {
    assertThat(prove("screen garbage", "flash 5 5").standing()).isEqualTo(Standing.OPEN);
    assertThat(prove("mended U13 replaced", "screen garbage").standing())
        .isEqualTo(Standing.CONTRADICTED);
  }

  @Test
  void aFailureAfterItWentHomeIsAContradiction() {
    assertThat(ClosingStages.handOver(HOME, told("proof soak 3 runs clean")).standing())
        .isEqualTo(Standing.DONE);
    assertThat(ClosingStages.handOver(HOME, told("proof soak 1 run failed")).standing())
        .isEqualTo(Standing.CONTRADICTED);
    assertThat(ClosingStages.handOver(HOME.in(CaseState.ON_BENCH), told("screen works")).standing())
        .isEqualTo(Standing.OPEN);
  }
}
