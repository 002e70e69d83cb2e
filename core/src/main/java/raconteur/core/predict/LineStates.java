package raconteur.core.predict;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import raconteur.core.device.Signal;

/**
 * What a line truly does, and what an instrument makes of it: two tables of {@code readings.json}
 * kept apart, since a line is in one state however often it is read, while every reading errs by
 * itself.
 *
 * <p>Distributions are arrays of {@link #COUNT} chances in the order of {@link #STATES}.
 */
final class LineStates {
  /** What a line can truly do. */
  static final Signal[] STATES = {
    Signal.TOGGLING, Signal.HIGH, Signal.LOW, Signal.FLOATING, Signal.BETWEEN
  };

  /** Where in that order what moves stands. */
  static final int MOVES = 0;

  static final int COUNT = STATES.length;

  private static final int SIGNALS = Signal.values().length;

  private final double[][] bySignal = new double[SIGNALS][];
  private final double[][] misreadings = new double[COUNT][COUNT];
  private final double[] idle;
  private final double[] halted;
  private final double[] unknown;
  private final double[] fetching;
  private final double[] disturbed;

  /** How often what stands, for whatever reason, stands just so at the next look; a judgement. */
  private static final double STANDS_ON = 0.9;

  /** How much less often a line is misread that somebody calls stuck, or dead; a judgement. */
  private static final double WATCHED = 0.4;

  /** What was seen to move behind a line may have been misread; a judgement. */
  private static final double HARDLY = 0.02;

  private final double[] driven;
  private final double[] swayed;
  private final double[] starved;
  private final double[] meeting;
  private final double[] requested;
  private final double[] logic;
  private final double[] released;
  private final double[] heldUp;

  LineStates(Readings readings) {
    for (Signal signal : Signal.values()) {
      bySignal[signal.ordinal()] = row(readings, "line", word(signal));
    }
    for (int truly = 0; truly < COUNT; truly++) {
      misreadings[truly] = row(readings, "probe", word(STATES[truly]));
    }
    idle = row(readings, "line", "idle");
    halted = row(readings, "line", "halted");
    unknown = row(readings, "line", "unknown");
    fetching = row(readings, "line", "fetching");
    disturbed = row(readings, "line", "disturbed");
    driven = row(readings, "line", "driven");
    swayed = row(readings, "line", "swayed");
    starved = row(readings, "line", "starved");
    meeting = row(readings, "line", "meeting");
    requested = row(readings, "line", "requested");
    logic = row(readings, "line", "logic");
    released = row(readings, "line", "released");
    heldUp = row(readings, "line", "held up");
  }

  private static double[] row(Readings readings, String test, String condition) {
    return Arrays.stream(STATES)
        .mapToDouble(s -> readings.chance(test, condition, word(s)))
        .toArray();
  }

  static String word(Signal signal) {
    return signal.name().toLowerCase(Locale.ROOT);
  }

  /** What a line does where this is predicted of it. Not to be changed, like all rows here. */
  double[] predicted(Signal signal) {
    return bySignal[signal.ordinal()];
  }

  /** The same; empty where nothing is known of it. */
  double[] predicted(Optional<Signal> signal) {
    return signal.map(this::predicted).orElse(unknown);
  }

  /** A line that a resistor holds up until one of several outputs pulls it, such as a request. */
  double[] requested() {
    return requested;
  }

  /** What comes out of small logic of which nobody wrote down what goes in. */
  double[] logic() {
    return logic;
  }

  /** A line whose program may stand still. */
  double[] idle() {
    return idle;
  }

  /** A line whose program stands still, by what other lines show. */
  double[] halted() {
    return halted;
  }

  /**
   * A line whose program stands still while every output on it may have let go of it.
   *
   * @param up whether a resistor holds it up then
   */
  double[] released(boolean up) {
    return up ? heldUp : released;
  }

  /** The same where the program may as well run. */
  double[] idleOrReleased(boolean up) {
    return mixed(idle[MOVES], predicted(Signal.TOGGLING), released(up));
  }

  /** A processor's own line while its program is lost: it goes on fetching, whatever that is. */
  double[] fetching() {
    return fetching;
  }

  /** A line that a fault may disturb, while other lines show that the program runs. */
  double[] disturbed() {
    return disturbed;
  }

  /** A line of which nothing is known but that an output always drives it. */
  double[] driven() {
    return driven;
  }

  /** A line driven by a good output whose inputs are not what they should be. */
  double[] swayed() {
    return swayed;
  }

  /** A line driven by what gets too little supply to work. */
  double[] starved() {
    return starved;
  }

  /** A line that stood, after something was changed that has nothing to do with it. */
  double[] standingOn(Signal level) {
    return mixed(STANDS_ON, predicted(level), halted);
  }

  /** The output of a gate two of whose inputs move: they may never meet. */
  double[] meeting() {
    return meeting;
  }

  /**
   * How likely each true state shows as one of some signals.
   *
   * @param shown more than one where an instrument cannot tell them apart
   * @param watched whether it was looked at until it was sure: then it is misread less often
   */
  double[] reading(Set<Signal> shown, boolean watched) {
    double[] chances = new double[COUNT];
    for (int truly = 0; truly < COUNT; truly++) {
      for (int s = 0; s < COUNT; s++) {
        chances[truly] += shown.contains(STATES[s]) ? misreadings[truly][s] : 0;
      }
      chances[truly] *= watched && !shown.contains(STATES[truly]) ? WATCHED : 1;
    }
    return chances;
  }

  /** What is left of a line that must come to some levels: it hardly rests at the other. */
  static double[] comingTo(Set<Signal> levels, double[] chances) {
    double[] left = chances.clone();
    double all = 0;
    for (int state = 0; state < COUNT; state++) {
      boolean rests = STATES[state] == Signal.HIGH || STATES[state] == Signal.LOW;
      boolean comes = levels.size() == 1 && levels.contains(STATES[state]);
      left[state] *= rests && !comes ? HARDLY : 1;
      all += left[state];
    }
    for (int state = 0; state < COUNT; state++) {
      left[state] /= all;
    }
    return left;
  }

  /** Two distributions mixed. */
  static double[] mixed(double share, double[] one, double[] other) {
    double[] sum = new double[COUNT];
    for (int i = 0; i < COUNT; i++) {
      sum[i] = share * one[i] + (1 - share) * other[i];
    }
    return sum;
  }
}
