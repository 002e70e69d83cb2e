package raconteur.core.bench;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.jgrapht.alg.util.UnionFind;
import raconteur.core.bench.logic.Circuit;
import raconteur.core.bench.logic.CircuitBuilder;
import raconteur.core.bench.logic.Component;
import raconteur.core.bench.logic.Lines;
import raconteur.core.bench.part.Cartridge;
import raconteur.core.bench.part.Customs;
import raconteur.core.bench.part.Keyboard;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.capacitor.CapacitorSpec;
import raconteur.core.data.Figures;
import raconteur.core.device.DevicePin;
import raconteur.core.device.Gate;
import raconteur.core.device.LogicFamily;
import raconteur.core.device.PinKind;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.judge.Clocks;

/**
 * A board with faults as a circuit. A cut net is two nets, bridged nets are one, a dead part is not
 * there, a stuck output drives for ever; a part without its supplies does nothing.
 *
 * <p>What is simplified: the reset capacitor charges in {@value #RESET_MICROS} µs rather than in
 * its own time, so that a run need not wait for it; a crystal swings while its inverter answers; a
 * small resistor that a signal goes through is a wire, others between two signals are left out.
 */
public final class BoardCircuit {
  /** How long the reset line stays low after power-up, whatever its capacitor. */
  public static final int RESET_MICROS = 12;

  private static final long PICOS_PER_MICRO = 1_000_000;
  private static final int UNSUITED_NANOS =
      (int) Figures.shipped("bench").of("unsuited nanos late");

  private final Circuit circuit;
  private final Map<PinRef, Integer> netOfPin;
  private final Map<Integer, Integer> outsideDrivers;

  private BoardCircuit(
      Circuit circuit, Map<PinRef, Integer> netOfPin, Map<Integer, Integer> outsideDrivers) {
    this.circuit = circuit;
    this.netOfPin = Map.copyOf(netOfPin);
    this.outsideDrivers = Map.copyOf(outsideDrivers);
  }

  public Circuit circuit() {
    return circuit;
  }

  /** The circuit's net at a pin; empty for a pin that is on none. */
  public OptionalInt net(PinRef pin) {
    Integer net = netOfPin.get(pin);
    return net == null ? OptionalInt.empty() : OptionalInt.of(net);
  }

  /** What drives a net from outside, where it was asked for. */
  public OptionalInt outsideDriver(int net) {
    Integer driver = outsideDrivers.get(net);
    return driver == null ? OptionalInt.empty() : OptionalInt.of(driver);
  }

  /**
   * Builds the circuit.
   *
   * @param faults those that are there now
   * @param drivenAt pins at which lines are driven from outside
   */
  public static BoardCircuit of(
      Board board,
      BenchSetUp setUp,
      Collection<PlantedFault> faults,
      PluggedIn plugged,
      Collection<PinRef> drivenAt,
      CircuitBuilder.Codes codes) {
    return new Work(board, setUp, faults, plugged, codes).build(drivenAt);
  }

  private static final class Work {
    private final Board board;
    private final BenchSetUp setUp;
    private final PluggedIn plugged;
    private final SupplySide supply;
    private final CircuitBuilder builder;
    private final Map<PinRef, Integer> netOfPin = new HashMap<>();
    private final Map<PinRef, Integer> readingOverride = new HashMap<>();
    private final Map<PinRef, FaultMode> outputFaults = new HashMap<>();
    private final Set<PinRef> weak = new HashSet<>();
    private final Map<PinRef, Integer> slowNanos = new HashMap<>();
    private final List<Place.Segment> opens = new ArrayList<>();
    private final Set<PinRef> contacts = new HashSet<>();
    private final List<Place.Bridge> bridges = new ArrayList<>();
    private final Map<PinRef, Integer> inputFaults = new HashMap<>();
    private final Set<Integer> pulled = new HashSet<>();
    private final Set<Integer> driven = new HashSet<>();

    Work(
        Board board,
        BenchSetUp setUp,
        Collection<PlantedFault> faults,
        PluggedIn plugged,
        CircuitBuilder.Codes codes) {
      this.board = board;
      this.setUp = setUp;
      this.plugged = plugged;
      this.supply = new SupplySide(board, faults, plugged.out());
      this.builder = new CircuitBuilder(codes);
      faults.forEach(this::note);
    }

    private void note(PlantedFault fault) {
      switch (fault.wrong()) {
        case PlantedFault.Known(Fault known) -> note(known);
        case PlantedFault.Reads reads -> inputFaults.put(reads.pin(), Lines.of(reads.level()));
        case PlantedFault.Weak(PinRef pin) -> weak.add(pin);
        case PlantedFault.Slow slow -> slowNanos.put(slow.pin(), slow.nanos());
        case PlantedFault.Leak _, PlantedFault.Cell _ -> {}
      }
    }

    private void note(Fault fault) {
      switch (fault.place()) {
        case Place.Output(PinRef pin) -> {
          if (fault.mode() == FaultMode.WEAK) {
            weak.add(pin);
          } else {
            outputFaults.put(pin, fault.mode());
          }
        }
        case Place.Input(PinRef pin) ->
            inputFaults.put(pin, fault.mode() == FaultMode.INPUT_HIGH ? Lines.HIGH : Lines.LOW);
        case Place.Contact(PinRef pin) -> contacts.add(pin);
        case Place.Segment segment -> opens.add(segment);
        case Place.Bridge bridge -> bridges.add(bridge);
        case Place.Inside inside -> bridges.add(inside.asBridge());
        case Place.OfPart(String part) when fault.mode() == FaultMode.UNSUITED ->
            board.part(part).stream()
                .flatMap(p -> p.pins().stream())
                .filter(p -> board.kind(p).drives())
                .forEach(p -> slowNanos.put(p, UNSUITED_NANOS));
        case Place.OfPart _, Place.Load _, Place.Joints _, Place.FittedSet _ -> {}
      }
    }

    BoardCircuit build(Collection<PinRef> drivenAt) {
      nets();
      Map<Integer, Integer> outside = new HashMap<>();
      for (PinRef pin : drivenAt) {
        Integer number = netOfPin.get(pin);
        if (number != null) {
          outside.computeIfAbsent(number, builder::driver);
          driven.add(number);
        }
      }
      for (Part part : board.parts()) {
        if (part.fitted() && !plugged.out().contains(part.designator())) {
          place(part);
        }
      }
      plugIn();
      resets();
      outside.forEach(this::contradicted);
      undriven();
      return new BoardCircuit(builder.build(), netOfPin, outside);
    }

    /** A net driven from outside that an output drives too. */
    private void contradicted(int number, int outsideDriver) {
      board.nets().stream()
          .filter(n -> Integer.valueOf(number).equals(netOfPin.get(n.path().getFirst())))
          .findFirst()
          .ifPresent(
              net ->
                  net.path().stream()
                      .filter(drivers::containsKey)
                      .findFirst()
                      .ifPresent(
                          pin ->
                              builder.problem(
                                  "Net "
                                      + net.name()
                                      + " is driven from outside and by "
                                      + pin
                                      + ": where they disagree they fight.")));
    }

    /** Nets that are read and that nothing can drive, named in one sentence. */
    private void undriven() {
      List<String> names = new ArrayList<>();
      for (Net net : board.nets()) {
        Integer number = netOfPin.get(net.path().getFirst());
        boolean read = net.path().stream().anyMatch(p -> board.kind(p).reads());
        if (number != null && read && !driven.contains(number) && !pulled.contains(number)) {
          names.add(net.name());
        }
      }
      if (!names.isEmpty()) {
        builder.problem("Nothing drives " + String.join(", ", names) + ".");
      }
    }

    /** Pieces of copper, joined where a bridge or the harness joins them. */
    private void nets() {
      List<List<PinRef>> pieces = new ArrayList<>();
      List<String> names = new ArrayList<>();
      for (Net net : board.nets()) {
        List<PinRef> piece = new ArrayList<>();
        String name = net.name();
        for (PinRef pin : net.path()) {
          if (contacts.contains(pin)) {
            pieces.add(List.of(pin));
            names.add(pin + " off " + net.name());
            continue;
          }
          if (!piece.isEmpty() && cut(net, piece.getLast(), pin)) {
            pieces.add(piece);
            names.add(name);
            name = net.name() + " beyond " + piece.getLast();
            piece = new ArrayList<>();
          }
          piece.add(pin);
        }
        if (!piece.isEmpty()) {
          pieces.add(piece);
          names.add(name);
        }
      }
      Map<PinRef, Integer> pieceOfPin = new HashMap<>();
      UnionFind<Integer> joined =
          new UnionFind<>(IntStream.range(0, pieces.size()).boxed().collect(Collectors.toSet()));
      for (int i = 0; i < pieces.size(); i++) {
        for (PinRef pin : pieces.get(i)) {
          pieceOfPin.put(pin, i);
        }
      }
      bridges.forEach(b -> join(joined, pieceOfPin, List.of(b.one(), b.other())));
      if (plugged.harness()) {
        setUp.harness().forEach(pins -> join(joined, pieceOfPin, pins));
      }
      board.parts().stream()
          .filter(p -> p.fitted() && !plugged.out().contains(p.designator()))
          .filter(p -> p.device().isResistor() || p.device().isSeries())
          .filter(p -> !supply.isDead(p.designator()))
          .flatMap(p -> through(p).stream())
          .forEach(pins -> join(joined, pieceOfPin, pins));
      Map<Integer, Integer> numbers = new HashMap<>();
      for (int i = 0; i < pieces.size(); i++) {
        // Joined pieces go by the name of the first of them.
        int first = i;
        int number =
            numbers.computeIfAbsent(
                joined.find(i), top -> builder.net(names.get(first), idleOf(joined, top, pieces)));
        tie(names.get(i), number);
        for (PinRef pin : pieces.get(i)) {
          netOfPin.put(pin, number);
        }
      }
    }

    /** The two ends of each resistor, coil or link that a signal goes through: as one line. */
    private static List<List<PinRef>> through(Part part) {
      List<List<PinRef>> ways = new ArrayList<>();
      for (Gate gate : part.device().gates()) {
        for (String input : gate.inputs()) {
          part.device()
              .pinNamed(input)
              .ifPresent(
                  from ->
                      part.device()
                          .pinNamed(gate.output())
                          .ifPresent(
                              to ->
                                  ways.add(
                                      List.of(part.pin(from.number()), part.pin(to.number())))));
        }
      }
      return ways;
    }

    private boolean cut(Net net, PinRef from, PinRef to) {
      return opens.stream()
          .anyMatch(o -> o.net().equals(net.name()) && o.from().equals(from) && o.to().equals(to));
    }

    private static void join(
        UnionFind<Integer> joined, Map<PinRef, Integer> pieceOfPin, List<PinRef> pins) {
      for (PinRef pin : pins) {
        Integer one = pieceOfPin.get(pins.getFirst());
        Integer other = pieceOfPin.get(pin);
        if (one != null && other != null) {
          joined.union(one, other);
        }
      }
    }

    /** A line with a bipolar input on it floats high; with only MOS inputs it keeps its charge. */
    private int idleOf(UnionFind<Integer> joined, int top, List<List<PinRef>> pieces) {
      for (int i = 0; i < pieces.size(); i++) {
        if (joined.find(i) == top
            && pieces.get(i).stream().anyMatch(p -> board.kind(p).reads() && bipolar(p.part()))) {
          return Lines.HIGH;
        }
      }
      return Lines.UNKNOWN;
    }

    private boolean bipolar(String designator) {
      return board
          .part(designator)
          .filter(Part::fitted)
          .filter(p -> LogicFamily.of(p.device()).bipolar())
          .isPresent();
    }

    private void tie(String name, int number) {
      if (name.equals(board.ground())) {
        builder.supply(number, Lines.LOW);
        driven.add(number);
      }
      Optional<Rail> rail = board.railOfNet(name);
      if (rail.isPresent()) {
        boolean high = supply.good(rail.get()) && rail.get().volts() > 0;
        builder.supply(number, high ? Lines.HIGH : Lines.LOW);
        driven.add(number);
      }
    }

    private void place(Part part) {
      if (part.device().isCrystal()) {
        crystal(part);
      } else if (part.device().isResistor()) {
        resistor(part);
      } else if (!supply.supplied(part)) {
        part.pins().stream().filter(outputFaults::containsKey).forEach(pin -> drives(part, pin));
      } else {
        active(part);
      }
    }

    private void active(Part part) {
      Optional<Customs.Custom> custom = Customs.of(part.device().name());
      if (custom.isPresent()) {
        custom(part, custom.get());
      } else if (part.device().behaviour().known()) {
        if (!part.device().behaviour().switches().isEmpty()) {
          builder.problem(
              part.designator() + " has switches between pins; those are not simulated.");
        }
        builder.device(part.designator(), part.device(), wiring(part));
      } else if (part.device().pins().stream().anyMatch(p -> p.kind().drives())) {
        builder.problem(
            part.designator()
                + " ("
                + part.device().name()
                + ") has no written function: its outputs do nothing.");
        part.pins().stream().filter(outputFaults::containsKey).forEach(pin -> drives(part, pin));
      }
    }

    private CircuitBuilder.Wiring wiring(Part part) {
      Map<String, PinRef> pins = new HashMap<>();
      for (DevicePin pin : part.device().pins()) {
        pins.putIfAbsent(pin.name(), part.pin(pin.number()));
      }
      return new CircuitBuilder.Wiring() {
        @Override
        public int reads(String pin) {
          return Work.this.reads(part, Objects.requireNonNull(pins.get(pin)));
        }

        @Override
        public int drives(String pin) {
          return Work.this.drives(part, Objects.requireNonNull(pins.get(pin)));
        }
      };
    }

    /** The net an input listens to: outside its pin, or what it takes it for. */
    private int reads(Part part, PinRef pin) {
      Integer stuck = inputFaults.get(pin);
      if (stuck != null) {
        return readingOverride.computeIfAbsent(
            pin,
            p -> {
              int net = builder.net(p + " inside", Lines.UNKNOWN);
              builder.supply(net, stuck);
              return net;
            });
      }
      return outside(part, pin);
    }

    private final Map<PinRef, Integer> drivers = new HashMap<>();

    /** Each output has one driver, however often it is asked for. */
    private int drives(Part part, PinRef pin) {
      return drivers.computeIfAbsent(pin, p -> driver(part, p));
    }

    private int driver(Part part, PinRef pin) {
      int net = outside(part, pin);
      driven.add(net);
      FaultMode fault = outputFaults.get(pin);
      if (fault == null) {
        return builder.driver(net, weak.contains(pin), slowNanos.getOrDefault(pin, 0) * 1000L);
      }
      switch (fault.line()) {
        case HELD_LOW -> builder.step(builder.driver(net), 0, Lines.LOW);
        case HELD_HIGH -> builder.step(builder.driver(net), 0, Lines.HIGH);
        case LET_GO, WEAKLY_DRIVEN, OWN -> {}
      }
      return -1;
    }

    private int outside(Part part, PinRef pin) {
      boolean floatsHigh = bipolar(part.designator());
      return netOfPin.computeIfAbsent(
          pin, p -> builder.net(p + " unconnected", floatsHigh ? Lines.HIGH : Lines.UNKNOWN));
    }

    private void custom(Part part, Customs.Custom custom) {
      Map<String, PinRef> pins = new HashMap<>();
      for (DevicePin pin : part.device().pins()) {
        pins.putIfAbsent(pin.name(), part.pin(pin.number()));
      }
      int[] reads = new int[custom.pins().size()];
      int[] drives = new int[reads.length];
      for (int i = 0; i < reads.length; i++) {
        PinRef pin = pins.get(custom.pins().get(i));
        if (pin == null) {
          builder.problem(
              part.designator() + " has no pin " + custom.pins().get(i) + "; it is not simulated.");
          return;
        }
        reads[i] = reads(part, pin);
        drives[i] = board.kind(pin).drives() ? drives(part, pin) : -1;
      }
      builder.component(
          custom.maker(),
          reads,
          drives,
          custom.listens().stream().map(custom.pins()::indexOf).toList());
    }

    private void crystal(Part part) {
      Optional<Double> hertz = Clocks.hertz(part).filter(h -> h >= 1 && h <= 1e9);
      List<Integer> ends =
          part.pins().stream()
              .filter(p -> board.kind(p) == PinKind.PASSIVE || board.kind(p).drives())
              .filter(netOfPin::containsKey)
              .map(netOfPin::get)
              .toList();
      if (supply.isDead(part.designator())) {
        return;
      }
      if (hertz.isEmpty() || ends.isEmpty()) {
        builder.problem(
            part.designator() + " does not say its frequency, such as 16 MHz, or hangs on no net.");
        return;
      }
      long half = Math.round(0.5e12 / hertz.get());
      if (ends.size() == 1) {
        driven.add(ends.getFirst());
        builder.clock(ends.getFirst(), half, -1);
        return;
      }
      boolean firstIsDriven =
          hasOutput(ends.getFirst()) || (!hasOutput(ends.getLast()) && !isRead(ends.getFirst()));
      int swings = ends.get(firstIsDriven ? 1 : 0);
      int other = ends.get(firstIsDriven ? 0 : 1);
      driven.add(swings);
      builder.clock(
          swings, half, firstInverter(swings).orElseGet(() -> answers(other).orElse(other)));
    }

    /** The net behind the gate of one input that listens to a crystal's end. */
    private OptionalInt firstInverter(int net) {
      for (Net each : board.nets()) {
        if (netOfPin.get(each.path().getFirst()) == net) {
          for (PinRef pin : each.path()) {
            Part part = board.part(pin.part()).orElseThrow();
            String name = part.device().pin(pin.number()).map(DevicePin::name).orElse("");
            Optional<Integer> output =
                part.device().gates().stream()
                    .filter(g -> part.device().isSmallLogic() && g.inputs().equals(List.of(name)))
                    .flatMap(g -> part.device().pinNamed(g.output()).stream())
                    .map(p -> netOfPin.get(part.pin(p.number())))
                    .filter(Objects::nonNull)
                    .findFirst();
            if (output.isPresent()) {
              return OptionalInt.of(output.get());
            }
          }
        }
      }
      return OptionalInt.empty();
    }

    private boolean isRead(int net) {
      return board.nets().stream()
          .filter(n -> netOfPin.get(n.path().getFirst()) == net)
          .anyMatch(n -> n.path().stream().anyMatch(p -> board.kind(p).reads()));
    }

    /** The net whose output drives a crystal's end, by itself or through a small resistor. */
    private OptionalInt answers(int net) {
      if (hasOutput(net)) {
        return OptionalInt.of(net);
      }
      return board.parts().stream()
          .filter(p -> p.fitted() && p.device().isResistor() && p.pins().size() == 2)
          .filter(p -> netOfPin.keySet().containsAll(p.pins()))
          .map(p -> p.pins().stream().mapToInt(netOfPin::get).toArray())
          .filter(pair -> pair[0] == net || pair[1] == net)
          .mapToInt(pair -> pair[0] == net ? pair[1] : pair[0])
          .filter(this::hasOutput)
          .findFirst();
    }

    private boolean hasOutput(int net) {
      return board.nets().stream()
          .filter(n -> netOfPin.get(n.path().getFirst()) == net)
          .anyMatch(n -> n.path().stream().anyMatch(p -> board.kind(p).drives()));
    }

    /** A resistor to a supply pulls; a pack joins each of its pins to its first. */
    private void resistor(Part part) {
      if (supply.isDead(part.designator())) {
        return;
      }
      List<PinRef> pins = part.pins();
      for (int i = 1; i < pins.size(); i++) {
        pull(pins.getFirst(), pins.get(i));
        if (pins.size() == 2) {
          pull(pins.get(i), pins.getFirst());
        }
      }
    }

    private void pull(PinRef supplyEnd, PinRef lineEnd) {
      Integer line = netOfPin.get(lineEnd);
      Optional<Net> from = board.netOf(supplyEnd);
      if (line == null || from.isEmpty() || !board.isSupply(from.get().name())) {
        return;
      }
      boolean high =
          board
              .railOfNet(from.get().name())
              .filter(r -> supply.good(r) && r.volts() > 0)
              .isPresent();
      builder.pull(line, high ? Lines.HIGH : Lines.LOW);
      pulled.add(line);
    }

    /** A line nothing drives, with a resistor up and a large capacitor down, comes up late. */
    private void resets() {
      for (Part part : board.parts()) {
        boolean large =
            part.device().isElectrolytic()
                && part.fitted()
                && !plugged.out().contains(part.designator())
                && !supply.isDead(part.designator())
                && CapacitorSpec.parse(part.value()).filter(c -> c.farads() >= 1e-6).isPresent();
        if (large) {
          for (PinRef pin : part.pins()) {
            Integer net = netOfPin.get(pin);
            if (net != null && pulled.contains(net) && !driven.contains(net)) {
              int driver = builder.driver(net);
              builder.step(driver, 0, Lines.LOW);
              builder.step(driver, RESET_MICROS * PICOS_PER_MICRO, Lines.FLOATING);
            }
          }
        }
      }
    }

    private void plugIn() {
      if (plugged.cartridge().isPresent() && setUp.cartridge().isPresent()) {
        BenchSetUp.Plug plug = plugged.cartridge().get();
        contacts(
            setUp.cartridge().get().contacts(),
            () -> new Cartridge(plug.from(), plug.contents(), plug.takesOver()),
            Cartridge.LISTENS);
      }
      if (!plugged.keysHeld().isEmpty()) {
        List<PinRef> lines = new ArrayList<>(setUp.keys().columns());
        int columns = lines.size();
        lines.addAll(setUp.keys().rows());
        contacts(
            lines,
            () -> new Keyboard(columns, lines.size() - columns, plugged.keysHeld()),
            IntStream.range(0, columns).boxed().toList());
      }
    }

    private void contacts(
        List<PinRef> contacts,
        java.util.function.Supplier<? extends Component> maker,
        List<Integer> listens) {
      int[] reads = new int[contacts.size()];
      int[] drives = new int[contacts.size()];
      for (int i = 0; i < reads.length; i++) {
        Integer net = netOfPin.get(contacts.get(i));
        reads[i] = net == null ? builder.net(contacts.get(i) + " unconnected", Lines.UNKNOWN) : net;
        drives[i] = builder.driver(reads[i]);
      }
      builder.component(maker, reads, drives, listens);
    }
  }
}
