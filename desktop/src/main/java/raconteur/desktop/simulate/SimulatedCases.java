package raconteur.desktop.simulate;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import raconteur.casebook.store.Outcome;
import raconteur.core.bench.BenchSetUp;
import raconteur.core.bench.FaultDraw;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.Board;
import raconteur.core.contest.Bench;
import raconteur.core.contest.Contest;
import raconteur.core.data.Loaded;
import raconteur.core.finding.Bookkeeping;
import raconteur.core.practice.Deal;
import raconteur.core.practice.DealFile;
import raconteur.core.practice.Level;
import raconteur.core.practice.OddsShown;
import raconteur.core.practice.SameDice;
import raconteur.core.story.Case;
import raconteur.core.story.Entry;
import raconteur.core.story.Telling;
import raconteur.desktop.workshop.Workshop;

/**
 * Cases whose board is simulated. The casebook keeps what was dealt beside the case, so that
 * nothing on screen or in an exported case gives it away and nothing that is learnt later changes
 * it.
 */
public final class SimulatedCases {
  private final Workshop workshop;

  public SimulatedCases(Workshop workshop) {
    this.workshop = workshop;
  }

  /**
   * The boards that can be dealt: all that have parts. Where one runs no program its processor
   * counts; where it cannot do that either, the engine's own models say what a reading shows.
   */
  public List<Board> boards() {
    return workshop.boards().boards().stream().filter(board -> !board.parts().isEmpty()).toList();
  }

  /** Whether a board can be switched on and watched. */
  public static boolean runs(Board board) {
    return BenchSetUp.of(board).screen().isPresent();
  }

  /**
   * Where readings of a board come from: its program running, its processor counting, or, where
   * neither can be, the models.
   */
  public static Contest.From from(Board board) {
    if (runs(board)) {
      return Contest.From.RUNNING;
    }
    return Bench.whyNotCounting(board).isEmpty() ? Contest.From.COUNTING : Contest.From.MODELS;
  }

  /** Where the readings of a case come from that was begun with {@link #begin}. */
  public static Contest.From from(Board board, Telling told) {
    if (runs(board)) {
      return Contest.From.RUNNING;
    }
    // A case that was begun before boards ran free answers as it did then.
    boolean counts = !told.said(Bookkeeping.FreeRun.class).isEmpty();
    return counts ? Contest.From.COUNTING : Contest.From.MODELS;
  }

  /** What takes readings on a board with known faults. */
  public static Bench bench(Board board, Contest.From from, long seed) {
    return new SameDice(Bench.of(new SimulatedBoard(board), from, seed), seed);
  }

  /**
   * Puts a dealt board on the bench.
   *
   * @param complaint what is said of it
   * @param opening lines the story begins with
   * @return the number of its case, or a sentence why not
   */
  public Outcome<Integer> begin(Board board, Deal deal, String complaint, List<String> opening) {
    int number = workshop.casebook().nextNumber();
    String who = deal.person().isEmpty() ? "Practice bench" : "Practice: " + deal.person();
    switch (workshop.casebook().create(number, board.identity().id(), who, complaint)) {
      case Outcome.Failed<Case> failed -> {
        return new Outcome.Failed<>(failed.sentence());
      }
      case Outcome.Done<Case> _ -> {}
    }
    String refusal = workshop.settings().keepSimulationSeed(number, deal.seed());
    if (refusal.isEmpty()) {
      refusal = workshop.settings().keepDeal(number, DealFile.write(deal));
    }
    List<String> lines = new ArrayList<>(opening);
    if (from(board) == Contest.From.COUNTING) {
      // Whoever reads the story knows then how it was read.
      lines.addFirst(new Bookkeeping.FreeRun(true).line());
    }
    for (String line : lines) {
      if (refusal.isEmpty()) {
        refusal =
            switch (workshop.casebook().append(number, line)) {
              case Outcome.Failed<Entry> failed -> failed.sentence();
              case Outcome.Done<Entry> _ -> "";
            };
      }
    }
    return refusal.isEmpty() ? new Outcome.Done<>(number) : new Outcome.Failed<>(refusal);
  }

  /** What was dealt for a case; empty for a case of a real board. */
  public Optional<Deal> deal(int caseNumber, Board board) {
    Optional<Deal> kept =
        workshop
            .settings()
            .deal(caseNumber)
            .flatMap(
                text ->
                    DealFile.read(board, text) instanceof Loaded.Ok<Deal>(Deal deal)
                        ? Optional.of(deal)
                        : Optional.empty());
    return kept.or(() -> workshop.settings().simulationSeed(caseNumber).map(s -> drawn(board, s)));
  }

  /**
   * A deal of one to three faults that hangs on its seed alone: so were the cases dealt that were
   * begun before deals were kept.
   */
  public static Deal drawn(Board board, long seed) {
    return new Deal(
        "",
        Level.USUAL,
        "",
        OddsShown.SHOWN,
        seed,
        FaultDraw.draw(board, FaultDraw.usualCount(seed), seed),
        0,
        0);
  }

  /** Keeps that one more hint was taken; the deal as it is now. */
  public Deal hinted(int caseNumber, Deal deal) {
    Deal now = deal.hinted();
    return workshop.settings().keepDeal(caseNumber, DealFile.write(now)).isEmpty() ? now : deal;
  }
}
