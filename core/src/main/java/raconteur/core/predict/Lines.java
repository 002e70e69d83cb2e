package raconteur.core.predict;

import java.time.Instant;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.Deque;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.atomic.AtomicReferenceArray;
import java.util.function.IntFunction;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.DevicePin;
import raconteur.core.device.Gate;
import raconteur.core.device.PinKind;
import raconteur.core.device.PinRole;
import raconteur.core.device.Signal;
import raconteur.core.fault.Fault;
import raconteur.core.fault.Place;
import raconteur.core.finding.Finding;
import raconteur.core.story.Entry;
import raconteur.core.story.Moment;
import raconteur.core.story.Telling.DatedFinding;

/**
 * Sorts the readings of lines taken in one state of the board: those of one line are weighed
 * together, given those of the lines in front of the gate that drives it (the chain rule along the
 * nets, cut off where more than a few lines would come together).
 */
final class Lines {
  /** So many lines are weighed together at most: effects multiply with every one. */
  private static final int MOST_LINES = 6;

  /** How many other lines settle whether the program runs. */
  private static final int ENOUGH_LINES = 2;

  private static final int ENOUGH_INPUTS = 2;

  /**
   * How often a line does what its kind usually does, where nobody has looked: of 323 lines on four
   * boards whose state is written down all did, and other boards are doubted more than those.
   */
  private static final double USUALLY = 0.97;

  private static final Entry.Line NOT_SAID = new Entry.Line(0, Instant.EPOCH, "");

  private final Board board;
  private final NetPropagation nets;
  private final UnknownEnds unknownEnds;
  private final Activity activity;
  private final SimulatedLines simulated;
  private final LineStates states;

  /** How often a line does what the others of its row do (judgement, no source). */
  private static final double LIKE_ITS_ROW = 0.7;

  /**
   * How often a line moves on a good board that somebody calls stuck or dead where nobody wrote
   * down what it does (judgement, no source).
   */
  private static final double RIGHTLY_EXPECTED = 0.8;

  /**
   * How much of the doubt goes where a line usually moves, and whoever read it expected so too: the
   * odds that {@link #RIGHTLY_EXPECTED} stands for, laid on those of {@link #USUALLY}.
   */
  private static final double AS_EXPECTED = 0.7;

  /** The same where something that goes in was read, and moves (judgement, no source). */
  private static final double WITH_REASON = 0.95;

  private static final Pattern NUMBER = Pattern.compile("[0-9]+$");

  /** Whether the processor does nothing but count. */
  private final boolean counting;

  private final Map<PinRef, Optional<GateInFront>> inFront = new ConcurrentHashMap<>();
  private final Map<SomeMove, GateTable> someMove = new ConcurrentHashMap<>();
  private final Map<String, Set<String>> drivenBy = new ConcurrentHashMap<>();

  /* The faults of the catalogue, by which readings are weighed, and those of the leading sets, by
   * which tests are: asked about in turn. */
  private volatile Listed listedBefore = new Listed(List.of(), new AtomicReferenceArray<>(0));
  private volatile Listed listed = new Listed(List.of(), new AtomicReferenceArray<>(0));

  /**
   * The gate that alone drives a line, and what is in front of it.
   *
   * @param inputs its inputs on signal lines, in the order of the table
   * @param lines the names of those lines
   * @param partly whether it has other inputs on signal lines
   * @param clocked whether, of many inputs, the first is its clock
   */
  private record GateInFront(
      PinRef driver,
      GateTable table,
      List<PinRef> inputs,
      Set<String> lines,
      boolean partly,
      boolean clocked) {
    GateInFront with(GateTable other) {
      return new GateInFront(driver, other, inputs, lines, partly, clocked);
    }
  }

  /**
   * What the readings of one group depend on beside themselves.
   *
   * @param given the readings in front of the line
   * @param runs by line whether other lines say that the program runs
   * @param starved the rails too low to work with
   * @param standsToo lines another of whose chip's outputs was seen to stand
   * @param standOn by line how it stood before parts were pulled: so it stands on unless the fault
   *     went with them
   * @param likeItsRow by line what others of its row were seen to do
   * @param twins by line a pin of each other line that the same parts drive and that was seen to
   *     move
   * @param expected lines that somebody called stuck or dead, and so expects to move
   * @param heldBack lines whose counter was seen to be held by something nobody wrote down
   * @param comesTo by line the levels it must come to, by what was seen behind it
   * @param saidBefore whether other outputs of its chip said what these readings say
   * @param steady how inputs stood of gates that have too many of them to sum over
   */
  record SetUp(
      Moment moment,
      List<Finding> given,
      Map<String, Boolean> runs,
      Set<String> starved,
      Set<String> standsToo,
      Map<String, Signal> standOn,
      Map<String, Signal> likeItsRow,
      Map<String, Set<PinRef>> twins,
      Set<String> expected,
      Set<String> heldBack,
      Map<String, Set<Signal>> comesTo,
      boolean saidBefore,
      Map<PinRef, Signal> steady) {}

  Lines(
      Board board,
      NetPropagation nets,
      Activity activity,
      SimulatedLines simulated,
      LineStates states,
      boolean counting) {
    this.board = board;
    this.counting = counting;
    this.nets = nets;
    this.unknownEnds = new UnknownEnds(board);
    this.activity = activity;
    this.simulated = simulated;
    this.states = states;
  }

  /** Whether a finding was read at a line. */
  static boolean isReading(Finding finding) {
    return finding instanceof Finding.Probe
        || finding instanceof Finding.Noise
        || finding instanceof Finding.PinVolts
        || finding instanceof Finding.Frequency
        || finding instanceof Finding.ResetPulse;
  }

  private static PinRef pin(Finding reading) {
    return reading.subject().pins().getFirst();
  }

  private Optional<LineReading> reading(Finding finding) {
    Signal rest = nets.healthy(pin(finding)).filter(s -> s == Signal.LOW).orElse(Signal.HIGH);
    return LineReading.of(finding, rest);
  }

  private Net lineNamed(String line) {
    return board.net(line).orElseGet(() -> lineOf(PinRef.parse(line)));
  }

  /** The line a pin is on; a pin joined to nothing is one by itself. */
  private Net lineOf(PinRef pin) {
    return board
        .netOf(pin)
        .orElseGet(
            () -> {
              List<PinRef> joined = nets.usuallyJoined(pin);
              return new Net(joined.getFirst().toString(), joined, List.of());
            });
  }

  /**
   * Sorts readings by the line they were taken at; in the order of the story.
   *
   * @param readings of lines, all taken in one state of the board
   */
  List<List<DatedFinding>> groups(List<DatedFinding> readings) {
    Map<String, List<DatedFinding>> groups = new LinkedHashMap<>();
    readings.forEach(
        r ->
            groups.computeIfAbsent(lineOf(pin(r.finding())).name(), _ -> new ArrayList<>()).add(r));
    return List.copyOf(groups.values());
  }

  /** The gate that drives a line, where it may be followed and a line in front of it was read. */
  private Optional<GateInFront> followed(
      String line, Set<String> read, Set<String> partsOut, Map<PinRef, Signal> seen) {
    return Optional.of(lineNamed(line))
        .flatMap(
            net ->
                inFrontOf(net)
                    .or(() -> decidedInFrontOf(net, seen))
                    .or(() -> someInFrontOf(net, read))
                    .or(() -> oneOfThePullers(net, read)))
        .filter(g -> !partsOut.contains(g.driver().part()))
        .filter(g -> g.lines().stream().anyMatch(read::contains));
  }

  /**
   * A gate of too many inputs to be summed over, where those that were read decide what comes out,
   * whatever the others do: an encoder with all inputs high, a decoder that is let through and its
   * address. As many as may be are summed over, the others are taken as they were read.
   */
  private Optional<GateInFront> decidedInFrontOf(Net net, Map<PinRef, Signal> seen) {
    Optional<PinRef> driver = nets.soleDriver(net);
    Optional<CompiledGate> gate = driver.flatMap(nets::gateDriving);
    if (gate.isEmpty() || !(gate.get().gate().function() instanceof Gate.Combinational)) {
      return Optional.empty();
    }
    List<PinRef> all = nets.inputsOf(gate.get());
    List<PinRef> known =
        all.stream()
            .filter(seen::containsKey)
            .filter(pin -> !lineOf(pin).name().equals(net.name()))
            .toList();
    Set<String> names = new TreeSet<>();
    known.forEach(pin -> names.add(lineOf(pin).name()));
    if (all.size() <= GateTable.MOST_INPUTS || known.isEmpty() || names.size() < known.size()) {
      return Optional.empty();
    }
    Map<Integer, Signal> states = new HashMap<>();
    for (PinRef pin : all) {
      states.put(
          nets.id(pin).orElseThrow(),
          known.contains(pin)
              ? seen.get(pin)
              : board.isSupply(lineOf(pin).name())
                  ? nets.healthy(pin).orElse(Signal.DOUBTFUL)
                  : Signal.DOUBTFUL);
    }
    if (!GateTable.decides(gate.get(), states)) {
      return Optional.empty();
    }
    List<PinRef> summed =
        known.stream()
            .sorted(Comparator.comparing(pin -> !turns(gate.get(), states, pin)))
            .limit(GateTable.MOST_INPUTS)
            .toList();
    summed.forEach(pin -> states.remove(nets.id(pin).orElseThrow()));
    Set<String> lines = new TreeSet<>();
    summed.forEach(pin -> lines.add(lineOf(pin).name()));
    List<Integer> ids = summed.stream().map(p -> nets.id(p).orElseThrow()).toList();
    return Optional.of(
        new GateInFront(
            driver.get(),
            GateTable.of(gate.get(), ids, states, healthy(driver.get()), this.states),
            summed,
            Collections.unmodifiableSet(lines),
            false,
            false));
  }

  /** Whether at the other level of an input something else, or nothing certain, came out. */
  private boolean turns(CompiledGate gate, Map<Integer, Signal> states, PinRef pin) {
    Map<Integer, Signal> other = new HashMap<>(states);
    int id = nets.id(pin).orElseThrow();
    other.put(id, states.get(id) == Signal.HIGH ? Signal.LOW : Signal.HIGH);
    return GateTable.shown(gate, other) != GateTable.shown(gate, states);
  }

  /** How the inputs stood of the gates in front of some lines that have too many to sum over. */
  private Map<PinRef, Signal> steady(Iterable<GateInFront> gates, Map<PinRef, Signal> seen) {
    Map<PinRef, Signal> steady = new TreeMap<>(Comparator.comparing(PinRef::toString));
    for (GateInFront front : gates) {
      List<PinRef> inputs = nets.gateDriving(front.driver()).map(nets::inputsOf).orElse(List.of());
      if (inputs.size() > GateTable.MOST_INPUTS) {
        inputs.stream()
            .filter(seen::containsKey)
            .forEach(pin -> steady.put(pin, Objects.requireNonNull(seen.get(pin))));
      }
    }
    return steady;
  }

  /**
   * A gate of too many inputs to be followed, or of more than its clock and what it takes in: by
   * those of its inputs that were read, where they are {@value #ENOUGH_INPUTS} or more and its
   * clock is one of them.
   */
  private Optional<GateInFront> someInFrontOf(Net net, Set<String> read) {
    Optional<PinRef> driver = nets.soleDriver(net);
    if (driver.isEmpty() || isAnalogue(driver.get())) {
      return Optional.empty();
    }
    Optional<CompiledGate> gate = nets.gateDriving(driver.get());
    Optional<Integer> clock =
        gate.isPresent() && gate.get().gate().function() instanceof Gate.Remembering r
            ? Optional.ofNullable(gate.get().pinByName().get(r.clock()))
            : Optional.empty();
    List<PinRef> inputs =
        gate.map(nets::inputsOf).orElseGet(() -> programmedInputs(driver.get())).stream()
            .filter(pin -> read.contains(lineOf(pin).name()))
            .filter(pin -> !holds(pin) || workingAt(pin).isPresent())
            .sorted(Comparator.comparing(pin -> !nets.id(pin).equals(clock)))
            .limit(GateTable.MOST_INPUTS)
            .toList();
    boolean clocked = clock.isPresent();
    boolean known =
        inputs.size() >= ENOUGH_INPUTS
            && (!clocked || nets.id(inputs.getFirst()).equals(clock))
            && inputs.stream().noneMatch(pin -> lineOf(pin).name().equals(net.name()));
    Set<String> names = new TreeSet<>();
    inputs.forEach(pin -> names.add(lineOf(pin).name()));
    return known && names.size() == inputs.size()
        ? Optional.of(
            new GateInFront(
                driver.get(),
                ofSome(inputs, clocked, follows(driver.get(), gate, inputs)),
                inputs,
                Collections.unmodifiableSet(names),
                !isWhole(driver.get(), gate, inputs),
                clocked))
        : Optional.empty();
  }

  private GateTable.Follows follows(
      PinRef driver, Optional<CompiledGate> gate, List<PinRef> inputs) {
    boolean usual = healthy(driver).filter(s -> s == Signal.TOGGLING).isPresent();
    if (gate.isEmpty() || isStore(driver) || (!usual && inputs.stream().allMatch(this::holds))) {
      return GateTable.Follows.OFTEN;
    }
    if (isWhole(driver, gate, inputs) || (counting && nets.isSaid(driver))) {
      return GateTable.Follows.SURELY;
    }
    return usual ? GateTable.Follows.AS_USUAL : GateTable.Follows.MOSTLY;
  }

  /** Whether a counter has no wired input that is left unread: it has nothing else to wait for. */
  private boolean isWhole(PinRef driver, Optional<CompiledGate> gate, List<PinRef> inputs) {
    return gate.filter(g -> g.gate().function() instanceof Gate.Remembering)
        .filter(_ -> isCounter(driver))
        .filter(
            g ->
                nets.inputsOf(g).stream()
                    .filter(
                        pin -> board.netOf(pin).filter(n -> !board.isSupply(n.name())).isPresent())
                    .allMatch(inputs::contains))
        .isPresent();
  }

  private GateTable ofSome(List<PinRef> inputs, boolean clocked, GateTable.Follows follows) {
    List<Optional<Signal>> working = inputs.stream().map(this::workingAt).toList();
    return someMove.computeIfAbsent(
        new SomeMove(working, clocked, follows),
        _ -> GateTable.ofSome(working, clocked, follows, states));
  }

  /** What a table of some inputs hangs on. */
  private record SomeMove(
      List<Optional<Signal>> working, boolean clocked, GateTable.Follows follows) {}

  /** At what level an input that may hold its chip lets it work. */
  private Optional<Signal> workingAt(PinRef pin) {
    return board.pin(pin).flatMap(UsualLevels::workingAt);
  }

  private boolean isCounter(PinRef output) {
    return board
        .part(output.part())
        .filter(p -> p.device().title().contains("counter"))
        .isPresent();
  }

  /** What comes out of a memory hangs on what it holds. */
  private boolean isStore(PinRef output) {
    return board
        .part(output.part())
        .filter(p -> p.device().isRom() || p.device().isRam())
        .isPresent();
  }

  /** What goes into a chip that somebody programmed: what it makes of it, nobody wrote down. */
  private List<PinRef> programmedInputs(PinRef output) {
    return board
        .part(output.part())
        .filter(p -> p.device().isProgrammable())
        .map(p -> p.pins().stream().filter(x -> board.kind(x) == PinKind.INPUT).toList())
        .orElse(List.of());
  }

  /** Whether a pin keeps what it belongs to at rest, or lets it go: it may rest for good. */
  private boolean holds(PinRef pin) {
    return board
        .pin(pin)
        .filter(
            p ->
                PinRole.RESET.fits(p.name())
                    || PinRole.ENABLE.fits(p.name())
                    || p.name().matches("[/~]?[12]?(CLR|PR|MR|CL)[12]?"))
        .isPresent();
  }

  /**
   * The gates in front of a line, and in front of those, as far as lines were read and no more than
   * {@value #MOST_LINES} lines come together.
   */
  private Map<String, GateInFront> inFront(
      String line,
      Set<String> read,
      Set<String> partsOut,
      Set<String> heldBack,
      Map<PinRef, Signal> seen) {
    Map<String, GateInFront> gates = new LinkedHashMap<>();
    Set<String> lines = new LinkedHashSet<>(Set.of(line));
    Deque<String> open = new ArrayDeque<>(List.of(line));
    while (!open.isEmpty()) {
      String next = open.poll();
      Optional<GateInFront> gate =
          heldBack.contains(next) ? Optional.empty() : followed(next, read, partsOut, seen);
      if (gate.isPresent()) {
        Set<String> more = new HashSet<>(gate.get().lines());
        more.removeAll(lines);
        if (gates.isEmpty() || lines.size() + more.size() <= MOST_LINES) {
          gates.put(next, gate.get());
          lines.addAll(more);
          gate.get().lines().stream()
              .filter(read::contains)
              .filter(more::contains)
              .forEach(open::add);
        }
      }
    }
    return gates;
  }

  private Optional<GateInFront> inFrontOf(Net net) {
    return nets.soleDriver(net)
        .flatMap(driver -> inFront.computeIfAbsent(driver, d -> findInFront(net, d)));
  }

  /**
   * Of several outputs that only ever pull a line down, the gate whose inputs were read: where it
   * pulls the line is low, where it moves the line does, and else the others have their say.
   */
  private Optional<GateInFront> oneOfThePullers(Net net, Set<String> read) {
    List<PinRef> drivers = nets.drivers(net);
    boolean onlyPull =
        drivers.size() > 1
            && drivers.stream().allMatch(d -> board.kind(d) == PinKind.OPEN_COLLECTOR);
    return onlyPull
        ? drivers.stream()
            .flatMap(d -> inFront.computeIfAbsent(d, driver -> findInFront(net, driver)).stream())
            .filter(g -> g.lines().stream().anyMatch(read::contains))
            .findFirst()
            .map(g -> g.with(g.table().besideOthers(states)))
        : Optional.empty();
  }

  private Optional<GateInFront> findInFront(Net net, PinRef driver) {
    Optional<CompiledGate> gate = nets.gateDriving(driver);
    if (gate.isEmpty()) {
      return Optional.empty();
    }
    List<PinRef> inputs = new ArrayList<>();
    Map<Integer, Signal> supplies = new HashMap<>();
    Set<String> names = new TreeSet<>();
    List<PinRef> all = nets.inputsOf(gate.get());
    // Who wrote down where one input goes wrote down all that go anywhere.
    boolean written = all.stream().anyMatch(pin -> board.netOf(pin).isPresent());
    Set<Integer> loaded = loadedInputs(gate.get(), all);
    for (PinRef pin : all) {
      Net line = lineOf(pin);
      boolean joined =
          board.netOf(pin).isPresent()
              || isAnalogue(driver)
              || (!written
                  && unknownEnds.contains(pin)
                  && !loaded.contains(nets.id(pin).orElseThrow()));
      Optional<Signal> lettingGo =
          unknownEnds.contains(pin)
              ? board.pin(pin).flatMap(p -> lettingGo(driver, p))
              : Optional.empty();
      if (lettingGo.isPresent()) {
        // Who builds a board lets it count.
        supplies.put(nets.id(pin).orElseThrow(), lettingGo.get());
      } else if (isFedBack(gate.get(), driver, line)) {
        supplies.put(nets.id(pin).orElseThrow(), Signal.TOGGLING);
      } else if (!joined || board.isSupply(line.name())) {
        supplies.put(nets.id(pin).orElseThrow(), nets.healthy(pin).orElse(Signal.FLOATING));
      } else {
        inputs.add(pin);
        names.add(line.name());
      }
    }
    if (inputs.isEmpty()
        || inputs.size() > GateTable.MOST_INPUTS
        || names.contains(net.name())
        || !(isAnalogue(driver) || mayFollow(gate.get(), inputs))) {
      return Optional.empty();
    }
    if (isAnalogue(driver)) {
      return Optional.of(
          new GateInFront(
              driver,
              GateTable.ofAnalogue(inputs.size(), states),
              inputs,
              Collections.unmodifiableSet(names),
              false,
              false));
    }
    List<Integer> ids = inputs.stream().map(p -> nets.id(p).orElseThrow()).toList();
    return Optional.of(
        new GateInFront(
            driver,
            GateTable.of(gate.get(), ids, supplies, healthy(driver), states),
            inputs,
            Collections.unmodifiableSet(names),
            false,
            false));
  }

  /** A flip-flop that takes in what it puts out itself halves its clock: only that has a say. */
  private boolean isFedBack(CompiledGate gate, PinRef driver, Net input) {
    return gate.gate().function() instanceof Gate.Remembering r
        && r.data().isPresent()
        && nets.soleDriver(input).filter(d -> d.part().equals(driver.part())).isPresent()
        && nets.soleDriver(input).flatMap(nets::gateDriving).stream()
            .anyMatch(
                other ->
                    other.gate().function() instanceof Gate.Remembering fed
                        && fed.clock().equals(r.clock()));
  }

  /**
   * What a buffer is listed for that lets nothing else on its lines (common practice, no source).
   */
  private static final Pattern FOR_GOOD =
      Pattern.compile("(?i)\\b(?:address|clock|video|sync|control|strobes?)\\b");

  /**
   * A selector is mostly let through for good, and so is a buffer of addresses; whoever builds a
   * board lets a counter count.
   */
  private Optional<Signal> lettingGo(PinRef driver, DevicePin input) {
    boolean lets =
        board
            .part(driver.part())
            .filter(
                p ->
                    p.device().title().contains("selector")
                        || (p.device().title().contains("buffer")
                            && FOR_GOOD.matcher(p.purpose()).find()))
            .isPresent();
    return lets && input.name().matches("/[12]?G|/OE[12]?|/[12]OE")
        ? Optional.of(Signal.LOW)
        : UsualLevels.lettingGo(input.name());
  }

  /** What a counter takes in only while it is loaded, where nobody wrote down that it ever is. */
  private Set<Integer> loadedInputs(CompiledGate gate, List<PinRef> inputs) {
    boolean counts =
        inputs.stream()
            .filter(unknownEnds::contains)
            .flatMap(pin -> board.pin(pin).stream())
            .anyMatch(pin -> pin.name().equals("/LOAD"));
    if (!counts || !(gate.gate().function() instanceof Gate.Remembering r)) {
      return Set.of();
    }
    Set<Integer> loaded =
        new HashSet<>(inputs.stream().map(pin -> nets.id(pin).orElseThrow()).toList());
    loaded.removeAll(idsOf(gate, Stream.of(r.clock())));
    return loaded;
  }

  private boolean isAnalogue(PinRef pin) {
    return board.part(pin.part()).filter(p -> p.device().isAnalogue()).isPresent();
  }

  /**
   * What remembers is followed where nothing but its clock has a say, as in a counter, or its clock
   * and what it takes in, as in a register.
   */
  private boolean mayFollow(CompiledGate gate, List<PinRef> inputs) {
    return switch (gate.gate().function()) {
      case Gate.Combinational _ -> true;
      case Gate.Remembering r -> {
        Set<Integer> clocked = idsOf(gate, Stream.of(r.clock()));
        Set<Integer> followed = idsOf(gate, Stream.concat(Stream.of(r.clock()), r.data().stream()));
        Set<Integer> here =
            inputs.stream().map(pin -> nets.id(pin).orElseThrow()).collect(Collectors.toSet());
        yield here.containsAll(clocked) && followed.containsAll(here);
      }
    };
  }

  private static Set<Integer> idsOf(CompiledGate gate, Stream<String> names) {
    return names.map(gate.pinByName()::get).filter(Objects::nonNull).collect(Collectors.toSet());
  }

  /** What the readings of one line depend on. */
  SetUp setUp(List<DatedFinding> group, List<DatedFinding> told) {
    Moment moment = group.getFirst().moment();
    String line = lineOf(pin(group.getFirst().finding())).name();
    List<Finding> here = readings(moment, told);
    Set<String> in = new LinkedHashSet<>();
    Map<PinRef, Signal> seen = seen(moment, told);
    Set<String> heldBack = heldBack(seen);
    Collection<GateInFront> gates =
        inFront(line, linesOf(here), moment.partsOut(), heldBack, seen).values();
    gates.forEach(g -> in.addAll(g.lines()));
    in.addAll(besideIt(pin(group.getFirst().finding())));
    List<Finding> given =
        here.stream()
            .filter(f -> !lineOf(pin(f)).name().equals(line))
            .filter(f -> in.contains(lineOf(pin(f)).name()))
            .toList();
    in.add(line);
    Map<String, Boolean> runs = new TreeMap<>();
    Map<String, Set<PinRef>> twins = new TreeMap<>();
    Set<String> standsToo = new TreeSet<>();
    Map<String, Signal> standOn = new TreeMap<>();
    Map<String, Signal> likeItsRow = new TreeMap<>();
    Map<String, Set<Signal>> comesTo = new TreeMap<>();
    for (String each : in) {
      Net net = lineNamed(each);
      comesTo.put(each, comesTo(net, seen));
      runs(net, seen).ifPresent(r -> runs.put(each, r));
      stoodWithMoreIn(net, moment, told).ifPresent(level -> standOn.put(each, level));
      twins.put(each, twins(net, seen));
      if (standsToo(net, seen)) {
        standsToo.add(each);
      }
      rowDoes(net, seen).ifPresent(signal -> likeItsRow.put(each, signal));
    }
    boolean saidBefore = standsWithOthers(lineNamed(line), seen);
    return new SetUp(
        moment.state(),
        given,
        runs,
        Supplies.starved(board, moment, told),
        standsToo,
        standOn,
        likeItsRow,
        twins,
        expected(here),
        heldBack,
        comesTo,
        saidBefore,
        steady(gates, seen));
  }

  /** What goes into the transistor that a pin belongs to, where nobody wrote down its lines. */
  private List<String> besideIt(PinRef pin) {
    return board
        .part(pin.part())
        .filter(p -> p.device().isTransistor() && board.netOf(pin).isEmpty())
        .map(
            p ->
                p.pins().stream()
                    .filter(other -> !other.equals(pin) && board.netOf(other).isEmpty())
                    .map(other -> lineOf(other).name())
                    .toList())
        .orElse(List.of());
  }

  /**
   * The levels a line must come to, since outputs of gates it goes into were seen to move: of a
   * decoder that selects two places, each by another level of a line, that line moves.
   */
  private Set<Signal> comesTo(Net net, Map<PinRef, Signal> seen) {
    Set<Signal> levels = EnumSet.noneOf(Signal.class);
    for (PinRef input : net.path()) {
      Optional<String> name = board.pin(input).map(DevicePin::name);
      if (!board.kind(input).reads() || name.isEmpty()) {
        continue;
      }
      seen.forEach(
          (output, shown) -> {
            boolean moves = shown == Signal.TOGGLING && output.part().equals(input.part());
            Optional<CompiledGate> gate = moves ? nets.gateDriving(output) : Optional.empty();
            if (gate.isPresent()
                && gate.get().gate().function() instanceof Gate.Combinational c
                && c.expression().pins().contains(name.get())) {
              if (UsualLevels.decidesItself(c.expression(), name.get(), Signal.HIGH)) {
                levels.add(Signal.LOW);
              }
              if (UsualLevels.decidesItself(c.expression(), name.get(), Signal.LOW)) {
                levels.add(Signal.HIGH);
              }
            }
          });
    }
    return levels;
  }

  /** The lines that whoever read them expected to move: called stuck, or counted and none came. */
  private Set<String> expected(List<Finding> readings) {
    return readings.stream()
        .filter(
            f ->
                (f instanceof Finding.Probe probe && probe.stuck())
                    || (f instanceof Finding.Frequency count && count.hertz() == 0))
        .map(f -> lineOf(pin(f)).name())
        .collect(Collectors.toSet());
  }

  /** What parts put out of which a pin was read that holds them, and whose net nobody knows. */
  private Set<String> heldBack(Map<PinRef, Signal> seen) {
    Set<String> lines = new TreeSet<>();
    seen.forEach(
        (pin, shown) -> {
          boolean holds =
              board.netOf(pin).isEmpty()
                  && board
                      .pin(pin)
                      .flatMap(p -> UsualLevels.lettingGo(p.name()))
                      .filter(free -> free != shown)
                      .isPresent();
          if (holds) {
            board.part(pin.part()).stream()
                .flatMap(part -> part.pins().stream())
                .filter(other -> board.kind(other).drives())
                .forEach(other -> lines.add(lineOf(other).name()));
          }
        });
    return lines;
  }

  /**
   * Lines that the same parts drive and that were seen to move: what disturbs all of them alike,
   * far away, does not hold one of them.
   */
  private Set<PinRef> twins(Net net, Map<PinRef, Signal> seen) {
    Set<String> by = drivenBy(net);
    return by.isEmpty()
        ? Set.of()
        : seen.entrySet().stream()
            .filter(e -> e.getValue() == Signal.TOGGLING && !net.path().contains(e.getKey()))
            .map(Map.Entry::getKey)
            .filter(pin -> drivenBy(lineOf(pin)).equals(by))
            .collect(Collectors.toCollection(LinkedHashSet::new));
  }

  /** Whether another line that the same chip alone drives was seen to stand. */
  private boolean standsToo(Net net, Map<PinRef, Signal> seen) {
    Optional<String> chip = nets.soleDriver(net).map(PinRef::part);
    return chip.isPresent()
        && seen.entrySet().stream()
            .filter(e -> e.getValue() != Signal.TOGGLING && !net.path().contains(e.getKey()))
            .flatMap(e -> nets.soleDriver(lineOf(e.getKey())).stream())
            .anyMatch(other -> other.part().equals(chip.get()));
  }

  /**
   * What two or more lines of the same row, numbered on and driven by the same chip, were all seen
   * to do, where nobody knows what this one should: lamps of one port, columns of one picture.
   */
  private Optional<Signal> rowDoes(Net net, Map<PinRef, Signal> seen) {
    Optional<String> chip = nets.soleDriver(net).map(PinRef::part);
    String row = NUMBER.matcher(net.name()).replaceFirst("");
    boolean nobodys = nets.soleDriver(net).flatMap(board::netOf).isEmpty();
    if (chip.isEmpty()
        || row.isEmpty()
        || row.equals(net.name())
        || (nobodys && isSmallLogic(chip.get()))) {
      return Optional.empty();
    }
    Map<String, Signal> others = new HashMap<>();
    Set<Signal> shown = new HashSet<>();
    seen.forEach(
        (pin, signal) -> {
          Net other = lineOf(pin);
          boolean ofTheRow =
              !other.name().equals(net.name())
                  && NUMBER.matcher(other.name()).replaceFirst("").equals(row)
                  && nets.soleDriver(other).map(PinRef::part).equals(chip);
          if (ofTheRow) {
            others.put(other.name(), signal);
            shown.add(signal);
          }
        });
    return others.size() >= ENOUGH_LINES && shown.size() == 1
        ? Optional.of(shown.iterator().next())
        : Optional.empty();
  }

  /**
   * Whether two other outputs of the same small logic, whose nets nobody wrote down, stand as this
   * one does. Two that stand where they should move say that it is dead, or that something nobody
   * read lets none of them work; a third says no more than they, unless what it should put out was
   * read.
   */
  private boolean standsWithOthers(Net net, Map<PinRef, Signal> seen) {
    Map<String, Signal> read = new HashMap<>();
    seen.forEach((pin, signal) -> read.put(lineOf(pin).name(), signal));
    if (isAnsweredWithOthers(net, read)) {
      return true;
    }
    Optional<PinRef> driver =
        nets.soleDriver(net)
            .filter(d -> board.netOf(d).isEmpty())
            .filter(d -> isSmallLogic(d.part()));
    if (driver.isEmpty() || takesIn(driver.get(), read)) {
      return false;
    }
    List<String> outputs =
        board.part(driver.get().part()).orElseThrow().pins().stream()
            .filter(pin -> nets.soleDriver(lineOf(pin)).filter(pin::equals).isPresent())
            .map(pin -> lineOf(pin).name())
            .filter(read::containsKey)
            .toList();
    return outputs.indexOf(net.name()) >= ENOUGH_LINES
        && outputs.stream().map(read::get).distinct().count() == 1
        && read.get(net.name()) != Signal.TOGGLING;
  }

  /** Of a row of a processor's inputs that the same parts answer at, all but the first two. */
  private boolean isAnsweredWithOthers(Net net, Map<String, Signal> read) {
    List<PinRef> path = net.path();
    List<String> who = path.size() == 1 ? AnswersListed.parts(board, path.getFirst()) : List.of();
    if (who.isEmpty()) {
      return false;
    }
    List<String> row =
        board.part(path.getFirst().part()).orElseThrow().pins().stream()
            .filter(pin -> read.containsKey(lineOf(pin).name()))
            .filter(pin -> AnswersListed.parts(board, pin).equals(who))
            .map(pin -> lineOf(pin).name())
            .toList();
    return row.indexOf(net.name()) >= ENOUGH_LINES
        && row.stream().map(read::get).distinct().count() == 1
        && read.get(net.name()) != Signal.TOGGLING;
  }

  /** Whether something but a clock was seen to move at what goes into an output. */
  private boolean takesIn(PinRef output, Map<String, Signal> read) {
    return nets.gateDriving(output).stream()
        .flatMap(gate -> nets.inputsOf(gate).stream())
        .filter(pin -> read.get(lineOf(pin).name()) == Signal.TOGGLING)
        .flatMap(pin -> board.pin(pin).stream())
        .anyMatch(pin -> !PinRole.COUNTS_BY.fits(pin.name()));
  }

  private boolean isSmallLogic(String part) {
    return board.part(part).filter(p -> p.device().isSmallLogic()).isPresent();
  }

  private Set<String> drivenBy(Net net) {
    return drivenBy.computeIfAbsent(
        net.name(), _ -> nets.drivers(net).stream().map(PinRef::part).collect(Collectors.toSet()));
  }

  private static List<Finding> readings(Moment moment, List<DatedFinding> told) {
    return told.stream()
        .filter(f -> isReading(f.finding()) && sameState(f.moment(), moment))
        .map(DatedFinding::finding)
        .toList();
  }

  private Set<String> linesOf(List<Finding> readings) {
    Set<String> lines = new HashSet<>();
    readings.forEach(r -> lines.add(lineOf(pin(r)).name()));
    return lines;
  }

  /**
   * What a probe showed in this state of the board, where it showed the same every time. What moved
   * before a mend moves on: whatever is still wrong was so then.
   */
  private static Map<PinRef, Signal> seen(Moment moment, List<DatedFinding> told) {
    Map<PinRef, Signal> seen = new HashMap<>();
    Set<PinRef> disputed = new HashSet<>();
    Map<PinRef, Signal> movedBefore = new HashMap<>();
    for (DatedFinding other : told) {
      if (other.moment().epoch() < moment.epoch() && sameButForMends(other.moment(), moment)) {
        shown(other.finding())
            .filter(signal -> signal == Signal.TOGGLING)
            .ifPresent(signal -> movedBefore.put(pin(other.finding()), signal));
      }
    }
    for (DatedFinding other : told) {
      Optional<Signal> shown =
          sameState(other.moment(), moment) ? shown(other.finding()) : Optional.empty();
      if (shown.isPresent()) {
        PinRef pin = pin(other.finding());
        Signal before = seen.put(pin, shown.get());
        if (before != null && !agree(before, shown.get())) {
          disputed.add(pin);
        }
      }
    }
    movedBefore.forEach(seen::putIfAbsent);
    seen.keySet().removeAll(disputed);
    return seen;
  }

  /** A line that is counted as still may have been read high or low. */
  private static boolean agree(Signal one, Signal other) {
    boolean still = one == Signal.STILL || other == Signal.STILL;
    return one == other || (still && one != Signal.TOGGLING && other != Signal.TOGGLING);
  }

  /** What a probe showed, or a counter: a line that is counted moves. */
  static Optional<Signal> shown(Finding finding) {
    return switch (finding) {
      case Finding.Probe(PinRef _, Signal shown, boolean _) -> Optional.of(shown);
      case Finding.Frequency(PinRef _, double hertz) when hertz > 0 -> Optional.of(Signal.TOGGLING);
      case Finding.Frequency _ -> Optional.of(Signal.STILL);
      case Finding _ -> Optional.empty();
    };
  }

  private static boolean sameButForMends(Moment one, Moment other) {
    return one.partsOut().equals(other.partsOut()) && one.freeRun() == other.freeRun();
  }

  static boolean sameState(Moment one, Moment other) {
    return one.state().equals(other.state());
  }

  /** Whether the other lines that need the processor's program say that it runs, or stands. */
  private Optional<Boolean> runs(Net line, Map<PinRef, Signal> seen) {
    if (line.path().stream().noneMatch(activity::needsProcessor)) {
      return Optional.empty();
    }
    Set<String> moving = new HashSet<>();
    Set<String> still = new HashSet<>();
    seen.forEach(
        (pin, shown) -> {
          boolean tells =
              !line.path().contains(pin)
                  && activity.needsProcessor(pin)
                  && healthy(pin).stream().allMatch(s -> s == Signal.TOGGLING);
          if (tells) {
            (shown == Signal.TOGGLING ? moving : still).add(lineOf(pin).name());
          }
        });
    if (moving.size() >= ENOUGH_LINES || itsTwinMoves(line, moving)) {
      return Optional.of(true);
    }
    return moving.isEmpty() && still.size() >= ENOUGH_LINES ? Optional.of(false) : Optional.empty();
  }

  /**
   * How a line stood before parts were pulled that are out now. If it stood for want of a program,
   * or for something elsewhere that nobody can tell, it stands on: taking a part out mends nothing,
   * unless what was wrong went with it.
   */
  private static Optional<Signal> stoodWithMoreIn(
      Net line, Moment moment, List<DatedFinding> told) {
    return told.stream()
        .filter(f -> isReading(f.finding()) && isSameWithMoreIn(f.moment(), moment))
        .filter(f -> line.path().contains(pin(f.finding())))
        .flatMap(f -> shown(f.finding()).stream())
        .reduce((_, last) -> last)
        .filter(signal -> signal != Signal.TOGGLING && signal != Signal.DOUBTFUL);
  }

  private static boolean isSameWithMoreIn(Moment before, Moment now) {
    return before.epoch() == now.epoch()
        && before.freeRun() == now.freeRun()
        && before.partsOut().size() < now.partsOut().size()
        && now.partsOut().containsAll(before.partsOut());
  }

  /**
   * Whether the chip that drives a line has another output that moves as on a good board: the
   * program told it to. Of gates, whose outputs have nothing to do with one another, it says
   * nothing.
   */
  private boolean itsTwinMoves(Net line, Set<String> moving) {
    Optional<String> chip =
        nets.soleDriver(line)
            .filter(driver -> !activity.isProcessors(driver))
            .map(PinRef::part)
            .filter(p -> board.part(p).filter(x -> x.device().gates().isEmpty()).isPresent());
    return chip.isPresent()
        && moving.stream()
            .flatMap(each -> board.net(each).stream())
            .flatMap(each -> nets.soleDriver(each).stream())
            .anyMatch(other -> other.part().equals(chip.get()));
  }

  private Optional<Signal> healthy(PinRef pin) {
    return simulated.healthy(pin).or(() -> nets.healthy(pin));
  }

  /** What a line does on a good board: less surely where only its kind says so. */
  private double[] described(PinRef pin) {
    Optional<Signal> healthy = nets.healthy(pin);
    if (healthy.isEmpty() && (isRequest(lineOf(pin)) || nets.isRequest(pin))) {
      return states.requested();
    }
    if (healthy.isEmpty() && isOfLogic(pin)) {
      return states.logic();
    }
    if (healthy.isEmpty() && nets.isDriven(lineOf(pin))) {
      return states.driven();
    }
    double[] known = states.predicted(healthy);
    double[] otherwise =
        nets.isDriven(lineOf(pin)) ? states.driven() : states.predicted(Optional.empty());
    return nets.isSaid(pin) ? known : LineStates.mixed(USUALLY, known, otherwise);
  }

  /**
   * The same; where nothing tells, what the others of its row do, or what whoever read it expected.
   */
  private double[] described(PinRef pin, String line, SetUp setUp) {
    double[] told = toldOf(pin, line, setUp);
    Set<Signal> comesTo = setUp.comesTo().getOrDefault(line, Set.of());
    return comesTo.isEmpty() ? told : LineStates.comingTo(comesTo, told);
  }

  private double[] toldOf(PinRef pin, String line, SetUp setUp) {
    boolean expected = setUp.expected().contains(line) && !setUp.heldBack().contains(line);
    double[] alone = described(pin);
    if (nets.healthy(pin).isPresent()) {
      return expected && !nets.isSaid(pin) && nets.healthy(pin).get() == Signal.TOGGLING
          ? LineStates.mixed(AS_EXPECTED, states.predicted(Signal.TOGGLING), alone)
          : alone;
    }
    Optional<Signal> row = Optional.ofNullable(setUp.likeItsRow().get(line));
    if (row.isPresent()) {
      return LineStates.mixed(LIKE_ITS_ROW, states.predicted(row.get()), alone);
    }
    return expected
        ? LineStates.mixed(RIGHTLY_EXPECTED, states.predicted(Signal.TOGGLING), alone)
        : alone;
  }

  /** Whether nothing but small logic drives a line whose nets nobody wrote down. */
  private boolean isOfLogic(PinRef pin) {
    return unknownEnds.contains(pin)
        && board.kind(pin).drives()
        && board.part(pin.part()).filter(p -> p.device().isSmallLogic()).isPresent();
  }

  /** Whether a resistor holds a line up that outputs only ever pull down. */
  private boolean isRequest(Net line) {
    List<PinRef> drivers = nets.drivers(line);
    return !drivers.isEmpty()
        && nets.pulledUp(line)
        && drivers.stream().allMatch(d -> board.kind(d) == PinKind.OPEN_COLLECTOR);
  }

  /** The model of the readings of one line, given those in front of it. */
  LineModel model(List<DatedFinding> group, SetUp setUp) {
    List<Finding> readings = group.stream().map(DatedFinding::finding).toList();
    return model(readings, setUp, setUp.given(), List.of());
  }

  /** The model of a reading still to be taken, given those of its line and in front of it. */
  LineModel test(Finding test, Moment moment, List<DatedFinding> told) {
    DatedFinding planned = new DatedFinding(NOT_SAID, test, moment);
    SetUp setUp = setUp(List.of(planned), told);
    List<Finding> given = new ArrayList<>(setUp.given());
    String line = lineOf(pin(test)).name();
    readings(moment, told).stream()
        .filter(f -> lineOf(pin(f)).name().equals(line))
        .forEach(given::add);
    List<Finding> all = new ArrayList<>(given);
    all.add(test);
    return model(all, setUp, given, LineReading.outcomes(test));
  }

  private LineModel model(
      List<Finding> readings, SetUp setUp, List<Finding> given, List<Finding> outcomes) {
    Map<String, Set<PinRef>> stations = new LinkedHashMap<>();
    for (Finding reading : Stream.concat(given.stream(), readings.stream()).toList()) {
      stations
          .computeIfAbsent(lineOf(pin(reading)).name(), _ -> new LinkedHashSet<>())
          .add(pin(reading));
    }
    String line = lineOf(pin(readings.getLast())).name();
    Map<String, GateInFront> gates =
        inFront(
            line,
            Set.copyOf(stations.keySet()),
            setUp.moment().partsOut(),
            setUp.heldBack(),
            setUp.steady());
    gates.entrySet().removeIf(e -> saysNothing(e.getKey(), e.getValue(), readings, given, setUp));
    gates.replaceAll(
        (of, gate) ->
            saysLess(of, gate, readings, given, setUp)
                ? gate.with(gate.table().mostlyMoving(WITH_REASON, states))
                : gate);
    gates.forEach(
        (driven, gate) -> {
          Objects.requireNonNull(stations.get(driven)).add(gate.driver());
          for (PinRef input : gate.inputs()) {
            stations.computeIfAbsent(lineOf(input).name(), _ -> new LinkedHashSet<>()).add(input);
          }
        });
    List<LineModel.Node> nodes = new ArrayList<>();
    Map<PinRef, LineModel.At> at = new HashMap<>();
    for (String each : order(stations.keySet(), gates)) {
      nodes.add(node(each, stations, gates, setUp, nodes.size(), at));
    }
    return new LineModel(
        nodes, states, new Spreads(setUp.moment().partsOut()), given, outcomes, this::reading);
  }

  /**
   * Whether what was read of a gate of many inputs only lets it work, and nobody saw one move: of a
   * line that somebody expects to move that says nothing.
   */
  private boolean saysNothing(
      String line, GateInFront gate, List<Finding> readings, List<Finding> given, SetUp setUp) {
    if (!gate.partly() || gate.clocked() || !setUp.expected().contains(line)) {
      return false;
    }
    Map<String, Signal> read = new HashMap<>();
    Stream.concat(given.stream(), readings.stream())
        .forEach(f -> shown(f).ifPresent(s -> read.putIfAbsent(lineOf(pin(f)).name(), s)));
    return gate.inputs().stream()
        .map(in -> Map.entry(in, Optional.ofNullable(read.get(lineOf(in).name()))))
        .allMatch(e -> e.getValue().isEmpty() || letsWork(e.getKey(), e.getValue().get()));
  }

  /**
   * Whether a gate says less of its line than whoever expects it to move: not all that goes in was
   * read, nobody wrote down what the line does, and what was read moves, or lets the gate work.
   */
  private boolean saysLess(
      String line, GateInFront gate, List<Finding> readings, List<Finding> given, SetUp setUp) {
    if (!setUp.expected().contains(line)
        || !(unknownEnds.contains(gate.driver()) || healthy(gate.driver()).isEmpty())) {
      return false;
    }
    Map<String, Signal> read = new HashMap<>();
    Stream.concat(given.stream(), readings.stream())
        .forEach(f -> shown(f).ifPresent(s -> read.putIfAbsent(lineOf(pin(f)).name(), s)));
    List<PinRef> unread =
        gate.inputs().stream().filter(in -> !read.containsKey(lineOf(in).name())).toList();
    List<PinRef> resting =
        gate.inputs().stream()
            .filter(in -> !unread.contains(in))
            .filter(in -> read.get(lineOf(in).name()) != Signal.TOGGLING)
            .toList();
    return !unread.isEmpty()
        && unread.size() + resting.size() < gate.inputs().size()
        && resting.stream().allMatch(in -> letsWork(in, read.get(lineOf(in).name())));
  }

  private boolean letsWork(PinRef pin, Signal shown) {
    return workingAt(pin).filter(shown::equals).isPresent();
  }

  /** Every line after those it follows; a gate that closes a loop is not followed. */
  private List<String> order(Set<String> lines, Map<String, GateInFront> gates) {
    List<String> order = new ArrayList<>();
    Set<String> open = new HashSet<>();
    lines.forEach(line -> visit(line, gates, open, order));
    return order;
  }

  private void visit(
      String line, Map<String, GateInFront> gates, Set<String> open, List<String> order) {
    if (order.contains(line)) {
      return;
    }
    open.add(line);
    GateInFront gate = gates.get(line);
    if (gate != null) {
      Set<String> before = gate.lines();
      if (before.stream().anyMatch(open::contains)) {
        gates.remove(line);
      } else {
        before.forEach(input -> visit(input, gates, open, order));
      }
    }
    open.remove(line);
    order.add(line);
  }

  private LineModel.Node node(
      String line,
      Map<String, Set<PinRef>> stations,
      Map<String, GateInFront> gates,
      SetUp setUp,
      int number,
      Map<PinRef, LineModel.At> at) {
    Set<PinRef> here = Objects.requireNonNull(stations.get(line));
    Net net = lineOf(here.iterator().next());
    List<PinRef> sorted =
        here.stream().sorted(Comparator.comparingInt(net.path()::indexOf)).toList();
    for (int s = 0; s < sorted.size(); s++) {
      at.put(sorted.get(s), new LineModel.At(number, s));
    }
    Optional<GateInFront> gate = Optional.ofNullable(gates.get(line));
    Optional<LineModel.Follows> follows =
        gate.map(
            g ->
                new LineModel.Follows(
                    g.partly() && setUp.standsToo().contains(line)
                        ? ofSome(g.inputs(), g.clocked(), GateTable.Follows.LIKE_ITS_TWIN)
                        : g.table(),
                    g.inputs().stream().map(i -> input(i, at)).toList(),
                    g.partly()));
    PinRef first = gate.map(GateInFront::driver).orElse(sorted.getFirst());
    boolean out =
        nets.soleDriver(net)
            .filter(driver -> setUp.moment().partsOut().contains(driver.part()))
            .isPresent();
    Optional<double[]> standsOn =
        Optional.ofNullable(setUp.standOn().get(line)).map(states::standingOn);
    boolean unused = isUnused(net, sorted, setUp.moment().partsOut());
    Optional<Boolean> runs = Optional.ofNullable(setUp.runs().get(line));
    boolean mayIdle =
        !out
            && !unused
            && !runs.orElse(false)
            && sorted.stream().anyMatch(activity::needsProcessor)
            && healthy(first).stream().allMatch(s -> s == Signal.TOGGLING);
    double[] healthy =
        out
            ? states.predicted(nets.pulledUp(net) ? Signal.HIGH : Signal.FLOATING)
            : unused
                ? standing(net, true)
                : mayIdle && setUp.moment().partsOut().stream().anyMatch(activity::stopsWithout)
                    ? standing(net, false)
                    : LineModel.healthy(
                        states, simulated.healthy(first), described(first, line, setUp));
    return new LineModel.Node(
        sorted,
        sorted.stream().mapToInt(p -> nets.id(p).orElse(-1)).toArray(),
        sorted.stream().mapToInt(simulated::number).toArray(),
        sorted.stream().mapToInt(net.path()::indexOf).toArray(),
        net,
        gate.map(g -> sorted.indexOf(g.driver())).orElse(-1),
        follows,
        healthy,
        mayIdle
            ? standsOn.or(() -> Optional.of(standing(net, runs.isPresent())))
            : Optional.empty(),
        mayIdle && standsOn.isEmpty() && sorted.stream().anyMatch(activity::isProcessors)
            ? Optional.of(states.fetching())
            : Optional.empty(),
        runs.orElse(false),
        counting && healthy(first).filter(s -> s == Signal.TOGGLING).isPresent(),
        setUp.twins().getOrDefault(line, Set.of()).stream()
            .mapToInt(pin -> nets.id(pin).orElse(-1))
            .toArray(),
        !out && nets.isDriven(net),
        standsOn,
        isStarved(net, setUp.starved()));
  }

  /** What a line does whose program stands still, or may. */
  private double[] standing(Net net, boolean surely) {
    if (!mayBeLetGo(net)) {
      return surely ? states.halted() : states.idle();
    }
    boolean up = nets.pulledUp(net);
    return surely ? states.released(up) : states.idleOrReleased(up);
  }

  /** Whether several outputs are on a line, each of which lets go of it. */
  private boolean mayBeLetGo(Net net) {
    List<PinRef> drivers = nets.drivers(net);
    return drivers.size() > 1
        && drivers.stream()
            .map(board::kind)
            .allMatch(kind -> kind == PinKind.THREE_STATE || kind == PinKind.BIDIRECTIONAL);
  }

  /** Whether a line moves by a processor alone, and that is out. */
  private boolean isUnused(Net net, List<PinRef> stations, Set<String> partsOut) {
    List<String> processors =
        nets.drivers(net).stream()
            .map(PinRef::part)
            .filter(p -> board.part(p).filter(x -> x.device().isProcessor()).isPresent())
            .toList();
    return !processors.isEmpty()
        && partsOut.containsAll(processors)
        && stations.stream().anyMatch(activity::needsProcessor);
  }

  private LineModel.Input input(PinRef pin, Map<PinRef, LineModel.At> at) {
    LineModel.At there = Objects.requireNonNull(at.get(pin));
    return new LineModel.Input(nets.id(pin).orElseThrow(), there.node(), there.station());
  }

  /** Whether what drives a line hangs on a rail too low to work with. */
  private boolean isStarved(Net net, Set<String> starved) {
    if (starved.isEmpty()) {
      return false;
    }
    List<PinRef> drivers = nets.drivers(net);
    return board.nets().isEmpty()
        || drivers.isEmpty()
        || drivers.stream().allMatch(d -> hangsOn(d.part(), starved));
  }

  private boolean hangsOn(String part, Set<String> rails) {
    return board.part(part).stream()
        .map(Part::pins)
        .flatMap(List::stream)
        .flatMap(p -> board.netOf(p).stream())
        .flatMap(net -> board.railOfNet(net.name()).stream())
        .anyMatch(rail -> rails.contains(rail.name()));
  }

  private FaultSpread spread(Fault fault) {
    return new FaultSpread(
        fault, nets.consequences(fault), simulated.with(fault), activity.stops(fault));
  }

  /** Faults are asked about in many tests by one list, which is never changed. */
  @SuppressWarnings("ReferenceEquality")
  private IntFunction<FaultSpread> spreads(List<Fault> faults) {
    Listed these = listed;
    if (these.faults() != faults) {
      Listed before = listedBefore;
      these =
          before.faults() == faults
              ? before
              : new Listed(faults, new AtomicReferenceArray<>(faults.size()));
      listedBefore = listed;
      listed = these;
    }
    AtomicReferenceArray<FaultSpread> spreads = these.spreads();
    return f -> {
      FaultSpread known = spreads.get(f);
      if (known == null) {
        known = spread(faults.get(f));
        spreads.set(f, known);
      }
      return known;
    };
  }

  /** Some faults with what each does, as far as it was asked. */
  private record Listed(List<Fault> faults, AtomicReferenceArray<FaultSpread> spreads) {}

  /** How faults spread while some parts are out. */
  private final class Spreads implements LineModel.Spreading {
    private final Set<String> out;

    Spreads(Set<String> out) {
      this.out = out;
    }

    @Override
    public FaultSpread of(Fault fault) {
      return spread(fault);
    }

    @Override
    public IntFunction<FaultSpread> of(List<Fault> faults) {
      return spreads(faults);
    }

    @Override
    public Consequences together(List<Fault> faults) {
      return nets.consequences(faults);
    }

    @Override
    public Predicate<Fault> actingAt(PinRef output) {
      ActingAt at = nets.actingAt(output);
      return fault -> !(fault.place() instanceof Place.Segment) && at.test(fault);
    }

    @Override
    public boolean isAway(Fault fault) {
      return !out.isEmpty()
          && fault.place().mendable() instanceof Place.OfPart(String part)
          && out.contains(part);
    }
  }
}
