package raconteur.casebook.recording;

import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A moment as a logging meter writes it: a time of day, with or without its date. Only differences
 * matter here, so a day that could be read two ways (03/04) is read one way throughout.
 */
final class ClockTime {
  static final double SECONDS_A_DAY = 86_400;

  private static final Pattern TIME =
      Pattern.compile(
          "(?i)(?:(?<date>\\d{1,4}[-/.]\\d{1,2}[-/.]\\d{1,4})[ T]+)?(?<hour>\\d{1,2}):"
              + "(?<minute>\\d{2})(?::(?<second>\\d{2}(?:[.,]\\d{1,9})?))?\\s*(?<half>[ap]m)?z?");

  private ClockTime() {}

  /** Seconds since some midnight; empty where it is no such time. */
  static OptionalDouble seconds(String text) {
    Matcher time = TIME.matcher(text.strip());
    if (!time.matches()) {
      return OptionalDouble.empty();
    }
    int hour = Integer.parseInt(time.group("hour"));
    int minute = Integer.parseInt(time.group("minute"));
    String written = time.group("second");
    double second = written == null ? 0 : Double.parseDouble(written.replace(',', '.'));
    String half = time.group("half");
    if (half != null) {
      hour = hour % 12 + (half.equalsIgnoreCase("pm") ? 12 : 0);
    }
    if (hour > 23 || minute > 59 || second >= 61) {
      return OptionalDouble.empty();
    }
    double ofDay = (hour * 60 + minute) * 60 + second;
    String date = time.group("date");
    return date == null
        ? OptionalDouble.of(ofDay)
        : days(date).stream().map(d -> d * SECONDS_A_DAY + ofDay).findFirst();
  }

  /** Whether a moment says its date as well, so that midnight does not set it back. */
  static boolean isDated(String text) {
    Matcher time = TIME.matcher(text.strip());
    return time.matches() && time.group("date") != null;
  }

  private static OptionalDouble days(String date) {
    String[] parts = date.split("[-/.]", -1);
    int first = Integer.parseInt(parts[0]);
    int second = Integer.parseInt(parts[1]);
    int third = Integer.parseInt(parts[2]);
    boolean yearFirst = parts[0].length() == 4;
    boolean monthFirst = date.contains("/") && first <= 12;
    try {
      LocalDate day =
          yearFirst
              ? LocalDate.of(first, second, third)
              : monthFirst
                  ? LocalDate.of(third, first, second)
                  : LocalDate.of(third, second, first);
      return OptionalDouble.of(day.atStartOfDay(ZoneOffset.UTC).toEpochSecond() / SECONDS_A_DAY);
    } catch (DateTimeException e) {
      return OptionalDouble.empty();
    }
  }
}
