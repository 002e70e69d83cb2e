package raconteur.casebook.exchange;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import java.util.function.DoubleConsumer;
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

  private RecordingFile() {}

  /**
   * How a file is read.
   *
   * @param timeColumn the CSV's column of seconds, empty for the first
   * @param columns the CSV's columns that are lines, empty for all others
   * @param addresses which lines carry addresses, empty where none are looked at
   */
  public record Choice(
      String timeColumn, List<String> columns, Optional<RecordingDigest.Addresses> addresses) {
    public static final Choice USUAL = new Choice("", List.of(), Optional.empty());

    public Choice {
      columns = List.copyOf(columns);
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
    CSVFormat format =
        CSVFormat.DEFAULT.builder().setHeader().setSkipHeaderRecord(true).setTrim(true).get();
    try (BufferedReader text = Files.newBufferedReader(file, StandardCharsets.UTF_8);
        CSVParser rows = CSVParser.parse(new BoundedLines(text), format)) {
      List<String> header = rows.getHeaderNames();
      if (header.size() < 2 || header.size() > MOST_COLUMNS) {
        return refused(name, "a header line with a time and at least one line is expected");
      }
      Optional<String> twice =
          header.stream().filter(h -> java.util.Collections.frequency(header, h) > 1).findFirst();
      if (twice.isPresent()) {
        return refused(
            name, "there are two columns \"" + twice.get() + "\"; give each its own heading");
      }
      String time = choice.timeColumn().isEmpty() ? header.getFirst() : choice.timeColumn();
      List<String> lines =
          choice.columns().isEmpty()
              ? header.stream().filter(c -> !c.equals(time)).toList()
              : choice.columns();
      List<String> missing = new ArrayList<>(lines);
      missing.add(time);
      missing.removeAll(header);
      if (!missing.isEmpty()) {
        return refused(name, "there is no column " + missing.getFirst() + "; there are " + header);
      }
      return csv(rows, name, time, lines, choice, stop);
    }
  }

  private static Loaded<Recording> csv(
      CSVParser rows,
      String name,
      String time,
      List<String> lines,
      Choice choice,
      BooleanSupplier stop) {
    RecordingDigest digest = new RecordingDigest(lines, choice.addresses());
    double first = Double.NaN;
    double before = Double.NEGATIVE_INFINITY;
    for (CSVRecord row : rows) {
      double seconds = number(row.get(time));
      if (Double.isNaN(seconds)) {
        return refused(name, "row " + row.getRecordNumber() + " has no time in " + time);
      }
      if (seconds < before) {
        return refused(
            name, "row " + row.getRecordNumber() + ": the time goes back, from " + before);
      }
      before = seconds;
      first = Double.isNaN(first) ? seconds : first;
      long picos = Math.round((seconds - first) * PICOS);
      for (int i = 0; i < lines.size(); i++) {
        digest.change(i, picos, state(row.isSet(lines.get(i)) ? row.get(lines.get(i)) : ""));
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

  private static double number(String text) {
    try {
      return Double.parseDouble(text.replace(',', '.'));
    } catch (NumberFormatException e) {
      return Double.NaN;
    }
  }

  /** A level as 0, 1, x or z, or volts against TTL levels. */
  private static Track.State state(String cell) {
    return switch (cell.toLowerCase(Locale.ROOT)) {
      case "0", "l", "low" -> Track.State.LOW;
      case "1", "h", "high" -> Track.State.HIGH;
      case "z" -> Track.State.FLOATING;
      default -> byVolts(number(cell));
    };
  }

  private static Track.State byVolts(double volts) {
    if (Double.isNaN(volts)) {
      return Track.State.UNKNOWN;
    }
    return switch (LogicLevels.of(volts, volts)) {
      case LOW -> Track.State.LOW;
      case HIGH -> Track.State.HIGH;
      default -> Track.State.UNKNOWN;
    };
  }
}
