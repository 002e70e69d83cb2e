package raconteur.core.mend;

import java.util.List;
import java.util.Map;
import raconteur.core.board.Part;

/**
 * Which sockets go in for a part, from what is in stock. Where there is none of the right size, two
 * smaller ones end to end serve for narrow packages.
 *
 * @param sizes pin counts of the sockets, one or two
 * @param inStock whether they are there
 */
public record SocketChoice(List<Integer> sizes, boolean wide, boolean inStock) {
  private static final List<Integer> NARROW = List.of(8, 14, 16, 18, 20);

  public SocketChoice {
    sizes = List.copyOf(sizes);
  }

  /** Chooses and takes from the stock that is given, by pin count. */
  static SocketChoice take(Part part, Map<Integer, Integer> stock) {
    int pins = part.device().pins().size();
    boolean wide = pins >= 24 && !part.device().outline().endsWith("N");
    if (stock.getOrDefault(pins, 0) > 0) {
      stock.merge(pins, -1, Integer::sum);
      return new SocketChoice(List.of(pins), wide, true);
    }
    if (!wide) {
      for (int size : NARROW) {
        int rest = pins - size;
        int needed = rest == size ? 2 : 1;
        boolean there =
            stock.getOrDefault(size, 0) >= needed && stock.getOrDefault(rest, 0) >= needed;
        if (NARROW.contains(rest) && there) {
          stock.merge(size, -1, Integer::sum);
          stock.merge(rest, -1, Integer::sum);
          return new SocketChoice(List.of(rest, size), false, true);
        }
      }
    }
    return new SocketChoice(List.of(pins), wide, false);
  }

  /** As it stands in a parts list. */
  public String words() {
    String size =
        sizes.size() == 1
            ? sizes.getFirst() + "-pin socket"
            : sizes.get(0) + "-pin and " + sizes.get(1) + "-pin socket end to end";
    return size + (wide ? ", wide" : "") + (inStock ? "" : ": none left");
  }
}
