package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.function.ToDoubleFunction;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;

class ExactOptimumTest {
  private static final int PROBLEMS = Integer.getInteger("raconteur.problems", 4);

  /**
   * The aim set for the planner: at most 1.15 times the best there is, on average over small
   * problems whose places and tests it did not choose. The best mends where the planner's rule lets
   * it: not below the usual suspicion while a test tells more than a trifle.
   */
  @Test
  void thePlannersChoicesCostLittleMoreThanTheBestThereAre() {
    var yardstick = new ExactOptimum(Boards.KITTIWAKE_B);
    List<ExactOptimum.Compared> all = new ArrayList<>();
    for (long seed = 0; seed < PROBLEMS; seed++) {
      yardstick.compare(seed).ifPresent(all::add);
    }
    assertThat(all).hasSizeGreaterThan(PROBLEMS * 3 / 4);
    assertThat(all)
        .allMatch(c -> c.byTheRule() >= c.optimum() - 1e-9)
        .allMatch(c -> c.planned() >= c.byTheRule() - 1e-9)
        .allMatch(c -> c.neverTesting() >= c.optimum() - 1e-9)
        .allMatch(c -> c.mostBits() >= c.optimum() - 1e-9);
    assertThat(sum(all, ExactOptimum.Compared::planned))
        .isLessThan(1.15 * sum(all, ExactOptimum.Compared::byTheRule))
        .isLessThan(sum(all, ExactOptimum.Compared::mostBits));
  }

  private static double sum(
      List<ExactOptimum.Compared> all, ToDoubleFunction<ExactOptimum.Compared> of) {
    return all.stream().mapToDouble(of).sum();
  }
}
