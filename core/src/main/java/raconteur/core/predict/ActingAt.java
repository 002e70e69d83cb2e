package raconteur.core.predict;

import java.util.Set;
import java.util.function.Predicate;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Fault;
import raconteur.core.fault.Place;

/**
 * Whether a fault acts between a pin and what lies in front of it. Asked of every fault at many
 * pins, so what the board says of the pin is looked up once.
 *
 * @param net the name of its net, empty where it is joined to nothing
 * @param output whether it drives
 * @param fedBy the regulators its part is supplied from
 * @param behind the inputs of its own part that it follows
 */
record ActingAt(PinRef pin, String net, boolean output, Set<String> fedBy, Set<PinRef> behind)
    implements Predicate<Fault> {

  ActingAt {
    fedBy = Set.copyOf(fedBy);
    behind = Set.copyOf(behind);
  }

  @Override
  public boolean test(Fault fault) {
    return switch (fault.place()) {
      case Place.Segment place -> place.net().equals(net);
      case Place.Contact place -> place.pin().equals(pin);
      case Place.Bridge place -> place.netOne().equals(net) || place.netOther().equals(net);
      case Place.Inside place -> place.netOne().equals(net) || place.netOther().equals(net);
      case Place.FittedSet place -> output && place.parts().contains(pin.part());
      case Place.Joints place -> place.part().equals(pin.part());
      case Place.Output place -> output && place.pin().equals(pin);
      case Place.OfPart place ->
          output && (place.part().equals(pin.part()) || fedBy.contains(place.part()));
      case Place.Input place -> output && behind.contains(place.pin());
      case Place.Load _ -> false;
    };
  }
}
