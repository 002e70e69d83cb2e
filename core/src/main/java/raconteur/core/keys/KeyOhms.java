package raconteur.core.keys;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import raconteur.core.continuity.RobustSpread;

/**
 * Contacts by their ohms: above the limit of their kind, or far from the others of the keyboard by
 * robust statistics on the logarithm.
 *
 * @param limitOhms above which a contact of this kind is to be cleaned
 * @param typicalOhms the median
 * @param judged every measured key, the worst first
 */
public record KeyOhms(double limitOhms, double typicalOhms, List<Judged> judged) {
  /** Contacts differ by so much, in natural logarithm, without one being odd. */
  private static final double USUAL_SPREAD = 0.15;

  private static final double LEAST_OHMS = 0.01;

  public KeyOhms {
    judged = List.copyOf(judged);
  }

  /** One contact. */
  public record Judged(KeyMatrix.Key key, double ohms, boolean overLimit, boolean odd) {
    public boolean toClean() {
      return overLimit || odd;
    }
  }

  /** Judges what was measured; empty measurements judge nothing. */
  public static KeyOhms of(KeyMatrix matrix, Map<KeyMatrix.Key, Double> ohms) {
    double limit = KeyFigures.shipped().contactOhms(matrix.kind());
    double[] logs = ohms.values().stream().mapToDouble(KeyOhms::log).toArray();
    if (logs.length == 0) {
      return new KeyOhms(limit, 0, List.of());
    }
    RobustSpread spread = RobustSpread.of(logs, USUAL_SPREAD);
    List<Judged> judged = new ArrayList<>();
    ohms.forEach(
        (key, value) ->
            judged.add(
                new Judged(
                    key,
                    value,
                    value > limit,
                    log(value) > spread.median() && spread.isOutlier(log(value)))));
    judged.sort(Comparator.comparingDouble((Judged j) -> -j.ohms()));
    return new KeyOhms(limit, Math.exp(spread.median()), judged);
  }

  private static double log(double ohms) {
    return Math.log(Math.max(LEAST_OHMS, ohms));
  }
}
