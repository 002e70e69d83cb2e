package raconteur.core.predict;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.IntStream;
import raconteur.core.device.Expression;
import raconteur.core.device.Gate;
import raconteur.core.device.Signal;

/**
 * What a gate makes of every combination of true states at its inputs: 5<sup>n</sup> rows, worked
 * out once.
 */
final class GateTable {
  /** A gate with more inputs than this is not followed: every state of each is summed over. */
  static final int MOST_INPUTS = 4;

  /** How far apart the rows are that differ in one input only. */
  static final int[] STRIDES = {1, 5, 25, 125};

  private final List<double[]> rows;

  private GateTable(List<double[]> rows) {
    this.rows = List.copyOf(rows);
  }

  /**
   * @param inputs the numbers of the pins that are no supplies, at most {@link #MOST_INPUTS}
   * @param supplies what the other pins rest at
   * @param usual what the output shows on a good board, where that is known
   */
  static GateTable of(
      CompiledGate gate,
      List<Integer> inputs,
      Map<Integer, Signal> supplies,
      Optional<Signal> usual,
      LineStates states) {
    List<double[]> rows = new ArrayList<>();
    int count = 1;
    for (int i = 0; i < inputs.size(); i++) {
      count *= LineStates.COUNT;
    }
    for (int row = 0; row < count; row++) {
      Map<Integer, Signal> now = new HashMap<>(supplies);
      int moving = 0;
      for (int i = 0; i < inputs.size(); i++) {
        Signal state = LineStates.STATES[row / STRIDES[i] % LineStates.COUNT];
        moving += state == Signal.TOGGLING ? 1 : 0;
        now.put(inputs.get(i), state);
      }
      rows.add(made(gate, now, moving, usual, states));
    }
    return new GateTable(rows);
  }

  /** Whether what goes in decides what comes out, though some of it is not known. */
  static boolean decides(CompiledGate gate, Map<Integer, Signal> now) {
    Signal shown = shown(gate, now);
    return shown == Signal.LOW || shown == Signal.HIGH || shown == Signal.FLOATING;
  }

  /** What a gate without memory shows of these states at its inputs. */
  static Signal shown(CompiledGate gate, Map<Integer, Signal> now) {
    Signal enabled = gate.enable(i -> Objects.requireNonNull(now.get(i)));
    if (enabled == Signal.LOW) {
      return Signal.FLOATING;
    }
    if (enabled != Signal.HIGH || !(gate.gate().function() instanceof Gate.Combinational c)) {
      return Signal.DOUBTFUL;
    }
    Map<String, Integer> pins = gate.pinByName();
    return c.expression()
        .signal(name -> Objects.requireNonNull(now.get(Objects.requireNonNull(pins.get(name)))));
  }

  /** The same where what comes out is expected to move for more reasons than what goes in. */
  GateTable mostlyMoving(double share, LineStates states) {
    return new GateTable(
        rows.stream()
            .map(row -> LineStates.mixed(share, states.predicted(Signal.TOGGLING), row))
            .toList());
  }

  /** The same on a line that others may pull down while this one lets go of it. */
  GateTable besideOthers(LineStates states) {
    return new GateTable(
        rows.stream().map(row -> row[HIGH] > ENOUGH_TO_MOVE ? states.requested() : row).toList());
  }

  private static int rows(int inputs) {
    return (int) Math.round(Math.pow(LineStates.COUNT, inputs));
  }

  private static Signal state(int row, int input) {
    return LineStates.STATES[row / STRIDES[input] % LineStates.COUNT];
  }

  /** Whether an input moves in a row. */
  private static boolean moves(int row, int input) {
    return state(row, input) == Signal.TOGGLING;
  }

  /** A comparator or an amplifier: what moves at an input moves its output, mostly. */
  static GateTable ofAnalogue(int inputs, LineStates states) {
    List<double[]> rows = new ArrayList<>();
    double[] moves =
        LineStates.mixed(FOLLOWS, states.predicted(Signal.TOGGLING), states.predicted(NOT_SAID));
    for (int row = 0; row < rows(inputs); row++) {
      int each = row;
      boolean moving = IntStream.range(0, inputs).anyMatch(i -> moves(each, i));
      rows.add(moving ? moves : states.predicted(NOT_SAID));
    }
    return new GateTable(rows);
  }

  /**
   * A chip of many inputs of which some were read: where all of those move, its output mostly does;
   * where its clock stands, it stands. One that lets the chip work may rest at that level, while
   * others move. Common practice, no source.
   *
   * @param working by input, the level at which it lets the chip work, of those that do
   * @param clocked whether the first of the inputs is its clock
   * @param follows how surely its output moves where all those inputs do
   */
  static GateTable ofSome(
      List<Optional<Signal>> working, boolean clocked, Follows follows, LineStates states) {
    int inputs = working.size();
    double[] moves =
        LineStates.mixed(
            follows.share, states.predicted(Signal.TOGGLING), states.predicted(NOT_SAID));
    List<double[]> rows = new ArrayList<>();
    for (int row = 0; row < rows(inputs); row++) {
      int each = row;
      boolean all =
          IntStream.range(0, inputs).anyMatch(i -> moves(each, i))
              && IntStream.range(0, inputs)
                  .allMatch(
                      i ->
                          moves(each, i)
                              || working.get(i).filter(at -> at == state(each, i)).isPresent());
      boolean stands = clocked && !moves(each, 0);
      rows.add(all ? moves : stands ? states.predicted(Signal.STILL) : states.predicted(NOT_SAID));
    }
    return new GateTable(rows);
  }

  /** How surely the output of many inputs moves with some of them (judgement, no source). */
  enum Follows {
    MOSTLY(0.95),
    /** It usually moves on any board, too. */
    AS_USUAL(0.985),
    /** Every address comes by, and the board was seen to do so in the simulation. */
    SURELY(0.998),
    /** What somebody programmed, or what is stored, decides as well. */
    OFTEN(0.8),
    /** Another output of the same chip stands too: they may well do so for one reason. */
    LIKE_ITS_TWIN(0.3);

    private final double share;

    Follows(double share) {
      this.share = share;
    }
  }

  /** How surely it follows; what small swings do is not known (judgement, no source). */
  private static final double FOLLOWS = 0.97;

  private static final int HIGH = List.of(LineStates.STATES).indexOf(Signal.HIGH);

  /** A function that moves by more than half is one that moves. */
  private static final double ENOUGH_TO_MOVE = 0.5;

  private static final Optional<Signal> NOT_SAID = Optional.empty();

  private static double[] made(
      CompiledGate gate,
      Map<Integer, Signal> now,
      int moving,
      Optional<Signal> usual,
      LineStates states) {
    Signal enabled = gate.enable(i -> Objects.requireNonNull(now.get(i)));
    if (enabled == Signal.LOW) {
      return states.predicted(Signal.FLOATING);
    }
    double[] enabledNow =
        switch (gate.gate().function()) {
          case Gate.Combinational c -> combined(gate, c.expression(), now, moving, usual, states);
          case Gate.Remembering r -> states.predicted(remembered(gate, r, now, usual));
        };
    if (enabled == Signal.HIGH) {
      return enabledNow;
    }
    // What moves while it is let through moves, if it ever does then: that is as with two inputs.
    return enabled == Signal.TOGGLING && enabledNow[LineStates.MOVES] > ENOUGH_TO_MOVE
        ? usual.map(states::predicted).orElse(states.meeting())
        : states.predicted(Signal.DOUBTFUL);
  }

  /** What remembers stands while its clock does; a register also while what it takes in rests. */
  private static Signal remembered(
      CompiledGate gate,
      Gate.Remembering function,
      Map<Integer, Signal> now,
      Optional<Signal> usual) {
    Optional<Signal> data = function.data().map(name -> now.get(gate.pinByName().get(name)));
    boolean fed = data.filter(d -> d == Signal.LOW || d == Signal.HIGH).isEmpty();
    return fed && now.get(gate.pinByName().get(function.clock())) == Signal.TOGGLING
        ? usual.orElse(Signal.TOGGLING)
        : Signal.STILL;
  }

  private static double[] combined(
      CompiledGate gate,
      Expression function,
      Map<Integer, Signal> now,
      int moving,
      Optional<Signal> usual,
      LineStates states) {
    Map<String, Signal> pins = new HashMap<>();
    function
        .pins()
        .forEach(
            name ->
                pins.put(
                    name,
                    Objects.requireNonNull(
                        now.get(Objects.requireNonNull(gate.pinByName().get(name))))));
    Signal value = function.signal(pins::get);
    if (value == Signal.TOGGLING && moving > 1 && mustMeet(function, pins)) {
      // Whether two that move ever meet, who described the board knows.
      return usual.map(states::predicted).orElse(states.meeting());
    }
    return states.predicted(value);
  }

  /**
   * Whether two of the moving inputs, each resting, would hold the output: as at a NAND, but
   * neither at a selector nor at an exclusive or.
   */
  private static boolean mustMeet(Expression function, Map<String, Signal> pins) {
    return pins.keySet().stream()
            .filter(name -> pins.get(name) == Signal.TOGGLING)
            .filter(name -> holds(function, pins, name))
            .count()
        > 1;
  }

  private static boolean holds(Expression function, Map<String, Signal> pins, String name) {
    return List.of(Signal.LOW, Signal.HIGH).stream()
        .anyMatch(
            rest -> function.signal(p -> p.equals(name) ? rest : pins.get(p)) != Signal.TOGGLING);
  }

  /** The chances of the output's states. Not to be changed. */
  double[] row(int number) {
    return rows.get(number);
  }
}
