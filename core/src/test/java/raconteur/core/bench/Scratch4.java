package raconteur.core.bench;

import java.util.*;
import raconteur.core.Boards;
import raconteur.core.bench.test.*;
import raconteur.core.fault.*;

final class Scratch4 {
  private Scratch4() {}

  public static void main(String[] args) {
    var board = new SimulatedBoard(Boards.KITTIWAKE_B);
    List<Fault> faults =
        new ArrayList<>(
            FaultCatalogue.of(Boards.KITTIWAKE_B, Priors.shipped(), History.NONE).faults());
    Collections.shuffle(faults, new Random(1));
    var healthy = StartUp.healthy(board);
    for (Fault f : faults.subList(0, Integer.parseInt(args[0]))) {
      var b = board.with(PlantedFault.of(f));
      long t = System.nanoTime();
      var look = StartUp.run(b, PluggedIn.NOTHING, 0, 1, healthy).look();
      double s1 = (System.nanoTime() - t) / 1e9;
      t = System.nanoTime();
      var d = DeadTest.run(b, PluggedIn.NOTHING, 0, 1);
      System.out.printf("%-60s %s %s  %.2f %.2f%n", f, look, d, s1, (System.nanoTime() - t) / 1e9);
      System.out.flush();
    }
  }
}
