package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;

/** Limits: common practice, no source. */
class WayToGroundTest {
  private static final Board HERON = ToldStories.board("heron-1");

  @ParameterizedTest
  @CsvSource({"1.9, joined", "12, joined", "60, ''", "4700, apart"})
  void nextToNothingIsAShortAndSomeHundredOhmsAreNone(double ohms, String way) {
    var read = WayToGround.of(HERON, new Finding.PinOhms(PinRef.parse("U1.10"), ohms));
    assertThat(read.map(c -> c.joined() ? "joined" : "apart").orElse("")).isEqualTo(way);
    read.ifPresent(c -> assertThat(c.other()).isEqualTo(PinRef.parse("U1.29")));
  }

  /** A transistor may hold its line to ground, and a supply is no line. */
  @Test
  void whereAGoodBoardMayReadNothingNothingIsSaid() {
    assertThat(
            WayToGround.of(
                ToldStories.board("gannet-1"), new Finding.PinOhms(PinRef.parse("IC27.8"), 8)))
        .isEmpty();
    assertThat(WayToGround.of(HERON, new Finding.PinOhms(PinRef.parse("U1.11"), 2))).isEmpty();
  }
}
