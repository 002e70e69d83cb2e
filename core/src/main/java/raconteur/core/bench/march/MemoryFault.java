package raconteur.core.bench.march;

import java.util.List;

/** A fault of a memory's cells or of its address decoder, by van de Goor's names. */
public sealed interface MemoryFault {
  /** No fault: a stuck-at no address has. */
  MemoryFault NONE = new StuckAt(Integer.MAX_VALUE / 64, false);

  /** Stuck-at: a cell holds one level. */
  record StuckAt(int cell, boolean one) implements MemoryFault {}

  /** Transition: a cell cannot rise, or cannot fall. */
  record Transition(int cell, boolean rises) implements MemoryFault {}

  /** Inversion coupling: a change of one cell turns another over. */
  record Inverts(int from, boolean rises, int to) implements MemoryFault {}

  /** Idempotent coupling: a change of one cell sets another to a level. */
  record Sets(int from, boolean rises, int to, boolean one) implements MemoryFault {}

  /** State coupling: while one cell is at a level, another is held at one. */
  record Holds(int from, boolean while1, int to, boolean one) implements MemoryFault {}

  /** Data retention: a cell that is left alone for a while goes to a level. */
  record Leaks(int cell, boolean one) implements MemoryFault {}

  /** Address decoder: an address reaches no cell, another cell, or several. */
  record Address(int address, List<Integer> reaches) implements MemoryFault {
    public Address {
      reaches = List.copyOf(reaches);
    }
  }
}
