package raconteur.casebook.exchange;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;
import java.util.regex.Pattern;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.finding.LogicLevels;
import raconteur.core.signal.Recording;
import raconteur.core.signal.RecordingDigest;
import raconteur.core.signal.Track;

/**
 * Reads what a recorder or a scope exported and says what it shows: a value change dump, or CSV
 * with a column of times and a column a line, as levels or volts. Nothing but the digest is held,
 * so that a gigabyte is read in the memory of its lines.
 */
public final class RecordingFile {
  private static final double PICOS = 1e12;
  private static final int MOST_COLUMNS = 2_000;
  private static final int LINES_LOOKED_AT = 200;

  private RecordingFile() {}

  /**
   * How a file is read.
   *
   * @param timeColumn the CSV's column of times, empty for the first
   * @param columns the CSV's columns that are lines, empty for all others
   * @param addresses which lines carry addresses, empty where none are looked at
   * @param probe by what the probe divides where the file's volts are those at the instrument; 1
   *     where the instrument took that into account, as most do
   */
  public record Choice(
      String timeColumn,
      List<String> columns,
      Optional<RecordingDigest.Addresses> addresses,
      double probe) {
    public static final Choice USUAL = new Choice("", List.of(), Optional.empty(), 1);

    public Choice {
      columns = List.copyOf(columns);
    }

    /** The same with a probe that divides and that the instrument knew nothing of. */
    public Choice behindProbe(double divides) {
      return new Choice(timeColumn, columns, addresses, divides);
    }
  }

  /** Whether the first lines of a file are those of a recording as a table: a time and samples. */
  public static boolean looksLike(List<String> firstLines) {
    try {
      TimedTable table = TimedTable.of(firstLines, "");
      return firstLines.stream()
          .skip(table.skipped())
          .filter(line -> !line.isBlank())
          .findFirst()
          .map(line -> line.strip().split(Pattern.quote(String.valueOf(table.delimiter()))))
          .filter(cells -> Arrays.stream(cells).allMatch(c -> TimedTable.number(c).isPresent()))
          .isPresent();
    } catch (TimedTable.Strange e) {
      return false;
    }
  }

  /**
   * Reads a file.
   *
   * @param progress told the share that is read
   * @param stop asked now and then; what was read so far is then the recording
   */
  public static Loaded<Recording> read(
      Path file, Choice choice, DoubleConsumer progress, BooleanSupplier stop) {
    String name = String.valueOf(file.getFileName());
    try {
      long size = Math.max(1, Files.size(file));
      return name.toLowerCase(Locale.ROOT).endsWith(".vcd")
          ? vcd(file, name, choice, b -> progress.accept((double) b / size), stop)
          : csv(file, name, choice, stop);
    } catch (VcdStream.Broken e) {
      return refused(name, String.valueOf(e.getMessage()));
    } catch (IOException | UncheckedIOException e) {
      return refused(name, BoundedLines.reason(e, "it cannot be read to its end"));
    } catch (IllegalArgumentException e) {
      return refused(name, String.valueOf(e.getMessage()));
    }
  }

  private static Loaded<Recording> refused(String name, String reason) {
    return new Loaded.Refused<>(List.of(new Issue(name, 0, 0, "", reason)));
  }

  /** Feeds a digest that is made once the wires are known. */
  private static final class Feeding implements VcdStream.Sink {
    private final Choice choice;
    private Optional<RecordingDigest> digest = Optional.empty();

    Feeding(Choice choice) {
      this.choice = choice;
    }

    @Override
    public void wires(List<String> names) {
      digest = Optional.of(new RecordingDigest(names, choice.addresses()));
    }

    @Override
    public void change(int wire, long picos, Track.State to) {
      digest.orElseThrow().change(wire, picos, to);
    }

    @Override
    public void end(long picos) {
      digest.orElseThrow().end(picos);
    }
  }

  private static Loaded<Recording> vcd(
      Path file,
      String name,
      Choice choice,
      java.util.function.LongConsumer progress,
      BooleanSupplier stop)
      throws IOException {
    Feeding feeding = new Feeding(choice);
    try (InputStream in = Files.newInputStream(file)) {
      new VcdStream(in, progress, stop).read(feeding);
    }
    return feeding
        .digest
        .<Loaded<Recording>>map(d -> new Loaded.Ok<>(d.recording()))
        .orElseGet(() -> refused(name, "it has no wires"));
  }

  private static Loaded<Recording> csv(Path file, String name, Choice choice, BooleanSupplier stop)
      throws IOException {
    List<String> first = firstLines(file);
    TimedTable table;
    try {
      table = TimedTable.of(first, choice.timeColumn());
    } catch (TimedTable.Strange e) {
      return refused(name, String.valueOf(e.getMessage()));
    }
    List<String> header = table.headings();
    if (header.size() < 2 || header.size() > MOST_COLUMNS) {
      return refused(name, "a header line with a time and at least one line is expected");
    }
    Optional<String> twice =
        header.stream()
            .filter(h -> !h.isEmpty() && java.util.Collections.frequency(header, h) > 1)
            .findFirst();
    if (twice.isPresent()) {
      return refused(
          name, "there are two columns \"" + twice.get() + "\"; give each its own heading");
    }
    String time = choice.timeColumn().isEmpty() ? header.getFirst() : choice.timeColumn();
    List<String> lines =
        choice.columns().isEmpty()
            ? header.stream()
                .filter(c -> !c.equals(time) && !c.isEmpty())
                .filter(c -> !table.counted() || !c.matches("(?i)start|increment"))
                .toList()
            : choice.columns();
    List<String> missing = new ArrayList<>(lines);
    missing.removeAll(header);
    if (!missing.isEmpty()) {
      return refused(name, "there is no column " + missing.getFirst() + "; there are " + header);
    }
    CSVFormat format =
        CSVFormat.DEFAULT.builder().setDelimiter(table.delimiter()).setTrim(true).get();
    try (BufferedReader text = Files.newBufferedReader(file, StandardCharsets.UTF_8)) {
      for (int i = 0; i < table.skipped(); i++) {
        text.readLine();
      }
      try (CSVParser rows = CSVParser.parse(new BoundedLines(text), format)) {
        return csv(rows, name, table, header.indexOf(time), lines, choice, stop);
      }
    }
  }

  private static List<String> firstLines(Path file) throws IOException {
    List<String> first = new ArrayList<>();
    try (BufferedReader text =
        new BufferedReader(
            new BoundedLines(Files.newBufferedReader(file, StandardCharsets.UTF_8)))) {
      for (String line = text.readLine();
          line != null && first.size() < LINES_LOOKED_AT;
          line = text.readLine()) {
        first.add(first.isEmpty() ? line.replace("\uFEFF", "") : line);
      }
    }
    return first;
  }

  private static Loaded<Recording> csv(
      CSVParser rows,
      String name,
      TimedTable table,
      int time,
      List<String> lines,
      Choice choice,
      BooleanSupplier stop) {
    RecordingDigest digest = new RecordingDigest(lines, choice.addresses());
    int[] columns = lines.stream().mapToInt(table.headings()::indexOf).toArray();
    double first = Double.NaN;
    double before = Double.NEGATIVE_INFINITY;
    for (CSVRecord row : rows) {
      if (row.size() == 1 && row.get(0).isBlank()) {
        continue;
      }
      long line = table.skipped() + row.getRecordNumber();
      OptionalDouble at = table.seconds(time < row.size() ? row.get(time) : "", rowNumber(row));
      if (at.isEmpty()) {
        return refused(name, "line " + line + " has no time in " + table.headings().get(time));
      }
      double seconds = at.getAsDouble();
      if (seconds < before) {
        return refused(name, "line " + line + ": the time goes back, from " + before);
      }
      before = seconds;
      first = Double.isNaN(first) ? seconds : first;
      long picos = Math.round((seconds - first) * PICOS);
      for (int i = 0; i < columns.length; i++) {
        String cell = columns[i] < row.size() ? row.get(columns[i]) : "";
        digest.change(i, picos, state(cell, table.factors().get(columns[i]) * choice.probe()));
      }
      digest.end(picos);
      if (stop.getAsBoolean()) {
        break;
      }
    }
    return Double.isNaN(first)
        ? refused(name, "there is no row under the header")
        : new Loaded.Ok<>(digest.recording());
  }

  private static long rowNumber(CSVRecord row) {
    return row.getRecordNumber() - 1;
  }

  /** A level as 0, 1, x or z, or volts against TTL levels. */
  private static Track.State state(String cell, double factor) {
    return switch (cell.toLowerCase(Locale.ROOT)) {
      case "0", "l", "low" -> Track.State.LOW;
      case "1", "h", "high" -> Track.State.HIGH;
      case "z" -> Track.State.FLOATING;
      default -> {
        OptionalDouble volts = TimedTable.number(cell);
        yield volts.isEmpty() ? Track.State.UNKNOWN : byVolts(volts.getAsDouble() * factor);
      }
    };
  }

  private static Track.State byVolts(double volts) {
    return switch (LogicLevels.of(volts, volts)) {
      case LOW -> Track.State.LOW;
      case HIGH -> Track.State.HIGH;
      default -> Track.State.UNKNOWN;
    };
  }
}
