package raconteur.core.predict;

import java.util.ArrayDeque;
import java.util.Arrays;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.device.Device;
import raconteur.core.device.PinKind;
import raconteur.core.device.PinRole;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

/** The working state of one spread; made for one fault or one set of them, then thrown away. */
final class Spread {
  private static final Signal[] SIGNALS = Signal.values();
  private static final byte UNCHANGED = -1;
  private static final int MOST_VISITS = 8;
  private static final int[] NO_PINS = {};

  private final NetIndex nets;
  private final Board board;

  /* What faults do to pins themselves, and what gates make of that: the first outweighs the second,
   * and the second is found anew when an input of the gate changes again. */
  private final byte[] forced;
  private final byte[] derived;
  private final Map<Integer, Signal> taken = new HashMap<>();
  private final int[] visits;

  /* The gates whose inputs changed since they were worked out; each waits once. */
  private final Deque<CompiledGate> toVisit = new ArrayDeque<>();
  private final boolean[] waits;

  Spread(NetIndex nets) {
    this.nets = nets;
    this.board = nets.board();
    this.forced = new byte[nets.pins().size()];
    this.derived = new byte[nets.pins().size()];
    this.visits = new int[nets.gates()];
    this.waits = new boolean[nets.gates()];
  }

  private Signal healthy(int pin) {
    return nets.healthyOrToggling(pin);
  }

  private Signal now(int pin) {
    if (forced[pin] == UNCHANGED) {
      return derived[pin] == UNCHANGED ? nets.healthyOrToggling(pin) : SIGNALS[derived[pin]];
    }
    Signal fault = SIGNALS[forced[pin]];
    return fault == Signal.DOUBTFUL && derived[pin] != UNCHANGED
        ? NetPropagation.join(fault, SIGNALS[derived[pin]])
        : fault;
  }

  /** What an input takes a line for. */
  private Signal seen(int pin) {
    Signal instead = taken.get(pin);
    return instead == null ? now(pin) : instead;
  }

  Consequences of(Fault fault) {
    return of(List.of(fault));
  }

  /** What several faults do together. */
  Consequences of(List<Fault> faults) {
    Arrays.fill(forced, UNCHANGED);
    Arrays.fill(derived, UNCHANGED);
    faults.forEach(this::begin);
    while (!toVisit.isEmpty()) {
      CompiledGate gate = toVisit.poll();
      waits[gate.number()] = false;
      evaluate(gate);
    }
    return packed();
  }

  private void changed(int pin) {
    for (CompiledGate gate : nets.gatesReading(pin)) {
      if (!waits[gate.number()]) {
        waits[gate.number()] = true;
        toVisit.add(gate);
      }
    }
  }

  private void begin(Fault fault) {
    switch (fault.place()) {
      case Place.OfPart place -> {
        if (fault.mode() == FaultMode.DEAD) {
          deadPart(board.part(place.part()).orElseThrow());
        }
      }
      case Place.Output place -> output(fault, place.pin());
      case Place.Segment place -> open(place);
      case Place.Contact(PinRef pin) -> contact(pin);
      case Place.Bridge place -> bridge(place);
      case Place.Inside place -> bridge(place.asBridge());
      // Only boards without nets have them: there nothing spreads along lines.
      case Place.Joints _ -> {}
      // Each of them does what it should, most of the time.
      case Place.FittedSet _ -> {}
      case Place.Load place -> {
        if (fault.mode() == FaultMode.SHORTED) {
          railGone(board.rail(place.rail()).orElseThrow());
        }
      }
      case Place.Input(PinRef pin) -> input(fault, pin);
    }
  }

  private Consequences packed() {
    int[] ids =
        IntStream.range(0, forced.length)
            .filter(i -> forced[i] != UNCHANGED || derived[i] != UNCHANGED)
            .filter(i -> now(i) != nets.healthyOrToggling(i))
            .toArray();
    byte[] signals = new byte[ids.length];
    for (int i = 0; i < ids.length; i++) {
      signals[i] = (byte) now(ids[i]).ordinal();
    }
    return new Consequences(nets.pins(), ids, signals);
  }

  private void change(int pin, Signal signal) {
    Signal before = now(pin);
    forced[pin] =
        (byte)
            (forced[pin] == UNCHANGED ? signal : NetPropagation.join(SIGNALS[forced[pin]], signal))
                .ordinal();
    if (now(pin) != before) {
      changed(pin);
    }
  }

  /** What a gate now makes of the pins it drives. */
  private void derive(int pin, byte signal) {
    Signal before = now(pin);
    derived[pin] = signal;
    if (now(pin) != before) {
      changed(pin);
    }
  }

  private void changeNet(int at, Signal signal) {
    nets.wiring(at)
        .ifPresent(
            wiring -> {
              for (int pin : wiring.pins()) {
                change(pin, signal);
              }
            });
  }

  private void changeNet(PinRef at, Signal signal) {
    changeNet(id(at), signal);
  }

  private boolean soleDriver(int pin) {
    return nets.wiring(pin).filter(wiring -> wiring.drivers().size() > 1).isEmpty();
  }

  private boolean soleDriver(PinRef pin) {
    return soleDriver(id(pin));
  }

  private void deadPart(Part part) {
    nets.ledBy(part).forEach(pin -> change(pin, Signal.STILL));
    nets.ledByPart(part.designator()).forEach(pin -> change(pin, Signal.STILL));
    for (Rail rail : board.rails()) {
      if (rail.madeBy().contains(part.designator()) && part.device().isRegulator()) {
        railGone(rail);
      }
    }
    if (Supplies.feedsAll(board, part)) {
      nothingIsClocked();
    }
    for (PinRef pin : part.pins()) {
      if (board.kind(pin).drives()) {
        // What a signal went through leaves nothing behind it; a chip's outputs rest somewhere.
        boolean passed = part.device().isResistor() || part.device().isSeries();
        silent(pin, passed ? Signal.FLOATING : Signal.STILL);
      } else if (part.device().isCrystal()) {
        changeNet(pin, Signal.STILL);
      } else if (part.device().isResistor() && part.device().gates().isEmpty()) {
        lostResistor(pin);
      } else if (part.device().isDiode() || part.device().isTransistor()) {
        maybeShorted(pin, part);
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
    } else if (!nets.isTarget(pin)) {
      changeNet(pin, Signal.DOUBTFUL);
    }
  }

  /**
   * Without a supply no oscillator runs. Of other lines nothing is said: who reads them has seen to
   * the supply before (common practice, no source).
   */
  private void nothingIsClocked() {
    for (Part part : board.parts()) {
      for (PinRef pin : part.fitted() ? part.pins() : List.<PinRef>of()) {
        boolean oscillates = part.device().isCrystal() && board.kind(pin).drives();
        boolean clocks =
            part.device().isProcessor()
                && board.pin(pin).filter(p -> PinRole.CLOCK.fits(p.name())).isPresent();
        if (oscillates || clocks) {
          changeNet(pin, Signal.DOUBTFUL);
        }
      }
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

  /**
   * A dead junction may be open, which a resting line does not notice, or shorted, which holds it:
   * it stands, one way or the other, unless a short can only hold it where it rests. A line that
   * something drives shows little of it. A dead capacitor mostly is dry; that it is shorted is a
   * fault of its own.
   */
  private void maybeShorted(PinRef pin, Part part) {
    Signal rests = healthy(id(pin));
    boolean driven =
        nets.wiring(id(pin)).stream()
            .flatMap(wiring -> wiring.drivers().stream())
            .anyMatch(this::drives);
    if (driven || (rests != Signal.HIGH && rests != Signal.LOW)) {
      return;
    }
    boolean holdsElsewhere =
        part.pins().stream()
            .filter(other -> !other.equals(pin))
            .anyMatch(other -> board.netOf(other).isEmpty() || healthy(id(other)) != rests);
    if (holdsElsewhere) {
      changeNet(pin, Signal.STILL);
    }
  }

  /** Whether something on a line drains it once nothing holds it up. */
  private boolean drains(NetIndex.Wiring wiring) {
    return Arrays.stream(wiring.pins())
        .mapToObj(nets::pin)
        .anyMatch(p -> nets.is(p, Device::isCapacitor) || nets.is(p, Device::isTransistor));
  }

  private void lostResistor(PinRef pin) {
    nets.wiring(id(pin))
        .ifPresent(
            wiring -> {
              if (wiring.drivers().stream().anyMatch(d -> board.kind(d) == PinKind.OUTPUT)) {
                // An output that is never let go of needs no resistor.
                return;
              }
              boolean driven = wiring.drivers().stream().anyMatch(this::drives);
              changeNet(
                  pin, driven ? Signal.DOUBTFUL : drains(wiring) ? Signal.STILL : Signal.FLOATING);
            });
  }

  private boolean drives(PinRef pin) {
    return board.kind(pin).drives() && !UsualLevels.isOwnReset(board, pin);
  }

  private void output(Fault fault, PinRef pin) {
    switch (fault.mode().line()) {
      case HELD_LOW -> changeNet(pin, Signal.LOW);
      case HELD_HIGH -> changeNet(pin, soleDriver(pin) ? Signal.HIGH : Signal.DOUBTFUL);
      case LET_GO -> silent(pin, Signal.FLOATING);
      case WEAKLY_DRIVEN -> changeNet(pin, Signal.DOUBTFUL);
      case OWN -> throw new IllegalArgumentException("no fault of one output: " + fault);
    }
  }

  private void open(Place.Segment segment) {
    Net net = board.net(segment.net()).orElseThrow();
    int cut = net.path().indexOf(segment.to());
    List<PinRef> before = net.path().subList(0, cut);
    List<PinRef> after = net.path().subList(cut, net.path().size());
    NetIndex.Wiring wiring = nets.wiring(id(segment.to())).orElseThrow();
    boolean driversBefore = before.stream().anyMatch(wiring.drivers()::contains);
    boolean driversAfter = after.stream().anyMatch(wiring.drivers()::contains);
    cutOff(before, driversBefore, driversAfter, wiring);
    cutOff(after, driversAfter, driversBefore, wiring);
  }

  /** One side of a cut; behind a port that may as well only listen, a plug may drive its own. */
  private void cutOff(
      List<PinRef> pins, boolean drivenHere, boolean drivenThere, NetIndex.Wiring wiring) {
    boolean listens =
        wiring.drivers().stream().allMatch(d -> board.kind(d) == PinKind.BIDIRECTIONAL);
    boolean pluggedIn = pins.stream().anyMatch(p -> nets.is(p, d -> d.isContact() && !d.isKey()));
    if (!drivenHere && listens && pluggedIn) {
      pins.forEach(pin -> change(id(pin), Signal.DOUBTFUL));
    } else {
      side(pins, drivenHere, drivenThere);
    }
  }

  /**
   * A pin that has lost its line: an output leaves the line to the others, an input is left alone.
   */
  private void contact(PinRef pin) {
    Optional<NetIndex.Wiring> line = nets.wiring(id(pin));
    if (line.isEmpty()) {
      // A supply pin: the part gets nothing.
      deadPart(board.part(pin.part()).orElseThrow());
      return;
    }
    NetIndex.Wiring wiring = line.get();
    List<PinRef> rest =
        Arrays.stream(wiring.pins()).mapToObj(nets::pin).filter(p -> !p.equals(pin)).toList();
    boolean drivenHere = wiring.drivers().contains(pin);
    boolean drivenThere = wiring.drivers().stream().anyMatch(d -> !d.equals(pin));
    side(List.of(pin), drivenHere, drivenThere);
    if (drivenHere) {
      side(rest, drivenThere, true);
    }
  }

  /**
   * An input of a gate that takes its line for one level, and leaves the line alone; what a stuck
   * address input does no probe shows.
   */
  private void input(Fault fault, PinRef pin) {
    int at = id(pin);
    if (fault.mode() == FaultMode.INPUT_LOW || fault.mode() == FaultMode.INPUT_HIGH) {
      taken.put(at, fault.mode() == FaultMode.INPUT_LOW ? Signal.LOW : Signal.HIGH);
      changed(at);
    }
  }

  /** One side of a cut net: without a driver it floats, unless a resistor holds it up. */
  private void side(List<PinRef> pins, boolean drivenHere, boolean drivenThere) {
    if (drivenHere && !drivenThere) {
      return;
    }
    boolean pulled = pins.stream().anyMatch(p -> nets.is(p, Device::isResistor));
    Signal signal = drivenHere ? Signal.DOUBTFUL : pulled ? Signal.HIGH : Signal.FLOATING;
    pins.forEach(pin -> change(id(pin), signal));
  }

  private void bridge(Place.Bridge bridge) {
    Signal one = healthy(id(bridge.one()));
    if (one == healthy(id(bridge.other())) && (one == Signal.LOW || one == Signal.HIGH)) {
      // Two lines that rest at the same level do not fight.
      return;
    }
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

  /**
   * Works out what a gate drives. Round a loop that does not come to rest, changes only add up from
   * some visit on, so that it ends.
   */
  private void evaluate(CompiledGate gate) {
    boolean sole = soleDriver(gate.output());
    Signal enabled = gate.enable(this::seen);
    Signal value = gate.value(this::seen, this::healthy);
    byte made = UNCHANGED;
    if (enabled != gate.healthyEnable()) {
      made = (byte) misEnabled(enabled, sole).ordinal();
    }
    if (enabled != Signal.LOW && value != gate.healthyValue()) {
      Signal changed = sole ? value : Signal.DOUBTFUL;
      made =
          (byte)
              (made == UNCHANGED ? changed : NetPropagation.join(SIGNALS[made], changed)).ordinal();
    }
    int visit = ++visits[gate.number()];
    for (int pin : nets.wiring(gate.output()).map(NetIndex.Wiring::pins).orElse(NO_PINS)) {
      boolean addsUp = !sole || visit > MOST_VISITS;
      byte joined =
          addsUp && derived[pin] != UNCHANGED
              ? (made == UNCHANGED
                  ? derived[pin]
                  : (byte) NetPropagation.join(SIGNALS[derived[pin]], SIGNALS[made]).ordinal())
              : made;
      derive(pin, joined);
    }
  }

  private static Signal misEnabled(Signal enabled, boolean sole) {
    if (!sole) {
      return enabled == Signal.HIGH ? Signal.BETWEEN : Signal.DOUBTFUL;
    }
    return enabled == Signal.LOW ? Signal.FLOATING : Signal.DOUBTFUL;
  }

  private int id(PinRef pin) {
    return nets.id(pin).orElseThrow();
  }
}
