package raconteur.core.continuity;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.continuity.ShortFinder.Candidate;

class ShortFinderTest {

  private static List<Candidate> some(Random random, int count) {
    List<Candidate> all = new ArrayList<>();
    for (int i = 0; i < count; i++) {
      all.add(
          new Candidate(
              "U" + i,
              0.02 + random.nextDouble(),
              0.5 + 10 * random.nextDouble(),
              0.5 + random.nextDouble()));
    }
    return all;
  }

  /**
   * The minutes until the culprit is known, by doing what the plan says part after part: each group
   * comes off and the meter is put on, unless nothing else is left; in the group that held the
   * short, parts go back one by one with a look after each until it returns or one is left.
   */
  private static double minutes(
      List<List<Candidate>> groups, Candidate culprit, double measureMinutes) {
    double clock = 0;
    for (int g = 0; g < groups.size(); g++) {
      List<Candidate> group = groups.get(g);
      boolean nothingElseLeft = g == groups.size() - 1;
      if (nothingElseLeft && group.size() == 1) {
        return clock;
      }
      for (Candidate part : group) {
        clock += part.minutes();
      }
      clock += nothingElseLeft ? 0 : measureMinutes;
      if (!group.contains(culprit)) {
        continue;
      }
      for (Candidate back : group.subList(0, group.size() - 1)) {
        clock += back.backMinutes() + measureMinutes;
        if (back.equals(culprit)) {
          return clock;
        }
      }
      return clock;
    }
    throw new AssertionError("the culprit is in no group");
  }

  /** On average over who it is. */
  private static double expected(List<List<Candidate>> groups, double measureMinutes) {
    List<Candidate> all = groups.stream().flatMap(List::stream).toList();
    double sum = all.stream().mapToDouble(Candidate::chance).sum();
    return all.stream()
        .mapToDouble(c -> c.chance() / sum * minutes(groups, c, measureMinutes))
        .sum();
  }

  /** The best of all ordered groups of ordered parts, each tried by doing it. */
  private static double best(
      List<Candidate> left, List<List<Candidate>> groups, double measureMinutes) {
    if (left.isEmpty()) {
      return expected(groups, measureMinutes);
    }
    double best = Double.POSITIVE_INFINITY;
    for (Candidate next : left) {
      List<Candidate> rest = new ArrayList<>(left);
      rest.remove(next);
      List<List<Candidate>> alone = new ArrayList<>(groups);
      alone.add(List.of(next));
      best = Math.min(best, best(rest, alone, measureMinutes));
      if (!groups.isEmpty()) {
        List<List<Candidate>> joined = new ArrayList<>(groups);
        List<Candidate> last = new ArrayList<>(joined.removeLast());
        last.add(next);
        joined.add(last);
        best = Math.min(best, best(rest, joined, measureMinutes));
      }
    }
    return best;
  }

  /** Within a few per cent of the best of all orders and cuts, on small random cases. */
  @RepeatedTest(20)
  void thePlanIsCloseToTheBestThereIs(RepetitionInfo repetition) {
    Random random = new Random(repetition.getCurrentRepetition());
    List<Candidate> candidates = some(random, 2 + random.nextInt(4));
    double measure = random.nextInt(3) * 2 + 0.5;
    double best = best(candidates, List.of(), measure);
    ShortFinder.Plan plan = ShortFinder.plan(candidates, measure);
    assertThat(plan.groups().stream().flatMap(List::stream))
        .containsExactlyInAnyOrderElementsOf(candidates);
    assertThat(plan.expectedMinutes())
        .as("what the plan promises is what doing it takes")
        .isCloseTo(expected(plan.groups(), measure), within(1e-9))
        .isBetween(best - 1e-9, best * 1.03 + 1e-9);
  }

  /** With free measurements the cheapest order is that of chance per cost (Mitten 1960). */
  @Test
  void takenOneByOneTheyGoByChancePerCost() {
    List<Candidate> candidates =
        List.of(
            new Candidate("dear", 0.5, 20, 1),
            new Candidate("cheap", 0.3, 1, 1),
            new Candidate("middle", 0.2, 4, 1));
    ShortFinder.Plan plan = ShortFinder.plan(candidates, 0);
    assertThat(plan.groups().stream().flatMap(List::stream).map(Candidate::part))
        .containsExactly("cheap", "middle", "dear");
    // 1 always, 4 with 70 %, and the last is known without taking it off.
    assertThat(plan.expectedMinutes()).isCloseTo(1 + 0.7 * 4, within(1e-9));
  }

  /** Parts that come off at once cost n/2 looks one by one; groups of about the root of n less. */
  @Test
  void dearMeasurementsPartTheSuspectsInGroups() {
    List<Candidate> eight = new ArrayList<>();
    for (int i = 0; i < 8; i++) {
      eight.add(new Candidate("U" + i, 1, 0, 0));
    }
    ShortFinder.Plan dear = ShortFinder.plan(eight, 1);
    List<List<Candidate>> oneByOne = eight.stream().map(List::of).toList();
    // 1 to 7 looks, the last known without one: (1 + … + 7 + 7) / 8.
    assertThat(expected(oneByOne, 1)).isCloseTo(35 / 8.0, within(1e-9));
    assertThat(dear.groups()).hasSizeBetween(2, 5);
    assertThat(dear.expectedMinutes()).isLessThan(35 / 8.0 - 0.5);
    assertThat(ShortFinder.plan(List.of(), 1).groups()).isEmpty();
  }

  @Test
  void onlyPartsThatHaveBothNetsCanJoinThem() {
    var candidates =
        JoinedParts.of(
            Boards.KITTIWAKE_B, "-5V", "BD0", java.util.Set.of(), p -> 0.1, p -> 1, p -> 1);
    assertThat(candidates.stream().map(Candidate::part)).containsExactly("U22", "U30");
    assertThat(
            JoinedParts.of(
                    Boards.KITTIWAKE_B,
                    "-5V",
                    "BD0",
                    java.util.Set.of("U22"),
                    p -> 0.1,
                    p -> 1,
                    p -> 1)
                .stream()
                .map(Candidate::part))
        .containsExactly("U30");
  }
}
