package raconteur.desktop.desk;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.fault.History;
import raconteur.core.plan.Advisor;
import raconteur.core.story.Entry;

/** What the desk says after an entry. */
class NewsTest {
  @TempDir private static Path nowhere;
  private final Board board = BoardShelf.of(nowhere).find("quillon-kittiwake-b").orElseThrow();
  private final Advisor advisor = new Advisor(board, History.NONE, 2);

  private Advisor.Advice advise(String... lines) {
    List<Entry> entries = new ArrayList<>();
    for (String line : lines) {
      entries.add(new Entry.Line(entries.size() + 1, Instant.EPOCH, line));
    }
    return advisor.advise(entries);
  }

  @Test
  void theNewsNamesWhatIsInFrontNowAndWhatWasCleared() {
    var before = advise("screen garbage", "flash 3 3 3");
    var after = advise("screen garbage", "flash 3 3 3", "U24 tester fail");
    assertThat(News.tell(Optional.of(before), after)).startsWith("That ").contains("on U24.");
    var ran = advise("screen garbage", "flash pass");
    assertThat(News.tell(Optional.of(advise("screen garbage")), ran))
        .contains("takes suspicion off");
  }

  @Test
  void aMendThatWorkedIsNewsOfABoardThatMayBeWhole() {
    var before = advise("screen garbage", "flash 3 3 3", "U24 tester fail", "mended U24 replaced");
    var after =
        advise(
            "screen garbage",
            "flash 3 3 3",
            "U24 tester fail",
            "mended U24 replaced",
            "flash pass",
            "screen works");
    assertThat(News.tell(Optional.of(before), after))
        .contains("that nothing is wrong any more")
        .contains("the likeliest rest is");
  }

  @Test
  void whereTheLeaderStaysThePlaceThatMovedMostIsTold() {
    var before = advise("screen garbage", "flash 3 3 3");
    var after = advise("screen garbage", "flash 3 3 3", "swap U13 good same");
    assertThat(News.tell(Optional.of(before), after))
        .startsWith("That takes U13 down from ")
        .contains("; U24 stays in front with ");
  }

  @Test
  void aLeaderThatGainsMuchIsNotCalledLittle() {
    var before = advise("screen garbage", "flash 3 3 3");
    var after = advise("screen garbage", "flash 3 3 3", "U24 hot");
    assertThat(News.tell(Optional.of(before), after)).startsWith("That puts ").contains("on U24.");
  }

  @Test
  void newsThatChangesLittleSaysSo() {
    var before = advise("screen garbage", "flash 3 3 3");
    var after = advise("screen garbage", "flash 3 3 3", "U26 normal");
    assertThat(News.tell(Optional.of(before), after))
        .startsWith("That changes little: U24 stays in front");
  }

  @ParameterizedTest
  @CsvSource({
    "0.6149, 61 %",
    "0.995, 100 %",
    "0.0994, 9.9 %",
    "0.004, 0.4 %",
    "0.00001, < 0.1 %",
    "0, < 0.1 %"
  })
  void sharesAreShownAsCoarselyAsTheyAreKnown(double share, String shown) {
    assertThat(Percent.of(share)).isEqualTo(shown);
  }

  @Test
  void theSuspectsThatMovedMostComeFirst() {
    var before = advise("screen garbage", "flash 3 3 3");
    var after = advise("screen garbage", "flash 3 3 3", "U24 tester fail");
    List<News.Shift> shifts = News.shifts(Optional.of(before), after);
    assertThat(shifts.getFirst().place()).isEqualTo("U24");
    assertThat(shifts.getFirst().now()).isGreaterThan(shifts.getFirst().before());
    assertThat(shifts).hasSizeLessThanOrEqualTo(4);
    assertThat(News.shifts(Optional.of(after), after)).isEmpty();
  }
}
