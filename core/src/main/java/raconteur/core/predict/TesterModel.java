package raconteur.core.predict;

import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/**
 * A chip tester's verdict on one part. Gates are named independently of each other: a stuck one
 * nearly always, a good one hardly ever.
 */
final class TesterModel implements TestModel<TesterModel.State> {
  private final Readings readings;
  private final Part part;
  private final Map<PinRef, String> gateOfOutput = new HashMap<>();

  /** What is wrong with the part, as far as a tester could tell. */
  record State(boolean leaky, boolean dead, Set<String> stuckGates) {
    State {
      stuckGates = Set.copyOf(stuckGates);
    }
  }

  private static final State GOOD = new State(false, false, Set.of());

  TesterModel(Readings readings, Part part) {
    this.readings = readings;
    this.part = part;
    part.device()
        .gateOutputs()
        .forEach(
            (gate, outputs) ->
                outputs.forEach(
                    name ->
                        gateOfOutput.put(
                            part.pin(part.device().pinNamed(name).orElseThrow().number()), gate)));
  }

  @Override
  public State none() {
    return GOOD;
  }

  @Override
  public State effectOf(Fault fault) {
    return switch (fault.place()) {
      case Place.OfPart place when place.part().equals(part.designator()) ->
          fault.mode() == FaultMode.UNSUITED ? GOOD : new State(false, true, Set.of());
      case Place.Load place when place.part().equals(part.designator()) ->
          new State(true, fault.mode() == FaultMode.SHORTED, Set.of());
      case Place.Input place when place.pin().part().equals(part.designator()) ->
          new State(false, true, Set.of());
      case Place.Inside place when place.one().part().equals(part.designator()) ->
          new State(false, true, Set.of());
      case Place.Output place
          when place.pin().part().equals(part.designator()) && fault.mode() == FaultMode.WEAK ->
          new State(true, false, Set.of());
      case Place.Output place when place.pin().part().equals(part.designator()) ->
          gateOfOutput.containsKey(place.pin())
              ? new State(false, false, Set.of(gateOfOutput.get(place.pin())))
              : new State(false, true, Set.of());
      case Place.OfPart _,
          Place.Load _,
          Place.Output _,
          Place.Input _,
          Place.Segment _,
          Place.Contact _,
          Place.Joints _,
          Place.FittedSet _,
          Place.Inside _,
          Place.Bridge _ ->
          GOOD;
    };
  }

  @Override
  public State combine(State one, State other) {
    Set<String> gates = new HashSet<>(one.stuckGates());
    gates.addAll(other.stuckGates());
    return new State(one.leaky() || other.leaky(), one.dead() || other.dead(), gates);
  }

  @Override
  public double probability(Finding found, State state) {
    var verdict = (Finding.TesterVerdict) found;
    boolean bad = state.dead() || !state.stuckGates().isEmpty();
    String condition = bad ? "bad" : state.leaky() ? "leaky" : "good";
    String tester = isMemory(part) ? "ram tester" : "tester";
    double chance = readings.chance(tester, condition, verdict.passed() ? "pass" : "fail");
    return verdict.failingGates().isEmpty() ? chance : chance * named(verdict, state);
  }

  /** Memories go into the RAM tester, which times them too. */
  static boolean isMemory(Part part) {
    return part.device().isRam();
  }

  private double named(Finding.TesterVerdict verdict, State state) {
    double chance = 1;
    for (String gate : part.device().gateOutputs().keySet()) {
      String condition =
          state.dead() ? "dead" : state.stuckGates().contains(gate) ? "stuck" : "good";
      String outcome = verdict.failingGates().contains(gate) ? "named" : "not named";
      chance *= readings.chance("gates named", condition, outcome);
    }
    return chance;
  }

  @Override
  public List<Finding> outcomes() {
    String designator = part.designator();
    return List.of(
        new Finding.TesterVerdict(designator, true, new TreeSet<>()),
        new Finding.TesterVerdict(designator, false, new TreeSet<>()));
  }
}
