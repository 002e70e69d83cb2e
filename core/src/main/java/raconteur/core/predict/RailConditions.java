package raconteur.core.predict;

import java.util.HashSet;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Rail;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;

/** Sorts faults and meter readings by what they mean for one rail. */
final class RailConditions {
  private final Board board;
  private final Readings readings;
  private final Rail rail;
  private final Set<String> makers = new HashSet<>();

  RailConditions(Board board, Readings readings, Rail rail) {
    this.board = board;
    this.readings = readings;
    this.rail = rail;
    Set<String> seen = new HashSet<>();
    Rail at = rail;
    while (seen.add(at.name())) {
      makers.addAll(at.madeBy());
      at = board.rail(at.from()).orElse(at);
    }
  }

  /** How the rail's voltage stands under a fault. */
  String underVoltage(Fault fault) {
    return switch (fault.place()) {
      case Place.OfPart place when makers.contains(place.part()) -> "gone";
      case Place.Load place when place.rail().equals(rail.name()) -> "loaded";
      case Place.Bridge place when touches(place) -> isGround(place) ? "loaded" : "pulled";
      case Place.OfPart _, Place.Load _, Place.Output _, Place.Segment _, Place.Bridge _ -> "good";
    };
  }

  /** How the rail's resistance to ground stands under a fault. */
  String underResistance(Fault fault) {
    boolean loads =
        switch (fault.place()) {
          case Place.Load place -> place.rail().equals(rail.name());
          case Place.Bridge place -> touches(place);
          case Place.OfPart _, Place.Output _, Place.Segment _ -> false;
        };
    return loads && (fault.mode() == FaultMode.LEAKS || fault.mode() == FaultMode.SHORT)
        ? "loaded"
        : "healthy";
  }

  private boolean touches(Place.Bridge bridge) {
    return bridge.netOne().equals(rail.net()) || bridge.netOther().equals(rail.net());
  }

  private boolean isGround(Place.Bridge bridge) {
    return bridge.netOne().equals(board.ground()) || bridge.netOther().equals(board.ground());
  }

  String voltageOutcome(double volts) {
    double absent = Math.abs(rail.volts()) * readings.limit("rail absent below share");
    if (Math.abs(volts) < absent) {
      return "absent";
    }
    if (volts * rail.volts() < 0) {
      return "wrong sign";
    }
    if (volts >= rail.lowestGoodVolts() && volts <= rail.highestGoodVolts()) {
      return "good";
    }
    return Math.abs(volts) < Math.abs(rail.volts()) ? "low" : "high";
  }

  String resistanceOutcome(double ohms) {
    if (Double.isInfinite(ohms)) {
      return "open";
    }
    boolean low =
        ohms
            < Math.min(
                rail.expectedOhms(),
                Math.max(
                    readings.limit("rail suspicious below ohms"),
                    rail.expectedOhms()
                        * readings.limit("rail suspicious below share of expected")));
    return low ? "low" : "as expected";
  }
}
