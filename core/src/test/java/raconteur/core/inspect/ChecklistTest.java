package raconteur.core.inspect;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.board.BoardFiles;
import raconteur.core.data.DataFile;
import raconteur.core.inspect.Checklist.Check;
import raconteur.core.inspect.Checklist.Standing;
import raconteur.core.story.Telling;

class ChecklistTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;

  private static Checklist list(String... lines) {
    return Checklist.of(BOARD, Telling.of(BOARD, Stories.of(lines)));
  }

  private static Map<String, Check> byId(Checklist list) {
    return list.checks().stream().collect(Collectors.toMap(Check::id, c -> c));
  }

  @Test
  void theListIsMadeForThisBoard() {
    List<String> ids = list().checks().stream().map(Check::id).toList();
    assertThat(ids)
        .contains("rail-+5V", "rail--5V", "rail-RAW+", "neighbours-U22", "multirail", "sockets")
        .doesNotContain("cells", "clean")
        .startsWith("loose");
    assertThat(ids.indexOf("multirail")).isGreaterThan(ids.indexOf("rail-+5V"));
    Board petrel =
        DataFile.shipped(
            Board.class,
            "/raconteur/core/boards/petrel-1.json",
            t -> BoardFiles.read("petrel-1", t));
    assertThat(Checklist.of(petrel, Telling.of(petrel, List.of())).checks().stream().map(Check::id))
        .contains("cells")
        .doesNotContain("multirail");
  }

  @Test
  void stepsThatCanHurtCarryTheirCaution() {
    Map<String, Check> checks = byId(list());
    assertThat(checks.get("mains").caution()).contains("licensed", "local codes");
    assertThat(checks.get("capacitors").caution()).contains("Discharge");
    assertThat(checks.get("rail-+5V").caution()).contains("unplugged");
  }

  @Test
  void readingsTickTheirChecksThemselves() {
    assertThat(byId(list("5V gnd 340 ohm")).get("rail-+5V").standing()).isEqualTo(Standing.BEGUN);
    assertThat(byId(list("5V gnd 340 ohm", "5V gnd 600 ohm reversed")).get("rail-+5V").standing())
        .isEqualTo(Standing.DONE);
    assertThat(byId(list("damage liquid 1 1 20 20"))).containsKey("clean");
  }

  @Test
  void aCheckIsDoneSkippedOrNotApplicableWithItsReason() {
    Map<String, Check> checks =
        byId(
            list("check bridges done", "check joints skipped no magnifier", "check mains na none"));
    assertThat(checks.get("bridges").standing()).isEqualTo(Standing.DONE);
    assertThat(checks.get("joints").note()).isEqualTo("no magnifier");
    assertThat(checks.get("mains").standing()).isEqualTo(Standing.NOT_APPLICABLE);
    assertThat(list("check bridges done").stillOpen()).isEqualTo(list().stillOpen() - 1);
  }

  @Test
  void aReadingThatTurnsBadContradictsItsStage() {
    Telling turned =
        Telling.of(BOARD, Stories.of("5V gnd 340 ohm", "note a tool fell", "5V gnd 3 ohm"));
    assertThat(Stages.inspect(BOARD, turned).standing()).isEqualTo(Stages.Standing.CONTRADICTED);
    assertThat(Stages.inspect(BOARD, turned).words())
        .isEqualTo("+5V to ground was good in line 1 and is bad in line 3");
    Telling mended = Telling.of(BOARD, Stories.of("5V 5.0", "5V 4.1", "5V 5.0"));
    assertThat(Stages.power(BOARD, mended).standing()).isEqualTo(Stages.Standing.OPEN);
    Telling other = Telling.of(BOARD, Stories.of("assembly QK-1040-04"));
    assertThat(Stages.arrive(BOARD, other).standing()).isEqualTo(Stages.Standing.CONTRADICTED);
    Telling all =
        Telling.of(
            BOARD,
            Stories.of(
                "5V 5.0", "12V 12", "-5V -5", "RAW+ 17", "RAW9 9", "RAW- -9", "decided repair"));
    assertThat(Stages.power(BOARD, all).standing()).isEqualTo(Stages.Standing.DONE);
    assertThat(Stages.arrive(BOARD, all).standing()).isEqualTo(Stages.Standing.DONE);
  }
}
