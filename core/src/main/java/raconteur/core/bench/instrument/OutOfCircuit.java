package raconteur.core.bench.instrument;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SortedSet;
import java.util.TreeSet;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.StuckCells;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.DeviceRun;
import raconteur.core.device.Level;
import raconteur.core.device.TestVectors;
import raconteur.core.device.VectorRow;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

/** One part out of its board with the faults it brought along, driven at its pins. */
final class OutOfCircuit {
  private final Device device;
  private boolean dead;
  private final Map<String, Level> inputs = new HashMap<>();
  private final Map<String, Level> outputs = new HashMap<>();
  private final List<PlantedFault.Cell> cells = new ArrayList<>();
  private int slowestNanos;

  OutOfCircuit(Board board, Part part, List<PlantedFault> faults) {
    device = part.device();
    String name = part.designator();
    for (PlantedFault fault : faults) {
      StuckCells.of(board, fault).stream().filter(c -> c.part().equals(name)).forEach(cells::add);
      switch (fault.wrong()) {
        case PlantedFault.Known(Fault known) -> note(name, known);
        case PlantedFault.Reads(var pin, Level level) when pin.part().equals(name) ->
            inputs.put(pin.number(), level);
        case PlantedFault.Slow(var pin, int nanos) when pin.part().equals(name) ->
            slowestNanos = Math.max(slowestNanos, nanos);
        case PlantedFault.Reads _,
            PlantedFault.Cell _,
            PlantedFault.Slow _,
            PlantedFault.Weak _,
            PlantedFault.Leak _ -> {}
      }
    }
  }

  private void note(String name, Fault fault) {
    if (fault.place() instanceof Place.OfPart(String part) && part.equals(name)) {
      dead |= fault.mode() == FaultMode.DEAD;
    }
    if (fault.place() instanceof Place.Load(String part, String _) && part.equals(name)) {
      // What shorts its rail has no supply of its own in the tester either.
      dead |= fault.mode().function() == FaultMode.Function.LOST;
    }
    if (fault.place() instanceof Place.Input(var pin) && pin.part().equals(name)) {
      inputs.put(pin.number(), Level.LOW);
    }
    if (fault.mode() != FaultMode.WEAK
        && fault.place() instanceof Place.Output(var pin)
        && pin.part().equals(name)) {
      outputs.put(
          pin.number(),
          switch (fault.mode().line()) {
            case HELD_LOW -> Level.LOW;
            case HELD_HIGH -> Level.HIGH;
            case LET_GO, WEAKLY_DRIVEN, OWN -> Level.FLOATING;
          });
    }
  }

  boolean dead() {
    return dead;
  }

  List<PlantedFault.Cell> cells() {
    return cells;
  }

  /** How late its latest output is beyond what it should be. */
  int slowestNanos() {
    return slowestNanos;
  }

  /** Whether anything is wrong with its function. */
  boolean wrong() {
    return dead || !inputs.isEmpty() || !outputs.isEmpty() || !cells.isEmpty();
  }

  Map<String, Level> stuckInputs() {
    return inputs;
  }

  Map<String, Level> stuckOutputs() {
    return outputs;
  }

  /** The gates that do not answer a tester's rows as they should; all of them for a dead part. */
  SortedSet<String> failingGates() {
    SortedSet<String> failing = new TreeSet<>();
    Map<String, String> gateOfPin = new HashMap<>();
    device
        .gateOutputs()
        .forEach(
            (gate, names) ->
                names.forEach(
                    n -> device.pinNamed(n).ifPresent(p -> gateOfPin.put(p.number(), gate))));
    if (dead) {
      failing.addAll(gateOfPin.values());
      return failing;
    }
    var run = new DeviceRun(device);
    for (VectorRow row : TestVectors.of(device).rows()) {
      Map<String, Level> driven = new HashMap<>(row.driven());
      driven.putAll(inputs);
      Map<String, Level> shown = new HashMap<>(run.apply(driven));
      outputs.forEach(shown::replace);
      row.shown()
          .forEach(
              (pin, expected) -> {
                boolean output =
                    device.pin(pin).map(DevicePin::kind).filter(k -> k.drives()).isPresent();
                if (output && expected != Level.UNKNOWN && shown.get(pin) != expected) {
                  failing.add(gateOfPin.getOrDefault(pin, pin));
                }
              });
    }
    return failing;
  }
}
