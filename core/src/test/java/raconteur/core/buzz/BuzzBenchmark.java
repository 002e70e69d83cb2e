package raconteur.core.buzz;

import java.util.List;
import java.util.Locale;
import raconteur.core.Boards;
import raconteur.core.ToldStories;
import raconteur.core.board.Board;

/**
 * How much of a board is known after so many touches a pin, with the plain way beside it: each pin
 * against one pin of every net found so far, the largest first. Started by {@code ./benchmark}; not
 * a test.
 */
public final class BuzzBenchmark {
  private static final double[] TOUCHES_A_PIN = {0.5, 1.0, 1.3};

  private BuzzBenchmark() {}

  public static void main(String[] arguments) {
    for (Board board :
        List.of(
            Boards.KITTIWAKE_B,
            Boards.parse(Boards.text("lanternfish-l1")),
            ToldStories.board("heron-1"),
            ToldStories.board("gannet-1"),
            ToldStories.board("skua-3"),
            ToldStories.board("tern-1"))) {
      long start = System.nanoTime();
      Buzzed buzzed = Buzzed.play(board, BuzzingTest.hidden(board), TOUCHES_A_PIN[2]);
      double millis = (System.nanoTime() - start) / 1e6 / Math.max(1, buzzed.touches());
      System.out.printf(
          Locale.ROOT,
          "buzzing %s: %d pins, %d joins (no fewer touches can find them), %.1f ms a proposal%n",
          board.identity().id(),
          buzzed.pins(),
          buzzed.joins(),
          millis);
      for (double touches : TOUCHES_A_PIN) {
        System.out.printf(
            Locale.ROOT,
            "  after %.1f touches a pin %.0f %% of the joins, the plain way %.0f %%%n",
            touches,
            100 * buzzed.share(touches),
            100 * Buzzed.plainShare(board, touches));
      }
      System.out.println("  put together wrongly: " + buzzed.wrong());
    }
  }
}
