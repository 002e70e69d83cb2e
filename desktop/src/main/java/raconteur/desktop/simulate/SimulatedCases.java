package raconteur.desktop.simulate;

import java.util.List;
import java.util.stream.Stream;
import raconteur.casebook.store.Outcome;
import raconteur.core.bench.BenchSetUp;
import raconteur.core.bench.FaultDraw;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.Board;
import raconteur.core.story.Case;
import raconteur.core.story.Telling;
import raconteur.desktop.workshop.Workshop;

/**
 * Cases whose board is simulated. The casebook keeps the seed; the faults follow from it and from
 * the mends of the story, so that nothing on screen or in an exported case gives them away.
 */
public final class SimulatedCases {
  private final Workshop workshop;

  public SimulatedCases(Workshop workshop) {
    this.workshop = workshop;
  }

  /** The boards that can be simulated with a screen and a cartridge. */
  public List<Board> boards() {
    return Stream.of("quillon-kittiwake-b", "quillon-kittiwake-d")
        .flatMap(id -> workshop.boards().find(id).stream())
        .filter(b -> BenchSetUp.of(b).screen().isPresent())
        .toList();
  }

  /** Puts a simulated board on the bench; the number of its case, or a sentence why not. */
  public Outcome<Integer> begin(Board board, long seed) {
    int number = workshop.casebook().nextNumber();
    return switch (workshop
        .casebook()
        .create(
            number,
            board.identity().id(),
            "Practice bench",
            "Simulated board: not known to work")) {
      case Outcome.Failed<Case> failed -> new Outcome.Failed<>(failed.sentence());
      case Outcome.Done<Case> _ -> {
        String refusal = workshop.settings().keepSimulationSeed(number, seed);
        yield refusal.isEmpty() ? new Outcome.Done<>(number) : new Outcome.Failed<>(refusal);
      }
    };
  }

  /** The board as it is now: as it came, after every mend of the story. */
  static SimulatedBoard asMended(SimulatedBoard fresh, long seed, Telling telling) {
    Board board = fresh.board();
    SimulatedBoard now = fresh.with(FaultDraw.draw(board, FaultDraw.usualCount(seed), seed));
    for (Telling.DatedMend mend : telling.mends()) {
      now = now.after(mend.mend());
    }
    return now;
  }
}
