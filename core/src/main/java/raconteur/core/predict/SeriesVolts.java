package raconteur.core.predict;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Device;
import raconteur.core.fault.Fault;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling.DatedFinding;

/**
 * Volts in front of a fuse or a link and none behind it, where nobody called what it feeds a rail:
 * 43 V at one leg of a fuse and nothing at the other. Read from the rows of rail volts.
 *
 * @param part what the supply comes through; empty for the reading in front of it, which says
 *     nothing by itself
 */
record SeriesVolts(Moment moment, String part) {
  /** Less is no supply, and more is one. */
  private static final double NOTHING_BELOW = 0.5;

  private static final double A_SUPPLY_FROM = 2;

  /** Whether a reading is of that kind, by what was told in the same state of the board. */
  static Optional<SeriesVolts> of(Board board, DatedFinding read, List<DatedFinding> told) {
    if (!(read.finding() instanceof Finding.PinVolts volts)) {
      return Optional.empty();
    }
    if (isInFront(board, volts)) {
      return Optional.of(new SeriesVolts(read.moment().state(), ""));
    }
    if (Math.max(Math.abs(volts.lowest()), Math.abs(volts.highest())) >= NOTHING_BELOW) {
      return Optional.empty();
    }
    return board.parts().stream()
        .filter(p -> p.fitted() && passesAlways(p.device()))
        .filter(p -> isAcross(board, p, volts.pin(), read, told))
        .findFirst()
        .map(p -> new SeriesVolts(read.moment().state(), p.designator()));
  }

  /** Volts of a supply at a fuse that nothing on the board drives: no level of logic. */
  private static boolean isInFront(Board board, Finding.PinVolts volts) {
    List<PinRef> line = board.netOf(volts.pin()).map(Net::path).orElse(List.of(volts.pin()));
    return Math.abs(volts.lowest()) >= A_SUPPLY_FROM
        && line.stream().noneMatch(pin -> board.kind(pin).drives())
        && line.stream()
            .flatMap(pin -> board.part(pin.part()).stream())
            .anyMatch(p -> passesAlways(p.device()));
  }

  /** A coil may be pulled down behind, and a switch be open, by intent. */
  private static boolean passesAlways(Device device) {
    return device.isSeries()
        && !device.name().contains("coil")
        && !device.name().contains("inductor");
  }

  private static boolean isAcross(
      Board board, Part part, PinRef here, DatedFinding read, List<DatedFinding> told) {
    List<PinRef> legs = part.pins();
    Optional<PinRef> near = legs.stream().filter(leg -> together(board, leg, here)).findFirst();
    return near.isPresent()
        && told.stream()
            .filter(other -> Lines.sameState(other.moment(), read.moment()))
            .map(DatedFinding::finding)
            .filter(Finding.PinVolts.class::isInstance)
            .map(Finding.PinVolts.class::cast)
            .filter(other -> Math.abs(other.lowest()) >= A_SUPPLY_FROM)
            .anyMatch(
                other ->
                    legs.stream()
                        .filter(leg -> !leg.equals(near.get()))
                        .anyMatch(leg -> together(board, leg, other.pin())));
  }

  private static boolean together(Board board, PinRef one, PinRef other) {
    Optional<Net> net = board.netOf(one);
    return one.equals(other)
        || (net.isPresent() && board.netOf(other).equals(net) && !board.isSupply(net.get().name()));
  }

  TestModel<?> model(Readings readings, Finding read) {
    if (part.isEmpty()) {
      return new NoModel(read);
    }
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("absent", read);
    return new ConditionModel(
        readings,
        "rail volts",
        List.of("good", "gone"),
        fault -> isInTheWay(fault) ? "gone" : "good",
        _ -> "absent",
        outcomes);
  }

  private boolean isInTheWay(Fault fault) {
    return switch (fault.place()) {
      case Place.OfPart place -> place.part().equals(part);
      case Place.Joints place -> place.part().equals(part);
      case Place.Contact place -> place.pin().part().equals(part);
      case Place.Segment place ->
          place.from().part().equals(part) || place.to().part().equals(part);
      case Place.Load _,
          Place.Output _,
          Place.Input _,
          Place.FittedSet _,
          Place.Inside _,
          Place.Bridge _ ->
          false;
    };
  }
}
