package raconteur.core.bench.program;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.TreeSet;
import java.util.function.BiConsumer;
import java.util.function.BooleanSupplier;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.PoweredBoard;
import raconteur.core.bench.Recorder;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.signal.Track;

/**
 * What a logic probe would show at every pin of a board some time after it was switched on: all
 * lines are recorded over the same stretch, in pieces so that little is held at a time.
 */
public final class LineStates {
  private static final long START_MICROS = 24_010;
  private static final int PIECES = 8;
  private static final long PIECE_MICROS = 250;

  /** The seed of the runs that are kept. */
  public static final long SEED = 1;

  private LineStates() {}

  /**
   * Switches a board on and looks at all its signal pins; about as long as a start-up and a half.
   *
   * @return by pin; pins of supply nets and pins without a net are left out
   */
  public static Map<PinRef, Signal> of(SimulatedBoard board, long seed) {
    PoweredBoard on =
        board.powerUp(PluggedIn.NOTHING, 0, List.of(), LogicRun.PowerUp.AS_IT_FALLS, seed);
    on.run().attendTo(List.of());
    on.runMicros(START_MICROS);
    on.run().attendToAll();
    Map<PinRef, Integer> netOfPin = new HashMap<>();
    for (Net net : board.board().nets()) {
      if (!board.board().isSupply(net.name())) {
        for (PinRef pin : net.path()) {
          OptionalInt number = on.net(pin);
          number.ifPresent(n -> netOfPin.put(pin, n));
        }
      }
    }
    List<Recorder.Line> lines =
        new TreeSet<>(netOfPin.values())
            .stream().map(n -> new Recorder.Line(n, String.valueOf(n))).toList();
    Map<Integer, Signal> states = new HashMap<>();
    for (int piece = 0; piece < PIECES; piece++) {
      List<Track> tracks = Recorder.record(on, lines, PIECE_MICROS).tracks();
      for (int i = 0; i < lines.size(); i++) {
        states.merge(lines.get(i).net(), tracks.get(i).asProbed(), LineStates::together);
      }
    }
    Map<PinRef, Signal> shown = new HashMap<>();
    netOfPin.forEach((pin, net) -> shown.put(pin, states.get(net)));
    return shown;
  }

  /**
   * The lines of many faults, each by itself.
   *
   * @param answered told of each fault's lines as they come, from any of the threads
   * @param stop asked before each run
   */
  public static void run(
      SimulatedBoard board,
      List<Fault> faults,
      int threads,
      BiConsumer<Fault, Map<PinRef, Signal>> answered,
      BooleanSupplier stop) {
    FaultRuns.of(
        faults,
        threads,
        fault -> answered.accept(fault, of(board.with(List.of(PlantedFault.of(fault))), SEED)),
        stop);
  }

  /** What two stretches show together. */
  private static Signal together(Signal one, Signal other) {
    if (one == other) {
      return one;
    }
    boolean levels =
        (one == Signal.LOW || one == Signal.HIGH) && (other == Signal.LOW || other == Signal.HIGH);
    boolean moves = one == Signal.TOGGLING || other == Signal.TOGGLING;
    return levels || moves ? Signal.TOGGLING : Signal.DOUBTFUL;
  }
}
