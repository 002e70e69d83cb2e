package raconteur.casebook.exchange;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** A CSV file with a header, whatever its delimiter. */
final class CsvTable {
  private static final char[] DELIMITERS = {'\t', ';', ',', '|'};
  private static final int MOST_ROWS = 500_000;
  private static final int MOST_CELLS = 3_000_000;
  private static final int LONGEST_NUMBER = 60;
  private static final int LINES_LOOKED_AT = 40;
  private static final int LONGEST_LOOKED_AT = 1000;

  private final char delimiter;
  private final List<String> header;
  private final List<Row> rows;

  /** One row with the line it begins on. */
  record Row(int line, List<String> cells) {
    String cell(OptionalInt column) {
      return column.isPresent() && column.getAsInt() < cells.size()
          ? Spreadsheet.asItWas(cells.get(column.getAsInt()).strip())
          : "";
    }
  }

  private CsvTable(char delimiter, List<String> header, List<Row> rows) {
    this.delimiter = delimiter;
    this.header = header;
    this.rows = rows;
  }

  /** Reads a text; empty where there is no header of at least two columns. */
  static Optional<CsvTable> read(String text, Problems problems) {
    char delimiter = delimiter(text);
    List<Row> rows = rows(text, delimiter, problems);
    return rows.isEmpty() || rows.getFirst().cells().size() < 2
        ? Optional.empty()
        : Optional.of(
            new CsvTable(delimiter, headings(rows.getFirst()), rows.subList(1, rows.size())));
  }

  /**
   * Reads a text that may hold several tables and lines before them. A table begins with a row of
   * headings; where there is none the whole is one table without headings.
   *
   * @param headings words of which at least two make a row of headings
   */
  static List<CsvTable> readAll(String text, Set<String> headings, Problems problems) {
    char delimiter = delimiter(text);
    List<Row> rows =
        rows(text, delimiter, problems).stream()
            .filter(row -> row.cells().stream().anyMatch(c -> !c.isBlank()))
            .filter(row -> !row.cells().getFirst().strip().matches("(?i)sep=.?"))
            .toList();
    List<CsvTable> tables = new ArrayList<>();
    List<String> header = List.of();
    List<Row> here = new ArrayList<>();
    for (Row row : rows) {
      List<String> cells = headings(withoutCommentSign(row));
      long known = cells.stream().filter(headings::contains).count();
      if (known >= 2 || (known == 1 && header.isEmpty() && isAllWords(row))) {
        if (!header.isEmpty() && !here.isEmpty()) {
          tables.add(new CsvTable(delimiter, header, here));
        }
        header = cells;
        here = new ArrayList<>();
      } else if (!header.isEmpty() || row.cells().size() > 1) {
        here.add(row);
      }
    }
    if (!here.isEmpty() || !header.isEmpty()) {
      int columns = here.stream().mapToInt(r -> r.cells().size()).max().orElse(header.size());
      tables.add(
          new CsvTable(
              delimiter,
              header.isEmpty() ? Collections.nCopies(columns, "") : header,
              header.isEmpty() ? here : List.copyOf(here)));
    }
    return tables;
  }

  /** Whether a row is several cells of words and nothing else: no part's place has no digit. */
  private static boolean isAllWords(Row row) {
    return row.cells().size() > 1
        && row.cells().stream().allMatch(c -> !c.isBlank() && c.matches("[^0-9]{1,40}"));
  }

  private static Row withoutCommentSign(Row row) {
    String first = row.cells().getFirst();
    if (!first.strip().matches("(#|//|;|'|\\*).*")) {
      return row;
    }
    List<String> cells = new ArrayList<>(row.cells());
    cells.set(0, first.strip().replaceFirst("^(#|//|;|'|\\*)+\\s*", ""));
    return new Row(row.line(), cells);
  }

  private static List<String> headings(Row row) {
    return row.cells().stream().map(CsvTable::plain).toList();
  }

  private static List<Row> rows(String text, char delimiter, Problems problems) {
    CSVFormat format =
        CSVFormat.DEFAULT.builder().setDelimiter(delimiter).setIgnoreEmptyLines(true).get();
    List<Row> rows = new ArrayList<>();
    try (CSVParser parser = CSVParser.parse(new BoundedLines(new StringReader(text)), format)) {
      long before = 0;
      long cells = 0;
      for (CSVRecord row : parser) {
        Stopping.check();
        int line = Math.toIntExact(Math.min(before + 1, Integer.MAX_VALUE));
        before = parser.getCurrentLineNumber();
        if (rows.size() > MOST_ROWS || cells + row.size() > MOST_CELLS) {
          problems.add(
              line,
              "more than "
                  + (rows.size() > MOST_ROWS ? MOST_ROWS + " rows" : MOST_CELLS + " cells")
                  + "; the rest was passed over");
          break;
        }
        cells += row.size();
        rows.add(new Row(line, row.stream().toList()));
      }
    } catch (IOException | UncheckedIOException | IllegalStateException e) {
      problems.add(
          0,
          BoundedLines.reason(
              e, "a quote is opened and never closed; what follows it was passed over"));
    }
    return rows;
  }

  private static String plain(String heading) {
    return heading.strip().toLowerCase(Locale.ROOT).replaceAll("[_().\\s]+", " ").strip();
  }

  /**
   * The delimiter a first line {@code sep=} names, else the one that stands most evenly in the
   * first lines, outside quotes.
   */
  private static char delimiter(String text) {
    Matcher named = Pattern.compile("(?i)\\A\\s*\"?sep=(.)").matcher(text);
    if (named.find()) {
      return named.group(1).charAt(0);
    }
    List<String> lines =
        text.lines()
            .filter(l -> !l.isBlank())
            .limit(LINES_LOOKED_AT)
            .map(l -> l.substring(0, Math.min(l.length(), LONGEST_LOOKED_AT)))
            .map(l -> l.replaceAll("\"[^\"]*\"", ""))
            .toList();
    char best = ',';
    long most = 0;
    for (char candidate : DELIMITERS) {
      long with = lines.stream().filter(l -> l.indexOf(candidate) >= 0).count();
      long all = lines.stream().mapToLong(l -> l.chars().filter(c -> c == candidate).count()).sum();
      long weight = with * LONGEST_LOOKED_AT + Math.min(all, LONGEST_LOOKED_AT);
      if (weight > most) {
        most = weight;
        best = candidate;
      }
    }
    return best;
  }

  String delimiterWord() {
    return switch (delimiter) {
      case ';' -> "semicolons";
      case '\t' -> "tabs";
      case '|' -> "bars";
      default -> "commas";
    };
  }

  /** How many columns the widest row has. */
  int columns() {
    return Math.max(header.size(), rows.stream().mapToInt(r -> r.cells().size()).max().orElse(0));
  }

  /** The heading of a column, in small letters; empty where it has none. */
  String heading(int column) {
    return column < header.size() ? header.get(column) : "";
  }

  List<Row> rows() {
    return rows;
  }

  /** The column whose heading is one of these words, the first word first. */
  OptionalInt column(String... headings) {
    for (String heading : headings) {
      int at = header.indexOf(heading);
      if (at >= 0) {
        return OptionalInt.of(at);
      }
    }
    return OptionalInt.empty();
  }

  /** A place's column with the millimetres one of its units has; 0 where the heading says none. */
  Optional<Map.Entry<Integer, Double>> placeColumn(String axis) {
    for (int i = 0; i < header.size(); i++) {
      String heading = header.get(i);
      if (heading.equals(axis)
          || heading.startsWith(axis + " ")
          || heading.equals("pos" + axis)
          || heading.equals("pos " + axis)
          || heading.equals("mid " + axis)
          || heading.equals("center-" + axis)
          || heading.startsWith("center-" + axis + " ")) {
        double unit =
            heading.endsWith("mm")
                ? 1
                : heading.endsWith("mil") || heading.endsWith("mils")
                    ? 0.0254
                    : heading.endsWith("in") || heading.endsWith("inch") ? 25.4 : 0;
        return Optional.of(Map.entry(i, unit));
      }
    }
    return Optional.empty();
  }

  /** A number with a decimal point or comma, its unit in letters passed over. */
  static Optional<Double> number(String text) {
    if (text.length() > LONGEST_NUMBER) {
      return Optional.empty();
    }
    String plain =
        text.strip().replaceAll("(?i)\\s*(mm|mil|mils|in|inch|deg|°)$", "").replace(',', '.');
    if (!plain.matches("[+-]?[0-9]{1,9}(\\.[0-9]{0,12})?")) {
      return Optional.empty();
    }
    return Optional.of(Double.parseDouble(plain));
  }
}
