package raconteur.core.predict;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import raconteur.core.bench.freerun.FreeRunBoard;
import raconteur.core.board.Board;
import raconteur.core.board.Rail;
import raconteur.core.continuity.Peers;
import raconteur.core.fault.Fault;
import raconteur.core.finding.Conclusion;
import raconteur.core.finding.Finding;
import raconteur.core.finding.TestKind;
import raconteur.core.finding.WayToGround;
import raconteur.core.judge.RailVoltage;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling.DatedFinding;

/**
 * Chooses the model for a test on one board. Thread safe; models are cheap to make, what they share
 * (how faults spread) is kept here.
 */
public final class Predictor {
  private static final String CPU = "cpu";

  /** A card that a dead processor shows so often says that a board does not run. */
  private static final double SHOWS_IT_STANDS = 0.1;

  private final Board board;
  private final Readings readings;
  private final NetPropagation nets;
  private final StartOrder startOrder;
  private final SimulatedAnswers simulated;
  private final Activity activity;
  private final Lines lines;
  private final AtomicReference<Optional<Lines>> freeRun = new AtomicReference<>();
  private final LineStates states;
  private final Peers peers;
  private final SupplyModels supplyModels;
  private final PassiveModels passiveModels;
  private final PartModels partModels;
  private final CopperModels copperModels;
  private final Optional<RailConditions> supply;
  private final Map<Fault, DeadTestModel.State> deadTest = new ConcurrentHashMap<>();

  /**
   * What the models of one board share.
   *
   * @param deadTest what each fault does to the dead test, as far as it was asked
   */
  record Shared(
      Board board,
      NetPropagation nets,
      StartOrder startOrder,
      SimulatedAnswers simulated,
      Readings readings,
      Map<Fault, DeadTestModel.State> deadTest) {}

  public Predictor(Board board, Readings readings) {
    this.board = board;
    this.readings = readings;
    this.nets = new NetPropagation(board);
    this.startOrder = new StartOrder(board);
    this.simulated = new SimulatedAnswers(board);
    this.activity = new Activity(board, startOrder, simulated);
    this.states = new LineStates(readings);
    this.lines = new Lines(board, nets, activity, new SimulatedLines(board), states, false);
    this.peers = new Peers(board);
    this.supplyModels = new SupplyModels(board, readings);
    this.passiveModels = new PassiveModels(board, readings);
    this.partModels = new PartModels(board, readings);
    this.copperModels = new CopperModels(board, readings);
    this.supply = Lively.supply(board);
  }

  /** Whether a fault alone makes bad just those parts that a run of the diagnostic calls bad. */
  public boolean makesJustThese(Finding.DiagnosticResult found, Fault fault) {
    return PathModel.diagnostic(shared(), found).makesJustThese(found, fault);
  }

  @SuppressWarnings("ReferenceEquality") // A board that looks the same may have other files.
  boolean isOf(Board other) {
    return board == other;
  }

  /** What the lines of a good board do. */
  public GoodBoard good() {
    return nets.good();
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

  /**
   * Whether a finding comes out alike as long as nothing changes: what a line or a program does.
   */
  public static boolean comesAgain(Finding finding) {
    return Lines.isReading(finding) || finding instanceof Finding.DeadTestResult;
  }

  /** Sorts findings into those that are weighed together, in the order of the story. */
  public List<Evidence> evidence(List<DatedFinding> told) {
    List<Evidence> all = new ArrayList<>();
    Map<Moment, List<DatedFinding>> readings = new LinkedHashMap<>();
    for (DatedFinding each : told) {
      Optional<SeriesVolts> across = SeriesVolts.of(board, each, told);
      if (across.isPresent()) {
        all.add(new Evidence(List.of(each), across.get()));
      } else if (Lines.isReading(each.finding())) {
        readings.computeIfAbsent(each.moment().state(), _ -> new ArrayList<>()).add(each);
      } else {
        all.add(new Evidence(List.of(each), alone(each.finding(), each.moment(), told)));
      }
    }
    for (List<DatedFinding> state : readings.values()) {
      Lines here = lines(state.getFirst().moment());
      for (List<DatedFinding> group : here.groups(state)) {
        all.add(new Evidence(group, here.setUp(group, told)));
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
    return Lively.of(quiet(evidence), evidence.found(), board, supply);
  }

  private TestModel<?> quiet(Evidence evidence) {
    return switch (evidence.about()) {
      case Lines.SetUp setUp when setUp.saidBefore() -> new NoModel(evidence.found().getFirst());
      case Lines.SetUp setUp when isLone(evidence) ->
          new LoneEnds(board, readings)
              .model(evidence.found().getLast(), setUp.given())
              .orElseThrow();
      case Lines.SetUp setUp -> lines(setUp.moment()).model(evidence.findings(), setUp);
      case SeriesVolts across -> across.model(this.readings, evidence.found().getFirst());
      case Alone alone -> model(evidence.found().getFirst(), alone);
      case Object other -> throw new IllegalArgumentException("no evidence: " + other);
    };
  }

  private boolean isLone(Evidence evidence) {
    return new LoneEnds(board, readings).model(evidence.found().getLast(), List.of()).isPresent();
  }

  /**
   * The model of a test still to be made, given what was told.
   *
   * @param test one of its outcomes; which does not matter
   */
  public TestModel<?> model(Finding test, Moment moment, List<DatedFinding> told) {
    return Lines.isReading(test)
        ? lines(moment).test(test, moment, told)
        : model(test, alone(test, moment, told));
  }

  private TestModel<?> model(Finding finding, Alone alone) {
    TestKind kind = finding.kind();
    if (alone.moment().freeRun() && kind.powered() && !kind.ofSupply() && !isOfWarmth(finding)) {
      // A processor that only counts shows nothing else.
      return finding instanceof Finding.Symptom(String card)
          ? new UnwellModel(board, card)
          : new NoModel(finding);
    }
    if (!alone.starved().isEmpty() && kind.powered() && !kind.ofSupply()) {
      // How a board works cannot be asked while a rail is down.
      return new NoModel(finding);
    }
    Set<String> out = alone.moment().partsOut();
    TestModel<?> bare = bare(finding, alone.moment(), alone.expectation());
    return out.isEmpty() || kind.partOut() ? bare : new PartsOut<>(bare, out);
  }

  /** The lines as they are while the board runs by itself, or while its processor only counts. */
  private Lines lines(Moment moment) {
    return moment.freeRun() ? inFreeRun().orElse(lines) : lines;
  }

  @SuppressWarnings("NullAway") // Made once, by whoever comes first.
  private Optional<Lines> inFreeRun() {
    Optional<Lines> made = freeRun.get();
    if (made == null) {
      freeRun.compareAndSet(
          null,
          FreeRunBoard.of(board)
              .map(
                  counting ->
                      new Lines(
                          counting,
                          new NetPropagation(counting),
                          activity.inFreeRun(),
                          SimulatedLines.NONE,
                          states,
                          true)));
      made = freeRun.get();
    }
    return made;
  }

  private static boolean isOfWarmth(Finding finding) {
    return finding instanceof Finding.Heat
        || finding instanceof Finding.Temperature
        || finding instanceof Finding.NothingHot;
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
      case Finding.FarVolts far -> fed(far, moment, told);
      case Finding.Heat _ -> new Expectation.Low(low(moment, told));
      case Finding.FunctionCheck check when !check.works() -> complaint(check, moment, told);
      case Finding.NothingHot _ ->
          new Expectation.But(
              told.stream()
                  .filter(other -> other.moment().epoch() == moment.epoch())
                  .map(DatedFinding::finding)
                  .filter(other -> other instanceof Finding.Heat heat && heat.tooWarm())
                  .map(other -> other.subject().part())
                  .collect(Collectors.toSet()));
      case Finding _ -> Expectation.NONE;
    };
  }

  /** Whether nothing told since the last mend says that the board does not run. */
  private Expectation complaint(
      Finding.FunctionCheck check, Moment moment, List<DatedFinding> told) {
    List<Finding> here =
        told.stream()
            .filter(other -> other.moment().epoch() == moment.epoch())
            .map(DatedFinding::finding)
            .toList();
    boolean runs =
        here.stream()
            .noneMatch(
                f ->
                    f instanceof Finding.Symptom(String card)
                        && board
                            .symptom(card)
                            .filter(c -> c.chances().getOrDefault(CPU, 0.0) >= SHOWS_IT_STANDS)
                            .isPresent());
    return here.contains(check) && runs ? new Expectation.Complaint() : Expectation.NONE;
  }

  /** The rails whose last reading since the last mend was far too low. */
  private Set<String> low(Moment moment, List<DatedFinding> told) {
    return board.supplies().stream()
        .filter(
            rail ->
                told.stream()
                    .filter(other -> other.moment().epoch() == moment.epoch())
                    .flatMap(other -> atSource(other.finding(), rail).stream())
                    .reduce((_, later) -> later)
                    .filter(volts -> !RailVoltage.works(rail, volts))
                    .isPresent())
        .map(Rail::name)
        .collect(Collectors.toSet());
  }

  /** Whether the last reading of the rail at its source, since the last mend, was good. */
  private Expectation fed(Finding.FarVolts far, Moment moment, List<DatedFinding> told) {
    Rail rail = board.rail(far.rail()).orElseThrow();
    return told.stream()
        .filter(other -> other.moment().epoch() == moment.epoch())
        .map(DatedFinding::finding)
        .flatMap(read -> atSource(read, rail).stream())
        .reduce((_, later) -> later)
        .filter(volts -> RailVoltage.of(rail, volts) == RailVoltage.Standing.GOOD)
        .<Expectation>map(_ -> new Expectation.Fed())
        .orElse(Expectation.NONE);
  }

  /** Volts read of the rail itself, or at a part it comes from. */
  private static Optional<Double> atSource(Finding read, Rail rail) {
    return switch (read) {
      case Finding.RailVolts(String name, double volts) when name.equals(rail.name()) ->
          Optional.of(volts);
      case Finding.RailCalledGood(String name) when name.equals(rail.name()) ->
          Optional.of(rail.volts());
      case Finding.FarVolts(String name, String part, double volts)
          when name.equals(rail.name()) && rail.madeBy().contains(part) ->
          Optional.of(volts);
      case Finding _ -> Optional.empty();
    };
  }

  private TestModel<?> bare(Finding finding, Moment moment, Expectation expectation) {
    return switch (finding) {
      case Finding.Probe _,
          Finding.Noise _,
          Finding.PinVolts _,
          Finding.Frequency _,
          Finding.ResetPulse _ ->
          throw new IllegalArgumentException("readings of lines are weighed together: " + finding);
      case Finding.RailVolts t ->
          supplyModels.volts(
              t.rail(), "rail volts", volts -> new Finding.RailVolts(t.rail(), volts));
      case Finding.FarVolts t ->
          supplyModels.voltsAt(
              t.rail(),
              t.part(),
              expectation instanceof Expectation.Fed,
              volts -> new Finding.FarVolts(t.rail(), t.part(), volts));
      case Finding.DummyVolts t ->
          supplyModels.volts(
              t.rail(), "dummy volts", volts -> new Finding.DummyVolts(t.rail(), volts));
      case Finding.RailCalledGood well -> supplyModels.calledGood(well);
      case Finding.RailAmps amps -> supplyModels.amps(amps.rail(), moment.partsOut());
      case Finding.Ripple ripple -> supplyModels.ripple(ripple.rail());
      case Finding.RailOhms ohms -> supplyModels.ohms(ohms);
      case Finding.PullStep pull -> supplyModels.pull(pull, moment.ohmsBefore().orElse(Double.NaN));
      case Finding.Continuity continuity -> copperModels.continuity(continuity);
      case Finding.TesterVerdict verdict ->
          new TesterModel(readings, board.part(verdict.part()).orElseThrow());
      case Finding.DeadTestResult result ->
          new DeadTestModel(shared(), Math.max(1, result.counts().size()));
      case Finding.Swap swap -> new SwapModel(readings, swap.part());
      case Finding.Symptom shown -> new SymptomModel(shared(), shown.card());
      case Finding.Heat heat ->
          passiveModels.heat(
              heat.part(),
              expectation instanceof Expectation.Low(Set<String> rails) ? rails : Set.of());
      case Finding.PinOhms ohms when saysMoreThanItsPeers(ohms, expectation) ->
          copperModels.toGround(ohms, WayToGround.of(board, ohms).orElseThrow());
      case Finding.PinOhms ohms
          when expectation instanceof Expectation.None && WayToGround.isDoubtful(board, ohms) ->
          passiveModels.pinOhms(ohms, new Expectation.Among(PassiveModels.USUAL_LINES));
      case Finding.Temperature _, Finding.PinOhms _ when expectation instanceof Expectation.None ->
          new NoModel(finding);
      case Finding.Temperature temperature ->
          passiveModels.temperature(temperature, (Expectation.Among) expectation);
      case Finding.PinOhms ohms -> passiveModels.pinOhms(ohms, (Expectation.Among) expectation);
      case Finding.CapacitorReading capacitor ->
          passiveModels.capacitor(capacitor, moment.partsOut());
      case Finding.FoundBad(Conclusion.BadPart bad) -> partModels.found(bad, board.parts().size());
      case Finding.FoundBad(Conclusion.BadCopper bad) -> copperModels.found(bad);
      case Finding.RomCompare rom -> partModels.rom(rom);
      case Finding.Elsewhere elsewhere -> partModels.elsewhere(elsewhere);
      case Finding.Piggyback piggyback -> partModels.piggyback(piggyback);
      case Finding.Without without -> partModels.without(without);
      case Finding.DiagnosticResult result -> PathModel.diagnostic(shared(), result);
      case Finding.FoundBad(Conclusion.BadLeg bad) -> copperModels.found(bad);
      case Finding.Exchanged exchanged -> partModels.exchanged(exchanged);
      case Finding.OldPartVerdict old ->
          new OldPartModel(new TesterModel(readings, board.part(old.part()).orElseThrow()));
      case Finding.Provoked provoked -> new WaverModels(board, readings).provoked(provoked);
      case Finding.ComesAndGoes told -> new WaverModels(board, readings).nowAndThen(told);
      case Finding.NothingHot _ ->
          passiveModels.nothingHot(
              expectation instanceof Expectation.But(Set<String> but) ? but : Set.of());
      case Finding.Runs runs -> new UseModels(shared()).runs(runs);
      case Finding.PartOhms ohms -> passiveModels.across(ohms);
      case Finding.PartVolts volts -> passiveModels.across(volts);
      case Finding.AlternatingVolts volts -> passiveModels.alternating(volts);
      case Finding.Processing processing ->
          new UseModels(shared()).processing(processing, activity);
      case Finding.Message message -> new UseModels(shared()).message(message);
      case Finding.FirmwareError error -> new UseModels(shared()).error(error);
      case Finding.Settings _ -> new UseModels(shared()).settings();
      case Finding.Polls polls -> new UseModels(shared()).polls(polls);
      case Finding.DeadTestPicture _ ->
          new UseModels(shared()).deadTestPicture(new DeadTestModel(shared(), 1));
      case Finding.PinFunction pin -> new WayModel(board, readings).of(pin);
      case Finding.ProofRun run -> new UseModels(shared()).proof(run);
      case Finding.FunctionCheck check ->
          PathModel.function(shared(), check, expectation instanceof Expectation.Complaint);
    };
  }

  /** A short is one whatever its peers read; without peers a good figure is no short. */
  private boolean saysMoreThanItsPeers(Finding.PinOhms ohms, Expectation expectation) {
    return WayToGround.of(board, ohms)
        .filter(way -> way.joined() || expectation instanceof Expectation.None)
        .isPresent();
  }

  private Shared shared() {
    return new Shared(board, nets, startOrder, simulated, readings, deadTest);
  }
}
