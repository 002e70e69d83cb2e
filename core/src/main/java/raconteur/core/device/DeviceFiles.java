package raconteur.core.device;

import com.fasterxml.jackson.core.JsonFactory;
import com.fasterxml.jackson.core.JsonGenerator;
import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.regex.Pattern;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;

/** Reads and writes device descriptions; the format is written down in docs/formats/devices.md. */
public final class DeviceFiles {
  private static final String FORMAT = "raconteur-devices/1";
  private static final Set<String> NAMES =
      Set.of(
          "device",
          "also",
          "title",
          "class",
          "package",
          "pins",
          "gates",
          "supplies",
          "typical mA",
          "grades",
          "substitutes",
          "moving",
          "notes");
  private static final int MOST_PINS = 1000;
  private static final Pattern ALSO = Pattern.compile("(?=.*[0-9])[A-Z0-9][A-Z0-9/-]{1,19}");

  private DeviceFiles() {}

  /** Reads a whole device file. */
  public static Loaded<List<Device>> read(String fileName, String text) {
    return DataFile.read(
        fileName,
        text,
        (root, issues) -> {
          root.get("format").oneOf(Map.of(FORMAT, true));
          root.onlyKnows(Set.of("format", "devices"));
          return Datum.each(root.get("devices").items(), issues, item -> device(item, issues));
        });
  }

  /** Reads one device that stands inside another file. */
  public static Device device(Datum item, List<Issue> issues) {
    item.onlyKnows(NAMES);
    if (item.get("pins").items().size() > MOST_PINS) {
      throw item.get("pins").wrong("a device has at most " + MOST_PINS + " pins");
    }
    if (item.get("device").text().isBlank()) {
      throw item.get("device").wrong("a device needs a name");
    }
    List<DevicePin> pins = Datum.each(item.get("pins").items(), issues, DeviceFiles::pin);
    Set<String> numbers = new HashSet<>();
    Map<String, PinKind> kinds = new LinkedHashMap<>();
    for (DevicePin pin : pins) {
      if (!numbers.add(pin.number())) {
        throw item.get("pins").wrong("pin " + pin.number() + " stands there twice");
      }
      kinds.putIfAbsent(pin.name(), pin.kind());
    }
    List<Datum> statements = item.itemsOrNone("gates");
    List<String> function = Datum.each(statements, issues, Datum::text);
    FunctionNotation.Function read =
        FunctionNotation.read(
            function,
            kinds,
            (at, why) ->
                issues.add(
                    statements
                        .get(at)
                        .wrongAt(why.offset(), String.valueOf(why.getMessage()))
                        .issue()));
    return new Device(
        item.get("device").text(),
        item.get("title").text(),
        deviceClass(item.get("class")),
        outline(item.get("package")),
        pins,
        read.gates(),
        read.behaviour(),
        facts(item, kinds, function, issues));
  }

  private static DeviceFacts facts(
      Datum item, Map<String, PinKind> kinds, List<String> function, List<Issue> issues) {
    Map<String, String> supplies = new LinkedHashMap<>();
    if (item.has("supplies")) {
      item.get("supplies")
          .entries()
          .forEach(
              (name, rail) -> {
                if (kinds.get(name) != PinKind.SUPPLY) {
                  throw rail.wrong("\"" + name + "\" is not a supply pin of this device");
                }
                supplies.put(name, rail.text());
              });
    }
    return new DeviceFacts(
        supplies,
        item.has("typical mA")
            ? OptionalDouble.of(item.get("typical mA").between(0, 100_000) / 1000)
            : OptionalDouble.empty(),
        Datum.each(item.itemsOrNone("grades"), issues, DeviceFiles::grade),
        Datum.each(item.itemsOrNone("substitutes"), issues, DeviceFiles::substitute),
        item.textOr("notes", ""),
        function,
        Datum.each(item.itemsOrNone("also"), issues, DeviceFiles::also),
        Set.copyOf(Datum.each(item.itemsOrNone("moving"), issues, name -> moving(name, kinds))));
  }

  private static String moving(Datum item, Map<String, PinKind> kinds) {
    PinKind kind = kinds.getOrDefault(item.text(), PinKind.NONE);
    if (!kind.drives()) {
      throw item.wrong("\"" + item.text() + "\" is no output of this device");
    }
    return item.text();
  }

  private static String deviceClass(Datum item) {
    if (!DeviceWords.CLASSES.contains(item.text())) {
      throw item.wrong(
          "\""
              + item.text()
              + "\" is no class of devices; one of "
              + String.join(", ", DeviceWords.CLASSES));
    }
    return item.text();
  }

  private static String outline(Datum item) {
    if (!DeviceWords.isPackage(item.text())) {
      throw item.wrong(
          "\""
              + item.text()
              + "\" is no package that can be drawn; one of "
              + DeviceWords.PACKAGES);
    }
    return item.text();
  }

  private static String also(Datum item) {
    String name = item.text();
    if (!ALSO.matcher(name).matches()) {
      throw item.wrong(
          "\"" + name + "\" is no type number: capital letters, digits, - and / with a digit");
    }
    return name;
  }

  private static DeviceFacts.Grade grade(Datum item) {
    item.onlyKnows(Set.of("mark", "ns"));
    return new DeviceFacts.Grade(item.get("mark").text(), item.get("ns").whole(1, 1_000_000));
  }

  private static DeviceFacts.Substitute substitute(Datum item) {
    item.onlyKnows(Set.of("device", "differs"));
    return new DeviceFacts.Substitute(item.get("device").text(), item.get("differs").text());
  }

  private static DevicePin pin(Datum item) {
    String[] words = item.text().split(" ", -1);
    if (words.length != 3 || words[0].isEmpty() || words[1].isEmpty()) {
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

  /** Writes a device file that {@link #read} takes back unchanged. */
  public static String write(List<Device> devices) {
    StringWriter text = new StringWriter();
    try (JsonGenerator out = new JsonFactory().createGenerator(text)) {
      out.useDefaultPrettyPrinter();
      out.writeStartObject();
      out.writeStringField("format", FORMAT);
      out.writeArrayFieldStart("devices");
      for (Device device : devices) {
        write(device, out);
      }
      out.writeEndArray();
      out.writeEndObject();
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
    return text + "\n";
  }

  /** Writes one device inside another file. */
  public static void write(Device device, JsonGenerator out) throws IOException {
    DeviceFacts facts = device.facts();
    out.writeStartObject();
    out.writeStringField("device", device.name());
    if (!facts.also().isEmpty()) {
      out.writeArrayFieldStart("also");
      for (String name : facts.also()) {
        out.writeString(name);
      }
      out.writeEndArray();
    }
    out.writeStringField("title", device.title());
    out.writeStringField("class", device.deviceClass());
    out.writeStringField("package", device.outline());
    out.writeArrayFieldStart("pins");
    for (DevicePin pin : device.pins()) {
      out.writeString(pin.number() + " " + pin.name() + " " + pin.kind().word());
    }
    out.writeEndArray();
    if (!facts.function().isEmpty()) {
      out.writeArrayFieldStart("gates");
      for (String statement : facts.function()) {
        out.writeString(statement);
      }
      out.writeEndArray();
    }
    if (!facts.supplies().isEmpty()) {
      out.writeObjectFieldStart("supplies");
      for (var entry : new java.util.TreeMap<>(facts.supplies()).entrySet()) {
        out.writeStringField(entry.getKey(), entry.getValue());
      }
      out.writeEndObject();
    }
    if (facts.typicalAmps().isPresent()) {
      out.writeNumberField("typical mA", facts.typicalAmps().getAsDouble() * 1000);
    }
    if (!facts.grades().isEmpty()) {
      out.writeArrayFieldStart("grades");
      for (DeviceFacts.Grade grade : facts.grades()) {
        out.writeStartObject();
        out.writeStringField("mark", grade.mark());
        out.writeNumberField("ns", grade.nanos());
        out.writeEndObject();
      }
      out.writeEndArray();
    }
    if (!facts.substitutes().isEmpty()) {
      out.writeArrayFieldStart("substitutes");
      for (DeviceFacts.Substitute substitute : facts.substitutes()) {
        out.writeStartObject();
        out.writeStringField("device", substitute.device());
        out.writeStringField("differs", substitute.differs());
        out.writeEndObject();
      }
      out.writeEndArray();
    }
    if (!facts.moving().isEmpty()) {
      out.writeArrayFieldStart("moving");
      for (String name : new java.util.TreeSet<>(facts.moving())) {
        out.writeString(name);
      }
      out.writeEndArray();
    }
    if (!facts.notes().isEmpty()) {
      out.writeStringField("notes", facts.notes());
    }
    out.writeEndObject();
  }
}
