package raconteur.core.bench.freerun;

import java.util.ArrayList;
import java.util.BitSet;
import java.util.Collection;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import raconteur.core.bench.BenchSetUp;
import raconteur.core.bench.PluggedIn;
import raconteur.core.bench.PoweredBoard;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.bench.logic.Lines;
import raconteur.core.bench.logic.LogicRun;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;
import raconteur.core.device.PinRole;
import raconteur.core.judge.Clocks;

/**
 * A board whose processor is given the same code that does nothing for ever, so that its address
 * lines count: what each line of the good board then shows. The processor's own pins come from
 * {@link BusCycle}, all the rest is simulated from the nets and the functions of the parts, twice
 * from different power-ups; where the two differ, nobody can say what a real board shows.
 *
 * <p>Cost: every address once, some seconds for 64K and a picture's counters beside it.
 */
public final class FreeRun {
  private static final int MOST_ADDRESS_BITS = 16;
  private static final int FEWEST_ADDRESS_BITS = 4;
  private static final long SETTLE_MICROS = 60;
  private static final int FEWEST_RISES = 8;
  private static final double USUAL_HERTZ = 1e6;
  private static final int MOST_STRETCHES = 4;

  /** Into so many pieces a board's selects divide its addresses at most. */
  private static final int FINEST_SELECT = 1024;

  /** Two power-ups that agree within this show the same. */
  private static final double AGREE = 0.02;

  private static final double MOST_UNKNOWN = 0.05;

  private final Board board;
  private final SimulatedBoard simulated;
  private final Part processor;
  private final BusCycle cycle;
  private final List<DevicePin> addresses;
  private final PluggedIn fixture;

  private FreeRun(Board board, Part processor, BusCycle cycle, List<DevicePin> addresses) {
    this.board = board;
    this.processor = processor;
    this.cycle = cycle;
    this.addresses = addresses;
    this.simulated = new SimulatedBoard(board, BenchSetUp.NONE);
    this.fixture = PluggedIn.NOTHING.without(Set.of(processor.designator()));
  }

  /** What came of it, or why it cannot be. */
  public sealed interface Outcome {
    /**
     * @param hertz of the processor's clock pin
     * @param general whether the processor's own timing is not written down
     * @param notes what the lines depend on, in sentences
     */
    record Ran(
        Part processor,
        BusCycle cycle,
        double hertz,
        boolean general,
        List<String> notes,
        List<FreeRunLine> lines)
        implements Outcome {
      public Ran {
        notes = List.copyOf(notes);
        lines = List.copyOf(lines);
      }
    }

    /** It cannot run free, for this reason. */
    record Refused(String why) implements Outcome {}
  }

  /**
   * Lets a board run free.
   *
   * @param hertz the clock at the processor's pin, where the board's own oscillator cannot be
   *     reckoned; empty for what is printed on the crystal there
   * @param progress told from 0 to 1
   * @param stop asked now and then; ends it with a {@link CancellationException}
   */
  public static Outcome of(
      Board board, OptionalDouble hertz, DoubleConsumer progress, BooleanSupplier stop) {
    Optional<Part> processor =
        board.parts().stream()
            .filter(p -> p.fitted() && p.device().isProcessor())
            .filter(p -> addresses(board, p).size() >= FEWEST_ADDRESS_BITS)
            .findFirst();
    if (processor.isEmpty()) {
      return new Outcome.Refused(
          board.nets().isEmpty()
              ? "Nobody typed this board's nets yet: a free run follows them from the processor."
              : "No processor of this board has its address lines on nets, A0, A1 and so on.");
    }
    Part part = processor.get();
    Optional<BusCycle> cycle = BusCycle.of(part.device());
    if (cycle.isEmpty()) {
      return new Outcome.Refused(
          part.device().name()
              + " puts addresses and data out on the same pins: no code can be forced onto them.");
    }
    return new FreeRun(board, part, cycle.get(), addresses(board, part)).run(hertz, progress, stop);
  }

  /** The address pins that are on lines, lowest first. */
  private static List<DevicePin> addresses(Board board, Part part) {
    return part.device().pins().stream()
        .filter(p -> p.kind().drives() && p.name().matches("A[0-9]{1,2}"))
        .filter(p -> board.netOf(part.pin(p.number())).isPresent())
        .sorted(Comparator.comparingInt(FreeRun::number))
        .toList();
  }

  private static int number(DevicePin address) {
    return Integer.parseInt(address.name().substring(1));
  }

  private Outcome run(OptionalDouble asked, DoubleConsumer progress, BooleanSupplier stop) {
    List<String> notes = new ArrayList<>();
    Optional<PinRef> clockPin = clockPin();
    Oscillators oscillators = new Oscillators(clockPin);
    OptionalDouble own = oscillators.atProcessor;
    OptionalDouble printed = clockPin.map(this::printed).orElse(OptionalDouble.empty());
    double hertz = own.orElse(asked.orElse(printed.orElse(USUAL_HERTZ)));
    boolean driven = own.isEmpty() && clockPin.isPresent();
    if (asked.isEmpty() && own.isEmpty() && printed.isEmpty()) {
      notes.add(
          "The board's own oscillator cannot be reckoned; 1 MHz is taken at the processor, and what"
              + " else hangs on the oscillator is not known.");
    } else if (driven && printed.isEmpty()) {
      notes.add(
          "The clock is driven at the processor: what else hangs on the oscillator is not known.");
    }
    Tally[] tallies = new Tally[2];
    IntStream.range(0, tallies.length)
        .parallel()
        .forEach(
            seed ->
                tallies[seed] =
                    once(
                        seed + 1,
                        hertz,
                        driven ? clockPin : Optional.empty(),
                        oscillators.standing,
                        stop,
                        seed == 0 ? progress : x -> {}));
    String unwritten =
        board.parts().stream()
            .filter(FreeRun::isUnwritten)
            .filter(p -> p.pins().stream().anyMatch(pin -> board.kind(pin).drives()))
            .map(Part::designator)
            .collect(Collectors.joining(", "));
    if (!unwritten.isEmpty()) {
      notes.add(
          "What hangs on these is not known, nobody wrote their function down: " + unwritten + ".");
    }
    notes.addAll(tallies[0].problems);
    return new Outcome.Ran(
        processor, cycle, hertz, cycle.isGeneral(), notes, lines(tallies[0], tallies[1]));
  }

  private Optional<PinRef> clockPin() {
    Device device = processor.device();
    return device
        .pinNamed(cycle.clock())
        .or(
            () ->
                device.pins().stream()
                    .filter(p -> PinRole.CLOCK.fits(p.name()) && !p.kind().drives())
                    .findFirst())
        .map(p -> processor.pin(p.number()))
        .filter(p -> board.netOf(p).isPresent());
  }

  /** What the board's oscillators do before anything is driven from outside. */
  private final class Oscillators {
    private final OptionalDouble atProcessor;
    private final Set<String> standing = new LinkedHashSet<>();

    Oscillators(Optional<PinRef> clock) {
      PoweredBoard powered =
          simulated.powerUp(fixture, 0, List.of(), LogicRun.PowerUp.AS_IT_FALLS, 1);
      powered.runMicros(SETTLE_MICROS);
      Map<String, Integer> rises = new LinkedHashMap<>();
      List<String> ends =
          board.parts().stream()
              .filter(p -> p.fitted() && p.device().isCrystal())
              .flatMap(p -> p.pins().stream())
              .flatMap(pin -> board.netOf(pin).map(Net::name).stream())
              .filter(net -> !board.isSupply(net))
              .distinct()
              .toList();
      Optional<String> clockNet = clock.flatMap(board::netOf).map(Net::name);
      List<String> watched = new ArrayList<>(ends);
      clockNet.ifPresent(watched::add);
      for (String net : watched) {
        powered
            .circuit()
            .net(net)
            .ifPresent(
                number ->
                    powered
                        .run()
                        .watch(
                            number,
                            (_, shown, _) ->
                                rises.merge(net, shown == Lines.HIGH ? 1 : 0, Integer::sum)));
      }
      powered.runMicros(SETTLE_MICROS);
      for (Part crystal : board.parts()) {
        List<String> own =
            crystal.pins().stream()
                .flatMap(pin -> board.netOf(pin).map(Net::name).stream())
                .filter(ends::contains)
                .toList();
        if (crystal.device().isCrystal()
            && own.stream().allMatch(net -> rises.getOrDefault(net, 0) == 0)) {
          standing.addAll(own);
        }
      }
      int atClock = clockNet.map(net -> rises.getOrDefault(net, 0)).orElse(0);
      atProcessor =
          atClock < FEWEST_RISES
              ? OptionalDouble.empty()
              : OptionalDouble.of(atClock * 1e6 / SETTLE_MICROS);
    }
  }

  /** What is printed on a crystal at a pin. */
  private OptionalDouble printed(PinRef pin) {
    Set<String> beside = new LinkedHashSet<>();
    board.netOf(pin).ifPresent(net -> net.path().forEach(p -> beside.add(p.part())));
    return new Clocks(board)
        .sources().stream()
            .filter(s -> beside.contains(s.part()))
            .mapToDouble(Clocks.Source::hertz)
            .findFirst();
  }

  /** What the lines did in one run. */
  private static final class Tally {
    private final Map<Integer, Watched> byNet = new LinkedHashMap<>();
    private final Map<String, Integer> netByName = new LinkedHashMap<>();
    private List<String> problems = List.of();
    private long picos;
  }

  /** One line while it is watched. */
  private static final class Watched {
    private final long[] picosAt = new long[Lines.FIGHT + 1];
    private final BitSet low = new BitSet();
    private final BitSet high = new BitSet();
    private int line;
    private long since;
    private long rises;

    private void moved(int shown, long picos) {
      picosAt[line] += picos - since;
      rises += shown == Lines.HIGH && line != Lines.HIGH ? 1 : 0;
      line = shown;
      since = picos;
    }

    private void at(int address) {
      if (line == Lines.LOW) {
        low.set(address);
      } else if (line == Lines.HIGH) {
        high.set(address);
      }
    }
  }

  private Tally once(
      long seed,
      double hertz,
      Optional<PinRef> clock,
      Set<String> standing,
      BooleanSupplier stop,
      DoubleConsumer progress) {
    Map<String, Boolean> rest = new LinkedHashMap<>(cycle.rest());
    cycle.halves().forEach(h -> h.pins().forEach(rest::putIfAbsent));
    Map<String, String> netOfPin = new LinkedHashMap<>();
    for (String pin : rest.keySet()) {
      netOf(pin).ifPresent(net -> netOfPin.put(pin, net));
    }
    addresses.forEach(a -> netOf(a.name()).ifPresent(net -> netOfPin.put(a.name(), net)));
    Set<String> notKnown = notKnown(netOfPin.values());
    notKnown.addAll(standing);
    clock.flatMap(board::netOf).map(Net::name).ifPresent(notKnown::remove);
    List<String> driven = new ArrayList<>(netOfPin.values());
    driven.addAll(notKnown);
    Optional<String> clockNet = clock.flatMap(board::netOf).map(Net::name);
    clockNet.ifPresent(driven::add);
    PoweredBoard powered =
        simulated.powerUp(fixture, 0, driven, LogicRun.PowerUp.AS_IT_FALLS, seed);
    var pins = new Pins(powered, netOfPin, clockNet);
    notKnown.forEach(pins::leaveOpen);
    rest.forEach(pins::set);
    pins.count(addresses, cycle.lowestAddress(), 0);
    pins.drive();
    powered.runMicros(SETTLE_MICROS);
    Tally tally = watch(powered);
    sweep(powered, pins, tally, hertz, stop, progress);
    tally.problems = problems(powered);
    return tally;
  }

  /** Lines that only parts drive whose function nobody wrote down. */
  private Set<String> notKnown(Collection<String> driven) {
    Set<String> lines = new LinkedHashSet<>();
    for (Net net : board.nets()) {
      List<PinRef> drivers = net.path().stream().filter(p -> board.kind(p).drives()).toList();
      boolean open =
          !drivers.isEmpty()
              && drivers.stream().allMatch(p -> isUnwritten(board.part(p.part()).orElseThrow()));
      if (open && !board.isSupply(net.name()) && !driven.contains(net.name())) {
        lines.add(net.name());
      }
    }
    return lines;
  }

  private static boolean isUnwritten(Part part) {
    return part.fitted()
        && !part.device().isProcessor()
        && !part.device().isResistor()
        && !part.device().isSeries()
        && !part.device().behaviour().known();
  }

  private Optional<String> netOf(String pin) {
    return processor
        .device()
        .pinNamed(pin)
        .filter(p -> p.kind().drives())
        .flatMap(p -> board.netOf(processor.pin(p.number())))
        .map(Net::name)
        .filter(net -> !board.isSupply(net));
  }

  /** What is driven from outside: the processor's pins and, where it has to be, its clock. */
  private static final class Pins {
    private final PoweredBoard powered;
    private final Map<String, Integer> driverOfPin = new LinkedHashMap<>();
    private final OptionalInt clock;
    private final Map<Integer, Integer> next = new LinkedHashMap<>();

    Pins(PoweredBoard powered, Map<String, String> netOfPin, Optional<String> clockNet) {
      this.powered = powered;
      netOfPin.forEach((pin, net) -> driver(net).ifPresent(d -> driverOfPin.put(pin, d)));
      this.clock = clockNet.map(this::driver).orElse(OptionalInt.empty());
    }

    private OptionalInt driver(String net) {
      OptionalInt number = powered.circuit().net(net);
      return number.isPresent() ? powered.wired().outsideDriver(number.getAsInt()) : number;
    }

    void set(String pin, boolean high) {
      Integer driver = driverOfPin.get(pin);
      if (driver != null) {
        next.put(driver, high ? Lines.HIGH : Lines.LOW);
      }
    }

    /** A line that nobody can say anything of. */
    void leaveOpen(String net) {
      driver(net).ifPresent(driver -> next.put(driver, Lines.UNKNOWN));
    }

    void clock(boolean high) {
      clock.ifPresent(driver -> next.put(driver, high ? Lines.HIGH : Lines.LOW));
    }

    void count(List<DevicePin> addresses, int lowest, int address) {
      for (DevicePin pin : addresses) {
        int bit = number(pin) - lowest;
        set(pin.name(), bit >= 0 && (address >>> bit & 1) == 1);
      }
    }

    void drive() {
      powered.run().drive(List.copyOf(next.keySet()), List.copyOf(next.values()));
      next.clear();
    }
  }

  private Tally watch(PoweredBoard powered) {
    Tally tally = new Tally();
    for (Net net : board.nets()) {
      OptionalInt number = powered.circuit().net(net.name());
      if (number.isPresent() && !board.isSupply(net.name())) {
        tally.netByName.put(net.name(), number.getAsInt());
        Watched watched =
            tally.byNet.computeIfAbsent(
                number.getAsInt(),
                n -> {
                  Watched w = new Watched();
                  w.line = powered.run().shown(n);
                  w.since = powered.run().picos();
                  return w;
                });
        powered.run().watch(number.getAsInt(), (_, shown, picos) -> watched.moved(shown, picos));
      }
    }
    return tally;
  }

  /** How many addresses the processor's lines can count, bounded. */
  private int addressCount() {
    int highest = addresses.stream().mapToInt(FreeRun::number).max().orElse(0);
    return 1 << Math.min(MOST_ADDRESS_BITS, 1 + highest - cycle.lowestAddress());
  }

  /** Every address once. */
  private void sweep(
      PoweredBoard powered,
      Pins pins,
      Tally tally,
      double hertz,
      BooleanSupplier stop,
      DoubleConsumer progress) {
    int count = addressCount();
    long begin = powered.run().picos();
    long halfPicos = Math.round(0.5e12 * cycle.dividedBy() / hertz);
    Watched[] watched = tally.byNet.values().toArray(new Watched[0]);
    int half = 0;
    boolean counts = false;
    for (int address = 0; address < count; address++) {
      if ((address & 255) == 0) {
        if (stop.getAsBoolean()) {
          throw new CancellationException("the free run was stopped");
        }
        progress.accept((double) address / count);
      }
      for (BusCycle.Half step : cycle.halves()) {
        switch (step.addresses()) {
          case STAY -> {}
          case COUNT -> pins.count(addresses, cycle.lowestAddress(), address);
          case REFRESH -> pins.count(addresses, cycle.lowestAddress(), address & 0x7F);
        }
        step.pins().forEach(pins::set);
        pins.clock(cycle.firstHalfHigh() == (half % 2 == 0));
        pins.drive();
        // Nothing is lost to rounding over a million halves.
        half++;
        powered.run().run(begin + half * halfPicos - powered.run().picos());
        counts =
            switch (step.addresses()) {
              case STAY -> counts;
              case COUNT -> true;
              case REFRESH -> false;
            };
        for (int n = 0; counts && n < watched.length; n++) {
          watched[n].at(address);
        }
      }
    }
    tally.picos = powered.run().picos() - begin;
    tally.byNet.values().forEach(w -> w.moved(w.line, powered.run().picos()));
    progress.accept(1);
  }

  /** What the simulation could not do, of parts that drive something. */
  private static List<String> problems(PoweredBoard powered) {
    return powered.problems().stream()
        .filter(p -> !p.contains(" is driven from outside and by "))
        .filter(p -> !p.startsWith("Nothing drives ") && !p.contains(" has no written function"))
        .toList();
  }

  private List<FreeRunLine> lines(Tally one, Tally other) {
    List<FreeRunLine> lines = new ArrayList<>();
    for (Net net : board.nets()) {
      Integer number = one.netByName.get(net.name());
      if (number != null && net.path().size() > 1) {
        lines.add(line(net, one, one.byNet.get(number), other.byNet.get(number)));
      }
    }
    return lines;
  }

  private FreeRunLine line(Net net, Tally tally, Watched one, Watched other) {
    double seconds = tally.picos * 1e-12;
    double known = (double) (one.picosAt[Lines.LOW] + one.picosAt[Lines.HIGH]) / tally.picos;
    double share = one.picosAt[Lines.HIGH] / Math.max(1.0, (double) tally.picos);
    double otherShare = other.picosAt[Lines.HIGH] / Math.max(1.0, (double) tally.picos);
    PinRef at =
        net.path().stream()
            .filter(p -> board.kind(p) != PinKind.PASSIVE && board.kind(p).drives())
            .findFirst()
            .orElse(net.path().getFirst());
    boolean floats = one.picosAt[Lines.FLOATING] >= tally.picos;
    boolean agree =
        Math.abs(share - otherShare) <= AGREE
            && Math.abs(one.rises - other.rises) <= AGREE * Math.max(one.rises, other.rises) + 1;
    FreeRunLine.Shows shows =
        floats
            ? FreeRunLine.Shows.FLOATING
            : !agree || known < 1 - MOST_UNKNOWN
                ? FreeRunLine.Shows.NOT_KNOWN
                : one.rises > 0
                    ? FreeRunLine.Shows.TOGGLING
                    : share > 0.5 ? FreeRunLine.Shows.HIGH : FreeRunLine.Shows.LOW;
    boolean moves = shows == FreeRunLine.Shows.TOGGLING;
    return new FreeRunLine(
        net.name(),
        at,
        shows,
        moves ? one.rises / seconds : 0,
        share,
        moves ? stretches(one.low) : List.of(),
        moves ? stretches(one.high) : List.of());
  }

  /** The addresses as stretches, where they are few and not all there are. */
  private List<FreeRunLine.Stretch> stretches(BitSet addresses) {
    List<FreeRunLine.Stretch> stretches = new ArrayList<>();
    for (int from = addresses.nextSetBit(0);
        from >= 0 && stretches.size() <= MOST_STRETCHES;
        from = addresses.nextSetBit(addresses.nextClearBit(from))) {
      stretches.add(new FreeRunLine.Stretch(from, addresses.nextClearBit(from) - 1));
    }
    // What moves by itself is met at any address: no select begins there.
    int grain = Math.max(1, addressCount() / FINEST_SELECT);
    boolean byItself =
        stretches.stream().anyMatch(s -> s.from() % grain != 0 || (s.to() + 1) % grain != 0);
    boolean all = stretches.size() == 1 && addresses.cardinality() == addressCount();
    return all || byItself || stretches.size() > MOST_STRETCHES ? List.of() : stretches;
  }
}
