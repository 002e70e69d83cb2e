package raconteur.core.judge;

import raconteur.core.board.Rail;
import raconteur.core.data.Figures;
import raconteur.core.finding.Quantities;

/** Judges the resistance of a rail to ground, power off. */
public final class RailResistance {
  private final Figures figures = Figures.shipped("supply");

  /** From where down a rail is called low, in ohms. Common practice, no source. */
  static double suspiciousBelow(Rail rail, Figures figures) {
    double byShare = rail.expectedOhms() * figures.of("rail suspicious below share of expected");
    return Math.min(
        rail.expectedOhms(), Math.max(figures.of("rail suspicious below ohms"), byShare));
  }

  /** Whether a reading is called low. */
  public static boolean isLow(Rail rail, double ohms) {
    return ohms < suspiciousBelow(rail, Figures.shipped("supply"));
  }

  /** What one reading says. */
  public Verdict of(Rail rail, double ohms) {
    String read = rail.name() + " to ground " + Quantities.ohms(ohms);
    String expected = "a good board has about " + Quantities.ohms(rail.expectedOhms());
    if (Double.isInfinite(ohms)) {
      return Verdict.doubtful(
          read + ": nothing hangs on it. Is the meter on the right pin, and no fuse or link open?");
    }
    if (ohms < figures.of("rail short below ohms")) {
      return Verdict.bad(read + ", a short: " + expected + ". Find it before any power.");
    }
    double limit = suspiciousBelow(rail, figures);
    if (ohms < limit) {
      return Verdict.bad(
          read
              + ", low: under "
              + Quantities.ohms(limit)
              + " something loads this rail; "
              + expected
              + ". Pull the socketed parts and watch.");
    }
    if (ohms > 20 * rail.expectedOhms()) {
      return Verdict.doubtful(
          read + ", high: " + expected + ". Are the parts in, and the range right (Ω, not kΩ)?");
    }
    return Verdict.good(read + ", as it should be: " + expected + ".");
  }

  /** What the two ways round say together. */
  public Verdict bothWays(Rail rail, double forward, double reversed) {
    Verdict worse = of(rail, Math.min(forward, reversed));
    double ratio = Math.max(forward / reversed, reversed / forward);
    if (ratio > figures.of("polarities differ above ratio") && worse.isGood()) {
      return Verdict.good(
          worse.sentence()
              + " The two ways round differ, as junctions do: a healthy sign on a rail with"
              + " chips.");
    }
    if (worse.isGood() || ratio > figures.of("polarities differ above ratio")) {
      return worse;
    }
    return new Verdict(
        worse.level(),
        worse.sentence()
            + " It reads alike both ways round: rather a short or a capacitor than a junction.");
  }
}
