package raconteur.core.odds;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.story.Case;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;
import raconteur.core.story.Entry;

class TallyTest {

  private static Case told(int number, CaseState state, String... lines) {
    return new Case(
        new CaseHeader(number, "quillon-kittiwake-b", "", "", Instant.EPOCH, state),
        Stories.of(lines));
  }

  @Test
  void aBoardCountsOncePerPositionHoweverOftenItWasMended() {
    Tally tally =
        Tally.of(
            Boards.KITTIWAKE_B,
            List.of(
                told(
                    1,
                    CaseState.GONE_HOME,
                    "found U24 dead",
                    "mended U24 replaced",
                    "mended U24 replaced"),
                told(2, CaseState.GONE_HOME, "found U24 leaky", "mended U24 replaced"),
                told(3, CaseState.GONE_HOME, "screen works")));
    assertThat(tally.boards()).isEqualTo(3);
    Tally.Row row = tally.rows().getFirst();
    assertThat(row.affected()).isEqualTo(2);
    assertThat(row.replaced()).isEqualTo(2);
    assertThat(row.faults()).containsEntry("dead", 1).containsEntry("leaky", 1);
    assertThat(row.caseNumbers()).containsExactly(1, 2);
  }

  @Test
  void openCasesAndStruckLinesDoNotCount() {
    List<Entry> struck = new ArrayList<>(Stories.of("found U24 dead"));
    struck.add(new Entry.Strike(2, Instant.EPOCH, 1, "wrong chip"));
    Case withStrike =
        new Case(
            new CaseHeader(2, "quillon-kittiwake-b", "", "", Instant.EPOCH, CaseState.GONE_HOME),
            struck);
    Tally tally =
        Tally.of(
            Boards.KITTIWAKE_B, List.of(told(1, CaseState.ON_BENCH, "found U13 dead"), withStrike));
    assertThat(tally.boards()).isEqualTo(1);
    assertThat(tally.rows()).isEmpty();
    assertThat(tally.boardsWithFaultAt("U13")).isZero();
  }

  @Test
  void brokenCopperIsCountedByItsNet() {
    Tally tally =
        Tally.of(
            Boards.KITTIWAKE_B, List.of(told(1, CaseState.GONE_HOME, "found U15.5 U16.5 open")));
    assertThat(tally.rows().getFirst().position()).isEqualTo("track BA3");
  }

  @Test
  void reseatingIsNoReplacement() {
    Tally tally =
        Tally.of(Boards.KITTIWAKE_B, List.of(told(1, CaseState.GONE_HOME, "mended U13 reseated")));
    assertThat(tally.rows()).isEmpty();
  }
}
