package raconteur.core.bench.logic;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;
import raconteur.core.device.Level;

/**
 * One circuit switched on.
 *
 * <p>Event-driven simulation with unit delays: at every instant the nets whose drivers moved are
 * resolved, then every cell with a moved input is worked out once, and what it drives moves one
 * unit later; between instants time jumps to the next swing of a clock. See Abramovici, Breuer,
 * Friedman, Digital Systems Testing and Testable Design (1990), chapter 3 (from memory). Clocked
 * functions act on what stood before the edge. A line that is driven both ways reads as low, as
 * bridged TTL does (wired AND, same book, chapter 7); it shows as {@link Lines#FIGHT}. An instant
 * that has not come to rest after {@value #MOST_UNITS} units is cut off and its nets are named.
 *
 * <p>Not safe for use by several threads. Cost: one event is a few tens of nanoseconds; memory is
 * the circuit's own size plus the words of its memories.
 */
public final class LogicRun {
  private static final int MOST_UNITS = 400;

  /** How long one unit of delay is drawn in captures. */
  public static final long UNIT_PICOS = 500;

  private static final int COUNT_BITS = 10;
  private static final int COUNT_MASK = (1 << COUNT_BITS) - 1;

  private final Circuit circuit;
  private final Circuit.Cell[] cells;
  private final int[] fanStart;
  private final int[] fanCell;
  private final int[] fanBit;
  private final int[] driverNet;
  private final byte[] seen;
  private final byte[] shown;
  private final int[] strong;
  private final int[] weak;
  private final byte[] driven;
  private final byte[] next;
  private final boolean[] waiting;
  private final int[] index;
  private final int[] unknowns;
  private final boolean[] queued;
  private final byte[] clockWas;
  private final Words[] memories;
  private final Component[] components;
  private final ComponentPins[] pins;
  private final SplittableRandom dice;
  private final Set<String> restless = new LinkedHashSet<>();
  private final Watcher[] watchers;
  private final PriorityQueue<Later> later =
      new PriorityQueue<>(Comparator.comparingLong(Later::picos).thenComparingLong(Later::order));
  private long orders;
  private int[] moves = new int[256];
  private int moveCount;
  private int[] work = new int[256];
  private int workCount;
  private int[] scratch = new int[64];
  private long picos;
  private int unit;
  private long evaluations;
  private long netChanges;

  /** Told of every change of a net it was set on. */
  public interface Watcher {
    void moved(int net, int shown, long picos);
  }

  /** What a circuit remembers when it is switched on. */
  public enum PowerUp {
    /** Every bit one way or the other, as the seed falls: what hardware does. */
    AS_IT_FALLS,
    /** Nothing is known until it was written. */
    UNKNOWN
  }

  private record Later(long picos, long order, int driver, int line, int clocking) {}

  /** Switches a circuit on; it has settled once when this returns. */
  public LogicRun(Circuit circuit, PowerUp powerUp, long seed) {
    this.circuit = circuit;
    this.dice = new SplittableRandom(seed);
    cells = circuit.cells;
    fanStart = circuit.fanStart;
    fanCell = circuit.fanCell;
    fanBit = circuit.fanBit;
    driverNet = circuit.driverNet;
    int nets = circuit.netNames.length;
    seen = new byte[circuit.nodes];
    shown = new byte[nets];
    strong = new int[nets];
    weak = new int[nets];
    watchers = new Watcher[nets];
    driven = new byte[driverNet.length];
    next = new byte[driverNet.length];
    waiting = new boolean[driverNet.length];
    index = new int[cells.length];
    unknowns = new int[cells.length];
    queued = new boolean[cells.length];
    clockWas = new byte[cells.length];
    memories = new Words[circuit.memoryWords.length];
    components = new Component[cells.length];
    pins = new ComponentPins[cells.length];
    Arrays.fill(driven, (byte) Lines.FLOATING);
    for (int i = 0; i < memories.length; i++) {
      memories[i] = new Words(circuit.memoryWords[i], circuit.memoryWidths[i]);
      if (powerUp == PowerUp.UNKNOWN) {
        memories[i].forget();
      } else {
        memories[i].scatter(dice);
      }
    }
    powerUp(powerUp);
  }

  private void powerUp(PowerUp powerUp) {
    int nets = shown.length;
    for (int i = 0; i < seen.length; i++) {
      seen[i] = (byte) (powerUp == PowerUp.UNKNOWN ? Lines.UNKNOWN : dice.nextInt(2));
    }
    for (int net = 0; net < nets; net++) {
      shown[net] = (byte) resolve(net);
      seen[net] = (byte) seenAt(net, shown[net]);
    }
    for (int node = 0; node < seen.length; node++) {
      for (int f = fanStart[node]; f < fanStart[node + 1]; f++) {
        if (fanBit[f] >= 0) {
          index[fanCell[f]] |= seen[node] == Lines.HIGH ? 1 << fanBit[f] : 0;
          unknowns[fanCell[f]] += seen[node] == Lines.UNKNOWN ? 1 : 0;
        }
      }
    }
    for (int cell = 0; cell < cells.length; cell++) {
      if (cells[cell] instanceof Circuit.ComponentCell c) {
        components[cell] = c.maker().get();
        pins[cell] = new ComponentPins(c);
      } else if (cells[cell] instanceof Circuit.ClockCell c) {
        clockWas[cell] = (byte) look(cell, c.table(), c.value());
      }
      queue(cell);
    }
    for (int i = 0; i < circuit.clockings.size(); i++) {
      Circuit.Clocking clocking = circuit.clockings.get(i);
      schedule(clocking.driver(), Lines.LOW);
      later.add(new Later(clocking.halfPeriodPicos(), orders++, clocking.driver(), 1, i));
    }
    for (Circuit.Step step : circuit.steps) {
      if (step.picos() <= 0) {
        schedule(step.driver(), step.line());
      } else {
        later.add(new Later(step.picos(), orders++, step.driver(), step.line(), -1));
      }
    }
  }

  private boolean settledOnce;

  private void settleFirst() {
    if (!settledOnce) {
      settledOnce = true;
      workOut();
      settle();
    }
  }

  /** Puts contents into a memory, as from a ROM image; to be done before the first run. */
  public void load(int memory, int[] contents) {
    memories[memory].load(contents);
  }

  public Words memory(int memory) {
    return memories[memory];
  }

  /** Time since power-up. */
  public long picos() {
    return picos;
  }

  /** How many cells were worked out so far: the evaluated events. */
  public long evaluations() {
    return evaluations;
  }

  /** How many times a net changed so far. */
  public long netChanges() {
    return netChanges;
  }

  /** The names of nets that did not come to rest at some instant. */
  public Set<String> restless() {
    return Set.copyOf(restless);
  }

  /** What a net shows now, as one of {@link Lines}. */
  public int shown(int net) {
    return shown[net];
  }

  public Level level(int net) {
    return Lines.level(shown[net]);
  }

  /** What an input on a net takes it for. */
  public int seen(int net) {
    return seen[net];
  }

  /** Sets a watcher on a net in place of the one it had. */
  public void watch(int net, Watcher watcher) {
    watchers[net] = watcher;
  }

  public void unwatch(int net) {
    watchers[net] = null;
  }

  /** Drives a driver from outside and lets the circuit settle. */
  public void drive(List<Integer> drivers, List<Integer> lines) {
    settleFirst();
    for (int i = 0; i < drivers.size(); i++) {
      schedule(drivers.get(i), lines.get(i));
    }
    settle();
  }

  /** Lets the circuit settle without time passing. */
  public void rest() {
    settleFirst();
  }

  /** Lets time pass; returns early where nothing will ever move again. */
  public void run(long forPicos) {
    runUntil(() -> false, picos + forPicos);
  }

  /**
   * Lets time pass until something holds or a moment has come.
   *
   * @param done asked after every instant
   * @return whether it held
   */
  public boolean runUntil(BooleanSupplier done, long untilPicos) {
    settleFirst();
    while (!done.getAsBoolean()) {
      Later first = later.peek();
      if (first == null || first.picos() > untilPicos) {
        picos = untilPicos;
        return false;
      }
      picos = first.picos();
      unit = 0;
      while (first != null && first.picos() == picos) {
        later.poll();
        happen(first);
        first = later.peek();
      }
      settle();
    }
    return true;
  }

  private void happen(Later event) {
    if (event.clocking() < 0) {
      schedule(event.driver(), event.line());
      return;
    }
    Circuit.Clocking clocking = circuit.clockings.get(event.clocking());
    if (clocking.feedbackNet() >= 0) {
      boolean answers = seen[clocking.feedbackNet()] != seen[driverNet[event.driver()]];
      if (!answers) {
        return;
      }
    }
    schedule(event.driver(), event.line());
    later.add(
        new Later(
            picos + clocking.halfPeriodPicos(),
            orders++,
            event.driver(),
            1 - event.line(),
            event.clocking()));
  }

  /* One instant: nets whose drivers moved, then the cells that read them, until nothing moves. */
  private void settle() {
    int units = 0;
    while (moveCount > 0) {
      if (++units > MOST_UNITS) {
        giveUp();
        return;
      }
      unit = units;
      int count = moveCount;
      int[] current = moves;
      moves = spare;
      spare = current;
      moveCount = 0;
      for (int i = 0; i < count; i++) {
        int driver = current[i];
        waiting[driver] = false;
        move(driver, next[driver]);
      }
      workOut();
    }
  }

  private int[] spare = new int[256];

  private void giveUp() {
    for (int i = 0; i < moveCount; i++) {
      restless.add(circuit.netNames[driverNet[moves[i]]]);
      waiting[moves[i]] = false;
    }
    moveCount = 0;
  }

  private void schedule(int driver, int line) {
    if (waiting[driver]) {
      next[driver] = (byte) line;
      return;
    }
    if (driven[driver] == line) {
      return;
    }
    next[driver] = (byte) line;
    waiting[driver] = true;
    if (moveCount == moves.length) {
      moves = Arrays.copyOf(moves, moveCount * 2);
    }
    moves[moveCount++] = driver;
  }

  private void follow(int driver, int line) {
    long delay = circuit.driverDelayPicos[driver];
    if (delay == 0) {
      schedule(driver, line);
    } else {
      later.add(new Later(picos + delay, orders++, driver, line, -1));
    }
  }

  private void move(int driver, int line) {
    int before = driven[driver];
    if (before == line) {
      return;
    }
    driven[driver] = (byte) line;
    int net = driverNet[driver];
    int[] counts = circuit.driverWeak[driver] ? weak : strong;
    int count = counts[net];
    if (before != Lines.FLOATING) {
      count -= 1 << (before * COUNT_BITS);
    }
    if (line != Lines.FLOATING) {
      count += 1 << (line * COUNT_BITS);
    }
    counts[net] = count;
    int now = resolve(net);
    if (now != shown[net]) {
      shown[net] = (byte) now;
      netChanges++;
      Watcher watcher = watchers[net];
      if (watcher != null) {
        watcher.moved(net, now, picos + unit * UNIT_PICOS);
      }
      int sees = seenAt(net, now);
      if (sees != seen[net]) {
        set(net, sees);
      }
    }
  }

  /** Supply before outputs before weak outputs before resistors. */
  private int resolve(int net) {
    int tied = circuit.supply[net];
    if (tied != Lines.FLOATING) {
      return tied;
    }
    if (strong[net] != 0) {
      return resolved(strong[net]);
    }
    if (weak[net] != 0) {
      return resolved(weak[net]);
    }
    return circuit.pull[net];
  }

  private static int resolved(int counts) {
    boolean low = (counts & COUNT_MASK) != 0;
    boolean high = (counts >>> COUNT_BITS & COUNT_MASK) != 0;
    if (low && high) {
      return Lines.FIGHT;
    }
    if (counts >>> (2 * COUNT_BITS) != 0) {
      return low ? Lines.FIGHT : Lines.UNKNOWN;
    }
    return low ? Lines.LOW : Lines.HIGH;
  }

  /** Inputs take a fight for low, an open line for its idle level or what it was. */
  private int seenAt(int net, int line) {
    return switch (line) {
      case Lines.FIGHT -> Lines.LOW;
      case Lines.FLOATING -> circuit.idle[net] == Lines.UNKNOWN ? seen[net] : circuit.idle[net];
      default -> line;
    };
  }

  private void set(int node, int line) {
    int was = seen[node];
    seen[node] = (byte) line;
    for (int f = fanStart[node], end = fanStart[node + 1]; f < end; f++) {
      int cell = fanCell[f];
      int bit = fanBit[f];
      if (bit >= 0) {
        int mask = 1 << bit;
        index[cell] = line == Lines.HIGH ? index[cell] | mask : index[cell] & ~mask;
        unknowns[cell] += (line == Lines.UNKNOWN ? 1 : 0) - (was == Lines.UNKNOWN ? 1 : 0);
      }
      queue(cell);
    }
  }

  private void queue(int cell) {
    if (!queued[cell]) {
      queued[cell] = true;
      if (workCount == work.length) {
        work = Arrays.copyOf(work, workCount * 2);
      }
      work[workCount++] = cell;
    }
  }

  private void workOut() {
    int budget = 64 * cells.length + 1024;
    for (int i = 0; i < workCount; i++) {
      int cell = work[i];
      queued[cell] = false;
      evaluate(cell);
      if (i > budget) {
        restless.add("a loop inside one part");
        for (int j = i + 1; j < workCount; j++) {
          queued[work[j]] = false;
        }
        break;
      }
    }
    evaluations += workCount;
    workCount = 0;
  }

  private int look(int cell, byte[] table, Code code) {
    return unknowns[cell] == 0 ? table[index[cell]] : code.at(seen, memories);
  }

  private void evaluate(int cell) {
    switch (cells[cell]) {
      case Circuit.OutputCell c -> output(cell, c);
      case Circuit.PortCell c -> port(cell, c);
      case Circuit.HoldCell c -> {
        byte[] table = c.table();
        int line =
            table != null && unknowns[cell] == 0 ? table[index[cell]] : c.next().at(seen, memories);
        if (line != seen[c.state()]) {
          set(c.state(), line);
        }
      }
      case Circuit.ClockCell c -> clock(cell, c);
      case Circuit.WriteCell c -> write(c.write(), true);
      case Circuit.ComponentCell _ -> components[cell].wake(pins[cell]);
    }
  }

  private void output(int cell, Circuit.OutputCell c) {
    byte[] table = c.table();
    if (table != null && unknowns[cell] == 0) {
      follow(c.driver(), table[index[cell]]);
      return;
    }
    int enable = c.enable().at(seen, memories);
    int line = Lines.FLOATING;
    if (enable == Lines.HIGH) {
      line = c.value().at(seen, memories);
      line = c.collector() && line == Lines.HIGH ? Lines.FLOATING : line;
    } else if (enable == Lines.UNKNOWN) {
      line = Lines.UNKNOWN;
    }
    follow(c.driver(), line);
  }

  private void port(int cell, Circuit.PortCell c) {
    int enable = look(cell, c.enableTable(), c.enable());
    if (enable == Lines.FLOATING) {
      for (int driver : c.drivers()) {
        if (driver >= 0) {
          follow(driver, Lines.FLOATING);
        }
      }
      return;
    }
    int address = enable == Lines.UNKNOWN ? -1 : Code.number(c.address(), seen, memories);
    Words words = memories[c.memory()];
    for (int i = 0; i < c.drivers().length; i++) {
      if (c.drivers()[i] >= 0) {
        follow(c.drivers()[i], address < 0 ? Lines.UNKNOWN : words.bit(address, c.bits()[i]));
      }
    }
  }

  private void clock(int cell, Circuit.ClockCell c) {
    int now = look(cell, c.table(), c.value());
    int was = clockWas[cell];
    if (now == was) {
      return;
    }
    clockWas[cell] = (byte) now;
    if (now == Lines.UNKNOWN || was == Lines.UNKNOWN) {
      boolean mayRise = was == Lines.LOW || now == Lines.HIGH;
      perhaps(mayRise ? c.rise() : c.fall());
    } else {
      edge(now == Lines.HIGH ? c.rise() : c.fall());
    }
  }

  private void edge(Circuit.Edges edges) {
    int count = edges.states().length;
    if (scratch.length < count) {
      scratch = new int[count];
    }
    for (int i = 0; i < count; i++) {
      scratch[i] = edges.next()[i].at(seen, memories);
    }
    for (Circuit.Write write : edges.writes()) {
      write(write, true);
    }
    for (int i = 0; i < count; i++) {
      int state = edges.states()[i];
      if (seen[state] != scratch[i]) {
        set(state, scratch[i]);
      }
    }
  }

  /** An edge that may not have been one: what it would change is unknown. */
  private void perhaps(Circuit.Edges edges) {
    for (int i = 0; i < edges.states().length; i++) {
      int state = edges.states()[i];
      if (edges.next()[i].at(seen, memories) != seen[state]) {
        set(state, Lines.UNKNOWN);
      }
    }
    for (Circuit.Write write : edges.writes()) {
      write(write, false);
    }
  }

  private void write(Circuit.Write write, boolean sure) {
    int condition = write.condition().at(seen, memories);
    if (condition == Lines.LOW) {
      return;
    }
    int address = Code.number(write.address(), seen, memories);
    if (address < 0) {
      return;
    }
    int value = 0;
    int unknown = 0;
    for (int i = 0; i < write.data().length; i++) {
      int line = write.data()[i].at(seen, memories);
      if (line == Lines.UNKNOWN || condition == Lines.UNKNOWN || !sure) {
        unknown |= 1 << i;
      }
      value |= line == Lines.HIGH ? 1 << i : 0;
    }
    if (memories[write.memory()].set(address, value, unknown)) {
      for (int reader : write.readers()) {
        queue(reader);
      }
    }
  }

  private final class ComponentPins implements Component.Pins {
    private final int[] reads;
    private final int[] drivers;

    ComponentPins(Circuit.ComponentCell cell) {
      reads = cell.reads();
      drivers = cell.drivers();
    }

    @Override
    public int read(int pin) {
      return seen[reads[pin]];
    }

    @Override
    public void drive(int pin, int line) {
      if (drivers[pin] >= 0) {
        follow(drivers[pin], line);
      }
    }

    @Override
    public long picos() {
      return picos;
    }

    @Override
    public boolean toss() {
      return dice.nextBoolean();
    }
  }

  /** The component of a kind in this run, in the order they were placed. */
  public <T extends Component> List<T> components(Class<T> kind) {
    List<T> found = new ArrayList<>();
    for (Component component : components) {
      if (kind.isInstance(component)) {
        found.add(kind.cast(component));
      }
    }
    return found;
  }
}
