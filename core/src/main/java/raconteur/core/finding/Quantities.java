package raconteur.core.finding;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Numbers with units, the way they are typed at the bench and shown on the screen. */
public final class Quantities {
  private static final Pattern NUMBER =
      Pattern.compile("([+\\-−]?[0-9]{1,12}(?:[.,][0-9]{1,12})?)([A-Za-zΩΩµμ°]*)");

  private Quantities() {}

  /** A number and the letters that stand behind it. */
  record Split(double number, String unit) {}

  static Optional<Split> split(String word) {
    Matcher matcher = NUMBER.matcher(word);
    if (!matcher.matches()) {
      return Optional.empty();
    }
    String digits = matcher.group(1).replace(',', '.').replace('−', '-');
    return Optional.of(new Split(Double.parseDouble(digits), matcher.group(2)));
  }

  /** A number with no more digits than it has, never in exponent form. */
  public static String plain(double value) {
    return new BigDecimal(Double.toString(value)).stripTrailingZeros().toPlainString();
  }

  private static final Pattern OHMS =
      Pattern.compile("([0-9]{1,9})(?:[.,]([0-9]{1,6}))?([kKM]?)([0-9]{0,3})(?:ohm|Ω|Ω)?");

  /** A resistance in one word: {@code 120}, {@code 2.4k}, {@code 2k4}, {@code 1M}, {@code OL}. */
  public static Optional<Double> ohmsOf(String word) {
    if (word.equalsIgnoreCase("OL") || word.equalsIgnoreCase("open")) {
      return Optional.of(Double.POSITIVE_INFINITY);
    }
    Matcher matcher = OHMS.matcher(word);
    boolean mixed = matcher.matches() && !matcher.group(4).isEmpty();
    if (!matcher.matches() || (mixed && (matcher.group(2) != null || matcher.group(3).isEmpty()))) {
      return Optional.empty();
    }
    String fraction = mixed ? matcher.group(4) : matcher.group(2) == null ? "0" : matcher.group(2);
    double factor =
        switch (matcher.group(3)) {
          case "M" -> 1e6;
          case "" -> 1;
          default -> 1e3;
        };
    return Optional.of(Double.parseDouble(matcher.group(1) + "." + fraction) * factor);
  }

  static String ohmsLine(double ohms) {
    return Double.isInfinite(ohms) ? "OL" : plain(ohms) + " ohm";
  }

  /** A number scaled down to a unit, without the digits that binary fractions add. */
  static String scaled(double value, double factor, String unit) {
    BigDecimal scaled = new BigDecimal(value / factor).round(new MathContext(10));
    return scaled.stripTrailingZeros().toPlainString() + " " + unit;
  }

  static String faradsLine(double farads) {
    return farads >= 1e-7 ? scaled(farads, 1e-6, "uF") : scaled(farads, 1e-12, "pF");
  }

  /** {@code 58 Ω}, {@code 4.7 kΩ}, {@code over range}: three figures, for the screen. */
  public static String ohms(double ohms) {
    if (Double.isInfinite(ohms)) {
      return "over range";
    }
    if (ohms >= 1e6) {
      return figures(ohms / 1e6) + " MΩ";
    }
    return ohms >= 1e4 ? figures(ohms / 1e3) + " kΩ" : figures(ohms) + " Ω";
  }

  /** {@code 4.94 V}, for the screen; below 0.1 V in millivolts. */
  public static String volts(double volts) {
    return volts != 0 && Math.abs(volts) < 0.1
        ? figures(volts * 1e3) + " mV"
        : figures(volts) + " V";
  }

  /** {@code 0.8 A}, {@code 12 mA}, {@code 3 µA}, for the screen. */
  public static String amps(double amps) {
    if (amps == 0 || amps >= 0.1) {
      return figures(amps) + " A";
    }
    return amps >= 1e-4 ? figures(amps * 1e3) + " mA" : figures(amps * 1e6) + " µA";
  }

  /** {@code 127 µF}, {@code 100 nF}, for the screen. */
  public static String farads(double farads) {
    if (farads >= 1e-2) {
      return figures(farads) + " F";
    }
    if (farads >= 1e-6) {
      return figures(farads * 1e6) + " µF";
    }
    return farads >= 1e-9 ? figures(farads * 1e9) + " nF" : figures(farads * 1e12) + " pF";
  }

  /** {@code 16 MHz}, for the screen, with as many figures as a counter gives. */
  public static String hertz(double hertz) {
    MathContext six = new MathContext(6);
    if (hertz >= 1e6) {
      return rounded(hertz / 1e6, six) + " MHz";
    }
    return hertz >= 1e3 ? rounded(hertz / 1e3, six) + " kHz" : rounded(hertz, six) + " Hz";
  }

  /** {@code 120 ms}, for the screen. */
  public static String seconds(double seconds) {
    if (seconds >= 1) {
      return figures(seconds) + " s";
    }
    return seconds >= 1e-3 ? figures(seconds * 1e3) + " ms" : figures(seconds * 1e6) + " µs";
  }

  private static String figures(double value) {
    return rounded(value, new MathContext(Math.abs(value) < 1000 ? 3 : 4));
  }

  private static String rounded(double value, MathContext figures) {
    BigDecimal rounded = new BigDecimal(value).round(figures);
    return rounded.stripTrailingZeros().toPlainString().replace("-", "−");
  }
}
