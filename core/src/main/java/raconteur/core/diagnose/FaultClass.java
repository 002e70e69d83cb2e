package raconteur.core.diagnose;

import java.util.Arrays;
import java.util.List;

/**
 * Occurrences that no finding tells apart, weighed as one.
 *
 * <p>Choosing m of the members together weighs the m-th elementary symmetric sum of their odds.
 * With power sums p1, p2, p3 these are e1 = p1, e2 = (p1² − p2)/2 and e3 = (p1³ − 3 p1 p2 + 2 p3)/6
 * (Newton's identities; Macdonald, Symmetric Functions and Hall Polynomials, I.2).
 */
final class FaultClass {
  private static final int MOST = 3;

  private final List<Occurrence> members;
  private final int[] columns;
  private final int[] effects;
  private final PowerSums sums;
  private final int excludes;
  private final double logOdds;

  /** The first three power sums of some odds. */
  record PowerSums(double p1, double p2, double p3) {
    static final PowerSums ZERO = new PowerSums(0, 0, 0);

    PowerSums plus(double odds) {
      return new PowerSums(p1 + odds, p2 + odds * odds, p3 + odds * odds * odds);
    }

    PowerSums minus(PowerSums other) {
      return new PowerSums(p1 - other.p1, p2 - other.p2, p3 - other.p3);
    }

    /** The m-th elementary symmetric sum. */
    double choose(int m) {
      return switch (m) {
        case 0 -> 1;
        case 1 -> Math.max(0, p1);
        case 2 -> Math.max(0, (p1 * p1 - p2) / 2);
        case 3 -> Math.max(0, (p1 * p1 * p1 - 3 * p1 * p2 + 2 * p3) / 6);
        default ->
            throw new IllegalArgumentException("at most " + MOST + " of one class, not " + m);
      };
    }
  }

  /**
   * @param signature the effect in every column
   */
  FaultClass(List<Occurrence> members, int[] signature) {
    this.members = members;
    this.columns =
        java.util.stream.IntStream.range(0, signature.length)
            .filter(i -> signature[i] != 0)
            .toArray();
    this.effects = Arrays.stream(columns).map(i -> signature[i]).toArray();
    PowerSums all = PowerSums.ZERO;
    for (Occurrence member : members) {
      all = all.plus(member.odds());
    }
    this.sums = all;
    this.logOdds = Math.log(all.p1());
    this.excludes = members.getFirst().exclusive() ? members.getFirst().fault() : -1;
  }

  List<Occurrence> members() {
    return members;
  }

  /** The columns in which the class has an effect, ascending. */
  int[] columns() {
    return columns;
  }

  /** The effects in those columns. */
  int[] effects() {
    return effects;
  }

  PowerSums sums() {
    return sums;
  }

  /** The log of the odds that one of them is there. */
  double logOdds() {
    return logOdds;
  }

  /** How many members can stand in one hypothesis. */
  int most() {
    return excludes >= 0 ? 1 : Math.min(members.size(), MOST);
  }

  /** Whether both are occurrences of one fault, which cannot both be. */
  boolean excludes(FaultClass other) {
    return excludes >= 0 && excludes == other.excludes;
  }
}
