package raconteur.desktop.workshop;

import java.util.List;
import java.util.Set;
import java.util.concurrent.Executor;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.OtherShops;
import raconteur.casebook.store.StockRoom;
import raconteur.core.board.Board;
import raconteur.core.fault.History;
import raconteur.core.fault.Priors;
import raconteur.core.odds.CountedCase;
import raconteur.core.odds.SiblingHistory;
import raconteur.core.odds.SimilarStories;
import raconteur.core.odds.Tally;
import raconteur.core.stock.Stock;
import raconteur.core.story.Case;

/**
 * What all presenters work with.
 *
 * @param worker runs long work away from the window
 * @param files reads files that come in and writes copies, beside the worker, several at a time
 * @param instruments runs the instruments of simulated boards, beside the worker
 * @param window runs what changes the window
 * @param settings what the shop has set
 * @param photographs the boards' photographs for all maps
 */
public record Workshop(
    Casebook casebook,
    BoardShelf boards,
    Executor worker,
    Executor files,
    Executor instruments,
    Executor window,
    Settings settings,
    Photographs photographs) {

  public Workshop(
      Casebook casebook,
      BoardShelf boards,
      Executor worker,
      Executor files,
      Executor instruments,
      Executor window) {
    this(
        casebook,
        boards,
        worker,
        files,
        instruments,
        window,
        new Settings(casebook),
        new Photographs(casebook, files, window));
  }

  /** What the closed cases of a revision have counted. */
  public Tally tally(Board board) {
    return Tally.ofCounted(board, counted(board));
  }

  /** What counts for a revision: this shop's closed cases and what other shops gave. */
  public List<CountedCase> counted(Board board) {
    return counted(board, realCases(Set.of(board)));
  }

  private List<CountedCase> counted(Board board, List<Case> cases) {
    return Stream.concat(
            CountedCase.of(board, cases).stream(),
            new OtherShops(casebook).of(board.identity().id()).stream())
        .toList();
  }

  /** This shop's closed cases of a revision, the simulated ones left out. */
  public List<Case> closed(Board board) {
    return realCases(Set.of(board));
  }

  /** Everything in the stockroom. */
  public Stock stock() {
    return new StockRoom(casebook).stock();
  }

  /** Simulated boards teach nothing about real ones: they are not counted. */
  private List<Case> realCases(Set<Board> of) {
    Set<String> ids = of.stream().map(b -> b.identity().id()).collect(Collectors.toSet());
    return casebook.stories(
        header ->
            ids.contains(header.boardId())
                && header.state().closed()
                && settings.simulationSeed(header.number()).isEmpty());
  }

  private Set<Board> withSiblings(Board board) {
    return Stream.concat(Stream.of(board), boards.siblings(board).stream())
        .collect(Collectors.toSet());
  }

  /** Closed cases of a revision and of its siblings, to be looked through for likenesses. */
  public List<SimilarStories.Earlier> earlier(Board board) {
    List<Case> cases = realCases(withSiblings(board));
    return Stream.concat(Stream.of(board), boards.siblings(board).stream())
        .map(b -> new SimilarStories.Earlier(b, cases))
        .toList();
  }

  /** What bears on a revision: its own counts, and those of its siblings at a discount. */
  public History history(Board board) {
    List<Case> cases = realCases(withSiblings(board));
    return new SiblingHistory(
        board,
        Tally.ofCounted(board, counted(board, cases)),
        boards.siblings(board).stream()
            .map(s -> new SiblingHistory.Counted(s, Tally.ofCounted(s, counted(s, cases))))
            .toList(),
        Priors.shipped().siblingDiscount());
  }

  /** The name of a board revision, or its id where its file is missing. */
  public String boardName(String boardId) {
    return boards.find(boardId).map(b -> b.identity().shortName()).orElse(boardId);
  }
}
