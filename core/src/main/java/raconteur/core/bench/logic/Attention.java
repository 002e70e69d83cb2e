package raconteur.core.bench.logic;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Which cells must be worked out so that some nets and all programmed parts see what they would see
 * anyway: their cone of influence, followed backwards from what is looked at. Everything a cell
 * reads counts, whether or not it wakes the cell.
 */
final class Attention {
  private final Circuit circuit;
  private final boolean[] needed;
  private final boolean[] neededNode;
  private final boolean[] neededMemory;
  private final ArrayDeque<Integer> open = new ArrayDeque<>();
  private final Map<Integer, List<Integer>> cellsOfNode = new HashMap<>();
  private final Map<Integer, List<Integer>> cellsOfMemory = new HashMap<>();

  private Attention(Circuit circuit) {
    this.circuit = circuit;
    needed = new boolean[circuit.cells.length];
    neededNode = new boolean[circuit.nodes];
    neededMemory = new boolean[circuit.memoryWords.length];
  }

  /** Cost grows with the size of the circuit. */
  static boolean[] needed(Circuit circuit, Collection<Integer> nets) {
    var attention = new Attention(circuit);
    attention.makers();
    nets.forEach(attention::node);
    for (int cell = 0; cell < circuit.cells.length; cell++) {
      if (circuit.cells[cell] instanceof Circuit.ComponentCell) {
        attention.cell(cell);
      }
    }
    for (Circuit.Clocking clocking : circuit.clockings) {
      if (clocking.feedbackNet() >= 0) {
        attention.node(clocking.feedbackNet());
      }
    }
    attention.follow();
    return attention.needed;
  }

  /** Notes which cells make which nodes and memories. */
  private void makers() {
    for (int cell = 0; cell < circuit.cells.length; cell++) {
      switch (circuit.cells[cell]) {
        case Circuit.OutputCell c -> makes(cell, circuit.driverNet[c.driver()]);
        case Circuit.PortCell c -> drives(cell, c.drivers());
        case Circuit.HoldCell c -> makes(cell, c.state());
        case Circuit.ClockCell c -> {
          edges(cell, c.rise());
          edges(cell, c.fall());
        }
        case Circuit.WriteCell c -> memory(cell, c.write().memory());
        case Circuit.ComponentCell c -> drives(cell, c.drivers());
      }
    }
  }

  private void drives(int cell, int[] drivers) {
    for (int driver : drivers) {
      if (driver >= 0) {
        makes(cell, circuit.driverNet[driver]);
      }
    }
  }

  private void edges(int cell, Circuit.Edges edges) {
    for (int state : edges.states()) {
      makes(cell, state);
    }
    for (Circuit.Write write : edges.writes()) {
      memory(cell, write.memory());
    }
    if (edges.registers().length > 0) {
      // A packed word addresses its own part's memory and nothing else.
      for (int memory : circuit.cellMemories[cell]) {
        memory(cell, memory);
      }
    }
  }

  private void makes(int cell, int node) {
    cellsOfNode.computeIfAbsent(node, _ -> new ArrayList<>()).add(cell);
  }

  private void memory(int cell, int memory) {
    cellsOfMemory.computeIfAbsent(memory, _ -> new ArrayList<>()).add(cell);
  }

  private void node(int node) {
    if (!neededNode[node]) {
      neededNode[node] = true;
      cellsOfNode.getOrDefault(node, List.of()).forEach(this::cell);
    }
  }

  private void cell(int cell) {
    if (!needed[cell]) {
      needed[cell] = true;
      open.add(cell);
    }
  }

  private void follow() {
    while (!open.isEmpty()) {
      int cell = open.poll();
      for (int node : circuit.cellReads[cell]) {
        node(node);
      }
      for (int memory : circuit.cellMemories[cell]) {
        if (!neededMemory[memory]) {
          neededMemory[memory] = true;
          cellsOfMemory.getOrDefault(memory, List.of()).forEach(this::cell);
        }
      }
    }
  }
}
