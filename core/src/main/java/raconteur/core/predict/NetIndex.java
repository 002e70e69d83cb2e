package raconteur.core.predict;

import java.util.ArrayList;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.Gate;
import raconteur.core.device.PinKind;
import raconteur.core.device.Signal;
import raconteur.core.judge.Clocks;

/**
 * A board's pins, signal nets and gates, numbered once so that a fault's spread works on numbers.
 * Immutable after it is made.
 */
final class NetIndex {
  /** How a processor calls the input by which it is asked, and peripherals the output. */
  private static final Pattern REQUEST = Pattern.compile("[/~_]?(IRQ|INT)[AB]?[*#_]?");

  private final Board board;
  private final GoodBoard good;
  private final List<PinRef> pinsById = new ArrayList<>();
  private final Map<PinRef, List<PinRef>> joined = new HashMap<>();
  private final Map<PinRef, Integer> idOfPin = new HashMap<>();
  private final Signal[] healthyOrToggling;
  private int gates;
  private final List<Optional<Wiring>> wiringOfPin;
  private final List<List<CompiledGate>> gatesByInput;
  private final Set<Integer> requests = new HashSet<>();
  private final Set<String> clockLines;
  private final Map<Integer, String> ledByBlock = new HashMap<>();
  private final Map<String, List<Integer>> ledByPart = new HashMap<>();
  private final Map<Integer, List<CompiledGate>> gatesByOutput = new HashMap<>();

  /** A signal net: its pins, and those of them that can drive it. */
  record Wiring(int[] pins, List<PinRef> drivers) {}

  NetIndex(Board board) {
    this.board = board;
    this.good = GoodBoard.of(board);
    for (Part part : board.parts()) {
      for (PinRef pin : part.pins()) {
        idOfPin.put(pin, pinsById.size());
        pinsById.add(pin);
      }
    }
    clockLines =
        Clocks.clockPins(board).stream()
            .flatMap(pin -> board.netOf(pin).stream())
            .map(Net::name)
            .collect(Collectors.toUnmodifiableSet());
    Clocks.clockPins(board).stream()
        .filter(this::isLineByItself)
        .forEach(pin -> ledByBlock.put(idOfPin.get(pin), "clock"));
    Clocks.resetPin(board)
        .filter(this::isLineByItself)
        .ifPresent(pin -> ledByBlock.put(idOfPin.get(pin), "reset"));
    for (PinRef pin : pinsById) {
      if (isLineByItself(pin)) {
        for (String part : AnswersListed.parts(board, pin)) {
          ledByPart.computeIfAbsent(part, _ -> new ArrayList<>()).add(idOfPin.get(pin));
        }
      }
    }
    wiringOfPin = new ArrayList<>(Collections.nCopies(pinsById.size(), Optional.empty()));
    gatesByInput = new ArrayList<>(Collections.nCopies(pinsById.size(), List.of()));
    healthyOrToggling =
        pinsById.stream().map(p -> healthy(p).orElse(Signal.TOGGLING)).toArray(Signal[]::new);
    board.nets().stream().filter(n -> !board.isSupply(n.name())).forEach(this::wire);
    pinsById.stream().filter(this::isLineByItself).forEach(this::alone);
    if (board.nets().isEmpty()) {
      new UsualBuses(board).dataLines().forEach(this::join);
      joinRequests();
    }
    board.parts().stream().filter(Part::fitted).forEach(this::compile);
  }

  /** A signal pin whose net nobody has written down. */
  private boolean isLineByItself(PinRef pin) {
    return board.netOf(pin).isEmpty() && (board.kind(pin).drives() || board.kind(pin).reads());
  }

  private void alone(PinRef pin) {
    int id = idOfPin.get(pin);
    List<PinRef> drivers = board.kind(pin).drives() && fitted(pin) ? List.of(pin) : List.of();
    wiringOfPin.set(id, Optional.of(new Wiring(new int[] {id}, drivers)));
  }

  /** Makes one line of pins that all drive it. */
  private void join(List<PinRef> pins) {
    pins.forEach(pin -> joined.put(pin, pins));
    Wiring line = new Wiring(pins.stream().mapToInt(idOfPin::get).toArray(), pins);
    for (int pin : line.pins()) {
      wiringOfPin.set(pin, Optional.of(line));
    }
  }

  /** The pins that are on one line by custom, where no net is known; the pin alone of others. */
  List<PinRef> usuallyJoined(PinRef pin) {
    return joined.getOrDefault(pin, List.of(pin));
  }

  /**
   * What asks that one processor for its attention does so together: outputs that only ever pull
   * down, and are called as it calls its input (common practice, no source).
   */
  private void joinRequests() {
    List<Part> processors =
        board.parts().stream().filter(p -> p.fitted() && p.device().isProcessor()).toList();
    if (processors.size() != 1) {
      return;
    }
    Part processor = processors.getFirst();
    List<PinRef> asking =
        board.parts().stream()
            .filter(Part::fitted)
            .flatMap(
                p ->
                    p.device().pins().stream()
                        .filter(pin -> pin.kind() == PinKind.OPEN_COLLECTOR)
                        .filter(pin -> REQUEST.matcher(pin.name()).matches())
                        .map(pin -> p.pin(pin.number())))
            .toList();
    Optional<PinRef> asked =
        processor.device().pins().stream()
            .filter(pin -> pin.kind() == PinKind.INPUT)
            .filter(pin -> REQUEST.matcher(pin.name()).matches())
            .map(pin -> processor.pin(pin.number()))
            .findFirst();
    if (asked.isEmpty() || asking.isEmpty()) {
      return;
    }
    List<PinRef> pins = Stream.concat(asking.stream(), asked.stream()).toList();
    Wiring line = new Wiring(pins.stream().mapToInt(idOfPin::get).toArray(), asking);
    for (int pin : line.pins()) {
      wiringOfPin.set(pin, Optional.of(line));
      requests.add(pin);
    }
  }

  /** Whether a pin is on a line that is only ever pulled down, and is held up by somebody. */
  boolean isRequest(PinRef pin) {
    return id(pin).filter(requests::contains).isPresent();
  }

  /**
   * The pins a block is known to lead to though no net says so: the processor's clock and reset
   * where their nets are not written down.
   */
  List<Integer> ledBy(Part part) {
    return ledByBlock.entrySet().stream()
        .filter(e -> e.getValue().equals(part.block()) && mayLead(part, pinsById.get(e.getKey())))
        .map(Map.Entry::getKey)
        .toList();
  }

  private static final Pattern FOR_ITSELF =
      Pattern.compile("(?i)\\b(sound|audio|music|speech|baud|serial|uart|rtc|real time)\\b");

  /** Of several clocks one that is listed for the sound leads to the processor of the sound. */
  private boolean mayLead(Part part, PinRef pin) {
    String own = board.part(pin.part()).map(Part::called).orElse("");
    return isForItself(part.called()) == isForItself(own)
        || (isForItself(own)
            && board.parts().stream()
                .filter(p -> p.block().equals(part.block()))
                .noneMatch(p -> isForItself(p.called())));
  }

  private static boolean isForItself(String called) {
    return FOR_ITSELF.matcher(called).find();
  }

  /** The pins a part is listed for though no net says so: a processor's wait or interrupt. */
  List<Integer> ledByPart(String part) {
    return ledByPart.getOrDefault(part, List.of());
  }

  private void wire(Net net) {
    Wiring wiring = new Wiring(net.path().stream().mapToInt(idOfPin::get).toArray(), drivers(net));
    for (int pin : wiring.pins()) {
      wiringOfPin.set(pin, Optional.of(wiring));
    }
  }

  private void compile(Part part) {
    Map<String, Integer> pinByName = new HashMap<>();
    part.device()
        .pins()
        .forEach(p -> pinByName.putIfAbsent(p.name(), idOfPin.get(part.pin(p.number()))));
    for (Gate gate : part.device().gates()) {
      CompiledGate compiled = CompiledGate.of(gates++, gate, pinByName, i -> healthyOrToggling[i]);
      gatesByOutput.computeIfAbsent(compiled.output(), _ -> new ArrayList<>()).add(compiled);
      for (int input : compiled.inputs()) {
        List<CompiledGate> reading = new ArrayList<>(gatesByInput.get(input));
        reading.add(compiled);
        gatesByInput.set(input, List.copyOf(reading));
      }
    }
  }

  /** The pins that can put a level on a net; connectors count only where nothing else does. */
  private List<PinRef> drivers(Net net) {
    List<PinRef> outputs =
        net.path().stream().filter(p -> board.kind(p).drives()).filter(this::fitted).toList();
    return outputs.isEmpty()
        ? net.path().stream().filter(p -> is(p, Device::isContact)).toList()
        : outputs;
  }

  private boolean fitted(PinRef pin) {
    return board.part(pin.part()).filter(Part::fitted).isPresent();
  }

  /** Whether the part at a pin is of a kind. */
  boolean is(PinRef pin, Predicate<Device> kind) {
    return board.part(pin.part()).filter(p -> kind.test(p.device())).isPresent();
  }

  /**
   * Whether the part is spoken to, as memories and I/O are, in place of passing others' words on.
   */
  boolean isTarget(PinRef pin) {
    return board
        .part(pin.part())
        .map(Part::device)
        .filter(d -> d.isRam() || d.isRom() || d.isCustomPort())
        .isPresent();
  }

  /** What a probe shows at a pin of a good running board, where it is known. */
  Optional<Signal> healthy(PinRef pin) {
    Optional<Net> net = board.netOf(pin);
    if (net.isEmpty()) {
      return led(pin).or(() -> good.showsAt(pin));
    }
    if (net.get().name().equals(board.ground())) {
      return Optional.of(Signal.LOW);
    }
    return board.railOfNet(net.get().name()).isPresent()
        ? Optional.of(Signal.HIGH)
        : good.shows(net.get());
  }

  /** What the lines of a good board do. */
  GoodBoard good() {
    return good;
  }

  /**
   * Whether what a line does on a good board is known by somebody, and not only usual: a
   * processor's clock is known to move by everybody.
   */
  boolean isSaid(PinRef pin) {
    return board
        .netOf(pin)
        .map(n -> n.healthy().isPresent() || clockLines.contains(n.name()))
        .orElseGet(() -> led(pin).isPresent());
  }

  /** What a clock or reset does that no net is written down of. */
  private Optional<Signal> led(PinRef pin) {
    return Optional.ofNullable(ledByBlock.get(idOfPin.getOrDefault(pin, -1)))
        .map(block -> block.equals("clock") ? Signal.TOGGLING : restOfReset(pin));
  }

  /** A reset that is written with a stroke before it holds while it is low. */
  private Signal restOfReset(PinRef pin) {
    String name = board.pin(pin).map(DevicePin::name).orElse("");
    return name.startsWith("/") ? Signal.HIGH : Signal.LOW;
  }

  Board board() {
    return board;
  }

  List<PinRef> pins() {
    return pinsById;
  }

  PinRef pin(int id) {
    return pinsById.get(id);
  }

  /** The number of a pin; empty for a pin this board does not have. */
  Optional<Integer> id(PinRef pin) {
    return Optional.ofNullable(idOfPin.get(pin));
  }

  /** The signal net a pin is on; empty on supplies and for pins joined to nothing. */
  Optional<Wiring> wiring(int pin) {
    return wiringOfPin.get(pin);
  }

  /** What a pin does on a healthy board; where that is not known, it toggles. */
  Signal healthyOrToggling(int pin) {
    return healthyOrToggling[pin];
  }

  /** How many gates there are. */
  int gates() {
    return gates;
  }

  List<CompiledGate> gatesReading(int pin) {
    return gatesByInput.get(pin);
  }

  List<CompiledGate> gatesDriving(int pin) {
    return gatesByOutput.getOrDefault(pin, List.of());
  }
}
