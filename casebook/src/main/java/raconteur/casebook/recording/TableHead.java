package raconteur.casebook.recording;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import raconteur.casebook.recording.RecordingTable.Strange;

/**
 * Looks at the first lines of a table and tells what is what: what stands before it, the headings,
 * where the time comes from, which columns are lines. A column is judged by what is in it as well
 * as by its heading. What cannot be told is refused or passed over with the reason; seconds are
 * taken only where nothing says otherwise.
 */
final class TableHead {
  private static final int MOST_LOOKED_AT = 200;
  private static final Pattern COMMENT = Pattern.compile("^\\s*[#;%!]+\\s*|^\\s*//\\s*");
  private static final Pattern TIME_HEADING =
      Pattern.compile(
          "(?i)(start |sample )?(time|zeit|temps|tiempo|tempo|datum|date)\\b.*|t|time[_/ (\\[].*"
              + "|timestamp.*|date ?time|seconds?|secs?");
  private static final Pattern NUMBERING =
      Pattern.compile("(?i)x|n|no\\.?|#|index|samples?|sample ?(no|number|index)|sequence|points?");
  private static final Pattern UNIT_HEADING = Pattern.compile("(?i)units?|einheit|unit[eéà]s?");

  private final char delimiter;
  private final List<List<String>> rows;
  private final String timeColumn;
  private final Preamble preamble = new Preamble();
  private final List<String> passedOver = new ArrayList<>();
  private final List<String> remarks = new ArrayList<>();

  private TableHead(List<String> lines, String timeColumn) {
    List<String> looked = lines.stream().limit(MOST_LOOKED_AT).toList();
    this.delimiter = delimiter(looked);
    this.rows = looked.stream().map(this::cells).toList();
    this.timeColumn = timeColumn;
  }

  /**
   * Looks at the first lines of a file.
   *
   * @param timeColumn the heading of the column of times, empty where it is to be told
   * @throws Strange where the table or its time is not understood
   */
  static RecordingTable look(List<String> lines, String timeColumn) throws Strange {
    return new TableHead(lines, timeColumn).table();
  }

  private static char delimiter(List<String> lines) {
    for (char candidate : new char[] {';', '\t', '|'}) {
      if (lines.stream().filter(l -> l.indexOf(candidate, 1) > 0).count() * 2 > lines.size()) {
        return candidate;
      }
    }
    boolean spaced = lines.stream().filter(l -> l.strip().contains(" ")).count() * 2 > lines.size();
    return spaced && lines.stream().noneMatch(l -> l.matches(".*(,|\\d:\\d|\\d [A-Za-z]).*"))
        ? ' '
        : ',';
  }

  private List<String> cells(String line) {
    // Between semicolons one at the beginning is an empty cell and no remark.
    boolean emptyCell = delimiter != ' ' && line.startsWith(String.valueOf(delimiter));
    String bare = emptyCell ? line : COMMENT.matcher(line).replaceFirst("");
    String plain = delimiter == ' ' ? SingleBlanks.of(bare) : bare;
    CSVFormat format =
        CSVFormat.DEFAULT
            .builder()
            .setDelimiter(delimiter)
            .setIgnoreSurroundingSpaces(true)
            .setTrim(true)
            .get();
    try (CSVParser parser = CSVParser.parse(plain, format)) {
      return parser.stream().findFirst().map(r -> r.stream().toList()).orElse(List.of(""));
    } catch (IOException | UncheckedIOException | IllegalStateException e) {
      // A quote that is not closed on its line: what stands there counts as it is.
      return List.of(plain.split(Pattern.quote(String.valueOf(delimiter)), -1));
    }
  }

  private RecordingTable table() throws Strange {
    int first = firstRow();
    Optional<List<String>> written = headings(first);
    List<String> units = units(first);
    IntStream.range(0, first).forEach(i -> remember(rows.get(i)));
    List<List<String>> samples =
        rows.subList(first, rows.size()).stream().filter(r -> !isBlank(r)).toList();
    samples.stream().filter(r -> isWord(r.getFirst())).forEach(preamble::take);
    int columns = samples.isEmpty() ? 0 : samples.getFirst().size();
    List<String> headings =
        IntStream.range(0, Math.max(columns, written.map(List::size).orElse(0)))
            .mapToObj(i -> written.map(w -> i < w.size() ? w.get(i) : "").orElse(""))
            .toList();
    refuseTwice(headings);
    OptionalInt time = timeColumn(headings, samples, written.isPresent());
    TimeAxis axis = axis(time, headings, units, samples);
    preamble
        .probe()
        .ifPresent(
            p ->
                remarks.add(
                    "The file speaks of a probe of "
                        + p
                        + "; its volts are taken as those at the line."));
    List<TableColumn> lines = lines(time, headings, units, samples);
    if (lines.isEmpty()) {
      throw new Strange(
          passedOver.isEmpty()
              ? "a header line with a time and at least one line is expected"
              : passedOver.getFirst());
    }
    return new RecordingTable(delimiter, first, axis, lines, passedOver, remarks);
  }

  private static void refuseTwice(List<String> headings) throws Strange {
    for (int i = 0; i < headings.size(); i++) {
      boolean named =
          !headings.get(i).isEmpty() && !UNIT_HEADING.matcher(headings.get(i)).matches();
      if (named && headings.indexOf(headings.get(i)) < i) {
        throw new Strange(
            "there are two columns \"" + headings.get(i) + "\"; give each its own heading");
      }
    }
  }

  private static boolean isBlank(List<String> row) {
    return row.stream().allMatch(String::isBlank);
  }

  private static boolean isWord(String cell) {
    return !cell.isBlank() && !isMoment(cell) && !isDate(cell);
  }

  private static boolean isMoment(String cell) {
    return Figure.is(cell)
        || Figure.seconds(cell).isPresent()
        || ClockTime.seconds(cell).isPresent();
  }

  /** The first row of samples that another like it follows. */
  private int firstRow() throws Strange {
    for (int i = 0; i < rows.size(); i++) {
      List<String> row = rows.get(i);
      Optional<List<String>> next = rows.stream().skip(i + 1L).filter(r -> !isBlank(r)).findFirst();
      boolean likeTheNext =
          next.map(
                  n ->
                      n.size() == row.size()
                          && ((begins(row) && begins(n)) || (ends(row) && ends(n) && !begins(n))))
              .orElse(i > 0 && begins(row));
      if (likeTheNext) {
        return i;
      }
    }
    boolean headed = !rows.isEmpty() && rows.getFirst().size() > 1;
    if (headed && rows.size() > 1) {
      String first = rows.get(1).getFirst();
      throw new Strange(
          Figure.is(first) || first.isBlank()
              ? "a header line with a time and at least one line is expected"
              : "line 2 has no time in " + rows.getFirst().getFirst());
    }
    throw new Strange(
        headed
            ? "there is no row under the header"
            : "a header line with a time and at least one line is expected");
  }

  /** A row with a moment or a sample first, or with nothing but samples behind a blank. */
  private static boolean begins(List<String> row) {
    boolean blankFirst =
        row.getFirst().isBlank()
            && !isBlank(row)
            && row.stream().allMatch(c -> c.isBlank() || Figure.isSample(c));
    String first = row.getFirst();
    return isMoment(first) || isDate(first) || Figure.isSample(first) || blankFirst;
  }

  /** A row that ends in two figures, behind what a program set down in its first columns. */
  private static boolean ends(List<String> row) {
    int filled = filledColumns(row);
    return filled >= 4 && row.subList(filled - 2, filled).stream().allMatch(Figure::is);
  }

  /**
   * The nearest line before the samples that has a heading for every column; one of nothing but
   * units where there is no other.
   */
  private Optional<List<String>> headings(int first) {
    int columns = filledColumns(rows.get(first));
    for (boolean unitsToo : new boolean[] {false, true}) {
      for (int i = first - 1; i >= 0; i--) {
        List<String> row = rows.get(i);
        boolean words =
            row.stream().filter(c -> !c.isBlank()).findFirst().filter(TableHead::isWord).isPresent()
                && (row.stream().noneMatch(Figure::is)
                    || (row.size() >= 3 && isNumbered(row.subList(1, row.size()))));
        if (words && row.size() >= columns && (unitsToo || !isUnits(row)) && !isSetting(row, i)) {
          return Optional.of(row);
        }
      }
    }
    return Optional.empty();
  }

  /** Channels that are only numbered. */
  private static boolean isNumbered(List<String> headings) {
    return headings.stream().distinct().count() == headings.size()
        && headings.stream().allMatch(h -> h.matches("[0-9]{1,2}"));
  }

  /** A line such as {@code Sample rate: 24 MHz}, which heads no column. */
  private boolean isSetting(List<String> row, int at) {
    return row.size() == 1
        && (row.getFirst().contains(":")
            || (at + 1 < rows.size()
                && isWord(rows.get(at + 1).getFirst())
                && !begins(rows.get(at + 1))));
  }

  private static int filledColumns(List<String> row) {
    int last = row.size();
    while (last > 1 && row.get(last - 1).isBlank()) {
      last--;
    }
    return last;
  }

  /** A line of nothing but units, between the headings and the samples. */
  private static boolean isUnits(List<String> row) {
    return row.stream()
        .map(TableHead::bare)
        .allMatch(c -> c.isEmpty() || Units.isKnown(c) || c.equalsIgnoreCase("sequence"));
  }

  private static String bare(String unit) {
    return unit.replaceAll("[()\\[\\]]", "").strip();
  }

  private List<String> units(int first) {
    for (int i = first - 1; i > 0; i--) {
      List<String> row = rows.get(i);
      boolean begins = isUnits(row.subList(0, 1)) && !row.getFirst().isEmpty() && row.size() > 1;
      if (begins) {
        return row.stream().map(TableHead::bare).toList();
      }
    }
    return List.of();
  }

  /** Keeps what a line before the samples says, in a line of its own or under a heading. */
  private void remember(List<String> row) {
    preamble.take(row);
    under("increment", row).ifPresent(preamble::every);
    under("start", row).ifPresent(preamble::startsAt);
  }

  private OptionalDouble under(String heading, List<String> row) {
    for (List<String> other : rows) {
      for (int i = 1; i < other.size(); i++) {
        if (other.get(i).equalsIgnoreCase(heading) && i < row.size()) {
          return Figure.of(row.get(i));
        }
      }
    }
    return OptionalDouble.empty();
  }

  private static List<String> column(List<List<String>> samples, int at) {
    return samples.stream()
        .map(r -> at < r.size() ? r.get(at) : "")
        .filter(c -> !c.isBlank())
        .toList();
  }

  /** The column of times, or of the numbers of samples; empty where rows are only counted. */
  private OptionalInt timeColumn(List<String> headings, List<List<String>> samples, boolean headed)
      throws Strange {
    if (!timeColumn.isEmpty()) {
      int named = headings.indexOf(timeColumn);
      if (named < 0) {
        throw new Strange("there is no column " + timeColumn + "; there are " + headings);
      }
      return OptionalInt.of(named);
    }
    if (!headed) {
      return unheaded(headings, samples);
    }
    Predicate<Integer> moments =
        i -> column(samples, i).stream().limit(2).allMatch(TableHead::isMoment);
    Optional<Integer> called =
        IntStream.range(0, headings.size())
            .boxed()
            .filter(moments)
            .filter(i -> !column(samples, i).isEmpty())
            .filter(
                i ->
                    TIME_HEADING.matcher(headings.get(i)).matches()
                        || Units.seconds(Units.of(headings.get(i))).isPresent()
                        || NUMBERING.matcher(headings.get(i)).matches())
            .max(
                (a, b) ->
                    rank(headings, samples, a) == rank(headings, samples, b)
                        ? b - a
                        : rank(headings, samples, a) - rank(headings, samples, b));
    if (called.isPresent()) {
      return OptionalInt.of(called.get());
    }
    if (headings.size() == 1 && preamble.secondsEach().isEmpty()) {
      throw new Strange(
          "there is no column of times, and no line such as \"Sample interval,2e-7\" to count"
              + " them by");
    }
    List<String> firstColumn = column(samples, 0);
    boolean levels = firstColumn.stream().allMatch(Figure::isLevel);
    boolean falls =
        IntStream.range(1, firstColumn.size())
            .anyMatch(i -> value(firstColumn.get(i)) < value(firstColumn.get(i - 1)));
    boolean counted = preamble.secondsEach().isPresent() && (falls || levels);
    return counted ? OptionalInt.empty() : OptionalInt.of(0);
  }

  /** Of a date, the number of a sample and a time the last tells most. */
  private static int rank(List<String> headings, List<List<String>> samples, int at) {
    boolean moments =
        column(samples, at).stream().limit(2).allMatch(c -> isMoment(c) && !isDate(c));
    return !moments ? 0 : NUMBERING.matcher(headings.get(at)).matches() ? 1 : 2;
  }

  private static boolean isDate(String cell) {
    return !cell.contains(":") && cell.matches("\\d{1,4}[-/.]\\d{1,2}[-/.]\\d{1,4}");
  }

  private static double value(String cell) {
    return Figure.of(cell).orElse(Double.NaN);
  }

  /** Where nothing is headed, what grows and is written with a fraction is a time in seconds. */
  private OptionalInt unheaded(List<String> headings, List<List<String>> samples) throws Strange {
    for (int i = 0; i < headings.size(); i++) {
      List<String> cells = column(samples, i);
      boolean figures = cells.size() == samples.size() && cells.stream().allMatch(Figure::is);
      boolean grows =
          figures
              && cells.size() > 2
              && IntStream.range(1, cells.size())
                  .allMatch(n -> value(cells.get(n)) > value(cells.get(n - 1)));
      if (grows && cells.stream().anyMatch(c -> !Figure.isWhole(c))) {
        remarks.add("Nothing heads the columns: the one that grows is taken for seconds.");
        return OptionalInt.of(i);
      }
    }
    if (preamble.secondsEach().isPresent()) {
      return OptionalInt.empty();
    }
    throw new Strange("a header line with a time and at least one line is expected");
  }

  private TimeAxis axis(
      OptionalInt time, List<String> headings, List<String> units, List<List<String>> samples)
      throws Strange {
    OptionalDouble each = preamble.secondsEach();
    if (time.isEmpty()) {
      return new TimeAxis.Counted(each.orElseThrow());
    }
    int at = time.getAsInt();
    String heading = headings.get(at);
    String unit = at < units.size() ? units.get(at) : "";
    if (NUMBERING.matcher(heading).matches() || unit.equalsIgnoreCase("sequence")) {
      return new TimeAxis.Numbered(
          at,
          preamble.secondsAtStart(),
          each.orElseThrow(
              () ->
                  new Strange(
                      "the first column counts samples and no interval between them is given; a"
                          + " line such as \"Sample interval,2e-7\" or a column of seconds would"
                          + " be taken")));
    }
    List<String> cells = column(samples, at);
    if (!cells.isEmpty() && ClockTime.seconds(cells.getFirst()).isPresent()) {
      return new TimeAxis.Clock(at, ClockTime.isDated(cells.getFirst()));
    }
    if (isRounded(cells)) {
      if (each.isPresent()) {
        return new TimeAxis.Counted(each.getAsDouble());
      }
      throw new Strange(
          "most rows have the time of the row before: the times were rounded when the file was"
              + " written; more digits, or a line such as \"Sample interval,2e-7\", would be"
              + " taken");
    }
    return new TimeAxis.Figures(at, secondsEach(heading, unit));
  }

  private static boolean isRounded(List<String> cells) {
    long same =
        IntStream.range(1, cells.size())
            .filter(i -> value(cells.get(i)) == value(cells.get(i - 1)))
            .count();
    return cells.size() >= 10 && same * 2 > cells.size();
  }

  private static double secondsEach(String heading, String unitBelow) throws Strange {
    OptionalDouble unit = Units.seconds(unitBelow.isEmpty() ? Units.of(heading) : unitBelow);
    if (unit.isPresent()) {
      return unit.getAsDouble();
    }
    Optional<Double> power = Units.powerOfTen(heading);
    if (power.isPresent()) {
      return power.get();
    }
    if (heading.matches(".*[\\[(].*[\\])].*")
        || heading.matches("(?i).*\\b(ticks?|clocks?)\\b.*")) {
      throw new Strange(
          "the time's unit in \"" + heading + "\" is not known; s, ms, us and ns are");
    }
    return 1;
  }

  private List<TableColumn> lines(
      OptionalInt time, List<String> headings, List<String> units, List<List<String>> samples) {
    List<TableColumn> lines = new ArrayList<>();
    for (int i = 0; i < headings.size(); i++) {
      boolean settles =
          (time.isPresent() && i == time.getAsInt()) || isOfTheHead(headings.get(i), samples, i);
      if (!settles) {
        ColumnGuess guess =
            new ColumnGuess(
                i,
                headings.get(i).isEmpty() ? unnamed(lines.size()) : headings.get(i),
                i < units.size() ? units.get(i) : unitBeside(headings, samples, i),
                column(samples, i));
        guess.column().ifPresentOrElse(lines::add, () -> passedOver.add(guess.reason()));
      }
    }
    return lines;
  }

  private String unnamed(int lines) {
    return lines == 0 ? preamble.source().orElse("line 1") : "line " + (lines + 1);
  }

  /** Columns that say something of the table, or nothing at all. */
  private static boolean isOfTheHead(String heading, List<List<String>> samples, int at) {
    List<String> cells = column(samples, at);
    boolean settings =
        heading.isEmpty()
            && (cells.size() * 2 < samples.size()
                || cells.stream().limit(1).anyMatch(c -> !Figure.isSample(c)));
    boolean date =
        heading.matches("(?i)date|datum") && cells.stream().noneMatch(c -> Figure.isSample(c));
    return heading.matches("(?i)start|increment")
        || UNIT_HEADING.matcher(heading).matches()
        || date
        || settings
        || (cells.isEmpty() && (heading.isEmpty() || !samples.isEmpty()));
  }

  /** The unit in a column of units behind this one; empty where there is none. */
  private static String unitBeside(List<String> headings, List<List<String>> samples, int at) {
    for (int i = at + 1; i < headings.size(); i++) {
      if (UNIT_HEADING.matcher(headings.get(i)).matches()) {
        List<String> units = column(samples, i).stream().distinct().toList();
        return units.size() == 1 ? units.getFirst() : "";
      }
    }
    return "";
  }
}
