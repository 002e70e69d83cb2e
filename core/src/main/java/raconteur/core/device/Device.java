package raconteur.core.device;

import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/**
 * A device type.
 *
 * @param name for example {@code 74LS257}
 * @param deviceClass the class its priors are looked up by, for example {@code small logic}
 * @param outline package name, for example {@code DIP16}
 * @param pins in the order of their numbers
 * @param gates one a driven output, as a probe sees it, where the function is known
 * @param behaviour the function step by step
 */
public record Device(
    String name,
    String title,
    String deviceClass,
    String outline,
    List<DevicePin> pins,
    List<Gate> gates,
    Behaviour behaviour,
    DeviceFacts facts) {
  private static final Pattern NUMBERED = Pattern.compile("(connector|edge)-[0-9]+");
  private static final Pattern ADDRESS = Pattern.compile("A[0-9]{1,2}");

  /** As many legs as a transistor or a regulator has. */
  private static final int FEW_PINS = 3;

  public Device {
    pins = List.copyOf(pins);
    gates = List.copyOf(gates);
  }

  /** A device of which only the pins are known. */
  public static Device ofPins(
      String name, String title, String deviceClass, String outline, List<DevicePin> pins) {
    return new Device(
        name, title, deviceClass, outline, pins, List.of(), Behaviour.UNKNOWN, DeviceFacts.NONE);
  }

  /** The same device under another name, for a family that shares its function. */
  public Device named(String other) {
    return new Device(other, title, deviceClass, outline, pins, gates, behaviour, facts);
  }

  public Map<String, String> supplies() {
    return facts.supplies();
  }

  /** The pin with this number; asked millions of times a diagnosis, so without a stream. */
  public Optional<DevicePin> pin(String number) {
    for (DevicePin pin : pins) {
      if (pin.number().equals(number)) {
        return Optional.of(pin);
      }
    }
    return Optional.empty();
  }

  private boolean is(String name) {
    return deviceClass.equals(name);
  }

  /** What is plugged into, and cleaned before it is replaced. */
  public boolean isContact() {
    return is("connector");
  }

  /** What has more legs than a transistor and is not plugged into. */
  public boolean isChip() {
    return pins.size() > FEW_PINS && !isContact();
  }

  /** A single key or switch, which on a resting board joins nothing. */
  public boolean isKey() {
    return is("connector") && pins.size() == 2 && name.startsWith("switch");
  }

  /** A cell that keeps a memory or a clock alive, and leaks when it is old. */
  public boolean isCell() {
    return is("cell") || name.contains("cell");
  }

  /** Whether current goes through it one way only. */
  public boolean isDiode() {
    return pins.size() == 2 && (name.contains("diode") || name.contains("zener") || isLamp());
  }

  /** A light-emitting diode, which drops more than others. */
  public boolean isLamp() {
    return name.equals("led");
  }

  /** A speaker, a buzzer. */
  public boolean isSpeaker() {
    return name.equals("speaker");
  }

  public boolean isRegulator() {
    return is("regulator");
  }

  public boolean isCrystal() {
    return is("crystal");
  }

  /** What is turned by hand or with a screwdriver. */
  public boolean isTrimmer() {
    return name.equals("trimmer");
  }

  /** Name and title, but not one that says the other again: an electrolytic capacitor, a plug. */
  public String inWords() {
    if (title.isBlank()) {
      return name;
    }
    boolean saysAll =
        NUMBERED.matcher(name).matches()
            || title.toLowerCase(Locale.ROOT).contains(name.toLowerCase(Locale.ROOT));
    return saysAll ? title : name + " " + title;
  }

  public boolean isTransistor() {
    return name.startsWith("transistor-");
  }

  public boolean isResistor() {
    return is("resistor") || is("fuse");
  }

  /** Whether it joins its two pins like a wire: a coil, a bead, a fuse, a link. */
  public boolean isSeries() {
    return pins.size() == 2
        && (name.contains("inductor")
            || name.contains("coil")
            || name.contains("bead")
            || name.contains("fuse")
            || name.contains("link"));
  }

  public boolean isElectrolytic() {
    return is("electrolytic");
  }

  public boolean isCeramicCapacitor() {
    return is("ceramic capacitor");
  }

  /** Any capacitor, electrolytic or not. */
  public boolean isCapacitor() {
    return isElectrolytic() || deviceClass.contains("capacitor");
  }

  public boolean isAnalogue() {
    return is("analogue");
  }

  public boolean isLineDriver() {
    return is("line driver");
  }

  public boolean isSmallLogic() {
    return is("small logic");
  }

  /** Logic that is programmed to be something else. */
  public boolean isProgrammable() {
    return is("programmable logic");
  }

  public boolean isProcessor() {
    return is("cpu");
  }

  public boolean isEprom() {
    return is("eprom");
  }

  /** A part made for one maker's boards, whatever it does. */
  public boolean isCustom() {
    return deviceClass.startsWith("custom");
  }

  /** A custom that stands between the processor and the world. */
  public boolean isCustomPort() {
    return is("custom io");
  }

  public boolean isCustomDecoder() {
    return is("custom decoder");
  }

  /** A part nobody has said the kind of. */
  public boolean isUnknown() {
    return is("unknown");
  }

  /** The address inputs, in the order of their numbers; none where it is no memory. */
  public List<DevicePin> addressPins() {
    return isRam() || isRom()
        ? pins.stream()
            .filter(p -> p.kind().reads() && ADDRESS.matcher(p.name()).matches())
            .sorted(Comparator.comparingInt(p -> Integer.parseInt(p.name().substring(1))))
            .toList()
        : List.of();
  }

  /** Whether it is a memory that is written in use: its class begins with the kind of RAM. */
  public boolean isRam() {
    return deviceClass.startsWith("dram") || deviceClass.startsWith("sram");
  }

  /** Whether it is a memory that is only read in use: its class ends with the kind of ROM. */
  public boolean isRom() {
    return deviceClass.endsWith("rom");
  }

  /** The first pin with this name. */
  public Optional<DevicePin> pinNamed(String name) {
    for (DevicePin pin : pins) {
      if (pin.name().equals(name)) {
        return Optional.of(pin);
      }
    }
    return Optional.empty();
  }

  /** The pins that carry signals: neither supplies nor unconnected. */
  public List<DevicePin> signalPins() {
    return pins.stream()
        .filter(p -> p.kind() != PinKind.SUPPLY && p.kind() != PinKind.NONE)
        .toList();
  }

  /** Gate names with the outputs each has, in the order of the device file. */
  public Map<String, List<String>> gateOutputs() {
    Map<String, List<String>> outputs = new LinkedHashMap<>();
    for (Gate gate : gates) {
      outputs.merge(
          gate.name(),
          List.of(gate.output()),
          (a, b) -> Stream.concat(a.stream(), b.stream()).distinct().toList());
    }
    return outputs;
  }
}
