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
  private final Map<PinRef, Integer> numbers = new HashMap<>();
  private final Map<String, Map<PinRef, Signal>> changed;
  private final Map<Fault, Optional<With>> found = new ConcurrentHashMap<>();

  /** Where nothing was simulated. */
  static final SimulatedLines NONE = new SimulatedLines(LinesText.Lines.NONE);

  SimulatedLines(Board board) {
    this(LinesText.shipped(board));
    SimulatedAnswers.unknown(board)
        .forEach(
            fault -> changed.computeIfPresent(fault.toString(), (_, c) -> c.isEmpty() ? null : c));
  }

  private SimulatedLines(LinesText.Lines lines) {
    healthy = lines.healthy();
    healthy.keySet().forEach(pin -> numbers.put(pin, numbers.size()));
    changed = new HashMap<>(lines.changed());
  }

  /** What a pin shows on the healthy board, where it was watched. */
  Optional<Signal> healthy(PinRef pin) {
    return Optional.ofNullable(healthy.get(pin));
  }

  /** The number of a pin that was watched; negative for another. */
  int number(PinRef pin) {
    return numbers.getOrDefault(pin, -1);
  }

  /** What the board showed with one fault. */
  @SuppressWarnings("ArrayRecordComponent")
  record With(Signal[] changes) {

    /** What the fault makes a watched pin show; empty where it is as on the healthy board. */
    Optional<Signal> changeAt(int number) {
      return Optional.ofNullable(changes[number]);
    }
  }

  /** What the board showed with a fault; empty where that is not known. */
  Optional<With> with(Fault fault) {
    if (changed.isEmpty()) {
      return Optional.empty();
    }
    Optional<With> known = found.get(fault);
    return known == null ? found.computeIfAbsent(fault, this::find) : known;
  }

  private Optional<With> find(Fault fault) {
    return Optional.ofNullable(changed.get(fault.toString()))
        .map(
            lines -> {
              Signal[] changes = new Signal[numbers.size()];
              lines.forEach(
                  (pin, shown) -> {
                    if (numbers.containsKey(pin) && shown != healthy.get(pin)) {
                      changes[number(pin)] = onTheProbe(shown);
                    }
                  });
              return new With(changes);
            });
  }

  /**
   * A line that now fights, now floats and never rises lights neither lamp of a probe steadily:
   * that is how a stuck output shows on lines it shares.
   */
  private static Signal onTheProbe(Signal shown) {
    return shown == Signal.DOUBTFUL ? Signal.BETWEEN : shown;
  }
}
