package raconteur.casebook.recording;

import java.util.ArrayList;
import java.util.List;
import java.util.OptionalDouble;
import java.util.function.BooleanSupplier;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.signal.Recording;
import raconteur.core.signal.RecordingDigest;

/** Lets the rows of a table go by and keeps what they show. */
final class TableRows {
  private static final double PICOS = 1e12;

  /** A clock that goes back by more than this has passed midnight. */
  private static final double HALF_A_DAY = ClockTime.SECONDS_A_DAY / 2;

  private final String name;
  private final RecordingTable table;
  private final List<TableColumn> columns;
  private final RecordingFile.Choice choice;
  private final BooleanSupplier stop;
  private final RecordingDigest digest;
  private final List<String> remarks = new ArrayList<>();

  TableRows(
      String name,
      RecordingTable table,
      List<TableColumn> columns,
      RecordingFile.Choice choice,
      BooleanSupplier stop) {
    this.name = name;
    this.table = table;
    this.columns = columns;
    this.choice = choice;
    this.stop = stop;
    this.digest =
        new RecordingDigest(
            columns.stream().flatMap(c -> c.lines().stream()).toList(), choice.addresses());
    remarks.addAll(table.passedOver().stream().map(p -> p + ".").toList());
    remarks.addAll(table.remarks());
  }

  Loaded<Recording> read(CSVParser rows) {
    double first = Double.NaN;
    double before = Double.NEGATIVE_INFINITY;
    double days = 0;
    boolean passesMidnight = table.time() instanceof TimeAxis.Clock clock && !clock.dated();
    long number = 0;
    long words = -1;
    for (CSVRecord row : rows) {
      if (row.stream().allMatch(String::isBlank)) {
        continue;
      }
      long line = table.skipped() + row.getRecordNumber();
      OptionalDouble at = table.time().seconds(row, number++);
      if (at.isEmpty()) {
        if (isWords(row) && words < 0 && !Double.isNaN(first)) {
          words = line;
          remarks.add("Line " + line + " (" + row.get(0) + ") is no row of samples.");
          continue;
        }
        return refused("line " + line + " has no time");
      }
      double seconds = at.getAsDouble() + days;
      if (passesMidnight && before - seconds > HALF_A_DAY) {
        days += ClockTime.SECONDS_A_DAY;
        seconds += ClockTime.SECONDS_A_DAY;
      }
      if (seconds < before) {
        return refused("line " + line + ": the time goes back, from " + before);
      }
      before = seconds;
      first = Double.isNaN(first) ? seconds : first;
      feed(row, Math.round((seconds - first) * PICOS));
      if (stop.getAsBoolean()) {
        break;
      }
    }
    return Double.isNaN(first)
        ? refused("there is no row under the header")
        : new Loaded.Ok<>(digest.recording().with(remarks));
  }

  /** What a program wrote under its table. */
  private static boolean isWords(CSVRecord row) {
    return row.stream().noneMatch(Figure::is);
  }

  private void feed(CSVRecord row, long picos) {
    int line = 0;
    for (TableColumn column : columns) {
      String cell = column.at() < row.size() ? row.get(column.at()) : "";
      column.feed(cell, digest, line, picos, choice.probe());
      line += column.lines().size();
    }
    digest.end(picos);
  }

  private Loaded<Recording> refused(String reason) {
    return new Loaded.Refused<>(List.of(new Issue(name, 0, 0, "", reason)));
  }
}
