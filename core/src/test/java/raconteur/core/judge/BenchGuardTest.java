package raconteur.core.judge;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.finding.Understanding;
import raconteur.core.story.Telling;

class BenchGuardTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;

  private static Understanding said(String line, String... before) {
    Telling telling = Telling.of(BOARD, Stories.of(before));
    return BenchGuard.guard(
        new BenchLine(BOARD).understand(line, telling.context()), BOARD, telling);
  }

  @Test
  void unsafePowerIsAskedAboutAndKeptAsDoneKnowingly() {
    Understanding asked = said("power on");
    assertThat(asked).isInstanceOf(Understanding.Asked.class);
    assertThat(asked.sentence()).contains("Do not switch on", "-5V is not proven");
    assertThat(((Understanding.Asked) asked).statement())
        .isEqualTo(new Bookkeeping.Power(true, true));
    assertThat(((Understanding.Asked) asked).statement().line()).isEqualTo("power on knowingly");
  }

  @Test
  void safePowerGoesOnWithoutAQuestion() {
    assertThat(
            said(
                "power on",
                "-5V dummy -5.0",
                "5V gnd 340 ohm",
                "12V gnd 900 ohm",
                "-5V gnd 2.5 kohm"))
        .isInstanceOf(Understanding.Understood.class);
    assertThat(said("power on", "-5V dummy -5.0").sentence())
        .contains("+5V, +12V, -5V have not been read to ground");
    assertThat(said("power off")).isInstanceOf(Understanding.Understood.class);
  }

  @Test
  void nothingMovesWhileThePowerIsOn() {
    assertThat(said("pull U13", "-5V dummy -5.0", "power on").sentence())
        .contains("power off before a part moves");
    assertThat(said("pull U13", "-5V dummy -5.0", "power on", "power off"))
        .isInstanceOf(Understanding.Understood.class);
    assertThat(said("U14.3 high", "-5V dummy -5.0", "power on"))
        .isInstanceOf(Understanding.Understood.class);
  }

  /** What has to be confirmed may not slip through among other things. */
  @Test
  void inOneBreathNothingMovesWhileThePowerIsOnEither() {
    assertThat(said("U14.3 high, pull U13", "-5V dummy -5.0", "power on").sentence())
        .startsWith("Say it line by line, pull U13 first: The board is logged as powered");
    assertThat(said("U14.3 high, U14.4 low", "-5V dummy -5.0", "power on"))
        .isInstanceOf(Understanding.InTurn.class);
  }

  @Test
  void aMultiRailPartGoesBackOnlyOntoProvenRails() {
    assertThat(said("seat U22", "pull U22").sentence()).contains("prove it first");
    assertThat(said("seat U22", "pull U22", "-5V -5.0"))
        .isInstanceOf(Understanding.Understood.class);
    assertThat(said("seat U13", "pull U13")).isInstanceOf(Understanding.Understood.class);
  }
}
