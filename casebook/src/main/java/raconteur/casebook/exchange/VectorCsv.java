package raconteur.casebook.exchange;

import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.DeviceRun;
import raconteur.core.device.Level;
import raconteur.core.device.PinKind;
import raconteur.core.device.VectorRow;

/**
 * Levels at the pins of one device, row by row, as CSV: header {@code p1,p2,…}, values {@code 0 1 z
 * x}. The format is written down in docs/formats/vectors.md.
 */
public final class VectorCsv {
  private static final int MOST_ROWS = 1_000_000;

  private VectorCsv() {}

  /**
   * Reads rows of levels by pin number; an empty value drives nothing.
   *
   * @param name what messages call the file
   */
  public static Loaded<List<Map<String, Level>>> read(String name, String text) {
    List<Issue> issues = new ArrayList<>();
    List<Map<String, Level>> rows = new ArrayList<>();
    try (CSVParser parser = CSVParser.parse(new StringReader(text), CSVFormat.DEFAULT)) {
      Optional<List<String>> header = Optional.empty();
      for (CSVRecord row : parser) {
        int line = Math.toIntExact(row.getRecordNumber());
        if (row.size() == 1 && row.get(0).isBlank()) {
          continue;
        }
        if (header.isEmpty()) {
          header = Optional.of(header(name, line, row, issues));
        } else if (row.size() != header.get().size()) {
          issues.add(
              issue(
                  name,
                  line,
                  "this row has " + row.size() + " values, the header " + header.get().size()));
        } else {
          rows.add(levels(name, line, row, header.get(), issues));
        }
        if (rows.size() > MOST_ROWS || issues.size() > 50) {
          issues.add(issue(name, line, "the rest was not read"));
          break;
        }
      }
      if (header.isEmpty()) {
        issues.add(issue(name, 0, "a header p1,p2,… is expected, the file is empty"));
      }
    } catch (IOException | UncheckedIOException | IllegalStateException e) {
      issues.add(issue(name, 0, "this is not CSV: a quote is opened and never closed"));
    }
    return issues.isEmpty() ? new Loaded.Ok<>(List.copyOf(rows)) : new Loaded.Refused<>(issues);
  }

  private static Issue issue(String name, int line, String reason) {
    return new Issue(name, line, 1, "", reason);
  }

  private static List<String> header(String name, int line, CSVRecord row, List<Issue> issues) {
    List<String> numbers = new ArrayList<>();
    Set<String> seen = new HashSet<>();
    for (String cell : row) {
      String word = cell.strip().replace("\uFEFF", "");
      if (!word.toLowerCase(Locale.ROOT).matches("p[0-9a-z]{1,4}")) {
        issues.add(issue(name, line, "\"" + word + "\" is no pin; a header is written p1,p2,…"));
      } else if (!seen.add(word.substring(1))) {
        issues.add(issue(name, line, word + " stands there twice"));
      }
      numbers.add(word.isEmpty() ? "" : word.substring(1));
    }
    return numbers;
  }

  private static Map<String, Level> levels(
      String name, int line, CSVRecord row, List<String> header, List<Issue> issues) {
    Map<String, Level> levels = new LinkedHashMap<>();
    for (int i = 0; i < header.size(); i++) {
      String word = row.get(i).strip();
      Optional<Level> level = word.isEmpty() ? Optional.of(Level.FLOATING) : Level.parse(word);
      if (level.isEmpty()) {
        issues.add(
            issue(
                name, line, "\"" + word + "\" at p" + header.get(i) + " is no level; 0 1 z x are"));
      } else {
        levels.put(header.get(i), level.get());
      }
    }
    return levels;
  }

  /** What stands in the way of driving these pins of this device; empty for nothing. */
  public static Optional<String> refuse(Device device, List<Map<String, Level>> rows) {
    for (Map<String, Level> row : rows) {
      for (String number : row.keySet()) {
        Optional<DevicePin> pin = device.pin(number);
        if (pin.isEmpty()) {
          return Optional.of(
              "p"
                  + number
                  + " is not a pin of "
                  + device.name()
                  + ", which has "
                  + device.pins().size());
        }
      }
    }
    return Optional.empty();
  }

  /** Drives a device row by row; supply pins in the rows are passed over. */
  public static List<VectorRow> drive(Device device, List<Map<String, Level>> rows) {
    DeviceRun run = new DeviceRun(device);
    List<VectorRow> result = new ArrayList<>();
    for (Map<String, Level> row : rows) {
      Map<String, Level> signals = new LinkedHashMap<>();
      row.forEach(
          (number, level) -> {
            if (device.pin(number).filter(p -> p.kind() != PinKind.SUPPLY).isPresent()) {
              signals.put(number, level);
            }
          });
      result.add(new VectorRow(signals, run.apply(signals)));
    }
    return result;
  }

  /** What stands at the signal pins, row by row. */
  public static String shown(Device device, List<VectorRow> rows) {
    return table(
        device.signalPins().stream().map(DevicePin::number).toList(),
        rows.stream().map(VectorRow::shown).toList());
  }

  /** What is driven, row by row. */
  public static String driven(Device device, List<VectorRow> rows) {
    return table(
        device.signalPins().stream().filter(p -> p.kind().reads()).map(DevicePin::number).toList(),
        rows.stream().map(VectorRow::driven).toList());
  }

  private static String table(List<String> numbers, List<Map<String, Level>> rows) {
    StringBuilder text = new StringBuilder();
    text.append(numbers.stream().map(n -> "p" + n).collect(Collectors.joining(","))).append('\n');
    for (Map<String, Level> row : rows) {
      text.append(
              numbers.stream()
                  .map(n -> String.valueOf(row.getOrDefault(n, Level.FLOATING).letter()))
                  .collect(Collectors.joining(",")))
          .append('\n');
    }
    return text.toString();
  }
}
