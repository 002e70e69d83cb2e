package raconteur.core;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.plan.Advisor;
import raconteur.core.story.Entry;

/** Stories for tests, told as plain bench lines a minute apart. */
public final class Stories {
  private Stories() {}

  public static List<Entry> of(String... lines) {
    List<Entry> entries = new ArrayList<>();
    for (String line : lines) {
      Instant at = Instant.parse("2026-11-03T19:00:00Z").plusSeconds(60L * entries.size());
      entries.add(new Entry.Line(entries.size() + 1, at, line));
    }
    return entries;
  }

  public static Advisor.Advice advise(Board board, String... lines) {
    return advise(board, Advisor.MOST_IN_A_HYPOTHESIS, lines);
  }

  /**
   * @param largest K
   */
  public static Advisor.Advice advise(Board board, int largest, String... lines) {
    return new Advisor(board, History.NONE, largest).advise(of(lines));
  }

  /** How strongly a part is suspected after lines, of sets of up to two faults. */
  public static double suspicion(Board board, String part, String... lines) {
    return advise(board, 2, lines)
        .diagnosis()
        .at(new Place.OfPart(part))
        .map(Suspect::probability)
        .orElse(0.0);
  }
}
