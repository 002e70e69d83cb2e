package raconteur.core.odds;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.story.Case;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;
import raconteur.core.story.Telling;

class SimilarStoriesTest {

  private static Case told(int number, CaseState state, String... lines) {
    return new Case(
        new CaseHeader(number, "quillon-kittiwake-b", "Harbour Museum", "", Instant.EPOCH, state),
        Stories.of(lines));
  }

  private static List<SimilarStories.Likeness> like(List<Case> cases, String... lines) {
    return SimilarStories.of(
        Boards.KITTIWAKE_B,
        Telling.of(Boards.KITTIWAKE_B, Stories.of(lines)),
        List.of(new SimilarStories.Earlier(Boards.KITTIWAKE_B, cases)));
  }

  @Test
  void aRareFindingInCommonCountsMoreThanACommonOne() {
    List<Case> cases =
        List.of(
            told(1, CaseState.GONE_HOME, "screen blank", "mended U13 replaced"),
            told(2, CaseState.GONE_HOME, "screen blank", "mended U44 replaced"),
            told(3, CaseState.GONE_HOME, "screen garbage", "flash 6 6", "mended U27 replaced"),
            told(4, CaseState.GONE_HOME, "screen blank", "mended U8 replaced"));
    List<SimilarStories.Likeness> like = like(cases, "screen blank", "flash 6");
    assertThat(like.getFirst().earlier().number()).isEqualTo(3);
    assertThat(like.getFirst().shared()).containsExactly("flash 6");
    assertThat(like.getFirst().cures()).containsExactly("U27 replaced");
    assertThat(like).hasSize(4);
  }

  @Test
  void whatIsStillOnTheBenchTeachesNothing() {
    List<Case> cases = List.of(told(1, CaseState.ON_BENCH, "screen blank", "mended U13 replaced"));
    assertThat(like(cases, "screen blank")).isEmpty();
  }
}
