package raconteur.core.bench;

import raconteur.core.Boards;
import raconteur.core.bench.test.DeadTest;
import raconteur.core.bench.test.Diagnostic;

final class Scratch3 {
  private Scratch3() {}

  public static void main(String[] args) {
    var board = args[0].equals("b") ? Boards.KITTIWAKE_B : Boards.KITTIWAKE_D;
    for (int i = 2; i < args.length; i++) {
      var simulated = new SimulatedBoard(board);
      if (!args[i].isEmpty()) {
        for (String f : args[i].split(";", -1)) {
          var read = new FaultWords(board).read(f);
          if (read instanceof FaultWords.Refused r) {
            System.out.println(r);
          } else {
            simulated = simulated.with(((FaultWords.Planted) read).fault());
          }
        }
      }
      long t = System.nanoTime();
      if (args[1].contains("dead")) {
        System.out.println(args[i] + ": " + DeadTest.run(simulated, PluggedIn.NOTHING, 0, 7));
      }
      if (args[1].contains("diag")) {
        var r =
            Diagnostic.run(
                simulated, PluggedIn.NOTHING.withHarness(args[1].contains("harness")), 0, 7);
        System.out.println(
            args[i] + ": " + r.finished() + r.verdicts() + (r.finished() ? "" : r.text()));
      }
      System.out.printf("   %.2f s%n", (System.nanoTime() - t) / 1e9);
    }
  }
}
