package raconteur.core.contest;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Tag;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.bench.FaultDraw;
import raconteur.core.bench.FaultWords;
import raconteur.core.bench.PlantedFault;
import raconteur.core.story.Entry;

class ContestTest {

  private static List<PlantedFault> faults(String... words) {
    var reader = new FaultWords(Boards.KITTIWAKE_B);
    return Stream.of(words).map(w -> ((FaultWords.Planted) reader.read(w)).fault()).toList();
  }

  /**
   * The decoder hides the memory, and both hide the characters: each is found after the one before
   * it was mended, though hypotheses have no more than two faults.
   */
  @Tag("long")
  @Test
  void threeFaultsThatHideEachOtherAreSolvedOneAfterAnother() {
    Contest contest =
        new Contest(Boards.KITTIWAKE_B, new Contest.Rules(2, Contest.From.MODELS, false, 0));
    Contest.Score score =
        contest
            .play(Policies.RACONTEUR, faults("U13 dead", "U24.14 stuck low", "U45 dead"), 5)
            .score();
    assertThat(score.solved()).isTrue();
    assertThat(score.minutes()).isLessThan(180);
    assertThat(score.wrongMends()).isLessThanOrEqualTo(2);
  }

  @Test
  void theSameSeedPlantsTheSameFaultsAndAllOfThemShow() {
    Contest contest =
        new Contest(Boards.KITTIWAKE_B, new Contest.Rules(2, Contest.From.MODELS, false, 0));
    for (long seed = 1; seed < 20; seed++) {
      List<PlantedFault> planted = contest.faults(seed);
      assertThat(planted).hasSizeBetween(1, 3).isEqualTo(contest.faults(seed));
      assertThat(planted).noneMatch(f -> f.toString().contains("leaks"));
    }
  }

  /** Trade's order: common practice, no source. */
  @Test
  void theChecklistMeasuresWhatCostsLittleBeforeAnythingIsUnsoldered() {
    Contest contest =
        new Contest(Boards.KITTIWAKE_B, new Contest.Rules(1, Contest.From.MODELS, false, 0));
    List<String> story =
        contest.play(Policies.CHECKLIST, faults("U24.14 stuck low"), 2).story().stream()
            .map(e -> ((Entry.Line) e).line())
            .toList();
    assertThat(story.get(1)).startsWith("+5V ");
    int tester = first(story, "tester");
    assertThat(first(story, "swap")).isBetween(1, tester);
    assertThat(first(story, "cont ")).isBetween(1, tester);
  }

  private static int first(List<String> story, String word) {
    return IntStream.range(0, story.size())
        .filter(i -> story.get(i).contains(word))
        .findFirst()
        .orElse(story.size());
  }

  @Test
  void aShareOfTheFaultsIsUnknownToTheEngineAndTheSeedRepeatsThem() {
    Set<String> kinds = new HashSet<>();
    for (long seed = 1; seed < 60; seed++) {
      List<PlantedFault> drawn = FaultDraw.draw(Boards.KITTIWAKE_B, 2, 0.5, seed);
      assertThat(drawn).isEqualTo(FaultDraw.draw(Boards.KITTIWAKE_B, 2, 0.5, seed));
      drawn.forEach(
          f -> kinds.add(f.chance() < 1 ? "at times" : f.wrong().getClass().getSimpleName()));
    }
    assertThat(kinds).contains("Known", "Slow", "Weak", "Reads", "Leak", "at times");
    assertThat(FaultDraw.draw(Boards.KITTIWAKE_B, 2, 0, 7))
        .isEqualTo(FaultDraw.draw(Boards.KITTIWAKE_B, 2, 7));
  }

  /** Withheld files are not looked at: a board by another name has the same faults. */
  @Test
  void withoutFilesTheSameFaultsArePlanted() {
    Contest with =
        new Contest(Boards.KITTIWAKE_B, new Contest.Rules(1, Contest.From.MODELS, false, 0));
    Contest without =
        new Contest(Boards.KITTIWAKE_B, new Contest.Rules(1, Contest.From.MODELS, true, 0));
    assertThat(without.faults(3)).isEqualTo(with.faults(3));
  }

  @Tag("long")
  @Test
  void withoutFilesAFaultIsFound() {
    Contest without =
        new Contest(Boards.KITTIWAKE_B, new Contest.Rules(1, Contest.From.MODELS, true, 0));
    Contest.Played played = without.play(Policies.RACONTEUR, faults("U24.14 stuck low"), 4);
    assertThat(played.score().solved()).isTrue();
    assertThat(played.story().getFirst()).isInstanceOf(Entry.Line.class);
  }
}
