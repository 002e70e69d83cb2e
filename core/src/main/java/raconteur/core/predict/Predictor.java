package raconteur.core.predict;

import java.util.ArrayList;
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
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Finding.DeadTestEnd;
import raconteur.core.judge.PullLedger;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling.DatedFinding;

/**
 * Chooses the model for a test on one board. Thread safe; models are cheap to make, what they share
 * (how faults spread) is kept here.
 */
public final class Predictor {
  private final Board board;
  private final Readings readings;
  private final NetPropagation nets;
  private final StartOrder startOrder;
  private final SimulatedAnswers simulated;
  private final Lines lines;
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
    this.lines =
        new Lines(
            board,
            nets,
            new Activity(board, startOrder, simulated),
            new SimulatedLines(board),
            new LineStates(readings));
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
   * Findings that are weighed together, since what they read is one thing: most stand alone, the
   * readings of one line are one.
   *
   * @param about all the weight depends on beside the findings; compared by equals
   */
  public record Evidence(List<DatedFinding> findings, Object about) {
    public Evidence {
      findings = List.copyOf(findings);
    }

    public Moment moment() {
      return findings.getFirst().moment();
    }

    /** Whether it is what was read at lines. */
    public boolean isOfLines() {
      return about instanceof Lines.SetUp;
    }

    /** What was found. */
    public List<Finding> found() {
      return findings.stream().map(DatedFinding::finding).toList();
    }
  }

  /** What a finding that stands alone depends on. */
  private record Alone(Moment moment, Expectation expectation, Set<String> starved) {}

  /** Sorts findings into those that are weighed together, in the order of the story. */
  public List<Evidence> evidence(List<DatedFinding> told) {
    List<Evidence> all = new ArrayList<>();
    Map<Moment, List<DatedFinding>> readings = new LinkedHashMap<>();
    for (DatedFinding each : told) {
      if (Lines.isReading(each.finding())) {
        Moment state =
            new Moment(each.moment().epoch(), each.moment().partsOut(), Optional.empty());
        readings.computeIfAbsent(state, _ -> new ArrayList<>()).add(each);
      } else {
        all.add(new Evidence(List.of(each), alone(each.finding(), each.moment(), told)));
      }
    }
    for (List<DatedFinding> state : readings.values()) {
      for (List<DatedFinding> group : lines.groups(state)) {
        all.add(new Evidence(group, lines.setUp(group, told)));
      }
    }
    return all;
  }

  private Alone alone(Finding finding, Moment moment, List<DatedFinding> told) {
    return new Alone(
        moment, expectation(finding, moment, told), Supplies.starved(board, moment, told));
  }

  /** The rails that were last read too low for anything on them to work. */
  public Set<String> starvedRails(Moment moment, List<DatedFinding> told) {
    return Supplies.starved(board, moment, told);
  }

  /** The model of some findings weighed together. */
  public TestModel<?> model(Evidence evidence) {
    return switch (evidence.about()) {
      case Lines.SetUp setUp -> lines.model(evidence.findings(), setUp);
      case Alone alone -> model(evidence.found().getFirst(), alone);
      case Object other -> throw new IllegalArgumentException("no evidence: " + other);
    };
  }

  /**
   * The model of a test still to be made, given what was told.
   *
   * @param test one of its outcomes; which does not matter
   */
  public TestModel<?> model(Finding test, Moment moment, List<DatedFinding> told) {
    return Lines.isReading(test)
        ? lines.test(test, moment, told)
        : model(test, alone(test, moment, told));
  }

  private TestModel<?> model(Finding finding, Alone alone) {
    if (!alone.starved().isEmpty() && needsSupply(finding)) {
      return new NoModel(finding);
    }
    Set<String> out = alone.moment().partsOut();
    TestModel<?> bare = bare(finding, alone.moment(), alone.expectation());
    return out.isEmpty() || inTheHand(finding) ? bare : new PartsOut<>(bare, out);
  }

  /** Whether a test is of a part by itself, which being off the board does not hide. */
  private static boolean inTheHand(Finding finding) {
    return switch (finding) {
      case Finding.TesterVerdict _,
          Finding.RomCompare _,
          Finding.Elsewhere _,
          Finding.CapacitorReading _,
          Finding.FoundBad _,
          Finding.PullStep _ ->
          true;
      case Finding _ -> false;
    };
  }

  /** Whether a test asks how the board works, which no board without its rails does. */
  private static boolean needsSupply(Finding finding) {
    return finding.kind().powered()
        && !(finding instanceof Finding.RailVolts)
        && !(finding instanceof Finding.FarVolts)
        && !(finding instanceof Finding.DummyVolts)
        && !(finding instanceof Finding.RailAmps)
        && !(finding instanceof Finding.Ripple)
        && !(finding instanceof Finding.Heat)
        && !(finding instanceof Finding.Temperature);
  }

  /** What a test has to show by its peers. */
  private Expectation expectation(Finding finding, Moment moment, List<DatedFinding> told) {
    return switch (finding) {
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

  private TestModel<?> bare(Finding finding, Moment moment, Expectation expectation) {
    return switch (finding) {
      case Finding.Probe _, Finding.PinVolts _, Finding.Frequency _, Finding.ResetPulse _ ->
          throw new IllegalArgumentException("readings of lines are weighed together: " + finding);
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
      case Finding.CapacitorReading capacitor -> passiveModels.capacitor(capacitor);
      case Finding.FoundBad bad -> partModels.found(bad);
      case Finding.RomCompare rom -> partModels.rom(rom);
      case Finding.Elsewhere elsewhere -> partModels.elsewhere(elsewhere);
      case Finding.Piggyback piggyback -> partModels.piggyback(piggyback);
      case Finding.Without without -> partModels.without(without);
      case Finding.DiagnosticResult result -> PathModel.diagnostic(shared(), result);
      case Finding.ProofRun run -> proof(run);
      case Finding.FunctionCheck check -> PathModel.function(shared(), check);
    };
  }

  private Shared shared() {
    return new Shared(board, nets, startOrder, simulated, readings);
  }

  private TestModel<?> railVolts(String railName, String test, Function<Double, Finding> reading) {
    Rail rail = board.rail(railName).orElseThrow();
    var conditions = new RailConditions(board, rail);
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    double v = rail.volts();
    outcomes.put("good", reading.apply(v));
    outcomes.put("sags", reading.apply(v * 0.9));
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
    // Where the rail reads very low, the meter's last digit is more than a light leak.
    boolean lightShows = PullLedger.wouldShow(ohmsBefore, ohmsBefore);
    Map<String, Finding> outcomes = new LinkedHashMap<>();
    outcomes.put("loads", new Finding.PullStep(pull.part(), pull.rail(), ohmsBefore * 3));
    outcomes.put("does not load", new Finding.PullStep(pull.part(), pull.rail(), ohmsBefore));
    return new ConditionModel(
        readings,
        "pull",
        List.of("healthy", "leaky"),
        fault ->
            fault.place().equals(load)
                    && (lightShows || fault.mode().load() == FaultMode.Load.HEAVY)
                ? "leaky"
                : "healthy",
        found -> {
          double after = ((Finding.PullStep) found).ohmsAfter();
          return PullLedger.kind(ohmsBefore, after) == PullLedger.Kind.LEAKS
              ? "loads"
              : "does not load";
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
