package raconteur.core.inspect;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import raconteur.core.board.Board;
import raconteur.core.board.Flash;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.finding.Finding;
import raconteur.core.story.Telling;

/**
 * What the dead test flashed since the last mend, run by run: what each count means on this
 * revision, whether the runs agree, and which parts all the named ones hang on, since a count names
 * a memory where a decoder, a multiplexer or a buffer in front of it is at fault.
 *
 * @param runs how many runs flashed
 * @param named count to how often it came, most often first by their order
 * @param meanings one a count, by the revision's table
 * @param shared parts that drive lines of every named part, those that drive more of them first
 */
public record DeadTestRuns(
    int runs, Map<Integer, Integer> named, List<Meaning> meanings, List<String> shared) {
  private static final int MOST_SHARED = 6;

  public DeadTestRuns {
    named = java.util.Collections.unmodifiableMap(new TreeMap<>(named));
    meanings = List.copyOf(meanings);
    shared = List.copyOf(shared);
  }

  /**
   * A count with what it stands for.
   *
   * @param part empty where the revision's table does not have the count
   */
  public record Meaning(int count, int times, Optional<String> part, String words) {}

  /** The runs since the last mend; none where it did not flash. */
  public static DeadTestRuns of(Board board, Telling telling) {
    Map<Integer, Integer> named = new TreeMap<>();
    int runs = 0;
    for (Telling.DatedFinding told : telling.findings()) {
      if (told.finding() instanceof Finding.DeadTestResult result
          && told.moment().epoch() == telling.epoch()) {
        for (int count : result.counts()) {
          named.merge(count, 1, Integer::sum);
          runs++;
        }
      }
    }
    List<Meaning> meanings = new ArrayList<>();
    Set<String> parts = new TreeSet<>();
    named.forEach(
        (count, times) -> {
          Optional<Flash> flash =
              board.deadTest().flashes().stream().filter(f -> f.count() == count).findFirst();
          flash.map(Flash::part).ifPresent(parts::add);
          meanings.add(
              new Meaning(
                  count,
                  times,
                  flash.map(Flash::part),
                  flash.map(Flash::meaning).orElse("not in this revision's table")));
        });
    return new DeadTestRuns(runs, named, meanings, shared(board, parts));
  }

  /** Whether every run flashed the same count; one run agrees with nothing. */
  public boolean agree() {
    return runs > 1 && named.size() == 1;
  }

  /** What the runs together are worth, in one sentence; empty where there are none. */
  public String words() {
    if (runs == 0) {
      return "";
    }
    if (runs == 1) {
      return "One run proves little: repeat it.";
    }
    return agree()
        ? "All " + runs + " runs agree."
        : "The runs do not agree ("
            + named.size()
            + " counts in "
            + runs
            + "): rather a shared or marginal cause than the chips they name.";
  }

  private static List<String> shared(Board board, Set<String> parts) {
    Map<String, Integer> reach = new HashMap<>();
    Map<String, Set<String>> reached = new HashMap<>();
    for (String name : parts) {
      for (PinRef pin : board.part(name).map(Part::pins).orElse(List.of())) {
        Optional<Net> net = board.netOf(pin).filter(n -> !board.isSupply(n.name()));
        if (net.isPresent() && board.kind(pin).reads()) {
          net.get().path().stream()
              .filter(p -> board.kind(p).drives() && !parts.contains(p.part()))
              .filter(p -> board.part(p.part()).filter(Part::fitted).isPresent())
              .forEach(
                  p -> {
                    reach.merge(p.part(), 1, Integer::sum);
                    reached.computeIfAbsent(p.part(), _ -> new TreeSet<>()).add(name);
                  });
        }
      }
    }
    return reached.entrySet().stream()
        .filter(e -> e.getValue().size() == parts.size())
        .map(Map.Entry::getKey)
        .sorted(
            java.util.Comparator.comparingInt((String p) -> -reach.get(p)).thenComparing(p -> p))
        .limit(MOST_SHARED)
        .toList();
  }
}
