package raconteur.core.judge;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.ToldStories;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.Board;
import raconteur.core.board.Part;

/** What is printed on crystals and cans, in the ways parts lists have it (common practice). */
class ClocksTest {
  private static Part printed(String value) {
    Board board = ToldStories.board("heron-1");
    return board.part("X1").orElseThrow().withValue(value);
  }

  @ParameterizedTest
  @CsvSource({
    "16 MHz, 16e6",
    "12.000 MHz crystal, 12e6",
    "4 MHz oscillator module, 4e6",
    "24.000MHz osc module, 24e6",
    "XTAL osc 28.37516 MHz, 28.37516e6",
    "32.768kHz, 32768",
    "'4,433619 MHz', 4433619",
    "14.318mhz, 14.318e6",
    "8M, 8e6",
    "10.245 Mc/s, 10.245e6",
    "14.31818, 14318180"
  })
  void theFrequencyIsReadHoweverItIsPrinted(String value, double hertz) {
    assertThat(Clocks.hertz(printed(value))).hasValue(hertz);
  }

  @ParameterizedTest
  @CsvSource({"''", "HC49", "crystal", "1234-5", "XTAL 2"})
  void whatSaysNoFrequencyHasNone(String value) {
    assertThat(Clocks.hertz(printed(value))).isEmpty();
  }

  /** Three boards whose lists say more than the figure: their oscillators run. */
  @Test
  void boardsWithWordsBesideTheFigureRun() {
    for (String id : new String[] {"gannet-1", "skua-3"}) {
      Board board = ToldStories.board(id);
      assertThat(new SimulatedBoard(board).powerUp(PluggedIn.NOTHING, 1).problems())
          .as(id)
          .noneMatch(problem -> problem.contains("does not say its frequency"));
    }
  }
}
