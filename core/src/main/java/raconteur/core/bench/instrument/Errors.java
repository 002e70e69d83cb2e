package raconteur.core.bench.instrument;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.HashMap;
import java.util.Map;
import java.util.SplittableRandom;
import raconteur.core.data.Figures;

/**
 * How simulated instruments err: as often as {@code bench.json} says, the same way for the same
 * seed, place and count of takes, and anew each time a reading is taken again.
 */
final class Errors {
  private static final Figures FIGURES = Figures.shipped("bench");

  private static final int DIGITS = 3;

  private final long seed;
  private final Map<String, Integer> takes = new HashMap<>();

  Errors(long seed) {
    this.seed = seed;
  }

  /** The dice of one taking of one reading. */
  SplittableRandom dice(String what) {
    int take = takes.merge(what, 1, Integer::sum);
    return new SplittableRandom(seed * 1_000_003 + what.hashCode() * 31L + take);
  }

  static boolean falls(SplittableRandom dice, String share) {
    return dice.nextDouble() < FIGURES.of(share);
  }

  /** A value as a meter of three and a half digits shows it, off by its error. */
  static double metered(SplittableRandom dice, double value, String errorShare) {
    if (!Double.isFinite(value)) {
      return value;
    }
    double off = value * (1 + FIGURES.of(errorShare) * (dice.nextDouble() * 2 - 1));
    if (off == 0) {
      return 0;
    }
    return new BigDecimal(off).round(new MathContext(DIGITS)).doubleValue();
  }

  static double figure(String name) {
    return FIGURES.of(name);
  }
}
