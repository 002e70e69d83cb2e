package raconteur.core.predict;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.device.Signal;

class UsualLevelsTest {
  /** How the lines of a board whose state is written down compare with what is usual. */
  record Count(int told, int right, List<String> wrong) {}

  private static Count count(String id) {
    Board board = ToldStories.board(id);
    UsualLevels usual = UsualLevels.of(Boards.asTyped(board));
    int told = 0;
    int right = 0;
    List<String> wrong = new ArrayList<>();
    for (Net net : board.nets()) {
      Optional<Signal> said = net.healthy();
      Optional<Signal> here = usual.of(net.name());
      if (said.isEmpty() || here.isEmpty() || board.isSupply(net.name())) {
        continue;
      }
      told++;
      if (said.equals(here)) {
        right++;
      } else {
        wrong.add(net.name() + " " + here.get() + " for " + said.get());
      }
    }
    return new Count(told, right, wrong);
  }

  /**
   * Held against what is written in the boards' files, for the Kittiwake by running it: 323 lines
   * are told on the four boards and all of them rightly. The engine reckons with 97 of 100, since
   * other boards are not ours.
   */
  @ParameterizedTest
  @CsvSource({
    "quillon-kittiwake-b, 100",
    "quillon-kittiwake-d, 100",
    "lanternfish-l1, 60",
    "tern-1, 50",
  })
  void whatIsUsualIsWhatABoardsFileSays(String id, int atLeast) {
    Count count = count(id);
    assertThat(count.told()).isGreaterThanOrEqualTo(atLeast);
    assertThat(count.right())
        .as("wrong: %s", count.wrong())
        .isGreaterThanOrEqualTo(Math.round(count.told() * 0.97f));
  }

  /**
   * With the processor standing the counters of a picture go on, and what it alone drives stops.
   */
  @Test
  void countersMoveWithoutTheProcessor() {
    Set<String> moving = UsualLevels.movingWithoutProcessor(ToldStories.board("skua-3"));
    assertThat(moving).contains("OSC", "CLK", "H0", "V3", "VA0", "VA7");
    assertThat(moving).doesNotContain("A0", "D0", "/MREQ", "/ROMCS", "VA8");
  }

  /** A reset that rests high at the processor came through two inverters from one that rises. */
  @Test
  void whatIsInFrontOfALineIsToldFromIt() {
    UsualLevels usual = UsualLevels.of(ToldStories.board("gannet-1"));
    assertThat(usual.of("/RES")).contains(Signal.HIGH);
    assertThat(usual.of("RES")).contains(Signal.LOW);
    assertThat(usual.of("RC")).contains(Signal.HIGH);
  }

  /** A buffer that puts what lies behind it on the processor's data is looked at all the time. */
  @Test
  void whatTheProgramLooksAtIsSelectedAgainAndAgain() {
    UsualLevels usual = UsualLevels.of(ToldStories.board("gannet-1"));
    assertThat(usual.of("/IN")).contains(Signal.TOGGLING);
    assertThat(usual.of("/SW")).contains(Signal.TOGGLING);
    assertThat(usual.of("/OUT")).as("what it writes to it may write once").isEmpty();
  }
}
