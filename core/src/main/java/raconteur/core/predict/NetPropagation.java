package raconteur.core.predict;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.LongAdder;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Device;
import raconteur.core.device.PinKind;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;

/**
 * How one fault spreads: qualitative propagation of what a probe would see, from the place of the
 * fault through nets and gates (the style of de Kleer and Brown, "A qualitative physics based on
 * confluences", Artificial Intelligence 24, 1984, reduced to seven values of a digital signal).
 *
 * <p>A fault's consequences are computed once and kept, a few bytes a changed pin; computing them
 * visits every gate behind the fault once per changed input. Thread safe.
 */
public final class NetPropagation {
  private final Board board;
  private final NetIndex nets;

  /** What is kept of all faults together: some hundred megabytes. Beyond that it is found again. */
  private static final long MOST_KEPT_PINS = 20_000_000;

  private static final int MOST_SETS = 20_000;

  private final Map<Fault, Consequences> known = new ConcurrentHashMap<>();
  private final Map<List<Fault>, Consequences> sets = new ConcurrentHashMap<>();
  private final Map<PinRef, ActingAt> acting = new ConcurrentHashMap<>();
  private final LongAdder keptPins = new LongAdder();

  public NetPropagation(Board board) {
    this.board = board;
    this.nets = new NetIndex(board);
  }

  GoodBoard good() {
    return nets.good();
  }

  /** What a probe shows at a pin of a good running board, where it is known. */
  public Optional<Signal> healthy(PinRef pin) {
    return nets.healthy(pin);
  }

  /** Whether an output that is never let go of drives a line: it does not float. */
  boolean isDriven(Net net) {
    return soleDriver(net).filter(driver -> board.kind(driver) == PinKind.OUTPUT).isPresent();
  }

  /** Whether that is known by somebody, and not only usual. */
  boolean isSaid(PinRef pin) {
    return nets.isSaid(pin);
  }

  /** The number of a pin; empty for a pin this board does not have. */
  Optional<Integer> id(PinRef pin) {
    return nets.id(pin);
  }

  /** The pins that are on one line by custom, where no net is known; the pin alone of others. */
  List<PinRef> usuallyJoined(PinRef pin) {
    return nets.usuallyJoined(pin);
  }

  /** The pins that can put a level on a line. */
  List<PinRef> drivers(Net net) {
    return nets.id(net.path().getFirst())
        .flatMap(nets::wiring)
        .map(NetIndex.Wiring::drivers)
        .orElse(List.of());
  }

  /** The pin that alone drives a line; a port's pin that lies at an output is an input there. */
  Optional<PinRef> soleDriver(Net net) {
    List<PinRef> drivers = drivers(net);
    if (drivers.size() == 1) {
      return Optional.of(drivers.getFirst());
    }
    if (drivers.isEmpty() && net.path().size() == 1) {
      // An output that is joined to nothing drives itself.
      return Optional.of(net.path().getFirst()).filter(pin -> board.kind(pin).drives());
    }
    List<PinRef> outputs =
        drivers.stream().filter(d -> board.kind(d) != PinKind.BIDIRECTIONAL).toList();
    return outputs.size() == 1 && board.kind(outputs.getFirst()) != PinKind.THREE_STATE
        ? Optional.of(outputs.getFirst())
        : Optional.empty();
  }

  /** Whether a pin without a net asks, or is asked, by a line that is only ever pulled down. */
  boolean isRequest(PinRef pin) {
    return nets.isRequest(pin);
  }

  /** Whether a resistor holds a line where nothing drives it. */
  boolean pulledUp(Net net) {
    return net.path().stream().anyMatch(p -> nets.is(p, Device::isResistor));
  }

  /** The one gate behind an output. */
  Optional<CompiledGate> gateDriving(PinRef output) {
    return nets.id(output).map(nets::gatesDriving).filter(g -> g.size() == 1).map(List::getFirst);
  }

  /** The input pins of a gate. */
  List<PinRef> inputsOf(CompiledGate gate) {
    return gate.inputs().stream().map(nets::pin).toList();
  }

  /** Which faults act between a pin and what lies in front of it. */
  ActingAt actingAt(PinRef pin) {
    ActingAt kept = acting.get(pin);
    return kept == null ? acting.computeIfAbsent(pin, this::findActingAt) : kept;
  }

  private ActingAt findActingAt(PinRef pin) {
    Set<PinRef> behind =
        nets.id(pin).stream()
            .flatMap(id -> nets.gatesDriving(id).stream())
            .flatMap(gate -> inputsOf(gate).stream())
            .filter(input -> input.part().equals(pin.part()))
            .collect(Collectors.toSet());
    return new ActingAt(
        pin,
        board.netOf(pin).map(Net::name).orElse(""),
        board.kind(pin).drives(),
        regulators(pin.part()),
        behind);
  }

  /** The regulators of the rails a part is supplied from. */
  private Set<String> regulators(String part) {
    return board.rails().stream()
        .filter(
            rail ->
                board.net(rail.net()).stream()
                    .flatMap(net -> net.path().stream())
                    .anyMatch(pin -> pin.part().equals(part) && board.kind(pin) == PinKind.SUPPLY))
        .flatMap(rail -> rail.madeBy().stream())
        .filter(r -> board.part(r).filter(x -> x.device().isRegulator()).isPresent())
        .collect(Collectors.toSet());
  }

  /** What a fault alone makes a probe see at a pin; empty where it changes nothing. */
  public Optional<Signal> changeAt(Fault fault, PinRef pin) {
    return nets.id(pin).flatMap(id -> consequences(fault).at(id));
  }

  /** All a fault alone changes. */
  Consequences consequences(Fault fault) {
    Consequences kept = known.get(fault);
    if (kept != null) {
      return kept;
    }
    Consequences found = new Spread(nets).of(fault);
    keptPins.add(found.size());
    if (keptPins.sum() <= MOST_KEPT_PINS) {
      known.put(fault, found);
    }
    return found;
  }

  /**
   * All that several faults change together; in their order, so that the same story comes out the
   * same at every start.
   */
  Consequences consequences(List<Fault> faults) {
    if (sets.size() > MOST_SETS) {
      sets.clear();
    }
    return sets.computeIfAbsent(List.copyOf(faults), new Spread(nets)::of);
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
}
