package raconteur.core.predict;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.Expression;
import raconteur.core.device.Gate;
import raconteur.core.device.PinKind;
import raconteur.core.device.PinRole;
import raconteur.core.device.Signal;
import raconteur.core.judge.Clocks;

/**
 * What the lines of a good running board usually do, where nobody has written it down: told by what
 * drives them. Oscillators move, and so do a running processor's addresses, data and strobes; its
 * reset has let go; a line that nothing drives rests where its resistor pulls it. From there it is
 * carried on through gates whose inputs are known: one that the resting inputs hold rests, one that
 * follows the moving inputs often enough to be seen moves. Where several moving inputs must meet,
 * as at most outputs of a decoder, nothing is said, but for those that select what the processor
 * works with. Common practice, no source; counted against boards whose lines are written down.
 */
final class UsualLevels {
  private static final int MOST_ROUNDS = 40;

  /** More moving inputs than this are not tried out. */
  private static final int MOST_MOVING = 8;

  /** Nor are more untold ones tried either way. */
  private static final int MOST_UNTOLD = 3;

  private static final List<Signal> EITHER_WAY = List.of(Signal.LOW, Signal.HIGH, Signal.TOGGLING);

  /** What is at one level all but this share of the time may look still. */
  private static final double SEEN_MOVING = 0.2;

  private static final Pattern ADDRESS_OR_DATA = Pattern.compile("(A|AD|D|DB|BA|P0\\.)[0-9]{1,2}");
  private static final Pattern STROBE =
      Pattern.compile(
          "(RD|WR|MREQ|M1|RFSH|R/W|RW|R/-W|AS|DS|UDS|LDS|DTACK|ALE|SYNC|E|PHI[0-2]?|VMA|PSEN|"
              + "LMRD|MEMR|MEMW|DBIN|IO/M|S0|S1|MRDC|DEN|READ|WRITE)");

  /** Names people give to what makes a picture or a step (common practice, no source). */
  private static final Pattern MOVING_NAME =
      Pattern.compile(
          "(?i)/?[CHV]?[-_"
              + " ]?(?:SYNC|BLANK(?:ING)?|BLK)|[HV](?:S|BL)|.*CLK[0-9]*|CLOCK.*|PHI[0-9]?|[0-9.]*M(?:HZ)?");

  /** What a chip's other supply pin is called. */
  private static final Pattern GROUND =
      Pattern.compile("(?i)[AD]?GND.*|VSS.*|VEE|V-|0V|GROUND|VBB");

  /** What keeps a counter or a register at rest (names of The TTL Data Book, from memory). */
  private static final Map<String, Signal> HOLDS =
      Map.ofEntries(
          Map.entry("/CLR", Signal.LOW),
          Map.entry("CLR", Signal.HIGH),
          Map.entry("/1CLR", Signal.LOW),
          Map.entry("/2CLR", Signal.LOW),
          Map.entry("1CLR", Signal.HIGH),
          Map.entry("2CLR", Signal.HIGH),
          Map.entry("/1PR", Signal.LOW),
          Map.entry("/2PR", Signal.LOW),
          Map.entry("/LOAD", Signal.LOW),
          Map.entry("/CTEN", Signal.HIGH),
          Map.entry("ENP", Signal.LOW),
          Map.entry("ENT", Signal.LOW),
          Map.entry("CLKINH", Signal.HIGH),
          Map.entry("INH", Signal.HIGH),
          Map.entry("MR", Signal.HIGH),
          Map.entry("/MR", Signal.LOW));

  /** No line rests at this. */
  private static final Signal NOTHING = Signal.STILL;

  private final Board board;
  private final Map<String, Signal> levels = new HashMap<>();
  private final Map<String, List<PinRef>> drivers = new HashMap<>();

  private final boolean running;
  private final UnknownEnds unknown;

  private UsualLevels(Board board, boolean running) {
    this.board = board;
    this.running = running;
    this.unknown = new UnknownEnds(board);
    board.parts().stream().filter(Part::fitted).forEach(this::ties);
    for (Net net : board.nets()) {
      net.healthy().filter(_ -> running).ifPresent(signal -> levels.put(net.name(), signal));
      drivers.put(
          net.name(),
          net.path().stream().filter(p -> fitted(p) && board.kind(p).drives()).toList());
    }
    boolean someLack =
        board.nets().stream().anyMatch(this::isOpen) || (running && !unknown.isEmpty());
    if (someLack) {
      sources();
      rests();
      carryOn();
      if (running) {
        selects();
        carryOn();
      }
    }
  }

  static UsualLevels of(Board board) {
    return new UsualLevels(board, true);
  }

  /**
   * The lines that move though no processor runs: what the oscillators drive, through counters and
   * through selectors that rest where strobes that nobody gives leave them.
   */
  static Set<String> movingWithoutProcessor(Board board) {
    Set<String> moving = new HashSet<>();
    new UsualLevels(board, false)
        .levels.forEach(
            (net, signal) -> {
              if (signal == Signal.TOGGLING) {
                moving.add(net);
              }
            });
    return moving;
  }

  /**
   * At what level a pin of that name lets what it belongs to go; empty for one that holds nothing.
   */
  static Optional<Signal> lettingGo(String name) {
    return Optional.ofNullable(HOLDS.get(name))
        .map(held -> held == Signal.LOW ? Signal.HIGH : Signal.LOW);
  }

  /** What a line usually does; empty where nothing tells. */
  Optional<Signal> of(String net) {
    return Optional.ofNullable(levels.get(net));
  }

  /**
   * Inputs in no net of a part that is drawn: who draws a board leaves out what goes straight to a
   * supply, and what holds or lets through is tied so that the part works, and so is an input of a
   * gate that has others (common practice, no source).
   */
  private void ties(Part part) {
    Device device = part.device();
    boolean drawn =
        part.pins().stream().anyMatch(p -> board.kind(p) != PinKind.SUPPLY && isWired(p));
    if (!drawn || (!device.isSmallLogic() && !device.isRam() && !device.isRom())) {
      return;
    }
    for (DevicePin pin : device.pins()) {
      PinRef at = part.pin(pin.number());
      if (pin.kind() == PinKind.INPUT && !isWired(at)) {
        workingAt(pin)
            .or(() -> lettingThrough(part, pin.name()))
            .ifPresent(level -> levels.put(at.toString(), level));
      }
    }
  }

  private boolean isWired(PinRef pin) {
    return board.netOf(pin).isPresent();
  }

  /** At what level an input lets the others of its gate decide, where only one does. */
  private Optional<Signal> lettingThrough(Part part, String input) {
    for (Gate gate : part.device().gates()) {
      boolean others =
          gate.inputs().contains(input)
              && gate.inputs().stream()
                  .anyMatch(name -> pinNamed(part, name).filter(this::isWired).isPresent());
      if (others && gate.function() instanceof Gate.Combinational c) {
        boolean low = decidesItself(c.expression(), input, Signal.LOW);
        boolean high = decidesItself(c.expression(), input, Signal.HIGH);
        return low == high ? Optional.empty() : Optional.of(low ? Signal.HIGH : Signal.LOW);
      }
    }
    return Optional.empty();
  }

  /** Whether one input at a level makes the output what it is, whatever the others do. */
  static boolean decidesItself(Expression function, String input, Signal level) {
    Signal made = function.signal(name -> name.equals(input) ? level : Signal.TOGGLING);
    return made == Signal.LOW || made == Signal.HIGH;
  }

  /**
   * At what level a pin that holds its part, or lets it put anything out, lets it work; empty for
   * any other. Letters alone, such as E and G, are what a register takes in.
   */
  static Optional<Signal> workingAt(DevicePin pin) {
    boolean lets =
        pin.name().length() > 1
            && (PinRole.ENABLE.fits(pin.name()) || PinRole.SELECT.fits(pin.name()));
    return lettingGo(pin.name())
        .or(
            () ->
                lets
                    ? Optional.of(pin.name().startsWith("/") ? Signal.LOW : Signal.HIGH)
                    : Optional.empty());
  }

  private boolean fitted(PinRef pin) {
    return board.part(pin.part()).filter(Part::fitted).isPresent();
  }

  private boolean isOpen(Net net) {
    return !board.isSupply(net.name()) && !levels.containsKey(net.name());
  }

  /** The net of a pin; where that is not written down, the pin is a line by itself. */
  private Optional<Net> lineOf(PinRef pin) {
    return board
        .netOf(pin)
        .or(
            () ->
                (running && unknown.contains(pin)) || levels.containsKey(pin.toString())
                    ? Optional.of(new Net(pin.toString(), List.of(pin), List.of()))
                    : Optional.empty());
  }

  private void say(PinRef pin, Signal signal) {
    lineOf(pin).filter(this::isOpen).ifPresent(net -> levels.put(net.name(), signal));
  }

  /** A data book's name without what only says that it is active low. */
  private static String plain(DevicePin pin) {
    return pin.name().replaceAll("^[/~_]|[/_]$", "");
  }

  private void sources() {
    for (Part part : board.parts()) {
      if (!part.fitted()) {
        continue;
      }
      Device device = part.device();
      for (DevicePin pin : device.pins()) {
        PinRef at = part.pin(pin.number());
        String name = plain(pin);
        boolean strobe = device.isProcessor() && pin.kind().drives() && !running;
        if (strobe && pin.name().startsWith("/")) {
          say(at, Signal.HIGH);
        }
        boolean moves =
            (device.isCrystal() && pin.kind() != PinKind.SUPPLY)
                || (running
                    && device.isProcessor()
                    && pin.kind().drives()
                    && (ADDRESS_OR_DATA.matcher(name).matches() || STROBE.matcher(name).matches()))
                || (running && device.facts().moving().contains(pin.name()));
        boolean addressed =
            (device.isRam() || device.isRom())
                && unknown.contains(at)
                && device.addressPins().contains(pin);
        if (moves || addressed) {
          say(at, Signal.TOGGLING);
        } else if (running && pin.kind() == PinKind.SUPPLY) {
          // On no rail: what a diode, a battery or a coil keeps it at.
          say(at, GROUND.matcher(name).matches() ? Signal.LOW : Signal.HIGH);
        } else if (device.isProcessor() && pin.kind().reads() && PinRole.RESET.fits(name)) {
          say(at, pin.name().startsWith("/") ? Signal.HIGH : Signal.LOW);
        }
      }
    }
    Clocks.clockPins(board).forEach(pin -> say(pin, Signal.TOGGLING));
    if (running) {
      board.nets().stream()
          .filter(this::movesByName)
          .forEach(n -> say(n.path().getFirst(), Signal.TOGGLING));
    }
  }

  /** A sync or clock by its name, from a chip that nobody described. */
  private boolean movesByName(Net net) {
    List<PinRef> from = driversOf(net);
    return MOVING_NAME.matcher(net.name()).matches()
        && from.size() == 1
        && board.part(from.getFirst().part()).filter(p -> p.device().isUnknown()).isPresent();
  }

  /** Lines that nothing drives rest where a resistor pulls them. */
  private void rests() {
    for (Part part : board.parts()) {
      if (!part.fitted() || !part.device().isResistor()) {
        continue;
      }
      for (PinRef pin : part.pins()) {
        Optional<Net> net = lineOf(pin).filter(this::isOpen);
        boolean mayBeHeld = !part.device().isSeries() && net.filter(this::hasContact).isPresent();
        if (net.isEmpty() || !driversOf(net.get()).isEmpty() || mayBeHeld) {
          continue;
        }
        part.pins().stream()
            .filter(other -> !other.equals(pin))
            .flatMap(other -> lineOf(other).stream())
            .filter(other -> board.isSupply(other.name()))
            .findFirst()
            .ifPresent(
                supply ->
                    say(pin, supply.name().equals(board.ground()) ? Signal.LOW : Signal.HIGH));
      }
    }
  }

  private List<PinRef> driversOf(Net net) {
    return drivers.computeIfAbsent(
        net.name(), _ -> net.path().stream().filter(p -> board.kind(p).drives()).toList());
  }

  private boolean hasContact(Net net) {
    return net.path().stream()
        .anyMatch(
            p ->
                board
                    .part(p.part())
                    .map(Part::device)
                    .filter(d -> d.isContact() && !d.isKey())
                    .isPresent());
  }

  private void carryOn() {
    for (int round = 0; round < MOST_ROUNDS; round++) {
      int before = levels.size();
      for (Part part : board.parts()) {
        if (part.fitted()) {
          part.device().gates().forEach(gate -> gate(part, gate));
          part.device().gates().forEach(gate -> goBack(part, gate));
          memory(part);
        }
      }
      if (levels.size() == before) {
        break;
      }
    }
  }

  /** What is told of a gate's inputs, by their names, and those of which nothing is. */
  private record Inputs(Map<String, Signal> told, List<String> untold) {}

  private Inputs inputs(Part part, Gate gate) {
    Inputs inputs = new Inputs(new HashMap<>(), new ArrayList<>());
    for (String name : gate.inputs().stream().distinct().toList()) {
      pinNamed(part, name)
          .flatMap(this::levelAt)
          .ifPresentOrElse(
              level -> inputs.told().put(name, level), () -> inputs.untold().add(name));
    }
    return inputs;
  }

  private void gate(Part part, Gate gate) {
    Optional<PinRef> output = pinNamed(part, gate.output());
    Optional<Net> net = output.flatMap(this::lineOf).filter(this::isOpen);
    if (net.isEmpty()) {
      return;
    }
    Inputs inputs = inputs(part, gate);
    boolean shared = driversOf(net.get()).size() > 1;
    Optional<Signal> made =
        gate.function() instanceof Gate.Remembering r
            ? remembered(part, r, inputs.told())
            : made(gate, inputs.told(), inputs.untold());
    made.filter(signal -> !shared || signal == Signal.TOGGLING)
        .ifPresent(signal -> say(output.orElseThrow(), signal));
  }

  /**
   * What the only untold line into a gate must do for the line that this gate alone drives to do
   * what it does: a reset that rests high came through an inverter from one that rests low. Both
   * inputs of a gate that somebody made an inverter of are on one line.
   */
  private void goBack(Part part, Gate gate) {
    Optional<Net> net = pinNamed(part, gate.output()).flatMap(this::lineOf);
    Optional<Signal> level = net.filter(n -> givers(n) == 1).flatMap(n -> of(n.name()));
    if (level.isEmpty() || gate.function() instanceof Gate.Remembering) {
      return;
    }
    Inputs inputs = inputs(part, gate);
    List<String> lines =
        inputs.untold().stream().map(name -> lineNamed(part, name)).distinct().toList();
    if (lines.size() != 1) {
      return;
    }
    String input = inputs.untold().getFirst();
    List<Signal> fitting = new ArrayList<>();
    for (Signal tried : EITHER_WAY) {
      Map<String, Signal> with = new HashMap<>(inputs.told());
      inputs.untold().forEach(name -> with.put(name, tried));
      if (made(gate, with, List.of()).equals(level)) {
        fitting.add(tried);
      }
    }
    if (fitting.size() == 1) {
      pinNamed(part, input).ifPresent(pin -> say(pin, fitting.getFirst()));
    }
  }

  /** The line an input is on; by the input itself where it is on none. */
  private String lineNamed(Part part, String input) {
    return pinNamed(part, input).flatMap(this::lineOf).map(Net::name).orElse(input);
  }

  /** How many outputs drive a line; a processor that may hold its own reset hardly ever does. */
  private long givers(Net net) {
    return driversOf(net).stream().filter(pin -> !isOwnReset(board, pin)).count();
  }

  /** Whether a pin is one by which a processor may hold its own line, and mostly only listens. */
  static boolean isOwnReset(Board board, PinRef pin) {
    String name = board.pin(pin).map(UsualLevels::plain).orElse("");
    return board.part(pin.part()).filter(p -> p.device().isProcessor()).isPresent()
        && board.kind(pin).reads()
        && (PinRole.RESET.fits(name) || name.equals("HALT"));
  }

  /** What a gate makes, where it is the same whatever its untold inputs do. */
  private static Optional<Signal> made(Gate gate, Map<String, Signal> inputs, List<String> untold) {
    if (untold.size() > MOST_UNTOLD || !(gate.function() instanceof Gate.Combinational c)) {
      return Optional.empty();
    }
    if (untold.isEmpty()) {
      return tried(gate.enable(), inputs)
          .filter(enable -> enable != Signal.LOW)
          .flatMap(_ -> tried(c.expression(), inputs));
    }
    Optional<Signal> all = Optional.empty();
    for (Signal tried : EITHER_WAY) {
      Map<String, Signal> more = new HashMap<>(inputs);
      more.put(untold.getFirst(), tried);
      Optional<Signal> one = made(gate, more, untold.subList(1, untold.size()));
      if (one.isEmpty() || !one.equals(all.or(() -> one))) {
        return Optional.empty();
      }
      all = one;
    }
    return all;
  }

  /** What a function makes of inputs that move independently of each other. */
  private static Optional<Signal> tried(Expression function, Map<String, Signal> inputs) {
    Set<String> read = function.pins();
    List<String> moving =
        read.stream().filter(n -> inputs.get(n) == Signal.TOGGLING).sorted().toList();
    boolean plain =
        read.stream()
            .map(inputs::get)
            .allMatch(s -> s == Signal.TOGGLING || s == Signal.HIGH || s == Signal.LOW);
    if (!plain || moving.size() > MOST_MOVING || hasMemory(function)) {
      return Optional.empty();
    }
    int rows = 1 << moving.size();
    int high = 0;
    for (int row = 0; row < rows; row++) {
      int now = row;
      high +=
          function.test(
                  name ->
                      moving.contains(name)
                          ? (now >> moving.indexOf(name) & 1) == 1
                          : inputs.get(name) == Signal.HIGH)
              ? 1
              : 0;
    }
    double share = (double) high / rows;
    if (high == 0 || high == rows) {
      return Optional.of(high == 0 ? Signal.LOW : Signal.HIGH);
    }
    return share >= SEEN_MOVING && share <= 1 - SEEN_MOVING
        ? Optional.of(Signal.TOGGLING)
        : Optional.empty();
  }

  private static boolean hasMemory(Expression function) {
    return switch (function) {
      case Expression.MemoryBit _ -> true;
      case Expression.Pin _, Expression.Constant _ -> false;
      case Expression.Not not -> hasMemory(not.operand());
      case Expression.And and -> and.operands().stream().anyMatch(UsualLevels::hasMemory);
      case Expression.Or or -> or.operands().stream().anyMatch(UsualLevels::hasMemory);
      case Expression.ExclusiveOr xor -> xor.operands().stream().anyMatch(UsualLevels::hasMemory);
      case Expression.Choose c ->
          hasMemory(c.condition()) || hasMemory(c.whenHigh()) || hasMemory(c.whenLow());
    };
  }

  /**
   * What remembers moves where its clock does and what it takes in does; a counter takes in nothing
   * but its clock, nor does a flip-flop that is fed by itself. What is not told of its other inputs
   * is taken not to hold it: who builds a board lets it count.
   */
  private Optional<Signal> remembered(
      Part part, Gate.Remembering gate, Map<String, Signal> inputs) {
    boolean clocked = inputs.get(gate.clock()) == Signal.TOGGLING;
    boolean held =
        inputs.entrySet().stream()
            .anyMatch(e -> HOLDS.getOrDefault(e.getKey(), NOTHING) == e.getValue());
    boolean fed =
        gate.inputs().stream().skip(1).anyMatch(name -> inputs.get(name) == Signal.TOGGLING);
    boolean counts = part.device().title().contains("counter") || gate.inputs().size() == 1;
    return clocked && !held && (fed || counts || feedsItself(part, gate))
        ? Optional.of(Signal.TOGGLING)
        : Optional.empty();
  }

  /** Whether an input beside the clock hangs on an output of the same part. */
  private boolean feedsItself(Part part, Gate.Remembering gate) {
    return gate.inputs().stream()
        .skip(1)
        .flatMap(name -> pinNamed(part, name).stream())
        .flatMap(pin -> lineOf(pin).stream())
        .anyMatch(net -> driversOf(net).stream().anyMatch(d -> d.part().equals(part.designator())));
  }

  /** What is read out of a memory moves with its addresses. */
  private void memory(Part part) {
    Device device = part.device();
    if (!device.isRam() && !device.isRom()) {
      return;
    }
    boolean addressed =
        device.addressPins().stream()
            .anyMatch(
                p -> levelAt(part.pin(p.number())).filter(s -> s == Signal.TOGGLING).isPresent());
    if (addressed) {
      device.pins().stream()
          .filter(p -> p.kind().drives())
          .forEach(p -> say(part.pin(p.number()), Signal.TOGGLING));
    }
  }

  /** The processor's memories are selected all the time. */
  private void selects() {
    Set<String> words = new HashSet<>();
    for (Part part : board.parts()) {
      if (part.fitted() && part.device().isProcessor()) {
        part.device().pins().stream()
            .filter(p -> plain(p).matches("(D|DB|AD)[0-9]{1,2}"))
            .flatMap(p -> lineOf(part.pin(p.number())).stream())
            .forEach(net -> words.add(net.name()));
      }
    }
    for (Part part : board.parts()) {
      Device device = part.device();
      boolean worksWith =
          part.fitted()
              && (device.isRam() || device.isRom() || isReadByProgram(part))
              && part.pins().stream()
                  .filter(p -> board.kind(p).drives())
                  .flatMap(p -> lineOf(p).stream())
                  .anyMatch(net -> words.contains(net.name()));
      if (worksWith) {
        for (DevicePin pin : device.pins()) {
          PinRef at = part.pin(pin.number());
          boolean driven = lineOf(at).filter(n -> !driversOf(n).isEmpty()).isPresent();
          boolean selects =
              PinRole.SELECT.fits(pin.name())
                  || (device.isSmallLogic() && PinRole.ENABLE.fits(pin.name()));
          if (driven && pin.kind().reads() && selects) {
            say(at, Signal.TOGGLING);
          }
        }
      }
    }
  }

  /** A buffer that is let onto the data when the program looks at what lies behind it. */
  private boolean isReadByProgram(Part part) {
    return part.device().isSmallLogic()
        && part.device().pins().stream().allMatch(p -> p.kind() != PinKind.BIDIRECTIONAL)
        && part.device().pins().stream().anyMatch(p -> p.kind() == PinKind.THREE_STATE);
  }

  private Optional<PinRef> pinNamed(Part part, String name) {
    return part.device().pinNamed(name).map(p -> part.pin(p.number()));
  }

  /** What an input sees; one that is joined to nothing is not known. */
  private Optional<Signal> levelAt(PinRef pin) {
    Optional<Net> net = lineOf(pin);
    if (net.isEmpty()) {
      return Optional.empty();
    }
    if (net.get().name().equals(board.ground())) {
      return Optional.of(Signal.LOW);
    }
    return board.railOfNet(net.get().name()).isPresent()
        ? Optional.of(Signal.HIGH)
        : of(net.get().name());
  }
}
