package raconteur.core.predict;

import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import raconteur.core.bench.program.LinesText;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;

/**
 * What a probe shows on the simulated board with one fault alone, as far as the shipped lines have
 * it. Most faults leave most lines alone, so only what differs is kept. Thread safe.
 */
final class SimulatedLines {
  private final Map<PinRef, Signal> healthy;
  private final Map<String, Map<PinRef, Signal>> changed;
  private final Map<Fault, Optional<Map<PinRef, Signal>>> found = new ConcurrentHashMap<>();

  SimulatedLines(Board board) {
    LinesText.Lines lines = LinesText.shipped(board);
    healthy = lines.healthy();
    changed = new HashMap<>(lines.changed());
    SimulatedAnswers.unknown(board)
        .forEach(
            fault -> changed.computeIfPresent(fault.toString(), (_, c) -> c.isEmpty() ? null : c));
  }

  /** What a pin shows on the healthy board, where it was watched. */
  Optional<Signal> healthy(PinRef pin) {
    return Optional.ofNullable(healthy.get(pin));
  }

  /** Whether a pin was watched on the healthy board and with the fault. */
  boolean knows(Fault fault, PinRef pin) {
    return healthy.containsKey(pin) && linesOf(fault).isPresent();
  }

  /** What a fault makes a pin show; empty where it is as on the healthy board, or not known. */
  Optional<Signal> changeAt(Fault fault, PinRef pin) {
    return linesOf(fault)
        .map(lines -> lines.get(pin))
        .filter(shown -> shown != healthy.get(pin))
        .map(SimulatedLines::onTheProbe);
  }

  /**
   * A line that now fights, now floats and never rises lights neither lamp of a probe steadily:
   * that is how a stuck output shows on lines it shares.
   */
  private static Signal onTheProbe(Signal shown) {
    return shown == Signal.DOUBTFUL ? Signal.BETWEEN : shown;
  }

  /** By the fault itself, because its words are long to make. */
  private Optional<Map<PinRef, Signal>> linesOf(Fault fault) {
    return found.computeIfAbsent(fault, f -> Optional.ofNullable(changed.get(f.toString())));
  }
}
