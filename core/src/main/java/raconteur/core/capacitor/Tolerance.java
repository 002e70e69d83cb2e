package raconteur.core.capacitor;

import java.util.Arrays;
import java.util.Optional;

/**
 * How far a capacitor may be off what is printed on it, by the letter behind the value (IEC
 * 60062:2016, tables for symmetrical and asymmetrical tolerances in per cent; from memory).
 */
public enum Tolerance {
  B(-0.1, 0.1),
  C(-0.25, 0.25),
  D(-0.5, 0.5),
  F(-1, 1),
  G(-2, 2),
  J(-5, 5),
  K(-10, 10),
  M(-20, 20),
  N(-30, 30),
  Q(-10, 30),
  T(-10, 50),
  S(-20, 50),
  Z(-20, 80);

  private final double leastPercent;
  private final double mostPercent;

  Tolerance(double leastPercent, double mostPercent) {
    this.leastPercent = leastPercent;
    this.mostPercent = mostPercent;
  }

  /** The lowest share of the printed value that is within tolerance. */
  public double leastShare() {
    return 1 + leastPercent / 100;
  }

  /** The highest share of the printed value that is within tolerance. */
  public double mostShare() {
    return 1 + mostPercent / 100;
  }

  /** The tolerance of a letter. */
  public static Optional<Tolerance> ofLetter(String letter) {
    return Arrays.stream(values()).filter(t -> t.name().equals(letter)).findFirst();
  }

  /** {@code −10 … +50 %}. */
  public String words() {
    return leastPercent == -mostPercent
        ? "±" + plain(mostPercent) + " %"
        : "−" + plain(-leastPercent) + " … +" + plain(mostPercent) + " %";
  }

  private static String plain(double percent) {
    return percent == Math.rint(percent)
        ? String.valueOf(Math.round(percent))
        : String.valueOf(percent);
  }
}
