package raconteur.core.continuity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.Random;
import org.hipparchus.stat.descriptive.moment.Mean;
import org.hipparchus.stat.descriptive.rank.Median;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.judge.Verdict;
import raconteur.core.judge.Verdicts;
import raconteur.core.story.Telling;

class RobustSpreadTest {

  /** Against the medians of a statistics library (Hipparchus 4.0.3), by the published formula. */
  @RepeatedTest(40)
  void theModifiedScoreIsThatOfTheFormula(RepetitionInfo repetition) {
    Random random = new Random(repetition.getCurrentRepetition());
    double[] data = random.doubles(3 + random.nextInt(30), -5, 50).toArray();
    if (repetition.getCurrentRepetition() % 4 == 0) {
      // More than half of them equal, so that the median deviation is zero.
      Arrays.fill(data, 0, data.length / 2 + 1, 7);
    }
    double median = new Median().evaluate(data);
    double[] off = Arrays.stream(data).map(x -> Math.abs(x - median)).toArray();
    double mad = new Median().evaluate(off);
    double x = random.nextDouble() * 80;
    double expected =
        mad > 0
            ? 0.6745 * (x - median) / mad
            : (x - median) / (1.253314 * new Mean().evaluate(off));
    assertThat(RobustSpread.of(data, 0).score(x)).isCloseTo(expected, within(1e-9));
  }

  @Test
  void oneWildReadingDoesNotHideItself() {
    double[] readings = {5.1, 5.2, 5.3, 5.4, 0.6};
    RobustSpread spread = RobustSpread.of(readings, 0);
    assertThat(spread.isOutlier(0.6)).isTrue();
    assertThat(spread.isOutlier(5.1)).isFalse();
    // The ordinary three-sigma rule finds nothing among so few.
    double mean = Arrays.stream(readings).average().orElseThrow();
    double sd = Math.sqrt(Arrays.stream(readings).map(x -> (x - mean) * (x - mean)).sum() / 4);
    assertThat(Math.abs(0.6 - mean) / sd).isLessThan(3);
  }

  @ParameterizedTest
  @CsvSource({
    "U22.11 gnd 610 ohm, BAD, low against",
    "U22.11 gnd 5.0k, GOOD, like the others",
    "U22.11 gnd OL, BAD, cut off"
  })
  void theOddLineOfABusIsNamed(String last, Verdict.Level level, String words) {
    Telling telling =
        Telling.of(
            Boards.KITTIWAKE_B,
            Stories.of(
                "U22.5 gnd 5.2k", "U22.7 gnd 5.4k", "U22.6 gnd 5.1k", "U22.12 gnd 5.3k", last));
    Verdict verdict = new Verdicts(Boards.KITTIWAKE_B, telling).last().orElseThrow();
    assertThat(verdict.level()).isEqualTo(level);
    assertThat(verdict.sentence()).contains(words);
  }

  @Test
  void tooFewLinesAreNotJudged() {
    Telling telling =
        Telling.of(Boards.KITTIWAKE_B, Stories.of("U22.5 gnd 5.2k", "U22.7 gnd 10 ohm"));
    assertThat(new Verdicts(Boards.KITTIWAKE_B, telling).last().orElseThrow().level())
        .isEqualTo(Verdict.Level.UNJUDGED);
  }

  @Test
  void aHotTwinStandsOff() {
    Telling telling =
        Telling.of(
            Boards.KITTIWAKE_B,
            Stories.of("U22 41 C", "U23 43 C", "U24 42 C", "U25 42 C", "U26 67 C"));
    Verdict verdict = new Verdicts(Boards.KITTIWAKE_B, telling).last().orElseThrow();
    assertThat(verdict.level()).isEqualTo(Verdict.Level.BAD);
    assertThat(verdict.sentence()).contains("+25 K against its twins");
  }

  @Test
  void linesAreComparedByTheirNumbers() {
    assertThat(new Peers(Boards.KITTIWAKE_B).buses())
        .filteredOn(b -> b.stem().equals("A"))
        .first()
        .satisfies(
            b ->
                assertThat(b.lines().stream().map(n -> n.name()).limit(3))
                    .containsExactly("A0", "A1", "A2"));
  }
}
