package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.BoardWriter;
import raconteur.core.board.ErrorCode;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Understanding;

/** Error codes of a board's own firmware: in its file, in the bench line and in the odds. */
class FirmwareErrorTest {
  private static final Board BOARD = Boards.parse(Boards.text("lanternfish-l1"));

  private static double at(String part, String... story) {
    return new Advisor(BOARD, History.NONE, 2)
        .advise(Stories.of(story)).diagnosis().suspects().stream()
            .filter(s -> s.place().equals(new Place.OfPart(part)))
            .mapToDouble(Suspect::probability)
            .findFirst()
            .orElse(0);
  }

  /** The firmware has come far enough to say it: what it needs is not at fault. */
  @Test
  void whatACodeNamesIsAccusedAndWhatShowsItIsCleared() {
    assertThat(at("U12", "screen garbage", "error RAM1"))
        .isGreaterThan(3 * at("U12", "screen garbage"))
        .isGreaterThan(at("U13", "screen garbage", "error RAM1"));
    assertThat(at("U1", "screen garbage", "error RAM1")).isLessThan(at("U1", "screen garbage"));
  }

  @Test
  void aCodeIsTakenAsItIsTypedAndAnUnknownOneIsRefusedWithTheTable() {
    BenchLine line = new BenchLine(BOARD);
    var context = new BenchContext(Set.of(), java.util.Map.of(), "");
    assertThat(line.understand("error tile", context))
        .isInstanceOf(Understanding.Understood.class)
        .extracting(Understanding::sentence)
        .asString()
        .contains("tile RAM", "U15, U16");
    assertThat(line.understand("error 99", context).sentence()).contains("RAM1", "SUM");
    assertThat(new BenchLine(Boards.KITTIWAKE_B).understand("error 1", context).sentence())
        .contains("No error codes are known");
  }

  @Test
  void codesOutlastAFileARenamingAndTheLossOfAPart() {
    Board again = Boards.parse(BoardWriter.write(BOARD.contents()));
    assertThat(again.errorCodes()).isEqualTo(BOARD.errorCodes()).hasSize(4);
    var changed = BOARD.contents().renamed("U15", "U95").withoutPart("U16");
    assertThat(changed.errorCodes()).contains(new ErrorCode("TILE", "tile RAM", List.of("U95")));
    assertThat(Boards.issues(Boards.text("lanternfish-l1").replace("\"RAM2\"", "\"ram1\"")))
        .anyMatch(issue -> issue.contains("error codes[1].code") && issue.contains("twice"));
  }
}
