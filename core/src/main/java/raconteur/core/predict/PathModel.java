package raconteur.core.predict;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import raconteur.core.bench.program.FaultDictionary;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Device;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.FaultMode;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/**
 * A test that uses several parts, each by its own transactions, and gives a verdict on each: the
 * full diagnostic, or the check of one function. A part is called bad where it is, or where a fault
 * reaches its pins: so what several bad ones share is convicted, and those that pass clear what
 * they hang on. What keeps the processor from running keeps the test from running.
 */
final class PathModel implements TestModel<PathModel.State> {
  private static final State CLEAR = new State(Set.of(), Run.FREE);

  /** Among the parts that are reached: nobody knows the way, and this may be on it. */
  private static final String PERHAPS = "?";

  private final Board board;
  private final NetPropagation nets;
  private final StartOrder startOrder;
  private final Readings readings;
  private final String test;
  private final List<String> parts;

  /** Whether the parts are called good or bad together, as what serves one purpose. */
  private final boolean together;

  private final SimulatedAnswers simulated;
  private final boolean shown;
  private final boolean withoutHarness;

  /** Whether no net says what reaches some of the parts. */
  private final boolean unwired;

  /** Whether nothing but plugs and switches is what is checked. */
  private final boolean onlyPlugs;

  /** Whether a bad verdict is what the board is complained of. */
  private final boolean complaint;

  private final Function<Finding, SortedMap<String, Boolean>> verdicts;
  private final BiFunction<SortedMap<String, Boolean>, Boolean, Finding> made;

  /** How far the test's own program comes: its text may be there and yet hard to read. */
  enum Run {
    FREE,
    GARBLED,
    STOPPED;

    static Run of(boolean stopped) {
      return stopped ? STOPPED : FREE;
    }
  }

  /**
   * @param reached the tested parts a fault meets
   */
  record State(Set<String> reached, Run run) {
    State {
      reached = Set.copyOf(reached);
    }
  }

  private PathModel(
      Predictor.Shared shared,
      String test,
      List<String> parts,
      boolean together,
      boolean complaint,
      boolean withoutHarness,
      boolean shown,
      Function<Finding, SortedMap<String, Boolean>> verdicts,
      BiFunction<SortedMap<String, Boolean>, Boolean, Finding> made) {
    this.board = shared.board();
    this.nets = shared.nets();
    this.startOrder = shared.startOrder();
    this.readings = shared.readings();
    this.simulated = shared.simulated();
    this.shown = shown;
    this.test = test;
    this.parts = parts;
    this.together = together;
    this.complaint = complaint;
    this.withoutHarness = withoutHarness;
    this.verdicts = verdicts;
    this.made = made;
    this.onlyPlugs =
        together
            && parts.stream()
                .allMatch(name -> board.part(name).filter(PathModel::isPlug).isPresent());
    this.unwired = together && parts.stream().anyMatch(this::isUnwired);
  }

  /** Whether nobody has written down where a part's signals go. */
  private boolean isUnwired(String part) {
    return board.part(part).stream()
        .flatMap(p -> p.pins().stream())
        .flatMap(pin -> board.netOf(pin).stream())
        .allMatch(net -> board.isSupply(net.name()));
  }

  /**
   * Where only plugs are listed for something: a chip that is there for users, or shares a word
   * with them. Things are called by their plugs, and the plug seldom is what fails.
   */
  private boolean servesTheSame(Fault fault) {
    return mayServe(fault)
        || (fault.place().mendable() instanceof Place.OfPart(String name)
            && board.part(name).filter(p -> p.device().isChip() && sharesAWord(p)).isPresent());
  }

  private boolean sharesAWord(Part part) {
    Set<String> words = wordsOf(part);
    return parts.stream()
        .flatMap(name -> board.part(name).stream())
        .anyMatch(plug -> wordsOf(plug).stream().anyMatch(words::contains));
  }

  private static boolean isPlug(Part part) {
    return part.device().isContact() && !part.device().isKey();
  }

  /** What a part is listed with, but for what every plug is called. */
  private static Set<String> wordsOf(Part part) {
    return WORDS
        .splitAsStream(part.purpose().toLowerCase(Locale.ROOT))
        .filter(w -> w.length() >= ENOUGH_LETTERS && !OF_PLUGS.contains(w))
        .collect(Collectors.toSet());
  }

  private static final Pattern WORDS = Pattern.compile("[^a-z0-9]+");
  private static final int ENOUGH_LETTERS = 4;
  private static final Set<String> OF_PLUGS =
      Set.of("port", "connector", "socket", "plug", "jack", "slot", "edge", "header", "main");

  /** What drives plugs and switches on most boards, where no net says what drives these. */
  private boolean mayServe(Fault fault) {
    return fault.place().mendable() instanceof Place.OfPart(String name)
        && board
            .part(name)
            .filter(p -> !p.device().isContact())
            .filter(
                p ->
                    p.device().isUnknown()
                        || (p.block().equals(FOR_USERS) && p.device().pins().size() > FEW_PINS))
            .isPresent();
  }

  private static final String FOR_USERS = "io";

  /** No chip has fewer legs. */
  private static final int FEW_PINS = 7;

  static PathModel diagnostic(Predictor.Shared shared, Finding.DiagnosticResult found) {
    return new PathModel(
        shared,
        "diagnostic",
        List.copyOf(found.bad().keySet()),
        false,
        false,
        !found.harness(),
        true,
        f -> ((Finding.DiagnosticResult) f).bad(),
        Finding.DiagnosticResult::new);
  }

  /**
   * @param complaint whether it is what the board is complained of, as far as anybody said
   */
  static PathModel function(
      Predictor.Shared shared, Finding.FunctionCheck found, boolean complaint) {
    return new PathModel(
        shared,
        "function",
        found.parts(),
        true,
        complaint,
        false,
        false,
        f ->
            new TreeMap<>(
                java.util.Map.of(found.parts().getFirst(), !((Finding.FunctionCheck) f).works())),
        (bad, harness) ->
            new Finding.FunctionCheck(
                found.parts(), found.purpose(), !bad.get(found.parts().getFirst())));
  }

  @Override
  public State none() {
    return CLEAR;
  }

  @Override
  public State effectOf(Fault fault) {
    if (fault.mode() == FaultMode.LEAKS) {
      return CLEAR;
    }
    Set<String> reached = new HashSet<>();
    boolean stopped = false;
    if (fault.place().mendable() instanceof Place.OfPart(String part)) {
      if (parts.contains(part)) {
        reached.add(part);
      }
      stopped = fault.mode() != FaultMode.WEAK && (isProcessor(part) || (shown && isRom(part)));
    }
    if (fault.place() instanceof Place.Joints(String part) && parts.contains(part)) {
      reached.add(part);
    }
    if (board.nets().isEmpty()) {
      if (reached.isEmpty() && onlyPlugs && servesTheSame(fault)) {
        reached.add(PERHAPS);
      }
      return new State(reached, Run.of(stopped || byBlock(fault)));
    }
    var visitor = new Visitor(reached);
    nets.consequences(fault).forEach(visitor::visit);
    if (unwired && reached.isEmpty() && mayServe(fault)) {
      reached.add(PERHAPS);
    }
    Optional<FaultDictionary.Answer> known = shown ? simulated.of(fault) : Optional.empty();
    return new State(
        reached, known.map(PathModel::read).orElse(Run.of(stopped || visitor.stopped)));
  }

  /**
   * The board's own firmware starts the diagnostic and the screen tells what it found: where the
   * one does not come up or the other shows no text, nothing can be read; wrong letters may still
   * be told apart.
   */
  private static Run read(FaultDictionary.Answer alone) {
    return switch (alone.look()) {
      case BLANK, BORDER, GARBAGE, CHANGING -> Run.STOPPED;
      case CHARACTERS -> Run.GARBLED;
      case COLOURS, WORKS -> Run.FREE;
    };
  }

  /** At sheet depth: what must run before the tested parts' blocks stops the test. */
  private boolean byBlock(Fault fault) {
    int stage = startOrder.stage(startOrder.blockOf(fault));
    return stage >= 0
        && startOrder.neededByDeadTest(startOrder.block(stage))
        && !(fault.place().mendable() instanceof Place.OfPart(String part) && parts.contains(part));
  }

  private final class Visitor {
    private final Set<String> reached;
    private boolean stopped;

    Visitor(Set<String> reached) {
      this.reached = reached;
    }

    void visit(PinRef pin, Signal change) {
      if (change == Signal.DOUBTFUL) {
        return;
      }
      if (parts.contains(pin.part())) {
        reached.add(pin.part());
      }
      stopped |= isProcessor(pin.part()) && board.kind(pin).reads();
    }
  }

  private boolean isRom(String part) {
    return board.part(part).map(Part::device).filter(Device::isRom).isPresent();
  }

  private boolean isProcessor(String part) {
    return board.part(part).map(Part::device).filter(d -> d.isProcessor()).isPresent();
  }

  /** Whether a fault alone lets the test run and makes bad just those parts that it calls bad. */
  boolean makesJustThese(Finding.DiagnosticResult found, Fault fault) {
    State alone = effectOf(fault);
    return alone.run() != Run.STOPPED
        && found.bad().entrySet().stream()
            .allMatch(verdict -> alone.reached().contains(verdict.getKey()) == verdict.getValue());
  }

  @Override
  public State combine(State one, State other) {
    Set<String> reached = new HashSet<>(one.reached());
    reached.addAll(other.reached());
    return new State(reached, one.run().compareTo(other.run()) > 0 ? one.run() : other.run());
  }

  @Override
  public double probability(Finding found, State state) {
    SortedMap<String, Boolean> told = verdicts.apply(found);
    double chance = 1;
    if (shown) {
      String run = state.run().name().toLowerCase(Locale.ROOT);
      chance = readings.chance("diagnostic runs", run, told.isEmpty() ? "nothing" : "runs");
    }
    for (var verdict : told.entrySet()) {
      chance *=
          readings.chance(
              test,
              condition(verdict.getKey(), state, verdict.getValue()),
              verdict.getValue() ? "bad" : "good");
    }
    return chance;
  }

  private String condition(String part, State state, boolean bad) {
    String complained = complaint && bad ? ", and complained of" : "";
    if (state.run() == Run.STOPPED) {
      return "stopped" + complained;
    }
    boolean port =
        board
            .part(part)
            .map(Part::device)
            .filter(d -> d.isCustomPort() || d.isContact())
            .isPresent();
    if (unwired && state.reached().equals(Set.of(PERHAPS))) {
      return "perhaps";
    }
    boolean reached = together ? !state.reached().isEmpty() : state.reached().contains(part);
    String condition = reached ? "bad" : "good" + complained;
    return port && withoutHarness ? condition + " without harness" : condition;
  }

  /** Every combination of verdicts: two to the number of parts, so few parts are asked for. */
  @Override
  public List<Finding> outcomes() {
    List<Finding> outcomes = new ArrayList<>();
    if (shown) {
      outcomes.add(made.apply(new TreeMap<>(), !withoutHarness));
    }
    List<String> called = together ? parts.subList(0, 1) : parts;
    for (int pattern = 0; pattern < 1 << called.size() && !called.isEmpty(); pattern++) {
      SortedMap<String, Boolean> bad = new TreeMap<>();
      for (int i = 0; i < called.size(); i++) {
        bad.put(called.get(i), (pattern >> i & 1) == 1);
      }
      outcomes.add(made.apply(bad, !withoutHarness));
    }
    return outcomes;
  }
}
