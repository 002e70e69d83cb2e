package raconteur.core.board;

import java.util.ArrayDeque;
import java.util.Collection;
import java.util.Deque;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.Gate;
import raconteur.core.device.PinKind;

/**
 * The parts that make what a line is named for: the chips on it, and in front of those through
 * gates and what passes signals on. A character ROM makes no sync, whatever block it is in. Not
 * beyond buses, processors and memories, which serve everything.
 *
 * <p>Cost: once through the nets in front.
 */
final class LinesServed {
  /** Lines with more drivers are buses. */
  private static final int MOST_DRIVERS = 2;

  private static final int MOST_NETS = 60;

  private final Map<String, Part> parts = new HashMap<>();
  private final Map<PinRef, Net> netOf = new HashMap<>();
  private final Set<String> supplies;
  private final Set<String> served = new LinkedHashSet<>();
  private final Set<String> seen = new HashSet<>();
  private final Deque<Net> open = new ArrayDeque<>();

  private LinesServed(Collection<Part> parts, Collection<Net> nets, Set<String> supplies) {
    parts.stream().filter(Part::fitted).forEach(p -> this.parts.put(p.designator(), p));
    nets.forEach(net -> net.path().forEach(pin -> netOf.put(pin, net)));
    this.supplies = supplies;
  }

  /**
   * Who makes the lines of these names; none where no line is called so. Where no net at all is
   * known, who has an output of such a name.
   *
   * @param supplies names of nets that are no signals
   */
  static Set<String> by(
      List<Pattern> names, Collection<Part> parts, Collection<Net> nets, Set<String> supplies) {
    LinesServed worker = new LinesServed(parts, nets, supplies);
    if (nets.isEmpty()) {
      worker.parts.values().stream()
          .filter(p -> !p.device().isContact() && !p.device().isProcessor())
          .filter(p -> p.device().pins().stream().anyMatch(pin -> makes(pin, names)))
          .forEach(p -> worker.served.add(p.designator()));
    }
    nets.stream()
        .filter(net -> !supplies.contains(net.name()))
        .filter(net -> names.stream().anyMatch(n -> n.matcher(net.name()).matches()))
        .forEach(
            net -> {
              net.path().forEach(worker::onTheLine);
              worker.go(net);
            });
    worker.follow();
    return worker.served;
  }

  private static boolean makes(DevicePin pin, List<Pattern> names) {
    return pin.kind().drives() && names.stream().anyMatch(n -> n.matcher(pin.name()).matches());
  }

  private void onTheLine(PinRef pin) {
    Part part = parts.get(pin.part());
    if (part != null && !part.device().isContact() && !part.device().isProcessor()) {
      served.add(part.designator());
    }
  }

  private void go(Net net) {
    if (!supplies.contains(net.name()) && seen.size() < MOST_NETS && seen.add(net.name())) {
      open.add(net);
    }
  }

  private void follow() {
    while (!open.isEmpty()) {
      Net net = open.poll();
      long drivers = net.path().stream().filter(this::drives).count();
      if (drivers <= MOST_DRIVERS) {
        net.path().forEach(pin -> inFrontOf(pin, drivers == 0));
      }
    }
  }

  private boolean drives(PinRef pin) {
    Part part = parts.get(pin.part());
    return part != null && kind(part, pin).drives();
  }

  private static PinKind kind(Part part, PinRef pin) {
    return part.device().pin(pin.number()).map(DevicePin::kind).orElse(PinKind.NONE);
  }

  /**
   * @param passed whether no chip drives the line, so that it comes through what passes signals on
   */
  private void inFrontOf(PinRef pin, boolean passed) {
    Part part = parts.get(pin.part());
    if (part == null || part.device().isContact() || part.device().isProcessor()) {
      return;
    }
    Device device = part.device();
    boolean drives = kind(part, pin).drives();
    boolean passes = passed && (device.isSeries() || device.isCapacitor() || device.isTransistor());
    if (!drives && !passes) {
      return;
    }
    served.add(part.designator());
    if (passes || device.isSmallLogic() || device.isAnalogue()) {
      inputs(part, pin)
          .forEach(
              input -> {
                Net net = netOf.get(part.pin(input.number()));
                if (net != null) {
                  go(net);
                }
              });
    }
  }

  private static Stream<DevicePin> inputs(Part part, PinRef output) {
    Device device = part.device();
    String name = device.pin(output.number()).map(DevicePin::name).orElse("");
    List<Gate> gates = device.gates().stream().filter(g -> g.output().equals(name)).toList();
    return gates.isEmpty()
        ? device.pins().stream().filter(p -> p.kind() != PinKind.SUPPLY && !p.kind().drives())
        : gates.stream()
            .flatMap(g -> g.inputs().stream())
            .flatMap(i -> device.pinNamed(i).stream());
  }
}
