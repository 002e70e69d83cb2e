package raconteur.core.bench.logic;

import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.IdentityHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;
import java.util.function.ToIntFunction;
import org.jspecify.annotations.Nullable;
import raconteur.core.device.Behaviour;
import raconteur.core.device.Device;
import raconteur.core.device.Expression;

/** Collects nets, parts and sources, and makes a {@link Circuit} of them. Used once. */
public final class CircuitBuilder {
  final List<String> netNames = new ArrayList<>();
  final List<Integer> idle = new ArrayList<>();
  final List<Integer> pull = new ArrayList<>();
  final List<Integer> supply = new ArrayList<>();
  final List<Integer> driverNet = new ArrayList<>();
  final List<Boolean> driverWeak = new ArrayList<>();
  final List<Long> driverDelay = new ArrayList<>();
  final List<Circuit.Cell> cells = new ArrayList<>();
  final List<Integer> fanNode = new ArrayList<>();
  final List<Integer> fanCell = new ArrayList<>();
  final List<Integer> fanBit = new ArrayList<>();
  final List<Integer> memoryWords = new ArrayList<>();
  final List<Integer> memoryWidths = new ArrayList<>();
  final Map<String, Integer> memoryByName = new HashMap<>();
  final List<Circuit.Clocking> clockings = new ArrayList<>();
  final List<Circuit.Step> steps = new ArrayList<>();
  final List<String> problems = new ArrayList<>();
  int states;
  private int components;
  private final Codes codes;
  private final List<Pending> pending = new ArrayList<>();

  /** States are numbered behind the nets, so cells wait until all nets are known. */
  private record Pending(String part, DeviceCode code, Wiring wiring) {}

  /** Devices made ready, kept from circuit to circuit so that each type is tabulated once. */
  public static final class Codes {
    private final IdentityHashMap<Device, Optional<DeviceCode>> made = new IdentityHashMap<>();

    synchronized Optional<DeviceCode> of(Device device) {
      return made.computeIfAbsent(device, DeviceCode::of);
    }
  }

  /** How a placed device hangs in the circuit, by pin name. */
  public interface Wiring {
    /** The net an input listens to. */
    int reads(String pin);

    /** The driver of an output; negative where it drives nothing. */
    int drives(String pin);
  }

  public CircuitBuilder(Codes codes) {
    this.codes = codes;
  }

  /** Adds a net that floats high, low or, with {@link Lines#UNKNOWN}, keeps its last level. */
  public int net(String name, int idleLine) {
    netNames.add(name);
    idle.add(idleLine);
    pull.add(Lines.FLOATING);
    supply.add(Lines.FLOATING);
    return netNames.size() - 1;
  }

  /** A resistor to a supply; two that disagree leave the line in between. */
  public void pull(int net, int line) {
    int before = pull.get(net);
    pull.set(net, before == Lines.FLOATING || before == line ? line : Lines.UNKNOWN);
  }

  /** Ties a net to a supply; a net tied to both is low. */
  public void supply(int net, int line) {
    supply.set(net, Math.min(supply.get(net), line));
  }

  /** Adds something that can drive a net. */
  public int driver(int net) {
    return driver(net, false, 0);
  }

  /**
   * Adds something that can drive a net.
   *
   * @param weak gives way to every healthy output
   * @param delayPicos how much later than others it follows
   */
  public int driver(int net, boolean weak, long delayPicos) {
    driverNet.add(net);
    driverWeak.add(weak);
    driverDelay.add(delayPicos);
    return driverNet.size() - 1;
  }

  /** A line driven at a moment after power-up. */
  public void step(int driver, long picos, int line) {
    steps.add(new Circuit.Step(driver, picos, line));
  }

  /** Something that swings by itself while the feedback net answers; negative for no feedback. */
  public void clock(int net, long halfPeriodPicos, int feedbackNet) {
    clockings.add(new Circuit.Clocking(driver(net), halfPeriodPicos, feedbackNet));
  }

  public void problem(String sentence) {
    problems.add(sentence);
  }

  /** Places a device whose function is written in the notation. */
  public void device(String part, Device device, Wiring wiring) {
    Optional<DeviceCode> code = codes.of(device);
    if (code.isEmpty()) {
      problem(part + " has words wider than 32 bits; it is not simulated.");
      return;
    }
    // Asking for every pin now makes all nets there are, so that bits can be numbered behind them.
    for (var pin : device.signalPins()) {
      wiring.reads(pin.name());
    }
    code.get().outputs.forEach(o -> wiring.drives(o.pin()));
    code.get().ports.forEach(p -> p.pins().forEach(wiring::drives));
    pending.add(new Pending(part, code.get(), wiring));
  }

  /**
   * Places a programmed part.
   *
   * @param maker makes its state for one run
   * @param reads the nets of its pins, in order
   * @param drivers the driver of each pin, negative where it drives nothing
   * @param listens the pins that wake it
   */
  public void component(
      Supplier<? extends Component> maker,
      int[] reads,
      int[] drivers,
      Collection<Integer> listens) {
    int cell = cells.size();
    cells.add(new Circuit.ComponentCell(maker, components++, reads.clone(), drivers.clone()));
    for (int pin : listens) {
      fan(reads[pin], cell, -1);
    }
  }

  /** Makes the circuit. */
  public Circuit build() {
    for (Pending p : pending) {
      new Placing(p).place();
    }
    return new Circuit(this);
  }

  private void fan(int node, int cell, int bit) {
    fanNode.add(node);
    fanCell.add(cell);
    fanBit.add(bit);
  }

  /** Numbers one placed device's names and adds its cells. */
  private final class Placing {
    private final Pending pending;
    private final Map<String, Integer> stateNodes = new HashMap<>();
    private final Map<String, Integer> memoryNumbers = new HashMap<>();
    private final Map<Integer, List<Integer>> readersOfMemory = new HashMap<>();
    private final ToIntFunction<String> node = this::node;
    private final ToIntFunction<String> memory = this::memoryNumber;

    Placing(Pending pending) {
      this.pending = pending;
    }

    private int memoryNumber(String name) {
      return java.util.Objects.requireNonNull(memoryNumbers.get(name));
    }

    private int node(String name) {
      Integer state = stateNodes.get(name);
      return state == null ? pending.wiring().reads(name) : state;
    }

    void place() {
      DeviceCode code = pending.code();
      for (String state : code.states) {
        stateNodes.put(state, netNames.size() + states++);
      }
      for (Behaviour.Memory m : code.memories) {
        memoryNumbers.put(m.name(), memoryWords.size());
        memoryByName.put(pending.part() + " " + m.name(), memoryWords.size());
        memoryWords.add(m.words());
        memoryWidths.add(m.width());
      }
      code.outputs.forEach(this::output);
      code.ports.forEach(this::port);
      code.holds.forEach(this::hold);
      code.writings.forEach(this::writing);
      code.clocks.forEach(this::clock);
    }

    private Code code(Expression e) {
      return Code.of(e, node, memory);
    }

    private Code[] codesOf(List<Expression> parts) {
      return parts.stream().map(this::code).toArray(Code[]::new);
    }

    private void output(DeviceCode.Output output) {
      int driver = pending.wiring().drives(output.pin());
      if (driver < 0) {
        return;
      }
      int cell = cells.size();
      byte @Nullable [] table = output.table().map(Table::entries).orElse(null);
      cells.add(
          new Circuit.OutputCell(
              driver, table, code(output.value()), code(output.enable()), output.collector()));
      fanTable(cell, output.table(), output.value(), output.enable());
      noteReaders(cell, output.value());
    }

    private void noteReaders(int cell, Expression value) {
      if (Table.readsMemory(value)) {
        memoryNumbers.values().forEach(m -> readers(m).add(cell));
      }
    }

    private List<Integer> readers(int memoryNumber) {
      return readersOfMemory.computeIfAbsent(memoryNumber, _ -> new ArrayList<>());
    }

    private void fanTable(int cell, Optional<Table> table, Expression... parts) {
      if (table.isPresent()) {
        for (int i = 0; i < table.get().inputs().size(); i++) {
          fan(node(table.get().inputs().get(i)), cell, i);
        }
      } else {
        Set<String> names = new LinkedHashSet<>();
        for (Expression part : parts) {
          names.addAll(part.pins());
        }
        names.forEach(n -> fan(node(n), cell, -1));
      }
    }

    private void port(DeviceCode.Port port) {
      int cell = cells.size();
      int[] drivers = port.pins().stream().mapToInt(pending.wiring()::drives).toArray();
      int number = memory.applyAsInt(port.memory());
      cells.add(
          new Circuit.PortCell(
              number,
              codesOf(port.address()),
              port.enable().entries(),
              enableCode(port.enable()),
              drivers,
              port.bits().stream().mapToInt(i -> i).toArray()));
      fanTable(cell, Optional.of(port.enable()));
      Set<String> address = new LinkedHashSet<>();
      port.address().forEach(a -> address.addAll(a.pins()));
      address.forEach(n -> fan(node(n), cell, -1));
      readers(number).add(cell);
    }

    /** Whether a port drives where an input is unknown: not to be said. */
    private Code enableCode(Table enable) {
      return new TableCode(enable.inputs().stream().mapToInt(node).toArray(), enable.entries());
    }

    private void hold(DeviceCode.Hold hold) {
      int cell = cells.size();
      cells.add(
          new Circuit.HoldCell(
              node(hold.state()),
              hold.table().map(Table::entries).orElse(null),
              code(hold.next())));
      fanTable(cell, hold.table(), hold.next());
    }

    private Circuit.Write write(DeviceCode.Writing writing) {
      int number = memory.applyAsInt(writing.memory());
      return new Circuit.Write(
          number,
          code(writing.condition()),
          codesOf(writing.address()),
          codesOf(writing.data()),
          readers(number).stream().mapToInt(i -> i).toArray());
    }

    private void writing(DeviceCode.Writing writing) {
      int cell = cells.size();
      cells.add(new Circuit.WriteCell(write(writing)));
      Set<String> names = new LinkedHashSet<>(writing.condition().pins());
      writing.address().forEach(a -> names.addAll(a.pins()));
      writing.data().forEach(d -> names.addAll(d.pins()));
      names.forEach(n -> fan(node(n), cell, -1));
    }

    private void clock(DeviceCode.Clock clock) {
      int cell = cells.size();
      cells.add(
          new Circuit.ClockCell(
              cell,
              clock.table().entries(),
              code(clock.clock()),
              edges(clock.onRise(), clock.writesOnRise()),
              edges(clock.onFall(), clock.writesOnFall())));
      fanTable(cell, Optional.of(clock.table()));
    }

    private Circuit.Edges edges(List<DeviceCode.Edge> edges, List<DeviceCode.Writing> writes) {
      return new Circuit.Edges(
          edges.stream().mapToInt(e -> node(e.state())).toArray(),
          edges.stream().map(e -> code(e.next())).toArray(Code[]::new),
          writes.stream().map(this::write).toArray(Circuit.Write[]::new));
    }
  }
}
