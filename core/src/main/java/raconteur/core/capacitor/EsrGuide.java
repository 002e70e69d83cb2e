package raconteur.core.capacitor;

import java.util.Map;
import java.util.TreeMap;
import raconteur.core.data.Figures;

/**
 * How much series resistance a good aluminium electrolytic may have. A data sheet limits the loss
 * tangent at 120 Hz by the rated voltage, plus 0.02 for every 1000 µF above the first 1000 µF; the
 * series resistance is tan δ / (2 π f C). A series-resistance meter works near 100 kHz, where the
 * electrolyte's share is smaller; the share taken off for that is common practice, no source. The
 * table is that of general-purpose radial series, from memory.
 */
public final class EsrGuide {
  private static final double HERTZ = 120;
  private static final double STEP_FARADS = 1000e-6;
  private static final double STEP_TANGENT = 0.02;
  private static final TreeMap<Double, Double> TANGENT_BY_VOLTS =
      new TreeMap<>(
          Map.of(
              6.3, 0.26, 10.0, 0.22, 16.0, 0.18, 25.0, 0.16, 35.0, 0.14, 50.0, 0.12, 63.0, 0.10,
              100.0, 0.08));

  private EsrGuide() {}

  /** The loss tangent a data sheet allows. */
  static double tangent(double farads, double volts) {
    var row = TANGENT_BY_VOLTS.floorEntry(volts);
    double byVolts = row == null ? TANGENT_BY_VOLTS.firstEntry().getValue() : row.getValue();
    double steps = Math.max(0, Math.ceil(farads / STEP_FARADS - 1e-9) - 1);
    return byVolts + STEP_TANGENT * steps;
  }

  /** The limit at 120 Hz, in ohms. */
  public static double ohmsAtLineFrequency(double farads, double volts) {
    return tangent(farads, volts) / (2 * Math.PI * HERTZ * farads);
  }

  /** What a series-resistance meter should show at most, in ohms. */
  public static double mostOhms(double farads, double volts) {
    Figures figures = Figures.shipped("supply");
    return Math.max(
        figures.of("series resistance always good below ohms"),
        figures.of("series resistance at 100 kHz as share of 120 Hz")
            * ohmsAtLineFrequency(farads, volts));
  }

  /** What may leak after some minutes at the rated voltage: 0.01 CV or 3 µA, in amperes. */
  public static double mostLeakageAmps(double farads, double volts) {
    return Math.max(0.01 * farads * volts, 3e-6);
  }
}
