package raconteur.core.predict;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.continuity.Peers;
import raconteur.core.continuity.RobustSpread;
import raconteur.core.device.Device;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.judge.AcrossJudge;
import raconteur.core.judge.CapacitorJudge;
import raconteur.core.judge.Verdict;

/** How a part's heat, a line's resistance and a capacitor's measurement come out. */
record PassiveModels(Board board, Readings readings) {
  /** In the order in which the later hides the earlier. */
  private static final List<String> HEAT_CONDITIONS =
      List.of("healthy", "dead", "overloaded", "leaky", "loading");

  /**
   * What a fault does to the warmth of a part. What makes a rail gets hot when something loads it:
   * its heat then accuses whatever hangs on the rail.
   */
  private String heatCondition(Fault fault, String part, Set<String> low) {
    if (!fault.place().mendable().equals(new Place.OfPart(part))) {
      return loadsWhatItMakes(fault, part, low) ? "overloaded" : "healthy";
    }
    return switch (fault.mode().warmth()) {
      case HOT -> loads(fault, low) ? "loading" : "leaky";
      case COLD -> "dead";
      case USUAL -> "healthy";
    };
  }

  /** Whether a fault loads one of these rails, lightly as it may. */
  private static boolean loads(Fault fault, Set<String> rails) {
    return fault.place() instanceof Place.Load(_, String loaded) && rails.contains(loaded);
  }

  private boolean loadsWhatItMakes(Fault fault, String part, Set<String> low) {
    return (fault.mode().load() == FaultMode.Load.HEAVY || loads(fault, low))
        && fault.place() instanceof Place.Load(_, String loaded)
        && board.rails().stream()
            .filter(rail -> rail.madeBy().contains(part))
            .anyMatch(rail -> rail.name().equals(loaded) || feeds(rail.name(), loaded));
  }

  /** Whether one rail is made from another, directly. */
  private boolean feeds(String rail, String other) {
    return board.rail(other).filter(r -> r.from().equals(rail)).isPresent();
  }

  /**
   * @param low the rails that were read far too low
   */
  TestModel<?> heat(String part, Set<String> low) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    for (Finding.Warmth warmth : Finding.Warmth.values()) {
      outcomes.put(warmth.name().toLowerCase(Locale.ROOT), new Finding.Heat(part, warmth));
    }
    return new ConditionModel(
        readings,
        "heat",
        HEAT_CONDITIONS,
        fault -> heatCondition(fault, part, low),
        found -> ((Finding.Heat) found).warmth().name().toLowerCase(Locale.ROOT),
        outcomes);
  }

  /**
   * Nothing hot on the whole board.
   *
   * @param but parts that were said to be hot before
   */
  TestModel<?> nothingHot(Set<String> but) {
    return new ConditionModel(
        readings,
        "heat sweep",
        List.of("nothing hot", "something hot"),
        fault ->
            fault.mode().warmth() == FaultMode.Warmth.HOT
                    && fault.place().mendable() instanceof Place.OfPart(String part)
                    && !but.contains(part)
                ? "something hot"
                : "nothing hot",
        _ -> "nothing",
        Map.of("nothing", new Finding.NothingHot()));
  }

  TestModel<?> temperature(Finding.Temperature test, Expectation.Among among) {
    RobustSpread twins = among.peers();
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    double step = 2 * RobustSpread.OUTLIER_FROM * twins.scale();
    outcomes.put("hot", new Finding.Temperature(test.part(), twins.median() + step));
    outcomes.put("normal", new Finding.Temperature(test.part(), twins.median()));
    outcomes.put("cold", new Finding.Temperature(test.part(), twins.median() - step));
    return new ConditionModel(
        readings,
        "temperature",
        HEAT_CONDITIONS,
        fault -> heatCondition(fault, test.part(), Set.of()),
        found -> side(twins, ((Finding.Temperature) found).celsius(), "cold", "normal", "hot"),
        outcomes);
  }

  /**
   * Lines of logic to ground where none was read to compare with: the logarithm of a few thousand
   * ohms, and how much they differ (common practice, no source).
   */
  static final RobustSpread USUAL_LINES = new RobustSpread(Math.log(2000), 0.8);

  TestModel<?> pinOhms(Finding.PinOhms test, Expectation.Among among) {
    RobustSpread lines = among.peers();
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    double typical = Math.exp(lines.median());
    outcomes.put("alike", new Finding.PinOhms(test.pin(), typical));
    outcomes.put("low", new Finding.PinOhms(test.pin(), typical / 10));
    outcomes.put("high", new Finding.PinOhms(test.pin(), typical * 10));
    String net = board.netOf(test.pin()).map(Net::name).orElse("");
    return new ConditionModel(
        readings,
        "pin ohms",
        List.of("healthy", "high", "low"),
        fault -> lineCondition(fault, net, test.pin()),
        found ->
            side(lines, Peers.logOhms(((Finding.PinOhms) found).ohms()), "low", "alike", "high"),
        outcomes);
  }

  private static String side(
      RobustSpread peers, double value, String below, String among, String above) {
    if (!peers.isOutlier(value)) {
      return among;
    }
    return value < peers.median() ? below : above;
  }

  /** What a fault does to a line's resistance to ground. */
  private String lineCondition(Fault fault, String net, PinRef pin) {
    return switch (fault.place()) {
      case Place.Bridge bridge when touches(bridge, net) -> "low";
      case Place.Output output
          when fault.mode().line() == FaultMode.Line.HELD_LOW
              && !net.isEmpty()
              && board.netOf(output.pin()).map(Net::name).filter(net::equals).isPresent() ->
          "low";
      case Place.Segment segment when segment.net().equals(net) && !net.isEmpty() -> "high";
      case Place.Inside inside when touches(inside.asBridge(), net) -> "low";
      case Place.Contact contact when contact.pin().equals(pin) -> "high";
      case Place.OfPart part when part.part().equals(pin.part()) && net.isEmpty() -> "low";
      case Place.Bridge _,
          Place.Output _,
          Place.Input _,
          Place.Segment _,
          Place.Contact _,
          Place.Joints _,
          Place.FittedSet _,
          Place.Inside _,
          Place.OfPart _,
          Place.Load _ ->
          "healthy";
    };
  }

  private static boolean touches(Place.Bridge bridge, String net) {
    return !net.isEmpty() && (bridge.netOne().equals(net) || bridge.netOther().equals(net));
  }

  /** Ohms across a part with two ends. */
  TestModel<?> across(Finding.PartOhms test) {
    AcrossJudge judge = new AcrossJudge(board.part(test.part()).orElseThrow());
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    judge
        .goodOhms()
        .ifPresent(good -> outcomes.put("good", new Finding.PartOhms(test.part(), good)));
    judge
        .doubtfulOhms()
        .ifPresent(much -> outcomes.put("doubtful", new Finding.PartOhms(test.part(), much)));
    outcomes.put(OPEN, new Finding.PartOhms(test.part(), Double.POSITIVE_INFINITY));
    return across(
        test,
        board.part(test.part()).orElseThrow().device().isDiode() ? "across" : "ohms across",
        outcomes,
        found ->
            judge.readsOpen((Finding.PartOhms) found)
                ? OPEN
                : judge.of((Finding.PartOhms) found).level().word());
  }

  /** Volts across a part with two ends. */
  TestModel<?> across(Finding.PartVolts test) {
    AcrossJudge judge = new AcrossJudge(board.part(test.part()).orElseThrow());
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    judge
        .cellVolts()
        .ifPresent(
            sold -> {
              outcomes.put("good", new Finding.PartVolts(test.part(), sold));
              outcomes.put(
                  "doubtful",
                  new Finding.PartVolts(test.part(), sold * AcrossJudge.doubtfulCellShare()));
              outcomes.put("bad", new Finding.PartVolts(test.part(), sold / 2));
            });
    return across(
        test, "across", outcomes, found -> judge.of((Finding.PartVolts) found).level().word());
  }

  /** Nothing else reads so with the leads in the right place. */
  private static final String OPEN = "open";

  private TestModel<?> across(
      Finding test, String row, Map<String, Finding> outcomes, Function<Finding, String> judged) {
    String shown = judged.apply(test);
    if (shown.equals(Verdict.Level.UNJUDGED.word())) {
      return new NoModel(test);
    }
    outcomes.putIfAbsent(shown, test);
    return new ConditionModel(
        readings,
        row,
        List.of("healthy", "bad"),
        fault ->
            fault.place().mendable().equals(new Place.OfPart(test.subject().part()))
                ? "bad"
                : "healthy",
        judged,
        outcomes);
  }

  /** What comes to a part from outside: through plugs, fuses, switches and coils alone. */
  TestModel<?> alternating(Finding.AlternatingVolts test) {
    AcrossJudge judge = new AcrossJudge(board.part(test.part()).orElseThrow());
    Set<String> way = cameBy(test.part());
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("good", new Finding.AlternatingVolts(test.part(), ALTERNATING_VOLTS));
    outcomes.put("bad", new Finding.AlternatingVolts(test.part(), 0));
    return new ConditionModel(
        readings,
        "alternating volts",
        List.of("comes", "cut"),
        fault -> way.contains(partOf(fault)) ? "cut" : "comes",
        found -> judge.of((Finding.AlternatingVolts) found).level().word(),
        outcomes);
  }

  /** An example; any that is there will do. */
  private static final double ALTERNATING_VOLTS = 9;

  private static String partOf(Fault fault) {
    return switch (fault.place()) {
      case Place.Contact contact -> contact.pin().part();
      case Place.Joints joints -> joints.part();
      case Place.Segment segment -> segment.from().part();
      case Place place when place.mendable() instanceof Place.OfPart(String part) -> part;
      case Place _ -> "";
    };
  }

  private Set<String> cameBy(String part) {
    Set<String> way = new HashSet<>(Set.of(part));
    Deque<String> open = new ArrayDeque<>(way);
    while (!open.isEmpty()) {
      for (PinRef pin : board.part(open.poll()).orElseThrow().pins()) {
        board
            .netOf(pin)
            .filter(net -> !board.isSupply(net.name()))
            .map(Net::path)
            .orElse(List.of())
            .forEach(
                other -> {
                  Device device = board.part(other.part()).orElseThrow().device();
                  if ((device.isSeries() || device.isContact()) && way.add(other.part())) {
                    open.add(other.part());
                  }
                });
      }
    }
    if (board.nets().isEmpty()) {
      board.parts().stream()
          .filter(p -> p.device().isSeries() && p.block().equals("power"))
          .forEach(p -> way.add(p.designator()));
    }
    return way;
  }

  /**
   * @param partsOut what is out of the board: a part that is does not lie beside anything
   */
  TestModel<?> capacitor(Finding.CapacitorReading test, Set<String> partsOut) {
    Part part = board.part(test.part()).orElseThrow();
    CapacitorJudge judge = new CapacitorJudge(part);
    boolean shorted = CapacitorJudge.isShorted(test);
    if (!judge.canJudge() && !shorted) {
      return new NoModel(test);
    }
    if (!Set.of("good", "doubtful", "bad").contains(judge.of(test).level().word())) {
      // Nothing to hold the value against: it is kept, and weighs nothing.
      return new NoModel(test);
    }
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("good", judge.example(1));
    outcomes.put("doubtful", judge.example(0.75));
    outcomes.put("bad", judge.example(0.3));
    return new ConditionModel(
        readings,
        "capacitor",
        List.of("healthy", "worn"),
        fault ->
            fault.place().mendable().equals(new Place.OfPart(test.part()))
                    || (shorted && !partsOut.contains(test.part()) && joinsItsLegs(part, fault))
                ? "worn"
                : "healthy",
        found -> judge.of((Finding.CapacitorReading) found).level().word(),
        outcomes);
  }

  /** Whether a fault joins the two lines a part lies between, which a meter across it shows. */
  private boolean joinsItsLegs(Part part, Fault fault) {
    Set<String> legs =
        part.pins().stream()
            .flatMap(pin -> board.netOf(pin).stream())
            .map(Net::name)
            .collect(Collectors.toSet());
    return switch (fault.place()) {
      case Place.Bridge(_, _, String one, String other) ->
          legs.contains(one) && legs.contains(other);
      case Place.Inside(_, _, String one, String other) ->
          legs.contains(one) && legs.contains(other);
      case Place.Load(_, String rail) ->
          fault.mode() == FaultMode.SHORTED && legs.contains(board.rail(rail).orElseThrow().net());
      case Place.OfPart _,
          Place.Output _,
          Place.Input _,
          Place.Segment _,
          Place.Contact _,
          Place.Joints _,
          Place.FittedSet _ ->
          false;
    };
  }
}
