package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
import raconteur.core.board.Board;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.finding.Understanding;
import raconteur.core.signal.Track;

/**
 * What meters and oscilloscopes write to files: readings as {@code place,value,unit} and traces as
 * {@code seconds,volts}. Written down in docs/formats/simulate.md.
 */
public final class InstrumentCsv {
  private static final double HIGHEST_LOW_VOLTS = 0.8;
  private static final double LOWEST_HIGH_VOLTS = 2.0;

  private InstrumentCsv() {}

  /**
   * Reads a meter's log: each row a place as the bench line says it ({@code +5V}, {@code +5V gnd},
   * {@code U26}), a value and a unit.
   */
  public static Loaded<List<Finding>> readings(String file, String text, Board board) {
    Problems problems = new Problems(file);
    Optional<CsvTable> table = CsvTable.read(text, problems);
    OptionalInt place = table.map(t -> t.column("place")).orElse(OptionalInt.empty());
    OptionalInt value = table.map(t -> t.column("value")).orElse(OptionalInt.empty());
    OptionalInt unit = table.map(t -> t.column("unit")).orElse(OptionalInt.empty());
    if (place.isEmpty() || value.isEmpty()) {
      return refused(file, 1, "a header place,value,unit is expected");
    }
    BenchLine line = new BenchLine(board);
    List<Finding> findings = new ArrayList<>();
    List<Issue> issues = new ArrayList<>();
    for (CsvTable.Row row : table.orElseThrow().rows()) {
      String words = (row.cell(place) + " " + row.cell(value) + " " + row.cell(unit)).strip();
      switch (line.understand(words, BenchContext.FRESH)) {
        case Understanding.Understood(Statement statement, String _)
            when statement instanceof Finding finding ->
            findings.add(finding);
        case Understanding.Asked(Statement statement, String _)
            when statement instanceof Finding finding ->
            findings.add(finding);
        case Understanding other ->
            issues.add(new Issue(file, row.line(), 1, "", words + ": " + other.sentence()));
      }
    }
    return issues.isEmpty() ? new Loaded.Ok<>(findings) : new Loaded.Refused<>(issues);
  }

  /** Reads a scope's trace of one line against TTL levels; in between is unknown. */
  public static Loaded<Track> trace(String file, String text, String name) {
    Problems problems = new Problems(file);
    Optional<CsvTable> table = CsvTable.read(text, problems);
    OptionalInt seconds = table.map(t -> t.column("seconds")).orElse(OptionalInt.empty());
    OptionalInt volts = table.map(t -> t.column("volts")).orElse(OptionalInt.empty());
    if (seconds.isEmpty() || volts.isEmpty()) {
      return refused(file, 1, "a header seconds,volts is expected");
    }
    List<Track.Change> changes = new ArrayList<>();
    long end = 0;
    for (CsvTable.Row row : table.orElseThrow().rows()) {
      try {
        end = Math.round(Double.parseDouble(row.cell(seconds)) * 1e12);
        double level = Double.parseDouble(row.cell(volts));
        Track.State state =
            level <= HIGHEST_LOW_VOLTS
                ? Track.State.LOW
                : level >= LOWEST_HIGH_VOLTS ? Track.State.HIGH : Track.State.UNKNOWN;
        if (changes.isEmpty() || changes.getLast().state() != state) {
          changes.add(new Track.Change(end, state));
        }
      } catch (NumberFormatException e) {
        return refused(file, row.line(), "seconds and volts are numbers with a decimal point");
      }
    }
    return changes.isEmpty()
        ? refused(file, 0, "there are no samples")
        : new Loaded.Ok<>(new Track(name, changes, end));
  }

  private static <T> Loaded<T> refused(String file, int line, String reason) {
    return new Loaded.Refused<>(List.of(new Issue(file, line, 1, "", reason)));
  }
}
