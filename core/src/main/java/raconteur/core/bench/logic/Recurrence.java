package raconteur.core.bench.logic;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;

/**
 * One period of what runs freely, as a run once went through it: what moved at every swing of the
 * clock and what stood after it. Since nothing else comes into it, the same state is followed by
 * the same moves, and they can be played back instead of worked out.
 */
final class Recurrence {
  /** How many swings of the clock a period may take; a longer one is not looked for. */
  static final int MOST_SWINGS = 512;

  private final Watched watched;
  private final List<byte[]> states;
  private final List<Moves> every;
  private final List<Moves> outward;

  private Recurrence(Watched watched, List<byte[]> states, List<Moves> every) {
    this.watched = watched;
    this.states = List.copyOf(states);
    this.every = List.copyOf(every);
    outward = every.stream().map(m -> m.only(watched)).toList();
  }

  /**
   * What moves at one swing, in its order.
   *
   * @param units when, in units of delay after the swing
   * @param what a driver, or the complement of a remembered bit's node
   * @param lines to what
   */
  @SuppressWarnings("ArrayRecordComponent")
  record Moves(int[] units, int[] what, int[] lines) {
    int count() {
      return units.length;
    }

    /** Those that somebody outside reads. */
    private Moves only(Watched watched) {
      int[] kept =
          IntStream.range(0, units.length)
              .filter(i -> watched.outward[watched.node(what[i])])
              .toArray();
      return new Moves(
          Arrays.stream(kept).map(i -> units[i]).toArray(),
          Arrays.stream(kept).map(i -> what[i]).toArray(),
          Arrays.stream(kept).map(i -> lines[i]).toArray());
    }
  }

  /** How many swings make a period. */
  int swings() {
    return states.size();
  }

  /** After which swing of the period this state stands; negative for none. */
  int phase(byte[] state) {
    for (int i = 0; i < states.size(); i++) {
      if (Arrays.equals(states.get(i), state)) {
        return i;
      }
    }
    return -1;
  }

  int next(int phase) {
    return phase + 1 == states.size() ? 0 : phase + 1;
  }

  /**
   * What moves at the swing that leads to a phase.
   *
   * @param all whether also what only the free-running cells themselves read
   */
  Moves moves(int phase, boolean all) {
    return (all ? every : outward).get(phase);
  }

  byte[] state(int phase) {
    return states.get(phase);
  }

  Watched watched() {
    return watched;
  }

  /** Which cells, nodes and drivers of a circuit run freely in the state of attention it is in. */
  static final class Watched {
    final int[] cells;
    final int[] nodes;
    final int[] drivers;
    final int[] clocks;
    private final boolean[] outward;
    private final boolean[] freeDriver;
    private final boolean[] freeNode;
    private final int[] driverNet;

    /**
     * Works out what runs freely.
     *
     * @param asleep cells that are not worked out at present
     */
    Watched(Circuit circuit, FreeRunning free, boolean[] asleep) {
      driverNet = circuit.driverNet;
      freeDriver = free.drivers();
      freeNode = free.nodes();
      int all = circuit.cells.length;
      cells = IntStream.range(0, all).filter(c -> free.cells()[c] && !asleep[c]).toArray();
      clocks =
          Arrays.stream(cells).filter(c -> circuit.cells[c] instanceof Circuit.ClockCell).toArray();
      nodes = IntStream.range(0, circuit.nodes).filter(n -> freeNode[n]).toArray();
      drivers = IntStream.range(0, driverNet.length).filter(d -> freeDriver[d]).toArray();
      outward = new boolean[circuit.nodes];
      for (int cell = 0; cell < all; cell++) {
        if (!free.cells()[cell] && !asleep[cell]) {
          for (int node : circuit.cellReads[cell]) {
            outward[node] = true;
          }
        }
      }
    }

    private int node(int what) {
      return what >= 0 ? driverNet[what] : ~what;
    }

    boolean isFree(int what) {
      return what >= 0 ? freeDriver[what] : freeNode[~what];
    }
  }

  /** A run through what may be a period. */
  static final class Recording {
    private final Watched watched;
    private final List<byte[]> states = new ArrayList<>();
    private final List<Moves> moves = new ArrayList<>();
    private final List<int[]> now = new ArrayList<>();

    /** Begins where the clock has just swung and everything has settled. */
    Recording(Watched watched, byte[] state) {
      this.watched = watched;
      states.add(state);
    }

    /** Notes a driver's move, or with the complement of its node a remembered bit's. */
    void moved(int unit, int what, int line) {
      if (watched.isFree(what)) {
        now.add(new int[] {unit, what, line});
      }
    }

    /**
     * The clock has swung once more and everything has settled.
     *
     * @return the period, where this closes it
     */
    Optional<Recurrence> swung(byte[] state) {
      moves.add(
          new Moves(
              now.stream().mapToInt(m -> m[0]).toArray(),
              now.stream().mapToInt(m -> m[1]).toArray(),
              now.stream().mapToInt(m -> m[2]).toArray()));
      now.clear();
      if (Arrays.equals(state, states.getFirst())) {
        // The moves that lead to the first state are the last ones that were seen.
        moves.addFirst(moves.removeLast());
        return Optional.of(new Recurrence(watched, states, moves));
      }
      states.add(state);
      return Optional.empty();
    }

    /** Whether a period may still be found. */
    boolean open() {
      return states.size() <= MOST_SWINGS;
    }
  }
}
