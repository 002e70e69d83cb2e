package raconteur.core.predict;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/**
 * Whether what comes or goes by one contact works: its way is the line it is on, on through coils,
 * resistors and capacitors, to the part that reads or drives it. What lies beside that way says
 * nothing: dead keys do not accuse the serial line.
 */
record WayModel(Board board, Readings readings) {
  private static final int LONGEST_WAY = 4;

  TestModel<?> of(Finding.PinFunction test) {
    Way way = way(test.pin());
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("good", new Finding.PinFunction(test.pin(), true));
    outcomes.put("bad", new Finding.PinFunction(test.pin(), false));
    return new ConditionModel(
        readings,
        "function",
        List.of("good", "bad", "stopped"),
        fault -> under(fault, way),
        found -> ((Finding.PinFunction) found).works() ? "good" : "bad",
        outcomes);
  }

  /** The lines, the pins on them and the parts at their ends. */
  private record Way(Set<String> nets, Set<PinRef> pins, Set<String> parts) {}

  private Way way(PinRef from) {
    Set<String> nets = new HashSet<>();
    Set<PinRef> pins = new HashSet<>();
    Set<String> parts = new HashSet<>(Set.of(from.part()));
    Deque<PinRef> open = new ArrayDeque<>(List.of(from));
    while (!open.isEmpty() && nets.size() < LONGEST_WAY) {
      Optional<Net> net = board.netOf(open.removeFirst());
      if (net.isEmpty() || board.isSupply(net.get().name()) || !nets.add(net.get().name())) {
        continue;
      }
      for (PinRef pin : net.get().path()) {
        pins.add(pin);
        parts.add(pin.part());
        Part part = board.part(pin.part()).orElseThrow();
        if (part.pins().size() == 2) {
          part.pins().stream().filter(other -> !other.equals(pin)).forEach(open::add);
        }
      }
    }
    pins.add(from);
    return new Way(nets, pins, parts);
  }

  private String under(Fault fault, Way way) {
    if (fault.mode() == FaultMode.LEAKS) {
      return "good";
    }
    boolean onIt =
        switch (fault.place()) {
          case Place.OfPart whole -> way.parts().contains(whole.part());
          case Place.Load load -> way.parts().contains(load.part());
          case Place.FittedSet set -> set.parts().stream().anyMatch(way.parts()::contains);
          case Place.Joints joints -> way.parts().contains(joints.part());
          case Place.Output output -> way.pins().contains(output.pin());
          case Place.Input input -> way.pins().contains(input.pin());
          case Place.Contact contact -> way.pins().contains(contact.pin());
          case Place.Segment segment -> way.nets().contains(segment.net());
          case Place.Bridge bridge ->
              way.nets().contains(bridge.netOne()) || way.nets().contains(bridge.netOther());
          case Place.Inside inside ->
              way.nets().contains(inside.netOne()) || way.nets().contains(inside.netOther());
        };
    return onIt ? "bad" : "good";
  }
}
