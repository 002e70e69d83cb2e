package raconteur.core.story;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.DamageArea;
import raconteur.core.board.GoodReadings;
import raconteur.core.device.Signal;

class HealthyBoardTest {
  private final Board board = Boards.KITTIWAKE_B;

  private GoodReadings learn(String... lines) {
    return HealthyBoard.learn(board, Stories.of(lines));
  }

  private String netOf(String pin) {
    return board.netOf(raconteur.core.board.PinRef.parse(pin)).orElseThrow().name();
  }

  @Test
  void theLastReadingOfEachNetAndRailIsLearnt() {
    GoodReadings readings = learn("U39.7 low", "U39.7 toggling", "5V gnd 480 ohm", "U38.7 high");
    assertThat(readings.signals())
        .containsEntry(netOf("U39.7"), Signal.TOGGLING)
        .containsEntry(netOf("U38.7"), Signal.HIGH);
    assertThat(readings.railOhms()).containsEntry("+5V", 480.0);
  }

  @Test
  void whatWasReadBeforeTheLastMendSpeaksOfASickBoard() {
    GoodReadings readings =
        learn("U39.7 low", "5V gnd 58 ohm", "mended U39 replaced", "U38.7 toggling");
    assertThat(readings.signals()).containsOnlyKeys(netOf("U38.7"));
    assertThat(readings.railOhms()).isEmpty();
  }

  @Test
  void readingsWithAPartOutOrThatProveNothingAreNotLearnt() {
    assertThat(learn("pull U13", "5V gnd 900 ohm", "U38.7 high").signals()).isEmpty();
    assertThat(learn("U39.7 floating", "U38.7 between", "5V gnd OL").signals()).isEmpty();
    assertThat(learn("5V gnd OL").railOhms()).isEmpty();
  }

  /** A marked area is told in the story and can be struck like any line. */
  @Test
  void damageIsToldAndStruckLikeAnyOtherLine() {
    var lines = Stories.of("damage liquid 120 40 60 30", "damage rework 5 5 10 10,5");
    assertThat(Telling.of(board, lines).condition().damage())
        .containsExactly(
            new DamageArea(DamageArea.Kind.LIQUID, 120, 40, 60, 30),
            new DamageArea(DamageArea.Kind.REWORK, 5, 5, 10, 10.5));
    var struck = new java.util.ArrayList<>(lines);
    struck.add(new Entry.Strike(3, lines.getLast().at(), 1, "other board"));
    assertThat(Telling.of(board, struck).condition().damage()).hasSize(1);
  }
}
