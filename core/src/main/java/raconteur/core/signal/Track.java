package raconteur.core.signal;

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

  /** How often it went up. */
  public int rises() {
    int rises = 0;
    State level = State.UNKNOWN;
    for (Change change : changes) {
      if (change.state() == State.HIGH && level == State.LOW) {
        rises++;
      }
      boolean plain = change.state() == State.LOW || change.state() == State.HIGH;
      level = plain ? change.state() : level;
    }
    return rises;
  }

  /** Rises a second between the first and the last; empty for fewer than two. */
  public OptionalDouble hertz() {
    long first = -1;
    long last = -1;
    int count = 0;
    State level = State.UNKNOWN;
    for (Change change : changes) {
      if (change.state() == State.HIGH && level == State.LOW) {
        first = first < 0 ? change.picos() : first;
        last = change.picos();
        count++;
      }
      boolean plain = change.state() == State.LOW || change.state() == State.HIGH;
      level = plain ? change.state() : level;
    }
    return count < 2
        ? OptionalDouble.empty()
        : OptionalDouble.of((count - 1) * 1e12 / (last - first));
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
    if (rises() > 0 && changes.size() > 2) {
      return Signal.TOGGLING;
    }
    if (fights > 0.5) {
      return Signal.BETWEEN;
    }
    if (low > 0.99) {
      return Signal.LOW;
    }
    if (high > 0.99) {
      return Signal.HIGH;
    }
    if (share(State.FLOATING) > 0.5) {
      return Signal.FLOATING;
    }
    return changes.size() > 2 ? Signal.TOGGLING : Signal.DOUBTFUL;
  }
}
