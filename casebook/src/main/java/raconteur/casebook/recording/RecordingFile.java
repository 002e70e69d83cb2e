package raconteur.casebook.recording;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.Reader;
import java.io.UncheckedIOException;
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
import raconteur.casebook.exchange.BoundedLines;
import raconteur.casebook.exchange.DecodedText;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.signal.Recording;
import raconteur.core.signal.RecordingDigest;
import raconteur.core.signal.Track;

/**
 * Reads what a recorder or a scope exported and says what it shows: a value change dump, or CSV
 * with a column of times and a column a line, as levels or volts. Nothing but the digest is held,
 * so that a gigabyte is read in the memory of its lines.
 */
public final class RecordingFile {
  private static final int MOST_COLUMNS = 2_000;
  private static final int LINES_LOOKED_AT = 200;

  private RecordingFile() {}

  /**
   * How a file is read.
   *
   * @param timeColumn the CSV's column of times, empty where it is to be told
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
      RecordingTable table = TableHead.look(firstLines, "");
      return table.passedOver().isEmpty();
    } catch (RecordingTable.Strange e) {
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
      VcdStream stream = new VcdStream(in, progress, stop);
      stream.read(feeding);
      return feeding
          .digest
          .<Loaded<Recording>>map(d -> new Loaded.Ok<>(d.recording().with(stream.passedOver())))
          .orElseGet(() -> refused(name, "it has no wires"));
    }
  }

  private static Loaded<Recording> csv(Path file, String name, Choice choice, BooleanSupplier stop)
      throws IOException {
    RecordingTable table;
    try {
      table = TableHead.look(firstLines(file), choice.timeColumn());
    } catch (RecordingTable.Strange e) {
      return refused(name, String.valueOf(e.getMessage()));
    }
    List<TableColumn> columns = table.columns();
    if (!choice.columns().isEmpty()) {
      List<String> headings = columns.stream().map(TableColumn::heading).toList();
      Optional<String> missing =
          choice.columns().stream().filter(c -> !headings.contains(c)).findFirst();
      if (missing.isPresent()) {
        return refused(name, noColumn(missing.get(), headings, table.passedOver()));
      }
      columns = columns.stream().filter(c -> choice.columns().contains(c.heading())).toList();
    }
    if (columns.size() > MOST_COLUMNS) {
      return refused(name, "there are more than " + MOST_COLUMNS + " columns");
    }
    CSVFormat format =
        CSVFormat.DEFAULT
            .builder()
            .setDelimiter(table.delimiter())
            .setIgnoreSurroundingSpaces(true)
            .setTrim(true)
            .get();
    try (BufferedReader text = DecodedText.reader(file)) {
      for (int i = 0; i < table.skipped(); i++) {
        text.readLine();
      }
      Reader lines = new BoundedLines(text);
      try (CSVParser rows =
          CSVParser.parse(table.delimiter() == ' ' ? new SingleBlanks(lines) : lines, format)) {
        return new TableRows(name, table, columns, choice, stop).read(rows);
      }
    }
  }

  private static String noColumn(String missing, List<String> headings, List<String> passedOver) {
    return passedOver.stream()
        .filter(p -> p.startsWith("\"" + missing + "\""))
        .findFirst()
        .orElse("there is no column " + missing + "; there are " + headings);
  }

  private static List<String> firstLines(Path file) throws IOException {
    List<String> first = new ArrayList<>();
    try (BufferedReader text = new BufferedReader(new BoundedLines(DecodedText.reader(file)))) {
      for (String line = text.readLine();
          line != null && first.size() < LINES_LOOKED_AT;
          line = text.readLine()) {
        first.add(line);
      }
    }
    return first;
  }
}
