package raconteur.desktop.simulate;

import java.util.List;
import java.util.stream.Stream;
import raconteur.casebook.store.Outcome;
import raconteur.core.bench.BenchSetUp;
import raconteur.core.bench.FaultDraw;
import raconteur.core.bench.PlantedFault;
import raconteur.core.bench.SimulatedBoard;
import raconteur.core.board.Board;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Mend;
import raconteur.core.story.Case;
import raconteur.core.story.Telling;
import raconteur.desktop.app.Workshop;

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
      case Outcome.Done<Case> _ ->
          switch (workshop
              .casebook()
              .keepSetting(Workshop.simulation(number), Long.toString(seed))) {
            case Outcome.Failed<String> failed -> new Outcome.Failed<>(failed.sentence());
            case Outcome.Done<String> _ -> new Outcome.Done<>(number);
          };
    };
  }

  /** The board as it is now: as it came, after every mend of the story. */
  static SimulatedBoard asMended(SimulatedBoard fresh, long seed, Telling telling) {
    Board board = fresh.board();
    SimulatedBoard now = fresh.with(FaultDraw.draw(board, FaultDraw.usualCount(seed), seed));
    for (Telling.DatedMend mend : telling.mends()) {
      now = now.with(now.faults().stream().filter(f -> !cured(f, mend.mend(), board)).toList());
    }
    return now;
  }

  /** Whether a mend takes a fault away: the same mends do that the engine believes to. */
  private static boolean cured(PlantedFault planted, Mend mend, Board board) {
    Place place = SimulatedBoard.placeOf(planted);
    return switch (mend) {
      case Mend.OfPart(String part, Mend.PartAction action) ->
          switch (action) {
            case REPLACED ->
                place.equals(new Place.OfPart(part)) || contactOf(planted, part, board);
            case RESEATED, CLEANED -> contactOf(planted, part, board);
          };
      case Mend.Reflowed(var pin) ->
          place instanceof Place.Segment s && (s.from().equals(pin) || s.to().equals(pin));
      case Mend.Wired(var from, var to) ->
          place instanceof Place.Segment s
              && board
                  .net(s.net())
                  .filter(
                      n ->
                          between(
                              n.path().indexOf(from),
                              n.path().indexOf(to),
                              n.path().indexOf(s.from())))
                  .isPresent();
      case Mend.Parted(var one, var other) ->
          place instanceof Place.Bridge b
              && ((b.one().equals(one) && b.other().equals(other))
                  || (b.one().equals(other) && b.other().equals(one)));
    };
  }

  private static boolean between(int one, int other, int segment) {
    return one >= 0
        && other >= 0
        && segment >= Math.min(one, other)
        && segment < Math.max(one, other);
  }

  /** An open at a socketed part's own contact. */
  private static boolean contactOf(PlantedFault planted, String part, Board board) {
    return planted.wrong() instanceof PlantedFault.Known(Fault fault)
        && fault.mode() == FaultMode.OPEN
        && fault.place() instanceof Place.Segment s
        && (s.from().part().equals(part) || s.to().part().equals(part))
        && board.part(part).filter(p -> p.socketed()).isPresent();
  }
}
