package raconteur.core.device;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import raconteur.core.data.DataFile;

/**
 * The devices known by name. A 74-series or 4000-series name of another family than the one written
 * down ({@code 74HC257} where the files have {@code 74LS257}) finds the same function under its own
 * name.
 */
public final class DeviceLibrary {
  /** The shipped device files; a new one is one more name here. */
  private static final List<String> FILES =
      List.of(
          "gates.json",
          "selectors.json",
          "buffers.json",
          "registers.json",
          "counters.json",
          "cmos.json",
          "ram.json",
          "rom.json",
          "linear.json",
          "passive.json",
          "processors.json",
          "peripherals.json",
          "programmable.json");

  private static final Pattern SEVENTY_FOUR = Pattern.compile("(?:54|74)([A-Z]{0,4})([0-9]{2,4})");
  private static final Pattern FOUR_THOUSAND = Pattern.compile("74(?:A?HCT?|VHC)(4[0-9]{3}|40106)");
  private static final Pattern NUMBERED =
      Pattern.compile("(connector|edge|resistor-pack|dip-switch)-([0-9]{1,3})");

  private final Map<String, Device> devices;
  private final Map<String, Device> byFunction = new LinkedHashMap<>();
  private final Map<String, Device> byOtherName = new LinkedHashMap<>();

  private DeviceLibrary(Map<String, Device> devices) {
    this.devices = devices;
    devices.forEach(
        (name, device) -> {
          byFunction.put(functionNumber(name).filter(_ -> !isPlain(name)).orElse(name), device);
          device.facts().also().forEach(other -> byOtherName.putIfAbsent(other, device));
        });
  }

  /** The library that ships with the application. */
  public static DeviceLibrary shipped() {
    return Holder.SHIPPED;
  }

  /** This library with more devices, which win where names are the same. */
  public DeviceLibrary with(List<Device> more) {
    if (more.isEmpty()) {
      return this;
    }
    Map<String, Device> all = new LinkedHashMap<>(devices);
    more.forEach(d -> all.put(d.name(), d));
    return new DeviceLibrary(all);
  }

  /** The device with this name, or the same function in another family. */
  public Optional<Device> find(String name) {
    Device exact = devices.get(name);
    if (exact != null) {
      return Optional.of(exact);
    }
    return Optional.ofNullable(byOtherName.get(name))
        .or(() -> functionNumber(name).map(byFunction::get))
        .or(() -> fourThousand(name).map(byFunction::get))
        .or(() -> Optional.ofNullable(byFunction.get(withoutGrade(name))))
        .map(d -> d.named(name))
        .or(() -> numbered(name));
  }

  /** {@code 74*257} for every family of the 74257. */
  private static Optional<String> functionNumber(String name) {
    Matcher matcher = SEVENTY_FOUR.matcher(name);
    return matcher.matches() ? Optional.of("74*" + matcher.group(2)) : Optional.empty();
  }

  /**
   * Whether a first-family name is written down beside that of a later family because its pins
   * differ.
   */
  private boolean isPlain(String name) {
    return name.matches("74[0-9]+") && devices.containsKey("74LS" + name.substring(2));
  }

  /** {@code 4040} for {@code 74HC4040}, which has its pins. */
  private static Optional<String> fourThousand(String name) {
    Matcher matcher = FOUR_THOUSAND.matcher(name);
    return matcher.matches() ? Optional.of(matcher.group(1)) : Optional.empty();
  }

  private String withoutGrade(String name) {
    int dash = name.lastIndexOf('-');
    Device device = dash > 0 ? devices.get(name.substring(0, dash)) : null;
    return device != null
            && device.facts().grades().stream().anyMatch(g -> g.mark().equals(name.substring(dash)))
        ? device.name()
        : "";
  }

  /**
   * Connectors, edge connectors, resistor packs and rows of switches of any size, such as {@code
   * connector-20}, which need no library.
   */
  public static Optional<Device> numbered(String name) {
    Matcher matcher = NUMBERED.matcher(name);
    if (!matcher.matches() || Integer.parseInt(matcher.group(2)) < 1) {
      return Optional.empty();
    }
    int count = Integer.parseInt(matcher.group(2));
    return Optional.of(
        switch (matcher.group(1)) {
          case "connector" ->
              Device.ofPins(
                  name, count + "-way connector", "connector", "CONN" + count, row(count, ""));
          case "edge" ->
              Device.ofPins(
                  name, count + "-way edge connector", "connector", "CONN" + count, edge(count));
          case "dip-switch" ->
              Device.ofPins(
                  name, count + " switches", "connector", "DIP" + 2 * count, row(2 * count, ""));
          default ->
              Device.ofPins(
                  name,
                  count - 1 + " resistors to one common pin",
                  "resistor",
                  "SIL" + count,
                  row(count, "R"));
        });
  }

  /** Pins named by number, or the first common and the others by number behind a letter. */
  private static List<DevicePin> row(int count, String letter) {
    List<DevicePin> pins = new ArrayList<>();
    for (int i = 1; i <= count; i++) {
      String name = letter.isEmpty() ? String.valueOf(i) : i == 1 ? "COM" : letter + (i - 1);
      pins.add(new DevicePin(String.valueOf(i), name, PinKind.PASSIVE));
    }
    return pins;
  }

  /** The letters of an edge connector's second side: none that reads as a figure (from memory). */
  private static final String EDGE_LETTERS = "ABCDEFHJKLMNPRSTUVWXYZ";

  /**
   * One side by number, the other by letter. Where one round is not enough, twice the letter, which
   * others write as a small one: that is the pin's name.
   */
  private static List<DevicePin> edge(int count) {
    List<DevicePin> pins = new ArrayList<>();
    int side = (count + 1) / 2;
    for (int i = 0; i < side; i++) {
      pins.add(new DevicePin(String.valueOf(i + 1), String.valueOf(i + 1), PinKind.PASSIVE));
    }
    for (int i = 0; i < count - side; i++) {
      char letter = EDGE_LETTERS.charAt(i % EDGE_LETTERS.length());
      int rounds = 1 + i / EDGE_LETTERS.length();
      String number = String.valueOf(letter).repeat(rounds);
      String name = rounds == 2 ? String.valueOf(Character.toLowerCase(letter)) : number;
      pins.add(new DevicePin(number, name, PinKind.PASSIVE));
    }
    return pins;
  }

  public List<Device> all() {
    return List.copyOf(devices.values());
  }

  private static final class Holder {
    static final DeviceLibrary SHIPPED = load();

    private static DeviceLibrary load() {
      DeviceLibrary library = new DeviceLibrary(Map.of());
      for (String file : FILES) {
        library =
            library.with(
                DataFile.shipped(
                    DeviceLibrary.class,
                    "/raconteur/core/devices/" + file,
                    text -> DeviceFiles.read(file, text)));
      }
      return library;
    }
  }
}
