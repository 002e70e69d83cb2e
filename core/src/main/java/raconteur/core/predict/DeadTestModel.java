package raconteur.core.predict;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import raconteur.core.bench.program.DeadTest;
import raconteur.core.board.Board;
import raconteur.core.board.Flash;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.finding.Finding.DeadTestEnd;
import raconteur.core.finding.Finding.DeadTestResult;

/**
 * What the dead-test cartridge does. It runs as long as the cartridge's connector and the processor
 * see what they should; what touches one memory of the flash table makes that count, what touches
 * several makes counts that wander from run to run.
 */
final class DeadTestModel implements TestModel<DeadTestModel.State> {
  private static final Set<String> FOUNDATIONS = Set.of("power", "clock", "reset");
  private static final State HEALTHY = new State(Run.FREE, Set.of(), false);

  private final Board board;
  private final NetPropagation nets;
  private final StartOrder startOrder;
  private final SimulatedAnswers simulated;
  private final Readings readings;
  private final Map<Fault, State> known;
  private final int runs;
  private final Map<String, Integer> countOfPart = new HashMap<>();
  private final Set<Integer> allCounts = new HashSet<>();

  /** Whether the cartridge's program can run at all. */
  enum Run {
    FREE,
    DOUBTFUL,
    BLOCKED
  }

  /**
   * @param counts the flash counts of the memories that fail by themselves
   * @param shared whether something fails that several memories hang on
   */
  record State(Run run, Set<Integer> counts, boolean shared) {
    State {
      counts = Set.copyOf(counts);
    }
  }

  DeadTestModel(Predictor.Shared shared, int runs) {
    this.board = shared.board();
    this.nets = shared.nets();
    this.startOrder = shared.startOrder();
    this.simulated = shared.simulated();
    this.readings = shared.readings();
    this.known = shared.deadTest();
    this.runs = runs;
    for (Flash flash : board.deadTest().flashes()) {
      countOfPart.merge(flash.part(), flash.count(), Math::min);
      allCounts.add(flash.count());
    }
  }

  @Override
  public State none() {
    return HEALTHY;
  }

  @Override
  public State effectOf(Fault fault) {
    State state = known.get(fault);
    return state == null ? known.computeIfAbsent(fault, this::stateOf) : state;
  }

  private State stateOf(Fault fault) {
    if (board.nets().isEmpty()) {
      return byBlock(fault);
    }
    State reasoned = byNets(fault);
    return simulated.of(fault).map(a -> simulated(a.deadTest(), reasoned)).orElse(reasoned);
  }

  /** What the running board did; counts of a shared cause wander, whatever one run showed. */
  private static State simulated(DeadTest.Result result, State reasoned) {
    return switch (result.end()) {
      case NONE -> new State(Run.BLOCKED, Set.of(), false);
      case PASS -> HEALTHY;
      case FLASHES ->
          reasoned.shared() ? reasoned : new State(Run.FREE, Set.of(result.count()), false);
    };
  }

  private State byBlock(Fault fault) {
    if (fault.place() instanceof Place.FittedSet) {
      return new State(Run.FREE, Set.of(), true);
    }
    String at =
        switch (fault.place().mendable()) {
          case Place.OfPart(String part) -> part;
          case Place.Joints(String part) -> part;
          default -> "";
        };
    if (countOfPart.containsKey(at)) {
      return new State(Run.FREE, Set.of(countOfPart.get(at)), false);
    }
    String block = startOrder.blockOf(fault);
    boolean oneWayOfMany = fault.mode() != FaultMode.DEAD && fault.mode() != FaultMode.SHORTED;
    if (block.equals("ram") || (oneWayOfMany && carriesAddresses(at))) {
      return new State(Run.FREE, Set.of(), true);
    }
    return startOrder.neededByDeadTest(block) ? new State(Run.BLOCKED, Set.of(), false) : HEALTHY;
  }

  /** Between the processor and the memories: where one of its ways fails the others still work. */
  private boolean carriesAddresses(String part) {
    return board
        .part(part)
        .filter(p -> p.device().isSmallLogic() || p.device().isCustomDecoder())
        .filter(p -> Set.of("cpu", "decode").contains(p.block()))
        .isPresent();
  }

  private State byNets(Fault fault) {
    boolean inside = fault.place() instanceof Place.OfPart || fault.place() instanceof Place.Input;
    if (inside
        && fault.place().mendable() instanceof Place.OfPart(String part)
        && countOfPart.containsKey(part)) {
      return new State(Run.FREE, Set.of(countOfPart.get(part)), false);
    }
    if (fault.place() instanceof Place.FittedSet) {
      // Now this one fails and now that one, or none.
      return new State(Run.FREE, Set.of(), true);
    }
    if (fault.mode() == FaultMode.LEAKS) {
      return HEALTHY;
    }
    if (isFoundation(fault)) {
      // What keeps a board from running keeps the cartridge from it.
      return new State(Run.BLOCKED, Set.of(), false);
    }
    if (fault.mode() == FaultMode.UNSUITED) {
      boolean needed = startOrder.neededByDeadTest(startOrder.blockOf(fault));
      return needed ? new State(Run.DOUBTFUL, Set.of(), false) : HEALTHY;
    }
    var reach = new Reach();
    nets.consequences(fault).forEach(reach::visit);
    boolean severed = reach.run == Run.BLOCKED;
    boolean shared = reach.touched.size() > 1;
    return new State(reach.run, severed || shared ? Set.of() : reach.touched, !severed && shared);
  }

  /**
   * Whether a part that makes or smooths a supply, the clock or the reset is gone, whatever black
   * boxes lie between it and the processor; small bypass capacitors are not missed.
   */
  private boolean isFoundation(Fault fault) {
    return fault.mode() == FaultMode.DEAD
        && FOUNDATIONS.contains(startOrder.blockOf(fault))
        && fault.place() instanceof Place.OfPart(String part)
        && board
            .part(part)
            .filter(p -> !p.device().isCeramicCapacitor() && !p.device().isResistor())
            .isPresent();
  }

  /** Gathers which memories and how much of the cartridge's path a fault's changes meet. */
  private final class Reach {
    private final Set<Integer> touched = new HashSet<>();
    private Run run = Run.FREE;

    void visit(PinRef pin, Signal change) {
      boolean firm = change != Signal.DOUBTFUL;
      Integer count = countOfPart.get(pin.part());
      if (count != null && firm) {
        touched.add(count);
      }
      if (isCartridgePath(pin)) {
        Run here = firm ? Run.BLOCKED : Run.DOUBTFUL;
        run = here.compareTo(run) > 0 ? here : run;
      }
    }
  }

  private boolean isCartridgePath(PinRef pin) {
    if (pin.part().equals(board.deadTest().cartridge())) {
      return true;
    }
    return board.part(pin.part()).map(Part::device).filter(d -> d.isProcessor()).isPresent()
        && board.kind(pin).reads();
  }

  @Override
  public State combine(State one, State other) {
    Set<Integer> counts = new HashSet<>(one.counts());
    counts.addAll(other.counts());
    Run run = one.run().compareTo(other.run()) >= 0 ? one.run() : other.run();
    return new State(run, counts, one.shared() || other.shared());
  }

  private static String condition(State state) {
    if (state.run() == Run.BLOCKED) {
      return "blocked";
    }
    if (state.shared()) {
      return "shared";
    }
    if (state.counts().size() > 1) {
      return "several chips";
    }
    if (state.counts().size() == 1) {
      return "one chip";
    }
    return state.run() == Run.DOUBTFUL ? "doubtful" : "healthy";
  }

  @Override
  public double probability(Finding found, State state) {
    var result = (DeadTestResult) found;
    String end = result.end().name().toLowerCase(Locale.ROOT);
    double chance = readings.chance("dead test", condition(state), end);
    return result.end() == DeadTestEnd.FLASHES ? chance * counts(result.counts(), state) : chance;
  }

  /**
   * The chance of a row of counts. A cause inside one memory names, run after run, the right count
   * or one wrong count; a shared cause names the first of all where it is firm, and wanders where
   * it is weak. Repeats therefore agree or tell.
   */
  private double counts(List<Integer> counts, State state) {
    String kind =
        switch (condition(state)) {
          case "one chip" -> "one chip";
          case "several chips" -> "several chips";
          default -> "shared";
        };
    double uniform = 1.0 / Math.max(1, allCounts.size());
    double wander = Math.pow(uniform, counts.size());
    double anyOne = 0;
    for (int count : allCounts) {
      anyOne += uniform * steady(counts, count, uniform);
    }
    double right = 0;
    if (kind.equals("shared")) {
      // The test writes bit by bit and stops at the first that fails: where none can be reached,
      // that is the first of all.
      right =
          steady(counts, allCounts.stream().mapToInt(Integer::intValue).min().orElse(0), uniform);
    } else if (!state.counts().isEmpty()) {
      int first = state.counts().stream().mapToInt(Integer::intValue).min().orElseThrow();
      right = steady(counts, first, uniform);
    }
    return readings.chance("count", kind, "right chip") * right
        + readings.chance("count", kind, "one other chip") * anyOne
        + readings.chance("count", kind, "wanders") * wander;
  }

  private double steady(List<Integer> counts, int expected, double uniform) {
    double same = readings.chance("count", "repeat", "same");
    double differs = readings.chance("count", "repeat", "differs");
    double chance = 1;
    for (int count : counts) {
      chance *= (count == expected ? same : 0) + differs * uniform;
    }
    return chance;
  }

  @Override
  public List<Finding> outcomes() {
    List<Finding> outcomes = new ArrayList<>();
    outcomes.add(new DeadTestResult(DeadTestEnd.NONE, List.of()));
    outcomes.add(new DeadTestResult(DeadTestEnd.PASS, List.of()));
    for (int count : allCounts.stream().sorted().toList()) {
      outcomes.add(
          new DeadTestResult(DeadTestEnd.FLASHES, java.util.Collections.nCopies(runs, count)));
    }
    return outcomes;
  }
}
