package raconteur.core.bench.logic;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.device.Behaviour;
import raconteur.core.device.Device;
import raconteur.core.device.Expression;
import raconteur.core.device.PinKind;

/**
 * One device type made ready for placing: its outputs, what it remembers and its memories, each
 * with the table of its function where one is small enough. Names are still pin and state names.
 */
final class DeviceCode {
  final List<Output> outputs = new ArrayList<>();
  final List<Port> ports = new ArrayList<>();
  final List<Hold> holds = new ArrayList<>();
  final List<Clock> clocks = new ArrayList<>();
  final List<Writing> writings = new ArrayList<>();
  final List<Behaviour.Memory> memories;
  final List<String> states;
  final Map<String, PackedWord> packed;

  /** One driven output. */
  record Output(
      String pin, Expression value, Expression enable, boolean collector, Optional<Table> table) {}

  /** The outputs a memory's word is read through at once; the bits lie as the pins do. */
  record Port(
      String memory,
      List<Expression> address,
      Table enable,
      List<String> pins,
      List<Integer> bits) {}

  /** A remembered bit that follows its inputs while a condition holds. */
  record Hold(String state, Expression next) {}

  /** What a remembered bit becomes at an edge. */
  record Edge(String state, Expression next) {}

  /** A write to a memory, while or when its condition holds. */
  record Writing(
      String memory, Expression condition, List<Expression> address, List<Expression> data) {}

  /** A clock with what its edges do. */
  record Clock(
      Expression clock,
      List<Edge> onRise,
      List<Edge> onFall,
      List<Writing> writesOnRise,
      List<Writing> writesOnFall) {}

  private DeviceCode(Device device) {
    Behaviour behaviour = device.behaviour();
    memories = behaviour.memories();
    packed = PackedWord.of(behaviour);
    states =
        behaviour.states().stream()
            .map(Behaviour.State::name)
            .filter(name -> !packed.containsKey(wordOf(name)))
            .toList();
    outputs(device);
    for (Behaviour.State state : behaviour.states()) {
      hold(state);
    }
    for (Behaviour.Memory memory : memories) {
      for (Behaviour.Write write : memory.writes()) {
        if (write.timing() instanceof Behaviour.While level) {
          writings.add(
              new Writing(memory.name(), level.condition(), write.address(), write.data()));
        }
      }
    }
    clocks(behaviour);
  }

  /**
   * Makes a device ready.
   *
   * @return empty where one of its functions cannot be run: a clock of too many inputs, or words
   *     wider than 32 bits
   */
  static Optional<DeviceCode> of(Device device) {
    boolean wide = device.behaviour().memories().stream().anyMatch(m -> m.width() > 32);
    return wide ? Optional.empty() : Optional.of(new DeviceCode(device));
  }

  private void outputs(Device device) {
    record Group(String memory, List<Expression> address, Expression enable) {}
    Map<Group, List<Behaviour.Drive>> words = new LinkedHashMap<>();
    for (Behaviour.Drive drive : device.behaviour().drives()) {
      if (drive.value() instanceof Expression.MemoryBit m && Table.fits(drive.enable())) {
        words
            .computeIfAbsent(
                new Group(m.memory(), m.address(), drive.enable()), _ -> new ArrayList<>())
            .add(drive);
      } else {
        boolean collector =
            device
                .pinNamed(drive.output())
                .filter(p -> p.kind() == PinKind.OPEN_COLLECTOR)
                .isPresent();
        Optional<Table> table =
            Table.fits(drive.value(), drive.enable())
                ? Optional.of(Table.driven(drive.value(), drive.enable(), collector))
                : Optional.empty();
        outputs.add(new Output(drive.output(), drive.value(), drive.enable(), collector, table));
      }
    }
    words.forEach(
        (group, drives) ->
            ports.add(
                new Port(
                    group.memory(),
                    group.address(),
                    Table.driven(ALWAYS, group.enable(), false),
                    drives.stream().map(Behaviour.Drive::output).toList(),
                    drives.stream().map(d -> ((Expression.MemoryBit) d.value()).bit()).toList())));
  }

  private static final Expression ALWAYS = new Expression.Constant(true);

  private void hold(Behaviour.State state) {
    if (state.clauses().stream().noneMatch(c -> c.timing() instanceof Behaviour.While)) {
      return;
    }
    Expression next = next(state, clause -> Optional.empty());
    holds.add(new Hold(state.name(), next));
  }

  /** Which of the clauses at edges speak of this one. */
  private interface Speaks {
    Optional<Expression> condition(Behaviour.OnEdge edge);
  }

  /** The first clause that applies wins; with none the bit keeps. */
  private static Expression next(Behaviour.State state, Speaks speaks) {
    Expression result = new Expression.Pin(state.name());
    for (Behaviour.Clause clause : state.clauses().reversed()) {
      Optional<Expression> condition =
          switch (clause.timing()) {
            case Behaviour.While level -> Optional.of(level.condition());
            case Behaviour.OnEdge edge -> speaks.condition(edge);
          };
      if (condition.isPresent()) {
        result = choose(condition.get(), clause.value(), result);
      }
    }
    return result;
  }

  private static Expression choose(Expression condition, Expression yes, Expression no) {
    return condition instanceof Expression.Constant c
        ? c.high() ? yes : no
        : new Expression.Choose(condition, yes, no);
  }

  private static String wordOf(String state) {
    return state.substring(0, state.lastIndexOf('.'));
  }

  private void clocks(Behaviour behaviour) {
    Map<Expression, Clock> byClock = new LinkedHashMap<>();
    for (PackedWord word : packed.values()) {
      Clock clock = byClock.computeIfAbsent(word.timing().clock(), DeviceCode::clock);
      (word.timing().rising() ? clock.onRise() : clock.onFall())
          .add(
              new Edge(
                  word.name(),
                  choose(
                      word.timing().condition(),
                      new Expression.Pin(PackedWord.taken(word.name())),
                      new Expression.Pin(word.name()))));
    }
    for (Behaviour.State state : behaviour.states()) {
      if (packed.containsKey(wordOf(state.name()))) {
        continue;
      }
      for (Behaviour.Clause clause : state.clauses()) {
        if (clause.timing() instanceof Behaviour.OnEdge edge) {
          Clock clock = byClock.computeIfAbsent(edge.clock(), DeviceCode::clock);
          List<Edge> edges = edge.rising() ? clock.onRise() : clock.onFall();
          if (edges.stream().noneMatch(e -> e.state().equals(state.name()))) {
            edges.add(
                new Edge(
                    state.name(),
                    next(
                        state,
                        other ->
                            other.rising() == edge.rising() && other.clock().equals(edge.clock())
                                ? Optional.of(other.condition())
                                : Optional.empty())));
          }
        }
      }
    }
    for (Behaviour.Memory memory : behaviour.memories()) {
      for (Behaviour.Write write : memory.writes()) {
        if (write.timing() instanceof Behaviour.OnEdge edge) {
          Clock clock = byClock.computeIfAbsent(edge.clock(), DeviceCode::clock);
          (edge.rising() ? clock.writesOnRise() : clock.writesOnFall())
              .add(new Writing(memory.name(), edge.condition(), write.address(), write.data()));
        }
      }
    }
    clocks.addAll(byClock.values());
  }

  private static Clock clock(Expression expression) {
    return new Clock(
        expression, new ArrayList<>(), new ArrayList<>(), new ArrayList<>(), new ArrayList<>());
  }
}
