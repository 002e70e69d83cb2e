package raconteur.core.predict;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling.DatedFinding;
import raconteur.core.supply.Conductance;

/**
 * Chooses the model for a test on one board. Thread safe; models are cheap to make, what they share
 * (how faults spread) is kept here.
 */
public final class Predictor {
  private final Board board;
  private final Readings readings;
  private final NetPropagation nets;
  private final StartOrder startOrder;

  public Predictor(Board board, Readings readings) {
    this.board = board;
    this.readings = readings;
    this.nets = new NetPropagation(board);
    this.startOrder = new StartOrder(board);
  }

  /** How faults spread on this board. */
  NetPropagation nets() {
    return nets;
  }

  /**
   * What a probed pin has to show by the other readings taken in the same state of the board; empty
   * for other tests and where too little was seen. Where two readings of one pin disagree, neither
   * is leant on.
   */
  public Optional<Signal> expectation(Finding finding, Moment moment, List<DatedFinding> told) {
    if (!(finding instanceof Finding.Probe probe)) {
      return Optional.empty();
    }
    Map<PinRef, Signal> seen = new HashMap<>();
    Set<PinRef> disputed = new HashSet<>();
    for (DatedFinding other : told) {
      if (other.finding() instanceof Finding.Probe(PinRef pin, Signal shown)
          && other.moment().epoch() == moment.epoch()
          && other.moment().partsOut().equals(moment.partsOut())) {
        Signal before = seen.put(pin, shown);
        if (before != null && before != shown) {
          disputed.add(pin);
        }
      }
    }
    seen.keySet().removeAll(disputed);
    return nets.expectedAt(probe.pin(), seen);
  }

  /**
   * The model of the test a finding belongs to, with the set-up it was made in.
   *
   * @param expectation from {@link #expectation}
   */
  public TestModel<?> model(Finding finding, Moment moment, Optional<Signal> expectation) {
    TestModel<?> bare = bare(finding, moment, expectation);
    return moment.partsOut().isEmpty() ? bare : new PartsOut<>(bare, moment.partsOut());
  }

  private TestModel<?> bare(Finding finding, Moment moment, Optional<Signal> expectation) {
    return switch (finding) {
      case Finding.Probe probe -> new ProbeModel(nets, readings, probe.pin(), expectation);
      case Finding.RailVolts volts -> railVolts(board.rail(volts.rail()).orElseThrow());
      case Finding.RailOhms ohms -> railOhms(board.rail(ohms.rail()).orElseThrow());
      case Finding.PullStep pull -> pull(pull, moment.ohmsBefore().orElse(Double.NaN));
      case Finding.Continuity continuity -> continuity(continuity);
      case Finding.TesterVerdict verdict ->
          new TesterModel(readings, board.part(verdict.part()).orElseThrow());
      case Finding.DeadTestResult result ->
          new DeadTestModel(board, nets, startOrder, readings, Math.max(1, result.counts().size()));
      case Finding.Swap swap -> new SwapModel(readings, swap.part());
      case Finding.Symptom _ -> new SymptomModel(board, startOrder, readings);
      case Finding.Heat heat -> heat(heat.part());
    };
  }

  private TestModel<?> railVolts(Rail rail) {
    var conditions = new RailConditions(board, readings, rail);
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    double v = rail.volts();
    outcomes.put("good", new Finding.RailVolts(rail.name(), v));
    outcomes.put("low", new Finding.RailVolts(rail.name(), v / 2));
    outcomes.put("high", new Finding.RailVolts(rail.name(), v * 1.5));
    outcomes.put("absent", new Finding.RailVolts(rail.name(), 0));
    outcomes.put("wrong sign", new Finding.RailVolts(rail.name(), -v / 2));
    return new ConditionModel(
        readings,
        "rail volts",
        List.of("good", "loaded", "pulled", "gone"),
        conditions::underVoltage,
        found -> conditions.voltageOutcome(((Finding.RailVolts) found).volts()),
        outcomes);
  }

  private TestModel<?> railOhms(Rail rail) {
    var conditions = new RailConditions(board, readings, rail);
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("as expected", new Finding.RailOhms(rail.name(), rail.expectedOhms()));
    outcomes.put("low", new Finding.RailOhms(rail.name(), rail.expectedOhms() / 10));
    outcomes.put("open", new Finding.RailOhms(rail.name(), Double.POSITIVE_INFINITY));
    return new ConditionModel(
        readings,
        "rail ohms",
        List.of("healthy", "loaded"),
        conditions::underResistance,
        found -> conditions.resistanceOutcome(((Finding.RailOhms) found).ohms()),
        outcomes);
  }

  private TestModel<?> pull(Finding.PullStep pull, double ohmsBefore) {
    Place load = new Place.Load(pull.part(), pull.rail());
    double limit = readings.limit("part loads below ohms");
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("loads", new Finding.PullStep(pull.part(), pull.rail(), ohmsBefore * 3));
    outcomes.put("does not load", new Finding.PullStep(pull.part(), pull.rail(), ohmsBefore));
    return new ConditionModel(
        readings,
        "pull",
        List.of("healthy", "leaky"),
        fault -> fault.place().equals(load) ? "leaky" : "healthy",
        found -> {
          double after = ((Finding.PullStep) found).ohmsAfter();
          boolean loads =
              Conductance.removedOhms(ohmsBefore, after).filter(own -> own < limit).isPresent();
          return loads ? "loads" : "does not load";
        },
        outcomes);
  }

  private TestModel<?> continuity(Finding.Continuity wanted) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("joined", new Finding.Continuity(wanted.one(), wanted.other(), true));
    outcomes.put("open", new Finding.Continuity(wanted.one(), wanted.other(), false));
    String one = board.netOf(wanted.one()).map(Net::name).orElse("");
    String other = board.netOf(wanted.other()).map(Net::name).orElse("");
    boolean same = !one.isEmpty() && one.equals(other);
    return new ConditionModel(
        readings,
        "continuity",
        same ? List.of("whole", "broken") : List.of("apart", "bridged"),
        fault -> same ? broken(fault, wanted, one) : bridged(fault, one, other),
        found -> ((Finding.Continuity) found).joined() ? "joined" : "open",
        outcomes);
  }

  private String broken(Fault fault, Finding.Continuity wanted, String net) {
    if (fault.place() instanceof Place.Segment segment && segment.net().equals(net)) {
      List<?> path = board.net(net).orElseThrow().path();
      int a = path.indexOf(wanted.one());
      int b = path.indexOf(wanted.other());
      int cut = path.indexOf(segment.to());
      return Math.min(a, b) < cut && cut <= Math.max(a, b) ? "broken" : "whole";
    }
    return "whole";
  }

  private static String bridged(Fault fault, String one, String other) {
    boolean joins =
        fault.place() instanceof Place.Bridge bridge
            && ((bridge.netOne().equals(one) && bridge.netOther().equals(other))
                || (bridge.netOne().equals(other) && bridge.netOther().equals(one)));
    return joins ? "bridged" : "apart";
  }

  private TestModel<?> heat(String part) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    for (Finding.Warmth warmth : Finding.Warmth.values()) {
      outcomes.put(warmth.name().toLowerCase(Locale.ROOT), new Finding.Heat(part, warmth));
    }
    return new ConditionModel(
        readings,
        "heat",
        List.of("healthy", "dead", "leaky"),
        fault ->
            !fault.place().mendable().equals(new Place.OfPart(part))
                ? "healthy"
                : fault.mode() == FaultMode.LEAKS
                    ? "leaky"
                    : fault.mode() == FaultMode.DEAD ? "dead" : "healthy",
        found -> ((Finding.Heat) found).warmth().name().toLowerCase(Locale.ROOT),
        outcomes);
  }
}
