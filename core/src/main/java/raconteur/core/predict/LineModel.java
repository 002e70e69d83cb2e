package raconteur.core.predict;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.function.IntFunction;
import java.util.function.Predicate;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import raconteur.core.board.Net;
import raconteur.core.board.PinRef;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;

/**
 * What is read at the pins of a few lines in one state of the board.
 *
 * <p>Every piece of a line is in one true state, whatever is read of it: the readings of one piece
 * share that state and err each by itself. Where everything in front of a gate is among the lines,
 * its healthy output follows the true states of its inputs; elsewhere a line is predicted by how
 * faults spread. The chance of the readings is the sum over the true states, line by line from the
 * inputs on (exact where no line feeds two of the gates, the forward pass of Pearl 1988,
 * "Probabilistic Reasoning in Intelligent Systems", section 4.3; else each gate takes its inputs
 * for independent). docs/models.md has the formulas.
 */
final class LineModel implements TestModel<LineModel.Effect> {
  /** So many pins of one line are told apart; more count as read at the last of them. */
  static final int MOST_STATIONS = 15;

  private static final int BITS = 4;
  private static final long MASK = 15;

  /**
   * How much a line counts as it was in one simulated run. Measured over other power-ups of 150
   * boards with one fault, 99 lines of 100 are the same again, and 97 of 100 with two faults; a
   * real board is not the simulated one.
   */
  private static final double ONE_RUN = 0.9;

  private static final double HARDLY = 1e-9;

  private final List<Node> nodes;
  private final Map<PinRef, At> at;
  private final LineStates states;
  private static final Line[] NO_LINES = {};

  private final Spreading spreading;
  private final Map<Finding, Optional<Lit>> lit = new HashMap<>();
  private final List<Lit> given;
  private final List<Finding> outcomes;
  private final List<BitSet> hangOn;
  private final boolean mayIdle;
  private final long markOfPins;
  private final int[] watched;
  private final Set<String> nets;
  private final List<Predicate<Fault>> followed;
  private final Map<Effect, Double> weightOfGiven = new HashMap<>();
  private final Weighing ofGiven;
  private final Map<Finding, Weighing> ofOne = new HashMap<>();
  private final Map<List<Finding>, Weighing> ofSome = new HashMap<>();
  private final Function<Finding, Optional<LineReading>> reading;

  /**
   * One line.
   *
   * @param stations the pins that are read or that a gate here hangs on, along the copper
   * @param ids their numbers on the board
   * @param watched their numbers among the pins that were watched in a simulation
   * @param path where each is on the copper
   * @param driver the station of the line's only driver, −1 for none or several
   * @param follows the gate behind that driver, where its inputs are among the lines
   * @param healthy what the line does on a good board
   * @param idle what it does where the program may stand; empty where it needs none
   * @param fetching what it does where the program is lost but the processor goes on; empty where
   *     the processor does not drive it by itself
   * @param runs whether other lines show that the program runs
   * @param counted whether it moves on a good board whose processor only counts: that goes on,
   *     whatever comes out of what is addressed
   * @param twins a pin of each line that the same parts drive and that was seen to move
   * @param driven whether an output that always drives holds it
   * @param standsOn what it does if what let it stand before parts were pulled is still in; empty
   *     where it was not seen to stand
   * @param starved whether its driver gets too little supply to work
   */
  @SuppressWarnings("ArrayRecordComponent")
  record Node(
      List<PinRef> stations,
      int[] ids,
      int[] watched,
      int[] path,
      Net net,
      int driver,
      Optional<Follows> follows,
      double[] healthy,
      Optional<double[]> idle,
      Optional<double[]> fetching,
      boolean runs,
      boolean counted,
      int[] twins,
      boolean driven,
      Optional<double[]> standsOn,
      boolean starved) {}

  /**
   * A gate whose inputs are lines here.
   *
   * @param inputs those that are no supplies, in the order of the table
   * @param partly whether it has more inputs, by which faults may come as well
   */
  record Follows(GateTable table, List<Input> inputs, boolean partly) {}

  /** An input pin of a gate, and where its line is among the nodes. */
  record Input(int pinId, int node, int station) {}

  /** Where a pin is. */
  record At(int node, int station) {}

  /** How faults spread, as far as this model asks. */
  interface Spreading {
    FaultSpread of(Fault fault);

    /** The same of many by their order; looked up once for all who ask with the same list. */
    IntFunction<FaultSpread> of(List<Fault> faults);

    /** What several faults do together. */
    Consequences together(List<Fault> faults);

    /** Which faults are in an output, or in what it drives. */
    Predicate<Fault> actingAt(PinRef output);

    /** Whether a fault is in something that is out of the board. */
    boolean isAway(Fault fault);
  }

  /** A reading at its place. */
  @SuppressWarnings("ArrayRecordComponent")
  private record Lit(At at, double[] chances) {}

  /** Whether a line may stand though nothing is wrong with it. */
  enum Standing {
    /** It may not. */
    NOT,
    /** The program may be lost; the processor goes on, whatever it fetches. */
    LOST,
    /** Nothing may be running. */
    IDLE;

    Standing and(Standing other) {
      return compareTo(other) >= 0 ? this : other;
    }
  }

  /**
   * What faults do to one line.
   *
   * @param changes four bits a station: 0 for none, else the signal there by its order, plus one
   * @param gaps the stations behind which the copper is cut, one bit each
   * @param off the stations whose contact is open, one bit each
   * @param loose whether what drives the line may itself be what is wrong: it then may float, too
   * @param local whether the line's driver itself does not do what its gate says
   * @param alike whether what disturbs it is elsewhere, and the processor only counts or a line
   *     that the same parts drive, and that moves, is disturbed alike
   * @param standing whether the line may stand because the program does not run
   * @param astray what it does on the simulated board whose program goes astray, plus one; 0 for
   *     none
   */
  record Line(
      long changes,
      int gaps,
      int off,
      boolean loose,
      boolean local,
      boolean alike,
      Standing standing,
      int astray) {
    static final Line NONE = new Line(0, 0, 0, false, false, false, Standing.NOT, 0);

    Line and(Line other) {
      if (equals(NONE)) {
        return other;
      }
      if (other.equals(NONE)) {
        return this;
      }
      long joined = 0;
      for (int s = 0; s < MOST_STATIONS; s++) {
        long one = changes >> (BITS * s) & MASK;
        long two = other.changes >> (BITS * s) & MASK;
        joined |= join(one, two) << (BITS * s);
      }
      boolean disagree = astray != 0 && other.astray != 0 && astray != other.astray;
      return new Line(
          joined,
          gaps | other.gaps,
          off | other.off,
          loose || other.loose,
          local || other.local,
          alike && other.alike,
          disagree ? Standing.IDLE : standing.and(other.standing),
          disagree ? 0 : Math.max(astray, other.astray));
    }

    private static long join(long one, long two) {
      if (one == 0 || two == 0 || one == two) {
        return Math.max(one, two);
      }
      Signal[] all = Signal.values();
      return 1L + NetPropagation.join(all[(int) one - 1], all[(int) two - 1]).ordinal();
    }

    private Optional<Signal> changeAt(int station) {
      long change = changes >> (BITS * station) & MASK;
      return change == 0 ? Optional.empty() : Optional.of(Signal.values()[(int) change - 1]);
    }
  }

  /** What faults do to the lines: most do something to few of them, and only those are kept. */
  static final class Effect {
    private static final Effect NONE = new Effect(new int[0], NO_LINES);

    private final int[] at;
    private final Line[] lines;
    private final int hash;

    /**
     * @param at the lines something is done to, ascending
     * @param lines what is done to each of them; never {@link Line#NONE}
     */
    private Effect(int[] at, Line[] lines) {
      this.at = at;
      this.lines = lines;
      this.hash = 31 * Arrays.hashCode(at) + Arrays.hashCode(lines);
    }

    private Line line(int node) {
      int i = Arrays.binarySearch(at, node);
      return i < 0 ? Line.NONE : lines[i];
    }

    private Effect and(Effect other) {
      int[] both = new int[at.length + other.at.length];
      Line[] joined = new Line[both.length];
      int n = 0;
      for (int i = 0, j = 0; i < at.length || j < other.at.length; n++) {
        boolean mine = j == other.at.length || (i < at.length && at[i] <= other.at[j]);
        boolean its = i == at.length || (j < other.at.length && other.at[j] <= at[i]);
        both[n] = mine ? at[i] : other.at[j];
        if (mine && its) {
          joined[n] = lines[i++].and(other.lines[j++]);
        } else {
          joined[n] = mine ? lines[i++] : other.lines[j++];
        }
      }
      return new Effect(Arrays.copyOf(both, n), Arrays.copyOf(joined, n));
    }

    @Override
    public boolean equals(Object other) {
      return other instanceof Effect effect
          && hash == effect.hash
          && Arrays.equals(at, effect.at)
          && Arrays.equals(lines, effect.lines);
    }

    @Override
    public int hashCode() {
      return hash;
    }
  }

  /**
   * @param nodes every line after those it follows
   * @param given readings taken for granted: chances are given those
   * @param outcomes what the test still to be made can show; none where there is none
   * @param reading what a finding says of a line
   */
  LineModel(
      List<Node> nodes,
      LineStates states,
      Spreading spreading,
      List<Finding> given,
      List<Finding> outcomes,
      Function<Finding, Optional<LineReading>> reading) {
    this.nodes = List.copyOf(nodes);
    this.states = states;
    this.spreading = spreading;
    this.reading = reading;
    this.outcomes = List.copyOf(outcomes);
    this.at = new HashMap<>();
    for (int n = 0; n < nodes.size(); n++) {
      for (int s = 0; s < nodes.get(n).stations().size(); s++) {
        at.putIfAbsent(nodes.get(n).stations().get(s), new At(n, Math.min(s, MOST_STATIONS - 1)));
      }
    }
    this.given = given.stream().flatMap(f -> lit(f).stream()).toList();
    this.hangOn = hangingOn(this.nodes);
    this.ofGiven = new Weighing(this.given);
    this.mayIdle = nodes.stream().anyMatch(node -> node.idle().isPresent());
    this.nets = nodes.stream().map(node -> node.net().name()).collect(Collectors.toSet());
    this.markOfPins =
        Consequences.mark(nodes.stream().flatMapToInt(n -> Arrays.stream(n.ids())).toArray());
    this.watched =
        nodes.stream().flatMapToInt(n -> Arrays.stream(n.watched())).filter(w -> w >= 0).toArray();
    this.followed =
        nodes.stream()
            .filter(node -> node.follows().isPresent())
            .map(node -> spreading.actingAt(node.stations().get(node.driver())))
            .toList();
  }

  private Optional<Lit> lit(Finding finding) {
    return lit.computeIfAbsent(
        finding,
        f ->
            reading
                .apply(f)
                .filter(r -> at.containsKey(r.pin()))
                .map(
                    r ->
                        new Lit(
                            Objects.requireNonNull(at.get(r.pin())),
                            states.reading(r.shown(), r.watched()))));
  }

  @Override
  public Effect none() {
    return Effect.NONE;
  }

  @Override
  public Effect effectOf(Fault fault) {
    return effectOf(spreading.of(fault));
  }

  @Override
  public List<Effect> effectsOf(List<Fault> faults, int from, int to) {
    IntFunction<FaultSpread> spreads = spreading.of(faults);
    Effect[] effects = new Effect[to - from];
    for (int f = from; f < to; f++) {
      FaultSpread spread = spreads.apply(f);
      effects[f - from] = mayMeet(spread) ? effectOf(spread) : Effect.NONE;
    }
    return Arrays.asList(effects);
  }

  /** False only for what does nothing to any line here: most faults, told at a glance. */
  private boolean mayMeet(FaultSpread spread) {
    if (spread.stops() != Activity.Stops.NOTHING && mayIdle) {
      return true;
    }
    if (spread.consequences().mayChange(markOfPins)) {
      return true;
    }
    if (spread.simulated().isPresent()) {
      SimulatedLines.With simulated = spread.simulated().get();
      for (int number : watched) {
        if (simulated.changeAt(number).isPresent()) {
          return true;
        }
      }
    }
    Fault fault = spread.fault();
    boolean inCopper =
        switch (fault.place()) {
          case Place.Segment cut -> nets.contains(cut.net());
          case Place.Contact(PinRef pin) -> at.containsKey(pin);
          default -> false;
        };
    if (inCopper) {
      return true;
    }
    // Plain loops: this is asked of every fault in every test.
    for (Predicate<Fault> output : followed) {
      if (output.test(fault)) {
        return true;
      }
    }
    return false;
  }

  private Effect effectOf(FaultSpread spread) {
    if (spreading.isAway(spread.fault())) {
      return Effect.NONE;
    }
    return effect(n -> line(nodes.get(n), spread, standing(nodes.get(n), spread.stops())));
  }

  /** What is done to every line, as one. */
  private Effect effect(IntFunction<Line> toLine) {
    int[] at = new int[nodes.size()];
    Line[] lines = NO_LINES;
    int touched = 0;
    for (int n = 0; n < at.length; n++) {
      Line line = toLine.apply(n);
      if (!line.equals(Line.NONE)) {
        lines = touched == lines.length ? Arrays.copyOf(lines, 2 * touched + 1) : lines;
        lines[touched] = line;
        at[touched++] = n;
      }
    }
    return touched == 0
        ? Effect.NONE
        : new Effect(Arrays.copyOf(at, touched), Arrays.copyOf(lines, touched));
  }

  private static Standing standing(Node node, Activity.Stops stops) {
    if (stops == Activity.Stops.NOTHING || node.idle().isEmpty()) {
      return Standing.NOT;
    }
    return stops == Activity.Stops.PROCESSOR || node.fetching().isEmpty()
        ? Standing.IDLE
        : Standing.LOST;
  }

  @Override
  public Effect effectOf(List<Fault> faults) {
    List<Fault> here = faults.stream().filter(f -> !spreading.isAway(f)).toList();
    Effect together = TestModel.super.effectOf(here);
    if (here.size() < 2) {
      return together;
    }
    Consequences exact = spreading.together(here);
    List<Consequences> alone = here.stream().map(f -> spreading.of(f).consequences()).toList();
    return effect(n -> exactly(nodes.get(n), together.line(n), exact, alone));
  }

  /** A line with what faults do at its pins together, where that is more than each does alone. */
  private static Line exactly(Node node, Line line, Consequences exact, List<Consequences> alone) {
    if (node.follows().isPresent() && !line.local()) {
      return line;
    }
    long changes = line.changes();
    for (int s = 0; s < Math.min(node.stations().size(), MOST_STATIONS); s++) {
      Optional<Signal> joined = Optional.empty();
      for (Consequences one : alone) {
        Optional<Signal> here = one.at(node.ids()[s]);
        joined =
            joined.isEmpty() || here.isEmpty()
                ? joined.or(() -> here)
                : Optional.of(NetPropagation.join(joined.get(), here.get()));
      }
      Optional<Signal> truly = exact.at(node.ids()[s]);
      if (!truly.equals(joined)) {
        changes = (changes & ~(MASK << (BITS * s))) | (code(truly) << (BITS * s));
      }
    }
    return new Line(
        changes,
        line.gaps(),
        line.off(),
        line.loose(),
        line.local(),
        line.alike(),
        line.standing(),
        line.astray());
  }

  private Line line(Node node, FaultSpread spread, Standing standing) {
    Fault fault = spread.fault();
    Consequences consequences = spread.consequences();
    Optional<SimulatedLines.With> simulated = spread.simulated();
    long changes = 0;
    Standing here = Standing.NOT;
    int astray = 0;
    int most = Math.min(node.stations().size(), MOST_STATIONS);
    for (int s = 0; s < most; s++) {
      Optional<Signal> change = consequences.at(node.ids()[s]);
      if (simulated.isPresent() && node.watched()[s] >= 0) {
        Optional<Signal> shown = simulated.get().changeAt(node.watched()[s]);
        if (change.isPresent()) {
          changes |= code(shown) << (BITS * s);
        } else if (shown.isPresent()) {
          astray = (int) code(shown);
        }
      } else if (change.isPresent()) {
        changes |= code(change) << (BITS * s);
      } else {
        here = standing;
      }
    }
    int gaps = 0;
    int off = 0;
    if (fault.place() instanceof Place.Segment cut && cut.net().equals(node.net().name())) {
      int behind = node.net().path().indexOf(cut.to());
      for (int s = 0; s + 1 < most; s++) {
        gaps |= node.path()[s] < behind && behind <= node.path()[s + 1] ? 1 << s : 0;
      }
    }
    if (fault.place() instanceof Place.Contact(PinRef pin)) {
      int s = node.stations().indexOf(pin);
      off = s >= 0 && s < most ? 1 << s : 0;
    }
    boolean follows = node.follows().isPresent();
    boolean local = follows && isLocal(fault, node, consequences);
    if (follows && !local && gaps == 0 && off == 0) {
      // What comes through the gate comes by its inputs.
      return Line.NONE;
    }
    boolean atIt =
        changes != 0
            && node.net().path().stream().anyMatch(pin -> spreading.actingAt(pin).test(fault));
    boolean loose = changes != 0 && (!node.driven() || atIt);
    boolean alike = changes != 0 && !atIt && (node.counted() || disturbsATwin(node, consequences));
    Line line = new Line(changes, gaps, off, loose, local, alike, here, astray);
    return line.equals(Line.NONE) ? Line.NONE : line;
  }

  /** Whether a line that the same parts drive, and that moves, is disturbed by it as well. */
  private static boolean disturbsATwin(Node node, Consequences consequences) {
    return Arrays.stream(node.twins())
        .anyMatch(twin -> consequences.at(twin).filter(c -> c == Signal.DOUBTFUL).isPresent());
  }

  /** Whether the fault lies between the inputs of the gate and its output's pin. */
  private boolean isLocal(Fault fault, Node node, Consequences consequences) {
    Follows follows = node.follows().orElseThrow();
    boolean inputChanged =
        follows.inputs().stream().anyMatch(i -> consequences.at(i.pinId()).isPresent());
    Optional<Signal> change = consequences.at(node.ids()[node.driver()]);
    boolean byAnotherWay = follows.partly() && change.filter(c -> c != Signal.DOUBTFUL).isPresent();
    return spreading.actingAt(node.stations().get(node.driver())).test(fault)
        || (change.isPresent() && !inputChanged)
        || byAnotherWay;
  }

  private static long code(Optional<Signal> signal) {
    return signal.isEmpty() ? 0 : 1 + signal.get().ordinal();
  }

  @Override
  public Effect combine(Effect one, Effect other) {
    if (one.at.length == 0 || one.equals(other)) {
      return other;
    }
    return other.at.length == 0 ? one : one.and(other);
  }

  /** For every line itself and all that follow it, by however many gates. */
  private static List<BitSet> hangingOn(List<Node> nodes) {
    List<BitSet> hanging = new ArrayList<>();
    nodes.forEach(_ -> hanging.add(new BitSet(nodes.size())));
    for (int n = nodes.size() - 1; n >= 0; n--) {
      BitSet here = hanging.get(n);
      here.set(n);
      for (Input input : nodes.get(n).follows().map(Follows::inputs).orElse(List.of())) {
        hanging.get(input.node()).or(here);
      }
    }
    return hanging;
  }

  @Override
  public double probability(Finding found, Effect effect) {
    return chance(ofOne.computeIfAbsent(found, f -> new Weighing(with(List.of(f)))), effect);
  }

  @Override
  public double joint(List<Finding> found, Effect effect) {
    return chance(ofSome.computeIfAbsent(found, f -> new Weighing(with(f))), effect);
  }

  private List<Lit> with(List<Finding> found) {
    return Stream.concat(given.stream(), found.stream().flatMap(f -> lit(f).stream())).toList();
  }

  private double chance(Weighing weighing, Effect effect) {
    double before = given.isEmpty() ? 1 : weightOfGiven.computeIfAbsent(effect, ofGiven::of);
    return weighing.of(effect) / before;
  }

  @Override
  public List<Finding> outcomes() {
    return outcomes;
  }

  /**
   * How a line stands once it was read.
   *
   * @param weight the chance of its readings
   * @param after by station the true states
   * @param pieceOf by station the piece of copper it is on
   */
  @SuppressWarnings("ArrayRecordComponent")
  private record Read(double weight, double[][] after, int[] pieceOf) {}

  /**
   * The chance of some readings under whatever effect. Only lines that are read, and those they
   * hang on, are worked out, and of those only what the effect reaches: the others stand as on a
   * good board. A line that hangs on no other here stands as its own part of the effect says, and
   * most effects have that in common: it is kept.
   */
  private final class Weighing {
    private final List<List<Lit>> ofNode;
    private final BitSet asked = new BitSet(nodes.size());
    private final Read[] healthy = new Read[nodes.size()];
    private final double[] healthyWeights = new double[nodes.size()];
    private final List<Map<Line, Read>> settled = new ArrayList<>();

    Weighing(List<Lit> readings) {
      ofNode =
          IntStream.range(0, nodes.size())
              .mapToObj(n -> readings.stream().filter(r -> r.at().node() == n).toList())
              .toList();
      nodes.forEach(_ -> settled.add(new HashMap<>()));
      readings.forEach(r -> asked.set(r.at().node()));
      for (int n = asked.length() - 1; n >= 0; n--) {
        if (asked.get(n)) {
          Optional<Follows> follows = nodes.get(n).follows();
          follows.ifPresent(f -> f.inputs().forEach(input -> asked.set(input.node())));
        }
      }
      Arrays.fill(healthyWeights, 1);
      for (int n = asked.nextSetBit(0); n >= 0; n = asked.nextSetBit(n + 1)) {
        healthy[n] = read(n, Line.NONE, ofNode.get(n), healthy);
        healthyWeights[n] = healthy[n].weight();
      }
    }

    double of(Effect effect) {
      BitSet reached = new BitSet(nodes.size());
      for (int n : effect.at) {
        reached.or(hangOn.get(n));
      }
      reached.and(asked);
      if (reached.isEmpty()) {
        return product(healthyWeights);
      }
      Read[] read = healthy.clone();
      double[] weights = healthyWeights.clone();
      for (int n = reached.nextSetBit(0); n >= 0; n = reached.nextSetBit(n + 1)) {
        Line line = effect.line(n);
        boolean hangsOnOthers = nodes.get(n).follows().isPresent() && !line.local();
        if (hangsOnOthers) {
          read[n] = read(n, line, ofNode.get(n), read);
        } else {
          Read known = settled.get(n).get(line);
          if (known == null) {
            known = read(n, line, ofNode.get(n), read);
            settled.get(n).put(line, known);
          }
          read[n] = known;
        }
        weights[n] = read[n].weight();
      }
      return product(weights);
    }

    private static double product(double[] weights) {
      double product = 1;
      for (double weight : weights) {
        product *= weight;
      }
      return product;
    }
  }

  private Read read(int n, Line line, List<Lit> readings, Read[] before) {
    Node node = nodes.get(n);
    double[][] after = new double[node.stations().size()][];
    int most = Math.min(node.stations().size(), MOST_STATIONS);
    int[] pieceOf = pieces(line, most);
    int count = 0;
    for (int piece : pieceOf) {
      count = Math.max(count, piece + 1);
    }
    double weight = 1;
    for (int piece = 0; piece < count; piece++) {
      double[] state = before(node, line, pieceOf, piece, before);
      double sum = 0;
      for (int t = 0; t < state.length; t++) {
        for (Lit reading : readings) {
          if (pieceOf[reading.at().station()] == piece) {
            state[t] *= reading.chances()[t];
          }
        }
        sum += state[t];
      }
      weight *= sum;
      double[] scaled = scaled(state, sum);
      for (int s = 0; s < most; s++) {
        if (pieceOf[s] == piece) {
          after[s] = scaled;
        }
      }
    }
    return new Read(weight, after, pieceOf);
  }

  private static double[] scaled(double[] state, double sum) {
    double[] scaled = state.clone();
    for (int t = 0; t < scaled.length; t++) {
      scaled[t] /= sum;
    }
    return scaled;
  }

  /** The number of the piece of copper each station is on. */
  private static int[] pieces(Line line, int stations) {
    int[] pieceOf = new int[stations];
    int pieces = 1;
    int along = 0;
    for (int s = 0; s < stations; s++) {
      pieceOf[s] = (line.off() >> s & 1) == 1 ? pieces++ : along;
      if ((line.gaps() >> s & 1) == 1) {
        along = pieces++;
      }
    }
    return pieceOf;
  }

  /** How a piece of a line stands before anything was read of it. */
  private double[] before(Node node, Line line, int[] pieceOf, int piece, Read[] before) {
    if (node.starved()) {
      return states.starved().clone();
    }
    boolean driven =
        node.driver() >= 0 && node.driver() < pieceOf.length && pieceOf[node.driver()] == piece;
    if (driven && node.follows().isPresent() && !line.local()) {
      return following(node.follows().get(), before);
    }
    Optional<Signal> change = Optional.empty();
    for (int s = 0; s < pieceOf.length; s++) {
      Optional<Signal> here = pieceOf[s] == piece ? line.changeAt(s) : Optional.empty();
      change =
          change.isEmpty() || here.isEmpty()
              ? change.or(() -> here)
              : Optional.of(NetPropagation.join(change.get(), here.get()));
    }
    if (change.isPresent()) {
      return changed(node, change.get(), line).clone();
    }
    double[] idle = node.idle().orElse(states.idle());
    if (line.astray() != 0) {
      double[] astray = states.predicted(Signal.values()[line.astray() - 1]);
      return LineStates.mixed(ONE_RUN, astray, idle);
    }
    double[] row =
        switch (line.standing()) {
          case NOT -> node.healthy();
          case LOST -> node.fetching().orElse(idle);
          case IDLE -> idle;
        };
    return row.clone();
  }

  /**
   * A line that only may be disturbed goes on moving where the others of the program do, those that
   * are disturbed alike, or the processor only counts; one whose output is well and only its inputs
   * are not does anything but float.
   */
  private double[] changed(Node node, Signal change, Line line) {
    if (change != Signal.DOUBTFUL) {
      return states.predicted(change);
    }
    if (node.standsOn().isPresent()) {
      return node.standsOn().get();
    }
    return node.runs() || line.alike()
        ? states.disturbed()
        : line.loose() ? states.predicted(change) : states.swayed();
  }

  /** A healthy line where the simulated board and who described it may both be right. */
  static double[] healthy(LineStates states, Optional<Signal> simulated, double[] described) {
    return simulated.isEmpty()
        ? described
        : LineStates.mixed(ONE_RUN, states.predicted(simulated.get()), described);
  }

  /** What a good gate makes of the true states of its inputs. */
  private static double[] following(Follows follows, Read[] read) {
    List<Input> inputs = follows.inputs();
    double[][] states = new double[inputs.size()][];
    int[] sameAs = new int[inputs.size()];
    for (int i = 0; i < states.length; i++) {
      Input input = inputs.get(i);
      states[i] = read[input.node()].after()[Math.min(input.station(), MOST_STATIONS - 1)];
      sameAs[i] = i;
      for (int before = 0; before < i; before++) {
        boolean onePiece =
            inputs.get(before).node() == input.node()
                && pieceOf(inputs.get(before), read) == pieceOf(input, read);
        sameAs[i] = sameAs[i] == i && onePiece ? before : sameAs[i];
      }
    }
    double[] output = new double[LineStates.COUNT];
    sum(follows.table(), states, sameAs, new int[states.length], 0, 0, 1, output);
    return output;
  }

  private static int pieceOf(Input input, Read[] read) {
    return read[input.node()].pieceOf()[Math.min(input.station(), MOST_STATIONS - 1)];
  }

  /** Sums over the states of the inputs from one on. */
  private static void sum(
      GateTable table,
      double[][] states,
      int[] sameAs,
      int[] chosen,
      int input,
      int row,
      double chance,
      double[] output) {
    if (input == states.length) {
      double[] made = table.row(row);
      for (int t = 0; t < output.length; t++) {
        output[t] += chance * made[t];
      }
      return;
    }
    boolean tied = sameAs[input] != input;
    for (int t = 0; t < LineStates.COUNT; t++) {
      double here = tied ? (chosen[sameAs[input]] == t ? 1 : 0) : states[input][t];
      if (here > HARDLY) {
        chosen[input] = t;
        int next = row + t * GateTable.STRIDES[input];
        sum(table, states, sameAs, chosen, input + 1, next, chance * here, output);
      }
    }
  }
}
