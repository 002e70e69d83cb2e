package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardIdentity;
import raconteur.core.board.Designator;
import raconteur.core.board.Net;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.board.Rail;
import raconteur.core.board.SupplyName;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.marking.PartWords;

/**
 * What a file says of a board while it is read: parts with what is written on them, pins with
 * places, nets. Ends in contents in which every part has a device, if need be one made of the pins
 * that were named.
 */
final class DraftBoard {
  /** Said of a part by its first words: "7805, heatsink" is a regulator. */
  private static final Pattern MECHANICAL =
      Pattern.compile(
          "(?i)(to-?[0-9]+ )?(fiducial|mounting ?hole|heat ?sink|shield(ing)? can|logo\\b).*");

  static final int MOST_PARTS = 20_000;
  static final int MOST_PINS = 200_000;
  private static final int LONGEST_NAME = 120;
  private static final Pattern PIN_NUMBER = Pattern.compile("[A-Za-z0-9_+~-]{1,12}");

  private final Problems problems;
  private final Map<String, DraftPart> parts = new LinkedHashMap<>();
  private final Map<String, Set<PinRef>> nets = new LinkedHashMap<>();
  private final Map<PinRef, String> netByPin = new LinkedHashMap<>();
  private int pins;

  /** A part as far as the file tells. */
  static final class DraftPart {
    final String designator;

    /** Where a device may be named, the likeliest first. */
    final List<String> texts = new ArrayList<>();

    String value = "";
    String block = "";
    String socket = "";

    /** What else is said of it, in nobody's form. */
    String remarks = "";

    /** Of the remarks, what the part is there for. */
    String whatFor = "";

    boolean fitted = true;
    boolean underside;
    double turned;
    Optional<Point> at = Optional.empty();
    final Map<String, Optional<Point>> pins = new LinkedHashMap<>();

    /** The line it first stands on. */
    final int line;

    /** Whether the file counts the cathode of a diode as its first pin. */
    boolean cathodeFirst;

    DraftPart(String designator, int line) {
      this.designator = designator;
      this.line = line;
    }
  }

  DraftBoard(Problems problems) {
    this.problems = problems;
  }

  /** The part with a designator, made if it is new; none where the designator cannot be one. */
  Optional<DraftPart> part(String designator, int line) {
    Stopping.check();
    String plain = designator.strip();
    DraftPart known = parts.get(plain);
    if (known != null) {
      return Optional.of(known);
    }
    if (!Designator.fits(plain)) {
      problems.add(line, "\"" + shortened(plain) + "\" is no designator: " + Designator.RULE);
      return Optional.empty();
    }
    if (parts.size() >= MOST_PARTS) {
      problems.add(line, "more than " + MOST_PARTS + " parts; " + plain + " was passed over");
      return Optional.empty();
    }
    DraftPart part = new DraftPart(plain, line);
    parts.put(plain, part);
    return Optional.of(part);
  }

  boolean has(String designator) {
    return parts.containsKey(designator);
  }

  /** A pin of a part, with its place on the board where the file tells. */
  Optional<PinRef> pin(DraftPart part, String number, Optional<Point> at, int line) {
    String plain = number.strip();
    if (plain.isEmpty()) {
      problems.add(line, part.designator + " has no pin number here");
      return Optional.empty();
    }
    if (!PIN_NUMBER.matcher(plain).matches()) {
      problems.add(
          line, "\"" + shortened(plain) + "\" of " + part.designator + " is no pin number");
      return Optional.empty();
    }
    if (!part.pins.containsKey(plain)) {
      if (pins >= MOST_PINS) {
        problems.add(line, "more than " + MOST_PINS + " pins; the rest was passed over");
        return Optional.empty();
      }
      pins++;
      part.pins.put(plain, at);
    } else if (at.isPresent()) {
      part.pins.putIfAbsent(plain, at);
      if (part.pins.get(plain).isEmpty()) {
        part.pins.put(plain, at);
      }
    }
    return Optional.of(new PinRef(part.designator, plain));
  }

  /** Joins a pin to a net; a pin is in one net only. */
  void join(String net, PinRef pin, int line) {
    Stopping.check();
    String name = netName(net);
    if (name.isEmpty()) {
      problems.add(line, pin + " is in a net without a name");
      return;
    }
    String other = netByPin.putIfAbsent(pin, name);
    if (other != null && !other.equals(name)) {
      problems.add(line, pin + " is in net " + other + " already; " + name + " was passed over");
      return;
    }
    nets.computeIfAbsent(name, _ -> new LinkedHashSet<>()).add(pin);
  }

  /** A name without what cannot be shown, shortened. */
  static String clean(String name) {
    StringBuilder text = new StringBuilder();
    name.strip().chars().filter(c -> c >= ' ' && c != 0x7F).forEach(c -> text.append((char) c));
    return text.length() <= LONGEST_NAME ? text.toString() : text.substring(0, LONGEST_NAME);
  }

  /** A net's name: an overbar becomes the stroke before it, escapes become what they stand for. */
  static String netName(String written) {
    return clean(written)
        .replace("{slash}", "/")
        .replaceAll("~\\{([^}]*)}", "/$1")
        .replaceAll("^(/.*/)?~", "$1/")
        .replaceAll("^\\\\?([A-Za-z0-9]+)\\\\$", "/$1")
        .replaceAll("//+", "/");
  }

  static String shortened(String text) {
    String plain = clean(text);
    return plain.length() <= 30 ? plain : plain.substring(0, 30) + "…";
  }

  int partCount() {
    return parts.size();
  }

  int pinCount() {
    return pins;
  }

  int netCount() {
    return nets.size();
  }

  /**
   * Takes out what is no part: holes, fiducials, shields, heat sinks, as long as nothing is joined
   * to them.
   */
  List<String> dropMechanical() {
    Set<String> joined = new LinkedHashSet<>();
    netByPin.keySet().forEach(p -> joined.add(p.part()));
    List<String> dropped =
        parts.values().stream()
            .filter(p -> !joined.contains(p.designator))
            .filter(DraftBoard::isMechanical)
            .map(p -> p.designator)
            .toList();
    if (dropped.size() < parts.size()) {
      dropped.forEach(parts::remove);
      return dropped;
    }
    return List.of();
  }

  private static boolean isMechanical(DraftPart part) {
    return part.designator.matches("(?i)(H|MH|FID|HOLE|SHD|HS|LOGO|REF)[0-9]*")
        || Stream.concat(part.texts.stream(), Stream.of(part.value))
            .filter(text -> !text.isBlank())
            .findFirst()
            .filter(text -> MECHANICAL.matcher(text).matches())
            .isPresent();
  }

  Iterable<DraftPart> parts() {
    return parts.values();
  }

  /** How many parts have a place. */
  long placed() {
    return parts.values().stream().filter(DraftBoard::hasPlace).count();
  }

  private static boolean hasPlace(DraftPart part) {
    return part.at.isPresent()
        || (!part.pins.isEmpty() && part.pins.values().stream().allMatch(Optional::isPresent));
  }

  /** What the file comes to. */
  record Finished(BoardContents contents, List<ImportedPart> parts, boolean ohmsAssumed) {
    /** How many parts are devices of the library. */
    long recognised() {
      return parts.stream().filter(p -> p.device().isPresent()).count();
    }
  }

  /**
   * Gives every part a device and a place.
   *
   * @param said what the user said a marking is, by marking
   * @param shift added to all places, so that the board's rear left corner is 0, 0
   */
  Finished finish(
      BoardIdentity identity, DeviceLibrary library, Map<String, String> said, Point shift) {
    var devices = new DeviceGuess(library, said, this, problems);
    List<Part> finished = new ArrayList<>();
    Map<PinRef, PinRef> byNumber = new LinkedHashMap<>();
    for (DraftPart draft : parts.values()) {
      Device device = devices.of(draft);
      byNumber.putAll(renumber(draft, device));
      finished.add(
          placed(draft, device, devices.printOf(draft), devices.blockOf(draft, device), shift));
    }
    List<Net> netList = new ArrayList<>();
    nets.forEach(
        (name, path) ->
            netList.add(
                new Net(
                    name,
                    path.stream().map(p -> byNumber.getOrDefault(p, p)).distinct().toList(),
                    List.of())));
    BoardContents empty = BoardContents.empty(identity);
    List<String> blocks = new ArrayList<>(empty.blocks());
    finished.stream()
        .map(Part::block)
        .filter(b -> !blocks.contains(b))
        .distinct()
        .forEach(blocks::add);
    List<Rail> rails = rails();
    return new Finished(
        empty
            .withBlocks(blocks)
            .withDevices(devices.made())
            .withParts(finished)
            .withNets(netList)
            .withRails(rails)
            .withGround(ground()),
        devices.parts(),
        !rails.isEmpty());
  }

  /** Pins a file names otherwise than the device numbers them, renumbered in the draft too. */
  private static Map<PinRef, PinRef> renumber(DraftPart draft, Device device) {
    Map<PinRef, PinRef> changed = new LinkedHashMap<>();
    Map<String, Optional<Point>> renumbered = new LinkedHashMap<>();
    boolean turn =
        draft.cathodeFirst
            && device.pins().size() == 2
            && device.pinNamed("K").filter(k -> k.number().equals("2")).isPresent();
    draft.pins.forEach(
        (written, at) -> {
          String number =
              turn && written.matches("[12]")
                  ? String.valueOf(3 - Integer.parseInt(written))
                  : DeviceGuess.numberOf(device, written).orElse(written);
          renumbered.put(number, at);
          if (!number.equals(written)) {
            changed.put(
                new PinRef(draft.designator, written), new PinRef(draft.designator, number));
          }
        });
    draft.pins.clear();
    draft.pins.putAll(renumbered);
    return changed;
  }

  /** What is printed on a part is its value where the file gives it no other. */
  private static Part placed(
      DraftPart draft, Device device, String print, String block, Point shift) {
    Part part =
        new Part(
            draft.designator,
            device,
            block,
            new Part.Placement(0, 0, 0, draft.underside, false),
            DeviceGuess.socketOf(draft, device),
            draft.fitted,
            draft.value.isBlank() && !print.equals(device.name()) ? print : draft.value,
            purpose(draft, device),
            Map.of());
    if (!hasPlace(draft)) {
      return part;
    }
    return PlacementFit.place(part, draft, shift);
  }

  private static String purpose(DraftPart draft, Device device) {
    String told = PartWords.purpose(draft.whatFor);
    return told.isBlank() && device.isChip()
        ? PartWords.purposeBehindType(draft.value, device.title())
        : told;
  }

  private String ground() {
    return nets.keySet().stream().filter(SupplyName::isGround).findFirst().orElse("");
  }

  /** Nets whose names are voltages are taken as rails. */
  private List<Rail> rails() {
    List<Rail> rails = new ArrayList<>();
    Set<String> names = new LinkedHashSet<>();
    for (String net : nets.keySet()) {
      SupplyName.volts(net)
          .map(volts -> Rail.assumed(net, volts))
          .filter(rail -> names.add(rail.name()))
          .ifPresent(rails::add);
    }
    return rails;
  }
}
