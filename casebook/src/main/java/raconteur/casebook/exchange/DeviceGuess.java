package raconteur.casebook.exchange;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;

/**
 * Finds what device a drafted part is: by what is written on it, else by the letter of its
 * designator (IEEE 315 class letters, from memory), else a device made of the pins that were named.
 */
final class DeviceGuess {
  private static final String UNSORTED = "unsorted";
  private static final Map<String, String> BLOCK_BY_CLASS =
      Map.ofEntries(
          Map.entry("regulator", "power"),
          Map.entry("electrolytic", "power"),
          Map.entry("ceramic capacitor", "power"),
          Map.entry("crystal", "clock"),
          Map.entry("cpu", "cpu"),
          Map.entry("custom decoder", "decode"),
          Map.entry("mask rom", "rom"),
          Map.entry("eprom", "rom"),
          Map.entry("bipolar prom", "rom"),
          Map.entry("dram", "ram"),
          Map.entry("dram three rails", "ram"),
          Map.entry("sram 2114", "ram"),
          Map.entry("sram 6116", "ram"),
          Map.entry("sram other", "ram"),
          Map.entry("custom video", "video"),
          Map.entry("custom io", "io"),
          Map.entry("line driver", "io"),
          Map.entry("connector", "io"));

  private final DeviceLibrary library;
  private final Map<String, Set<String>> pinsOfUnknown = new LinkedHashMap<>();
  private final Map<String, Device> made = new LinkedHashMap<>();
  private int recognised;

  DeviceGuess(DeviceLibrary library, DraftBoard draft) {
    this.library = library;
    for (DraftBoard.DraftPart part : draft.parts()) {
      if (known(part).isEmpty()) {
        pinsOfUnknown
            .computeIfAbsent(nameOfUnknown(part), _ -> new TreeSet<>(byNumber()))
            .addAll(part.pins.keySet());
      }
    }
  }

  /** Devices made here. */
  List<Device> made() {
    return List.copyOf(made.values());
  }

  /** How many parts were found in the library. */
  int recognised() {
    return recognised;
  }

  Device of(DraftBoard.DraftPart part) {
    Optional<Device> known = known(part);
    if (known.isPresent()) {
      recognised++;
      return known.get();
    }
    return made.computeIfAbsent(nameOfUnknown(part), name -> make(name, part));
  }

  /** The block a part most likely belongs to; the file's own word wins. */
  String blockOf(DraftBoard.DraftPart part, Device device) {
    return part.block.isEmpty()
        ? BLOCK_BY_CLASS.getOrDefault(device.deviceClass(), UNSORTED)
        : part.block;
  }

  private Optional<Device> known(DraftBoard.DraftPart part) {
    return library
        .recognise(part.device)
        .filter(d -> fits(d, part))
        .or(() -> library.recognise(part.value).filter(d -> fits(d, part)))
        .or(() -> byLetter(part).filter(d -> fits(d, part)));
  }

  private static boolean fits(Device device, DraftBoard.DraftPart part) {
    return part.pins.keySet().stream().allMatch(number -> device.pin(number).isPresent());
  }

  private Optional<Device> byLetter(DraftBoard.DraftPart part) {
    String letters = part.designator.replaceAll("[^A-Za-z].*", "").toUpperCase(Locale.ROOT);
    int count = part.pins.size();
    String name =
        switch (letters) {
          case "R" -> "resistor";
          case "RN", "RP", "RA", "RR" -> "resistor-pack-" + Math.max(2, highest(part));
          case "C" -> electrolytic(part) ? "electrolytic" : "capacitor";
          case "L", "FB" -> "inductor";
          case "D", "CR" -> "diode";
          case "Q", "TR" -> count <= 3 ? "transistor-ebc" : "";
          case "Y", "X" -> count <= 2 ? "crystal" : "oscillator";
          case "S", "SW" -> "switch";
          case "BT", "BAT" -> "back-up-cell";
          case "J", "P", "CN", "CON", "SK", "PL" -> "connector-" + Math.max(1, highest(part));
          default -> "";
        };
    return library.find(name);
  }

  private static boolean electrolytic(DraftBoard.DraftPart part) {
    String words = (part.device + " " + part.value).toLowerCase(Locale.ROOT);
    return words.contains("elect")
        || words.contains("polar")
        || words.matches(".*[1-9][0-9]* ?[uµ]f?.*");
  }

  private static int highest(DraftBoard.DraftPart part) {
    return part.pins.keySet().stream()
        .filter(n -> n.matches("[0-9]{1,3}"))
        .mapToInt(Integer::parseInt)
        .max()
        .orElse(0);
  }

  private static String nameOfUnknown(DraftBoard.DraftPart part) {
    String name = DraftBoard.clean(part.device.isBlank() ? part.value : part.device);
    return name.isBlank() ? "unknown-" + part.designator : name;
  }

  private Device make(String name, DraftBoard.DraftPart part) {
    List<DevicePin> pins = new ArrayList<>();
    for (String number : pinsOfUnknown.getOrDefault(name, Set.of())) {
      pins.add(new DevicePin(number, number, PinKind.PASSIVE));
    }
    String title =
        part.value.isBlank() || part.value.equals(name) ? "not in the library" : part.value;
    return Device.ofPins(name, title, "unknown", PlacementFit.packageOf(part, pins), pins);
  }

  /** Numbers by size, then everything else by letter. */
  static Comparator<String> byNumber() {
    return Comparator.comparingInt(
            (String n) -> n.matches("[0-9]{1,6}") ? Integer.parseInt(n) : Integer.MAX_VALUE)
        .thenComparing(Comparator.naturalOrder());
  }
}
