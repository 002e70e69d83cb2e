package raconteur.core.signal;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import raconteur.core.device.Signal;

/**
 * What one line did.
 *
 * @param name the net or pin
 * @param changes in the order of time, the first at the start
 * @param endPicos when the capture ended
 */
public record Track(String name, List<Change> changes, long endPicos) {

  /** Shorter pulses than this (a hazard of a gate or two) no probe shows. */
  private static final long SHORTEST_PICOS = 5_000;

  private static final double STEADY = 0.99;

  /** What stands on a line. */
  public enum State {
    LOW,
    HIGH,
    UNKNOWN,
    FLOATING,
    FIGHT
  }

  /** From a moment on, a state. */
  public record Change(long picos, State state) {}

  public Track {
    changes = List.copyOf(changes);
    if (changes.isEmpty()) {
      throw new IllegalArgumentException("a track begins with a state");
    }
  }

  private long startPicos() {
    return changes.getFirst().picos();
  }

  /** The share of the time a state stood. */
  public double share(State state) {
    long total = 0;
    for (int i = 0; i < changes.size(); i++) {
      long until = i + 1 < changes.size() ? changes.get(i + 1).picos() : endPicos;
      total += changes.get(i).state() == state ? until - changes.get(i).picos() : 0;
    }
    return endPicos == startPicos()
        ? (changes.getLast().state() == state ? 1 : 0)
        : (double) total / (endPicos - startPicos());
  }

  /** How often it went up and stayed there long enough for an instrument to see it. */
  public int rises() {
    return riseTimes().size();
  }

  private List<Long> riseTimes() {
    List<Long> times = new ArrayList<>();
    State level = State.UNKNOWN;
    for (int i = 0; i < changes.size(); i++) {
      long until = i + 1 < changes.size() ? changes.get(i + 1).picos() : endPicos;
      State state = changes.get(i).state();
      boolean plain = state == State.LOW || state == State.HIGH;
      if (plain && until - changes.get(i).picos() >= SHORTEST_PICOS) {
        if (state == State.HIGH && level == State.LOW) {
          times.add(changes.get(i).picos());
        }
        level = state;
      }
    }
    return times;
  }

  /** Rises a second between the first and the last; empty for fewer than two. */
  public OptionalDouble hertz() {
    List<Long> times = riseTimes();
    return times.size() < 2
        ? OptionalDouble.empty()
        : OptionalDouble.of((times.size() - 1) * 1e12 / (times.getLast() - times.getFirst()));
  }

  /** The share of the time it is high. */
  public double duty() {
    return share(State.HIGH);
  }

  /** What a logic probe makes of it. */
  public Signal asProbed() {
    double low = share(State.LOW);
    double high = share(State.HIGH);
    double fights = share(State.FIGHT);
    boolean moves = rises() > 0 && changes.size() > 2;
    return asProbed(moves, low, high, share(State.FLOATING), fights);
  }

  /**
   * What a logic probe makes of a line.
   *
   * @param moves whether it goes up more than the once of a reset
   * @param low the share of the time it is low, from 0 to 1; the others alike
   */
  public static Signal asProbed(
      boolean moves, double low, double high, double floats, double fights) {
    if (moves) {
      return Signal.TOGGLING;
    }
    if (fights > 0.5) {
      return Signal.BETWEEN;
    }
    if (low > STEADY) {
      return Signal.LOW;
    }
    if (high > STEADY) {
      return Signal.HIGH;
    }
    return floats > 0.5 ? Signal.FLOATING : Signal.DOUBTFUL;
  }
}
