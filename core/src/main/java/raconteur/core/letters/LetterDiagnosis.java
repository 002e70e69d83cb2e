package raconteur.core.letters;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Which single fault explains wrong letters. Each is held against every letter: one that it turns
 * into what stands there speaks for it, one that it would change and that stands right, or stands
 * as another, speaks against it. What no letter can tell from another stands beside it.
 *
 * <p>Cost: a few hundred faults times the letters.
 */
public final class LetterDiagnosis {
  private static final int MOST_LINES = 12;
  private static final int NIBBLE = 4;
  private static final int MOST_SHOWN = 6;

  /** So much of what it would change may stand otherwise: letters are misread and mistyped. */
  private static final double MOST_AGAINST = 0.15;

  /** So much of what is wrong it has to explain, to be of use. */
  private static final double LEAST_EXPLAINED = 0.3;

  private LetterDiagnosis() {}

  /**
   * How one fault fits.
   *
   * @param explained wrong letters it makes of the right ones
   * @param against letters it would make otherwise than they stand
   */
  public record Fit(LetterFault fault, int explained, int against) {}

  /**
   * What fits, the best first.
   *
   * @param wrong how many letters are wrong
   */
  public record Result(int wrong, List<Fit> fits) {
    public Result {
      fits = List.copyOf(fits);
    }

    /** Those that explain as much as the best: no letter tells them apart. */
    public List<Fit> best() {
      return fits.stream()
          .filter(
              f ->
                  f.explained() == fits.getFirst().explained()
                      && f.against() == fits.getFirst().against())
          .toList();
    }
  }

  /** Holds every fault against the letters. */
  public static Result of(Letters letters) {
    int wrong = letters.wrong();
    List<Fit> fits = new ArrayList<>();
    for (LetterFault fault : faults(letters)) {
      Fit fit = fit(letters, fault);
      boolean counts =
          fit.explained() > 0
              && fit.explained() >= LEAST_EXPLAINED * wrong
              && fit.against() <= MOST_AGAINST * (fit.explained() + fit.against());
      if (counts) {
        fits.add(fit);
      }
    }
    fits.sort(
        Comparator.comparingInt((Fit f) -> f.explained() - f.against())
            .reversed()
            .thenComparingInt(f -> f.fault() instanceof LetterFault.BitsStuck ? 1 : 0));
    return new Result(wrong, fits.subList(0, Math.min(MOST_SHOWN, fits.size())));
  }

  private static Fit fit(Letters letters, LetterFault fault) {
    int explained = 0;
    int against = 0;
    for (int row = 0; row < letters.wanted().size(); row++) {
      for (int column = 0; column < letters.wanted().get(row).length; column++) {
        int right = letters.wanted().get(row)[column];
        int there = letters.seen().get(row)[column];
        int made = fault.at(letters, row * letters.columns() + column);
        if (made < 0) {
          continue;
        }
        boolean wrong = there != right;
        boolean changes = made != right;
        if (there < 0) {
          // Some other shape stands there: it has to be changed, to whatever it is.
          explained += changes && isUnprintable(letters, made) ? 1 : 0;
          against += changes ? 0 : 1;
        } else if (wrong && made == there) {
          explained++;
        } else if (changes) {
          against++;
        }
      }
    }
    return new Fit(fault, explained, against);
  }

  /** Whether a code has no letter that could have been typed: its shape is some other one. */
  private static boolean isUnprintable(Letters letters, int code) {
    return letters.codes() == Codes.ASCII && (code < ' ' || code >= 0x7F);
  }

  private static List<LetterFault> faults(Letters letters) {
    List<LetterFault> all = new ArrayList<>();
    int bits = letters.codes().bits();
    for (int bit = 0; bit < bits; bit++) {
      all.add(new LetterFault.BitStuck(bit, false));
      all.add(new LetterFault.BitStuck(bit, true));
      all.add(new LetterFault.BitInverted(bit));
      for (int other = bit + 1; other < bits; other++) {
        all.add(new LetterFault.BitsExchanged(bit, other));
        all.add(new LetterFault.BitsJoined(bit, other, true));
        all.add(new LetterFault.BitsJoined(bit, other, false));
      }
    }
    for (boolean high : new boolean[] {false, true}) {
      all.add(new LetterFault.BitsStuck(0, NIBBLE - 1, high));
      all.add(new LetterFault.BitsStuck(NIBBLE, bits - 1, high));
    }
    int places = letters.columns() * letters.wanted().size();
    for (int line = 0; line < MOST_LINES && 1 << line < places; line++) {
      all.add(new LetterFault.LineStuck(line, false));
      all.add(new LetterFault.LineStuck(line, true));
      for (int other = line + 1; other < MOST_LINES && 1 << other < places; other++) {
        all.add(new LetterFault.LinesExchanged(line, other));
      }
    }
    return all;
  }
}
