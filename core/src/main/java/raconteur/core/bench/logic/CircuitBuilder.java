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
  final List<int[]> cellReads = new ArrayList<>();
  final List<int[]> cellMemories = new ArrayList<>();
  final List<Integer> registerBits = new ArrayList<>();
  final List<List<Integer>> gathers = new ArrayList<>();
  private final Map<List<Integer>, Integer> gatherNumbers = new HashMap<>();
  final List<Circuit.Clocking> clockings = new ArrayList<>();
  final List<Circuit.Step> steps = new ArrayList<>();
  final List<String> problems = new ArrayList<>();
  private static final Expression ALWAYS = new Expression.Constant(true);
  private static final int SMALL_TABLE = 6;
  int states;
  private int components;
  private final Codes codes;
  private final List<Pending> pending = new ArrayList<>();

  /** States are numbered behind the nets, so cells wait until all nets are known. */
  private record Pending(String part, DeviceCode code, Wiring wiring) {}

  /** Devices made ready, kept from circuit to circuit so that each type is tabulated once. */
  public static final class Codes {
    private final IdentityHashMap<Device, Optional<DeviceCode>> made = new IdentityHashMap<>();
    private final IdentityHashMap<Expression, Table> tables = new IdentityHashMap<>();

    synchronized Table table(Expression e) {
      return tables.computeIfAbsent(e, x -> Table.driven(x, ALWAYS, false));
    }

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
    cellReads.add(reads.clone());
    cellMemories.add(new int[0]);
    for (int pin : listens) {
      fan(reads[pin], cell, Circuit.WAKES);
    }
  }

  /** Makes the circuit. */
  public Circuit build() {
    for (Pending p : pending) {
      new Placing(p).place();
    }
    return new Circuit(this);
  }

  /** A group of nets that are read together, numbered once for all that read it. */
  private int gather(List<Integer> nets) {
    return gatherNumbers.computeIfAbsent(
        nets,
        n -> {
          gathers.add(n);
          return gathers.size() - 1;
        });
  }

  private void fan(int node, int cell, int bit) {
    fanNode.add(node);
    fanCell.add(cell);
    fanBit.add(bit);
  }

  /** Numbers one placed device's names and adds its cells. */
  private final class Placing implements Code.Names, EdgePlan.Packing {
    private final Pending pending;
    private final Map<String, Integer> stateNodes = new HashMap<>();
    private final Map<String, Integer> memoryNumbers = new HashMap<>();
    private final Map<Integer, List<Integer>> readersOfMemory = new HashMap<>();
    private final Map<String, Integer> registers = new HashMap<>();

    Placing(Pending pending) {
      this.pending = pending;
    }

    @Override
    public int memory(String name) {
      return java.util.Objects.requireNonNull(memoryNumbers.get(name));
    }

    @Override
    public int node(String name) {
      Integer state = stateNodes.get(name);
      return state == null ? pending.wiring().reads(name) : state;
    }

    @Override
    public boolean packed(String word) {
      return registers.containsKey(word);
    }

    private int register(String word) {
      return java.util.Objects.requireNonNull(registers.get(word));
    }

    private PackedWord packedWord(String word) {
      return java.util.Objects.requireNonNull(pending.code().packed.get(word));
    }

    @Override
    public EdgePlan latch(String word) {
      List<String> sources = packedWord(word).sources();
      return new EdgePlan.Latch(
          register(word), gather(sources.stream().map(pending.wiring()::reads).toList()));
    }

    @Override
    public EdgePlan forget(String word) {
      return new EdgePlan.Forget(register(word));
    }

    /** Splits an address into packed words and rows of nets; anything else goes bit by bit. */
    @Override
    public Address address(List<Expression> bits) {
      Optional<Address> result = Optional.empty();
      for (int i = 0; i < bits.size(); ) {
        Optional<PackedWord> word = wordAt(bits.get(i));
        int end = word.map(PackedWord::sources).map(List::size).orElse(0) + i;
        List<Integer> nets = new ArrayList<>();
        while (word.isEmpty() && end < bits.size() && isNet(bits.get(end))) {
          nets.add(node(((Expression.Pin) bits.get(end++)).name()));
        }
        if (end == i) {
          return new Address.Bits(codesOf(bits));
        }
        Address part =
            word.<Address>map(w -> new Address.Register(register(w.name())))
                .orElseGet(() -> new Address.Lines(gather(nets)));
        int below = i;
        result =
            Optional.of(
                result.<Address>map(low -> new Address.Joined(low, below, part)).orElse(part));
        i = end;
      }
      return result.orElseGet(() -> new Address.Bits(new Code[0]));
    }

    private Optional<PackedWord> wordAt(Expression bit) {
      return pending.code().packed.values().stream()
          .filter(w -> bit.equals(new Expression.Pin(w.name() + ".0")))
          .findFirst();
    }

    private boolean isNet(Expression bit) {
      return bit instanceof Expression.Pin pin
          && !stateNodes.containsKey(pin.name())
          && wordAt(bit).isEmpty();
    }

    void place() {
      DeviceCode code = pending.code();
      for (String state : code.states) {
        stateNodes.put(state, netNames.size() + states++);
      }
      for (PackedWord word : code.packed.values()) {
        registers.put(word.name(), registerBits.size());
        registerBits.add(word.sources().size());
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

    /** Notes what a cell reads, whether or not it wakes it; its part's memories with it. */
    private void reads(Expression... functions) {
      Set<String> names = new LinkedHashSet<>();
      for (Expression function : functions) {
        names.addAll(function.pins());
      }
      names.removeIf(this::inPackedWord);
      cellReads.add(names.stream().mapToInt(this::node).toArray());
      cellMemories.add(memoryNumbers.values().stream().mapToInt(i -> i).toArray());
    }

    private Code code(Expression e) {
      boolean small =
          !(e instanceof Expression.Pin)
              && !(e instanceof Expression.Constant)
              && Table.fits(e)
              && e.pins().size() <= SMALL_TABLE;
      return small ? tableCode(codes.table(e)) : Code.of(e, this);
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
      reads(output.value(), output.enable());
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
        names.removeIf(this::inPackedWord);
        names.forEach(n -> fan(node(n), cell, Circuit.WAKES));
      }
    }

    /**
     * A packed word wakes nothing by itself: what reads it wakes with the clock that latches it.
     */
    private boolean inPackedWord(String name) {
      int dot = name.lastIndexOf('.');
      return dot > 0 && packed(name.substring(0, dot));
    }

    private void port(DeviceCode.Port port) {
      int cell = cells.size();
      int[] drivers = port.pins().stream().mapToInt(pending.wiring()::drives).toArray();
      int number = memory(port.memory());
      cells.add(
          new Circuit.PortCell(
              number,
              address(port.address()),
              port.enable().entries(),
              tableCode(port.enable()),
              drivers,
              port.bits().stream().mapToInt(i -> i).toArray()));
      List<Expression> read = new ArrayList<>(port.address());
      port.enable().inputs().forEach(n -> read.add(new Expression.Pin(n)));
      reads(read.toArray(Expression[]::new));
      fanTable(cell, Optional.of(port.enable()));
      Set<String> address = new LinkedHashSet<>();
      port.address().forEach(a -> address.addAll(a.pins()));
      address.removeIf(this::inPackedWord);
      address.forEach(n -> fan(node(n), cell, Circuit.WAKES));
      readers(number).add(cell);
    }

    private Code tableCode(Table table) {
      return new TableCode(table.inputs().stream().mapToInt(this::node).toArray(), table.entries());
    }

    /** What it keeps by itself need not be worked out again, so its own level does not wake it. */
    private void hold(DeviceCode.Hold hold) {
      int cell = cells.size();
      cells.add(new Circuit.HoldCell(node(hold.state()), code(hold.next())));
      reads(hold.next());
      for (String name : hold.next().pins()) {
        if (!name.equals(hold.state())) {
          fan(node(name), cell, Circuit.WAKES);
        }
      }
    }

    private Circuit.Write write(DeviceCode.Writing writing) {
      int number = memory(writing.memory());
      return new Circuit.Write(
          number,
          code(writing.condition()),
          address(writing.address()),
          codesOf(writing.data()),
          readers(number).stream().mapToInt(i -> i).toArray());
    }

    private void writing(DeviceCode.Writing writing) {
      int cell = cells.size();
      cells.add(new Circuit.WriteCell(write(writing)));
      List<Expression> read = new ArrayList<>(writing.address());
      read.addAll(writing.data());
      read.add(writing.condition());
      reads(read.toArray(Expression[]::new));
      Set<String> names = new LinkedHashSet<>(writing.condition().pins());
      writing.address().forEach(a -> names.addAll(a.pins()));
      writing.data().forEach(d -> names.addAll(d.pins()));
      names.removeIf(this::inPackedWord);
      names.forEach(n -> fan(node(n), cell, Circuit.WAKES));
    }

    private void clock(DeviceCode.Clock clock) {
      int cell = cells.size();
      Circuit.Edges rise = edges(clock.onRise(), clock.writesOnRise());
      Circuit.Edges fall = edges(clock.onFall(), clock.writesOnFall());
      cells.add(new Circuit.ClockCell(code(clock.clock()), rise, fall));
      reads(clockReads(clock).toArray(Expression[]::new));
      if (clock.clock() instanceof Expression.Pin pin) {
        int wakes =
            fall.none()
                ? Circuit.WAKES_RISING
                : rise.none() ? Circuit.WAKES_FALLING : Circuit.WAKES;
        fan(node(pin.name()), cell, wakes);
      } else {
        clock.clock().pins().forEach(n -> fan(node(n), cell, Circuit.WAKES));
      }
    }

    private List<Expression> clockReads(DeviceCode.Clock clock) {
      List<Expression> read = new ArrayList<>(List.of(clock.clock()));
      for (List<DeviceCode.Edge> edges : List.of(clock.onRise(), clock.onFall())) {
        for (DeviceCode.Edge edge : edges) {
          if (packed(edge.state())) {
            PackedWord word = packedWord(edge.state());
            word.sources().forEach(pin -> read.add(new Expression.Pin(pin)));
            read.add(word.timing().condition());
          } else {
            read.add(edge.next());
          }
        }
      }
      for (List<DeviceCode.Writing> writes : List.of(clock.writesOnRise(), clock.writesOnFall())) {
        for (DeviceCode.Writing write : writes) {
          read.addAll(write.address());
          read.addAll(write.data());
          read.add(write.condition());
        }
      }
      return read;
    }

    private Circuit.Edges edges(List<DeviceCode.Edge> edges, List<DeviceCode.Writing> writes) {
      List<DeviceCode.Edge> bits = edges.stream().filter(e -> !packed(e.state())).toList();
      return new Circuit.Edges(
          EdgePlan.of(edges, this::node, this::code, this),
          bits.stream().mapToInt(e -> node(e.state())).toArray(),
          bits.stream().map(e -> code(e.next())).toArray(Code[]::new),
          edges.stream()
              .map(DeviceCode.Edge::state)
              .filter(this::packed)
              .mapToInt(this::register)
              .toArray(),
          writes.stream().map(this::write).toArray(Circuit.Write[]::new));
    }
  }
}
