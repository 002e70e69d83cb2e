package raconteur.core.supply;

import java.util.Arrays;

/** The preferred number series for resistors and capacitors (IEC 60063:2015, from memory). */
public final class PreferredValues {
  public static final PreferredValues E6 = new PreferredValues(10, 15, 22, 33, 47, 68);
  public static final PreferredValues E12 =
      new PreferredValues(10, 12, 15, 18, 22, 27, 33, 39, 47, 56, 68, 82);
  public static final PreferredValues E24 =
      new PreferredValues(
          10, 11, 12, 13, 15, 16, 18, 20, 22, 24, 27, 30, 33, 36, 39, 43, 47, 51, 56, 62, 68, 75,
          82, 91);

  private final int[] tenths;

  private PreferredValues(int... tenths) {
    this.tenths = tenths;
  }

  /** The values of one decade, from 10 to below 100. */
  public int[] decade() {
    return Arrays.copyOf(tenths, tenths.length);
  }

  /** The smallest value of the series that is not below the wanted one; wanted is above 0. */
  public double atLeast(double wanted) {
    int exponent = (int) Math.floor(Math.log10(wanted)) - 1;
    double scale = Math.pow(10, exponent);
    for (int value : tenths) {
      if (value * scale >= wanted * (1 - 1e-9)) {
        return value * scale;
      }
    }
    return 100 * scale;
  }
}
