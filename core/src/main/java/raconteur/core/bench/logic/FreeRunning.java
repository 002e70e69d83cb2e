package raconteur.core.bench.logic;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.IntStream;

/**
 * What of a circuit follows from its one clock alone: dividers, phase counters, the strobes decoded
 * from them. Nothing that a programmed part or a memory drives, and nothing driven from outside,
 * comes into it, however far upstream; so where its state comes back, it comes back for ever.
 */
@SuppressWarnings("ArrayRecordComponent")
record FreeRunning(boolean[] cells, boolean[] drivers, boolean[] nodes) {

  /** Cost grows with the size of the circuit. */
  static FreeRunning of(Circuit circuit) {
    var search = new Search(circuit);
    search.run();
    return new FreeRunning(search.freeCell, search.freeDriver, search.freeNode);
  }

  /** Starts from everything and takes away what is bound, and what reads it, until it stands. */
  private static final class Search {
    private final Circuit circuit;
    private final boolean[] freeCell;
    private final boolean[] freeDriver;
    private final boolean[] freeNode;
    private final List<Set<Integer>> readers = new ArrayList<>();
    private final List<Set<Integer>> makers = new ArrayList<>();
    private final ArrayDeque<Integer> bound = new ArrayDeque<>();

    Search(Circuit circuit) {
      this.circuit = circuit;
      freeCell = filled(circuit.cells.length);
      freeDriver = filled(circuit.driverNet.length);
      freeNode = filled(circuit.nodes);
      for (int node = 0; node < circuit.nodes; node++) {
        readers.add(new HashSet<>());
        makers.add(new HashSet<>());
      }
      for (int cell = 0; cell < circuit.cells.length; cell++) {
        for (int node : circuit.cellReads[cell]) {
          readers.get(node).add(cell);
        }
        for (int node : made(cell)) {
          makers.get(node).add(cell);
        }
      }
    }

    private static boolean[] filled(int length) {
      boolean[] all = new boolean[length];
      Arrays.fill(all, true);
      return all;
    }

    /** The nodes a cell moves. */
    private int[] made(int cell) {
      return switch (circuit.cells[cell]) {
        case Circuit.OutputCell c -> new int[] {circuit.driverNet[c.driver()]};
        case Circuit.PortCell c -> netsOf(c.drivers());
        case Circuit.ComponentCell c -> netsOf(c.drivers());
        case Circuit.HoldCell c -> new int[] {c.state()};
        case Circuit.ClockCell c ->
            IntStream.concat(Arrays.stream(c.rise().states()), Arrays.stream(c.fall().states()))
                .toArray();
        case Circuit.WriteCell _ -> new int[0];
      };
    }

    private int[] netsOf(int[] drivers) {
      return Arrays.stream(drivers).filter(d -> d >= 0).map(d -> circuit.driverNet[d]).toArray();
    }

    void run() {
      for (int driver : drivenFromOutside()) {
        bind(circuit.driverNet[driver]);
      }
      for (int cell = 0; cell < freeCell.length; cell++) {
        if (bindsByItself(cell)) {
          bindCell(cell);
        }
      }
      while (!bound.isEmpty()) {
        int node = bound.poll();
        readers.get(node).forEach(this::bindCell);
        makers.get(node).forEach(this::bindCell);
      }
      for (int driver = 0; driver < freeDriver.length; driver++) {
        freeDriver[driver] = freeNode[circuit.driverNet[driver]];
      }
    }

    /** Drivers of no cell, no clock and no step known beforehand. */
    private int[] drivenFromOutside() {
      boolean[] outside = filled(circuit.driverNet.length);
      for (Circuit.Cell cell : circuit.cells) {
        int[] drivers =
            switch (cell) {
              case Circuit.OutputCell c -> new int[] {c.driver()};
              case Circuit.PortCell c -> c.drivers();
              case Circuit.ComponentCell c -> c.drivers();
              case Circuit.HoldCell _, Circuit.ClockCell _, Circuit.WriteCell _ -> new int[0];
            };
        Arrays.stream(drivers).filter(d -> d >= 0).forEach(d -> outside[d] = false);
      }
      circuit.clockings.forEach(c -> outside[c.driver()] = false);
      circuit.steps.forEach(s -> outside[s.driver()] = false);
      return IntStream.range(0, outside.length).filter(d -> outside[d]).toArray();
    }

    private boolean bindsByItself(int cell) {
      return circuit.cellMemories[cell].length > 0
          || switch (circuit.cells[cell]) {
            case Circuit.ComponentCell _, Circuit.PortCell _, Circuit.WriteCell _ -> true;
            case Circuit.ClockCell c -> remembersWords(c.rise()) || remembersWords(c.fall());
            case Circuit.OutputCell _, Circuit.HoldCell _ -> false;
          };
    }

    private static boolean remembersWords(Circuit.Edges edges) {
      return edges.registers().length + edges.writes().length > 0;
    }

    private void bindCell(int cell) {
      if (freeCell[cell]) {
        freeCell[cell] = false;
        Arrays.stream(made(cell)).forEach(this::bind);
      }
    }

    private void bind(int node) {
      if (freeNode[node]) {
        freeNode[node] = false;
        bound.add(node);
      }
    }
  }
}
