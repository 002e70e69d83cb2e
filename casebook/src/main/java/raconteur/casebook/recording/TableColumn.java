package raconteur.casebook.recording;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.stream.IntStream;
import raconteur.core.finding.LogicLevels;
import raconteur.core.signal.RecordingDigest;
import raconteur.core.signal.Track;

/** A column of a recording that is a line, or the lines of a bus. */
sealed interface TableColumn {
  int at();

  /** Its heading. */
  String heading();

  /** The lines it stands for, the highest of a bus first. */
  List<String> lines();

  /**
   * What a cell says of the lines.
   *
   * @param first the number of its first line
   * @param probe by what the probe divides
   */
  void feed(String cell, RecordingDigest digest, int first, long picos, double probe);

  /** A line as 0 and 1, low and high, x or z. */
  record Levels(int at, String heading) implements TableColumn {
    @Override
    public List<String> lines() {
      return List.of(heading);
    }

    @Override
    public void feed(String cell, RecordingDigest digest, int first, long picos, double probe) {
      Track.State state =
          switch (cell.toLowerCase(Locale.ROOT)) {
            case "0", "l", "low", "false" -> Track.State.LOW;
            case "1", "h", "high", "true" -> Track.State.HIGH;
            case "z" -> Track.State.FLOATING;
            default -> Track.State.UNKNOWN;
          };
      digest.change(first, picos, state);
    }
  }

  /** A line in volts, against TTL levels. */
  record Volts(int at, String heading, double voltsEach) implements TableColumn {
    @Override
    public List<String> lines() {
      return List.of(heading);
    }

    @Override
    public void feed(String cell, RecordingDigest digest, int first, long picos, double probe) {
      OptionalDouble figure = Figure.of(cell);
      OptionalDouble said =
          figure.isPresent()
              ? OptionalDouble.of(figure.getAsDouble() * voltsEach)
              : Figure.with(cell, Units::volts);
      if (said.isEmpty()) {
        digest.change(first, picos, Track.State.UNKNOWN);
        return;
      }
      double volts = said.getAsDouble() * probe;
      digest.volts(first, volts);
      digest.change(first, picos, state(volts));
    }
  }

  private static Track.State state(double volts) {
    return switch (LogicLevels.of(volts, volts)) {
      case LOW -> Track.State.LOW;
      case HIGH -> Track.State.HIGH;
      default -> Track.State.UNKNOWN;
    };
  }

  /** A bus as one figure a row. */
  record Bus(int at, String heading, List<String> lines, int radix) implements TableColumn {
    /** What one figure of a row can hold. */
    static final int WIDEST = 32;

    private static final Map<Integer, String> DIGITS =
        Map.of(2, "[01]{1,32}", 10, "[0-9]{1,9}", 16, "[0-9A-Fa-f]{1,8}");

    public Bus {
      lines = List.copyOf(lines);
    }

    /** The lines of a bus from its highest to its lowest. */
    static List<String> lines(String stem, int high, int low) {
      return high >= low
          ? IntStream.rangeClosed(low, high).mapToObj(i -> stem + (high + low - i)).toList()
          : IntStream.rangeClosed(high, low).mapToObj(i -> stem + i).toList();
    }

    @Override
    public void feed(String cell, RecordingDigest digest, int first, long picos, double probe) {
      String digits = digits(cell);
      if (digits.matches("(?i)[xz]*")) {
        Track.State none = digits.matches("(?i)z+") ? Track.State.FLOATING : Track.State.UNKNOWN;
        for (int i = 0; i < lines.size(); i++) {
          digest.change(first + i, picos, none);
        }
        return;
      }
      if (!digits.matches(DIGITS.get(radix))) {
        throw new IllegalArgumentException(
            cell + " in " + heading + " is none of the figures of the rows before");
      }
      long value = Long.parseLong(digits, radix);
      if (value >>> lines.size() != 0) {
        throw new IllegalArgumentException(
            cell
                + " in "
                + heading
                + " has more than the "
                + lines.size()
                + " bits of the rows before");
      }
      for (int i = 0; i < lines.size(); i++) {
        boolean high = (value >>> (lines.size() - 1 - i) & 1) != 0;
        digest.change(first + i, picos, high ? Track.State.HIGH : Track.State.LOW);
      }
    }

    /** Without what marks a figure as one to the base of 16 or 2. */
    static String digits(String cell) {
      return cell.strip().replaceAll("(?i)^(0x|0b|\\$|&h?|#)|(?<=[0-9a-f])h$", "");
    }
  }
}
