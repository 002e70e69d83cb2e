package raconteur.core.diagnose;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.Place;

/**
 * What is shown as one suspect: a part or bridge by itself, or neighbouring segments of one net
 * that no finding tells apart, as one stretch of track from its first pin to its last. The contacts
 * of one socket are one as long as none of them stands out: one seating mends them all.
 *
 * @param place what is shown
 * @param places the mendable places it stands for, by index
 * @param faults the faults at those places, by index
 */
record Stretch(Place place, List<Integer> places, List<Integer> faults) {

  /** All stretches of a board under the given findings; linear in faults and findings. */
  static List<Stretch> all(FaultCatalogue catalogue, List<EvidenceColumn<?>> columns) {
    List<List<Integer>> byPlace = new ArrayList<>();
    catalogue.places().forEach(place -> byPlace.add(new ArrayList<>()));
    for (int i = 0; i < catalogue.faults().size(); i++) {
      byPlace.get(catalogue.placeOf(i)).add(i);
    }
    List<Stretch> all = new ArrayList<>();
    for (int i = 0; i < byPlace.size(); i++) {
      join(all, new Stretch(catalogue.places().get(i), List.of(i), byPlace.get(i)), columns);
    }
    return all;
  }

  /** How much of its socket's suspicion one contact has to have to be shown by itself. */
  private static final double STANDS_OUT = 0.4;

  /**
   * The same with the contacts of a socket as one.
   *
   * @param now how likely each is at fault
   */
  static List<Stretch> bySocket(
      List<Stretch> stretches, Board board, ToDoubleFunction<Stretch> now) {
    Map<String, List<Stretch>> bySocket = new LinkedHashMap<>();
    for (Stretch each : stretches) {
      if (each.place() instanceof Place.Contact(PinRef pin)
          && board.part(pin.part()).filter(Part::socketed).isPresent()) {
        bySocket.computeIfAbsent(pin.part(), _ -> new ArrayList<>()).add(each);
      }
    }
    List<Stretch> all = new ArrayList<>(stretches);
    bySocket.forEach(
        (part, contacts) -> {
          double sum = contacts.stream().mapToDouble(now).sum();
          double most = contacts.stream().mapToDouble(now).max().orElse(0);
          if (contacts.size() > 1 && most < STANDS_OUT * sum) {
            all.removeAll(contacts);
            all.add(
                new Stretch(
                    new Place.Joints(part),
                    contacts.stream().flatMap(c -> c.places().stream()).toList(),
                    contacts.stream().flatMap(c -> c.faults().stream()).toList()));
          }
        });
    return all;
  }

  /** Adds a stretch, or lengthens the last one by it. */
  private static void join(List<Stretch> all, Stretch next, List<EvidenceColumn<?>> columns) {
    if (!all.isEmpty()
        && all.getLast().place() instanceof Place.Segment before
        && next.place() instanceof Place.Segment after
        && before.to().equals(after.from())
        && alike(all.getLast(), next, columns)) {
      Stretch last = all.removeLast();
      List<Integer> places = new ArrayList<>(last.places());
      places.addAll(next.places());
      List<Integer> faults = new ArrayList<>(last.faults());
      faults.addAll(next.faults());
      all.add(
          new Stretch(new Place.Segment(before.net(), before.from(), after.to()), places, faults));
    } else {
      all.add(next);
    }
  }

  private static boolean alike(Stretch one, Stretch other, List<EvidenceColumn<?>> columns) {
    return !columns.isEmpty()
        && columns.stream()
            .allMatch(
                c -> c.effectOf(one.faults().getFirst()) == c.effectOf(other.faults().getFirst()));
  }
}
