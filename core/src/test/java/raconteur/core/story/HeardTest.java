package raconteur.core.story;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Understanding;

class HeardTest {
  private final Board board = ToldStories.board("skua-3");

  /** What was understood before comes out as if it were understood anew. */
  @Test
  void aLineMeansTheSameTheSecondTime() {
    Heard.Ear ear = Heard.on(board);
    for (String line : List.of("U1.6 toggling", "U5 hot", "no such thing", "pull U5 92 ohm")) {
      Understanding first = ear.understand(line, BenchContext.FRESH);
      assertThat(ear.understand(line, BenchContext.FRESH)).isSameAs(first);
      assertThat(first).isEqualTo(new BenchLine(board).understand(line, BenchContext.FRESH));
    }
  }

  /** The same words after other lines may mean something else. */
  @Test
  void whatWasSaidBeforeIsPartOfIt() {
    Heard.Ear ear = Heard.on(board);
    Understanding fresh = ear.understand("seat U5", BenchContext.FRESH);
    BenchContext out = new BenchContext(Set.of("U5"), Map.of(), "");
    assertThat(ear.understand("seat U5", out)).isNotEqualTo(fresh);
  }

  /** Another board, even one of the same parts, has lines of its own. */
  @Test
  void boardsKeepTheirOwn() {
    Board other = ToldStories.board("gannet-1");
    assertThat(Heard.on(other).understand("U5 hot", BenchContext.FRESH))
        .isNotEqualTo(Heard.on(board).understand("U5 hot", BenchContext.FRESH));
  }
}
