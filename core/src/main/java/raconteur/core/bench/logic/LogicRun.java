package raconteur.core.bench.logic;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.PriorityQueue;
import java.util.Set;
import java.util.SplittableRandom;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
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
  private static final int MOST_UNITS = 150;

  /** How often a period is looked for, and in how long a run at least. */
  private static final int MOST_TRIES = 4;

  private static final long WORTH_PICOS = 50_000_000;

  /** How long one unit of delay is drawn in captures. */
  public static final long UNIT_PICOS = 500;

  private static final int COUNT_BITS = 10;
  private static final int COUNT_MASK = (1 << COUNT_BITS) - 1;

  private final Circuit circuit;
  private final Circuit.Cell[] cells;
  private final int[] fanStart;
  private final int[] fan;
  private final int[] driverNet;
  private final byte[] seen;
  private final byte[] shown;
  private final int[] strong;
  private final int[] weak;
  private final byte[] driven;
  private final byte[] next;
  private final boolean[] waiting;

  /* A cell's state in one number, so that a moved input costs one load and one store: the index of
   * its table entry, the count of its unknown inputs, and whether it is queued. */
  private final int[] state;
  private static final int INDEX = 0xFFFF;
  private static final int ONE_UNKNOWN = 0x10000;
  private static final int QUEUED = 0x80000000;
  private final byte[] clockWas;
  private final Machine machine;
  private final MemoryWords[] memories;
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
  private final EdgePlan.Results results = new EdgePlan.Results();
  private final Work[] works;
  private final int[] cellDriver;
  private final byte[][] tables;
  private final boolean[] simple;
  private final boolean[] late;
  private final boolean anyLate;
  private final long[] clockAt;
  private final byte[] clockLine;
  private final int[][] chains;
  private final boolean[] asleep;
  private final Map<Set<Integer>, Attended> cones = new HashMap<>();
  private Attended attended;
  private Optional<FreeRunning> freeRunning = Optional.empty();
  private Recurrence.@Nullable Recording recording;
  private long picos;
  private int unit;
  private long evaluations;
  private long netChanges;

  /** Told of every change of a net it was set on; asks nothing of the run meanwhile. */
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

  /** What is worked out at a time, and what is known of the part of it that runs freely. */
  private static final class Attended {
    private final boolean[] needed;
    private Optional<Recurrence> recurrence = Optional.empty();
    private int tries;

    Attended(boolean[] needed) {
      this.needed = needed;
    }
  }

  private record Later(long picos, long order, int driver, int line) {}

  /** Switches a circuit on; it has settled once when this returns. */
  public LogicRun(Circuit circuit, PowerUp powerUp, long seed) {
    this.circuit = circuit;
    this.dice = new SplittableRandom(seed);
    cells = circuit.cells;
    fanStart = circuit.fanStart;
    fan = circuit.fan;
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
    state = new int[cells.length];
    clockWas = new byte[cells.length];
    works = new Work[cells.length];
    cellDriver = new int[cells.length];
    tables = new byte[cells.length][];
    sortCells();
    simple = simpleNets();
    late = new boolean[driverNet.length];
    for (int i = 0; i < late.length; i++) {
      late[i] = circuit.driverDelayPicos[i] != 0;
    }
    anyLate = Arrays.stream(circuit.driverDelayPicos).anyMatch(d -> d != 0);
    clockAt = new long[circuit.clockings.size()];
    clockLine = new byte[clockAt.length];
    chains = new int[clockAt.length][];
    asleep = new boolean[cells.length];
    attended = everything();
    machine = new Machine(circuit, seen);
    memories = machine.memories;
    components = new Component[cells.length];
    pins = new ComponentPins[cells.length];
    Arrays.fill(driven, (byte) Lines.FLOATING);
    for (int i = 0; i < memories.length; i++) {
      memories[i] = new MemoryWords(circuit.memoryWords[i], circuit.memoryWidths[i]);
      if (powerUp == PowerUp.UNKNOWN) {
        memories[i].forget();
      } else {
        memories[i].scatter(dice);
      }
    }
    powerUp(powerUp);
  }

  /** Puts what the inner loop needs into arrays. */
  private void sortCells() {
    for (int cell = 0; cell < cells.length; cell++) {
      works[cell] = workOf(cell);
      if (cells[cell] instanceof Circuit.OutputCell c) {
        byte[] table = c.table();
        cellDriver[cell] = c.driver();
        tables[cell] = table == null ? NO_TABLE : table;
      } else {
        tables[cell] = NO_TABLE;
      }
    }
  }

  /** What is done for one cell where a table does not do it. */
  private interface Work {
    void work();
  }

  private Work workOf(int cell) {
    return switch (cells[cell]) {
      case Circuit.OutputCell c -> () -> output(c);
      case Circuit.ClockCell c -> () -> clock(cell, c);
      case Circuit.HoldCell c -> () -> hold(c);
      case Circuit.PortCell c -> () -> port(cell, c);
      case Circuit.WriteCell c -> () -> write(c.write(), true);
      case Circuit.ComponentCell _ -> () -> components[cell].wake(pins[cell]);
    };
  }

  private static final byte[] NO_TABLE = new byte[0];

  /** Nets with one strong driver and nothing stronger or weaker: they show what it drives. */
  private boolean[] simpleNets() {
    int[] drivers = new int[shown.length];
    for (int i = 0; i < driverNet.length; i++) {
      drivers[driverNet[i]] += circuit.driverWeak[i] ? 2 : 1;
    }
    boolean[] result = new boolean[shown.length];
    for (int net = 0; net < result.length; net++) {
      result[net] = drivers[net] == 1 && circuit.supply[net] == Lines.FLOATING;
    }
    return result;
  }

  private void powerUp(PowerUp powerUp) {
    int nets = shown.length;
    for (int i = 0; i < seen.length; i++) {
      seen[i] = (byte) (powerUp == PowerUp.UNKNOWN ? Lines.UNKNOWN : dice.nextInt(2));
    }
    for (int i = 0; i < machine.registers.length; i++) {
      machine.registers[i] =
          powerUp == PowerUp.UNKNOWN
              ? Machine.UNKNOWN_WORD
              : dice.nextInt(1 << circuit.registerBits[i]);
    }
    for (int net = 0; net < nets; net++) {
      shown[net] = (byte) resolve(net);
      seen[net] = (byte) seenAt(net, shown[net]);
    }
    for (int node = 0; node < seen.length; node++) {
      for (int f = fanStart[node]; f < fanStart[node + 1]; f++) {
        int bit = Circuit.bit(fan[f]);
        if (bit >= 0) {
          int cell = Circuit.cell(fan[f]);
          state[cell] |= seen[node] == Lines.HIGH ? 1 << bit : 0;
          state[cell] += seen[node] == Lines.UNKNOWN ? ONE_UNKNOWN : 0;
        }
      }
    }
    for (int cell = 0; cell < cells.length; cell++) {
      if (cells[cell] instanceof Circuit.ComponentCell c) {
        components[cell] = c.maker().get();
        pins[cell] = new ComponentPins(c);
      } else if (cells[cell] instanceof Circuit.ClockCell c) {
        clockWas[cell] = (byte) c.value().at(machine);
      }
      queue(cell);
    }
    for (int i = 0; i < circuit.clockings.size(); i++) {
      Circuit.Clocking clocking = circuit.clockings.get(i);
      chains[i] = chain(clocking.driver());
      schedule(clocking.driver(), Lines.LOW);
      clockAt[i] = clocking.halfPeriodPicos();
      clockLine[i] = Lines.HIGH;
    }
    for (Circuit.Step step : circuit.steps) {
      if (step.picos() <= 0) {
        schedule(step.driver(), step.line());
      } else {
        later.add(new Later(step.picos(), orders++, step.driver(), step.line()));
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

  Circuit circuit() {
    return circuit;
  }

  public MemoryWords memory(int memory) {
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

  /**
   * Lets time pass; returns early where nothing will ever move again. What follows from the clock
   * alone is played back where it is known to recur, with the same outcome.
   */
  public void run(long forPicos) {
    settleFirst();
    long until = picos + forPicos;
    if (clockAt.length == 1 && !anyLate && later.isEmpty() && answersItself()) {
      if (attended.recurrence.isEmpty() && attended.tries < MOST_TRIES && forPicos > WORTH_PICOS) {
        attended.tries++;
        learn(until);
      }
      attended.recurrence.ifPresent(r -> playBack(r, until));
    }
    runUntil(() -> false, until);
  }

  /** Whether the clock has nobody to wait for but what runs freely itself. */
  private boolean answersItself() {
    int feedback = circuit.clockings.getFirst().feedbackNet();
    return clockAt[0] != Long.MAX_VALUE && (feedback < 0 || freeRunning().nodes()[feedback]);
  }

  private FreeRunning freeRunning() {
    if (freeRunning.isEmpty()) {
      freeRunning = Optional.of(FreeRunning.of(circuit));
    }
    return freeRunning.get();
  }

  /** Runs until what runs freely has come back to where it is now, for a while at most. */
  private void learn(long until) {
    var free = new Recurrence.Watched(circuit, freeRunning(), asleep);
    int restlessBefore = restless.size();
    var tape = new Recurrence.Recording(free, freeState(free));
    recording = tape;
    while (tape.open() && clockAt[0] <= until && restless.size() == restlessBefore) {
      instant(clockAt[0]);
      attended.recurrence = tape.swung(freeState(free));
      if (attended.recurrence.isPresent()) {
        break;
      }
    }
    recording = null;
  }

  /** All that decides what the free-running part does next. */
  private byte[] freeState(Recurrence.Watched free) {
    byte[] state = new byte[2 * free.nodes.length + free.drivers.length + free.clocks.length + 1];
    int at = 0;
    for (int node : free.nodes) {
      state[at++] = seen[node];
      state[at++] = node < shown.length ? shown[node] : 0;
    }
    for (int driver : free.drivers) {
      state[at++] = driven[driver];
    }
    for (int cell : free.clocks) {
      state[at++] = clockWas[cell];
    }
    state[at] = clockLine[0];
    return state;
  }

  private void restore(Recurrence.Watched free, byte[] state) {
    int at = 0;
    for (int node : free.nodes) {
      if (seen[node] != state[at]) {
        set(node, state[at]);
      }
      at++;
      if (node < shown.length) {
        shown[node] = state[at];
      }
      at++;
    }
    for (int driver : free.drivers) {
      driven[driver] = state[at++];
    }
    for (int cell : free.clocks) {
      clockWas[cell] = state[at++];
    }
    clockLine[0] = state[at];
  }

  private boolean watched(int node) {
    return node < watchers.length && watchers[node] != null;
  }

  /** The free-running cells rest meanwhile; what nobody outside reads is put right at the end. */
  private void playBack(Recurrence recurrence, long until) {
    Recurrence.Watched free = recurrence.watched();
    int phase = recurrence.phase(freeState(free));
    if (phase < 0) {
      attended.recurrence = Optional.empty();
      return;
    }
    for (int cell : free.cells) {
      state[cell] |= QUEUED;
    }
    boolean all = Arrays.stream(free.nodes).anyMatch(this::watched);
    long half = circuit.clockings.getFirst().halfPeriodPicos();
    long at = clockAt[0];
    for (; at <= until; at += half) {
      phase = recurrence.next(phase);
      Recurrence.Moves moves = recurrence.moves(phase, all);
      if (moves.count() > 0) {
        picos = at;
        settle(moves);
      }
    }
    clockAt[0] = at;
    restore(free, recurrence.state(phase));
    for (int cell : free.cells) {
      state[cell] &= ~QUEUED;
    }
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
      long first = nextMoment();
      if (first > untilPicos) {
        picos = untilPicos;
        return false;
      }
      instant(first);
    }
    return true;
  }

  private void instant(long at) {
    picos = at;
    unit = 0;
    for (int i = 0; i < clockAt.length; i++) {
      if (clockAt[i] == at) {
        swing(i);
      }
    }
    for (Later event = later.peek(); event != null && event.picos() == at; ) {
      later.poll();
      schedule(event.driver(), event.line());
      event = later.peek();
    }
    settle(NOTHING_MOVES);
  }

  private static final Recurrence.Moves NOTHING_MOVES =
      new Recurrence.Moves(new int[0], new int[0], new int[0]);

  /**
   * The drivers from a clock through the inverters and buffers that only pass it on: they are
   * stepped over at once, which saves events and moves nothing but the clock's own start.
   */
  private int[] chain(int first) {
    List<Integer> chain = new ArrayList<>(List.of(first));
    while (chain.size() < 16) {
      int net = driverNet[chain.getLast()];
      boolean one = simple[net] && fanStart[net + 1] - fanStart[net] == 1;
      int cell = one ? Circuit.cell(fan[fanStart[net]]) : -1;
      if (cell < 0 || tables[cell].length != 2 || late[cellDriver[cell]]) {
        break;
      }
      byte[] table = tables[cell];
      boolean passes = table[0] != table[1] && table[0] <= Lines.HIGH && table[1] <= Lines.HIGH;
      if (!passes || !simple[driverNet[cellDriver[cell]]]) {
        break;
      }
      chain.add(cellDriver[cell]);
    }
    return chain.stream().mapToInt(i -> i).toArray();
  }

  /** Moves one net of a chain and gives what the cell behind it drives. */
  private int pass(int driver, int line) {
    int net = driverNet[driver];
    driven[driver] = (byte) line;
    seen[net] = (byte) line;
    note(driver, line);
    int cell = Circuit.cell(fan[fanStart[net]]);
    state[cell] = (state[cell] & QUEUED) | line;
    if (shown[net] != line) {
      shown[net] = (byte) line;
      netChanges++;
      Watcher watcher = watchers[net];
      if (watcher != null) {
        watcher.moved(net, line, picos);
      }
    }
    return tables[cell][line];
  }

  /**
   * Works out only what some nets and the programmed parts depend on; everything else stands still
   * until it is looked at again, and registers among it take a cycle to catch up then.
   */
  public void attendTo(Collection<Integer> nets) {
    settleFirst();
    attend(
        cones.computeIfAbsent(Set.copyOf(nets), n -> new Attended(Attention.needed(circuit, n))));
  }

  /** Works out everything, as at the start. */
  public void attendToAll() {
    settleFirst();
    attend(everything());
  }

  private Attended everything() {
    boolean[] all = new boolean[cells.length];
    Arrays.fill(all, true);
    return new Attended(all);
  }

  private void attend(Attended wanted) {
    attended = wanted;
    boolean[] needed = wanted.needed;
    for (int cell = 0; cell < cells.length; cell++) {
      if (asleep[cell] && needed[cell]) {
        asleep[cell] = false;
        state[cell] &= ~QUEUED;
        if (cells[cell] instanceof Circuit.ClockCell c) {
          clockWas[cell] = (byte) c.value().at(machine);
        }
        queue(cell);
      } else if (!asleep[cell] && !needed[cell]) {
        asleep[cell] = true;
        state[cell] |= QUEUED; // so that nothing puts it in the queue again
      }
    }
    workOut();
    settle();
  }

  private long nextMoment() {
    long first = Long.MAX_VALUE;
    for (long at : clockAt) {
      first = Math.min(first, at);
    }
    Later event = later.peek();
    return event == null ? first : Math.min(first, event.picos());
  }

  /** A clock moves on, unless what it feeds did not answer its last swing. */
  private void swing(int i) {
    Circuit.Clocking clocking = circuit.clockings.get(i);
    int feedback = clocking.feedbackNet();
    if (feedback >= 0 && seen[feedback] == seen[driverNet[clocking.driver()]]) {
      clockAt[i] = Long.MAX_VALUE;
      return;
    }
    int line = clockLine[i];
    int[] chain = chains[i];
    for (int at = 0; at + 1 < chain.length; at++) {
      line = pass(chain[at], line);
    }
    schedule(chain[chain.length - 1], line);
    clockLine[i] = (byte) (1 - clockLine[i]);
    clockAt[i] += clocking.halfPeriodPicos();
  }

  private void note(int what, int line) {
    if (recording != null) {
      recording.moved(unit, what, line);
    }
  }

  private void settle() {
    settle(NOTHING_MOVES);
  }

  /**
   * One instant: nets whose drivers moved, then the cells that read them, until nothing moves.
   *
   * @param played what moves besides
   */
  private void settle(Recurrence.Moves played) {
    int units = 0;
    unit = 0;
    int at = play(played, 0);
    while (moveCount > 0 || at < played.count()) {
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
      at = play(played, at);
      workOut();
    }
  }

  /** Plays what moves at this unit; gives where the later ones begin. */
  private int play(Recurrence.Moves played, int from) {
    int at = from;
    for (; at < played.count() && played.units()[at] <= unit; at++) {
      int what = played.what()[at];
      if (what >= 0) {
        move(what, played.lines()[at]);
      } else if (seen[~what] != played.lines()[at]) {
        set(~what, played.lines()[at]);
      }
    }
    return at;
  }

  private int[] spare = new int[256];

  /**
   * A loop that swings for ever stands in between: what still moves becomes unknown, and what
   * follows from that is worked out for as long again at most.
   */
  private void giveUp() {
    for (int units = 0; moveCount > 0; units++) {
      int count = moveCount;
      int[] current = moves;
      moves = spare;
      spare = current;
      moveCount = 0;
      for (int i = 0; i < count; i++) {
        int driver = current[i];
        restless.add(circuit.netNames[driverNet[driver]]);
        waiting[driver] = false;
        if (units < MOST_UNITS) {
          move(driver, next[driver] == Lines.FLOATING ? Lines.FLOATING : Lines.UNKNOWN);
        }
      }
      if (units < MOST_UNITS) {
        workOut();
      }
    }
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
    if (anyLate && late[driver]) {
      long then = picos + circuit.driverDelayPicos[driver];
      later.add(new Later(then, orders++, driver, line));
    } else {
      schedule(driver, line);
    }
  }

  private void move(int driver, int line) {
    int before = driven[driver];
    if (before == line) {
      return;
    }
    driven[driver] = (byte) line;
    note(driver, line);
    int net = driverNet[driver];
    if (simple[net]) {
      show(net, line == Lines.FLOATING ? circuit.pull[net] : line);
      return;
    }
    int[] counts = circuit.driverWeak[driver] ? weak : strong;
    int count = counts[net];
    if (before != Lines.FLOATING) {
      count -= 1 << (before * COUNT_BITS);
    }
    if (line != Lines.FLOATING) {
      count += 1 << (line * COUNT_BITS);
    }
    counts[net] = count;
    show(net, resolve(net));
  }

  private void show(int net, int now) {
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
    if (node >= shown.length) {
      note(~node, line);
    }
    for (int f = fanStart[node], end = fanStart[node + 1]; f < end; f++) {
      int cell = Circuit.cell(fan[f]);
      int bit = Circuit.bit(fan[f]);
      int before = state[cell];
      if (bit >= 0) {
        before ^= ((was ^ line) & 1) << bit;
        if (((was | line) & Lines.UNKNOWN) != 0) {
          before += line == Lines.UNKNOWN ? ONE_UNKNOWN : 0;
          before -= was == Lines.UNKNOWN ? ONE_UNKNOWN : 0;
        }
      } else if (bit != Circuit.WAKES
          && before >= 0
          && line == (bit == Circuit.WAKES_RISING ? Lines.LOW : Lines.HIGH)
          && was != Lines.UNKNOWN) {
        clockWas[cell] = (byte) line;
        continue;
      }
      state[cell] = before | QUEUED;
      if (before >= 0) {
        enqueue(cell);
      }
    }
  }

  private void queue(int cell) {
    if (state[cell] >= 0) {
      state[cell] |= QUEUED;
      enqueue(cell);
    }
  }

  private void enqueue(int cell) {
    if (workCount == work.length) {
      work = Arrays.copyOf(work, workCount * 2);
    }
    work[workCount++] = cell;
  }

  private void workOut() {
    machine.moved();
    int budget = 64 * cells.length + 1024;
    for (int i = 0; i < workCount; i++) {
      int cell = work[i];
      state[cell] &= ~QUEUED;
      evaluate(cell);
      if (i > budget) {
        restless.add("a loop inside one part");
        for (int j = i + 1; j < workCount; j++) {
          state[work[j]] &= ~QUEUED;
        }
        break;
      }
    }
    evaluations += workCount;
    workCount = 0;
  }

  private void evaluate(int cell) {
    byte[] table = tables[cell];
    int now = state[cell];
    if (table.length > 0 && now < ONE_UNKNOWN) {
      follow(cellDriver[cell], table[now & INDEX]);
    } else {
      works[cell].work();
    }
  }

  private void hold(Circuit.HoldCell c) {
    int line = c.next().at(machine);
    if (line != seen[c.state()]) {
      set(c.state(), line);
    }
  }

  private void output(Circuit.OutputCell c) {
    int enable = c.enable().at(machine);
    int line = Lines.FLOATING;
    if (enable == Lines.HIGH) {
      line = c.value().at(machine);
      line = c.collector() && line == Lines.HIGH ? Lines.FLOATING : line;
    } else if (enable == Lines.UNKNOWN) {
      line = Lines.UNKNOWN;
    }
    follow(c.driver(), line);
  }

  private void port(int cell, Circuit.PortCell c) {
    int now = state[cell] & ~QUEUED;
    int enable = now < ONE_UNKNOWN ? c.enableTable()[now & INDEX] : c.enable().at(machine);
    if (enable == Lines.FLOATING) {
      for (int driver : c.drivers()) {
        if (driver >= 0) {
          follow(driver, Lines.FLOATING);
        }
      }
      return;
    }
    int address = enable == Lines.UNKNOWN ? -1 : c.address().at(machine);
    MemoryWords words = memories[c.memory()];
    for (int i = 0; i < c.drivers().length; i++) {
      if (c.drivers()[i] >= 0) {
        follow(c.drivers()[i], address < 0 ? Lines.UNKNOWN : words.bit(address, c.bits()[i]));
      }
    }
  }

  private void clock(int cell, Circuit.ClockCell c) {
    int now = c.value().at(machine);
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

  /** Everything is worked out from what stood before the edge, then changed at once. */
  private void edge(Circuit.Edges edges) {
    results.count = 0;
    results.wordCount = 0;
    edges.plan().work(machine, results);
    for (Circuit.Write write : edges.writes()) {
      write(write, true);
    }
    for (int i = 0; i < results.wordCount; i++) {
      machine.registers[results.registers[i]] = results.words[i];
    }
    for (int i = 0; i < results.count; i++) {
      set(results.states[i], results.lines[i]);
    }
  }

  /** An edge that may not have been one: what it would change is unknown. */
  private void perhaps(Circuit.Edges edges) {
    for (int i = 0; i < edges.states().length; i++) {
      int state = edges.states()[i];
      if (edges.next()[i].at(machine) != seen[state]) {
        set(state, Lines.UNKNOWN);
      }
    }
    for (int register : edges.registers()) {
      machine.registers[register] = Machine.UNKNOWN_WORD;
    }
    for (Circuit.Write write : edges.writes()) {
      write(write, false);
    }
  }

  private void write(Circuit.Write write, boolean sure) {
    int condition = write.condition().at(machine);
    if (condition == Lines.LOW) {
      return;
    }
    int address = write.address().at(machine);
    if (address < 0) {
      return;
    }
    int value = 0;
    int unknown = 0;
    for (int i = 0; i < write.data().length; i++) {
      int line = write.data()[i].at(machine);
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
