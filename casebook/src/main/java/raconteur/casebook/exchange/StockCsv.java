package raconteur.casebook.exchange;

import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;
import raconteur.casebook.files.FileKind;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.stock.StockItem;

/** The stock as CSV (RFC 4180), documented in docs/formats/stock-csv.md. */
public final class StockCsv {
  private static final String[] COLUMNS = {
    "number", "kind", "grade", "count", "state", "from", "note", "case", "lead days"
  };
  private static final int MOST_COUNT = 1_000_000;
  private static final int LONGEST_TEXT = 400;
  private static final int MOST_ITEMS = 200_000;
  private static final int MOST_ISSUES = 50;

  /** What may be written over by it. */
  public static final FileKind KIND = FileKind.table("stock list of ours", "number,kind,");

  private StockCsv() {}

  /** One line an item, with a header line. */
  public static String write(List<StockItem> items) {
    StringWriter text = new StringWriter();
    try (CSVPrinter csv = new CSVPrinter(text, CSVFormat.RFC4180)) {
      csv.printRecord((Object[]) COLUMNS);
      for (StockItem item : items) {
        csv.printRecord(
            item.number(),
            Spreadsheet.harmless(item.kind()),
            Spreadsheet.harmless(item.grade()),
            item.count(),
            item.state().words(),
            Spreadsheet.harmless(item.from()),
            Spreadsheet.harmless(item.note()),
            item.forCase().map(String::valueOf).orElse(""),
            item.leadDays().map(String::valueOf).orElse(""));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text.toString();
  }

  /** Reads items; columns may stand in any order, only kind is needed, count is 1 where missing. */
  public static Loaded<List<StockItem>> read(String fileName, String text) {
    CSVFormat format =
        CSVFormat.RFC4180
            .builder()
            .setHeader()
            .setSkipHeaderRecord(true)
            .setIgnoreHeaderCase(true)
            .setTrim(true)
            .setIgnoreEmptyLines(true)
            .get();
    String plain = text.startsWith("\uFEFF") ? text.substring(1) : text;
    try (CSVParser rows = CSVParser.parse(new BoundedLines(new StringReader(plain)), format)) {
      var reader = new Reader(fileName, rows.getHeaderMap().containsKey("kind"));
      return reader.read(rows);
    } catch (IOException | IllegalArgumentException | UncheckedIOException e) {
      return new Loaded.Refused<>(
          List.of(
              new Issue(
                  fileName,
                  1,
                  0,
                  "",
                  BoundedLines.reason(e, "this is no CSV with a header line"))));
    }
  }

  private static final class Reader {
    private final String fileName;
    private final boolean hasKind;
    private final List<Issue> issues = new ArrayList<>();

    Reader(String fileName, boolean hasKind) {
      this.fileName = fileName;
      this.hasKind = hasKind;
    }

    Loaded<List<StockItem>> read(Iterable<CSVRecord> rows) {
      if (!hasKind) {
        return new Loaded.Refused<>(
            List.of(new Issue(fileName, 1, 0, "", "a column \"kind\" is expected")));
      }
      List<StockItem> items = new ArrayList<>();
      for (CSVRecord row : rows) {
        if (items.size() >= MOST_ITEMS || issues.size() >= MOST_ISSUES) {
          say((int) row.getRecordNumber() + 1, "the rest was not read: it is too much");
          break;
        }
        item(row).ifPresent(items::add);
      }
      return issues.isEmpty() ? new Loaded.Ok<>(items) : new Loaded.Refused<>(issues);
    }

    private Optional<StockItem> item(CSVRecord row) {
      int line = (int) row.getRecordNumber() + 1;
      String kind = cell(row, "kind");
      Optional<Integer> count = whole(row, "count", MOST_COUNT, line);
      String state = cell(row, "state");
      StockItem.State known = StockItem.State.byWords().getOrDefault(state, StockItem.State.SPARE);
      if (!state.isEmpty() && !StockItem.State.byWords().containsKey(state)) {
        say(
            line,
            "state \"" + clip(state) + "\" is not one of " + StockItem.State.byWords().keySet());
      }
      if (kind.isEmpty()) {
        say(line, "kind is empty");
      }
      int before = issues.size();
      Optional<Integer> forCase = whole(row, "case", 10_000_000, line);
      Optional<Integer> lead = whole(row, "lead days", 10_000, line);
      boolean tooLong =
          List.of(kind, cell(row, "grade"), cell(row, "from"), cell(row, "note")).stream()
              .anyMatch(t -> t.length() > LONGEST_TEXT);
      if (tooLong) {
        say(line, "a text has more than " + LONGEST_TEXT + " characters");
      }
      if (issues.size() > before || kind.isEmpty()) {
        return Optional.empty();
      }
      boolean noCount = cell(row, "count").isEmpty();
      return Optional.of(
          new StockItem(
              whole(row, "number", 10_000_000, line).orElse(0),
              kind,
              cell(row, "grade"),
              noCount ? 1 : count.orElse(0),
              known,
              cell(row, "from"),
              cell(row, "note"),
              forCase,
              lead));
    }

    private static String cell(CSVRecord row, String column) {
      return row.isSet(column) ? Spreadsheet.asItWas(row.get(column)) : "";
    }

    private Optional<Integer> whole(CSVRecord row, String column, int most, int line) {
      String text = cell(row, column);
      if (text.isEmpty()) {
        return Optional.empty();
      }
      if (!text.matches("[0-9]{1,8}") || Integer.parseInt(text) > most) {
        say(line, column + " \"" + clip(text) + "\" is no number from 0 to " + most);
        return Optional.empty();
      }
      return Optional.of(Integer.parseInt(text));
    }

    private void say(int line, String what) {
      issues.add(new Issue(fileName, line, 0, "", what));
    }

    private static String clip(String text) {
      return text.length() > 40 ? text.substring(0, 40) + "…" : text;
    }
  }
}
