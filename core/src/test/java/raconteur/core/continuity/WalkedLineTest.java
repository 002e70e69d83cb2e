package raconteur.core.continuity;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.story.Telling;

/** Walking a line chip by chip: common practice, no source. */
class WalkedLineTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;

  private static Optional<WalkedLine> walked(String... lines) {
    return WalkedLine.latest(BOARD, Telling.of(BOARD, Stories.of(lines)), Net::healthy);
  }

  @Test
  void theBreakLiesBetweenTheLastGoodPinAndTheFirstSilentOne() {
    // BA5 runs U9.7 … U40.10; the readings come in the order in which a hand takes them.
    var path = BOARD.net("BA5").orElseThrow().path();
    PinRef first = path.getFirst();
    PinRef second = path.get(1);
    PinRef third = path.get(2);
    WalkedLine line =
        walked(third + " floating", first + " toggling", second + " toggling").orElseThrow();
    assertThat(line.net()).isEqualTo("BA5");
    assertThat(line.points()).extracting(WalkedLine.Point::pin).isSubsetOf(path);
    assertThat(line.points()).extracting(WalkedLine.Point::good).containsExactly(true, true, false);
    assertThat(line.breaks()).containsExactly(new WalkedLine.Gap(second, third));
    assertThat(line.words()).contains("between " + second + " and " + third);
  }

  @Test
  void whatTheDriverShowsIsTheSignalAndNotWhatItOughtTo() {
    var path = BOARD.net("BA5").orElseThrow().path();
    PinRef driver = path.stream().filter(p -> BOARD.kind(p).drives()).findFirst().orElseThrow();
    PinRef reader = path.stream().filter(p -> !BOARD.kind(p).drives()).findFirst().orElseThrow();
    // A line that stands because nobody moves it is whole all the same.
    WalkedLine line = walked(driver + " low", reader + " low").orElseThrow();
    assertThat(line.points()).allMatch(WalkedLine.Point::good);
    assertThat(line.breaks()).isEmpty();
  }

  @Test
  void aMendBeginsANewWalkAndAReadingTakenAgainReplacesTheFirst() {
    var path = BOARD.net("BA5").orElseThrow().path();
    String good = path.getFirst() + " toggling";
    String silent = path.get(1) + " floating";
    assertThat(walked(good, silent, "mended " + path.get(1).part() + " replaced", good)).isEmpty();
    WalkedLine again = walked(silent, good, path.get(1) + " toggling").orElseThrow();
    assertThat(again.breaks()).isEmpty();
    assertThat(walked(good)).isEmpty();
    assertThat(walked("5V 4.98", "screen garbage")).isEmpty();
  }
}
