package raconteur.core.rom;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import raconteur.core.odds.ClopperPearson;

/**
 * Readings of one chip held against each other: which bits are not the same twice, and how sure so
 * many equal readings make it that the next is equal too.
 *
 * @param readings how many were compared
 * @param unsteadyBytes addresses at which not all are equal
 * @param byBit of each data bit, at how many addresses it is not the same in all
 * @param firstAddress the lowest and
 * @param lastAddress the highest of those addresses; −1 for none
 */
public record TwoReadings(
    int readings, int unsteadyBytes, List<Integer> byBit, int firstAddress, int lastAddress) {
  private static final double CONFIDENCE = 0.95;

  public TwoReadings {
    byBit = List.copyOf(byBit);
  }

  /**
   * Compares readings over the length of the shortest.
   *
   * @throws IllegalArgumentException for fewer than two
   */
  public static TwoReadings of(List<byte[]> readings) {
    if (readings.size() < 2) {
      throw new IllegalArgumentException("two readings are compared");
    }
    int length = readings.stream().mapToInt(r -> r.length).min().orElse(0);
    int[] byBit = new int[8];
    int unsteady = 0;
    int first = -1;
    int last = -1;
    for (int a = 0; a < length; a++) {
      int off = 0;
      for (byte[] other : readings) {
        off |= (other[a] ^ readings.getFirst()[a]) & 0xFF;
      }
      if (off != 0) {
        unsteady++;
        first = first < 0 ? a : first;
        last = a;
        for (int bit = 0; bit < 8; bit++) {
          byBit[bit] += (off >> bit) & 1;
        }
      }
    }
    List<Integer> bits = new ArrayList<>();
    for (int count : byBit) {
      bits.add(count);
    }
    return new TwoReadings(readings.size(), unsteady, bits, first, last);
  }

  public boolean steady() {
    return unsteadyBytes == 0;
  }

  /**
   * How large the share of readings that differ from the first may still be, with 95 % confidence,
   * where none of these did (Clopper and Pearson, Biometrika 26, 1934).
   */
  public double mayStillDiffer() {
    return ClopperPearson.interval(0, readings - 1, CONFIDENCE).high();
  }

  /** What it means, in a sentence. */
  public String words() {
    if (steady()) {
      return String.format(
          Locale.ROOT,
          "%d readings are the same in every bit. That many leave room for up to %.0f %% of"
              + " readings to differ (95 %%); ten equal ones leave 34 %%.",
          readings,
          mayStillDiffer() * 100);
    }
    StringBuilder bits = new StringBuilder();
    for (int bit = 0; bit < byBit.size(); bit++) {
      if (byBit.get(bit) > 0) {
        bits.append(bits.isEmpty() ? "" : ", ").append('D').append(bit).append(" at ");
        bits.append(byBit.get(bit));
      }
    }
    return String.format(
        Locale.ROOT,
        "%d bytes are not the same in all %d readings, from %04X to %04X: %s. Clean the legs and"
            + " the socket, and read it slower, before you believe any of them.",
        unsteadyBytes,
        readings,
        firstAddress,
        lastAddress,
        bits);
  }
}
