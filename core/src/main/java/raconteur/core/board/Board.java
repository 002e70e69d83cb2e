package raconteur.core.board;

import java.util.Collection;
import java.util.Collections;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;
import raconteur.core.device.Signal;

/**
 * One revision of one board, whole and checked: every pin in a net is a pin of a part that is
 * there. What its file leaves unsaid is as is usual: the blocks of parts nobody sorted, what makes
 * a rail and what hangs on it, the symptoms of any board. Immutable; lookups are by hash.
 */
public final class Board {
  private final BoardContents contents;
  private final BoardIdentity identity;
  private final List<String> blocks;
  private final Map<String, Part> parts;

  /** By their designators in capitals: the line looks parts up at every key. */
  private final Map<String, Part> partsInCapitals = new HashMap<>();

  private final Map<String, Net> nets;
  private final Map<String, Rail> rails;
  private final Map<String, Rail> onTheWay;
  private final String ground;
  private final List<NoConnect> noConnects;
  private final DeadTest deadTest;
  private final Map<String, SymptomCard> symptoms;
  private final Map<String, SymptomCard> symptomsBeside;
  private final Map<String, UsualSuspect> usualSuspects;
  private final Map<PinRef, Net> netByPin = new HashMap<>();
  private final Map<PinRef, Net> writtenByPin = new HashMap<>();
  private final Map<String, Rail> railByNet = new HashMap<>();

  /* Asked millions of times a diagnosis. */
  private final Map<PinRef, DevicePin> pins = new HashMap<>();

  /** What the board's own firmware may show, in the order of the file. */
  public List<ErrorCode> errorCodes() {
    return contents.errorCodes();
  }

  /** The code as somebody types it, capitals aside. */
  public Optional<ErrorCode> errorCode(String code) {
    return errorCodes().stream().filter(e -> e.code().equalsIgnoreCase(code)).findFirst();
  }

  /** The cartridge connector, empty for none, and the flash table in the order of its counts. */
  public record DeadTest(String cartridge, List<Flash> flashes) {
    public DeadTest {
      flashes = List.copyOf(flashes);
    }
  }

  Board(BoardContents contents) {
    this.contents = contents;
    identity = contents.identity();
    blocks = contents.blocks();
    List<Part> sorted = UsualSeries.of(contents, UsualBlocks.of(contents));
    parts = index(sorted, Part::designator);
    sorted.forEach(
        part -> partsInCapitals.putIfAbsent(part.designator().toUpperCase(Locale.ROOT), part));
    UsualRails.Made made = UsualRails.of(contents, sorted);
    rails = index(made.rails(), Rail::name);
    onTheWay = index(made.onTheWay(), Rail::name);
    nets = index(UsualSupplies.of(contents, sorted, rails.values()), Net::name);
    supplies().forEach(rail -> railByNet.putIfAbsent(rail.net(), rail));
    ground = contents.ground();
    noConnects = contents.noConnects();
    deadTest = contents.deadTest();
    symptoms =
        index(
            contents.symptoms().isEmpty()
                ? UsualSymptoms.of(contents.parts(), sorted, nets.values(), supplyNets())
                : contents.symptoms(),
            SymptomCard::id);
    symptomsBeside =
        index(UsualSymptoms.beside(symptoms.values(), blocks, contents.parts()), SymptomCard::id);
    usualSuspects = index(contents.usualSuspects(), UsualSuspect::part);
    nets.values().forEach(net -> net.path().forEach(pin -> netByPin.put(pin, net)));
    contents.nets().forEach(net -> net.path().forEach(pin -> writtenByPin.put(pin, net)));
    for (Part part : parts.values()) {
      for (DevicePin pin : part.device().pins()) {
        pins.putIfAbsent(new PinRef(part.designator(), pin.number()), pin);
      }
    }
    nets.values().stream().filter(net -> !isSupply(net.name())).forEach(this::drivenByUnknown);
  }

  private Set<String> supplyNets() {
    Set<String> names = new HashSet<>(Set.of(ground));
    supplies().forEach(rail -> names.add(rail.net()));
    return names;
  }

  /**
   * A line that nothing known puts a level on is driven by the one chip on it that nobody
   * described; where it leaves the board, too, it may as well come from there.
   */
  private void drivenByUnknown(Net net) {
    List<PinRef> unknown =
        net.path().stream()
            .filter(pin -> part(pin.part()).filter(p -> p.device().isUnknown()).isPresent())
            .toList();
    boolean driven = net.path().stream().anyMatch(pin -> kind(pin).drives());
    if (driven || unknown.size() != 1) {
      return;
    }
    PinRef pin = unknown.getFirst();
    boolean leaves =
        net.path().stream()
            .anyMatch(p -> part(p.part()).filter(x -> x.device().isContact()).isPresent());
    pin(pin)
        .ifPresent(
            known ->
                pins.put(
                    pin,
                    new DevicePin(
                        known.number(),
                        known.name(),
                        leaves ? PinKind.THREE_STATE : PinKind.OUTPUT)));
  }

  private static <T> Map<String, T> index(
      List<T> items, java.util.function.Function<T, String> key) {
    Map<String, T> map = new LinkedHashMap<>();
    items.forEach(item -> map.put(key.apply(item), item));
    return Collections.unmodifiableMap(map);
  }

  /** What the board's file says, to be changed and written. */
  public BoardContents contents() {
    return contents;
  }

  /** The same board with other kinds of sockets, by part; empty for soldered. */
  public Board inSockets(Map<String, String> kinds) {
    return new Board(
        contents.eachPart(p -> p.inSocket(kinds.getOrDefault(p.designator(), p.socket()))));
  }

  /** The same board whose lines are said to do other things when it is well; others: not said. */
  public Board doing(Map<String, Signal> byNet) {
    return new Board(
        contents.withNets(
            contents.nets().stream()
                .map(
                    net ->
                        new Net(
                            net.name(),
                            net.path(),
                            Optional.ofNullable(byNet.get(net.name())).stream().toList()))
                .toList()));
  }

  public BoardIdentity identity() {
    return identity;
  }

  /** The blocks in start order: what comes first must work for what comes after to show. */
  public List<String> blocks() {
    return blocks;
  }

  public Collection<Part> parts() {
    return parts.values();
  }

  public Optional<Part> part(String designator) {
    return Optional.ofNullable(parts.get(designator));
  }

  /** The part a word names, in whatever case it was typed. */
  public Optional<Part> partCalled(String word) {
    return Optional.ofNullable(partsInCapitals.get(word.toUpperCase(Locale.ROOT)));
  }

  public Collection<Net> nets() {
    return nets.values();
  }

  public Optional<Net> net(String name) {
    return Optional.ofNullable(nets.get(name));
  }

  public Optional<Net> netOf(PinRef pin) {
    return Optional.ofNullable(netByPin.get(pin));
  }

  /**
   * The net somebody put a pin in, with no pins but those written down; empty for a supply pin that
   * hangs where such pins usually do.
   */
  public Optional<Net> writtenNetOf(PinRef pin) {
    return Optional.ofNullable(writtenByPin.get(pin));
  }

  /** What parts hang on, and what is in front of their regulators. */
  public Collection<Rail> rails() {
    return rails.values();
  }

  /** The rails, and the lines by which the supply comes to them from its plug. */
  public List<Rail> supplies() {
    return Stream.concat(rails.values().stream(), onTheWay.values().stream()).toList();
  }

  /** A rail, or a line on the way to one. */
  public Optional<Rail> rail(String name) {
    return Optional.ofNullable(rails.get(name)).or(() -> Optional.ofNullable(onTheWay.get(name)));
  }

  public Optional<Rail> railOfNet(String net) {
    return Optional.ofNullable(railByNet.get(net));
  }

  /** The name of the ground net, empty where the board has no nets. */
  public String ground() {
    return ground;
  }

  public boolean isSupply(String net) {
    return net.equals(ground) || railOfNet(net).isPresent();
  }

  public List<NoConnect> noConnects() {
    return noConnects;
  }

  public DeadTest deadTest() {
    return deadTest;
  }

  public Collection<SymptomCard> symptoms() {
    return symptoms.values();
  }

  /** A card by its word, of the board's own or of those that any board may show. */
  public Optional<SymptomCard> symptom(String id) {
    return Optional.ofNullable(symptoms.get(id))
        .or(() -> Optional.ofNullable(symptomsBeside.get(id)));
  }

  /** What any board may show and this one has no card of its own for. */
  public Collection<SymptomCard> symptomsBeside() {
    return symptomsBeside.values();
  }

  public Optional<UsualSuspect> usualSuspect(String part) {
    return Optional.ofNullable(usualSuspects.get(part));
  }

  public Collection<UsualSuspect> usualSuspects() {
    return usualSuspects.values();
  }

  /** What the library says about a pin; empty for a pin that is not there. */
  public Optional<DevicePin> pin(PinRef pin) {
    return Optional.ofNullable(pins.get(pin));
  }

  public PinKind kind(PinRef pin) {
    return pin(pin).map(DevicePin::kind).orElse(PinKind.NONE);
  }

  /**
   * {@code U14.3 (1Y, net BA3)}: a pin the way it is said on screen, with its net where somebody
   * wrote that down.
   */
  public String describe(PinRef pin) {
    String name = pin(pin).map(DevicePin::name).orElse("?");
    return writtenNetOf(pin)
        .map(net -> pin + " (" + name + ", net " + net.name() + ")")
        .orElse(pin + " (" + name + ")");
  }

  public Depth depth() {
    if (nets.isEmpty()) {
      return Depth.SHEET;
    }
    boolean gates =
        parts.values().stream()
            .filter(p -> p.device().pins().stream().anyMatch(pin -> pin.kind().drives()))
            .allMatch(p -> !p.device().gates().isEmpty());
    return gates ? Depth.BEHAVIOUR : Depth.NET_LIST;
  }
}
