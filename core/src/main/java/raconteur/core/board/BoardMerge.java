package raconteur.core.board;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BinaryOperator;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.device.Device;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;

/**
 * Adds what one description of a board knows to another: a net list to a parts list, positions to a
 * net list. What is not known is filled, what both know and say differently is a {@link Conflict},
 * and which of the two then counts is said by the caller. No part, no pin in a net and no place is
 * ever lost: where the board's word counts a net can only grow. Tables the board has none of (flash
 * table, cards, suspects, codes, notes) are taken over whole.
 *
 * <p>Nets are the same net where they have a name in common, or where one was named by a program
 * and shares a pin with the other, or where one holds all pins of the other. Cost: linear in both.
 */
public final class BoardMerge {
  private static final Pattern NAMED_BY_A_PROGRAM =
      Pattern.compile(
          "(?i)/?(N\\$?_?[0-9]+|NET[-_]?[0-9]+|NET-?\\(.*\\)|\\$?\\$?N[0-9]+|[0-9]+|"
              + "[A-Z]{1,3}[0-9]+[-_.][0-9]+)");

  /** Where a part stands nobody has put anywhere. */
  private static final String UNSORTED = "unsorted";

  private final BoardContents board;
  private final BoardContents more;
  private final Winner winner;
  private final List<Conflict> conflicts = new ArrayList<>();
  private final Map<String, Part> parts = new LinkedHashMap<>();
  private final Map<String, Device> made = new LinkedHashMap<>();
  private final Map<PinRef, String> netHere = new HashMap<>();
  private final Map<String, String> renamed = new HashMap<>();
  private final Map<String, List<String>> pinsHere;
  private final Map<String, List<String>> pinsAdded;

  private BoardMerge(BoardContents board, BoardContents more, Winner winner) {
    this.board = board;
    this.more = more;
    this.winner = winner;
    this.pinsHere = pinsInNets(board);
    this.pinsAdded = pinsInNets(more);
  }

  /** Whose word counts where the two differ. */
  public enum Winner {
    /** What the board says already. */
    THE_BOARD,
    /** What is added. */
    WHAT_IS_ADDED
  }

  /**
   * Something both know and say differently.
   *
   * @param where a part or a pin
   * @param here what the board says
   * @param there what is added
   */
  public record Conflict(String where, String here, String there) {
    @Override
    public String toString() {
      return where + ": " + here + " here, " + there + " in what is added";
    }
  }

  /** The two together. */
  public record Merged(BoardContents contents, List<Conflict> conflicts) {
    public Merged {
      conflicts = List.copyOf(conflicts);
    }
  }

  /** Both together, under the name of the first. */
  public static Merged of(BoardContents board, BoardContents more, Winner winner) {
    return new BoardMerge(board, more, winner).merged();
  }

  private Merged merged() {
    board.parts().forEach(p -> parts.put(p.designator(), p));
    board.nets().forEach(n -> n.path().forEach(p -> netHere.put(p, n.name())));
    for (Part part : more.parts()) {
      parts.merge(part.designator(), part, this::together);
    }
    oneDeviceAName();
    List<Net> nets = nets();
    return new Merged(withSections(nets), conflicts);
  }

  /** Where both describe a device of one name, the description that says more is every part's. */
  private void oneDeviceAName() {
    Comparator<Device> saysLess =
        Comparator.comparing((Device d) -> !d.isUnknown())
            .thenComparingInt(d -> d.pins().size())
            .thenComparingInt(d -> d.facts().function().size());
    Set<String> described = new HashSet<>(made.keySet());
    board.devices().forEach(d -> described.add(d.name()));
    more.devices().forEach(d -> described.add(d.name()));
    for (Part part : parts.values()) {
      Device device = part.device();
      if (described.contains(device.name())) {
        made.merge(device.name(), device, BinaryOperator.maxBy(saysLess));
      }
    }
    parts.replaceAll((_, p) -> p.with(made.getOrDefault(p.device().name(), p.device())));
  }

  private BoardContents withSections(List<Net> nets) {
    List<String> blocks = new ArrayList<>(board.blocks());
    Stream.concat(parts.values().stream().map(Part::block), more.blocks().stream())
        .filter(b -> !blocks.contains(b))
        .distinct()
        .forEach(blocks::add);
    Set<String> netNames = new HashSet<>();
    nets.forEach(n -> netNames.add(n.name()));
    Set<String> used = new HashSet<>();
    parts.values().forEach(p -> used.add(p.device().name()));
    return board
        .with(
            board.identity().widthMillimetres() > 0
                ? board.identity()
                : board
                    .identity()
                    .sized(more.identity().widthMillimetres(), more.identity().heightMillimetres()))
        .withDevices(made.values().stream().filter(d -> used.contains(d.name())).toList())
        .withBlocks(blocks)
        .withParts(List.copyOf(parts.values()))
        .withNets(nets)
        .withRails(
            board.rails().isEmpty()
                ? more.rails()
                : board.rails().stream().map(this::renamedNet).toList())
        .withGround(
            netNames.contains(now(board.ground())) || more.ground().isEmpty()
                ? now(board.ground())
                : more.ground())
        .withDeadTest(
            board.deadTest().flashes().isEmpty() && board.deadTest().cartridge().isEmpty()
                ? more.deadTest()
                : board.deadTest())
        .withSymptoms(board.symptoms().isEmpty() ? more.symptoms() : board.symptoms())
        .withUsualSuspects(
            board.usualSuspects().isEmpty() ? more.usualSuspects() : board.usualSuspects())
        .withErrorCodes(board.errorCodes().isEmpty() ? more.errorCodes() : board.errorCodes())
        .withNotes(board.notes().isBlank() ? more.notes() : board.notes())
        .withNoConnects(
            Stream.concat(
                    board.noConnects().stream(),
                    more.noConnects().stream()
                        .filter(n -> exists(n.pin()))
                        .filter(
                            n ->
                                board.noConnects().stream()
                                    .noneMatch(own -> own.pin().equals(n.pin()))))
                .filter(n -> nets.stream().noneMatch(net -> net.path().contains(n.pin())))
                .toList());
  }

  private Part together(Part known, Part added) {
    Device device = device(known, added);
    Part part = known.with(device).with(known.place(), onlyPinsOf(device, known));
    if (known.block().equals(UNSORTED) && !added.block().equals(UNSORTED)) {
      part = part.inBlock(added.block());
    }
    if (!known.socketed() && added.socketed()) {
      part = part.inSocket(added.socket());
    }
    boolean placeCounts =
        added.place().known() && (!known.place().known() || takesAdded(known, added));
    if (placeCounts) {
      part = part.with(added.place(), onlyPinsOf(part.device(), added));
    }
    if (known.value().isBlank() && !added.value().isBlank()) {
      part = part.withValue(added.value());
    }
    if (known.purpose().isBlank() && !added.purpose().isBlank()) {
      part = part.thereFor(added.purpose());
    }
    return part;
  }

  private static Map<String, Outline.Point> onlyPinsOf(Device device, Part part) {
    Map<String, Outline.Point> pins = new LinkedHashMap<>(part.pinsAt());
    pins.keySet().removeIf(number -> device.pin(number).isEmpty());
    return pins;
  }

  private boolean takesAdded(Part known, Part added) {
    boolean differ =
        Math.hypot(
                known.place().xMillimetres() - added.place().xMillimetres(),
                known.place().yMillimetres() - added.place().yMillimetres())
            > 1;
    if (!differ) {
      return false;
    }
    conflicts.add(
        new Conflict(known.designator() + "'s place", at(known.place()), at(added.place())));
    return winner == Winner.WHAT_IS_ADDED;
  }

  private static String at(Part.Placement place) {
    return Math.round(place.xMillimetres()) + ", " + Math.round(place.yMillimetres()) + " mm";
  }

  /** The device of a part both have: never one that lacks a pin some net names. */
  private Device device(Part known, Part added) {
    Device here = known.device();
    Device there = added.device();
    if (here.equals(there)) {
      return here;
    }
    boolean told = !here.isUnknown() && !there.isUnknown() && !sameKind(here, there);
    if (told) {
      conflicts.add(new Conflict(known.designator(), here.name(), there.name()));
    }
    boolean better = here.isUnknown() ? !there.isUnknown() : !told && saysMore(there, here);
    Device wanted = better || (told && winner == Winner.WHAT_IS_ADDED) ? there : here;
    Set<String> needed = new LinkedHashSet<>(pinsHere.getOrDefault(known.designator(), List.of()));
    if (wanted.isUnknown()) {
      needed.addAll(pinsAdded.getOrDefault(known.designator(), List.of()));
    }
    List<String> lacking =
        needed.stream()
            .filter(n -> wanted.pin(n).isEmpty() && wanted.pinNamed(n).isEmpty())
            .toList();
    if (lacking.isEmpty()) {
      return wanted;
    }
    if (!wanted.equals(here)) {
      conflicts.add(
          new Conflict(
              known.designator(),
              "nets at pin " + String.join(", ", lacking),
              wanted.name() + " has no such pin"));
    }
    return grown(here, lacking, known.designator());
  }

  /** Whether two say the same of a part, one of them perhaps more of it. */
  private static boolean sameKind(Device one, Device other) {
    return stem(one).equals(stem(other))
        || (one.isCapacitor() && other.isCapacitor())
        || isNameless(one)
        || isNameless(other);
  }

  private static boolean isNameless(Device device) {
    return device.name().startsWith("unknown-");
  }

  /** Of two of one kind: by how many pins it has, or because one is only what its letter says. */
  private static boolean saysMore(Device one, Device other) {
    if (one.isUnknown()) {
      return false;
    }
    return stem(one).equals(stem(other))
        ? one.pins().size() > other.pins().size()
        : isNameless(other) || (other.isCeramicCapacitor() && !one.isCeramicCapacitor());
  }

  /** The name without its number of pins, such as that of a row of resistors. */
  private static String stem(Device device) {
    return device.name().replaceFirst("(?<=[a-z]-)[0-9]{1,3}$", "");
  }

  /** A device of the board's own with the pins that were named. */
  private Device grown(Device device, List<String> numbers, String designator) {
    List<DevicePin> pins = new ArrayList<>(device.pins());
    for (String number : numbers) {
      if (device.pin(number).isEmpty()) {
        pins.add(new DevicePin(number, number, PinKind.PASSIVE));
      }
    }
    if (pins.size() == device.pins().size()) {
      return device;
    }
    String name = device.isUnknown() ? device.name() : device.name() + "-of-" + designator;
    Device grown =
        Device.ofPins(name, device.title(), device.deviceClass(), "SIL" + pins.size(), pins);
    made.put(name, grown);
    parts.replaceAll((d, p) -> p.device().name().equals(name) ? p.with(grown) : p);
    return grown;
  }

  /** The pins of each part that are in nets. */
  private static Map<String, List<String>> pinsInNets(BoardContents contents) {
    Map<String, List<String>> pins = new HashMap<>();
    for (Net net : contents.nets()) {
      for (PinRef pin : net.path()) {
        pins.computeIfAbsent(pin.part(), _ -> new ArrayList<>()).add(pin.number());
      }
    }
    return pins;
  }

  private List<Net> nets() {
    Map<String, Net> nets = new LinkedHashMap<>();
    board.nets().forEach(n -> nets.put(n.name(), n));
    for (Net net : more.nets()) {
      List<PinRef> all = net.path().stream().map(this::byNumber).toList();
      List<PinRef> path = all.stream().filter(this::exists).toList();
      all.stream()
          .filter(p -> !exists(p))
          .forEach(
              p ->
                  conflicts.add(
                      new Conflict(
                          p.toString(), deviceOf(p) + " has no such pin", "in net " + net.name())));
      if (!path.isEmpty()) {
        add(net.withPath(path), nets);
      }
    }
    nets.values().removeIf(n -> n.path().isEmpty());
    return List.copyOf(nets.values());
  }

  /** A pin that is called by its name, where the part is known by now. */
  private PinRef byNumber(PinRef pin) {
    return Optional.ofNullable(parts.get(pin.part()))
        .filter(part -> part.device().pin(pin.number()).isEmpty())
        .flatMap(part -> part.device().pinNamed(pin.number()))
        .map(named -> new PinRef(pin.part(), named.number()))
        .orElse(pin);
  }

  private String deviceOf(PinRef pin) {
    return Optional.ofNullable(parts.get(pin.part())).map(p -> p.device().name()).orElse("part");
  }

  private void add(Net net, Map<String, Net> nets) {
    Set<String> touched = new LinkedHashSet<>();
    net.path().forEach(p -> Optional.ofNullable(netHere.get(p)).ifPresent(touched::add));
    String name = nameHere(net, touched, nets);
    Net before = nets.getOrDefault(name, net.withPath(List.of()));
    List<PinRef> coming = new ArrayList<>();
    for (PinRef pin : net.path()) {
      String other = netHere.get(pin);
      if (other != null && !other.equals(name)) {
        conflicts.add(new Conflict(pin.toString(), "in net " + other, "in net " + net.name()));
        if (winner == Winner.THE_BOARD) {
          continue;
        }
        nets.computeIfPresent(
            other, (_, n) -> n.withPath(n.path().stream().filter(p -> !p.equals(pin)).toList()));
      }
      coming.add(pin);
      netHere.put(pin, name);
    }
    if (!coming.isEmpty()) {
      String shown = isProgramName(name) && !isProgramName(net.name()) ? net.name() : name;
      Net together =
          new Net(
              shown,
              inOrder(before.path(), coming),
              before.healthyOrNone().isEmpty() ? net.healthyOrNone() : before.healthyOrNone());
      if (shown.equals(name)) {
        nets.put(name, together);
      } else {
        rename(nets, name, together);
      }
    }
  }

  /** The net of the board that an added net is; its own name where it is a new one. */
  private static String nameHere(Net net, Set<String> touched, Map<String, Net> nets) {
    if (nets.containsKey(net.name())) {
      return net.name();
    }
    if (touched.size() != 1) {
      return net.name();
    }
    String only = touched.iterator().next();
    Collection<PinRef> here = nets.getOrDefault(only, net).path();
    boolean same =
        isProgramName(only)
            || isProgramName(net.name())
            || net.path().containsAll(here)
            || here.containsAll(net.path());
    return same ? only : net.name();
  }

  private String now(String net) {
    return renamed.getOrDefault(net, net);
  }

  private Rail renamedNet(Rail rail) {
    return rail.withNet(now(rail.net()));
  }

  private void rename(Map<String, Net> nets, String before, Net now) {
    renamed.put(before, now.name());
    Map<String, Net> inPlace = new LinkedHashMap<>();
    nets.forEach((name, net) -> inPlace.put(name.equals(before) ? now.name() : name, net));
    inPlace.put(now.name(), now);
    nets.clear();
    nets.putAll(inPlace);
    now.path().forEach(p -> netHere.put(p, now.name()));
  }

  private static boolean isProgramName(String name) {
    return NAMED_BY_A_PROGRAM.matcher(name).matches();
  }

  /** The added order where it holds everything, else what comes new behind what was there. */
  private static List<PinRef> inOrder(List<PinRef> before, List<PinRef> coming) {
    return coming.containsAll(before)
        ? coming.stream().distinct().toList()
        : Stream.concat(before.stream(), coming.stream()).distinct().toList();
  }

  private boolean exists(PinRef pin) {
    Part part = parts.get(pin.part());
    return part != null && part.device().pin(pin.number()).isPresent();
  }
}
