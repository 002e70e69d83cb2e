package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.device.Signal;
import raconteur.core.predict.GoodBoard;

/**
 * A third board as its owner has it: a home computer with three-rail memories behind small
 * resistors, a picture generator of forty pins, its own regulators and a reset of a resistor, a
 * capacitor and a key. Parts listed, nets typed, nothing else, and the lines as people say them.
 * What leads is common practice, no source.
 */
class HomeComputerTest {
  private static final Board HERON = ToldStories.board("heron-1");
  private static final Bench BENCH = new Bench(HERON);

  /** From a held reset the way goes back to the resistor, the capacitor and the key. */
  @Test
  void aHeldResetIsFollowedBackToWhatMakesIt() {
    String lines = "dead; 5V 5.0; 12V 12.0; -5V -5.0; reset stays low; U32.2 high";
    assertThat(BENCH.steps(lines).getFirst().title()).contains("net RST");
  }

  /**
   * What a regulator feeds is its own rail: that of another is no reason for a line to be still.
   */
  @Test
  void aRegulatorActsOnWhatItFeedsAlone() {
    assertThat(BENCH.leaders("black screen; U31.11 high; U18.39 toggling; U18.40 toggling", 3))
        .doesNotContain("VR2", "VR3");
  }

  /** A picture generator's lines move on a good board, and what follows them does. */
  @ParameterizedTest
  @CsvSource({"HS", "C0", "VA0", "SYNC", "/DE", "LC1"})
  void thePicturesLinesMove(String net) {
    assertThat(GoodBoard.of(HERON).shows(HERON.net(net).orElseThrow())).contains(Signal.TOGGLING);
  }
}
