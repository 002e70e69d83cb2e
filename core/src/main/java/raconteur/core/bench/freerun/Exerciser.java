package raconteur.core.bench.freerun;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import raconteur.core.bench.BenchSetUp;
import raconteur.core.bench.PlantedFault;
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
import raconteur.core.device.PinRole;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.judge.Clocks;

/**
 * Stands in for a board's processor that is given the same code that does nothing for ever: it puts
 * out one address after another by its {@link BusCycle}, as long as its clock, its reset and what
 * else may halt it let it. All the rest is the simulated board's own. Immutable; every {@link
 * #switchOn} is another board.
 */
public final class Exerciser {
  private static final int MOST_ADDRESS_BITS = 16;
  private static final int FEWEST_ADDRESS_BITS = 4;
  private static final long SETTLE_MICROS = 60;
  private static final int FEWEST_RISES = 8;

  /** Into so many regions a short course divides the addresses. */
  private static final int REGIONS = 64;

  private static final double USUAL_HERTZ = 1e6;

  /** So much of its usual rate a clock needs to be called running. */
  private static final double CLOCK_RUNS = 0.5;

  private final SimulatedBoard healthy;
  private final Board board;
  private final Part processor;
  private final BusCycle cycle;
  private final List<DevicePin> addresses;
  private final Set<String> fixture;
  private final Optional<PinRef> clockPin;
  private final double hertz;
  private final boolean clockDriven;
  private final boolean clockKnown;
  private final Set<String> standing = new LinkedHashSet<>();
  private final Map<PinRef, Integer> lets = new LinkedHashMap<>();

  /** An exerciser, or why there is none for a board. */
  public sealed interface Made {
    /** It can. */
    record Ready(Exerciser exerciser) implements Made {}

    /** It cannot, for this reason. */
    record Refused(String why) implements Made {}
  }

  /**
   * Makes one for a board; switches the healthy board on for a moment to see its clock.
   *
   * @param hertz the clock at the processor's pin, where the board's own oscillator cannot be
   *     reckoned; empty for what is printed on the crystal there
   */
  public static Made of(Board board, OptionalDouble hertz) {
    return of(new SimulatedBoard(board, BenchSetUp.NONE), hertz);
  }

  /** The same of a board whose ROMs are known. */
  public static Made of(SimulatedBoard simulated, OptionalDouble hertz) {
    Board board = simulated.board();
    Optional<Part> processor =
        board.parts().stream()
            .filter(p -> p.fitted() && p.device().isProcessor())
            .filter(p -> addresses(board, p).size() >= FEWEST_ADDRESS_BITS)
            .findFirst();
    if (processor.isEmpty()) {
      return new Made.Refused(
          board.nets().isEmpty()
              ? "Nobody typed this board's nets yet: a free run follows them from the processor."
              : "No processor of this board has its address lines on nets, A0, A1 and so on.");
    }
    Part part = processor.get();
    Optional<BusCycle> cycle = BusCycle.of(part.device());
    if (cycle.isEmpty()) {
      return new Made.Refused(
          part.device().name()
              + " puts addresses and data out on the same pins: no code can be forced onto them.");
    }
    return new Made.Ready(new Exerciser(simulated.with(List.of()), part, cycle.get(), hertz));
  }

  private Exerciser(SimulatedBoard healthy, Part processor, BusCycle cycle, OptionalDouble asked) {
    this.healthy = healthy;
    this.board = healthy.board();
    this.processor = processor;
    this.cycle = cycle;
    this.addresses = addresses(board, processor);
    this.fixture = Set.of(processor.designator());
    this.clockPin = findClockPin();
    Oscillators oscillators = new Oscillators();
    OptionalDouble printed = clockPin.map(this::printed).orElse(OptionalDouble.empty());
    this.hertz = oscillators.atProcessor.orElse(asked.orElse(printed.orElse(USUAL_HERTZ)));
    this.clockDriven = oscillators.atProcessor.isEmpty() && clockPin.isPresent();
    this.clockKnown =
        asked.isPresent() || printed.isPresent() || oscillators.atProcessor.isPresent();
    this.standing.addAll(oscillators.standing);
    On on = new On(healthy, PluggedIn.NOTHING, 0, 1);
    for (DevicePin pin : processor.device().pins()) {
      if (pin.kind().reads() && PinRole.STOPS.fits(pin.name())) {
        OptionalInt line = on.line(processor.pin(pin.number()));
        line.ifPresent(level -> lets.put(processor.pin(pin.number()), level));
      }
    }
  }

  /** The address pins that are on lines, lowest first. */
  private static List<DevicePin> addresses(Board board, Part part) {
    return part.device().pins().stream()
        .filter(p -> p.kind().drives() && p.name().matches("A[0-9]{1,2}"))
        .filter(p -> board.netOf(part.pin(p.number())).isPresent())
        .sorted(Comparator.comparingInt(Exerciser::number))
        .toList();
  }

  private static int number(DevicePin address) {
    return Integer.parseInt(address.name().substring(1));
  }

  /** The board without its faults. */
  public SimulatedBoard healthy() {
    return healthy;
  }

  public Part processor() {
    return processor;
  }

  public BusCycle cycle() {
    return cycle;
  }

  /** Of the processor's clock pin. */
  public double hertz() {
    return hertz;
  }

  /** How many addresses the processor's lines can count, bounded. */
  public int addressCount() {
    int highest = addresses.stream().mapToInt(Exerciser::number).max().orElse(0);
    return 1 << Math.min(MOST_ADDRESS_BITS, 1 + highest - cycle.lowestAddress());
  }

  /**
   * Whether the board's own oscillator clocks it; else its clock is driven at the processor alone,
   * and what else hangs on the oscillator is anybody's guess.
   */
  public boolean isClockedByItself() {
    return !clockDriven;
  }

  /** What a run leans on and leaves open, in sentences. */
  public List<String> notes() {
    List<String> notes = new ArrayList<>();
    if (!clockKnown) {
      notes.add(
          "The board's own oscillator cannot be reckoned; 1 MHz is taken at the processor, and what"
              + " else hangs on the oscillator is not known.");
    } else if (clockDriven) {
      notes.add(
          "The clock is driven at the processor: what else hangs on the oscillator is not known.");
    }
    String unwritten =
        board.parts().stream()
            .filter(Exerciser::isUnwritten)
            .filter(p -> p.pins().stream().anyMatch(pin -> board.kind(pin).drives()))
            .map(Part::designator)
            .collect(Collectors.joining(", "));
    if (!unwritten.isEmpty()) {
      notes.add(
          "What hangs on these is not known, nobody wrote their function down: " + unwritten + ".");
    }
    return notes;
  }

  private Optional<PinRef> findClockPin() {
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

  /** What the board's oscillators do before anything is driven from outside. */
  private final class Oscillators {
    private final OptionalDouble atProcessor;
    private final Set<String> standing = new LinkedHashSet<>();

    Oscillators() {
      PoweredBoard powered =
          healthy.powerUp(
              PluggedIn.NOTHING.without(fixture), 0, List.of(), LogicRun.PowerUp.AS_IT_FALLS, 1);
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
      Optional<String> clockNet = clockPin.flatMap(board::netOf).map(Net::name);
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

  /** Lines that only parts drive whose function nobody wrote down, by the pins that drive them. */
  private Set<PinRef> notKnown(Collection<PinRef> driven) {
    Set<String> known = new HashSet<>();
    driven.forEach(pin -> board.netOf(pin).map(Net::name).ifPresent(known::add));
    Set<PinRef> pins = new LinkedHashSet<>();
    for (Net net : board.nets()) {
      List<PinRef> drivers = net.path().stream().filter(p -> board.kind(p).drives()).toList();
      boolean open =
          !drivers.isEmpty()
              && drivers.stream().allMatch(p -> isUnwritten(board.part(p.part()).orElseThrow()));
      if (open && !board.isSupply(net.name()) && !known.contains(net.name())) {
        pins.add(drivers.getFirst());
      } else if (standing.contains(net.name()) && !known.contains(net.name())) {
        pins.add(net.path().getFirst());
      }
    }
    return pins;
  }

  private static boolean isUnwritten(Part part) {
    return part.fitted()
        && !part.device().isProcessor()
        && !part.device().isCrystal()
        && !part.device().isResistor()
        && !part.device().isSeries()
        && !part.device().behaviour().known();
  }

  /** An output of the processor that is on a line and no supply. */
  private Optional<PinRef> output(String pin) {
    return processor
        .device()
        .pinNamed(pin)
        .filter(p -> p.kind().drives())
        .map(p -> processor.pin(p.number()))
        .filter(p -> board.netOf(p).filter(net -> !board.isSupply(net.name())).isPresent());
  }

  /**
   * Switches a board on with the exerciser in its processor's place, and lets it settle.
   *
   * @param faulty the same board with faults, or without
   */
  public On switchOn(SimulatedBoard faulty, PluggedIn plugged, double minutesOn, long seed) {
    return new On(faulty, plugged, minutesOn, seed);
  }

  /** A board that runs free. */
  public final class On {
    private final PoweredBoard powered;
    private final Map<String, Integer> driverOfPin = new LinkedHashMap<>();
    private final Map<String, Integer> held = new LinkedHashMap<>();
    private final OptionalInt clock;
    private final Map<Integer, Integer> next = new LinkedHashMap<>();
    private final boolean counts;
    private final long begin;
    private int half;

    private On(SimulatedBoard faulty, PluggedIn plugged, double minutesOn, long seed) {
      Map<String, Boolean> rest = new LinkedHashMap<>(cycle.rest());
      cycle.halves().forEach(h -> h.pins().forEach(rest::putIfAbsent));
      Map<String, PinRef> outputs = new LinkedHashMap<>();
      rest.keySet().forEach(pin -> output(pin).ifPresent(p -> outputs.put(pin, p)));
      addresses.forEach(a -> output(a.name()).ifPresent(p -> outputs.put(a.name(), p)));
      List<PinRef> driven = new ArrayList<>(outputs.values());
      if (clockDriven) {
        clockPin.ifPresent(driven::add);
      }
      Set<PinRef> notKnown = notKnown(driven);
      driven.addAll(notKnown);
      Set<String> out = new HashSet<>(plugged.out());
      boolean fitted = out.addAll(fixture);
      this.powered =
          faulty.powerUpDriven(
              plugged.without(out), minutesOn, driven, LogicRun.PowerUp.AS_IT_FALLS, seed);
      powered.faultsNow().forEach(fault -> ofProcessor(fault, outputs));
      outputs.forEach((pin, at) -> driver(at).ifPresent(d -> driverOfPin.put(pin, d)));
      this.clock =
          clockDriven
              ? clockPin.map(this::driver).orElse(OptionalInt.empty())
              : OptionalInt.empty();
      notKnown.forEach(pin -> driver(pin).ifPresent(d -> next.put(d, Lines.UNKNOWN)));
      rest.forEach(this::set);
      count(cycle.lowestAddress(), 0);
      drive();
      boolean clocked = settle();
      this.begin = powered.run().picos();
      this.counts = fitted && clocked && lets.entrySet().stream().allMatch(this::isLet);
    }

    /** What is wrong with the processor itself: it is not on the board, its outputs are driven. */
    private void ofProcessor(PlantedFault fault, Map<String, PinRef> outputs) {
      if (!(fault.wrong() instanceof PlantedFault.Known(Fault known))) {
        return;
      }
      for (Map.Entry<String, PinRef> output : outputs.entrySet()) {
        boolean dead =
            known.place().equals(new Place.OfPart(processor.designator()))
                && known.mode() == FaultMode.DEAD;
        if (dead) {
          held.put(output.getKey(), Lines.FLOATING);
        } else if (known.place().equals(new Place.Output(output.getValue()))) {
          switch (known.mode().line()) {
            case HELD_LOW -> held.put(output.getKey(), Lines.LOW);
            case HELD_HIGH -> held.put(output.getKey(), Lines.HIGH);
            case LET_GO -> held.put(output.getKey(), Lines.FLOATING);
            case WEAKLY_DRIVEN, OWN -> {}
          }
        }
      }
    }

    /** Lets the board settle, and looks at the clock that comes to the processor. */
    private boolean settle() {
      powered.runMicros(SETTLE_MICROS);
      OptionalInt net = clockPin.map(powered::net).orElse(OptionalInt.empty());
      if (clockDriven || net.isEmpty()) {
        return true;
      }
      int[] rises = new int[1];
      powered.run().watch(net.getAsInt(), (_, shown, _) -> rises[0] += shown == Lines.HIGH ? 1 : 0);
      powered.runMicros(SETTLE_MICROS);
      powered.run().unwatch(net.getAsInt());
      return rises[0] >= CLOCK_RUNS * hertz * SETTLE_MICROS * 1e-6;
    }

    private boolean isLet(Map.Entry<PinRef, Integer> pin) {
      OptionalInt now = line(pin.getKey());
      boolean known = now.isPresent() && now.getAsInt() <= Lines.HIGH;
      return !known || pin.getValue() > Lines.HIGH || now.getAsInt() == pin.getValue();
    }

    /** What stands at a pin; empty where it is on no line. */
    OptionalInt line(PinRef pin) {
      OptionalInt net = powered.net(pin);
      return net.isPresent() ? OptionalInt.of(powered.run().shown(net.getAsInt())) : net;
    }

    private OptionalInt driver(PinRef pin) {
      OptionalInt number = powered.net(pin);
      return number.isPresent() ? powered.wired().outsideDriver(number.getAsInt()) : number;
    }

    private void set(String pin, boolean high) {
      Integer driver = driverOfPin.get(pin);
      if (driver != null) {
        next.put(driver, held.getOrDefault(pin, high ? Lines.HIGH : Lines.LOW));
      }
    }

    private void count(int lowest, int address) {
      for (DevicePin pin : addresses) {
        int bit = number(pin) - lowest;
        set(pin.name(), bit >= 0 && (address >>> bit & 1) == 1);
      }
    }

    private void drive() {
      powered.run().drive(List.copyOf(next.keySet()), List.copyOf(next.values()));
      next.clear();
    }

    public PoweredBoard powered() {
      return powered;
    }

    /** Whether the processor counts at all: it has its clock, and nothing halts it. */
    public boolean counts() {
      return counts;
    }

    /**
     * One address, as long as the processor's cycle takes.
     *
     * @param valid told after each half in which the address stands on the lines
     */
    public void address(int address, Runnable valid) {
      long halfPicos = Math.round(0.5e12 * cycle.dividedBy() / hertz);
      boolean stands = false;
      for (BusCycle.Half step : cycle.halves()) {
        if (counts) {
          switch (step.addresses()) {
            case STAY -> {}
            case COUNT -> count(cycle.lowestAddress(), address);
            case REFRESH -> count(cycle.lowestAddress(), address & 0x7F);
          }
          step.pins().forEach(this::set);
        }
        boolean high = cycle.firstHalfHigh() == (half % 2 == 0);
        clock.ifPresent(driver -> next.put(driver, high ? Lines.HIGH : Lines.LOW));
        drive();
        // Nothing is lost to rounding over a million halves.
        half++;
        powered.run().run(begin + half * halfPicos - powered.run().picos());
        stands =
            switch (step.addresses()) {
              case STAY -> stands;
              case COUNT -> true;
              case REFRESH -> false;
            };
        if (stands) {
          valid.run();
        }
      }
    }
  }

  /**
   * Few addresses that move every address line by itself in every region a select may have: what
   * moves in a whole run moves in this one, but for places of a few addresses.
   */
  public int[] shortCourse() {
    int count = addressCount();
    int regions = Math.min(REGIONS, count);
    int size = count / regions;
    return IntStream.range(0, regions)
        .map(region -> region * size)
        .flatMap(
            start ->
                IntStream.concat(
                    IntStream.of(start),
                    IntStream.concat(
                        IntStream.iterate(1, bit -> bit < size, bit -> 2 * bit)
                            .flatMap(bit -> IntStream.of(start + bit, start + size - 1 - bit)),
                        IntStream.of(start + size - 1))))
        .toArray();
  }
}
