package raconteur.casebook.exchange;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Level;

/** Rows of levels under a header of names, as CSV. */
final class LevelRows {
  private static final int MOST_ROWS = 1_000_000;
  private static final int MOST_VALUES = 4_000_000;

  private LevelRows() {}

  /**
   * Reads rows; an empty value drives nothing.
   *
   * @param file what messages call the file
   * @param names what a header's word names, empty where it is none
   * @param example of a header
   */
  static Loaded<List<Map<String, Level>>> read(
      String file, String text, Function<String, Optional<String>> names, String example) {
    List<Issue> issues = new ArrayList<>();
    List<Map<String, Level>> rows = new ArrayList<>();
    try (CSVParser parser =
        CSVParser.parse(new BoundedLines(new StringReader(text)), CSVFormat.DEFAULT)) {
      Optional<List<Column>> header = Optional.empty();
      long values = 0;
      for (CSVRecord row : parser) {
        int line = Math.toIntExact(row.getRecordNumber());
        if (row.size() == 1 && row.get(0).isBlank()) {
          continue;
        }
        if (header.isEmpty()) {
          header = Optional.of(header(file, line, row, names, example, issues));
        } else if (row.size() != header.get().size()) {
          issues.add(
              issue(
                  file,
                  line,
                  "this row has " + row.size() + " values, the header " + header.get().size()));
        } else {
          rows.add(levels(file, line, row, header.get(), issues));
        }
        values += row.size();
        if (rows.size() > MOST_ROWS || values > MOST_VALUES || issues.size() > 50) {
          issues.add(
              issue(
                  file,
                  line,
                  "the rest was not read"
                      + (values > MOST_VALUES ? ": more than " + MOST_VALUES + " values" : "")));
          break;
        }
      }
      if (header.isEmpty()) {
        issues.add(issue(file, 0, "a header " + example + " is expected, the file is empty"));
      }
    } catch (IOException | UncheckedIOException | IllegalStateException e) {
      issues.add(
          issue(
              file,
              0,
              BoundedLines.reason(e, "this is not CSV: a quote is opened and never closed")));
    }
    return issues.isEmpty() ? new Loaded.Ok<>(List.copyOf(rows)) : new Loaded.Refused<>(issues);
  }

  private static Issue issue(String file, int line, String reason) {
    return new Issue(file, line, 1, "", reason);
  }

  /** A column as its header writes it and what it names. */
  private record Column(String word, String name) {}

  private static List<Column> header(
      String file,
      int line,
      CSVRecord row,
      Function<String, Optional<String>> names,
      String example,
      List<Issue> issues) {
    List<Column> header = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    for (String cell : row) {
      String word = cell.strip().replace("\uFEFF", "");
      Optional<String> name = names.apply(word);
      if (name.isEmpty()) {
        issues.add(issue(file, line, "\"" + word + "\" is no pin; a header is written " + example));
      } else if (!seen.add(name.get())) {
        issues.add(issue(file, line, word + " stands there twice"));
      }
      header.add(new Column(word, name.orElse("")));
    }
    return header;
  }

  private static Map<String, Level> levels(
      String file, int line, CSVRecord row, List<Column> header, List<Issue> issues) {
    Map<String, Level> levels = new LinkedHashMap<>();
    for (int i = 0; i < header.size(); i++) {
      String word = row.get(i).strip();
      Optional<Level> level = word.isEmpty() ? Optional.of(Level.FLOATING) : Level.parse(word);
      if (level.isEmpty()) {
        issues.add(
            issue(
                file,
                line,
                "\"" + word + "\" at " + header.get(i).word() + " is no level; 0 1 z x are"));
      } else {
        levels.put(header.get(i).name(), level.get());
      }
    }
    return levels;
  }
}
