package raconteur.core.signal;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * When a line changed, in bounded memory: enough to tell of two lines that changed equally often
 * whether one follows the other, and how long after.
 *
 * <p>Of the times t₁, t₂, … some sums ±t₁ ±t₂ … are kept, with signs as if thrown by a coin but the
 * same for every line. The mean square of the differences of two lines' sums estimates the sum of
 * (t − u)² (the sketch of Alon, Matias and Szegedy 1999, doi:10.1006/jcss.1997.1545); with 32 sums
 * it errs by a quarter or so.
 */
final class EdgeTimes {
  private static final int SUMS = 32;

  private long count;
  private double sum;
  private final double[] sums = new double[SUMS];

  /** The next change. */
  void add(long picos) {
    long signs = mixed(count++);
    sum += picos;
    for (int i = 0; i < SUMS; i++) {
      sums[i] += (signs >>> i & 1) == 0 ? picos : -picos;
    }
  }

  /** A coin for every place: the finaliser of SplitMix64 (Steele, Lea and Flood 2014). */
  private static long mixed(long index) {
    long z = (index + 1) * 0x9E3779B97F4A7C15L;
    z = (z ^ z >>> 30) * 0xBF58476D1CE4E5B9L;
    z = (z ^ z >>> 27) * 0x94D049BB133111EBL;
    return z ^ z >>> 31;
  }

  Kept kept() {
    return new Kept(count, sum, Arrays.stream(sums).boxed().toList());
  }

  /**
   * What is kept.
   *
   * @param count how many changes
   * @param sum of their times in picoseconds
   * @param sums with signs
   */
  record Kept(long count, double sum, List<Double> sums) {
    Kept {
      sums = List.copyOf(sums);
    }

    /**
     * How long after these the others come, in picoseconds, below 0 for before, on the average;
     * empty where they are not all near to them.
     *
     * @param mostPicos what is still near, as the root of the mean square
     */
    Optional<Double> followed(Kept other, double mostPicos) {
      if (count == 0 || count != other.count) {
        return Optional.empty();
      }
      double squares = 0;
      for (int i = 0; i < SUMS; i++) {
        double difference = other.sums.get(i) - sums.get(i);
        squares += difference * difference;
      }
      double apart = Math.sqrt(squares / SUMS / count);
      return apart <= mostPicos ? Optional.of((other.sum - sum) / count) : Optional.empty();
    }
  }
}
