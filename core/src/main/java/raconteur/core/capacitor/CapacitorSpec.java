package raconteur.core.capacitor;

import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What is printed on a capacitor or said in its data sheet. What is not known is empty.
 *
 * @param farads its value
 * @param volts it may work at
 * @param tolerance by its letter
 * @param diameterMillimetres of its body
 * @param heightMillimetres of its body
 * @param pitchMillimetres between its leads
 * @param celsius it may get
 * @param bipolar true where it says that it may go in either way round
 */
public record CapacitorSpec(
    double farads,
    OptionalDouble volts,
    Optional<Tolerance> tolerance,
    OptionalDouble diameterMillimetres,
    OptionalDouble heightMillimetres,
    OptionalDouble pitchMillimetres,
    OptionalDouble celsius,
    boolean bipolar) {
  private static final String NUMBER = "([0-9]{1,6}(?:[.,][0-9]{1,4})?|[.,][0-9]{1,4})";

  /** {@code 104}: two digits and a power of ten, in picofarads; the last digit is no nought. */
  private static final Pattern POWER =
      Pattern.compile("(?:^|\\s)([1-9][0-9])([1-7])([A-Z]?)(?=\\s|$)");

  /** {@code 470 uF}, {@code .1uF}, and the coded forms {@code 4n7}, {@code 104} (IEC 60062). */
  private static final Pattern VALUE =
      Pattern.compile("(?:^|\\s)" + NUMBER + "\\s?([uUµμnNpP]?)(?:f|F)?([A-Z]?)(?=\\s|/|$)");

  private static final Pattern CODED =
      Pattern.compile("(?:^|\\s)([0-9]{1,3})([uUµμnNpP])([0-9]{1,2})([A-Z]?)(?=\\s|$)");
  private static final Pattern VOLTS = Pattern.compile("(?:^|\\s)" + NUMBER + "\\s?[vV](?=\\s|$)");
  private static final Pattern BODY = Pattern.compile(NUMBER + "[x×]" + NUMBER);
  private static final Pattern PITCH = Pattern.compile("pitch\\s?" + NUMBER);
  private static final Pattern CELSIUS = Pattern.compile("(?:^|\\s)([0-9]{2,3})\\s?°?C(?=\\s|$)");
  private static final Map<String, Double> FACTORS =
      Map.of("", 1.0, "u", 1e-6, "µ", 1e-6, "μ", 1e-6, "n", 1e-9, "p", 1e-12);

  /**
   * Reads a line such as {@code 470 uF 16 V 10x20 pitch 5 85 C}: only the value has to be there.
   *
   * @return empty where no value of a capacitor is found
   */
  public static Optional<CapacitorSpec> parse(String text) {
    Matcher coded = CODED.matcher(text);
    Matcher value = VALUE.matcher(text);
    Matcher power = POWER.matcher(text);
    double farads;
    String letter;
    if (coded.find()) {
      farads = Double.parseDouble(coded.group(1) + "." + coded.group(3)) * factor(coded.group(2));
      letter = coded.group(4);
    } else if (findsFarads(value)) {
      farads = number(value.group(1)) * factor(value.group(2));
      letter = value.group(3);
    } else if (power.find()) {
      farads =
          Integer.parseInt(power.group(1)) * Math.pow(10, Integer.parseInt(power.group(2))) * 1e-12;
      letter = power.group(3);
    } else {
      return Optional.empty();
    }
    Matcher body = BODY.matcher(text);
    boolean sized = body.find();
    String lower = text.toLowerCase(Locale.ROOT);
    return Optional.of(
        new CapacitorSpec(
            farads,
            first(VOLTS, text),
            Tolerance.ofLetter(letter),
            sized ? OptionalDouble.of(number(body.group(1))) : OptionalDouble.empty(),
            sized ? OptionalDouble.of(number(body.group(2))) : OptionalDouble.empty(),
            first(PITCH, lower),
            first(CELSIUS, text),
            lower.contains("bipolar") || lower.contains("non-polar")));
  }

  /** A bare number is no value, unless it says F. */
  private static boolean findsFarads(Matcher value) {
    while (value.find()) {
      if (!value.group(2).isEmpty() || value.group().strip().matches(".*[fF][A-Z]?")) {
        return true;
      }
    }
    return false;
  }

  private static double factor(String prefix) {
    return FACTORS.getOrDefault(prefix.toLowerCase(Locale.ROOT), 1.0);
  }

  private static OptionalDouble first(Pattern pattern, String text) {
    Matcher matcher = pattern.matcher(text);
    return matcher.find() ? OptionalDouble.of(number(matcher.group(1))) : OptionalDouble.empty();
  }

  private static double number(String digits) {
    return Double.parseDouble("0" + digits.replace(',', '.'));
  }
}
