package raconteur.core.bench;

import java.util.List;
import raconteur.core.Boards;
import raconteur.core.bench.screen.Monitor;
import raconteur.core.bench.screen.ScreenText;

final class Scratch {
  private Scratch() {}

  public static void main(String[] args) {
    var board = args[0].equals("b") ? Boards.KITTIWAKE_B : Boards.KITTIWAKE_D;
    var simulated = new SimulatedBoard(board);
    var words = new FaultWords(board);
    boolean dead = false;
    boolean diag = false;
    boolean harness = false;
    long ms = 40;
    for (int i = 1; i < args.length; i++) {
      if (args[i].equals("dead")) {
        dead = true;
      } else if (args[i].equals("diag")) {
        diag = true;
      } else if (args[i].equals("harness")) {
        harness = true;
      } else if (args[i].startsWith("ms=")) {
        ms = Long.parseLong(args[i].substring(3));
      } else {
        var read = words.read(args[i]);
        System.out.println(read);
        simulated = simulated.with(((FaultWords.Planted) read).fault());
      }
    }
    var plugged = PluggedIn.NOTHING.withHarness(harness);
    if (dead) {
      plugged = plugged.with(simulated.setUp().deadTest().orElseThrow());
    }
    if (diag) {
      plugged = plugged.with(simulated.setUp().diagnostic().orElseThrow());
    }
    long t0 = System.nanoTime();
    var powered = simulated.powerUp(plugged, 1);
    System.out.println("build ms " + (System.nanoTime() - t0) / 1e6 + " " + powered.problems());
    var run = powered.run();
    if (Boolean.getBoolean("sleep")) {
      run.attendTo(List.of());
    }
    for (int i = 0; i < 10; i++) {
      t0 = System.nanoTime();
      long e0 = run.evaluations();
      powered.runMicros(ms * 100);
      double s = (System.nanoTime() - t0) / 1e9;
      System.out.printf(
          "at %.0f us: %s cycles %d stopped %s pc %04X ; %.1f ms wall, %.1f M evals/s, %.0f"
              + " evals/us%n",
          powered.micros(),
          "",
          powered.processor().orElseThrow().cycles(),
          powered.processor().orElseThrow().stopped(),
          powered.processor().orElseThrow().program(),
          s * 1e3,
          (run.evaluations() - e0) / s / 1e6,
          (run.evaluations() - e0) / (ms * 100.0));
    }
    run.attendToAll();
    System.out.println(powered.problems());
    var picture = new Monitor(powered, simulated.setUp().screen().orElseThrow()).watch();
    System.out.println(
        picture.map(p -> ScreenText.of(p, simulatedScreen(board))).orElse(List.of("no picture")));
  }

  private static BenchSetUp.Screen simulatedScreen(raconteur.core.board.Board board) {
    return BenchSetUp.of(board).screen().orElseThrow();
  }
}
