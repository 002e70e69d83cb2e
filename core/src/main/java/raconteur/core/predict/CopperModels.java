package raconteur.core.predict;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Conclusion;
import raconteur.core.finding.Finding;
import raconteur.core.finding.WayToGround;

/** How ways from pin to pin come out: held with a meter, or looked at. */
record CopperModels(Board board, Readings readings) {

  /** Ohms from a line to ground that are a short, or none. */
  TestModel<?> toGround(Finding.PinOhms wanted, Finding.Continuity way) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("joined", new Finding.PinOhms(wanted.pin(), SHORT_OHMS));
    outcomes.put("open", new Finding.PinOhms(wanted.pin(), USUAL_OHMS));
    String line = netOf(way.one());
    String ground = netOf(way.other());
    return new ConditionModel(
        readings,
        "continuity",
        List.of("apart", "bridged"),
        fault -> bridged(fault, line, ground),
        found -> {
          var read = WayToGround.of(board, (Finding.PinOhms) found);
          return read.filter(Finding.Continuity::joined).isPresent() ? "joined" : "open";
        },
        outcomes);
  }

  /** Stand for what is read of a short and of a good line. */
  private static final double SHORT_OHMS = 1;

  private static final double USUAL_OHMS = 5000;

  TestModel<?> continuity(Finding.Continuity wanted) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("joined", new Finding.Continuity(wanted.one(), wanted.other(), true));
    outcomes.put("open", new Finding.Continuity(wanted.one(), wanted.other(), false));
    String one = netOf(wanted.one());
    String other = netOf(wanted.other());
    boolean same = !one.isEmpty() && one.equals(other);
    if (!same && isSeries(wanted)) {
      // Through a coil, a bead or a fuse: joined is its health.
      return new ConditionModel(
          readings,
          "continuity",
          List.of("whole", "broken"),
          fault -> fault.place().equals(new Place.OfPart(wanted.one().part())) ? "broken" : "whole",
          found -> ((Finding.Continuity) found).joined() ? "joined" : "open",
          outcomes);
    }
    return new ConditionModel(
        readings,
        "continuity",
        same ? List.of("whole", "broken") : List.of("apart", "bridged"),
        fault -> same ? broken(fault, wanted, one) : bridged(fault, one, other),
        found -> ((Finding.Continuity) found).joined() ? "joined" : "open",
        outcomes);
  }

  /** Whether the two pins are the two ends of a part that joins them. */
  private boolean isSeries(Finding.Continuity way) {
    return way.one().part().equals(way.other().part())
        && board.part(way.one().part()).filter(p -> p.device().isSeries()).isPresent();
  }

  private String broken(Fault fault, Finding.Continuity wanted, String net) {
    if (fault.place() instanceof Place.Contact(PinRef pin)) {
      return pin.equals(wanted.one()) || pin.equals(wanted.other()) ? "broken" : "whole";
    }
    if (fault.place() instanceof Place.Segment segment && segment.net().equals(net)) {
      List<?> path = board.net(net).orElseThrow().path();
      int a = path.indexOf(wanted.one());
      int b = path.indexOf(wanted.other());
      int cut = path.indexOf(segment.to());
      return Math.min(a, b) < cut && cut <= Math.max(a, b) ? "broken" : "whole";
    }
    return "whole";
  }

  /** Between a rail and ground the meter finds whatever joins them, wherever that sits. */
  private String bridged(Fault fault, String one, String other) {
    if (fault.place() instanceof Place.Load(_, String loaded)) {
      boolean shorts =
          fault.mode().load() == FaultMode.Load.HEAVY && isRailToGround(loaded, one, other);
      return shorts ? "bridged" : "apart";
    }
    boolean joins =
        bridgeOf(fault.place()) instanceof Place.Bridge bridge
            && ((bridge.netOne().equals(one) && bridge.netOther().equals(other))
                || (bridge.netOne().equals(other) && bridge.netOther().equals(one)));
    return joins ? "bridged" : "apart";
  }

  private boolean isRailToGround(String rail, String one, String other) {
    String net = board.rail(rail).map(Rail::net).orElse("");
    return (one.equals(net) && other.equals(board.ground()))
        || (other.equals(net) && one.equals(board.ground()));
  }

  /** What joins two lines, on the copper or inside a part. */
  private static Place bridgeOf(Place place) {
    return place instanceof Place.Inside inside ? inside.asBridge() : place;
  }

  /** What somebody found between two pins, having looked. */
  TestModel<?> found(Conclusion.BadCopper bad) {
    boolean joined = bad.fault() == Conclusion.CopperFault.SHORT;
    var way = new Finding.Continuity(bad.one(), bad.other(), joined);
    String one = netOf(way.one());
    String other = netOf(way.other());
    boolean same = !one.isEmpty() && one.equals(other);
    return new FoundModel(
        readings,
        new Finding.FoundBad(bad),
        fault -> {
          String stands = same ? broken(fault, way, one) : bridged(fault, one, other);
          if (!stands.equals(joined ? "bridged" : "broken")) {
            return FoundModel.Condition.SOUND;
          }
          // Who calls the way open has looked at its track; a joint at its end is less meant.
          return fault.place() instanceof Place.Contact
              ? FoundModel.Condition.BAD_OTHERWISE
              : FoundModel.Condition.BAD;
        },
        board.nets().stream().mapToInt(net -> net.path().size()).sum());
  }

  /** A leg that is off: the same as its joint, or the end of its track, being open. */
  TestModel<?> found(Conclusion.BadLeg bad) {
    return new FoundModel(
        readings,
        new Finding.FoundBad(bad),
        fault ->
            switch (fault.place()) {
              case Place.Contact contact when contact.pin().equals(bad.pin()) ->
                  FoundModel.Condition.BAD;
              case Place.Joints joints when joints.part().equals(bad.pin().part()) ->
                  FoundModel.Condition.BAD;
              case Place.Segment s when s.from().equals(bad.pin()) || s.to().equals(bad.pin()) ->
                  FoundModel.Condition.BAD_OTHERWISE;
              case Place place when place.mendable().equals(new Place.OfPart(bad.pin().part())) ->
                  FoundModel.Condition.BAD_OTHERWISE;
              case Place _ -> FoundModel.Condition.SOUND;
            },
        board.parts().stream().mapToInt(part -> part.pins().size()).sum());
  }

  private String netOf(PinRef pin) {
    return board.netOf(pin).map(Net::name).orElse("");
  }
}
