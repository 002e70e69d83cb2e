package raconteur.core.predict;

import java.util.List;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

/**
 * The order in which blocks must work: what fails early hides what fails late. The board names its
 * blocks in that order.
 */
final class StartOrder {
  private static final Set<String> NEEDED_BY_DEAD_TEST =
      Set.of("power", "clock", "reset", "cpu", "decode", "expansion");

  private static final String POWER = "power";

  private final Board board;
  private final List<String> blocks;

  StartOrder(Board board) {
    this.board = board;
    this.blocks = board.blocks();
  }

  /** The place of a block in the order, 0 for the first. */
  int stage(String block) {
    return blocks.indexOf(block);
  }

  String block(int stage) {
    return blocks.get(stage);
  }

  int stages() {
    return blocks.size();
  }

  boolean neededByDeadTest(String block) {
    return NEEDED_BY_DEAD_TEST.contains(block);
  }

  /** The block whose work a fault spoils. */
  String blockOf(Fault fault) {
    return switch (fault.place()) {
      case Place.OfPart place -> blockOf(place.part());
      case Place.Load place -> fault.mode() == FaultMode.SHORTED ? POWER : blockOf(place.part());
      case Place.Input place -> blockOf(place.pin().part());
      case Place.Output place -> blockOf(place.pin().part());
      case Place.Contact place -> blockOf(place.pin().part());
      case Place.Segment place -> later(place.from(), place.to());
      case Place.FittedSet place -> blockOf(place.parts().getFirst());
      case Place.Joints place -> blockOf(place.part());
      case Place.Inside place -> blockOf(place.one().part());
      case Place.Bridge place -> earlier(place.one(), place.other());
    };
  }

  private String blockOf(String part) {
    return board.part(part).map(Part::block).orElse("");
  }

  /** A cut spoils what hangs behind it, and that is the block that comes later. */
  private String later(PinRef one, PinRef other) {
    String a = blockOf(one.part());
    String b = blockOf(other.part());
    return stage(a) >= stage(b) ? a : b;
  }

  private String earlier(PinRef one, PinRef other) {
    String a = blockOf(one.part());
    String b = blockOf(other.part());
    return stage(a) <= stage(b) ? a : b;
  }
}
