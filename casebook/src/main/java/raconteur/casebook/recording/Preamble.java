package raconteur.casebook.recording;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * What a file says of itself beside its samples: {@code Sample interval,2e-7,s}, {@code # Sample
 * rate: 24 MHz}, a source, a probe. It is told line by line and asked afterwards.
 */
final class Preamble {
  private static final Pattern INTERVAL =
      Pattern.compile(
          "(?i)(x\\s*-?\\s*incr\\w*|(?:sampl(?:e|ing)\\s*)?(?:interval|period)|increment"
              + "|delta\\s*t|dt|time\\s*step)\\b.*");
  private static final Pattern RATE =
      Pattern.compile("(?i)(sampl(?:e|ing)\\s*(?:rate|frequency)|samplerate|rate)\\b.*");
  private static final Pattern START =
      Pattern.compile("(?i)x\\s*-?\\s*(origin|zero|start)|start( time)?");
  private static final Pattern SOURCE = Pattern.compile("(?i)(source|channel|trace|signal)");
  private static final Pattern PROBE = Pattern.compile("(?i)probe\\b.*");
  private static final Pattern DIVIDES =
      Pattern.compile("(?i)(?:1\\s*:\\s*|x\\s*)?(10{1,3})(?:\\.0*)?\\s*(?:x|:\\s*1)?");
  private static final Pattern WITH_UNIT =
      Pattern.compile("([+-]?[0-9.,]+(?:[eE][+-]?[0-9]+)?)\\s*([A-Za-zµμ/]{0,6})");

  private OptionalDouble secondsEach = OptionalDouble.empty();
  private double secondsAtStart;
  private Optional<String> source = Optional.empty();
  private Optional<String> probe = Optional.empty();

  OptionalDouble secondsEach() {
    return secondsEach;
  }

  double secondsAtStart() {
    return secondsAtStart;
  }

  /** Which input of the instrument it is of. */
  Optional<String> source() {
    return source;
  }

  /** What it says a probe divides by, where that is not 1. */
  Optional<String> probe() {
    return probe;
  }

  /** Takes one line in, cell by cell; {@code name: value} in one cell counts as two. */
  void take(List<String> line) {
    List<String> cells = parted(line);
    String name = cells.getFirst().strip();
    Optional<String> written = cells.stream().skip(1).filter(c -> !c.isBlank()).findFirst();
    if (written.isEmpty()) {
      return;
    }
    String value = written.get().strip();
    if (SOURCE.matcher(name).matches() && !Figure.is(value)) {
      source = Optional.of(value);
    } else if (PROBE.matcher(name).matches() && DIVIDES.matcher(value).matches()) {
      probe = Optional.of(value);
    }
    Matcher figure = WITH_UNIT.matcher(value);
    OptionalDouble number = figure.matches() ? Figure.of(figure.group(1)) : OptionalDouble.empty();
    if (number.isEmpty()) {
      return;
    }
    String unit = unit(name, figure.group(2), cells);
    if (INTERVAL.matcher(name).matches()) {
      every(number.getAsDouble() * Units.seconds(unit).orElse(1));
    } else if (RATE.matcher(name).matches()) {
      every(1 / (number.getAsDouble() * hertz(unit)));
    } else if (START.matcher(name).matches()) {
      secondsAtStart = number.getAsDouble();
    }
  }

  /** The time between samples; what is no time is not taken. */
  void every(double seconds) {
    if (seconds > 0 && Double.isFinite(seconds)) {
      secondsEach = OptionalDouble.of(seconds);
    }
  }

  void startsAt(double seconds) {
    secondsAtStart = seconds;
  }

  private static List<String> parted(List<String> line) {
    String first = line.getFirst();
    int colon = first.indexOf(':');
    if (colon <= 0 || first.matches(".*\\d:\\d.*")) {
      return line;
    }
    return Stream.concat(
            Stream.of(first.substring(0, colon), first.substring(colon + 1)), line.stream().skip(1))
        .toList();
  }

  private static String unit(String name, String behind, List<String> cells) {
    if (!behind.isEmpty()) {
      return behind.toLowerCase(Locale.ROOT);
    }
    String below = cells.size() > 2 ? cells.get(2).strip().toLowerCase(Locale.ROOT) : "";
    return below.isEmpty() ? Units.inBrackets(name) : below;
  }

  private static double hertz(String unit) {
    return switch (unit) {
      case "khz", "ks/s", "ksa/s" -> 1e3;
      case "mhz", "ms/s", "msa/s" -> 1e6;
      case "ghz", "gs/s", "gsa/s" -> 1e9;
      default -> 1;
    };
  }
}
