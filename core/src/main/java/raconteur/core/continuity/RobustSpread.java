package raconteur.core.continuity;

import java.util.Arrays;

/**
 * Where most of a group of readings lie, and how far a reading stands off, without being drawn
 * along by the odd ones: the modified Z score M = 0.6745 (x − median) / MAD, an outlier where |M| >
 * 3.5; where more than half of the readings are equal, so that the median absolute deviation is
 * zero, 1.253314 times the mean absolute deviation takes its place (B. Iglewicz and D. C. Hoaglin,
 * How to Detect and Handle Outliers, ASQC 1993, volume 16, and its usual extension). Sorting makes
 * it n log n.
 *
 * @param median of the readings
 * @param scale a standard deviation's robust stand-in, in the same unit
 */
public record RobustSpread(double median, double scale) {
  /** From where on a reading is called an outlier. */
  public static final double OUTLIER_FROM = 3.5;

  private static final double MAD_TO_SIGMA = 1 / 0.6745;
  private static final double MEAN_DEVIATION_TO_SIGMA = 1.253314;

  /**
   * @param readings at least one
   * @param leastScale how much like things differ anyway
   */
  public static RobustSpread of(double[] readings, double leastScale) {
    double middle = median(readings);
    double[] deviations = Arrays.stream(readings).map(x -> Math.abs(x - middle)).toArray();
    double mad = median(deviations);
    double scale =
        mad > 0
            ? MAD_TO_SIGMA * mad
            : MEAN_DEVIATION_TO_SIGMA * Arrays.stream(deviations).average().orElse(0);
    return new RobustSpread(middle, Math.max(scale, leastScale));
  }

  /** How many scales a reading lies above the median. */
  public double score(double reading) {
    return scale == 0 ? 0 : (reading - median) / scale;
  }

  public boolean isOutlier(double reading) {
    return Math.abs(score(reading)) > OUTLIER_FROM;
  }

  private static double median(double[] values) {
    double[] sorted = values.clone();
    Arrays.sort(sorted);
    int n = sorted.length;
    return n % 2 == 1 ? sorted[n / 2] : (sorted[n / 2 - 1] + sorted[n / 2]) / 2;
  }
}
