package raconteur.core.signal;

import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import raconteur.core.device.Signal;
import raconteur.core.finding.LogicLevels;
import raconteur.core.signal.Track.State;

/**
 * What is remembered of one line while a recording of any length goes by: how long it stood how,
 * how often it rose, and a mark of everything it did, by which lines that did the same are known.
 * Bounded: the changes themselves are not kept.
 */
final class LineDigest {
  private static final long PRIME = 0x100000001B3L;
  private static final long BASIS = 0xCBF29CE484222325L;

  /** Shorter pulses than this no probe shows. */
  private static final long SHORTEST_PICOS = 5_000;

  /** What rings less than this about zero is a line that is low; common practice, no source. */
  private static final double SWING_VOLTS = 0.05;

  private final String name;
  private State state = State.UNKNOWN;
  private State level = State.UNKNOWN;
  private long sincePicos;
  private boolean seen;
  private long lowPicos;
  private long highPicos;
  private long floatingPicos;
  private long otherPicos;
  private long changes;
  private long rises;
  private long falls;
  private long turnedPicos = -1;
  private double leastVolts = Double.POSITIVE_INFINITY;
  private double mostVolts = Double.NEGATIVE_INFINITY;
  private long firstRise = -1;
  private long lastRise = -1;
  private long mark = BASIS;
  private long inverse = BASIS;
  private final EdgeTimes edges = new EdgeTimes();
  private State first = State.UNKNOWN;

  LineDigest(String name) {
    this.name = name;
  }

  String name() {
    return name;
  }

  State state() {
    return state;
  }

  void volts(double volts) {
    leastVolts = Math.min(leastVolts, volts);
    mostVolts = Math.max(mostVolts, volts);
  }

  void change(long picos, State to) {
    if (seen && to == state) {
      return;
    }
    // A simulator's lines are unknown until something first drives them: that is no change yet.
    boolean begins = changes == 0 && state == State.UNKNOWN;
    if (seen && !begins) {
      pass(picos);
      first = changes == 0 ? to : first;
      changes++;
      edges.add(picos);
    }
    seen = true;
    state = to;
    sincePicos = picos;
    mark = mixed(mark, picos, to);
    inverse = mixed(inverse, picos, opposite(to));
  }

  private static State opposite(State of) {
    return switch (of) {
      case LOW -> State.HIGH;
      case HIGH -> State.LOW;
      case UNKNOWN, FLOATING, FIGHT -> of;
    };
  }

  /** FNV-1a over time and level (Fowler, Noll and Vo), eight bits at a time. */
  private static long mixed(long mark, long picos, State to) {
    long mixed = mark;
    for (long rest = picos; rest != 0; rest >>>= 8) {
      mixed = (mixed ^ (rest & 0xFF)) * PRIME;
    }
    return (mixed ^ (to.ordinal() + 1)) * PRIME;
  }

  private void pass(long until) {
    long lasted = Math.max(0, until - sincePicos);
    switch (state) {
      case LOW -> lowPicos += lasted;
      case HIGH -> highPicos += lasted;
      case FLOATING -> floatingPicos += lasted;
      case UNKNOWN, FIGHT -> otherPicos += lasted;
    }
    boolean plain = state == State.LOW || state == State.HIGH;
    if (plain && lasted >= SHORTEST_PICOS) {
      if (state == State.HIGH && level == State.LOW) {
        rises++;
        firstRise = firstRise < 0 ? sincePicos : firstRise;
        lastRise = sincePicos;
      }
      falls += state == State.LOW && level == State.HIGH ? 1 : 0;
      turnedPicos = level != State.UNKNOWN && level != state ? sincePicos : turnedPicos;
      level = state;
    }
  }

  /** What it did up to the end of the recording. */
  Recording.Line line(long endPicos) {
    if (seen) {
      pass(endPicos);
      sincePicos = endPicos;
    }
    double all = Math.max(1, lowPicos + highPicos + floatingPicos + otherPicos);
    return new Recording.Line(
        name,
        shown(all),
        rises < 2
            ? OptionalDouble.empty()
            : OptionalDouble.of((rises - 1) * 1e12 / (lastRise - firstRise)),
        highPicos / all,
        changes,
        mark,
        inverse,
        first == State.HIGH,
        edges.kept(),
        hasVolts() ? Optional.of(new Recording.Span(leastVolts, mostVolts)) : Optional.empty());
  }

  /** What its volts or its one change say that its level does not. */
  Optional<String> remark() {
    if (swingsAboutZero()) {
      return Optional.of(
          String.format(
              Locale.ROOT,
              "%s swings about zero, from %.3g to %.3g V: an input coupled for AC says nothing of"
                  + " a level.",
              name,
              leastVolts,
              mostVolts));
    }
    if (hasVolts() && mostVolts < LogicLevels.MOST_LOW_VOLTS && mostVolts - leastVolts > 0.1) {
      return Optional.of(
          String.format(
              Locale.ROOT,
              "%s moves between %.3g and %.3g V, all of it low: or behind a probe the instrument"
                  + " knew nothing of.",
              name,
              leastVolts,
              mostVolts));
    }
    return rises + falls == 1
        ? Optional.of(
            String.format(
                Locale.ROOT,
                "%s %s once, after %.3g ms.",
                name,
                rises == 1 ? "rises" : "falls",
                turnedPicos / 1e9))
        : Optional.empty();
  }

  private boolean hasVolts() {
    return mostVolts >= leastVolts;
  }

  private boolean swingsAboutZero() {
    return hasVolts()
        && leastVolts < -SWING_VOLTS
        && mostVolts > SWING_VOLTS
        && mostVolts < LogicLevels.LEAST_HIGH_VOLTS
        && -leastVolts > mostVolts / 3;
  }

  private Signal shown(double all) {
    if (swingsAboutZero()) {
      return Signal.DOUBTFUL;
    }
    if (rises > 0 && rises + falls > 1) {
      return Signal.TOGGLING;
    }
    if (otherPicos / all > 0.5) {
      return Signal.BETWEEN;
    }
    if (floatingPicos / all > 0.5) {
      return Signal.FLOATING;
    }
    if (lowPicos / all > 0.99) {
      return Signal.LOW;
    }
    return highPicos / all > 0.99 ? Signal.HIGH : Signal.DOUBTFUL;
  }
}
