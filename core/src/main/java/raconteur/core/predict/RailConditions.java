package raconteur.core.predict;

import java.util.HashSet;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.judge.RailResistance;
import raconteur.core.judge.RailRipple;
import raconteur.core.judge.RailVoltage;

/** Sorts faults and meter readings by what they mean for one rail. */
final class RailConditions {
  private final Board board;
  private final Rail rail;
  private final Set<String> smoothing;
  private final Set<String> makers = new HashSet<>();

  /** Its own net, and those of the rails it is made from. */
  private final Set<String> nets = new HashSet<>();

  /** It, and what hangs on it through fuses, coils, switches and plugs alone. */
  private final Set<String> carried = new HashSet<>();

  RailConditions(Board board, Rail rail) {
    this.board = board;
    this.rail = rail;
    carry(rail);
    this.smoothing = Set.copyOf(RailRipple.of(board, rail).smoothedBy());
    Set<String> seen = new HashSet<>();
    Rail at = rail;
    while (seen.add(at.name())) {
      makers.addAll(at.madeBy());
      nets.add(at.net());
      at = board.rail(at.from()).orElse(at);
    }
    board.parts().stream()
        .filter(part -> Supplies.feedsAll(board, part) && !isBehind(part))
        .map(Part::designator)
        .forEach(makers::add);
  }

  /** Whether it is known to make what comes after this rail, and so not the rail itself. */
  private boolean isBehind(Part part) {
    return board.supplies().stream()
        .filter(r -> r.madeBy().contains(part.designator()))
        .anyMatch(r -> comesFrom(r, rail));
  }

  private boolean comesFrom(Rail later, Rail earlier) {
    Set<String> seen = new HashSet<>();
    Rail at = later;
    while (seen.add(at.name())) {
      if (at.from().equals(earlier.name())) {
        return true;
      }
      at = board.rail(at.from()).orElse(at);
    }
    return false;
  }

  /** What loads a line behind a fuse or a switch loads the line in front of it. */
  private void carry(Rail here) {
    if (!carried.add(here.name())) {
      return;
    }
    board.supplies().stream()
        .filter(r -> r.from().equals(here.name()))
        .filter(r -> r.madeBy().stream().allMatch(this::passesBothWays))
        .forEach(this::carry);
  }

  private boolean passesBothWays(String maker) {
    return board
        .part(maker)
        .map(Part::device)
        .filter(d -> d.isSeries() || d.isKey() || d.isContact())
        .isPresent();
  }

  /** How the rail's voltage stands under a fault. */
  String underVoltage(Fault fault) {
    return switch (fault.place()) {
      case Place.OfPart place when makers.contains(place.part()) -> "gone";
      case Place.Contact(PinRef pin) when feeds(pin) -> "gone";
      case Place.OfPart place when fault.mode() == FaultMode.DEAD && smooths(place.part()) -> "dry";
      case Place.Load place when carried.contains(place.rail()) ->
          fault.mode() == FaultMode.SHORTED ? "shorted" : "loaded";
      case Place.Bridge place when touches(place) -> isGround(place) ? "poor" : "pulled";
      case Place.Inside place when touches(place.asBridge()) ->
          isGround(place.asBridge()) ? "poor" : "pulled";
      case Place.OfPart _,
          Place.Load _,
          Place.Output _,
          Place.Input _,
          Place.Segment _,
          Place.Contact _,
          Place.Joints _,
          Place.FittedSet _,
          Place.Inside _,
          Place.Bridge _ ->
          "good";
    };
  }

  private boolean feeds(PinRef pin) {
    return makers.contains(pin.part())
        && board.netOf(pin).filter(net -> nets.contains(net.name())).isPresent();
  }

  /** Whether a capacitor smooths the rail; where no net says so, one of the supply may. */
  private boolean smooths(String part) {
    return smoothing.contains(part)
        || board
            .part(part)
            .filter(p -> p.device().isElectrolytic() && p.block().equals("power"))
            .filter(p -> p.pins().stream().allMatch(pin -> board.netOf(pin).isEmpty()))
            .isPresent();
  }

  /** How the rail's resistance to ground stands under a fault. */
  String underResistance(Fault fault) {
    boolean loads =
        switch (fault.place()) {
          case Place.Load place -> carried.contains(place.rail());
          case Place.Bridge place -> touches(place);
          case Place.Inside place -> touches(place.asBridge());
          case Place.OfPart _,
              Place.Output _,
              Place.Input _,
              Place.Segment _,
              Place.Joints _,
              Place.FittedSet _,
              Place.Contact _ ->
              false;
        };
    return loads ? "loaded" : "healthy";
  }

  private boolean touches(Place.Bridge bridge) {
    return bridge.netOne().equals(rail.net()) || bridge.netOther().equals(rail.net());
  }

  private boolean isGround(Place.Bridge bridge) {
    return bridge.netOne().equals(board.ground()) || bridge.netOther().equals(board.ground());
  }

  /** How much the board takes from the rail under a fault. */
  String underCurrent(Fault fault) {
    return switch (underVoltage(fault)) {
      case "gone" -> "gone";
      case "loaded", "poor", "pulled", "shorted" -> "loaded";
      default -> "healthy";
    };
  }

  /** The voltage of a reading that is one. */
  static double volts(Finding reading) {
    return switch (reading) {
      case Finding.RailVolts t -> t.volts();
      case Finding.FarVolts t -> t.volts();
      case Finding.DummyVolts t -> t.volts();
      case Finding other -> throw new IllegalArgumentException("no voltage: " + other);
    };
  }

  String voltageOutcome(double volts) {
    return switch (RailVoltage.of(rail, volts)) {
      case ABSENT -> "absent";
      case WRONG_SIGN -> "wrong sign";
      case GOOD -> "good";
      case LOW ->
          RailVoltage.works(rail, volts)
              ? "sags"
              : RailVoltage.isCollapsed(rail, volts) ? "collapsed" : "low";
      // In front of a switch or a fuse nobody wrote down what there is: more will do as well.
      case HIGH -> board.rails().contains(rail) ? "high" : "good";
    };
  }

  String resistanceOutcome(double ohms) {
    if (Double.isInfinite(ohms)) {
      return "open";
    }
    return RailResistance.isLow(rail, ohms) ? "low" : "as expected";
  }
}
