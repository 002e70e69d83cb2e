package raconteur.core.netlines;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import raconteur.core.board.BoardContents;
import raconteur.core.board.Net;
import raconteur.core.board.NoConnect;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.board.SupplyName;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;
import raconteur.core.device.PinNames;

/**
 * A board while its nets are typed: which pin is in which net, which are meant to be in none, and
 * connectors that grow with the pins that are named. A pin is in one net; what would join two is
 * refused, and then nothing is changed.
 */
final class DraftNets {
  /** What a connector is called that a list gave no size, and the largest it grows to. */
  private static final String UNSIZED = "connector-1";

  private static final int MOST_WAYS = 200;

  /** An edge said to have more has them on both sides together (common practice, no source). */
  private static final int MOST_WAYS_OF_ONE_SIDE = 30;

  private final Map<String, Part> parts = new LinkedHashMap<>();
  private final Map<String, Set<PinRef>> nets = new LinkedHashMap<>();
  private final Map<PinRef, String> netByPin = new HashMap<>();
  private final Set<PinRef> unconnected = new LinkedHashSet<>();

  /** Connectors that nobody said the size of. */
  private final Set<String> unsized;

  /** Edges of the board, whose number of ways may be that of one side. */
  private final Set<String> edges;

  /** Those a pin of which was called by a letter, in a line that may not be done yet. */
  private final Set<String> letteredEdges = new HashSet<>();

  private final BoardContents base;

  DraftNets(BoardContents base) {
    this.base = base;
    base.parts().forEach(p -> parts.put(p.designator(), p));
    unsized =
        base.parts().stream()
            .filter(p -> p.device().name().equals(UNSIZED))
            .map(Part::designator)
            .collect(Collectors.toSet());
    edges =
        base.parts().stream()
            .filter(p -> p.device().name().startsWith("edge-"))
            .map(Part::designator)
            .collect(Collectors.toSet());
    for (Net net : base.nets()) {
      nets.put(net.name(), new LinkedHashSet<>(net.path()));
      net.path().forEach(p -> netByPin.put(p, net.name()));
    }
    base.noConnects().forEach(n -> unconnected.add(n.pin()));
  }

  /** A part by its designator. */
  Part part(String designator) {
    Part part = parts.get(designator);
    if (part == null) {
      throw new Refusal(designator + " is not a part of this board.");
    }
    return part;
  }

  boolean hasPart(String designator) {
    return parts.containsKey(designator);
  }

  Collection<Part> parts() {
    return parts.values();
  }

  /** The parts as they are now, to go back to. */
  Map<String, Part> asTheyAre() {
    return Map.copyOf(parts);
  }

  /** Goes back to the parts of before; nets are never left half joined. */
  void goBackTo(Map<String, Part> before) {
    parts.putAll(before);
  }

  /** The net a pin is in. */
  Optional<String> netOf(PinRef pin) {
    return Optional.ofNullable(netByPin.get(pin));
  }

  boolean hasNet(String name) {
    return nets.containsKey(name);
  }

  int size(String net) {
    return nets.getOrDefault(net, Set.of()).size();
  }

  /** Takes pins into nets, all of them or none. */
  int put(Map<String, List<PinRef>> coming) {
    Map<PinRef, String> claimed = new HashMap<>();
    coming.forEach(
        (net, pins) -> {
          for (PinRef pin : pins) {
            String other = claimed.getOrDefault(pin, netByPin.getOrDefault(pin, net));
            if (!other.equals(net)) {
              throw new Refusal(
                  pin
                      + " is in net "
                      + other
                      + " already; "
                      + (isSupply(other) && isSupply(net)
                          ? "two supplies are not joined."
                          : "“" + net + " = " + other + "” would make them one net."));
            }
            claimed.put(pin, net);
          }
        });
    int joined = 0;
    for (var entry : coming.entrySet()) {
      for (PinRef pin : entry.getValue()) {
        netByPin.put(pin, entry.getKey());
        unconnected.remove(pin);
        joined += nets.computeIfAbsent(entry.getKey(), _ -> new LinkedHashSet<>()).add(pin) ? 1 : 0;
      }
    }
    return joined;
  }

  static boolean isSupply(String net) {
    return SupplyName.isGround(net) || SupplyName.volts(net).isPresent();
  }

  List<PinRef> pinsOf(Part part, String word) {
    List<DevicePin> pins = PinNames.find(grown(part, word).device(), word);
    if (pins.isEmpty()) {
      throw new Refusal(whatIs(part) + " and has no pin " + word + ".");
    }
    return pins.stream().map(p -> new PinRef(part.designator(), p.number())).toList();
  }

  /** {@code U7 is a 7400}, for a sentence. */
  static String whatIs(Part part) {
    String device = part.device().name();
    return part.designator() + (device.matches("[aeiouAEIO8].*") ? " is an " : " is a ") + device;
  }

  /**
   * A connector that nobody said the size of is as large as the highest pin that is named; one that
   * came with its size keeps it.
   */
  private Part grown(Part part, String word) {
    if (edges.contains(part.designator())) {
      return edge(part, word);
    }
    if (part.device().isUnknown()) {
      return withPin(part, word);
    }
    boolean sizeUnknown = unsized.contains(part.designator());
    if (!sizeUnknown || !word.matches("[0-9]{1,3}")) {
      return part;
    }
    Part now = parts.get(part.designator());
    int ways = Integer.parseInt(word);
    if (ways <= now.device().pins().size() || ways > MOST_WAYS) {
      return now;
    }
    Part larger = now.with(DeviceLibrary.numbered("connector-" + ways).orElseThrow());
    parts.put(part.designator(), larger);
    return larger;
  }

  /** A part that nobody described has the pins that are named. */
  private Part withPin(Part part, String word) {
    Part now = parts.get(part.designator());
    Device device = now.device();
    if (!PinNames.find(device, word).isEmpty()
        || !word.matches("[0-9]{1,3}|[A-Z]{1,2}[0-9]{0,2}")) {
      return now;
    }
    List<DevicePin> pins = new ArrayList<>(device.pins());
    pins.add(new DevicePin(word, word, PinKind.PASSIVE));
    Device grown =
        Device.ofPins(
            device.name(), device.title(), device.deviceClass(), "SIL" + pins.size(), pins);
    // All parts of that marking are of one device.
    parts.replaceAll((_, p) -> p.device().equals(device) ? p.with(grown) : p);
    return parts.get(part.designator());
  }

  /**
   * An edge whose second side is called by figures, too, has no letters; one that is said to have
   * so many ways and has more on a side has them on both.
   */
  private Part edge(Part part, String word) {
    Part now = parts.get(part.designator());
    Device device = now.device();
    if (!PinNames.find(device, word).isEmpty()) {
      if (word.matches("[A-Za-z]+")) {
        letteredEdges.add(part.designator());
      }
      return now;
    }
    int ways = device.pins().size();
    boolean lettered = isLettered(part.designator()) || word.matches("[A-Za-z]+");
    if (lettered) {
      letteredEdges.add(part.designator());
    }
    List<String> larger = new ArrayList<>();
    if (!lettered) {
      larger.add("connector-" + ways);
    }
    if (ways <= MOST_WAYS_OF_ONE_SIDE) {
      larger.add("edge-" + 2 * ways);
    }
    Optional<Part> fitting =
        larger.stream()
            .flatMap(name -> DeviceLibrary.numbered(name).stream())
            .filter(d -> !PinNames.find(d, word).isEmpty())
            .map(now::with)
            .findFirst();
    fitting.ifPresent(p -> parts.put(part.designator(), p));
    return fitting.orElse(now);
  }

  private boolean isLettered(String designator) {
    return letteredEdges.contains(designator)
        || netByPin.keySet().stream()
            .anyMatch(p -> p.part().equals(designator) && p.number().matches("[A-Z]+"));
  }

  String nameFor(PinRef pin) {
    String name =
        part(pin.part()).device().pin(pin.number()).map(DevicePin::name).orElse(pin.number());
    return pin.part() + "-" + name;
  }

  /** Makes two nets one, under the first name. */
  void join(String here, String there) {
    Set<PinRef> moved = nets.getOrDefault(there, Set.of());
    nets.remove(there);
    moved.forEach(p -> netByPin.put(p, here));
    nets.computeIfAbsent(here, _ -> new LinkedHashSet<>()).addAll(moved);
  }

  /** Takes pins that are in no net as meant to be in none. */
  void leaveUnconnected(List<PinRef> pins) {
    for (PinRef pin : pins) {
      if (netByPin.containsKey(pin)) {
        throw new Refusal(pin + " is in net " + netByPin.get(pin) + ".");
      }
    }
    unconnected.addAll(pins);
  }

  /** The board's own devices, those that nobody described with the pins they have by now. */
  private List<Device> devices() {
    Map<String, Device> own = new LinkedHashMap<>();
    base.devices().forEach(d -> own.put(d.name(), d));
    parts.values().stream()
        .map(Part::device)
        .filter(Device::isUnknown)
        .forEach(d -> own.put(d.name(), d));
    return List.copyOf(own.values());
  }

  /** The board with all that was typed. */
  BoardContents contents() {
    Map<String, Net> before =
        base.nets().stream().collect(Collectors.toMap(Net::name, n -> n, (a, _) -> a));
    List<Net> all = new ArrayList<>();
    nets.forEach(
        (name, pins) -> {
          Net was = before.getOrDefault(name, new Net(name, List.of(), List.of()));
          all.add(was.withPath(List.copyOf(pins)));
        });
    Set<PinRef> known = base.noConnects().stream().map(NoConnect::pin).collect(Collectors.toSet());
    List<NoConnect> free = new ArrayList<>(base.noConnects());
    free.removeIf(n -> netByPin.containsKey(n.pin()));
    unconnected.stream()
        .filter(p -> !known.contains(p))
        .forEach(p -> free.add(new NoConnect(p, "typed as unconnected")));
    return base.withParts(List.copyOf(parts.values()))
        .withDevices(devices())
        .withNets(all)
        .withNoConnects(free)
        .withRails(rails())
        .withGround(
            nets.containsKey(base.ground())
                ? base.ground()
                : nets.keySet().stream()
                    .filter(SupplyName::isGround)
                    .findFirst()
                    .orElse(base.ground()));
  }

  /** The board's rails, and those whose nets were named here. */
  private List<Rail> rails() {
    List<Rail> rails = new ArrayList<>(base.rails());
    for (String net : nets.keySet()) {
      Optional<Double> volts = SupplyName.volts(net);
      boolean there =
          rails.stream()
              .anyMatch(
                  r ->
                      r.net().equals(net)
                          || volts.filter(v -> r.name().equals(SupplyName.ofVolts(v))).isPresent());
      if (volts.isPresent() && !there) {
        rails.add(Rail.assumed(net, volts.get()));
      }
    }
    return rails;
  }
}
