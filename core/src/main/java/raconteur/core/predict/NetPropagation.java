package raconteur.core.predict;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.device.Gate;
import raconteur.core.device.PinKind;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.Place;

/**
 * How one fault spreads: qualitative propagation of what a probe would see, from the place of the
 * fault through nets and gates (the style of de Kleer and Brown, "A qualitative physics based on
 * confluences", Artificial Intelligence 24, 1984, reduced to seven values of a digital signal).
 *
 * <p>A fault's consequences are computed once and kept, a few bytes a changed pin; computing them
 * visits every gate behind the fault once per changed input. Thread safe.
 */
public final class NetPropagation {
  private static final Signal[] SIGNALS = Signal.values();
  private static final byte UNCHANGED = -1;
  private static final Set<String> TARGET_CLASSES =
      Set.of(
          "dram three rails", "dram", "sram 2114", "sram 6116", "mask rom", "eprom", "custom io");

  private final Board board;
  private final List<PinRef> pinsById = new ArrayList<>();
  private final Map<PinRef, Integer> idOfPin = new HashMap<>();
  private final Signal[] healthyOrToggling;
  private final Map<Integer, Wiring> wiringOfPin = new HashMap<>();
  private final Map<Integer, List<CompiledGate>> gatesByInput = new HashMap<>();
  private final Map<Integer, List<CompiledGate>> gatesByOutput = new HashMap<>();
  private final Map<Fault, Consequences> known = new ConcurrentHashMap<>();

  /** A signal net: its pins, and those of them that can drive it. */
  private record Wiring(int[] pins, List<PinRef> drivers) {}

  public NetPropagation(Board board) {
    this.board = board;
    for (Part part : board.parts()) {
      for (PinRef pin : part.pins()) {
        idOfPin.put(pin, pinsById.size());
        pinsById.add(pin);
      }
    }
    healthyOrToggling =
        pinsById.stream().map(p -> healthy(p).orElse(Signal.TOGGLING)).toArray(Signal[]::new);
    board.nets().stream().filter(n -> !board.isSupply(n.name())).forEach(this::wire);
    board.parts().stream().filter(Part::fitted).forEach(this::compile);
  }

  private void wire(Net net) {
    Wiring wiring = new Wiring(net.path().stream().mapToInt(idOfPin::get).toArray(), drivers(net));
    for (int pin : wiring.pins()) {
      wiringOfPin.put(pin, wiring);
    }
  }

  private void compile(Part part) {
    Map<String, Integer> pinByName = new HashMap<>();
    part.device()
        .pins()
        .forEach(p -> pinByName.putIfAbsent(p.name(), idOfPin.get(part.pin(p.number()))));
    for (Gate gate : part.device().gates()) {
      CompiledGate compiled = CompiledGate.of(gate, pinByName, i -> healthyOrToggling[i]);
      gatesByOutput.computeIfAbsent(compiled.output(), _ -> new ArrayList<>()).add(compiled);
      for (String input : gate.inputs()) {
        gatesByInput.computeIfAbsent(pinByName.get(input), _ -> new ArrayList<>()).add(compiled);
      }
    }
  }

  /** The pins that can put a level on a net; connectors count only where nothing else does. */
  private List<PinRef> drivers(Net net) {
    List<PinRef> outputs =
        net.path().stream().filter(p -> board.kind(p).drives()).filter(this::fitted).toList();
    return outputs.isEmpty()
        ? net.path().stream().filter(p -> isClass(p, "connector")).toList()
        : outputs;
  }

  private boolean fitted(PinRef pin) {
    return board.part(pin.part()).filter(Part::fitted).isPresent();
  }

  private boolean isClass(PinRef pin, String deviceClass) {
    return board
        .part(pin.part())
        .filter(p -> p.device().deviceClass().equals(deviceClass))
        .isPresent();
  }

  /**
   * Whether the part is spoken to, as memories and I/O are, in place of passing others' words on.
   */
  private boolean isTarget(PinRef pin) {
    return board
        .part(pin.part())
        .filter(p -> TARGET_CLASSES.contains(p.device().deviceClass()))
        .isPresent();
  }

  /** What a probe shows at a pin of a good running board, where it is known. */
  public Optional<Signal> healthy(PinRef pin) {
    Optional<Net> net = board.netOf(pin);
    if (net.isEmpty()) {
      return Optional.empty();
    }
    if (net.get().name().equals(board.ground())) {
      return Optional.of(Signal.LOW);
    }
    return board.railOfNet(net.get().name()).isPresent()
        ? Optional.of(Signal.HIGH)
        : net.get().healthy();
  }

  /**
   * What a pin has to show given what was seen in front of it: a gate's output by its inputs, any
   * other pin of a net by the one output that drives it. Empty where too little was seen, or where
   * several outputs share the net. Readings lean on what lies before them and never the other way
   * round, so that a row of readings is weighed the same in whichever order it was taken.
   */
  Optional<Signal> expectedAt(PinRef pin, Map<PinRef, Signal> seen) {
    Wiring wiring = wiringOfPin.get(idOfPin.getOrDefault(pin, -1));
    if (wiring == null || wiring.drivers().size() != 1) {
      return Optional.empty();
    }
    PinRef driver = wiring.drivers().getFirst();
    if (!driver.equals(pin)) {
      return Optional.ofNullable(seen.get(driver)).filter(NetPropagation::plain);
    }
    return gatesByOutput.getOrDefault(idOfPin.get(pin), List.of()).stream()
        .filter(g -> g.gate().function() instanceof Gate.Combinational)
        .filter(g -> g.gate().inputs().stream().allMatch(i -> seen.containsKey(pinOf(g, i))))
        .filter(g -> g.enable(i -> seen.get(pinsById.get(i))) == Signal.HIGH)
        .map(g -> g.value(i -> seen.get(pinsById.get(i)), i -> healthyOrToggling[i]))
        .filter(NetPropagation::plain)
        .findFirst();
  }

  private PinRef pinOf(CompiledGate gate, String input) {
    return pinsById.get(gate.pinByName().get(input));
  }

  private static boolean plain(Signal signal) {
    return signal == Signal.TOGGLING || signal == Signal.LOW || signal == Signal.HIGH;
  }

  /** Whether a fault acts between a pin and what lies in front of it. */
  boolean actsAt(Fault fault, PinRef pin) {
    String net = board.netOf(pin).map(Net::name).orElse("");
    boolean output = board.kind(pin).drives();
    return switch (fault.place()) {
      case Place.Segment place -> place.net().equals(net);
      case Place.Bridge place -> place.netOne().equals(net) || place.netOther().equals(net);
      case Place.Output place -> output && place.pin().equals(pin);
      case Place.OfPart place ->
          output
              && (place.part().equals(pin.part())
                  || board
                      .part(place.part())
                      .orElseThrow()
                      .device()
                      .deviceClass()
                      .equals("regulator"));
      case Place.Load _ -> false;
    };
  }

  /** What a fault alone makes a probe see at a pin; empty where it changes nothing. */
  public Optional<Signal> changeAt(Fault fault, PinRef pin) {
    Integer id = idOfPin.get(pin);
    return id == null ? Optional.empty() : consequences(fault).at(id);
  }

  /** All a fault alone changes. */
  Consequences consequences(Fault fault) {
    return known.computeIfAbsent(fault, f -> new Spread().of(f));
  }

  /** Two changes at one pin together: the one nearer to the pin wins, and opposite levels fight. */
  static Signal join(Signal one, Signal other) {
    boolean opposite =
        (one == Signal.LOW && other == Signal.HIGH) || (one == Signal.HIGH && other == Signal.LOW);
    if (opposite) {
      return Signal.BETWEEN;
    }
    return one.compareTo(other) >= 0 ? one : other;
  }

  /** The working state of one fault's spread. */
  private final class Spread {
    private final byte[] changed = new byte[pinsById.size()];
    private final Deque<Integer> toVisit = new ArrayDeque<>();

    private Signal healthy(int pin) {
      return healthyOrToggling[pin];
    }

    private Signal now(int pin) {
      return changed[pin] == UNCHANGED ? healthyOrToggling[pin] : SIGNALS[changed[pin]];
    }

    Consequences of(Fault fault) {
      Arrays.fill(changed, UNCHANGED);
      switch (fault.place()) {
        case Place.OfPart place -> deadPart(board.part(place.part()).orElseThrow());
        case Place.Output place -> output(fault, place.pin());
        case Place.Segment place -> open(place);
        case Place.Bridge place -> bridge(place);
        case Place.Load _ -> {}
      }
      while (!toVisit.isEmpty()) {
        gatesByInput.getOrDefault(toVisit.poll(), List.of()).forEach(this::evaluate);
      }
      return packed();
    }

    private Consequences packed() {
      int[] ids =
          java.util.stream.IntStream.range(0, changed.length)
              .filter(i -> changed[i] != UNCHANGED)
              .toArray();
      byte[] signals = new byte[ids.length];
      for (int i = 0; i < ids.length; i++) {
        signals[i] = changed[ids[i]];
      }
      return new Consequences(pinsById, ids, signals);
    }

    private void change(int pin, Signal signal) {
      boolean untouched = changed[pin] == UNCHANGED;
      if (untouched && healthyOrToggling[pin] == signal) {
        return;
      }
      Signal after = untouched ? signal : join(SIGNALS[changed[pin]], signal);
      if (untouched || after.ordinal() != changed[pin]) {
        changed[pin] = (byte) after.ordinal();
        toVisit.add(pin);
      }
    }

    private void changeNet(int at, Signal signal) {
      Wiring wiring = wiringOfPin.get(at);
      if (wiring != null) {
        for (int pin : wiring.pins()) {
          change(pin, signal);
        }
      }
    }

    private void changeNet(PinRef at, Signal signal) {
      changeNet(idOfPin.get(at), signal);
    }

    private boolean soleDriver(int pin) {
      Wiring wiring = wiringOfPin.get(pin);
      return wiring == null || wiring.drivers().size() < 2;
    }

    private boolean soleDriver(PinRef pin) {
      return soleDriver(idOfPin.get(pin));
    }

    private void deadPart(Part part) {
      for (Rail rail : board.rails()) {
        if (rail.madeBy().contains(part.designator())
            && part.device().deviceClass().equals("regulator")) {
          railGone(rail);
        }
      }
      for (PinRef pin : part.pins()) {
        if (board.kind(pin).drives()) {
          silent(pin, Signal.STILL);
        } else if (part.device().deviceClass().equals("crystal")) {
          changeNet(pin, Signal.STILL);
        } else if (part.device().deviceClass().equals("resistor")) {
          lostResistor(pin);
        }
      }
    }

    /**
     * An output that no longer drives. On a shared net the others go on; a probe cannot miss one
     * memory or I/O chip among them, but it may miss a part that everything passes through.
     */
    private void silent(PinRef pin, Signal whereAlone) {
      if (soleDriver(pin)) {
        changeNet(pin, whereAlone);
      } else if (!isTarget(pin)) {
        changeNet(pin, Signal.DOUBTFUL);
      }
    }

    private void railGone(Rail rail) {
      for (PinRef supplied : board.net(rail.net()).map(Net::path).orElse(List.of())) {
        if (board.kind(supplied) == PinKind.SUPPLY) {
          for (PinRef pin : board.part(supplied.part()).orElseThrow().pins()) {
            if (board.kind(pin).drives()) {
              changeNet(pin, soleDriver(pin) ? Signal.LOW : Signal.DOUBTFUL);
            }
          }
        }
      }
    }

    private void lostResistor(PinRef pin) {
      Wiring wiring = wiringOfPin.get(idOfPin.get(pin));
      if (wiring != null) {
        boolean driven = wiring.drivers().stream().anyMatch(d -> board.kind(d).drives());
        changeNet(pin, driven ? Signal.DOUBTFUL : Signal.FLOATING);
      }
    }

    private void output(Fault fault, PinRef pin) {
      switch (fault.mode()) {
        case STUCK_LOW -> changeNet(pin, Signal.LOW);
        case STUCK_HIGH -> changeNet(pin, soleDriver(pin) ? Signal.HIGH : Signal.DOUBTFUL);
        case FLOATS -> silent(pin, Signal.FLOATING);
        case DEAD, LEAKS, OPEN, SHORT ->
            throw new IllegalArgumentException("no fault of one output: " + fault);
      }
    }

    private void open(Place.Segment segment) {
      Net net = board.net(segment.net()).orElseThrow();
      int cut = net.path().indexOf(segment.to());
      List<PinRef> before = net.path().subList(0, cut);
      List<PinRef> after = net.path().subList(cut, net.path().size());
      Wiring wiring = wiringOfPin.get(idOfPin.get(segment.to()));
      boolean driversBefore = before.stream().anyMatch(wiring.drivers()::contains);
      boolean driversAfter = after.stream().anyMatch(wiring.drivers()::contains);
      side(before, driversBefore, driversAfter);
      side(after, driversAfter, driversBefore);
    }

    /** One side of a cut net: without a driver it floats, unless a resistor holds it up. */
    private void side(List<PinRef> pins, boolean drivenHere, boolean drivenThere) {
      if (drivenHere && !drivenThere) {
        return;
      }
      boolean pulled = pins.stream().anyMatch(p -> isClass(p, "resistor"));
      Signal signal = drivenHere ? Signal.DOUBTFUL : pulled ? Signal.HIGH : Signal.FLOATING;
      pins.forEach(pin -> change(idOfPin.get(pin), signal));
    }

    private void bridge(Place.Bridge bridge) {
      held(bridge.one(), bridge.netOther());
      held(bridge.other(), bridge.netOne());
    }

    /** What a net does when it is joined to another one. */
    private void held(PinRef pin, String to) {
      if (to.equals(board.ground())) {
        changeNet(pin, Signal.LOW);
      } else if (board.isSupply(to)) {
        changeNet(pin, Signal.HIGH);
      } else {
        changeNet(pin, Signal.BETWEEN);
      }
    }

    private void evaluate(CompiledGate gate) {
      Signal enabled = gate.enable(this::now);
      boolean sole = soleDriver(gate.output());
      if (enabled != gate.healthyEnable()) {
        changeNet(gate.output(), misEnabled(enabled, sole));
      }
      Signal value = gate.value(this::now, this::healthy);
      if (enabled != Signal.LOW && value != gate.healthyValue()) {
        changeNet(gate.output(), sole ? value : Signal.DOUBTFUL);
      }
    }

    private static Signal misEnabled(Signal enabled, boolean sole) {
      if (!sole) {
        return enabled == Signal.HIGH ? Signal.BETWEEN : Signal.DOUBTFUL;
      }
      return enabled == Signal.LOW ? Signal.FLOATING : Signal.DOUBTFUL;
    }
  }
}
