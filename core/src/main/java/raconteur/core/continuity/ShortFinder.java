package raconteur.core.continuity;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;

/**
 * Which of several parts joins two nets that should be apart, when only taking parts off and
 * measuring again tells. One part is at fault; each has a chance and a cost of taking it off, and
 * every measurement costs the same.
 *
 * <p>Taken one at a time the order of falling chance per cost is the cheapest (L. G. Mitten, An
 * analytic solution to the least cost testing sequence problem, Journal of Industrial Engineering
 * 11, 1960). Where measuring is dear against pulling, several come off before the next measurement,
 * which parts the suspects like halving does: the best cut of that order into groups is found by
 * dynamic programming, in n². Within a group that held the short the parts go back one by one. The
 * order inside and between groups is kept from the single case, so the result may lie slightly
 * above the true optimum; the tests compare it with all orders and cuts of small cases.
 */
public final class ShortFinder {
  private ShortFinder() {}

  /**
   * A part that might hold the nets together.
   *
   * @param chance that it does; relative to the others'
   * @param minutes to take it off
   * @param backMinutes to put it back
   */
  public record Candidate(String part, double chance, double minutes, double backMinutes) {
    public Candidate {
      if (!(chance > 0) || !(minutes >= 0) || !(backMinutes >= 0)) {
        throw new IllegalArgumentException(
            "chance above 0 and minutes from 0 up are needed: " + chance + ", " + minutes);
      }
    }
  }

  /**
   * What to do.
   *
   * @param groups parts that come off before each measurement, in order
   * @param expectedMinutes until the part is known
   */
  public record Plan(List<List<Candidate>> groups, double expectedMinutes) {
    public Plan {
      groups = groups.stream().map(List::copyOf).toList();
    }
  }

  /**
   * Plans the removals. From the order of chance per cost on, parts are moved and change places as
   * long as that makes the best cut cheaper.
   */
  public static Plan plan(List<Candidate> candidates, double measureMinutes) {
    List<Candidate> order = new ArrayList<>(candidates);
    order.sort(
        Comparator.comparingDouble((Candidate c) -> -c.chance() / (c.minutes() + measureMinutes)));
    Cut best = cut(order, measureMinutes);
    boolean better = order.size() <= MOST_TO_MOVE;
    while (better) {
      better = false;
      for (int from = 0; from < order.size(); from++) {
        for (int to = 0; to < order.size(); to++) {
          for (List<Candidate> moved : List.of(moved(order, from, to), swapped(order, from, to))) {
            Cut other = cut(moved, measureMinutes);
            if (other.cost() < best.cost() - 1e-9) {
              best = other;
              order = moved;
              better = true;
            }
          }
        }
      }
    }
    double all = candidates.stream().mapToDouble(Candidate::chance).sum();
    return new Plan(best.groups(), candidates.isEmpty() ? 0 : best.cost() / all);
  }

  private static final int MOST_TO_MOVE = 20;

  private static List<Candidate> moved(List<Candidate> order, int from, int to) {
    List<Candidate> moved = new ArrayList<>(order);
    moved.add(to, moved.remove(from));
    return moved;
  }

  private static List<Candidate> swapped(List<Candidate> order, int one, int other) {
    List<Candidate> swapped = new ArrayList<>(order);
    Collections.swap(swapped, one, other);
    return swapped;
  }

  /** An order cut into groups, and what that costs. */
  private record Cut(List<List<Candidate>> groups, double cost) {}

  /** The best cut of an order into groups, by dynamic programming. */
  private static Cut cut(List<Candidate> order, double measureMinutes) {
    int n = order.size();
    double[] best = new double[n + 1];
    int[] cut = new int[n];
    for (int from = n - 1; from >= 0; from--) {
      best[from] = Double.POSITIVE_INFINITY;
      for (int to = from + 1; to <= n; to++) {
        double cost = group(order, from, to, measureMinutes) + best[to];
        if (cost < best[from]) {
          best[from] = cost;
          cut[from] = to;
        }
      }
    }
    List<List<Candidate>> groups = new ArrayList<>();
    for (int at = 0; at < n; at = cut[at]) {
      groups.add(List.copyOf(order.subList(at, cut[at])));
    }
    return new Cut(groups, best[0]);
  }

  /**
   * What one group costs, weighed by the chance that it comes to it: taking its parts off and
   * measuring, and where the short was in it, putting them back until it returns. The last group
   * needs no measurement when it has one part: it must be that one.
   */
  static double group(List<Candidate> order, int from, int to, double measureMinutes) {
    double reach = sum(order, from, order.size());
    List<Candidate> group = order.subList(from, to);
    boolean sure = to == order.size() && group.size() == 1;
    if (sure) {
      return 0;
    }
    boolean last = to == order.size();
    double off = group.stream().mapToDouble(Candidate::minutes).sum();
    double cost = last ? reach * off : reach * (off + measureMinutes);
    double rest = sum(order, from, to);
    for (int i = 0; i + 1 < group.size(); i++) {
      // Each is put back and measured while the culprit may still be this one or a later one.
      cost += rest * (group.get(i).backMinutes() + measureMinutes);
      rest -= group.get(i).chance();
    }
    return cost;
  }

  private static double sum(List<Candidate> order, int from, int to) {
    double sum = 0;
    for (int i = from; i < to; i++) {
      sum += order.get(i).chance();
    }
    return sum;
  }
}
