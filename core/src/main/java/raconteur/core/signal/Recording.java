package raconteur.core.signal;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import raconteur.core.device.Signal;

/**
 * What a recording shows, whatever its length: each line by itself, lines that never differ and
 * lines that are each other's opposite, and where the addresses go round.
 *
 * @param picos how long it is
 * @param loop where the addresses went round at the end; empty where none were given, or where they
 *     did not
 */
public record Recording(List<Line> lines, long picos, Optional<AddressLoop> loop) {
  /** A pair that moved less often than this together proves nothing. */
  private static final int FEWEST_CHANGES = 4;

  public Recording {
    lines = List.copyOf(lines);
  }

  /**
   * One line.
   *
   * @param shown what a logic probe would make of it
   * @param hertz rises a second, empty for fewer than two
   * @param duty the share of the time it was high
   * @param mark the same for lines that did exactly the same
   * @param inverse the mark of a line that did the opposite
   */
  public record Line(
      String name,
      Signal shown,
      OptionalDouble hertz,
      double duty,
      long changes,
      long mark,
      long inverse) {
    public boolean stands() {
      return changes == 0;
    }
  }

  /** Two lines, and whether they are opposites rather than the same. */
  public record Pair(String one, String other, boolean opposite) {}

  /** The lines that never moved. */
  public List<Line> standing() {
    return lines.stream().filter(Line::stands).toList();
  }

  /**
   * Lines that never differed, which may be shorted or a copy of each other, and lines that are
   * opposites, as in front of and behind an inverter without delay.
   */
  public List<Pair> pairs() {
    Map<Long, Line> byMark = new HashMap<>();
    List<Pair> pairs = new ArrayList<>();
    for (Line line : lines) {
      if (line.changes() >= FEWEST_CHANGES) {
        Optional.ofNullable(byMark.get(line.mark()))
            .ifPresent(same -> pairs.add(new Pair(same.name(), line.name(), false)));
        Optional.ofNullable(byMark.get(line.inverse()))
            .ifPresent(opposite -> pairs.add(new Pair(opposite.name(), line.name(), true)));
        byMark.putIfAbsent(line.mark(), line);
      }
    }
    return pairs;
  }
}
