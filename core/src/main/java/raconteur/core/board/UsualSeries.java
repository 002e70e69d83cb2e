package raconteur.core.board;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.Expression;
import raconteur.core.device.Gate;
import raconteur.core.device.PinKind;

/**
 * Resistors, coils and links that a signal goes through: what one side is driven to is seen on the
 * other, which nothing else drives. Such a part is taken as a gate that follows its input. Only
 * where nobody wrote down what the far side does; small resistors only, and none round an
 * oscillator or back to the part that drives it.
 */
final class UsualSeries {
  /** A larger resistor holds a line rather than passing it on (common practice, no source). */
  private static final double LARGEST_OHMS = 3_300;

  private static final Pattern OHMS =
      Pattern.compile("(?i)\\s*([0-9]+)(?:[.,]([0-9]+))?\\s*([RkM]?)([0-9]*)\\s*(?:ohms?|Ω)?\\b.*");

  private final Map<PinRef, Net> netOf = new HashMap<>();
  private final Map<String, Part> parts = new LinkedHashMap<>();
  private final Set<String> supplies = new HashSet<>();

  private UsualSeries(BoardContents contents, List<Part> sorted) {
    contents.nets().forEach(n -> n.path().forEach(pin -> netOf.put(pin, n)));
    sorted.forEach(p -> parts.put(p.designator(), p));
    contents.rails().forEach(r -> supplies.add(r.net()));
    supplies.add(contents.ground());
  }

  /** The parts of a board, those a signal goes through as what they do. */
  static List<Part> of(BoardContents contents, List<Part> sorted) {
    UsualSeries series = new UsualSeries(contents, sorted);
    List<Part> passed = sorted.stream().map(p -> series.through(p).map(p::with).orElse(p)).toList();
    passed.forEach(p -> series.parts.put(p.designator(), p));
    return passed.stream().map(p -> series.amplifying(p).map(p::with).orElse(p)).toList();
  }

  /**
   * A transistor whose base is driven and of whose other legs one goes on: what moves the base
   * moves that leg, upside down at the collector.
   */
  private Optional<Device> amplifying(Part part) {
    Device device = part.device();
    Optional<DevicePin> base = device.pinNamed("B");
    if (!part.fitted()
        || !device.isTransistor()
        || base.map(b -> part.pin(b.number()))
            .flatMap(this::signal)
            .filter(this::isDriven)
            .isEmpty()) {
      return Optional.empty();
    }
    PinRef from = part.pin(base.get().number());
    List<DevicePin> on =
        Stream.of("E", "C")
            .flatMap(name -> device.pinNamed(name).stream())
            .filter(
                leg ->
                    signal(part.pin(leg.number()))
                        .filter(net -> !isDriven(net) && net.healthy().isEmpty())
                        .filter(net -> !signal(from).equals(Optional.of(net)))
                        .isPresent())
            .toList();
    if (on.size() != 1) {
      return Optional.empty();
    }
    DevicePin leg = on.getFirst();
    Expression follows = new Expression.Pin("B");
    return Optional.of(
        asGates(
            part,
            List.of(new Way(from, part.pin(leg.number()))),
            leg.name().equals("C") ? Optional.of(new Expression.Not(follows)) : Optional.empty()));
  }

  /** From the pin that is driven to the one behind it. */
  private record Way(PinRef from, PinRef to) {}

  private Optional<Device> through(Part part) {
    Device device = part.device();
    if (part.fitted() && device.isTrimmer()) {
      return dividing(part);
    }
    boolean small =
        device.isResistor() && ohms(part.value()).orElse(Double.MAX_VALUE) <= LARGEST_OHMS;
    if (!part.fitted() || !(small || device.isSeries())) {
      return Optional.empty();
    }
    List<Way> ways = new ArrayList<>();
    for (List<PinRef> pair : pairs(part)) {
      Optional<Way> way = way(pair.getFirst(), pair.getLast());
      if (way.isEmpty()) {
        return Optional.empty();
      }
      ways.add(way.get());
    }
    return ways.isEmpty() ? Optional.empty() : Optional.of(asGates(part, ways, Optional.empty()));
  }

  /**
   * A trimmer with one end on ground, such as sets how loud it is: what drives its other end is
   * seen at what is left, which is where it is tapped.
   */
  private Optional<Device> dividing(Part part) {
    List<PinRef> others =
        part.pins().stream()
            .filter(pin -> netOf.containsKey(pin))
            .filter(pin -> !SupplyName.isGround(netOf.get(pin).name()))
            .toList();
    boolean grounded =
        part.pins().stream()
            .flatMap(pin -> Optional.ofNullable(netOf.get(pin)).stream())
            .anyMatch(net -> SupplyName.isGround(net.name()));
    return grounded && others.size() == 2
        ? way(others.getFirst(), others.getLast())
            .map(way -> asGates(part, List.of(way), Optional.empty()))
        : Optional.empty();
  }

  /** The two ends of each element; a package of several has them opposite each other. */
  private static List<List<PinRef>> pairs(Part part) {
    List<PinRef> pins = part.pins();
    List<List<PinRef>> pairs = new ArrayList<>();
    for (int i = 0; i < pins.size() / 2 && pins.size() % 2 == 0; i++) {
      pairs.add(List.of(pins.get(i), pins.get(pins.size() - 1 - i)));
    }
    return pairs;
  }

  private Optional<Way> way(PinRef one, PinRef other) {
    Optional<Net> here = signal(one);
    Optional<Net> there = signal(other);
    if (here.isEmpty() || there.isEmpty() || here.equals(there)) {
      return Optional.empty();
    }
    boolean hereDriven = isDriven(here.get());
    if (hereDriven == isDriven(there.get())) {
      return Optional.empty();
    }
    Way way = hereDriven ? new Way(one, other) : new Way(other, one);
    Net near = hereDriven ? here.get() : there.get();
    Net far = hereDriven ? there.get() : here.get();
    return far.healthy().isPresent() || comesBack(near, far) ? Optional.empty() : Optional.of(way);
  }

  private Optional<Net> signal(PinRef pin) {
    return Optional.ofNullable(netOf.get(pin))
        .filter(n -> !supplies.contains(n.name()) && !SupplyName.isGround(n.name()));
  }

  private boolean isDriven(Net net) {
    return net.path().stream().anyMatch(pin -> kind(pin).drives());
  }

  /** Whether the far side is an oscillator's, or leads back to what drives the near one. */
  private boolean comesBack(Net near, Net far) {
    Set<String> drivers = new HashSet<>();
    near.path().stream().filter(p -> kind(p).drives()).forEach(p -> drivers.add(p.part()));
    return far.path().stream()
        .map(PinRef::part)
        .anyMatch(
            p ->
                drivers.contains(p)
                    || Optional.ofNullable(parts.get(p))
                        .filter(x -> x.device().isCrystal())
                        .isPresent());
  }

  private PinKind kind(PinRef pin) {
    return Optional.ofNullable(parts.get(pin.part()))
        .flatMap(p -> p.device().pin(pin.number()))
        .map(DevicePin::kind)
        .orElse(PinKind.NONE);
  }

  /**
   * @param follows what the far side does where it is not just what the near one does
   */
  private static Device asGates(Part part, List<Way> ways, Optional<Expression> follows) {
    Map<String, PinKind> kinds = new HashMap<>();
    List<Gate> gates = new ArrayList<>();
    Device device = part.device();
    for (Way way : ways) {
      kinds.put(way.from().number(), PinKind.INPUT);
      kinds.put(way.to().number(), PinKind.OUTPUT);
      String from = device.pin(way.from().number()).orElseThrow().name();
      String to = device.pin(way.to().number()).orElseThrow().name();
      gates.add(
          new Gate(
              to,
              to,
              new Gate.Combinational(follows.orElseGet(() -> new Expression.Pin(from))),
              new Expression.Constant(true)));
    }
    List<DevicePin> pins =
        device.pins().stream()
            .map(p -> new DevicePin(p.number(), p.name(), kinds.getOrDefault(p.number(), p.kind())))
            .toList();
    return new Device(
        device.name(),
        device.title(),
        device.deviceClass(),
        device.outline(),
        pins,
        gates,
        device.behaviour(),
        device.facts());
  }

  /** {@code 470}, {@code 470R}, {@code 4k7}, {@code 2.2k}; the value of each in a package. */
  static OptionalDouble ohms(String value) {
    String each = value.replaceFirst("(?i)^\\s*[0-9]{1,2}\\s*[x×*]\\s*", "");
    Matcher matcher = OHMS.matcher(each);
    if (!matcher.matches()) {
      return OptionalDouble.empty();
    }
    String after = matcher.group(2) != null ? matcher.group(2) : matcher.group(4);
    double number = Double.parseDouble(matcher.group(1) + "." + (after.isEmpty() ? "0" : after));
    return OptionalDouble.of(
        switch (matcher.group(3)) {
          case "k", "K" -> number * 1e3;
          case "M" -> number * 1e6;
          default -> number;
        });
  }
}
