package raconteur.core.device;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * One device on its own, driven row by row at its pins.
 *
 * <p>A row's levels all arrive before its edges are acted upon. Edges act on what was remembered
 * before them, so that registers on one clock exchange their words; what follows from them (a
 * counter clocked by another) is then worked out until nothing moves. What does not settle within
 * {@value #MOST_ROUNDS} rounds is unknown. Nothing is remembered at the start, and the first row
 * makes no edge. Time and space per row grow with the size of the written function; memories hold
 * only the words that were written.
 */
public final class DeviceRun {
  private static final int MOST_ROUNDS = 200;

  private final Device device;
  private final Behaviour behaviour;
  private final Map<String, Level> outside = new HashMap<>();
  private final Map<String, Level> seen = new HashMap<>();
  private final Map<String, Level> remembered = new HashMap<>();
  private final Map<String, Cells> memories = new HashMap<>();
  private final Map<Expression, Level> clocks = new LinkedHashMap<>();
  private final List<DevicePin> signalPins;
  private final Set<String> collectors = new HashSet<>();
  private final List<Gate> unwritten;

  /** A memory's words; those not there are as the rest is: unknown. */
  private static final class Cells {
    private final Map<Integer, List<Level>> words = new HashMap<>();
  }

  /** The function has an edge that moved. */
  private record Edges(Map<Expression, Level> before, Map<Expression, Level> now) {
    /** Whether the clock made this edge: surely, perhaps, or not. */
    Level made(boolean rising, Expression clock) {
      Level from = before.getOrDefault(clock, Level.FLOATING);
      Level to = now.getOrDefault(clock, Level.UNKNOWN);
      if (from == Level.FLOATING || from == to) {
        return Level.LOW;
      }
      Level start = Level.of(!rising);
      Level end = Level.of(rising);
      if (from == start && to == end) {
        return Level.HIGH;
      }
      return from == end || to == start ? Level.LOW : Level.UNKNOWN;
    }
  }

  /** A device just powered, nothing driven. */
  public DeviceRun(Device device) {
    this(device, Level.UNKNOWN);
  }

  /** A device just powered that happens to remember the given level everywhere. */
  DeviceRun(Device device, Level atPowerUp) {
    this.device = device;
    this.behaviour = device.behaviour();
    signalPins = device.signalPins();
    for (DevicePin pin : device.pins()) {
      if (pin.kind() == PinKind.OPEN_COLLECTOR) {
        collectors.add(pin.name());
      }
    }
    unwritten = device.gates().stream().filter(gate -> !isWritten(gate)).toList();
    for (Behaviour.State state : behaviour.states()) {
      remembered.put(state.name(), atPowerUp);
    }
    for (Behaviour.Memory memory : behaviour.memories()) {
      memories.put(memory.name(), new Cells());
    }
    findClocks();
  }

  private void findClocks() {
    List<Behaviour.Timing> timings = new ArrayList<>();
    behaviour.states().forEach(s -> s.clauses().forEach(c -> timings.add(c.timing())));
    behaviour.memories().forEach(m -> m.writes().forEach(w -> timings.add(w.timing())));
    for (Behaviour.Timing timing : timings) {
      if (timing instanceof Behaviour.OnEdge edge) {
        clocks.putIfAbsent(edge.clock(), Level.FLOATING);
      }
    }
  }

  /**
   * Drives pins and lets the device settle.
   *
   * @param row pin number to level; pins left out are not driven in this row
   * @return what stands at every signal pin, by number, in the order of the pins
   */
  public Map<String, Level> apply(Map<String, Level> row) {
    outside.clear();
    for (DevicePin pin : device.pins()) {
      outside.merge(pin.name(), row.getOrDefault(pin.number(), Level.FLOATING), Level::joined);
    }
    settle();
    Map<String, Level> result = new LinkedHashMap<>();
    for (DevicePin pin : signalPins) {
      result.put(pin.number(), seen.getOrDefault(pin.name(), Level.FLOATING));
    }
    return result;
  }

  private void settle() {
    seen.clear();
    seen.putAll(outside);
    for (int round = 0; round < MOST_ROUNDS; round++) {
      boolean moved = drive();
      moved |= remember();
      if (!moved) {
        return;
      }
    }
    remembered.replaceAll((name, level) -> Level.UNKNOWN);
    drive();
  }

  /** Works out what stands at the pins; whether anything changed. */
  private boolean drive() {
    Map<String, Level> next = new HashMap<>(outside);
    for (Behaviour.Drive drive : behaviour.drives()) {
      Level level =
          switch (level(drive.enable())) {
            case HIGH -> driven(drive.output(), level(drive.value()));
            case LOW -> Level.FLOATING;
            case UNKNOWN, FLOATING -> Level.UNKNOWN;
          };
      next.merge(drive.output(), level, Level::joined);
    }
    unwrittenOutputs(next);
    for (Behaviour.Switch joined : behaviour.switches()) {
      Level condition = level(joined.condition());
      if (condition != Level.LOW) {
        Level one = next.getOrDefault(joined.one(), Level.FLOATING);
        Level both = one.joined(next.getOrDefault(joined.other(), Level.FLOATING));
        Level level = condition == Level.HIGH || both == Level.FLOATING ? both : Level.UNKNOWN;
        next.put(joined.one(), level);
        next.put(joined.other(), level);
      }
    }
    if (next.equals(seen)) {
      return false;
    }
    seen.clear();
    seen.putAll(next);
    return true;
  }

  private Level driven(String output, Level level) {
    return level == Level.HIGH && collectors.contains(output) ? Level.FLOATING : level;
  }

  /** An output whose function is not written down could be anything. */
  private void unwrittenOutputs(Map<String, Level> next) {
    for (Gate gate : unwritten) {
      if (level(gate.enable()) != Level.LOW) {
        next.put(gate.output(), Level.UNKNOWN);
      }
    }
  }

  private boolean isWritten(Gate gate) {
    String output = gate.output();
    return behaviour.drives().stream().anyMatch(d -> d.output().equals(output))
        || behaviour.switches().stream()
            .anyMatch(s -> s.one().equals(output) || s.other().equals(output));
  }

  private Level level(Expression expression) {
    return expression.level(
        name -> {
          Level state = remembered.get(name);
          return state != null ? state : seen.getOrDefault(name, Level.FLOATING);
        },
        this::read);
  }

  /** Acts on edges and holds; whether anything remembered changed. */
  private boolean remember() {
    Map<Expression, Level> now = new LinkedHashMap<>();
    clocks.keySet().forEach(clock -> now.put(clock, level(clock)));
    Edges edges = new Edges(Map.copyOf(clocks), now);
    Map<String, Level> next = new HashMap<>();
    for (Behaviour.State state : behaviour.states()) {
      next.put(state.name(), next(state, edges));
    }
    boolean moved = write(edges);
    moved |= !next.equals(remembered);
    clocks.putAll(now);
    remembered.putAll(next);
    return moved;
  }

  private Level next(Behaviour.State state, Edges edges) {
    Level result = remembered.getOrDefault(state.name(), Level.UNKNOWN);
    for (Behaviour.Clause clause : state.clauses().reversed()) {
      Level applies = applies(clause.timing(), edges);
      if (applies != Level.LOW) {
        Level value = level(clause.value());
        result = applies == Level.HIGH ? value : result.merge(value);
      }
    }
    return result;
  }

  private Level applies(Behaviour.Timing timing, Edges edges) {
    Level condition = level(timing.condition());
    return switch (timing) {
      case Behaviour.While _ -> condition;
      case Behaviour.OnEdge edge -> edges.made(edge.rising(), edge.clock()).and(condition);
    };
  }

  private boolean write(Edges edges) {
    record Pending(Cells cells, List<Integer> addresses, List<Level> data, boolean sure) {}
    List<Pending> pending = new ArrayList<>();
    for (Behaviour.Memory memory : behaviour.memories()) {
      Cells cells = memories.getOrDefault(memory.name(), new Cells());
      for (Behaviour.Write write : memory.writes()) {
        Level applies = applies(write.timing(), edges);
        if (applies != Level.LOW) {
          List<Level> address = write.address().stream().map(this::level).toList();
          boolean known = address.stream().allMatch(Level::known);
          pending.add(
              new Pending(
                  cells,
                  known ? List.of(number(address)) : matching(cells, address),
                  write.data().stream().map(this::level).toList(),
                  known && applies == Level.HIGH));
        }
      }
    }
    boolean moved = false;
    for (Pending p : pending) {
      for (int address : p.addresses()) {
        List<Level> before = p.cells().words.get(address);
        List<Level> after = p.sure() ? p.data() : blurred(before, p.data());
        if (!after.equals(before)) {
          p.cells().words.put(address, after);
          moved |= before != null || after.stream().anyMatch(Level::known);
        }
      }
    }
    return moved;
  }

  private static List<Level> blurred(
      @org.jspecify.annotations.Nullable List<Level> before, List<Level> data) {
    List<Level> result = new ArrayList<>();
    for (int i = 0; i < data.size(); i++) {
      result.add(before == null ? Level.UNKNOWN : before.get(i).merge(data.get(i)));
    }
    return result;
  }

  /** The written words an address that is partly unknown may mean. */
  private static List<Integer> matching(Cells cells, List<Level> address) {
    return cells.words.keySet().stream().filter(a -> matches(a, address)).sorted().toList();
  }

  private static boolean matches(int address, List<Level> levels) {
    for (int i = 0; i < levels.size(); i++) {
      Level level = levels.get(i);
      if (level.known() && level != Level.of((address >> i & 1) == 1)) {
        return false;
      }
    }
    return true;
  }

  private static int number(List<Level> levels) {
    int number = 0;
    for (int i = 0; i < levels.size(); i++) {
      number |= levels.get(i) == Level.HIGH ? 1 << i : 0;
    }
    return number;
  }

  private Level read(String memory, List<Level> address, int bit) {
    if (!address.stream().allMatch(Level::known)) {
      return Level.UNKNOWN;
    }
    Cells cells = memories.get(memory);
    List<Level> word = cells == null ? null : cells.words.get(number(address));
    return word == null ? Level.UNKNOWN : word.get(bit);
  }
}
