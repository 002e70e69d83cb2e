package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;

class ExactOptimumTest {
  private static final int PROBLEMS = Integer.getInteger("raconteur.problems", 16);

  /**
   * The aim set for the planner: at most 1.15 times the optimum, on average over small problems.
   */
  @Test
  void thePlannersChoicesCostLittleMoreThanTheBestThereAre() {
    var yardstick = new ExactOptimum(Boards.KITTIWAKE_B);
    List<ExactOptimum.Compared> all = new ArrayList<>();
    for (long seed = 0; seed < PROBLEMS; seed++) {
      yardstick.compare(seed).ifPresent(all::add);
    }
    assertThat(all).hasSizeGreaterThan(PROBLEMS * 3 / 4);
    assertThat(all).allMatch(c -> c.planned() >= c.optimum() - 1e-9);
    double planned = all.stream().mapToDouble(ExactOptimum.Compared::planned).sum();
    double optimum = all.stream().mapToDouble(ExactOptimum.Compared::optimum).sum();
    assertThat(planned / optimum).isLessThan(1.15);
  }
}
