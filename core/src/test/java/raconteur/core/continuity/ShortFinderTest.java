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

  /** Expected minutes of every order and every cut into groups, by trying them all. */
  private static double bruteForce(List<Candidate> left, List<Candidate> order, double measure) {
    if (left.isEmpty()) {
      double best = Double.POSITIVE_INFINITY;
      int n = order.size();
      for (int cuts = 0; cuts < 1 << (n - 1); cuts++) {
        double cost = 0;
        int from = 0;
        for (int to = 1; to <= n; to++) {
          if (to == n || (cuts >> (to - 1) & 1) == 1) {
            cost += ShortFinder.group(order, from, to, measure);
            from = to;
          }
        }
        best = Math.min(best, cost);
      }
      return best;
    }
    double best = Double.POSITIVE_INFINITY;
    for (Candidate next : left) {
      List<Candidate> rest = new ArrayList<>(left);
      rest.remove(next);
      order.addLast(next);
      best = Math.min(best, bruteForce(rest, order, measure));
      order.removeLast();
    }
    return best;
  }

  /** Within a few per cent of the best of all orders and cuts, on small random cases. */
  @RepeatedTest(20)
  void thePlanIsCloseToTheBestThereIs(RepetitionInfo repetition) {
    Random random = new Random(repetition.getCurrentRepetition());
    List<Candidate> candidates = some(random, 2 + random.nextInt(4));
    double measure = random.nextInt(3) * 2 + 0.5;
    double sum = candidates.stream().mapToDouble(Candidate::chance).sum();
    double best = bruteForce(candidates, new ArrayList<>(), measure) / sum;
    ShortFinder.Plan plan = ShortFinder.plan(candidates, measure);
    assertThat(plan.expectedMinutes()).isBetween(best - 1e-9, best * 1.03 + 1e-9);
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

  @Test
  void dearMeasurementsPartTheSuspectsInGroups() {
    List<Candidate> eight = new ArrayList<>();
    for (int i = 0; i < 8; i++) {
      eight.add(new Candidate("U" + i, 1, 0.2, 0.2));
    }
    assertThat(ShortFinder.plan(eight, 10).groups().size()).isLessThan(8);
    assertThat(ShortFinder.plan(eight, 0.01).groups().size()).isGreaterThanOrEqualTo(7);
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
