package raconteur.core.predict;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.LongAdder;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Gate;
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
  private final Board board;
  private final NetIndex nets;

  /** What is kept of all faults together: some hundred megabytes. Beyond that it is found again. */
  private static final long MOST_KEPT_PINS = 20_000_000;

  private final Map<Fault, Consequences> known = new ConcurrentHashMap<>();
  private final LongAdder keptPins = new LongAdder();

  public NetPropagation(Board board) {
    this.board = board;
    this.nets = new NetIndex(board);
  }

  /** What a probe shows at a pin of a good running board, where it is known. */
  public Optional<Signal> healthy(PinRef pin) {
    return nets.healthy(pin);
  }

  /**
   * What a pin has to show given what was seen in front of it: a gate's output by its inputs, any
   * other pin of a net by the one output that drives it. Empty where too little was seen, or where
   * several outputs share the net. Readings lean on what lies before them and never the other way
   * round, so that a row of readings is weighed the same in whichever order it was taken.
   */
  Optional<Signal> expectedAt(PinRef pin, Map<PinRef, Signal> seen) {
    Optional<PinRef> sole =
        nets.id(pin)
            .flatMap(nets::wiring)
            .map(NetIndex.Wiring::drivers)
            .filter(drivers -> drivers.size() == 1)
            .map(List::getFirst);
    if (sole.isEmpty()) {
      return Optional.empty();
    }
    PinRef driver = sole.get();
    if (!driver.equals(pin)) {
      return Optional.ofNullable(seen.get(driver)).filter(NetPropagation::plain);
    }
    return nets.gatesDriving(nets.id(pin).orElseThrow()).stream()
        .filter(g -> g.gate().function() instanceof Gate.Combinational)
        .filter(g -> g.gate().inputs().stream().allMatch(i -> seen.containsKey(pinOf(g, i))))
        .filter(g -> g.enable(i -> seen.get(nets.pin(i))) == Signal.HIGH)
        .map(g -> g.value(i -> seen.get(nets.pin(i)), nets::healthyOrToggling))
        .filter(NetPropagation::plain)
        .findFirst();
  }

  private PinRef pinOf(CompiledGate gate, String input) {
    return nets.pin(gate.pinByName().get(input));
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
                  || board.part(place.part()).orElseThrow().device().isRegulator());
      case Place.Load _, Place.Input _ -> false;
    };
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
