package raconteur.desktop.app;

import java.util.concurrent.Executor;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.store.Casebook;
import raconteur.core.board.Board;
import raconteur.core.odds.Tally;

/**
 * What all presenters work with.
 *
 * @param worker runs long work away from the window
 * @param window runs what changes the window
 */
public record Workshop(Casebook casebook, BoardShelf boards, Executor worker, Executor window) {

  /** What the closed cases of a revision have counted. */
  public Tally tally(Board board) {
    return Tally.of(board, casebook.all());
  }

  /** The name of a board revision, or its id where its file is missing. */
  public String boardName(String boardId) {
    return boards.find(boardId).map(b -> b.identity().shortName()).orElse(boardId);
  }
}
