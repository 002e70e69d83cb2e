package raconteur.casebook.recording;

import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** The units headings are written with: which are times, which are volts, which are neither. */
final class Units {
  private static final Pattern BRACKETED =
      Pattern.compile("(?i).*[\\[(]\\s*([a-zµμΩω°%]{1,7})\\s*[\\])]\\s*");
  private static final Pattern POWER_OF_TEN =
      Pattern.compile(
          "(?i).*[\\[(]\\s*[x×*]?\\s*(?:1e|10\\^)(-?[0-9]{1,2})\\s*s(?:ec\\w*)?\\s*[\\])]\\s*");
  private static final Pattern BEHIND = Pattern.compile("(?i).*[ _/]([a-zµμΩω°%]{1,7})");
  private static final Map<String, Double> TIMES =
      Map.ofEntries(
          Map.entry("s", 1.0),
          Map.entry("sec", 1.0),
          Map.entry("secs", 1.0),
          Map.entry("second", 1.0),
          Map.entry("seconds", 1.0),
          Map.entry("ms", 1e-3),
          Map.entry("msec", 1e-3),
          Map.entry("us", 1e-6),
          Map.entry("µs", 1e-6),
          Map.entry("μs", 1e-6),
          Map.entry("usec", 1e-6),
          Map.entry("ns", 1e-9),
          Map.entry("nsec", 1e-9),
          Map.entry("ps", 1e-12));
  private static final Map<String, Double> VOLTS =
      Map.of("v", 1.0, "volt", 1.0, "volts", 1.0, "mv", 1e-3, "µv", 1e-6, "uv", 1e-6, "kv", 1e3);
  private static final Pattern NEITHER =
      Pattern.compile(
          "(?i)[mµu]?a|amps?|db\\w*|[kmg]?hz|[kmg]?(ohms?|Ω|ω)|°?[cf]|°|[pnuµ]f|%|w|mw|watts?");

  private Units() {}

  /** Seconds in one of a unit of time. */
  static OptionalDouble seconds(String unit) {
    Double of = TIMES.get(unit.toLowerCase(Locale.ROOT));
    return of == null ? OptionalDouble.empty() : OptionalDouble.of(of);
  }

  /** Volts in one of a unit of voltage; DC and AC behind it say nothing here. */
  static OptionalDouble volts(String unit) {
    Double of = VOLTS.get(unit.toLowerCase(Locale.ROOT).replaceAll("\\s*[ad]c$", ""));
    return of == null ? OptionalDouble.empty() : OptionalDouble.of(of);
  }

  /** Whether it is the unit of something that is no voltage and no time. */
  static boolean isOther(String unit) {
    return NEITHER.matcher(unit).matches();
  }

  static boolean isKnown(String unit) {
    return seconds(unit).isPresent() || volts(unit).isPresent() || isOther(unit);
  }

  /** The unit in brackets at the end of a heading, in small letters; empty where there is none. */
  static String inBrackets(String heading) {
    Matcher unit = BRACKETED.matcher(heading);
    return unit.matches() ? unit.group(1).toLowerCase(Locale.ROOT) : "";
  }

  /** A heading's unit: in brackets, or behind a space or stroke, or all of it. */
  static String of(String heading) {
    Matcher behind = BEHIND.matcher(heading);
    String last = behind.matches() ? behind.group(1).toLowerCase(Locale.ROOT) : "";
    if (seconds(last).isPresent() || volts(last).isPresent() || last.matches("[kmg]?hz|ohms?|Ω")) {
      return last;
    }
    String whole = heading.strip().toLowerCase(Locale.ROOT);
    return seconds(whole).isPresent() || volts(whole).isPresent() ? whole : inBrackets(heading);
  }

  /** The seconds of {@code (x1e-6 s)}. */
  static Optional<Double> powerOfTen(String heading) {
    Matcher power = POWER_OF_TEN.matcher(heading);
    return power.matches()
        ? Optional.of(Math.pow(10, Integer.parseInt(power.group(1))))
        : Optional.empty();
  }
}
