package raconteur.core.board;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Map;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.ToldStories;

/** Who shows a symptom on boards whose lines are named for it: common practice, no source. */
class LinesServedTest {
  private static Map<String, Double> chances(String board, String card) {
    return ToldStories.board(board).symptoms().stream()
        .filter(c -> c.id().equals(card))
        .findFirst()
        .orElseThrow()
        .chances();
  }

  /** What makes the line, through gates, and the chip behind them; the others hardly ever. */
  @ParameterizedTest
  @CsvSource({
    "heron-1, rolling, U18 U31, U24 U25 U19",
    "gannet-1, rolling, IC18 IC19 IC20 IC21 IC26, IC14 IC15 IC9",
    "gannet-1, colours, IC16 IC17, IC14 IC15 IC18",
    "gannet-1, no-sound, IC23 IC24 C3, IC30 IC31",
    "heron-1, dead-keys, U28 U29, U30",
    "heron-1, dead-port, U30, U29",
  })
  void theMakersOfALineShowWhatItIsNamedFor(
      String board, String card, String makers, String others) {
    Map<String, Double> chances = chances(board, card);
    double least = 0.4;
    assertThat(makers.split(" ", -1))
        .allSatisfy(p -> assertThat(chances.get(p)).isGreaterThanOrEqualTo(least));
    assertThat(others.split(" ", -1))
        .allSatisfy(p -> assertThat(chances.getOrDefault(p, 0.0)).isLessThan(least / 5));
  }

  /** A processor serves everything, and a bus is no line of a purpose. */
  @Test
  void theProcessorIsNotAskedNorWhatIsBeyondABus() {
    assertThat(chances("heron-1", "rolling")).doesNotContainKeys("U1", "U2", "U4");
  }

  /** Where no line is called so the block says it, as on a board without nets. */
  @Test
  void withoutSuchALineTheBlockSpeaks() {
    assertThat(chances("plover-1", "rolling").getOrDefault("video", 0.0)).isPositive();
    assertThat(chances("plover-1", "rolling")).doesNotContainKey("U1");
  }
}
