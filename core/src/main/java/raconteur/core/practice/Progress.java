package raconteur.core.practice;

import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.IntStream;

/**
 * What somebody's practised cases have shown so far.
 *
 * @param cases in the order they were dealt
 */
public record Progress(List<Practised> cases) {
  /** What never came home stands as one that took this many times the planner's minutes. */
  private static final double GIVEN_UP = 10;

  private static final int ENOUGH = 2;

  public Progress {
    cases = List.copyOf(cases);
  }

  /** One case with its deal and its end. */
  public record Practised(Deal deal, PracticeResult result) {
    /** How many times the planner's minutes, capped, as curves and means take it. */
    public double ratio() {
      return result.solved() ? Math.min(result.ratio(), GIVEN_UP) : GIVEN_UP;
    }
  }

  /** The cases of one person. */
  public Progress of(String person) {
    return new Progress(cases.stream().filter(c -> c.deal().person().equals(person)).toList());
  }

  /** The best end of each lesson that was solved, by its id. */
  public Map<String, PracticeResult> lessons() {
    Map<String, PracticeResult> best = new HashMap<>();
    for (Practised one : cases) {
      if (!one.deal().lesson().isEmpty() && one.result().solved()) {
        best.merge(one.deal().lesson(), one.result(), (a, b) -> a.minutes() <= b.minutes() ? a : b);
      }
    }
    return best;
  }

  /** The geometric mean of the ratios by level, where there are two cases at least. */
  public Map<Level, Double> byLevel() {
    Map<Level, List<Practised>> grouped =
        cases.stream()
            .collect(
                Collectors.groupingBy(
                    c -> c.deal().level(), () -> new EnumMap<>(Level.class), Collectors.toList()));
    Map<Level, Double> means = new EnumMap<>(Level.class);
    grouped.forEach(
        (level, of) -> {
          if (of.size() >= ENOUGH) {
            means.put(
                level,
                Math.exp(of.stream().mapToDouble(c -> Math.log(c.ratio())).average().orElse(0)));
          }
        });
    return means;
  }

  /** The level that costs this person most beside the planner; empty before there is enough. */
  public Optional<Level> weakest() {
    return byLevel().entrySet().stream()
        .max(Comparator.comparingDouble(Map.Entry::getValue))
        .map(Map.Entry::getKey);
  }

  /**
   * The learning curve: after each case the geometric mean of the last five ratios, so that one bad
   * evening does not hide what was learnt.
   */
  public List<Double> curve() {
    int window = 5;
    return IntStream.range(0, cases.size())
        .mapToObj(
            i ->
                Math.exp(
                    cases.subList(Math.max(0, i + 1 - window), i + 1).stream()
                        .mapToDouble(c -> Math.log(c.ratio()))
                        .average()
                        .orElse(0)))
        .toList();
  }
}
