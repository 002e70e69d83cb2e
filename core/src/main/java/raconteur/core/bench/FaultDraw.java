package raconteur.core.bench;

import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.WeakHashMap;
import raconteur.core.board.Board;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;

/** Draws faults as likely as the priors say, for boards to practise on and to test with. */
public final class FaultDraw {
  /** Listing all a board can have takes longer than drawing from it. */
  private static final Map<Board, FaultCatalogue> CATALOGUES =
      Collections.synchronizedMap(new WeakHashMap<>());

  private FaultDraw() {}

  /** Draws so many different faults; the same ones for the same seed. */
  public static List<PlantedFault> draw(Board board, int count, long seed) {
    FaultCatalogue catalogue =
        CATALOGUES.computeIfAbsent(
            board, b -> FaultCatalogue.of(b, Priors.shipped(), History.NONE));
    var dice = new SplittableRandom(seed);
    List<Fault> drawn = new ArrayList<>();
    double all = 0;
    for (int i = 0; i < catalogue.faults().size(); i++) {
      all += catalogue.odds(i);
    }
    while (drawn.size() < Math.min(count, catalogue.faults().size())) {
      double at = dice.nextDouble() * all;
      int fault = 0;
      while (fault < catalogue.faults().size() - 1 && at >= catalogue.odds(fault)) {
        at -= catalogue.odds(fault++);
      }
      if (!drawn.contains(catalogue.faults().get(fault))) {
        drawn.add(catalogue.faults().get(fault));
      }
    }
    return drawn.stream().map(PlantedFault::of).toList();
  }

  /**
   * The same with a share of faults of kinds, or at places, that the engine does not reason about.
   *
   * @param outside the share, 0 to 1
   */
  public static List<PlantedFault> draw(Board board, int count, double outside, long seed) {
    var dice = new SplittableRandom(seed ^ 0x27D4EB2F165667C5L);
    var stranger = new StrangeFaults(board);
    List<PlantedFault> drawn = new ArrayList<>();
    for (PlantedFault known : draw(board, count, seed)) {
      drawn.add(dice.nextDouble() < outside ? stranger.draw(known, dice) : known);
    }
    return drawn.stream().distinct().toList();
  }

  /** How many faults a board on the bench has, by the seed: one, two or three. */
  public static int usualCount(long seed) {
    return 1 + new SplittableRandom(seed ^ 0x5DEECE66DL).nextInt(3);
  }
}
