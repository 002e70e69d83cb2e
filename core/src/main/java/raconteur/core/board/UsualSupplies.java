package raconteur.core.board;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;

/**
 * Supply pins of which nobody wrote down where they go: on a board whose nets are typed they hang
 * on the only rail of the volts they want, and on its ground. Nobody types these pins one by one,
 * and without them nothing would load a rail.
 *
 * <p>Cost: once through the pins.
 */
final class UsualSupplies {
  private UsualSupplies() {}

  /** The nets of a board with those pins. */
  static List<Net> of(BoardContents contents, Collection<Part> parts, Collection<Rail> rails) {
    Set<PinRef> known = new HashSet<>();
    contents.nets().forEach(net -> known.addAll(net.path()));
    contents.noConnects().forEach(nc -> known.add(nc.pin()));
    Map<String, List<PinRef>> more = new LinkedHashMap<>();
    for (Part part : parts) {
      if (!part.fitted() || part.device().isRegulator() || part.device().isContact()) {
        continue;
      }
      for (DevicePin pin : part.device().pins()) {
        PinRef ref = part.pin(pin.number());
        if (pin.kind() == PinKind.SUPPLY && !known.contains(ref)) {
          net(contents, part, pin, rails)
              .ifPresent(net -> more.computeIfAbsent(net, _ -> new ArrayList<>()).add(ref));
        }
      }
    }
    return contents.nets().stream().map(net -> with(net, more.get(net.name()))).toList();
  }

  private static Net with(Net net, List<PinRef> more) {
    return more == null
        ? net
        : net.withPath(Stream.concat(net.path().stream(), more.stream()).toList());
  }

  private static Optional<String> net(
      BoardContents contents, Part part, DevicePin pin, Collection<Rail> rails) {
    String wants = Optional.ofNullable(part.device().supplies().get(pin.name())).orElse(pin.name());
    if (SupplyName.isGround(wants)) {
      return Optional.of(contents.ground()).filter(ground -> !ground.isEmpty());
    }
    Optional<Double> volts = SupplyName.wantedBy(part.device(), pin);
    List<String> fitting =
        rails.stream()
            .filter(rail -> volts.isPresent() && volts.get() == rail.volts())
            .map(Rail::net)
            .distinct()
            .toList();
    return fitting.size() == 1 ? Optional.of(fitting.getFirst()) : Optional.empty();
  }
}
