package raconteur.casebook.exchange;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;

/**
 * How the lines of a recording as CSV are to be read: what stands before the table, the headings,
 * the units, and where the time comes from. What cannot be told is refused; seconds are taken only
 * where nothing says otherwise.
 *
 * @param headings of the columns
 * @param skipped lines before the first row of samples
 * @param secondsPerStep what one of the time column's unit is; for a counted time the interval
 * @param secondsAtZero where a counted time begins
 * @param counted whether the time column counts samples, or there is none and rows are counted
 * @param factors by which each column's figures become volts
 */
record TimedTable(
    char delimiter,
    List<String> headings,
    int skipped,
    double secondsPerStep,
    double secondsAtZero,
    boolean counted,
    List<Double> factors) {
  private static final Pattern BRACKETED =
      Pattern.compile("(?i).*[\\[(]\\s*([a-zµμ]{1,7})\\s*[\\])]\\s*");
  private static final Pattern BEHIND = Pattern.compile("(?i).*[ _/]([a-zµμ]{1,7})");
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
  private static final Pattern INTERVAL =
      Pattern.compile(
          "(?i)\"?\\s*(x\\s*-?\\s*incr\\w*|(?:sample|sampling)\\s*(?:interval|period)|interval"
              + "|increment|delta\\s*t|dt|time\\s*step)\\b.*");
  private static final Pattern RATE =
      Pattern.compile("(?i)\"?\\s*(sample\\s*rate|sampling\\s*(?:rate|frequency)|samplerate)\\b.*");
  private static final int MOST_BEFORE = 200;

  TimedTable {
    headings = List.copyOf(headings);
    factors = List.copyOf(factors);
  }

  /** What is wrong with a table, for whoever chose the file. */
  static final class Strange extends Exception {
    private static final long serialVersionUID = 1;

    Strange(String reason) {
      super(reason);
    }
  }

  /**
   * Looks at the first lines of a file.
   *
   * @param timeColumn the column of times, empty for the first
   * @throws Strange where the table or its time is not understood
   */
  static TimedTable of(List<String> lines, String timeColumn) throws Strange {
    return new Looking(lines, timeColumn).table();
  }

  /** The seconds of a row, empty where its cell is no number. */
  OptionalDouble seconds(String cell, long row) {
    if (counted && cell.isBlank()) {
      return OptionalDouble.of(secondsAtZero + row * secondsPerStep);
    }
    OptionalDouble number = number(cell);
    return number.isEmpty()
        ? number
        : OptionalDouble.of(
            counted
                ? secondsAtZero + number.getAsDouble() * secondsPerStep
                : number.getAsDouble() * secondsPerStep);
  }

  /** A number with a point or a comma. */
  static OptionalDouble number(String text) {
    String plain = text.strip().replace(',', '.');
    if (!plain.matches("[+-]?([0-9]+\\.?[0-9]*|\\.[0-9]+)([eE][+-]?[0-9]{1,3})?")) {
      return OptionalDouble.empty();
    }
    double value = Double.parseDouble(plain);
    return Double.isFinite(value) ? OptionalDouble.of(value) : OptionalDouble.empty();
  }

  /** Works on the first lines. */
  private static final class Looking {
    private final List<String> lines;
    private final String timeColumn;
    private final char delimiter;
    private final Map<String, Double> said = new HashMap<>();
    private int headed;

    Looking(List<String> lines, String timeColumn) {
      this.lines = lines.stream().limit(MOST_BEFORE).toList();
      this.timeColumn = timeColumn;
      this.delimiter = delimiter(this.lines);
    }

    private static char delimiter(List<String> lines) {
      for (char candidate : new char[] {';', '\t'}) {
        if (lines.stream().filter(l -> l.indexOf(candidate) >= 0).count() * 2 > lines.size()) {
          return candidate;
        }
      }
      return ',';
    }

    private List<String> cells(String line) {
      CSVFormat format = CSVFormat.DEFAULT.builder().setDelimiter(delimiter).setTrim(true).get();
      try (CSVParser parser = CSVParser.parse(line, format)) {
        return parser.stream().findFirst().map(r -> r.stream().toList()).orElse(List.of(""));
      } catch (IOException | UncheckedIOException | IllegalStateException e) {
        // A quote that is not closed on its line: what stands there counts as it is.
        return List.of(line.split(Pattern.quote(String.valueOf(delimiter)), -1));
      }
    }

    private static boolean isSamples(List<String> cells) {
      return cells.size() > 1
          && number(cells.getFirst()).isPresent()
          && cells.stream().skip(1).allMatch(c -> c.isEmpty() || isSample(c));
    }

    private static boolean isSample(String cell) {
      return number(cell).isPresent() || cell.matches("(?i)[01xzhl]|low|high|nan|inf");
    }

    TimedTable table() throws Strange {
      int first = firstRow();
      List<String> headings = headings(first);
      for (int i = 0; i < first; i++) {
        remember(cells(lines.get(i)));
      }
      int time = timeColumn.isEmpty() ? 0 : headings.indexOf(timeColumn);
      if (time < 0) {
        throw new Strange("there is no column " + timeColumn + "; there are " + headings);
      }
      List<String> units = units(first);
      List<Double> factors = new ArrayList<>();
      for (int i = 0; i < headings.size(); i++) {
        factors.add(
            i == time ? 1.0 : factor(headings.get(i), i < units.size() ? units.get(i) : ""));
      }
      boolean counts =
          headings
                  .get(time)
                  .matches(
                      "(?i)x|n|no\\.?|#|index|samples?|sample ?(no|number|index)|sequence|point")
              || (time < units.size() && units.get(time).equalsIgnoreCase("sequence"));
      if (counts) {
        return counted(headings, first, factors);
      }
      return new TimedTable(
          delimiter,
          headings,
          first,
          perStep(headings.get(time), time < units.size() ? units.get(time) : ""),
          0,
          false,
          factors);
    }

    private TimedTable counted(List<String> headings, int first, List<Double> factors)
        throws Strange {
      Double step = said.get("interval");
      if (step == null || step <= 0) {
        throw new Strange(
            "the first column counts samples and no interval between them is given; a line such as"
                + " \"Sample interval,2e-7\" or a column of seconds would be taken");
      }
      return new TimedTable(
          delimiter, headings, first, step, said.getOrDefault("start", 0.0), true, factors);
    }

    /** The first row of samples that another follows. */
    private int firstRow() throws Strange {
      for (int i = 1; i < lines.size(); i++) {
        boolean last = i + 1 == lines.size();
        int columns = cells(lines.get(i)).size();
        if (isSamples(cells(lines.get(i)))
            && (last
                || (isSamples(cells(lines.get(i + 1)))
                    && cells(lines.get(i + 1)).size() == columns))) {
          return i;
        }
      }
      if (lines.isEmpty() || cells(lines.getFirst()).size() < 2) {
        throw new Strange("a header line with a time and at least one line is expected");
      }
      if (lines.size() == 1) {
        throw new Strange("there is no row under the header");
      }
      return 1;
    }

    /**
     * The nearest line before the samples that has a heading for every column; one of nothing but
     * units where there is no other.
     */
    private List<String> headings(int first) throws Strange {
      int columns = cells(lines.get(first)).size();
      for (boolean unitsToo : new boolean[] {false, true}) {
        for (int i = first - 1; i >= 0; i--) {
          List<String> cells = cells(lines.get(i));
          boolean words = cells.stream().noneMatch(c -> number(c).isPresent());
          if (cells.size() >= columns && words && (unitsToo || !isUnits(cells))) {
            headed = i;
            return cells;
          }
        }
      }
      throw new Strange("a header line with a time and at least one line is expected");
    }

    /** A line of nothing but units, between the headings and the samples. */
    private static boolean isUnits(List<String> cells) {
      return cells.stream()
          .allMatch(
              c -> {
                String plain = c.replaceAll("[()\\[\\]]", "").toLowerCase(Locale.ROOT);
                return plain.isEmpty()
                    || TIMES.containsKey(plain)
                    || VOLTS.containsKey(plain)
                    || plain.equals("sequence");
              });
    }

    private List<String> units(int first) {
      for (int i = first - 1; i > headed; i--) {
        List<String> cells = cells(lines.get(i));
        boolean begins =
            isUnits(cells.subList(0, 1)) && !cells.getFirst().isEmpty() && cells.size() > 1;
        if (begins) {
          return cells.stream().map(c -> c.replaceAll("[()\\[\\]]", "")).toList();
        }
      }
      return List.of();
    }

    /**
     * Keeps an interval, a rate, a start: in a line of its own or under headings of those names.
     */
    private void remember(List<String> cells) {
      String name = cells.getFirst();
      Optional<Double> value =
          cells.stream().skip(1).flatMap(c -> number(c).stream().boxed()).findFirst();
      if (value.isPresent()) {
        String unit = cells.size() > 2 ? cells.get(2).toLowerCase(Locale.ROOT) : inBrackets(name);
        if (INTERVAL.matcher(name).matches()) {
          said.put("interval", value.get() * TIMES.getOrDefault(unit, 1.0));
        } else if (RATE.matcher(name).matches() && value.get() > 0) {
          said.put("interval", 1 / (value.get() * hertz(unit)));
        } else if (name.matches("(?i)x\\s*-?\\s*(origin|zero|start)|start( time)?")) {
          said.put("start", value.get());
        }
      }
      int increment = indexOf("increment");
      if (increment >= 0 && increment < cells.size() && number(cells.get(increment)).isPresent()) {
        said.put("interval", number(cells.get(increment)).getAsDouble());
        int start = indexOf("start");
        if (start >= 0 && start < cells.size() && number(cells.get(start)).isPresent()) {
          said.put("start", number(cells.get(start)).getAsDouble());
        }
      }
    }

    private int indexOf(String heading) {
      for (String line : lines) {
        List<String> cells = cells(line);
        for (int i = 1; i < cells.size(); i++) {
          if (cells.get(i).equalsIgnoreCase(heading)) {
            return i;
          }
        }
      }
      return -1;
    }

    private static double hertz(String unit) {
      return switch (unit) {
        case "khz", "ks/s", "ksa/s" -> 1e3;
        case "mhz", "ms/s", "msa/s" -> 1e6;
        case "ghz", "gs/s", "gsa/s" -> 1e9;
        default -> 1;
      };
    }

    private static String inBrackets(String heading) {
      Matcher unit = BRACKETED.matcher(heading);
      return unit.matches() ? unit.group(1).toLowerCase(Locale.ROOT) : "";
    }

    /** A unit in brackets, or one of those known behind a space or stroke. */
    private static String unitOf(String heading, Map<String, Double> known) {
      Matcher behind = BEHIND.matcher(heading);
      String last = behind.matches() ? behind.group(1).toLowerCase(Locale.ROOT) : "";
      return known.containsKey(last) ? last : inBrackets(heading);
    }

    private static double perStep(String heading, String unitBelow) throws Strange {
      String unit = unitBelow.toLowerCase(Locale.ROOT);
      if (unit.isEmpty()) {
        String whole = heading.toLowerCase(Locale.ROOT);
        unit = TIMES.containsKey(whole) ? whole : unitOf(heading, TIMES);
      }
      if (TIMES.containsKey(unit)) {
        return TIMES.get(unit);
      }
      if (heading.matches(".*[\\[(].*[\\])].*")
          || heading.matches("(?i).*\\b(ticks?|clocks?)\\b.*")) {
        throw new Strange(
            "the time's unit in \"" + heading + "\" is not known; s, ms, us and ns are");
      }
      return 1;
    }

    private static double factor(String heading, String unitBelow) throws Strange {
      String unit =
          unitBelow.isEmpty() ? unitOf(heading, VOLTS) : unitBelow.toLowerCase(Locale.ROOT);
      if (VOLTS.containsKey(unit)) {
        return VOLTS.get(unit);
      }
      if (unit.matches("a|ma|db|dbm|db.*")) {
        throw new Strange(
            "\"" + heading + "\" is in " + unit + "; a line is given in V or mV, or as 0 and 1");
      }
      return 1;
    }
  }
}
