package raconteur.core.device;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;

/** Reads device descriptions; the format is written down in docs/formats/devices.md. */
public final class DeviceFiles {
  private static final Set<String> NAMES =
      Set.of("device", "title", "class", "package", "pins", "gates", "supplies");

  private DeviceFiles() {}

  /** Reads a whole device file. */
  public static Loaded<List<Device>> read(String fileName, String text) {
    return DataFile.read(
        fileName,
        text,
        (root, issues) -> {
          root.get("format").oneOf(Map.of("raconteur-devices/1", true));
          return Datum.each(root.get("devices").items(), issues, item -> device(item, issues));
        });
  }

  /** Reads one device that stands inside another file. */
  public static Device device(Datum item, List<Issue> issues) {
    item.onlyKnows(NAMES);
    List<DevicePin> pins = Datum.each(item.get("pins").items(), issues, DeviceFiles::pin);
    Set<String> numbers = new HashSet<>();
    Map<String, PinKind> kinds = new LinkedHashMap<>();
    for (DevicePin pin : pins) {
      if (!numbers.add(pin.number())) {
        throw item.get("pins").wrong("pin " + pin.number() + " stands there twice");
      }
      kinds.putIfAbsent(pin.name(), pin.kind());
    }
    List<Gate> gates = Datum.each(item.itemsOrNone("gates"), issues, gate -> gate(gate, kinds));
    Map<String, String> supplies = new LinkedHashMap<>();
    if (item.has("supplies")) {
      item.get("supplies").entries().forEach((name, rail) -> supplies.put(name, rail.text()));
    }
    return new Device(
        item.get("device").text(),
        item.get("title").text(),
        item.get("class").text(),
        item.get("package").text(),
        pins,
        gates,
        supplies);
  }

  private static DevicePin pin(Datum item) {
    String[] words = item.text().split(" ", -1);
    if (words.length != 3) {
      throw item.wrong("a pin is written \"number name kind\", for example \"3 1Y output\"");
    }
    PinKind kind = PinKind.WORDS.get(words[2]);
    if (kind == null) {
      List<String> known = new ArrayList<>(PinKind.WORDS.keySet());
      known.sort(null);
      throw item.wrong(
          "\"" + words[2] + "\" is no kind of pin; known are " + String.join(", ", known));
    }
    return new DevicePin(words[0], words[1], kind);
  }

  private static Gate gate(Datum item, Map<String, PinKind> kinds) {
    Gate gate;
    try {
      gate = Gate.parse(item.text());
    } catch (IllegalArgumentException e) {
      throw item.wrong(String.valueOf(e.getMessage()));
    }
    PinKind output = kinds.get(gate.output());
    if (output == null || !output.drives()) {
      throw item.wrong("\"" + gate.output() + "\" is not an output of this device");
    }
    for (String input : gate.inputs()) {
      if (!kinds.containsKey(input)) {
        throw item.wrong("\"" + input + "\" is not a pin of this device");
      }
    }
    return gate;
  }
}
