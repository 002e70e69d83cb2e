package raconteur.core.continuity;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import raconteur.core.board.Board;

/**
 * How long the plan for an array of 24 sockets × 16 pins takes, and how many touches it has beside
 * the lower bound and beside touching every pair of pins that should be joined or apart. Started by
 * {@code ./benchmark}; not a test.
 */
public final class ArrayBenchmark {
  private static final int SOCKETS = 24;
  private static final int ROUNDS = 25;
  private static final int WARM_UP = 5;

  private ArrayBenchmark() {}

  public static void main(String[] arguments) {
    Board board = ArrayPlanTest.sheet(SOCKETS);
    List<String> parts = ArrayPlan.arrays(board).getFirst();
    List<Double> millis = new ArrayList<>();
    ArrayPlan plan = ArrayPlan.of(board, parts, ArrayPlan.School.ALL_AT_ONCE);
    double first = 0;
    for (int round = 0; round < ROUNDS + WARM_UP; round++) {
      long start = System.nanoTime();
      plan = ArrayPlan.of(board, parts, ArrayPlan.School.ALL_AT_ONCE);
      double took = (System.nanoTime() - start) / 1e6;
      if (round == 0) {
        first = took;
      } else if (round >= WARM_UP) {
        millis.add(took);
      }
    }
    Collections.sort(millis);
    ArrayPlan slow = ArrayPlan.of(board, parts, ArrayPlan.School.ONE_AT_A_TIME);
    long everyPair =
        plan.touches().stream()
                .filter(ArrayPlan.Touch::joined)
                .map(ArrayPlan.Touch::line)
                .distinct()
                .count()
            * SOCKETS
            * (SOCKETS - 1)
            / 2;
    System.out.printf(
        Locale.ROOT,
        "array plan, %d sockets x 16 pins: median %.2f ms (%.2f to %.2f), the first %.1f ms%n",
        SOCKETS,
        millis.get(millis.size() / 2),
        millis.getFirst(),
        millis.getLast(),
        first);
    System.out.printf(
        Locale.ROOT,
        "  touches %d, lower bound %d; one socket at a time %d; every pair of pins of a line %d%n",
        plan.touches().size(),
        plan.lowerBound(),
        slow.touches().size(),
        everyPair);
  }
}
