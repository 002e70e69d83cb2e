package raconteur.core.bench;

import java.util.Arrays;
import java.util.Set;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Mend;

/** What mends do to planted faults. */
final class MendEffect {
  private MendEffect() {}

  /** Whether a mend takes a fault away: the same mends do that the engine believes to. */
  static boolean cured(PlantedFault planted, Mend mend, Board board) {
    Place place = SimulatedBoard.placeOf(planted);
    return switch (mend) {
      case Mend.OfPart(String part, Mend.PartAction action) ->
          switch (action) {
            case REPLACED ->
                place.equals(new Place.OfPart(part)) || contactOf(planted, part, board);
            case REFLOWED -> isOpenAt(planted, part);
            case RESEATED, CLEANED ->
                contactOf(planted, part, board)
                    || (place.equals(new Place.OfPart(part)) && isConnector(part, board));
          };
      case Mend.OfSet set ->
          place.mendable() instanceof Place.OfPart(String part) && set.parts().contains(part);
      case Mend.Reflowed(var pin) ->
          place.equals(new Place.Contact(pin))
              || (place instanceof Place.Segment s && (s.from().equals(pin) || s.to().equals(pin)));
      case Mend.Wired(var from, var to) ->
          place.equals(new Place.Contact(from))
              || place.equals(new Place.Contact(to))
              || (place instanceof Place.Segment s
                  && board
                      .net(s.net())
                      .filter(
                          n ->
                              between(
                                  n.path().indexOf(from),
                                  n.path().indexOf(to),
                                  n.path().indexOf(s.from())))
                      .isPresent());
      // Where two nets touch no reading tells: who knows which two looks along both.
      case Mend.Parted(var one, var other) ->
          place instanceof Place.Bridge b
              && netsOf(board, one, other).equals(Set.of(b.netOne(), b.netOther()));
    };
  }

  private static Set<String> netsOf(Board board, PinRef... pins) {
    return Arrays.stream(pins)
        .flatMap(pin -> board.netOf(pin).stream())
        .map(Net::name)
        .collect(Collectors.toSet());
  }

  private static boolean isConnector(String part, Board board) {
    return board.part(part).filter(p -> p.device().isContact()).isPresent();
  }

  private static boolean between(int one, int other, int segment) {
    return one >= 0
        && other >= 0
        && segment >= Math.min(one, other)
        && segment < Math.max(one, other);
  }

  private static boolean isAt(Place place, String part) {
    return switch (place) {
      case Place.Segment s -> s.from().part().equals(part) || s.to().part().equals(part);
      case Place.Contact c -> c.pin().part().equals(part);
      case Place.Joints joints -> joints.part().equals(part);
      case Place other -> false;
    };
  }

  /** An open at one of a part's pins. */
  private static boolean isOpenAt(PlantedFault planted, String part) {
    return planted.wrong() instanceof PlantedFault.Known(Fault fault)
        && fault.mode() == FaultMode.OPEN
        && isAt(fault.place(), part);
  }

  /** An open at a socketed part's own contact. */
  private static boolean contactOf(PlantedFault planted, String part, Board board) {
    return isOpenAt(planted, part) && board.part(part).filter(Part::socketed).isPresent();
  }
}
