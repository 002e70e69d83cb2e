package raconteur.core.memory;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.EnumSet;
import java.util.List;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.bench.march.MarchTest;
import raconteur.core.memory.MarchChoice.Kind;

class MarchChoiceTest {
  private static MarchChoice.Row row(String name) {
    return MarchChoice.rows().stream()
        .filter(r -> r.test().name().equals(name))
        .findFirst()
        .orElseThrow();
  }

  /**
   * Lengths and what is found: van de Goor, Using March Tests to Test SRAMs, IEEE Design and Test
   * of Computers 10(1), 1993, and Testing Semiconductor Memories, 1991; from memory.
   */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "MATS+ | 5 | STUCK ADDRESS | TRANSITION INVERSION SETTING RETENTION",
        "MATS++ | 6 | STUCK ADDRESS TRANSITION | INVERSION SETTING RETENTION",
        "March X | 6 | STUCK ADDRESS TRANSITION INVERSION | SETTING RETENTION",
        "March C- | 10 | STUCK ADDRESS TRANSITION INVERSION SETTING HOLDING | RETENTION",
        "March A | 15 | STUCK ADDRESS TRANSITION INVERSION | RETENTION",
        "March B | 17 | STUCK ADDRESS TRANSITION INVERSION | RETENTION",
        "March G | 23 | STUCK ADDRESS TRANSITION INVERSION RETENTION | ''",
      })
  void testsFindWhatIsPublished(String name, int operations, String all, String notAll) {
    MarchChoice.Row row = row(name);
    assertThat(row.test().operationsPerAddress()).isEqualTo(operations);
    for (String kind : all.split(" ", -1)) {
      assertThat(row.findsAll(Kind.valueOf(kind))).as(kind).isTrue();
    }
    for (String kind : notAll.isEmpty() ? new String[0] : notAll.split(" ", -1)) {
      assertThat(row.findsAll(Kind.valueOf(kind))).as(kind).isFalse();
    }
  }

  @Test
  void theShortestIsTheShortestOfThoseThatFind() {
    assertThat(MarchChoice.shortestFor(EnumSet.of(Kind.STUCK)).orElseThrow().test())
        .isEqualTo(MarchTest.SCAN);
    assertThat(MarchChoice.shortestFor(EnumSet.of(Kind.STUCK, Kind.ADDRESS)).orElseThrow().test())
        .isEqualTo(MarchTest.MATS_PLUS);
    assertThat(MarchChoice.shortestFor(EnumSet.of(Kind.SETTING)).orElseThrow().test())
        .isEqualTo(MarchTest.MARCH_C_MINUS);
    assertThat(MarchChoice.shortestFor(EnumSet.of(Kind.RETENTION)).orElseThrow().test())
        .isEqualTo(MarchTest.MARCH_G);
    assertThat(MarchChoice.shortestFor(EnumSet.allOf(Kind.class)).map(r -> r.test().name()))
        .isEqualTo(
            MarchChoice.rows().stream()
                .filter(r -> EnumSet.allOf(Kind.class).stream().allMatch(r::findsAll))
                .map(r -> r.test().name())
                .findFirst());
  }

  /**
   * Of two kinds told apart some test of the sequence finds the one for certain and not the other.
   */
  @Test
  void aSequenceTellsWhatItSays() {
    Set<Kind> all = EnumSet.allOf(Kind.class);
    MarchChoice.Telling telling = MarchChoice.telling(all);
    for (Kind one : all) {
      for (Kind other : all) {
        boolean told = telling.rows().stream().anyMatch(r -> r.findsAll(one) != r.findsAll(other));
        boolean alike =
            telling.alike().stream().anyMatch(g -> g.contains(one) && g.contains(other));
        assertThat(told || alike || one == other).isTrue();
        assertThat(told && alike).isFalse();
      }
    }
    // No test of it can be spared.
    for (MarchChoice.Row row : telling.rows()) {
      List<MarchChoice.Row> rest = telling.rows().stream().filter(r -> !r.equals(row)).toList();
      assertThat(pairs(rest, all)).isLessThan(pairs(telling.rows(), all));
    }
    assertThat(MarchChoice.telling(EnumSet.of(Kind.STUCK)).rows()).isEmpty();
  }

  private static long pairs(List<MarchChoice.Row> rows, Set<Kind> kinds) {
    return kinds.stream()
        .flatMap(
            one ->
                kinds.stream()
                    .filter(
                        other -> rows.stream().anyMatch(r -> r.findsAll(one) != r.findsAll(other))))
        .count();
  }

  /** 64 K words, 10 reads and writes each, a microsecond each: 0.655 s; and two pauses for G. */
  @Test
  void whatItTakesIsOperationsTimesWordsAndThePauses() {
    assertThat(row("March C-").seconds(65_536, 1_000, 0.1)).isCloseTo(0.65536, within(1e-9));
    assertThat(row("March G").seconds(1_024, 1_000, 0.1))
        .isCloseTo(0.2 + 23 * 1_024 * 1e-6, within(1e-9));
  }

  @Test
  void testsAreWrittenAsTheyAreRead() {
    for (MarchChoice.Row row : MarchChoice.rows()) {
      assertThat(MarchTest.of(row.test().name(), row.test().notation())).isEqualTo(row.test());
    }
  }
}
