package raconteur.core.predict;

import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.DoubleFunction;
import java.util.function.Function;
import raconteur.core.bench.program.StartUp;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.continuity.Peers;
import raconteur.core.data.Figures;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Finding.DeadTestEnd;
import raconteur.core.finding.LogicLevels;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling.DatedFinding;
import raconteur.core.supply.Conductance;

/**
 * Chooses the model for a test on one board. Thread safe; models are cheap to make, what they share
 * (how faults spread) is kept here.
 */
public final class Predictor {
  /** How many other lines settle whether the program runs. */
  private static final int ENOUGH_LINES = 2;

  private final Board board;
  private final Readings readings;
  private final NetPropagation nets;
  private final StartOrder startOrder;
  private final SimulatedAnswers simulated;
  private final SimulatedLines lines;
  private final Activity activity;
  private final Peers peers;
  private final SupplyModels supplyModels;
  private final PassiveModels passiveModels;
  private final PartModels partModels;

  /** What the models of one board share. */
  record Shared(
      Board board,
      NetPropagation nets,
      StartOrder startOrder,
      SimulatedAnswers simulated,
      Readings readings) {}

  public Predictor(Board board, Readings readings) {
    this.board = board;
    this.readings = readings;
    this.nets = new NetPropagation(board);
    this.startOrder = new StartOrder(board);
    this.simulated = new SimulatedAnswers(board);
    this.lines = new SimulatedLines(board);
    this.activity = new Activity(board, startOrder, simulated);
    this.peers = new Peers(board);
    this.supplyModels = new SupplyModels(board, readings);
    this.passiveModels = new PassiveModels(board, readings);
    this.partModels = new PartModels(readings);
  }

  /** Whether a fault alone makes bad just those parts that a run of the diagnostic calls bad. */
  public boolean makesJustThese(Finding.DiagnosticResult found, Fault fault) {
    return PathModel.diagnostic(shared(), found).makesJustThese(found, fault);
  }

  /** How faults spread on this board. */
  NetPropagation nets() {
    return nets;
  }

  /**
   * What a test has to show by the other readings taken in the same state of the board. Where two
   * readings of one pin disagree, neither is leant on.
   */
  public Expectation expectation(Finding finding, Moment moment, List<DatedFinding> told) {
    return switch (finding) {
      case Finding.Probe probe -> shown(probe.pin(), moment, told);
      case Finding.PinVolts volts -> shown(volts.pin(), moment, told);
      case Finding.PinOhms ohms ->
          peers
              .ofLine(ohms.pin(), moment, told)
              .<Expectation>map(Expectation.Among::new)
              .orElse(Expectation.NONE);
      case Finding.Temperature temperature ->
          peers
              .ofPart(temperature.part(), moment, told)
              .<Expectation>map(Expectation.Among::new)
              .orElse(Expectation.NONE);
      case Finding _ -> Expectation.NONE;
    };
  }

  private Expectation shown(PinRef at, Moment moment, List<DatedFinding> told) {
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
    return nets.expectedAt(at, seen)
        .<Expectation>map(Expectation.Shows::new)
        .orElseGet(() -> program(at, seen));
  }

  /**
   * Whether the other lines that need the processor's program say that it runs, or that it stands.
   */
  private Expectation program(PinRef at, Map<PinRef, Signal> seen) {
    if (!activity.needsProcessor(at)) {
      return Expectation.NONE;
    }
    int moving = 0;
    int still = 0;
    for (Map.Entry<PinRef, Signal> other : seen.entrySet()) {
      boolean tells =
          !other.getKey().equals(at)
              && activity.needsProcessor(other.getKey())
              && lines.healthy(other.getKey()).or(() -> nets.healthy(other.getKey())).stream()
                  .allMatch(s -> s == Signal.TOGGLING);
      if (tells) {
        moving += other.getValue() == Signal.TOGGLING ? 1 : 0;
        still += other.getValue() == Signal.TOGGLING ? 0 : 1;
      }
    }
    if (moving >= ENOUGH_LINES) {
      return new Expectation.Program(true);
    }
    return moving == 0 && still >= ENOUGH_LINES ? new Expectation.Program(false) : Expectation.NONE;
  }

  /**
   * The model of the test a finding belongs to, with the set-up it was made in.
   *
   * @param expectation from {@link #expectation}
   */
  public TestModel<?> model(Finding finding, Moment moment, Expectation expectation) {
    TestModel<?> bare = bare(finding, moment, expectation);
    return moment.partsOut().isEmpty() ? bare : new PartsOut<>(bare, moment.partsOut());
  }

  private TestModel<?> bare(Finding finding, Moment moment, Expectation expectation) {
    return switch (finding) {
      case Finding.Probe probe -> probe(probe.pin(), expectation);
      case Finding.RailVolts t ->
          railVolts(t.rail(), "rail volts", volts -> new Finding.RailVolts(t.rail(), volts));
      case Finding.FarVolts t ->
          railVolts(
              t.rail(), "rail volts", volts -> new Finding.FarVolts(t.rail(), t.part(), volts));
      case Finding.DummyVolts t ->
          railVolts(t.rail(), "dummy volts", volts -> new Finding.DummyVolts(t.rail(), volts));
      case Finding.RailAmps amps -> supplyModels.amps(amps.rail(), moment.partsOut());
      case Finding.Ripple ripple -> supplyModels.ripple(ripple.rail());
      case Finding.RailOhms ohms -> railOhms(ohms);
      case Finding.PullStep pull -> pull(pull, moment.ohmsBefore().orElse(Double.NaN));
      case Finding.Continuity continuity -> continuity(continuity);
      case Finding.TesterVerdict verdict ->
          new TesterModel(readings, board.part(verdict.part()).orElseThrow());
      case Finding.DeadTestResult result ->
          new DeadTestModel(shared(), Math.max(1, result.counts().size()));
      case Finding.Swap swap -> new SwapModel(readings, swap.part());
      case Finding.Symptom _ -> new SymptomModel(shared());
      case Finding.Heat heat -> heat(heat.part());
      case Finding.Temperature _, Finding.PinOhms _ when expectation instanceof Expectation.None ->
          new NoModel(finding);
      case Finding.Temperature temperature ->
          passiveModels.temperature(temperature, (Expectation.Among) expectation);
      case Finding.PinOhms ohms -> passiveModels.pinOhms(ohms, (Expectation.Among) expectation);
      case Finding.Frequency frequency -> frequency(frequency);
      case Finding.ResetPulse reset -> reset(reset);
      case Finding.CapacitorReading capacitor -> passiveModels.capacitor(capacitor);
      case Finding.PinVolts volts -> levels(volts, expectation);
      case Finding.RomCompare rom -> partModels.rom(rom);
      case Finding.Elsewhere elsewhere -> partModels.elsewhere(elsewhere);
      case Finding.Piggyback piggyback -> partModels.piggyback(piggyback);
      case Finding.Without without -> partModels.without(without);
      case Finding.DiagnosticResult result -> PathModel.diagnostic(shared(), result);
      case Finding.ProofRun run -> proof(run);
      case Finding.FunctionCheck check -> PathModel.function(shared(), check);
    };
  }

  private ProbeModel probe(PinRef pin, Expectation expectation) {
    Optional<Signal> shows =
        expectation instanceof Expectation.Shows(Signal signal)
            ? Optional.of(signal)
            : Optional.empty();
    Optional<Boolean> runs =
        expectation instanceof Expectation.Program(boolean moves)
            ? Optional.of(moves)
            : Optional.empty();
    return new ProbeModel(nets, activity, lines, readings, pin, shows, runs);
  }

  private Shared shared() {
    return new Shared(board, nets, startOrder, simulated, readings);
  }

  /** A scope's levels say of a line what a logic probe would. */
  private TestModel<?> levels(Finding.PinVolts test, Expectation expectation) {
    PinRef pin = test.pin();
    return new AsProbe(
        probe(pin, expectation),
        pin,
        found -> {
          var volts = (Finding.PinVolts) found;
          Signal level = LogicLevels.of(volts.lowest(), volts.highest());
          return level == Signal.BETWEEN
              ? EnumSet.of(Signal.BETWEEN, Signal.FLOATING)
              : EnumSet.of(level);
        },
        List.of(
            new Finding.PinVolts(pin, 0.2, 3.4),
            new Finding.PinVolts(pin, 3.4, 3.4),
            new Finding.PinVolts(pin, 0.2, 0.2),
            new Finding.PinVolts(pin, 1.4, 1.4)));
  }

  /** A counter that counts has a moving line under it. */
  private TestModel<?> frequency(Finding.Frequency test) {
    return new AsProbe(
        probe(test.pin(), Expectation.NONE),
        test.pin(),
        found ->
            ((Finding.Frequency) found).hertz() >= 1
                ? EnumSet.of(Signal.TOGGLING)
                : EnumSet.of(Signal.LOW, Signal.HIGH, Signal.FLOATING, Signal.BETWEEN),
        List.of(test, new Finding.Frequency(test.pin(), 0)));
  }

  /** A reset line that lets go comes to rest where it does on a good board. */
  private TestModel<?> reset(Finding.ResetPulse test) {
    Signal rest = nets.healthy(test.pin()).filter(s -> s == Signal.LOW).orElse(Signal.HIGH);
    Signal held = rest == Signal.LOW ? Signal.HIGH : Signal.LOW;
    return new AsProbe(
        probe(test.pin(), Expectation.NONE),
        test.pin(),
        found ->
            EnumSet.of(Double.isInfinite(((Finding.ResetPulse) found).seconds()) ? held : rest),
        List.of(
            new Finding.ResetPulse(test.pin(), 0.1),
            new Finding.ResetPulse(test.pin(), Double.POSITIVE_INFINITY)));
  }

  private TestModel<?> railVolts(String railName, String test, Function<Double, Finding> reading) {
    Rail rail = board.rail(railName).orElseThrow();
    var conditions = new RailConditions(board, rail);
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    double v = rail.volts();
    outcomes.put("good", reading.apply(v));
    outcomes.put("low", reading.apply(v / 2));
    outcomes.put("high", reading.apply(v * 1.5));
    outcomes.put("absent", reading.apply(0.0));
    outcomes.put("wrong sign", reading.apply(-v / 2));
    return new ConditionModel(
        readings,
        test,
        List.of("good", "loaded", "pulled", "shorted", "gone"),
        conditions::underVoltage,
        found -> conditions.voltageOutcome(RailConditions.volts(found)),
        outcomes);
  }

  private TestModel<?> railOhms(Finding.RailOhms test) {
    Rail rail = board.rail(test.rail()).orElseThrow();
    var conditions = new RailConditions(board, rail);
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    DoubleFunction<Finding> reads =
        ohms -> new Finding.RailOhms(rail.name(), ohms, test.reversed());
    outcomes.put("as expected", reads.apply(rail.expectedOhms()));
    outcomes.put("low", reads.apply(rail.expectedOhms() / 10));
    outcomes.put("open", reads.apply(Double.POSITIVE_INFINITY));
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
    double limit = Figures.shipped("supply").of("part loads below ohms");
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

  /**
   * Whether a board that is used shows a fault: for sure where the simulation shows it, for most
   * others.
   */
  private TestModel<?> proof(Finding.ProofRun run) {
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("clean", new Finding.ProofRun(run.check(), run.amount(), run.hours(), true));
    outcomes.put("failed", new Finding.ProofRun(run.check(), run.amount(), run.hours(), false));
    return new ConditionModel(
        readings,
        "proof",
        List.of("healthy", "perhaps", "shows"),
        this::shownInUse,
        found -> ((Finding.ProofRun) found).clean() ? "clean" : "failed",
        outcomes);
  }

  private String shownInUse(Fault fault) {
    if (fault.mode() == FaultMode.LEAKS || startOrder.stage(startOrder.blockOf(fault)) < 0) {
      return "healthy";
    }
    return simulated
        .of(fault)
        .map(a -> a.look() != StartUp.Look.WORKS || a.deadTest().end() != DeadTestEnd.PASS)
        .filter(shows -> shows)
        .map(_ -> "shows")
        .orElse("perhaps");
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
        PassiveModels.HEAT_CONDITIONS,
        fault -> PassiveModels.heatCondition(fault, part),
        found -> ((Finding.Heat) found).warmth().name().toLowerCase(Locale.ROOT),
        outcomes);
  }
}
