package raconteur.core.story;

import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.WeakHashMap;
import raconteur.core.board.Board;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Understanding;

/**
 * Lines of stories as they were understood before: a story is read again after every line of it,
 * and only the last line is new. What a line means follows from its board, its words and what was
 * said before, so it may be kept.
 *
 * <p>Keeps at most {@value #MOST} lines a board, those of the stories read last, and nothing of a
 * board that is gone.
 */
final class Heard {
  private static final int MOST = 4_000;

  private static final Map<Board, Heard> OF_BOARDS =
      Collections.synchronizedMap(new WeakHashMap<>());

  /** Says nothing of the board itself: else no board would ever be let go of. */
  private final Map<Said, Understanding> understood =
      new LinkedHashMap<>(64, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Said, Understanding> eldest) {
          return size() > MOST;
        }
      };

  private record Said(String line, BenchContext before) {}

  /** The lines of one board, and how a new one is understood. */
  record Ear(BenchLine lines, Heard heard) {
    Understanding understand(String line, BenchContext before) {
      return heard.understand(lines, new Said(line, before));
    }
  }

  static Ear on(Board board) {
    return new Ear(new BenchLine(board), OF_BOARDS.computeIfAbsent(board, _ -> new Heard()));
  }

  private Understanding understand(BenchLine lines, Said said) {
    synchronized (understood) {
      Understanding known = understood.get(said);
      if (known != null) {
        return known;
      }
    }
    Understanding now = lines.understand(said.line(), said.before());
    synchronized (understood) {
      understood.put(said, now);
    }
    return now;
  }
}
