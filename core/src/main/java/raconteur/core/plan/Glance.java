package raconteur.core.plan;

import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Statement;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;
import raconteur.core.story.Told;

/**
 * A case as a picture: how strongly the places that led were suspected after every line.
 *
 * @param places those that were suspected most at any time or are now, the strongest first
 * @param moments one a line, in the order of the story
 */
public record Glance(List<Place> places, List<Moment> moments) {
  /** What a line was. */
  public enum Kind {
    READING,
    MEND,
    OTHER
  }

  /**
   * After one line.
   *
   * @param shares how strongly each of the places was suspected, in their order
   */
  public record Moment(int number, String line, Instant at, Kind kind, List<Double> shares) {
    public Moment {
      shares = List.copyOf(shares);
    }
  }

  public Glance {
    places = List.copyOf(places);
    moments = List.copyOf(moments);
  }

  /**
   * Takes a story a line at a time, so that whoever works in turn may do something else between
   * two: each takes one search of the engine, but for lines that weigh nothing.
   */
  public static final class Maker {
    private final Board board;
    private final Advisor advisor;
    private final List<Entry> entries = new ArrayList<>();
    private final List<Taken> taken = new ArrayList<>();

    /** A line with what every place stood at after it. */
    private record Taken(Entry.Line line, Kind kind, Map<Place, Double> shares) {}

    public Maker(Board board, Advisor advisor) {
      this.board = board;
      this.advisor = advisor;
    }

    /** The next entry of the story; a strike is weighed with the line after it. */
    public void take(Entry entry) {
      entries.add(entry);
      if (!(entry instanceof Entry.Line line)) {
        return;
      }
      Kind kind = kind(Telling.of(board, entries), line.number());
      boolean same = kind == Kind.OTHER && !taken.isEmpty();
      taken.add(new Taken(line, kind, same ? taken.getLast().shares() : weighed()));
    }

    private Map<Place, Double> weighed() {
      Map<Place, Double> shares = new LinkedHashMap<>();
      for (Suspect suspect : advisor.adviseUnexplained(entries).diagnosis().suspects()) {
        shares.put(suspect.place(), suspect.probability());
      }
      return shares;
    }

    private static Kind kind(Telling telling, int number) {
      List<Statement> said =
          telling.lines().stream()
              .filter(told -> told.entry().number() == number)
              .flatMap(told -> told.counted().stream())
              .map(Told.Counts::statement)
              .toList();
      if (said.stream().anyMatch(Statement.Mended.class::isInstance)) {
        return Kind.MEND;
      }
      return said.stream().anyMatch(Finding.class::isInstance) ? Kind.READING : Kind.OTHER;
    }

    /**
     * The picture of what was taken so far.
     *
     * @param most how many places it shows
     */
    public Glance made(int most) {
      Map<Place, Double> highest = new LinkedHashMap<>();
      taken.forEach(t -> t.shares().forEach((p, share) -> highest.merge(p, share, Math::max)));
      // Who leads now is asked for as much as who once led.
      taken.stream()
          .skip(Math.max(0, taken.size() - 1))
          .forEach(t -> t.shares().forEach((p, share) -> highest.merge(p, share, Double::sum)));
      List<Place> places =
          highest.entrySet().stream()
              .sorted(Map.Entry.<Place, Double>comparingByValue(Comparator.reverseOrder()))
              .limit(most)
              .map(Map.Entry::getKey)
              .toList();
      return new Glance(
          places,
          taken.stream()
              .map(
                  t ->
                      new Moment(
                          t.line().number(),
                          t.line().line(),
                          t.line().at(),
                          t.kind(),
                          places.stream().map(p -> t.shares().getOrDefault(p, 0.0)).toList()))
              .toList());
    }
  }
}
