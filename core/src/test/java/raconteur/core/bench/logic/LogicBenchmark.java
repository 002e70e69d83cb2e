package raconteur.core.bench.logic;

import raconteur.core.Boards;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.SimulatedBoard;

/** The Kittiwake simulated event by event and plainly; run by {@code ./benchmark}. */
final class LogicBenchmark {
  private LogicBenchmark() {}

  public static void main(String[] args) {
    Circuit circuit =
        new SimulatedBoard(Boards.KITTIWAKE_B).powerUp(PluggedIn.NOTHING, 1).circuit();
    System.out.println(circuit.cellCount() + " cells, " + circuit.netNames().size() + " nets");
    PlainRun.sideBySide(circuit, 5_000).forEach(System.out::println);
  }
}
