package raconteur.core.bench.logic;

import java.util.Collections;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * A circuit ready to run: nets and what drives, pulls and reads them, as flat arrays. Immutable and
 * shared by any number of runs; made by {@link CircuitBuilder}.
 */
public final class Circuit {
  /* Nodes are the nets first, then every remembered bit. A cell is one thing to work out again when
   * one of its nodes moved: an output, a memory's port, a remembered bit that follows, a clock, a
   * write, a component. Cells with a table keep the index of their entry up to date as their nodes
   * move (fanBit), so that working one out is one look-up. */
  static final int WAKES = -1;
  static final int WAKES_RISING = -2;
  static final int WAKES_FALLING = -3;
  private static final int FAN_BITS = 5;
  final String[] netNames;
  final int nodes;
  final byte[] idle;
  final byte[] pull;
  final byte[] supply;
  final int[] driverNet;
  final boolean[] driverWeak;
  final long[] driverDelayPicos;
  final int[] fanStart;
  final int[] fan;
  final Cell[] cells;
  final int[][] cellReads;
  final int[][] cellMemories;
  final int[] memoryWords;
  final int registers;
  final int[] registerBits;
  final int[][] gathers;
  final int[] memoryWidths;
  final List<Clocking> clockings;
  final List<Step> steps;
  private final List<String> problems;
  private final Map<String, Integer> netByName = new HashMap<>();
  private final Map<String, Integer> memoryByName;

  /** One thing to work out when a node of its own moved. */
  sealed interface Cell {}

  @SuppressWarnings("ArrayRecordComponent")
  record OutputCell(int driver, byte @Nullable [] table, Code value, Code enable, boolean collector)
      implements Cell {}

  @SuppressWarnings("ArrayRecordComponent")
  record PortCell(
      int memory, Address address, byte[] enableTable, Code enable, int[] drivers, int[] bits)
      implements Cell {}

  record HoldCell(int state, Code next) implements Cell {}

  /** A clock; its edges do something or nothing. */
  record ClockCell(Code value, Edges rise, Edges fall) implements Cell {}

  record WriteCell(Write write) implements Cell {}

  @SuppressWarnings("ArrayRecordComponent")
  record ComponentCell(Supplier<? extends Component> maker, int number, int[] reads, int[] drivers)
      implements Cell {}

  /** What happens at one edge of a clock, all at once. */
  @SuppressWarnings("ArrayRecordComponent")
  record Edges(EdgePlan plan, int[] states, Code[] next, int[] registers, Write[] writes) {
    boolean none() {
      return states.length + registers.length + writes.length == 0;
    }
  }

  /** One write to a memory; readers are the cells its words go to. */
  @SuppressWarnings("ArrayRecordComponent")
  record Write(int memory, Code condition, Address address, Code[] data, int[] readers) {}

  /**
   * Something that swings by itself.
   *
   * @param feedbackNet stops swinging where this one does not answer; negative for none
   */
  record Clocking(int driver, long halfPeriodPicos, int feedbackNet) {}

  /** A line that is driven at a moment after power-up. */
  record Step(int driver, long picos, int line) {}

  Circuit(CircuitBuilder b) {
    netNames = b.netNames.toArray(String[]::new);
    nodes = netNames.length + b.states;
    idle = bytes(b.idle);
    pull = bytes(b.pull);
    supply = bytes(b.supply);
    driverNet = b.driverNet.stream().mapToInt(i -> i).toArray();
    driverWeak = new boolean[driverNet.length];
    driverDelayPicos = new long[driverNet.length];
    for (int i = 0; i < driverNet.length; i++) {
      driverWeak[i] = b.driverWeak.get(i);
      driverDelayPicos[i] = b.driverDelay.get(i);
    }
    cells = b.cells.toArray(Cell[]::new);
    cellReads = b.cellReads.toArray(int[][]::new);
    cellMemories = b.cellMemories.toArray(int[][]::new);
    registerBits = b.registerBits.stream().mapToInt(i -> i).toArray();
    registers = registerBits.length;
    gathers =
        b.gathers.stream().map(g -> g.stream().mapToInt(i -> i).toArray()).toArray(int[][]::new);
    memoryWords = b.memoryWords.stream().mapToInt(i -> i).toArray();
    memoryWidths = b.memoryWidths.stream().mapToInt(i -> i).toArray();
    memoryByName = Map.copyOf(b.memoryByName);
    clockings = List.copyOf(b.clockings);
    steps = List.copyOf(b.steps);
    problems = List.copyOf(b.problems);
    for (int i = 0; i < netNames.length; i++) {
      netByName.putIfAbsent(netNames[i], i);
    }
    fanStart = new int[nodes + 1];
    int total = b.fanNode.size();
    for (int node : b.fanNode) {
      fanStart[node + 1]++;
    }
    for (int i = 0; i < nodes; i++) {
      fanStart[i + 1] += fanStart[i];
    }
    fan = new int[total];
    int[] at = fanStart.clone();
    for (int i = 0; i < total; i++) {
      int slot = at[b.fanNode.get(i)]++;
      fan[slot] = b.fanCell.get(i) << FAN_BITS | (b.fanBit.get(i) - WAKES_FALLING);
    }
  }

  /** The cell a node's reader is. */
  static int cell(int fan) {
    return fan >>> FAN_BITS;
  }

  /** Which bit of the cell's index the node is, or how it wakes it. */
  static int bit(int fan) {
    return (fan & ((1 << FAN_BITS) - 1)) + WAKES_FALLING;
  }

  private static byte[] bytes(List<Integer> values) {
    byte[] result = new byte[values.size()];
    for (int i = 0; i < result.length; i++) {
      result[i] = values.get(i).byteValue();
    }
    return result;
  }

  /** What could not be taken into the circuit, each in one sentence. */
  public List<String> problems() {
    return problems;
  }

  public List<String> netNames() {
    return Collections.unmodifiableList(List.of(netNames));
  }

  public OptionalInt net(String name) {
    Integer net = netByName.get(name);
    return net == null ? OptionalInt.empty() : OptionalInt.of(net);
  }

  public String netName(int net) {
    return netNames[net];
  }

  /** A memory by the name {@code U22 m}: part and memory. */
  public OptionalInt memory(String name) {
    Integer memory = memoryByName.get(name);
    return memory == null ? OptionalInt.empty() : OptionalInt.of(memory);
  }

  /** How many things there are to work out. */
  public int cellCount() {
    return cells.length;
  }
}
