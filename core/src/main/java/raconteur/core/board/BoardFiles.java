package raconteur.core.board;

import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
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
          "notes");

  private final Datum root;
  private final List<Issue> issues;
  private final Map<String, Part> parts = new LinkedHashMap<>();
  private final Map<PinRef, String> netByPin = new HashMap<>();
  private final Set<String> blocks = new HashSet<>();

  private BoardFiles(Datum root, List<Issue> issues) {
    this.root = root;
    this.issues = issues;
  }

  /** Reads a board with the shipped device library. */
  public static Loaded<Board> read(String fileName, String text) {
    return DataFile.read(fileName, text, (root, issues) -> new BoardFiles(root, issues).board());
  }

  private Board board() {
    root.get("format").oneOf(Map.of("raconteur-board/1", true));
    root.onlyKnows(NAMES);
    DeviceLibrary library =
        DeviceLibrary.shipped()
            .with(
                Datum.each(
                    root.itemsOrNone("devices"), issues, d -> DeviceFiles.device(d, issues)));
    List<String> blockOrder = Datum.each(root.get("blocks").items(), issues, Datum::text);
    blocks.addAll(blockOrder);
    Datum.each(root.get("parts").items(), issues, item -> part(item, library));
    List<Net> nets = Datum.each(root.itemsOrNone("nets"), issues, this::net);
    Set<String> netNames = distinct(nets);
    List<Rail> rails = Datum.each(root.itemsOrNone("rails"), issues, item -> rail(item, netNames));
    return new Board(
        new Board.Contents(
            identity(),
            blockOrder,
            List.copyOf(parts.values()),
            nets,
            rails,
            root.textOr("ground", ""),
            Datum.each(root.itemsOrNone("no connect"), issues, this::noConnect),
            root.has("dead test") ? deadTest(root.get("dead test")) : new DeadTest("", List.of()),
            Datum.each(root.itemsOrNone("symptoms"), issues, this::symptom),
            Datum.each(root.itemsOrNone("usual suspects"), issues, this::usualSuspect)));
  }

  private BoardIdentity identity() {
    double width = 0;
    double height = 0;
    if (root.has("outline")) {
      Datum outline = root.get("outline").onlyKnows(Set.of("width mm", "height mm"));
      width = outline.get("width mm").between(1, 2000);
      height = outline.get("height mm").between(1, 2000);
    }
    boolean order = false;
    boolean coated = true;
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

  private Part part(Datum item, DeviceLibrary library) {
    item.onlyKnows(
        Set.of("part", "device", "block", "at mm", "turned", "side", "socket", "fitted", "value"));
    Datum designator = item.get("part");
    if (!designator.text().matches("[A-Za-z][A-Za-z0-9_-]{0,15}")) {
      throw designator.wrong("a designator starts with a letter and has letters and digits only");
    }
    if (parts.containsKey(designator.text())) {
      throw designator.wrong(designator.text() + " stands there twice");
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
    Part part =
        new Part(
            designator.text(),
            device,
            block(item.get("block")),
            placement(item),
            item.textOr("socket", ""),
            !item.has("fitted") || item.get("fitted").flag(),
            item.textOr("value", ""));
    parts.put(part.designator(), part);
    return part;
  }

  private static Part.Placement placement(Datum item) {
    boolean underside =
        item.has("side") && item.get("side").oneOf(Map.of("top", false, "underside", true));
    if (!item.has("at mm")) {
      return new Part.Placement(0, 0, 0, underside, false);
    }
    List<Datum> at = item.get("at mm").items();
    if (at.size() != 2) {
      throw item.get("at mm").wrong("a position has two numbers, x and y");
    }
    double turned = item.has("turned") ? item.get("turned").between(-360, 360) : 0;
    return new Part.Placement(
        at.get(0).between(-2000, 2000), at.get(1).between(-2000, 2000), turned, underside, true);
  }

  private String block(Datum item) {
    if (!blocks.contains(item.text())) {
      throw item.wrong("\"" + item.text() + "\" is not one of this board's blocks");
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

  private Set<String> distinct(List<Net> nets) {
    Set<String> names = new HashSet<>();
    for (Net net : nets) {
      if (!names.add(net.name())) {
        throw root.get("nets").wrong("net " + net.name() + " stands there twice");
      }
    }
    return names;
  }

  private Rail rail(Datum item, Set<String> netNames) {
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
    if (!netNames.isEmpty() && !netNames.contains(net.text())) {
      throw net.wrong("net " + net.text() + " is not on this board");
    }
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
              if (!blocks.contains(block)) {
                throw chance.wrong("\"" + block + "\" is not one of this board's blocks");
              }
              chances.put(block, chance.between(0, 1));
            });
    Datum id = item.get("symptom");
    if (!id.text().matches("[a-z][a-z-]{0,30}")) {
      throw id.wrong("a symptom is one word in small letters");
    }
    return new SymptomCard(id.text(), item.get("title").text(), chances, item.get("origin").text());
  }

  private UsualSuspect usualSuspect(Datum item) {
    item.onlyKnows(Set.of("part", "factor", "origin"));
    return new UsualSuspect(
        knownPart(item.get("part")),
        item.get("factor").between(0.01, 1000),
        item.get("origin").text());
  }
}
