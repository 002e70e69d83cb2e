package raconteur.casebook.recording;

import java.util.OptionalDouble;
import org.apache.commons.csv.CSVRecord;

/** Where the time of a row comes from. */
sealed interface TimeAxis {

  /**
   * The seconds of a row, empty where it says none.
   *
   * @param number of the row, from 0
   */
  OptionalDouble seconds(CSVRecord row, long number);

  /** A column of figures; one that has its own unit behind it is taken in that. */
  record Figures(int column, double secondsEach) implements TimeAxis {
    @Override
    public OptionalDouble seconds(CSVRecord row, long number) {
      String cell = cell(row, column);
      OptionalDouble figure = Figure.of(cell);
      return figure.isPresent()
          ? OptionalDouble.of(figure.getAsDouble() * secondsEach)
          : Figure.seconds(cell);
    }
  }

  /**
   * A column of times of day.
   *
   * @param dated whether each says its date as well, so that midnight does not set it back
   */
  record Clock(int column, boolean dated) implements TimeAxis {
    @Override
    public OptionalDouble seconds(CSVRecord row, long number) {
      return ClockTime.seconds(cell(row, column));
    }
  }

  /** Rows at equal intervals, numbered by a column. */
  record Numbered(int column, double secondsAtZero, double secondsEach) implements TimeAxis {
    @Override
    public OptionalDouble seconds(CSVRecord row, long number) {
      String cell = cell(row, column);
      OptionalDouble of = cell.isBlank() ? OptionalDouble.of((double) number) : Figure.of(cell);
      return of.stream().map(n -> secondsAtZero + n * secondsEach).findFirst();
    }
  }

  /** Rows at equal intervals that nothing numbers. */
  record Counted(double secondsEach) implements TimeAxis {
    @Override
    public OptionalDouble seconds(CSVRecord row, long number) {
      return OptionalDouble.of(number * secondsEach);
    }
  }

  private static String cell(CSVRecord row, int column) {
    return column < row.size() ? row.get(column) : "";
  }
}
