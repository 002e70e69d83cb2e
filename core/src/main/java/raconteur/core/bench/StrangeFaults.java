package raconteur.core.bench;

import java.util.List;
import java.util.SplittableRandom;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Level;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

/**
 * Faults as old boards have them and the engine's catalogue does not: outputs that come late or
 * hold nothing, inputs that read one level, bridges between any two nets, loads of any size, and
 * faults that are there at times only.
 */
final class StrangeFaults {
  private final Board board;
  private final List<PinRef> outputs;
  private final List<PinRef> inputs;
  private final List<Net> signals;

  StrangeFaults(Board board) {
    this.board = board;
    this.signals =
        board.nets().stream()
            .filter(n -> !board.isSupply(n.name()) && n.path().size() > 1)
            .toList();
    List<PinRef> pins = signals.stream().flatMap(n -> n.path().stream()).toList();
    this.outputs = pins.stream().filter(p -> board.kind(p).drives()).toList();
    this.inputs = pins.stream().filter(p -> board.kind(p).reads()).toList();
  }

  /**
   * Draws one.
   *
   * @param known a fault of the catalogue: it may come and go in the stranger's place
   */
  PlantedFault draw(PlantedFault known, SplittableRandom dice) {
    if (outputs.isEmpty() || inputs.isEmpty() || signals.size() < 2) {
      return known;
    }
    return switch (dice.nextInt(6)) {
      case 0 -> PlantedFault.of(new PlantedFault.Slow(any(outputs, dice), 60 + dice.nextInt(200)));
      case 1 -> PlantedFault.of(new PlantedFault.Weak(any(outputs, dice)));
      case 2 ->
          PlantedFault.of(
              new PlantedFault.Reads(
                  any(inputs, dice), dice.nextBoolean() ? Level.LOW : Level.HIGH));
      case 3 -> bridge(dice);
      case 4 -> leak(known, dice);
      default -> new PlantedFault(known.wrong(), 0.3 + 0.6 * dice.nextDouble(), 0);
    };
  }

  private PlantedFault bridge(SplittableRandom dice) {
    Net one = any(signals, dice);
    Net other = any(signals, dice);
    while (other.equals(one)) {
      other = any(signals, dice);
    }
    Place bridge =
        new Place.Bridge(any(one.path(), dice), any(other.path(), dice), one.name(), other.name());
    return PlantedFault.of(new Fault(bridge, FaultMode.SHORT));
  }

  private PlantedFault leak(PlantedFault known, SplittableRandom dice) {
    PinRef pin = any(outputs, dice);
    return board.rails().stream()
        .filter(
            rail ->
                board.net(rail.net()).stream()
                    .flatMap(n -> n.path().stream())
                    .anyMatch(p -> p.part().equals(pin.part())))
        .findFirst()
        .map(
            rail ->
                PlantedFault.of(
                    new PlantedFault.Leak(pin.part(), rail.name(), 3 + dice.nextInt(120))))
        .orElse(known);
  }

  private static <T> T any(List<T> all, SplittableRandom dice) {
    return all.get(dice.nextInt(all.size()));
  }
}
