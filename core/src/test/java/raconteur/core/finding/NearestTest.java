package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;

class NearestTest {
  private static List<String> near(Board board, String said) {
    return new BenchLine(board).nearest(said, BenchContext.FRESH);
  }

  /** Lines nobody understands, and the usual line their typist meant. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "gannet-1 | IC2 checksum wrong on bit 4 | IC2 rom differs",
        "gannet-1 | dirty edge, cleaned, now boots | mended J1 cleaned",
        "gadwall-6 | HALT goes low right after reset | /HALT low",
        "gadwall-6 | heat gun on U12, crash comes sooner | warm U12 changes",
        "gadwall-6 | DTACK never comes back | /DTACK high",
        "plover-1 | trace under C3 eaten away | damage corrosion C3",
        "skua-3 | screen shows only cursor | screen hangs",
        "siskin-2 | battery removed, board cleaned | pull B1",
      })
  void whatWasMeantIsAmongThem(String board, String said, String meant) {
    assertThat(near(ToldStories.board(board), said)).contains(meant);
  }

  /** Where words tell nothing of a line that is named, its likely readings are offered. */
  @Test
  void aLineThatIsNamedMayShowAnyOfTheUsual() {
    assertThat(near(ToldStories.board("skua-3"), "D2 looks weird to me"))
        .containsExactly("D2 toggling", "D2 0 Hz", "D2 high", "D2 low");
  }

  /** What is offered can be typed, whatever the board. */
  @ParameterizedTest
  @ValueSource(strings = {"gannet-1", "plover-1", "skua-3", "gadwall-6", "siskin-2", "dunlin-1"})
  void everyOneOfThemIsUnderstood(String name) {
    Board board = ToldStories.board(name);
    BenchLine lines = new BenchLine(board);
    String part = board.parts().iterator().next().designator();
    for (String said :
        List.of(
            part + " smells funny and gets hotter and hotter",
            "someone poked " + part + " and the picture went to garbage",
            "nothing but a whistle from the speaker",
            "it did something strange when I touched " + part)) {
      assertThat(near(board, said))
          .hasSizeLessThanOrEqualTo(4)
          .doesNotHaveDuplicates()
          .allSatisfy(
              line ->
                  assertThat(lines.understand(line, BenchContext.FRESH))
                      .isInstanceOfAny(Understanding.Understood.class, Understanding.Asked.class));
    }
  }

  @ParameterizedTest
  @ValueSource(strings = {"U1 hot", "U1.6 toggling", "", "x", "screen blank", "replaced U4"})
  void aLineThatIsTakenOrHardlyBegunNeedsNone(String said) {
    assertThat(near(ToldStories.board("skua-3"), said)).isEmpty();
  }

  @Test
  void muchTooMuchIsNoLine() {
    assertThat(near(ToldStories.board("skua-3"), "crash ".repeat(500))).isEmpty();
    assertThat(near(ToldStories.board("skua-3"), "\u0000 \u202e ( [ * ? \\ {part} {line}"))
        .isEmpty();
  }
}
