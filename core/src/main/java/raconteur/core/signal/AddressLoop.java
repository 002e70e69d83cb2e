package raconteur.core.signal;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeSet;

/**
 * A stretch of addresses that comes again and again: where a program is stuck, and what it asks
 * meanwhile.
 *
 * @param addresses in the order they come, once round
 * @param times how often they came round at the end of the recording
 * @param polled addresses far from the others: most likely what the program looks at
 */
public record AddressLoop(List<Integer> addresses, int times, List<Integer> polled) {
  private static final int LONGEST = 1024;
  private static final int FEWEST_ROUNDS = 3;

  /** A program's own addresses lie this near to each other. */
  private static final int NEAR = 64;

  public AddressLoop {
    addresses = List.copyOf(addresses);
    polled = List.copyOf(polled);
  }

  /**
   * Looks for the shortest stretch that the end of a row of addresses repeats; linear for each
   * length that is tried.
   *
   * @param last the last addresses of a recording, in their order
   */
  static Optional<AddressLoop> find(List<Integer> last) {
    int size = last.size();
    for (int length = 1; length <= Math.min(LONGEST, size / FEWEST_ROUNDS); length++) {
      int same = 0;
      while (same + length < size
          && last.get(size - 1 - same).equals(last.get(size - 1 - same - length))) {
        same++;
      }
      int times = same / length + 1;
      if (times >= FEWEST_ROUNDS) {
        List<Integer> round = last.subList(size - length, size);
        return Optional.of(new AddressLoop(round, times, polled(round)));
      }
    }
    return Optional.empty();
  }

  /** What lies apart from the largest group of neighbours. */
  private static List<Integer> polled(List<Integer> round) {
    List<List<Integer>> groups = new ArrayList<>();
    for (int address : new TreeSet<>(round)) {
      boolean joins = !groups.isEmpty() && address - groups.getLast().getLast() <= NEAR;
      if (!joins) {
        groups.add(new ArrayList<>());
      }
      groups.getLast().add(address);
    }
    List<Integer> largest =
        groups.stream().max(java.util.Comparator.comparingInt(List::size)).orElse(List.of());
    return groups.stream().filter(g -> !g.equals(largest)).flatMap(List::stream).toList();
  }
}
