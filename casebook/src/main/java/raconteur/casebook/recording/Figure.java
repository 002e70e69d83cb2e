package raconteur.casebook.recording;

import java.util.OptionalDouble;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** A figure, or what stands in its place, as instruments write it. */
final class Figure {
  private static final Pattern PLAIN =
      Pattern.compile("[+-]?([0-9]+\\.?[0-9]*|\\.[0-9]+)([eE][+-]?[0-9]{1,3})?");

  private static final Pattern WITH_UNIT = Pattern.compile("(.*?[0-9.])\\s*([a-zA-Zµμ]{1,5})");
  private static final Pattern LEVEL = Pattern.compile("(?i)[01xzhl]|low|high|true|false");
  private static final Pattern MISSING =
      Pattern.compile("(?i)o\\.?l\\.?|ovl|overflow|[+-]?inf|nan|-{1,5}");

  private Figure() {}

  /** A number with a point or a comma. */
  static OptionalDouble of(String text) {
    String plain = text.strip().replace(',', '.');
    if (!PLAIN.matcher(plain).matches()) {
      return OptionalDouble.empty();
    }
    double value = Double.parseDouble(plain);
    return Double.isFinite(value) ? OptionalDouble.of(value) : OptionalDouble.empty();
  }

  /** A figure with its unit behind it, as the unit's measure; empty where it has none. */
  static OptionalDouble with(String text, Function<String, OptionalDouble> measure) {
    Matcher figure = WITH_UNIT.matcher(text.strip());
    if (!figure.matches() || of(figure.group(1)).isEmpty()) {
      return OptionalDouble.empty();
    }
    double value = of(figure.group(1)).getAsDouble();
    return measure.apply(figure.group(2)).stream().map(m -> m * value).findFirst();
  }

  /** Seconds where a cell says its unit of time. */
  static OptionalDouble seconds(String text) {
    return with(text, Units::seconds);
  }

  static boolean is(String text) {
    return of(text).isPresent();
  }

  /** Whether it is a figure, a level, or what stands where an instrument could not read. */
  static boolean isSample(String text) {
    return is(text) || isLevel(text) || isMissing(text);
  }

  static boolean isLevel(String text) {
    return LEVEL.matcher(text).matches();
  }

  static boolean isMissing(String text) {
    return MISSING.matcher(text).matches();
  }

  static boolean isWhole(String text) {
    return text.strip().matches("[+-]?[0-9]+");
  }
}
