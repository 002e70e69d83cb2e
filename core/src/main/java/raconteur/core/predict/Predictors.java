package raconteur.core.predict;

import java.lang.ref.SoftReference;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Iterator;
import raconteur.core.board.Board;

/**
 * The predictors of the boards asked for last: how faults spread is worked out once a board,
 * however many of its cases are looked at. A predictor keeps only what follows from the board, so
 * cases share it. Let go of where memory is short; thread safe.
 */
public final class Predictors {
  private static final int MOST_KEPT = 3;

  private static final Deque<SoftReference<Predictor>> KEPT = new ArrayDeque<>();

  private Predictors() {}

  /** The predictor of just this board, not of one that looks like it. */
  public static Predictor of(Board board) {
    synchronized (KEPT) {
      for (Iterator<SoftReference<Predictor>> each = KEPT.iterator(); each.hasNext(); ) {
        SoftReference<Predictor> reference = each.next();
        Predictor kept = reference.get();
        if (kept == null) {
          each.remove();
        } else if (kept.isOf(board)) {
          each.remove();
          KEPT.addFirst(reference);
          return kept;
        }
      }
      Predictor made = new Predictor(board, Readings.shipped());
      KEPT.addFirst(new SoftReference<>(made));
      if (KEPT.size() > MOST_KEPT) {
        KEPT.removeLast();
      }
      return made;
    }
  }
}
