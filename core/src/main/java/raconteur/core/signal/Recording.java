package raconteur.core.signal;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.device.Signal;

/**
 * What a recording shows, whatever its length: each line by itself, lines that never differ, that
 * are each other's opposite or follow one another, and where the addresses go round.
 *
 * @param picos how long it is
 * @param loop where the addresses went round at the end; empty where none were given, or where they
 *     did not
 * @param remarks what whoever reads it should know: what was no line, what is odd about its volts
 */
public record Recording(
    List<Line> lines, long picos, Optional<AddressLoop> loop, List<String> remarks) {
  private static final Pattern UNIT = Pattern.compile("\\s*[\\[(][^\\])]{1,4}[\\])]\\s*$");

  /** A pair that moved less often than this together proves nothing. */
  private static final int FEWEST_CHANGES = 4;

  /** A few gates in a row take no longer than this; common practice, no source. */
  private static final double GATE_PICOS = 100_000;

  /** What follows is much nearer than the next change. */
  private static final double PARTS_OF_A_CHANGE = 8;

  public Recording {
    lines = List.copyOf(lines);
    remarks = List.copyOf(remarks);
  }

  /** The same with more to know of it, said first. */
  public Recording with(List<String> more) {
    return new Recording(
        lines, picos, loop, Stream.concat(more.stream(), remarks.stream()).toList());
  }

  /**
   * One line.
   *
   * @param shown what a logic probe would make of it
   * @param hertz rises a second, empty for fewer than two
   * @param duty the share of the time it was high
   * @param mark the same for lines that did exactly the same
   * @param inverse the mark of a line that did the opposite
   * @param firstRises whether the first change was to high
   * @param edges when it changed
   * @param volts between which it was, empty where only levels are known
   */
  public record Line(
      String name,
      Signal shown,
      OptionalDouble hertz,
      double duty,
      long changes,
      long mark,
      long inverse,
      boolean firstRises,
      EdgeTimes.Kept edges,
      Optional<Span> volts) {
    public boolean stands() {
      return changes == 0;
    }

    private Line named(String other) {
      return new Line(other, shown, hertz, duty, changes, mark, inverse, firstRises, edges, volts);
    }
  }

  /** From the least to the most, in volts. */
  public record Span(double leastVolts, double mostVolts) {
    /** To a hundredth of a volt: {@code 0.20 to 3.40 V}, or {@code 4.62 V} where it is steady. */
    public String words() {
      String least = String.format(Locale.ROOT, "%.2f", leastVolts);
      String most = String.format(Locale.ROOT, "%.2f", mostVolts);
      return (least.equals(most) ? least : least + " to " + most) + " V";
    }

    public double middleVolts() {
      return (leastVolts + mostVolts) / 2;
    }
  }

  /**
   * Two lines, and whether they are opposites rather than the same.
   *
   * @param delayNanos how long after the one the other follows, 0 where they never differ
   */
  public record Pair(String one, String other, boolean opposite, double delayNanos) {

    /** What they are to each other, in words. */
    public String words() {
      if (delayNanos == 0) {
        return one + (opposite ? " is always the opposite of " : " never differs from ") + other;
      }
      return String.format(
          Locale.ROOT,
          "%s follows %s after %.3g ns%s",
          other,
          one,
          delayNanos,
          opposite ? ", inverted" : "");
    }
  }

  /** The same with other names for some of its lines; a unit behind a name may be left out. */
  public Recording named(Map<String, String> names) {
    return new Recording(
        lines.stream()
            .map(
                l -> {
                  String bare = UNIT.matcher(l.name()).replaceFirst("");
                  return l.named(names.getOrDefault(l.name(), names.getOrDefault(bare, l.name())));
                })
            .toList(),
        picos,
        loop,
        remarks);
  }

  /** The lines that never moved. */
  public List<Line> standing() {
    return lines.stream().filter(Line::stands).toList();
  }

  /**
   * Lines that never differed, which may be shorted or a copy of each other, lines that are
   * opposites, and after those the lines that follow another as behind a gate.
   */
  public List<Pair> pairs() {
    List<Pair> pairs = same();
    Set<String> paired = new HashSet<>();
    pairs.forEach(p -> paired.add(p.other()));
    List<Line> single =
        lines.stream()
            .filter(l -> l.changes() >= FEWEST_CHANGES && !paired.contains(l.name()))
            .toList();
    for (int i = 0; i < single.size(); i++) {
      for (int j = i + 1; j < single.size(); j++) {
        follows(single.get(i), single.get(j)).ifPresent(pairs::add);
      }
    }
    return pairs;
  }

  private Optional<Pair> follows(Line one, Line other) {
    double near = Math.min(GATE_PICOS, (double) picos / one.changes() / PARTS_OF_A_CHANGE);
    return one.edges()
        .followed(other.edges(), near)
        .filter(delay -> delay != 0)
        .map(
            delay -> {
              boolean opposite = one.firstRises() != other.firstRises();
              Line first = delay > 0 ? one : other;
              Line later = delay > 0 ? other : one;
              return new Pair(first.name(), later.name(), opposite, Math.abs(delay) / 1000);
            });
  }

  private List<Pair> same() {
    Map<Long, Line> byMark = new HashMap<>();
    List<Pair> pairs = new ArrayList<>();
    for (Line line : lines) {
      if (line.changes() >= FEWEST_CHANGES) {
        Optional.ofNullable(byMark.get(line.mark()))
            .ifPresent(same -> pairs.add(new Pair(same.name(), line.name(), false, 0)));
        Optional.ofNullable(byMark.get(line.inverse()))
            .ifPresent(opposite -> pairs.add(new Pair(opposite.name(), line.name(), true, 0)));
        byMark.putIfAbsent(line.mark(), line);
      }
    }
    return pairs;
  }
}
