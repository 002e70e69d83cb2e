package raconteur.core.predict;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.board.Board;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/** How faults come and go: by themselves, and when they are tapped, flexed, warmed or cooled. */
record WaverModels(Board board, Readings readings) {

  /** A fault that shows now and then is one that can. */
  TestModel<?> nowAndThen(Finding.ComesAndGoes told) {
    return new ConditionModel(
        readings,
        "now and then",
        List.of("steady", "wavers"),
        fault -> wavers(fault) ? "wavers" : "steady",
        _ -> "now and then",
        Map.of("now and then", told));
  }

  private boolean wavers(Fault fault) {
    return fault.mode().steadiness() != FaultMode.Steadiness.STEADY || isContactPart(fault);
  }

  TestModel<?> provoked(Finding.Provoked test) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("same", new Finding.Provoked(test.how(), test.part(), false));
    outcomes.put("changes", new Finding.Provoked(test.how(), test.part(), true));
    return new ConditionModel(
        readings,
        "provoked",
        List.of("steady", "perhaps", "gives"),
        fault -> gives(fault, test),
        found -> ((Finding.Provoked) found).changes() ? "changes" : "same",
        outcomes);
  }

  private String gives(Fault fault, Finding.Provoked test) {
    boolean heat = test.how() == Finding.Provocation.WARM || test.how() == Finding.Provocation.COLD;
    boolean here = test.part().isEmpty() || isAt(fault, test.part());
    if (!here) {
      return "steady";
    }
    boolean touch =
        fault.mode().steadiness() == FaultMode.Steadiness.BY_TOUCH
            || isContactPart(fault)
            || isLazyCrystal(fault);
    if (heat) {
      return fault.mode().steadiness() == FaultMode.Steadiness.BY_HEAT
          ? "gives"
          : !test.part().isEmpty() && (touch || isInside(fault, test.part()))
              ? "perhaps"
              : "steady";
    }
    return touch ? "gives" : "steady";
  }

  /** Whether a fault is in a part, or in what holds it. */
  private static boolean isAt(Fault fault, String part) {
    return switch (fault.place()) {
      case Place.Contact contact -> contact.pin().part().equals(part);
      case Place.Joints joints -> joints.part().equals(part);
      case Place.FittedSet set -> set.parts().contains(part);
      case Place.Segment s -> s.from().part().equals(part) || s.to().part().equals(part);
      case Place _ -> isInside(fault, part);
    };
  }

  private static boolean isInside(Fault fault, String part) {
    return fault.place().mendable().equals(new Place.OfPart(part));
  }

  /**
   * A crystal that does not start by itself may when it is knocked (common practice, no source).
   */
  private boolean isLazyCrystal(Fault fault) {
    return fault.mode() == FaultMode.DEAD
        && fault.place() instanceof Place.OfPart(String part)
        && board.part(part).filter(p -> p.device().isCrystal()).isPresent();
  }

  /** Contacts of a connector or a switch are what it is made of. */
  private boolean isContactPart(Fault fault) {
    return fault.place() instanceof Place.OfPart(String part)
        && board.part(part).filter(p -> p.device().isContact()).isPresent();
  }
}
