package raconteur.core.finding;

import java.math.BigDecimal;
import java.math.MathContext;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Numbers with units, the way they are typed at the bench and shown on the screen. */
public final class Quantities {
  private static final Pattern NUMBER =
      Pattern.compile("([+\\-−]?[0-9]{1,12}(?:[.,][0-9]{1,12})?)([A-Za-zΩΩµ]*)");
  private static final Map<String, Double> OHMS =
      Map.of(
          "", 1.0, "ohm", 1.0, "ohms", 1.0, "ω", 1.0, "r", 1.0, "k", 1e3, "kohm", 1e3, "kω", 1e3,
          "mohm", 1e6, "mω", 1e6);
  private static final Map<String, Double> VOLTS =
      Map.of("", 1.0, "v", 1.0, "volt", 1.0, "volts", 1.0, "mv", 1e-3);

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

  /** How many ohms one of the unit is; M alone means mega, m alone is refused as unclear. */
  static OptionalDouble ohmsUnit(String unit) {
    if (unit.equals("M")) {
      return OptionalDouble.of(1e6);
    }
    return factor(OHMS, unit);
  }

  static OptionalDouble voltsUnit(String unit) {
    return factor(VOLTS, unit);
  }

  /** Whether a unit is being typed. */
  static boolean beginsUnit(String word) {
    String typed = word.toLowerCase(Locale.ROOT);
    return OHMS.keySet().stream().anyMatch(u -> u.startsWith(typed))
        || VOLTS.keySet().stream().anyMatch(u -> u.startsWith(typed));
  }

  private static OptionalDouble factor(Map<String, Double> units, String unit) {
    Double factor = units.get(unit.toLowerCase(Locale.ROOT));
    return factor == null ? OptionalDouble.empty() : OptionalDouble.of(factor);
  }

  /** A number with no more digits than it has, never in exponent form. */
  static String plain(double value) {
    return new BigDecimal(Double.toString(value)).stripTrailingZeros().toPlainString();
  }

  static String ohmsLine(double ohms) {
    return Double.isInfinite(ohms) ? "OL" : plain(ohms) + " ohm";
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

  /** {@code 4.94 V}, for the screen. */
  public static String volts(double volts) {
    return figures(volts) + " V";
  }

  private static String figures(double value) {
    BigDecimal rounded = new BigDecimal(value).round(new MathContext(value < 1000 ? 3 : 4));
    return rounded.stripTrailingZeros().toPlainString().replace("-", "−");
  }
}
