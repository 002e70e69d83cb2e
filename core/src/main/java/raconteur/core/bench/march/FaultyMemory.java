package raconteur.core.bench.march;

import java.util.BitSet;
import java.util.List;
import java.util.Optional;

/** A memory of single bits with at most one fault of the classical kinds. */
public final class FaultyMemory {
  private final int size;
  private final BitSet cells;
  private final Optional<MemoryFault> fault;

  /**
   * A memory that happens to hold something.
   *
   * @param contents what it holds when it is switched on
   */
  public FaultyMemory(int size, BitSet contents, Optional<MemoryFault> fault) {
    this.size = size;
    this.cells = (BitSet) contents.clone();
    this.fault = fault;
    settle();
  }

  public int size() {
    return size;
  }

  /** What cells an address reaches: one, none or more. */
  private List<Integer> reached(int address) {
    return switch (fault.orElse(MemoryFault.NONE)) {
      case MemoryFault.Address(int at, List<Integer> reaches) when at == address -> reaches;
      default -> List.of(address);
    };
  }

  /** Reads; several cells at once read as their AND, none as low. */
  public boolean read(int address) {
    List<Integer> reached = reached(address);
    return !reached.isEmpty() && reached.stream().allMatch(cells::get);
  }

  public void write(int address, boolean one) {
    for (int cell : reached(address)) {
      boolean before = cells.get(cell);
      boolean held =
          fault.orElse(MemoryFault.NONE) instanceof MemoryFault.Transition(int at, boolean rises)
              && at == cell
              && before != one
              && one == rises;
      if (!held) {
        cells.set(cell, one);
        if (before != one) {
          couple(cell, one);
        }
      }
    }
    settle();
  }

  /** Leaves it alone for a while. */
  public void rest() {
    if (fault.orElse(MemoryFault.NONE) instanceof MemoryFault.Leaks(int at, boolean one)) {
      cells.set(at, one);
    }
  }

  /** A change of one cell that changes another. */
  private void couple(int cell, boolean rose) {
    switch (fault.orElse(MemoryFault.NONE)) {
      case MemoryFault.Inverts(int from, boolean rises, int to)
          when from == cell && rises == rose ->
          cells.flip(to);
      case MemoryFault.Sets(int from, boolean rises, int to, boolean one)
          when from == cell && rises == rose ->
          cells.set(to, one);
      default -> {}
    }
  }

  /** What holds at all times. */
  private void settle() {
    switch (fault.orElse(MemoryFault.NONE)) {
      case MemoryFault.StuckAt(int at, boolean one) -> cells.set(at, one);
      case MemoryFault.Holds(int from, boolean while1, int to, boolean one)
          when cells.get(from) == while1 ->
          cells.set(to, one);
      default -> {}
    }
  }
}
