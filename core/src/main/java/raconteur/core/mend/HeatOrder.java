package raconteur.core.mend;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.board.Part;

/**
 * Orders jobs so that heat spreads: what needs none first, then each time the job that is farthest
 * from those heated last (the greedy farthest-point order of Gonzalez, "Clustering to minimize the
 * maximum intercluster distance", Theoretical Computer Science 38, 1985, looking back over the last
 * few). A few jobs: quadratic.
 */
final class HeatOrder {
  /** How many jobs back the board is still warm. */
  private static final int STILL_WARM = 3;

  private HeatOrder() {}

  static List<MendPlan.Job> of(Board board, List<MendPlan.Job> jobs) {
    List<MendPlan.Job> ordered =
        new ArrayList<>(jobs.stream().filter(j -> !j.method().solders()).toList());
    List<MendPlan.Job> open =
        new ArrayList<>(jobs.stream().filter(j -> j.method().solders()).toList());
    List<MendPlan.Job> heated = new ArrayList<>();
    while (!open.isEmpty()) {
      List<MendPlan.Job> warm =
          heated.subList(Math.max(0, heated.size() - STILL_WARM), heated.size());
      MendPlan.Job next =
          open.stream()
              .max(
                  Comparator.comparingDouble(
                      job ->
                          warm.stream()
                              .mapToDouble(w -> apart(board, w.part(), job.part()))
                              .min()
                              .orElse(0)))
              .orElseThrow();
      open.remove(next);
      heated.add(next);
    }
    ordered.addAll(heated);
    return ordered;
  }

  private static double apart(Board board, String one, String other) {
    Part.Placement a = board.part(one).orElseThrow().place();
    Part.Placement b = board.part(other).orElseThrow().place();
    return a.known() && b.known()
        ? Math.hypot(a.xMillimetres() - b.xMillimetres(), a.yMillimetres() - b.yMillimetres())
        : 0;
  }
}
