package raconteur.desktop.desk;

import java.util.Locale;

/** Shares as the screen shows them. */
public final class Percent {
  private Percent() {}

  /** {@code 61 %}, {@code 0.4 %}, {@code < 0.1 %}. */
  public static String of(double share) {
    if (share < 0.001) {
      return "< 0.1 %";
    }
    return share < 0.0995
        ? String.format(Locale.ROOT, "%.1f %%", share * 100)
        : String.format(Locale.ROOT, "%.0f %%", share * 100);
  }
}
