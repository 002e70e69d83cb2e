package raconteur.desktop.app;

import java.util.List;
import java.util.concurrent.Executor;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.store.Casebook;
import raconteur.core.board.Board;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;
import raconteur.core.odds.SiblingHistory;
import raconteur.core.odds.Tally;
import raconteur.core.story.Case;

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

  /** What bears on a revision: its own counts, and those of its siblings at a discount. */
  public History history(Board board) {
    List<Case> cases = casebook.all();
    return new SiblingHistory(
        board,
        Tally.of(board, cases),
        boards.siblings(board).stream()
            .map(s -> new SiblingHistory.Counted(s, Tally.of(s, cases)))
            .toList(),
        Priors.shipped().siblingDiscount());
  }

  /** The name of a board revision, or its id where its file is missing. */
  public String boardName(String boardId) {
    return boards.find(boardId).map(b -> b.identity().shortName()).orElse(boardId);
  }
}
