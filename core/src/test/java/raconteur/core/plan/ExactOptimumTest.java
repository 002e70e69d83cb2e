package raconteur.core.plan;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;

class ExactOptimumTest {

  /**
   * The aim set for the planner: at most 1.15 times the optimum, on average over small problems.
   */
  @Test
  void thePlannersChoicesCostLittleMoreThanTheBestThereAre() {
    var yardstick = new ExactOptimum(Boards.KITTIWAKE_B);
    List<ExactOptimum.Compared> all = new ArrayList<>();
    for (long seed = 0; seed < 40; seed++) {
      yardstick.compare(seed).ifPresent(all::add);
    }
    assertThat(all).hasSizeGreaterThan(30);
    assertThat(all).allMatch(c -> c.planned() >= c.optimum() - 1e-9);
    double planned = all.stream().mapToDouble(ExactOptimum.Compared::planned).sum();
    double optimum = all.stream().mapToDouble(ExactOptimum.Compared::optimum).sum();
    assertThat(planned / optimum).isLessThan(1.15);
  }
}
