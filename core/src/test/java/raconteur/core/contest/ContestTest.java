package raconteur.core.contest;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.bench.FaultWords;
import raconteur.core.bench.PlantedFault;

class ContestTest {

  private static List<PlantedFault> faults(String... words) {
    var reader = new FaultWords(Boards.KITTIWAKE_B);
    return Stream.of(words).map(w -> ((FaultWords.Planted) reader.read(w)).fault()).toList();
  }

  /**
   * The decoder hides the memory, and both hide the characters: each is found after the one before
   * it was mended, though hypotheses have no more than two faults.
   */
  @Test
  void threeFaultsThatHideEachOtherAreSolvedOneAfterAnother() {
    Contest contest = new Contest(Boards.KITTIWAKE_B, 2, false);
    Contest.Score score =
        contest.play(Policies.RACONTEUR, faults("U13 dead", "U24.14 stuck low", "U45 dead"), 5);
    assertThat(score.solved()).isTrue();
    assertThat(score.minutes()).isLessThan(180);
    assertThat(score.wrongMends()).isLessThanOrEqualTo(2);
  }

  @Test
  void theSameSeedPlantsTheSameFaultsAndAllOfThemShow() {
    Contest contest = new Contest(Boards.KITTIWAKE_B, 2, false);
    for (long seed = 1; seed < 20; seed++) {
      List<PlantedFault> planted = contest.faults(seed);
      assertThat(planted).hasSizeBetween(1, 3).isEqualTo(contest.faults(seed));
      assertThat(planted).noneMatch(f -> f.toString().contains("leaks"));
    }
  }
}
