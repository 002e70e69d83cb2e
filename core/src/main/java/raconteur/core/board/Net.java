package raconteur.core.board;

import java.util.List;
import java.util.Optional;
import raconteur.core.device.Signal;

/**
 * Pins that belong together.
 *
 * @param path the pins, in the order the copper passes them where the board knows it
 * @param healthyOrNone what a probe shows on a good running board, one or none
 */
public record Net(String name, List<PinRef> path, List<Signal> healthyOrNone) {
  public Net {
    path = List.copyOf(path);
    healthyOrNone = List.copyOf(healthyOrNone);
  }

  public Optional<Signal> healthy() {
    return healthyOrNone.stream().findFirst();
  }

  public Net withPath(List<PinRef> other) {
    return new Net(name, other, healthyOrNone);
  }

  public Net withHealthy(Signal signal) {
    return new Net(name, path, List.of(signal));
  }
}
