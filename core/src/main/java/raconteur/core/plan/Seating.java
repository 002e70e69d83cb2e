package raconteur.core.plan;

import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.function.Predicate;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.diagnose.Hypothesis;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;

/**
 * What seating a socketed part again, or cleaning a connector, would end: all its contacts at once,
 * whichever is poor. It harms nothing, so it needs no culprit.
 */
final class Seating {
  private static final Priors.Copper COPPER = Priors.shipped().copper();

  /** What a soldered joint counts beside a contact (common practice, no source). */
  private static final double SOLDERED = 0.5;

  private final Board board;
  private final FaultCatalogue catalogue;

  Seating(Board board, FaultCatalogue catalogue) {
    this.board = board;
    this.catalogue = catalogue;
  }

  /**
   * A part to seat again.
   *
   * @param place what is mended so
   * @param chance that this ends a fault
   */
  record Seat(String part, Place place, double chance) {}

  /** The part whose contacts together are suspected most, of those that may be seated. */
  Optional<Seat> best(List<Hypothesis> hypotheses, Predicate<Seat> allowed) {
    Map<String, Double> chances = new TreeMap<>();
    Map<Integer, Map<String, Double>> cured = new HashMap<>();
    for (Hypothesis hypothesis : hypotheses) {
      Map<String, Double> here = new HashMap<>();
      for (int fault : hypothesis.faults()) {
        cured
            .computeIfAbsent(fault, f -> cured(catalogue.faults().get(f).place()))
            .forEach((part, share) -> here.merge(part, share, Math::max));
      }
      here.forEach(
          (part, share) -> chances.merge(part, share * hypothesis.probability(), Double::sum));
    }
    return chances.entrySet().stream()
        .map(e -> new Seat(e.getKey(), place(e.getKey()), e.getValue()))
        .filter(allowed)
        .max(Comparator.comparingDouble(Seat::chance));
  }

  private Place place(String part) {
    return isConnector(part) ? new Place.OfPart(part) : new Place.Joints(part);
  }

  /** By part: the chance that seating it ends a fault at a place. */
  private Map<String, Double> cured(Place place) {
    Map<String, Double> cured = new HashMap<>();
    switch (place) {
      case Place.Contact(PinRef pin) -> add(cured, pin.part(), 1);
      case Place.Joints(String part) -> add(cured, part, 1);
      case Place.OfPart(String part) when isConnector(part) -> add(cured, part, 1);
      // The contact at an end of a line cannot be told from the track to it.
      case Place.Segment s -> {
        double all = COPPER.tracks() + weight(s.from()) + weight(s.to());
        add(cured, s.from().part(), weight(s.from()) / all);
        add(cured, s.to().part(), weight(s.to()) / all);
      }
      case Place _ -> {}
    }
    return cured;
  }

  private void add(Map<String, Double> cured, String part, double share) {
    if (isConnector(part) || isSocketed(part)) {
      cured.merge(part, share, Double::sum);
    }
  }

  private boolean isConnector(String part) {
    return board.part(part).filter(p -> p.device().isContact()).isPresent();
  }

  private boolean isSocketed(String part) {
    return board.part(part).filter(Part::socketed).isPresent();
  }

  private double weight(PinRef pin) {
    String socket = board.part(pin.part()).map(Part::socket).orElse("");
    return socket.equals("single wipe")
        ? COPPER.poorSocketFactor()
        : socket.isEmpty() ? SOLDERED : 1;
  }
}
