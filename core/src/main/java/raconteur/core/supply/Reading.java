package raconteur.core.supply;

import java.math.BigDecimal;

/** What the digits of a reading say about how sure it is. */
public final class Reading {
  private Reading() {}

  /**
   * Half the last digit of a number as it was read: 58 is 57.5 to 58.5, 58.2 is 58.15 to 58.25. The
   * limits of a rectangular distribution (JCGM 100:2008, 4.3.7 and F.2.2.1). Where a number ends in
   * zeros, meters show three figures at least, so 100 is 99.5 to 100.5 and 4700 is 4695 to 4705.
   */
  public static double halfDigit(double value) {
    if (value == 0 || !Double.isFinite(value)) {
      return 0;
    }
    int last = -new BigDecimal(Double.toString(Math.abs(value))).stripTrailingZeros().scale();
    int third = (int) Math.floor(Math.log10(Math.abs(value))) - 2;
    int place = last > 0 ? Math.min(last, Math.max(0, third)) : last;
    return Math.pow(10, place) / 2;
  }
}
