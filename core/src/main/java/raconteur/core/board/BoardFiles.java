package raconteur.core.board;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import raconteur.core.board.Board.DeadTest;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceFiles;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.Signal;

/**
 * Reads board revisions; the format is written down in docs/formats/board.md with a JSON Schema
 * beside it. What the schema cannot say (pins that exist, designators that are known, one net a
 * pin) is checked here.
 */
public final class BoardFiles {
  private static final Map<String, Signal> HEALTHY =
      Map.of("toggling", Signal.TOGGLING, "high", Signal.HIGH, "low", Signal.LOW);
  private static final Set<String> NAMES =
      Set.of(
          "format",
          "id",
          "machine",
          "revision",
          "title",
          "assembly",
          "outline",
          "copper",
          "devices",
          "blocks",
          "parts",
          "rails",
          "ground",
          "nets",
          "no connect",
          "dead test",
          "symptoms",
          "usual suspects",
          "error codes",
          "notes",
          "derived from",
          "renamed",
          "gone",
          "nets gone");

  private final Datum root;
  private final List<Issue> issues;
  private final Siblings siblings;
  private DeviceLibrary library;

  /** The kinds of socket a part may sit in. */
  private static final List<String> SOCKETS = List.of("single wipe", "dual wipe", "turned pin");

  private Optional<BoardContents> sibling = Optional.empty();
  private final Map<String, Device> devices = new LinkedHashMap<>();
  private final Map<String, Part> parts = new LinkedHashMap<>();
  private final Map<String, Net> nets = new LinkedHashMap<>();
  private final Map<PinRef, String> netByPin = new HashMap<>();
  private final Set<String> blocks = new TreeSet<>();
  private final Set<String> strangeBlocks = new HashSet<>();

  private BoardFiles(Datum root, List<Issue> issues, DeviceLibrary library, Siblings siblings) {
    this.root = root;
    this.issues = issues;
    this.library = library;
    this.siblings = siblings;
  }

  /** Finds the board a revision derives from, by its id; a refusal says why there is none. */
  @FunctionalInterface
  public interface Siblings {
    Loaded<Board> find(String id);
  }

  /** Reads a board that derives from no other, with the shipped device library. */
  public static Loaded<Board> read(String fileName, String text) {
    return read(fileName, text, DeviceLibrary.shipped(), NO_SIBLINGS);
  }

  /**
   * Reads a board.
   *
   * @param library the devices at hand beside the board's own
   * @param siblings where a revision that is written down as a difference finds its sibling
   */
  public static Loaded<Board> read(
      String fileName, String text, DeviceLibrary library, Siblings siblings) {
    return DataFile.read(
        fileName, text, (root, issues) -> new BoardFiles(root, issues, library, siblings).board());
  }

  /** Checks contents put together in memory, as if they were read from a file. */
  public static Loaded<Board> check(BoardContents contents, DeviceLibrary library) {
    String text = BoardWriter.write(contents.derivedFrom(""));
    return switch (read(contents.identity().id(), text, library, NO_SIBLINGS)) {
      case Loaded.Refused<Board> refused -> refused;
      case Loaded.Ok<Board>(Board whole) ->
          new Loaded.Ok<>(new Board(whole.contents().derivedFrom(contents.derivedFrom())));
    };
  }

  private static final Siblings NO_SIBLINGS =
      id ->
          new Loaded.Refused<>(
              List.of(new Issue(id, 0, 0, "", "the board it derives from is not at hand")));

  private Board board() {
    root.get("format").oneOf(Map.of("raconteur-board/1", true));
    root.onlyKnows(NAMES);
    if (root.has("derived from")) {
      inherit();
    }
    Datum.each(root.itemsOrNone("devices"), issues, d -> DeviceFiles.device(d, issues))
        .forEach(d -> devices.put(d.name(), d));
    library = library.with(List.copyOf(devices.values()));
    parts.replaceAll(
        (name, part) ->
            devices.containsKey(part.device().name())
                ? part.with(library.find(part.device().name()).orElse(part.device()))
                : part);
    List<String> blockOrder =
        sibling.isPresent() && !root.has("blocks")
            ? sibling.get().blocks()
            : Datum.each(root.get("blocks").items(), issues, Datum::text);
    blocks.addAll(blockOrder);
    parts();
    nets();
    return new Board(
        new BoardContents(
            identity(),
            root.textOr("derived from", ""),
            List.copyOf(devices.values()),
            blockOrder,
            List.copyOf(parts.values()),
            List.copyOf(nets.values()),
            section("rails", BoardContents::rails, this::rail),
            root.textOr("ground", sibling.map(BoardContents::ground).orElse("")),
            section("no connect", BoardContents::noConnects, this::noConnect),
            root.has("dead test")
                ? deadTest(root.get("dead test"))
                : sibling.map(BoardContents::deadTest).orElse(new DeadTest("", List.of())),
            section("symptoms", BoardContents::symptoms, this::symptom),
            section("usual suspects", BoardContents::usualSuspects, this::usualSuspect),
            errorCodes(),
            root.textOr("notes", sibling.map(BoardContents::notes).orElse(""))));
  }

  /** A section of this file, or the sibling's where the file has none. */
  private <T> List<T> section(
      String name,
      java.util.function.Function<BoardContents, List<T>> inherited,
      java.util.function.Function<Datum, T> reader) {
    return sibling.isPresent() && !root.has(name)
        ? inherited.apply(sibling.get())
        : Datum.each(root.itemsOrNone(name), issues, reader);
  }

  private void inherit() {
    Datum name = root.get("derived from");
    switch (siblings.find(name.text())) {
      case Loaded.Refused<Board> refused ->
          throw name.wrong(
              name.text() + " cannot be used: " + refused.issues().getFirst().reason());
      case Loaded.Ok<Board>(Board found) -> {
        BoardContents contents = found.contents();
        if (root.has("renamed")) {
          contents = renamed(contents);
        }
        for (Datum gone : root.itemsOrNone("gone")) {
          String designator = gone.text();
          if (contents.parts().stream().noneMatch(p -> p.designator().equals(designator))) {
            throw gone.wrong(designator + " is not a part of " + name.text());
          }
          contents = contents.withoutPart(designator);
        }
        for (Datum gone : root.itemsOrNone("nets gone")) {
          String net = gone.text();
          contents =
              contents.withNets(
                  contents.nets().stream().filter(n -> !n.name().equals(net)).toList());
        }
        sibling = Optional.of(contents);
        contents.devices().forEach(d -> devices.put(d.name(), d));
        contents.parts().forEach(p -> parts.put(p.designator(), p));
        contents.nets().forEach(n -> nets.put(n.name(), n));
      }
    }
  }

  /** By way of names nobody has, so that two parts can change places. */
  private BoardContents renamed(BoardContents before) {
    BoardContents contents = before;
    Map<String, String> names = new LinkedHashMap<>();
    root.get("renamed").entries().forEach((from, to) -> names.put(from, to.text()));
    for (String from : names.keySet()) {
      if (contents.parts().stream().noneMatch(p -> p.designator().equals(from))) {
        throw root.get("renamed").wrong(from + " is not a part of the sibling");
      }
      contents = contents.renamed(from, from + " on its way");
    }
    for (var entry : names.entrySet()) {
      contents = contents.renamed(entry.getKey() + " on its way", entry.getValue());
    }
    Set<String> seen = new HashSet<>();
    for (Part part : contents.parts()) {
      if (!seen.add(part.designator())) {
        throw root.get("renamed").wrong(part.designator() + " would stand there twice");
      }
    }
    return contents;
  }

  private void parts() {
    Set<String> here = new HashSet<>();
    Datum.each(
        root.itemsOrNone("parts"),
        issues,
        item -> {
          Part part = part(item);
          if (!here.add(part.designator())) {
            throw item.get("part").wrong(part.designator() + " stands there twice");
          }
          parts.put(part.designator(), part);
          return part;
        });
  }

  private void nets() {
    Set<String> here = new HashSet<>();
    List<Net> written = Datum.each(root.itemsOrNone("nets"), issues, this::net);
    for (Net net : written) {
      if (!here.add(net.name())) {
        throw root.get("nets").wrong("net " + net.name() + " stands there twice");
      }
      nets.put(net.name(), net);
    }
    Set<PinRef> claimed = new HashSet<>();
    written.forEach(n -> claimed.addAll(n.path()));
    nets.replaceAll(
        (name, net) ->
            here.contains(name) || net.path().stream().noneMatch(claimed::contains)
                ? net
                : net.withPath(net.path().stream().filter(p -> !claimed.contains(p)).toList()));
    nets.values().removeIf(n -> n.path().isEmpty() && !here.contains(n.name()));
    for (Net net : nets.values()) {
      for (PinRef pin : net.path()) {
        if (!hasPin(pin)) {
          throw root.wrong(
              "net " + net.name() + " of the sibling names " + pin + ", which is gone");
        }
        netByPin.put(pin, net.name());
      }
    }
  }

  private boolean hasPin(PinRef pin) {
    return Optional.ofNullable(parts.get(pin.part()))
        .flatMap(p -> p.device().pin(pin.number()))
        .isPresent();
  }

  private BoardIdentity identity() {
    double width = sibling.map(s -> s.identity().widthMillimetres()).orElse(0.0);
    double height = sibling.map(s -> s.identity().heightMillimetres()).orElse(0.0);
    if (root.has("outline")) {
      Datum outline = root.get("outline").onlyKnows(Set.of("width mm", "height mm"));
      width = outline.get("width mm").between(1, 2000);
      height = outline.get("height mm").between(1, 2000);
    }
    boolean order = sibling.map(s -> s.identity().copperOrderKnown()).orElse(false);
    boolean coated = sibling.map(s -> s.identity().copperCoated()).orElse(true);
    if (root.has("copper")) {
      Datum copper = root.get("copper").onlyKnows(Set.of("layers", "order known", "coated"));
      order = copper.get("order known").flag();
      coated = !copper.has("coated") || copper.get("coated").flag();
    }
    String id = root.get("id").text();
    if (!id.matches("[a-z0-9][a-z0-9.-]{0,60}")) {
      throw root.get("id").wrong("an id has small letters, digits, dots and hyphens only");
    }
    return new BoardIdentity(
        id,
        root.get("machine").text(),
        root.get("revision").text(),
        root.get("title").text(),
        root.textOr("assembly", ""),
        width,
        height,
        order,
        coated);
  }

  private Part part(Datum item) {
    item.onlyKnows(
        Set.of(
            "part", "device", "block", "at mm", "turned", "side", "socket", "fitted", "value",
            "for", "pins mm"));
    Datum designator = item.get("part");
    if (!Designator.fits(designator.text())) {
      throw designator.wrong(Designator.RULE);
    }
    Datum deviceName = item.get("device");
    Device device =
        library
            .find(deviceName.text())
            .orElseThrow(
                () ->
                    deviceName.wrong(
                        "device "
                            + deviceName.text()
                            + " is not in the library and not described under \"devices\""));
    return new Part(
        designator.text(),
        device,
        block(item.get("block")),
        placement(item),
        item.has("socket") ? socket(item.get("socket")) : "",
        !item.has("fitted") || item.get("fitted").flag(),
        item.textOr("value", ""),
        item.textOr("for", ""),
        pinsAt(item, device));
  }

  private static Map<String, Outline.Point> pinsAt(Datum item, Device device) {
    Map<String, Outline.Point> pinsAt = new LinkedHashMap<>();
    if (item.has("pins mm")) {
      item.get("pins mm")
          .entries()
          .forEach(
              (number, at) -> {
                if (device.pin(number).isEmpty()) {
                  throw at.wrong("a " + device.name() + " has no pin " + number);
                }
                pinsAt.put(number, point(at));
              });
    }
    return pinsAt;
  }

  private static Outline.Point point(Datum at) {
    List<Datum> xy = at.items();
    if (xy.size() != 2) {
      throw at.wrong("a position has two numbers, x and y");
    }
    return new Outline.Point(xy.get(0).between(-2000, 2000), xy.get(1).between(-2000, 2000));
  }

  private static Part.Placement placement(Datum item) {
    boolean underside =
        item.has("side") && item.get("side").oneOf(Map.of("top", false, "underside", true));
    if (!item.has("at mm")) {
      return new Part.Placement(0, 0, 0, underside, false);
    }
    Outline.Point at = point(item.get("at mm"));
    double turned = item.has("turned") ? item.get("turned").between(-360, 360) : 0;
    return new Part.Placement(at.x(), at.y(), turned, underside, true);
  }

  /** One message for a block that is not there, however many parts name it. */
  private String block(Datum item) {
    if (!blocks.contains(item.text()) && strangeBlocks.add(item.text())) {
      issues.add(
          item.wrong(
                  "\""
                      + item.text()
                      + "\" is not one of this board's blocks: "
                      + String.join(", ", blocks))
              .issue());
    }
    return item.text();
  }

  private static String socket(Datum item) {
    if (!SOCKETS.contains(item.text())) {
      throw item.wrong(
          "\"" + item.text() + "\" is no kind of socket; one of " + String.join(", ", SOCKETS));
    }
    return item.text();
  }

  private String knownPart(Datum item) {
    if (!parts.containsKey(item.text())) {
      throw item.wrong(item.text() + " is not a part of this board");
    }
    return item.text();
  }

  private PinRef pin(Datum item) {
    PinRef pin;
    try {
      pin = PinRef.parse(item.text());
    } catch (IllegalArgumentException e) {
      throw item.wrong(String.valueOf(e.getMessage()));
    }
    Part part = parts.get(pin.part());
    if (part == null) {
      throw item.wrong(pin.part() + " is not a part of this board");
    }
    if (part.device().pin(pin.number()).isEmpty()) {
      throw item.wrong(
          part.designator() + " is a " + part.device().name() + " and has no pin " + pin.number());
    }
    return pin;
  }

  private Net net(Datum item) {
    item.onlyKnows(Set.of("net", "path", "healthy"));
    String name = item.get("net").text();
    List<PinRef> path = Datum.each(item.get("path").items(), issues, this::pin);
    for (PinRef pin : path) {
      String other = netByPin.putIfAbsent(pin, name);
      if (other != null) {
        throw item.get("path").wrong(pin + " is in net " + other + " already");
      }
    }
    List<Signal> healthy =
        item.has("healthy") ? List.of(item.get("healthy").oneOf(HEALTHY)) : List.of();
    return new Net(name, path, healthy);
  }

  private Rail rail(Datum item) {
    item.onlyKnows(
        Set.of(
            "rail",
            "net",
            "volts",
            "tolerance percent",
            "expected ohms",
            "amps",
            "made by",
            "from"));
    Datum net = item.get("net");
    return new Rail(
        item.get("rail").text(),
        net.text(),
        item.get("volts").between(-1000, 1000),
        item.get("tolerance percent").between(0, 100) / 100,
        item.get("expected ohms").between(0, 1e9),
        item.has("amps") ? item.get("amps").between(0, 1000) : 0,
        Datum.each(item.itemsOrNone("made by"), issues, this::knownPart),
        item.textOr("from", ""));
  }

  private NoConnect noConnect(Datum item) {
    item.onlyKnows(Set.of("pin", "why"));
    PinRef pin = pin(item.get("pin"));
    if (netByPin.containsKey(pin)) {
      throw item.get("pin").wrong(pin + " is in net " + netByPin.get(pin));
    }
    return new NoConnect(pin, item.get("why").text());
  }

  private DeadTest deadTest(Datum item) {
    item.onlyKnows(Set.of("cartridge", "flashes"));
    Set<Integer> counts = new HashSet<>();
    List<Flash> flashes =
        Datum.each(
            item.get("flashes").items(),
            issues,
            row -> {
              row.onlyKnows(Set.of("count", "part", "means"));
              int count = row.get("count").whole(1, 1000);
              if (!counts.add(count)) {
                throw row.get("count").wrong("count " + count + " stands there twice");
              }
              return new Flash(count, knownPart(row.get("part")), row.textOr("means", ""));
            });
    String cartridge = item.has("cartridge") ? knownPart(item.get("cartridge")) : "";
    return new DeadTest(cartridge, flashes);
  }

  private SymptomCard symptom(Datum item) {
    item.onlyKnows(Set.of("symptom", "title", "chances", "origin"));
    Map<String, Double> chances = new HashMap<>();
    item.get("chances")
        .entries()
        .forEach(
            (block, chance) -> {
              if (!blocks.contains(block) && !parts.containsKey(block)) {
                throw chance.wrong("\"" + block + "\" is not one of this board's blocks or parts");
              }
              chances.put(block, chance.between(0, 1));
            });
    Datum id = item.get("symptom");
    if (!id.text().matches("[a-z][a-z-]{0,30}")) {
      throw id.wrong("a symptom is one word in small letters");
    }
    return new SymptomCard(id.text(), item.get("title").text(), chances, item.get("origin").text());
  }

  private List<ErrorCode> errorCodes() {
    Set<String> codes = new HashSet<>();
    return section(
        "error codes",
        BoardContents::errorCodes,
        item -> {
          item.onlyKnows(Set.of("code", "means", "parts"));
          Datum code = item.get("code");
          if (!code.text().matches("\\S{1,20}")) {
            throw code.wrong("an error code is one word of at most 20 characters");
          }
          if (!codes.add(code.text().toLowerCase(Locale.ROOT))) {
            throw code.wrong("\"" + code.text() + "\" stands here twice");
          }
          return new ErrorCode(
              code.text(),
              item.get("means").text(),
              item.itemsOrNone("parts").stream().map(this::knownPart).toList());
        });
  }

  private UsualSuspect usualSuspect(Datum item) {
    item.onlyKnows(Set.of("part", "factor", "origin"));
    return new UsualSuspect(
        knownPart(item.get("part")),
        item.get("factor").between(0.01, 1000),
        item.get("origin").text());
  }
}
