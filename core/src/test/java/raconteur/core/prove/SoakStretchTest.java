package raconteur.core.prove;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.tuple;

import java.util.Comparator;
import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.story.Telling;

/** What counts of a long run: clean, and nothing failed or was mended since. */
class SoakStretchTest {
  private static List<SoakStretch> told(String... lines) {
    return SoakStretch.of(Telling.of(Boards.KITTIWAKE_B, Stories.of(lines)));
  }

  @Test
  void whatCameBeforeAMendOrAFaultNoLongerCounts() {
    List<SoakStretch> all =
        told(
            "proof soak 12 runs clean",
            "mended U26 replaced",
            "proof soak 5 runs clean",
            "proof soak 1 run failed",
            "proof soak 2.5 hours clean",
            "proof soak 9 runs clean",
            "proof cold 3 runs clean");

    assertThat(all)
        .extracting(SoakStretch::amount, SoakStretch::clean, SoakStretch::counts)
        .containsExactly(
            tuple(12.0, true, false),
            tuple(5.0, true, false),
            tuple(1.0, false, false),
            tuple(2.5, true, true),
            tuple(9.0, true, true));
    assertThat(all.get(3).hours()).isTrue();
    assertThat(all).isSortedAccordingTo(Comparator.comparing(SoakStretch::at));
  }

  @Test
  void aStoryWithoutALongRunHasNone() {
    assertThat(told("screen works", "proof cold 3 runs clean")).isEmpty();
  }
}
