package raconteur.core.odds;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.Predicate;
import org.hipparchus.distribution.discrete.HypergeometricDistribution;

/**
 * Positions that fail together on several boards. Sets are grown from pairs as in Agrawal and
 * Srikant, "Fast algorithms for mining association rules" (VLDB 1994): a larger set can only be on
 * as many boards as each of its subsets. A set is told where so many boards are hardly chance: by
 * Fisher's exact test of each member against the rest of it.
 */
public final class RecurringSets {
  /** A set on fewer boards is a coincidence. */
  private static final int FEWEST_BOARDS = 2;

  /** Chance at most this, for every member against the others. */
  private static final double HARDLY_CHANCE = 0.05;

  private static final int MOST_SETS = 5_000;

  private RecurringSets() {}

  /**
   * A set of positions.
   *
   * @param boards on how many boards all of them were at fault
   * @param chance how likely so many boards are if they had nothing to do with each other, the
   *     worst of its members
   * @param marks what was marked on most of these boards, and on clearly fewer of the others; what
   *     they may have in common
   */
  public record Recurring(Set<String> positions, int boards, double chance, List<String> marks) {
    public Recurring {
      positions = java.util.Collections.unmodifiableSet(new TreeSet<>(positions));
      marks = List.copyOf(marks);
    }
  }

  /**
   * The sets, the larger and more frequent first; those inside a larger one of as many boards out.
   */
  public static List<Recurring> of(List<CountedCase> cases) {
    List<Set<String>> level = new ArrayList<>();
    Set<String> single = new TreeSet<>();
    cases.forEach(c -> single.addAll(c.positions().keySet()));
    single.stream()
        .filter(p -> boards(cases, Set.of(p)) >= FEWEST_BOARDS)
        .forEach(p -> level.add(Set.of(p)));
    List<Recurring> found = new ArrayList<>();
    List<Set<String>> now = level;
    while (!now.isEmpty() && found.size() < MOST_SETS) {
      List<Set<String>> next = grown(now, level, cases);
      next.forEach(set -> found.add(recurring(cases, set)));
      now = next;
    }
    List<Recurring> telling = found.stream().filter(r -> r.chance() <= HARDLY_CHANCE).toList();
    return telling.stream()
        .filter(
            r ->
                telling.stream()
                    .noneMatch(
                        o ->
                            o.positions().size() > r.positions().size()
                                && o.boards() >= r.boards()
                                && o.positions().containsAll(r.positions())))
        .sorted(
            Comparator.comparingInt((Recurring r) -> -r.boards() * r.positions().size())
                .thenComparing(r -> r.positions().toString()))
        .toList();
  }

  private static List<Set<String>> grown(
      List<Set<String>> sets, List<Set<String>> singles, List<CountedCase> cases) {
    Set<Set<String>> grown = new HashSet<>();
    for (Set<String> set : sets) {
      for (Set<String> one : singles) {
        String position = one.iterator().next();
        if (!set.contains(position) && grown.size() < MOST_SETS) {
          Set<String> larger = new TreeSet<>(set);
          larger.add(position);
          if (boards(cases, larger) >= FEWEST_BOARDS) {
            grown.add(larger);
          }
        }
      }
    }
    return List.copyOf(grown);
  }

  private static int boards(List<CountedCase> cases, Set<String> positions) {
    return count(cases, c -> c.positions().keySet().containsAll(positions));
  }

  private static int count(List<CountedCase> cases, Predicate<CountedCase> which) {
    return (int) cases.stream().filter(which).count();
  }

  private static Recurring recurring(List<CountedCase> cases, Set<String> set) {
    int together = boards(cases, set);
    double worst = 0;
    for (String member : set) {
      Set<String> rest = new TreeSet<>(set);
      rest.remove(member);
      worst =
          Math.max(
              worst,
              fisher(cases.size(), boards(cases, Set.of(member)), boards(cases, rest), together));
    }
    return new Recurring(set, together, worst, marks(cases, set));
  }

  /**
   * The chance of at least so many boards with both, given how many have each: one-sided (Fisher,
   * "Statistical Methods for Research Workers", 5th edition, 1934).
   */
  static double fisher(int boards, int withOne, int withOther, int withBoth) {
    return new HypergeometricDistribution(boards, withOne, withOther)
        .upperCumulativeProbability(withBoth);
  }

  private static List<String> marks(List<CountedCase> cases, Set<String> set) {
    List<CountedCase> these =
        cases.stream().filter(c -> c.positions().keySet().containsAll(set)).toList();
    List<CountedCase> others = cases.stream().filter(c -> !these.contains(c)).toList();
    Set<String> marks = new TreeSet<>();
    these.forEach(c -> marks.addAll(c.marks()));
    return marks.stream()
        .filter(m -> 2 * count(these, c -> c.marks().contains(m)) > these.size())
        .filter(
            m ->
                others.isEmpty()
                    || (double) count(others, c -> c.marks().contains(m)) / others.size()
                        < (double) count(these, c -> c.marks().contains(m)) / these.size())
        .toList();
  }
}
