package raconteur.core.diagnose;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Set;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicLong;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.Stories;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;
import raconteur.core.finding.Mend;
import raconteur.core.plan.Advisor;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling.DatedMend;

/** What there is no time for is left out and told, and the rest is answered all the same. */
class PatienceTest {
  private static final List<Entry> STORY =
      Stories.of("screen garbage", "flash 3 3 3", "U38.7 low", "U39.7 toggling", "5V 4.94");

  /** A clock that goes on by a second whenever it is looked at. */
  private static Patience looks(int most) {
    AtomicLong seconds = new AtomicLong();
    return Patience.of(
        Duration.ofSeconds(most), () -> seconds.getAndIncrement() * 1_000_000_000L, () -> false);
  }

  private static Advisor advisor() {
    return new Advisor(Boards.KITTIWAKE_B, History.NONE, 2);
  }

  @Test
  void itEndsWithItsTimeOrWhenSomebodySaysStop() {
    Patience some = looks(3);
    assertThat(List.of(some.isOver(), some.isOver())).containsExactly(false, false);
    assertThat(some.isOver()).isTrue();
    AtomicBoolean stop = new AtomicBoolean();
    Patience long_ = Patience.of(Duration.ofDays(1), System::nanoTime, stop::get);
    assertThat(long_.isOver()).isFalse();
    stop.set(true);
    assertThat(long_.isOver()).isTrue();
    assertThat(Patience.ENDLESS.first(0.1).isOver()).isFalse();
  }

  @Test
  void theLatestReadingsAreWeighedFirstAndHowManyIsTold() {
    int before = 0;
    for (int looks : new int[] {1, 400, 1_000, 1_000_000}) {
      Diagnosis diagnosis = advisor().advise(STORY, looks(looks)).diagnosis();
      Effort effort = diagnosis.effort();
      assertThat(effort.findings()).isEqualTo(5);
      assertThat(effort.weighed()).isBetween(before, 5);
      assertThat(effort.words().isEmpty()).isEqualTo(effort.weighed() == 5);
      assertThat(diagnosis.suspects()).allMatch(s -> s.probability() > 0 && s.probability() <= 1);
      assertThat(diagnosis.weighed()).isBetween(0.0, 1.0);
      before = effort.weighed();
    }
    assertThat(before).isEqualTo(5);
  }

  @Test
  void enoughPatienceGivesTheSameAsAllOfIt() {
    var whole = advisor().advise(STORY).diagnosis();
    var patient = advisor().advise(STORY, looks(100_000_000)).diagnosis();
    assertThat(patient).isEqualTo(whole);
    assertThat(whole.effort()).isEqualTo(new Effort(5, 5, 5));
  }

  @Test
  void stepsAreProposedFromWhatWasWeighed() {
    Advisor advisor = advisor();
    var advice = advisor.advise(STORY);
    assertThat(advisor.nextSteps(advice, Set.of(), looks(200))).isNotEmpty();
    assertThat(advisor.nextSteps(advice, Set.of(), looks(1))).isNotEmpty();
  }

  @Test
  void hundredsOfMendsDoNotMultiplyWhatMayHaveBeen() {
    var board = Boards.KITTIWAKE_B;
    Priors priors = Priors.shipped();
    FaultCatalogue catalogue = FaultCatalogue.of(board, priors, History.NONE);
    List<DatedMend> mends = new java.util.ArrayList<>();
    for (int i = 1; i <= 700; i++) {
      mends.add(new DatedMend(i, new Mend.OfPart("U" + (1 + i % 60), Mend.PartAction.REPLACED)));
    }
    List<Occurrence> all = Occurrence.all(board, catalogue, priors, mends);
    assertThat(all.size()).isLessThan(5 * catalogue.faults().size());
    assertThat(all).allMatch(o -> o.odds() >= 0 && Double.isFinite(o.odds()));
    double[] odds = new double[catalogue.faults().size()];
    all.stream().filter(o -> o.during(700)).forEach(o -> odds[o.fault()] += o.odds());
    for (int fault = 0; fault < odds.length; fault++) {
      assertThat(odds[fault]).as("mends can hardly make it likelier").isLessThan(0.5);
    }
  }
}
