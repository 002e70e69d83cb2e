package raconteur.core.handover;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.board.Board;
import raconteur.core.odds.CountedCase;
import raconteur.core.story.Case;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;

/** What a shop knows of a revision, from stories that were told to the end. */
class RevisionSheetTest {
  private static final Board BOARD = Boards.KITTIWAKE_B;

  private static Case told(int number, String... lines) {
    return new Case(
        new CaseHeader(
            number,
            BOARD.identity().id(),
            "somebody",
            "",
            Instant.EPOCH.plusSeconds(86_400L * number),
            CaseState.GONE_HOME),
        Stories.of(lines));
  }

  private static final List<Case> CASES =
      List.of(
          told(
              1,
              "screen blank",
              "picture 3f2a90c1d4e5 before the picture as it came",
              "found U13 dead",
              "mended U13 replaced",
              "screen works",
              "note its heatsink was gone"),
          told(2, "screen blank", "found U13 leaky", "mended U13 replaced"),
          told(
              3,
              "screen garbage",
              "found U26 dead",
              "mended U26 replaced",
              "picture 3f2a90c1d4e6 after all is well",
              "screen works",
              "note legs of the RAM were black"),
          told(4, "screen garbage"));

  private static Sheet sheet(List<Case> cases) {
    return RevisionSheet.of(BOARD, CountedCase.of(BOARD, cases), cases);
  }

  private static Stream<Sheet.Block> under(Sheet sheet, String heading) {
    return sheet.sections().stream()
        .filter(s -> s.heading().equals(heading))
        .flatMap(s -> s.blocks().stream());
  }

  private static List<String> points(Sheet sheet, String heading) {
    return under(sheet, heading)
        .flatMap(b -> b instanceof Sheet.Points p ? p.points().stream() : Stream.of())
        .toList();
  }

  @Test
  void whatFailedStandsWithItsReachAndWhatCameOfIt() {
    Sheet sheet = sheet(CASES);
    assertThat(sheet.subtitle()).startsWith("4 boards of this revision");
    Sheet.Table table =
        under(sheet, "What failed")
            .map(Sheet.Table.class::cast)
            .collect(Collectors.toList())
            .getFirst();
    // 2 of 4 by Clopper and Pearson at 95 %: 6.8 to 93.2 % (their table of 1934, from memory).
    assertThat(table.rows().getFirst())
        .containsExactly("U13 QM-11", "2 of 4", "7 to 93 %", "dead 1, leaky 1", "1 of 2");
    assertThat(RevisionSheet.shares(BOARD, CountedCase.of(BOARD, CASES)))
        .containsEntry("U13", 0.5)
        .containsEntry("U26", 0.25)
        .hasSize(2);
  }

  @Test
  void whatItLookedLikeIsHeldAgainstWhatItWas() {
    assertThat(points(sheet(CASES), "What it looked like, and what it was"))
        .anySatisfy(p -> assertThat(p).contains("2 boards: U13 on 2."))
        .anySatisfy(p -> assertThat(p).contains("2 boards: U26 on 1."));
    List<Handover.Picture> pictures =
        under(sheet(CASES), "Pictures from before")
            .flatMap(b -> ((Sheet.Pictures) b).pictures().stream())
            .toList();
    assertThat(pictures).hasSize(1);
    assertThat(pictures.getFirst().caption())
        .isEqualTo("the picture as it came, No. 1: it was U13");
  }

  @Test
  void whatItIsKnownForAndWhatWasNotedStandBehind() {
    Sheet sheet = sheet(CASES);
    assertThat(points(sheet, "What it is known for").getFirst())
        .startsWith("U13 (QM-11), 2 times as often as its kind: ");
    assertThat(points(sheet, "What was noted"))
        .containsExactly("No. 3: legs of the RAM were black", "No. 1: its heatsink was gone");
  }

  @Test
  void whereNothingWasToldYetThatIsSaid() {
    Sheet sheet = sheet(List.of());
    assertThat(sheet.subtitle()).startsWith("0 boards");
    assertThat(under(sheet, "What failed").findFirst())
        .get()
        .isInstanceOfSatisfying(
            Sheet.Paragraph.class, p -> assertThat(p.text()).contains("No story"));
    assertThat(points(sheet, "What was noted")).isEmpty();
    assertThat(points(sheet, "What it is known for")).isNotEmpty();
  }
}
