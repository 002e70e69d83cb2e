package raconteur.core.predict;

import java.util.List;
import java.util.Map;
import java.util.function.IntFunction;
import raconteur.core.device.Gate;
import raconteur.core.device.Signal;

/**
 * A gate of a placed part, with its pins as numbers and with what it does on a healthy board.
 *
 * @param number which of the board's gates it is, from 0
 * @param output the pin it drives
 * @param pinByName the part's pins
 * @param inputs the pins it reads
 */
record CompiledGate(
    int number,
    Gate gate,
    int output,
    Map<String, Integer> pinByName,
    List<Integer> inputs,
    Signal healthyValue,
    Signal healthyEnable) {

  static CompiledGate of(
      int number, Gate gate, Map<String, Integer> pinByName, IntFunction<Signal> healthy) {
    Signal value =
        switch (gate.function()) {
          case Gate.Combinational c ->
              c.expression().signal(name -> healthy.apply(pinByName.get(name)));
          case Gate.Remembering _ -> Signal.TOGGLING;
        };
    Signal enable = gate.enable().signal(name -> healthy.apply(pinByName.get(name)));
    List<Integer> inputs = gate.inputs().stream().distinct().map(pinByName::get).toList();
    return new CompiledGate(
        number, gate, pinByName.get(gate.output()), pinByName, inputs, value, enable);
  }

  Signal enable(IntFunction<Signal> now) {
    return gate.enable().signal(name -> now.apply(pinByName.get(name)));
  }

  Signal value(IntFunction<Signal> now, IntFunction<Signal> healthy) {
    return switch (gate.function()) {
      case Gate.Combinational c -> c.expression().signal(name -> now.apply(pinByName.get(name)));
      case Gate.Remembering r -> remembering(r, now, healthy);
    };
  }

  /**
   * An output that remembers moves only while its clock does; an input that healthily rests and is
   * now held at the other level (a reset, a hold) stops it; a held data input makes it doubtful;
   * and what is only doubtful in front of it is not carried on, since it would reach everywhere.
   */
  private Signal remembering(
      Gate.Remembering gate, IntFunction<Signal> now, IntFunction<Signal> healthy) {
    int clockPin = pinByName.get(gate.clock());
    Signal clock = now.apply(clockPin);
    if (clock != healthy.apply(clockPin) && clock != Signal.TOGGLING) {
      return clock == Signal.DOUBTFUL || clock == Signal.BETWEEN ? Signal.DOUBTFUL : Signal.STILL;
    }
    Signal result = Signal.TOGGLING;
    for (int input : inputs) {
      Signal normal = healthy.apply(input);
      Signal seen = now.apply(input);
      if (seen == normal || seen == Signal.DOUBTFUL || seen == Signal.TOGGLING) {
        continue;
      }
      boolean resting = normal == Signal.LOW || normal == Signal.HIGH;
      if (resting && (seen == Signal.LOW || seen == Signal.HIGH)) {
        return Signal.STILL;
      }
      result = Signal.DOUBTFUL;
    }
    return result;
  }
}
