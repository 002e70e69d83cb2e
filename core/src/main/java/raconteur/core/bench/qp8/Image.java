package raconteur.core.bench.qp8;

import java.util.Map;
import java.util.TreeMap;

/**
 * A program as bytes at addresses.
 *
 * @param labels where its labels lie
 */
public record Image(Map<Integer, Integer> bytes, Map<String, Integer> labels) {
  /** What an address without a byte reads as: an erased cell. */
  public static final int ERASED = 0xFF;

  public Image {
    bytes = Map.copyOf(bytes);
    labels = Map.copyOf(new TreeMap<>(labels));
  }

  /** The bytes of a stretch of addresses, as a memory holds them. */
  public int[] cut(int from, int count) {
    int[] result = new int[count];
    for (int i = 0; i < count; i++) {
      result[i] = bytes.getOrDefault(from + i, ERASED);
    }
    return result;
  }
}
