package raconteur.core.bench.logic;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;

/**
 * The plain alternative: at every swing of a clock everything is worked out again and again until
 * nothing changes. Memories and programmed parts are left still, which favours it.
 */
final class PlainRun {
  private final Circuit circuit;
  private final Machine machine;
  private final byte[] seen;
  private final byte[] driven;
  private final byte[] clockWas;
  private final EdgePlan.Results results = new EdgePlan.Results();
  private long evaluations;

  PlainRun(Circuit circuit, long seed) {
    this.circuit = circuit;
    seen = new byte[circuit.nodes];
    machine = new Machine(circuit, seen);
    driven = new byte[circuit.driverNet.length];
    clockWas = new byte[circuit.cells.length];
    Arrays.fill(driven, (byte) Lines.FLOATING);
    var dice = new SplittableRandom(seed);
    for (int i = 0; i < seen.length; i++) {
      seen[i] = (byte) dice.nextInt(2);
    }
    for (int i = 0; i < machine.memories.length; i++) {
      machine.memories[i] = new MemoryWords(circuit.memoryWords[i], circuit.memoryWidths[i]);
    }
    for (Circuit.Step step : circuit.steps) {
      driven[step.driver()] = (byte) step.line();
    }
  }

  /** Swings every clock once and settles. */
  void swing(int line) {
    for (Circuit.Clocking clocking : circuit.clockings) {
      driven[clocking.driver()] = (byte) line;
    }
    for (int pass = 0; pass < 200; pass++) {
      boolean moved = nets();
      machine.moved();
      for (int cell = 0; cell < circuit.cells.length; cell++) {
        moved |= evaluate(cell);
        evaluations++;
      }
      if (!moved) {
        return;
      }
    }
  }

  long evaluations() {
    return evaluations;
  }

  private boolean nets() {
    boolean moved = false;
    int[] low = new int[circuit.netNames.length];
    int[] high = new int[low.length];
    for (int d = 0; d < driven.length; d++) {
      low[circuit.driverNet[d]] += driven[d] == Lines.LOW ? 1 : 0;
      high[circuit.driverNet[d]] += driven[d] == Lines.HIGH ? 1 : 0;
    }
    for (int net = 0; net < low.length; net++) {
      int line = circuit.supply[net];
      if (line == Lines.FLOATING) {
        line = low[net] > 0 ? Lines.LOW : high[net] > 0 ? Lines.HIGH : circuit.pull[net];
      }
      line = line == Lines.FLOATING ? circuit.idle[net] : line;
      if (line != Lines.UNKNOWN && seen[net] != line) {
        seen[net] = (byte) line;
        moved = true;
      }
    }
    return moved;
  }

  private boolean drive(int driver, int line) {
    if (driver < 0 || driven[driver] == line) {
      return false;
    }
    driven[driver] = (byte) line;
    return true;
  }

  private boolean evaluate(int cell) {
    return switch (circuit.cells[cell]) {
      case Circuit.OutputCell c -> {
        int line = c.enable().at(machine) == Lines.HIGH ? c.value().at(machine) : Lines.FLOATING;
        yield drive(c.driver(), c.collector() && line == Lines.HIGH ? Lines.FLOATING : line);
      }
      case Circuit.PortCell c -> {
        int enable = c.enable().at(machine);
        int address = c.address().at(machine);
        boolean moved = false;
        for (int i = 0; i < c.drivers().length; i++) {
          int line =
              enable == Lines.FLOATING || address < 0
                  ? Lines.FLOATING
                  : machine.memories[c.memory()].bit(address, c.bits()[i]);
          moved |= drive(c.drivers()[i], line);
        }
        yield moved;
      }
      case Circuit.HoldCell c -> set(c.state(), c.next().at(machine));
      case Circuit.ClockCell c -> {
        int now = c.value().at(machine);
        int was = clockWas[cell];
        clockWas[cell] = (byte) now;
        yield now != was && edge(now == Lines.HIGH ? c.rise() : c.fall());
      }
      case Circuit.WriteCell _, Circuit.ComponentCell _ -> false;
    };
  }

  private boolean set(int node, int line) {
    boolean moved = seen[node] != line;
    seen[node] = (byte) line;
    return moved;
  }

  private boolean edge(Circuit.Edges edges) {
    results.count = 0;
    results.wordCount = 0;
    edges.plan().work(machine, results);
    boolean moved = false;
    for (int i = 0; i < results.wordCount; i++) {
      machine.registers[results.registers[i]] = results.words[i];
    }
    for (int i = 0; i < results.count; i++) {
      moved |= set(results.states[i], results.lines[i]);
    }
    return moved;
  }

  /** Measures both on one circuit and prints them side by side. */
  static List<String> sideBySide(Circuit circuit, int micros) {
    List<String> lines = new ArrayList<>();
    for (int round = 0; round < 3; round++) {
      var events = new LogicRun(circuit, LogicRun.PowerUp.AS_IT_FALLS, 1);
      events.run(2_000_000_000L);
      long before = events.evaluations();
      long start = System.nanoTime();
      events.run(micros * 1_000_000L);
      double eventSeconds = (System.nanoTime() - start) / 1e9;
      long evaluated = events.evaluations() - before;
      var plain = new PlainRun(circuit, 1);
      int swings = micros * 32 / 20;
      for (int i = 0; i < 2000; i++) {
        plain.swing(i & 1);
      }
      start = System.nanoTime();
      for (int i = 0; i < swings; i++) {
        plain.swing(i & 1);
      }
      double plainSeconds = (System.nanoTime() - start) / 1e9 * 20;
      lines.add(
          String.format(
              java.util.Locale.ROOT,
              "%d us of the board: event by event %.3f s (%.1f million evaluations a second),"
                  + " everything until stable %.3f s: %.0f times as long",
              micros,
              eventSeconds,
              evaluated / eventSeconds / 1e6,
              plainSeconds,
              plainSeconds / eventSeconds));
    }
    return lines;
  }
}
