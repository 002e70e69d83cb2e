package raconteur.core.rom;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import java.util.function.IntSupplier;

/**
 * Times the explanation of a reading with two lines wrong, and of one that is something else
 * altogether, beside a plain count of the bytes that differ. Run by {@code ./benchmark}.
 */
final class RomBenchmark {
  private static final int RUNS = 7;

  private RomBenchmark() {}

  public static void main(String[] arguments) {
    for (int size : new int[] {0x2000, 0x10000, 0x100000}) {
      Random random = new Random(size);
      byte[] good = new byte[size];
      byte[] other = new byte[size];
      byte[] bent = new byte[size];
      random.nextBytes(good);
      random.nextBytes(other);
      for (int a = 0; a < size; a++) {
        bent[a] = (byte) (good[a & ~0x400] | 8);
      }
      time("two lines wrong", size, () -> RomDiagnosis.of(good, bent).explanations().size());
      time("something else", size, () -> RomDiagnosis.of(good, other).explanations().size());
      time(
          "bytes counted (plain)",
          size,
          () -> TwoReadings.of(List.of(good, other)).unsteadyBytes());
    }
  }

  private static void time(String what, int size, IntSupplier work) {
    double[] millis = new double[RUNS];
    int came = 0;
    for (int run = -2; run < RUNS; run++) {
      long start = System.nanoTime();
      came += work.getAsInt();
      if (run >= 0) {
        millis[run] = (System.nanoTime() - start) / 1e6;
      }
    }
    Arrays.sort(millis);
    System.out.printf(
        Locale.ROOT,
        "ROM of %,9d bytes, %-22s median %7.1f ms, most %7.1f ms (%d)%n",
        size,
        what,
        millis[RUNS / 2],
        millis[RUNS - 1],
        came);
  }
}
