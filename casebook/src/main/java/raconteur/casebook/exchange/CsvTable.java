package raconteur.casebook.exchange;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalInt;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;

/** A CSV file with a header, whatever its delimiter. */
final class CsvTable {
  private static final char[] DELIMITERS = {',', ';', '\t', '|'};
  private static final int MOST_ROWS = 500_000;
  private static final int MOST_CELLS = 3_000_000;
  private static final int LONGEST_NUMBER = 60;

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
    CSVFormat format =
        CSVFormat.DEFAULT.builder().setDelimiter(delimiter).setIgnoreEmptyLines(true).get();
    List<String> header = List.of();
    List<Row> rows = new ArrayList<>();
    try (CSVParser parser = CSVParser.parse(new BoundedLines(new StringReader(text)), format)) {
      long before = 0;
      long cells = 0;
      for (CSVRecord row : parser) {
        Stopping.check();
        int line = Math.toIntExact(Math.min(before + 1, Integer.MAX_VALUE));
        before = parser.getCurrentLineNumber();
        if (header.isEmpty()) {
          header = row.stream().map(CsvTable::plain).toList();
        } else if (rows.size() >= MOST_ROWS || cells + row.size() > MOST_CELLS) {
          problems.add(
              line,
              "more than "
                  + (rows.size() >= MOST_ROWS ? MOST_ROWS + " rows" : MOST_CELLS + " cells")
                  + "; the rest was passed over");
          break;
        } else {
          cells += row.size();
          rows.add(new Row(line, row.stream().toList()));
        }
      }
    } catch (IOException | UncheckedIOException | IllegalStateException e) {
      problems.add(
          0,
          BoundedLines.reason(
              e, "a quote is opened and never closed; what follows it was passed over"));
    }
    return header.size() < 2
        ? Optional.empty()
        : Optional.of(new CsvTable(delimiter, header, rows));
  }

  private static String plain(String heading) {
    return heading.strip().toLowerCase(Locale.ROOT).replaceAll("[_().\\s]+", " ").strip();
  }

  /** The delimiter that stands most often in the first line that has any, outside quotes. */
  private static char delimiter(String text) {
    String first =
        text.lines()
            .limit(50)
            .filter(l -> !l.isBlank())
            .findFirst()
            .orElse("")
            .replaceAll("\"[^\"]*\"", "");
    char best = ',';
    long most = 0;
    for (char candidate : DELIMITERS) {
      long count = first.chars().filter(c -> c == candidate).count();
      if (count > most) {
        most = count;
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
