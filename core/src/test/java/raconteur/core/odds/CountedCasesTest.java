package raconteur.core.odds;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.data.Loaded;
import raconteur.core.story.Case;
import raconteur.core.story.CaseHeader;
import raconteur.core.story.CaseState;

class CountedCasesTest {
  private static final Instant NOW = Instant.parse("2026-11-27T00:00:00Z");

  private static CountedCase told(int number, String... lines) {
    Instant opened = Instant.parse("2026-01-01T00:00:00Z").plusSeconds(86_400L * 40 * number);
    return CountedCase.of(
        Boards.KITTIWAKE_B,
        new Case(
            new CaseHeader(number, "quillon-kittiwake-b", "", "", opened, CaseState.GONE_HOME),
            Stories.of(lines)));
  }

  @Test
  void aSymptomIsWhatTheBoardCameWithNotWhatItShowedBetweenMends() {
    CountedCase one =
        told(
            1,
            "screen blank",
            "mended U13 replaced",
            "screen garbage",
            "mended U26 replaced",
            "screen works");
    assertThat(one.symptoms()).containsExactly("blank");
    assertThat(one.held()).isTrue();
    SymptomCauses causes = SymptomCauses.of(List.of(one, told(2, "screen blank", "found U8 dead")));
    assertThat(causes.symptoms().getFirst().boards()).isEqualTo(2);
    assertThat(causes.symptoms().getFirst().causes()).hasSize(3);
  }

  /**
   * Fisher's lady tasting tea: 8 cups, 4 with milk first; from "The Design of Experiments", 1935.
   */
  @ParameterizedTest
  @CsvSource({"4, 0.014286", "3, 0.242857", "2, 0.757143", "0, 1.0"})
  void togetherByChanceIsFishersExactTest(int right, double chance) {
    assertThat(RecurringSets.fisher(8, 4, 4, right)).isCloseTo(chance, within(1e-6));
  }

  @Test
  void partsThatFailTogetherAreNamedWithWhatTheirBoardsHaveInCommon() {
    List<CountedCase> cases = new ArrayList<>();
    for (int i = 1; i <= 4; i++) {
      cases.add(
          told(
              i,
              "damage dust 10 10 20 20",
              "mended U24 replaced",
              "mended U25 replaced",
              "mended U13 replaced"));
    }
    for (int i = 5; i <= 16; i++) {
      cases.add(told(i, "mended U" + (i % 2 == 0 ? 48 : 8) + " replaced"));
    }
    List<RecurringSets.Recurring> sets = RecurringSets.of(cases);
    assertThat(sets).hasSize(1);
    assertThat(sets.getFirst().positions()).containsExactly("U13", "U24", "U25");
    assertThat(sets.getFirst().boards()).isEqualTo(4);
    assertThat(sets.getFirst().marks()).containsExactly("dust");
    assertThat(RecurringSets.of(cases.subList(4, 16))).as("never together").isEmpty();
  }

  @Test
  void aQuarterCountsItsBoards() {
    Trend trend = Trend.of(List.of(told(1, "mended U13 replaced", "hours 2"), told(2), told(6)));
    assertThat(trend.quarters())
        .containsExactly(
            new Trend.Quarter("2026 Q1", 2, 1, 2), new Trend.Quarter("2026 Q3", 1, 0, 0));
  }

  private static String file() {
    return CountsFile.write(
        new CountsFile(
            "Ferry Street",
            List.of(
                told(1, "screen blank", "found U13 dead", "hours 1.5"),
                told(2, "mended U26 replaced"))));
  }

  @Test
  void countsOfAnotherShopComeBackAsTheyWentWithTheirOrigin() {
    List<CountedCase> back =
        ((Loaded.Ok<CountsFile>) CountsFile.read("x", file(), NOW)).value().cases();
    assertThat(back).allSatisfy(c -> assertThat(c.origin()).isEqualTo("Ferry Street"));
    assertThat(back.getFirst().positions())
        .isEqualTo(told(1, "screen blank", "found U13 dead", "hours 1.5").positions());
    Tally tally = Tally.ofCounted(Boards.KITTIWAKE_B, back);
    assertThat(tally.words()).contains("2 of them counted by other shops");
    assertThat(tally.rows().getFirst().caseNumbers()).isEmpty();
  }

  @Test
  void aFileThatLiesAboutItsCountsIsRefused() {
    assertThat(refusal(file().replace("\"cases in all\" : 2", "\"cases in all\" : 50")))
        .contains("it holds 2 cases, not 50");
    assertThat(refusal(file().replace("2026-02-10", "2031-02-10"))).contains("not come yet");
    String key = told(1, "screen blank", "found U13 dead", "hours 1.5").key();
    assertThat(refusal(file().replace(told(2, "mended U26 replaced").key(), key)))
        .contains("stands there twice");
    assertThat(refusal("{\"format\": \"raconteur-counts/1\"")).isNotEmpty();
  }

  private static String refusal(String text) {
    return CountsFile.read("x", text, NOW) instanceof Loaded.Refused<CountsFile> refused
        ? refused.summary()
        : "";
  }

  @Test
  void theSameStoryIsTheSameCaseWhateverItsNumber() {
    assertThat(Set.of(told(1, "screen blank").key(), told(2, "screen blank").key())).hasSize(2);
    CaseHeader header = new CaseHeader(9, "quillon-kittiwake-b", "", "", NOW, CaseState.GONE_HOME);
    var entries = Stories.of("screen blank");
    String one = CountedCase.of(Boards.KITTIWAKE_B, new Case(header, entries)).key();
    CaseHeader renumbered =
        new CaseHeader(41, "quillon-kittiwake-b", "x", "y", NOW, CaseState.GONE_HOME);
    assertThat(CountedCase.of(Boards.KITTIWAKE_B, new Case(renumbered, entries)).key())
        .isEqualTo(one);
  }
}
