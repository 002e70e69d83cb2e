package raconteur.casebook.exchange;

import static java.util.stream.Collectors.joining;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import java.util.stream.StreamSupport;
import raconteur.core.capacitor.CapacitorSpec;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;
import raconteur.core.marking.Marking;
import raconteur.core.marking.MarkingReader;
import raconteur.core.marking.PartWords;

/**
 * Finds what device a drafted part is: by what is written on it, else by the letter of its
 * designator (IEEE 315 class letters, from memory), else a device made of the pins that were named.
 * A marking that can mean two devices is not guessed.
 */
final class DeviceGuess {
  private static final String UNSORTED = "unsorted";

  /** No ceramic of the time was larger (common practice, no source). */
  private static final double LARGEST_CERAMIC_FARADS = 4e-6;

  /** What is told by its letter alone: a value such as 324 or 7805 is no type number there. */
  private static final Set<String> BY_LETTER_ALONE =
      Set.of("R", "RN", "RP", "RA", "RR", "C", "L", "FB");

  /**
   * Letters that stand for no kind of part: chips there are places of a grid, as on game boards.
   */
  private static final Pattern ONLY_A_GRID = Pattern.compile("[ABEGHMN][0-9]{1,2}");

  private static final Pattern MAY_BE_GRID = Pattern.compile("[A-Z][0-9]{1,2}");
  private static final int ENOUGH_FOR_A_GRID = 4;
  private static final int FEWEST_LEGS_OF_A_CHIP = 8;

  /** Letters before its digits, or a family among them: no value of a resistor or capacitor. */
  private static final Pattern NO_VALUE =
      Pattern.compile("(?i)[A-Z]{1,5}[0-9]{3,}.*|(54|74)[A-Z]{1,4}[0-9]{2,}.*");

  private static final Pattern BESIDE_ANOTHER =
      Pattern.compile("(?i)\\b(for|at|of|near|by|to|bypass|decoupl\\w*|pull\\w*|filter|across)\\b");

  private static final Map<String, String> BLOCK_BY_CLASS =
      Map.ofEntries(
          Map.entry("regulator", "power"),
          Map.entry("electrolytic", "power"),
          Map.entry("fuse", "power"),
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
          Map.entry("peripheral", "io"),
          Map.entry("line driver", "io"),
          Map.entry("connector", "io"));

  /** What a part is where a list calls it so. */
  private record Called(String device, Pattern words) {
    Called(String device, String words) {
      this(device, Pattern.compile("(?i)(?<![a-z])(" + words + ")(?![a-z])"));
    }
  }

  /** What parts are called in lists whose letters say nothing (common practice, no source). */
  private static final List<Called> CALLED =
      List.of(
          new Called("oscillator", "osc|oscillator|xo|tcxo|clock module"),
          new Called("crystal", "crystal|xtal|quartz|quarz|resonator"),
          new Called("oscillator", "[0-9.]+ ?[mk]hz"),
          new Called("optocoupler", "opto-?(coupler|isolator)"),
          new Called("back-up-cell", "battery|back-?up cell|ni-?cd|lithium cell"),
          new Called("fuse", "fuse"),
          new Called("connector-1", "flex|flat flex|ribbon|ribbon cable|fpc|ffc"),
          new Called("speaker", "speaker|buzzer|beeper|piezo"),
          new Called("led", "led"),
          new Called("electrolytic", "electrolytic|elco"),
          new Called("relay-5", "relay"),
          new Called("switch", "push ?button|tact switch|reset (switch|button)"));

  private static final Pattern DIP_SWITCH =
      Pattern.compile("(?i)\\bdi[pl][ -]?sw(?:itch(?:es)?)?\\b");

  private final DeviceLibrary library;
  private final MarkingReader reader;
  private final Map<String, String> said;
  private final Problems problems;
  private final boolean gridded;
  private final Map<String, Set<String>> pinsOfUnknown = new LinkedHashMap<>();
  private final Map<String, Device> made = new LinkedHashMap<>();
  private final Map<String, Told> told = new LinkedHashMap<>();

  /** What a part was taken for, and how that was known. */
  private record Told(Optional<Device> device, String marking, String by) {}

  /**
   * @param said what the user said a marking is, by marking
   */
  DeviceGuess(
      DeviceLibrary library, Map<String, String> said, DraftBoard draft, Problems problems) {
    this.library = library;
    this.reader = new MarkingReader(library);
    this.said = said;
    this.problems = problems;
    this.gridded =
        StreamSupport.stream(draft.parts().spliterator(), false).filter(this::isChipOfAGrid).count()
            >= ENOUGH_FOR_A_GRID;
    for (DraftBoard.DraftPart part : draft.parts()) {
      Told known = known(part);
      told.put(part.designator, known);
      if (known.device().isEmpty()) {
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

  /** What each part was taken for. */
  List<ImportedPart> parts() {
    List<ImportedPart> parts = new ArrayList<>();
    told.forEach(
        (designator, t) ->
            parts.add(
                new ImportedPart(designator, t.marking(), t.device().map(Device::name), t.by())));
    return parts;
  }

  Device of(DraftBoard.DraftPart part) {
    return told.get(part.designator)
        .device()
        .orElseGet(() -> made.computeIfAbsent(nameOfUnknown(part), name -> make(name, part)));
  }

  /** What told the device of a part, as it is printed. */
  String printOf(DraftBoard.DraftPart part) {
    return told.get(part.designator).marking();
  }

  /** The block a part most likely belongs to; the file's own word wins. */
  String blockOf(DraftBoard.DraftPart part, Device device) {
    return part.block.isEmpty()
        ? BLOCK_BY_CLASS.getOrDefault(device.deviceClass(), UNSORTED)
        : part.block;
  }

  private Told known(DraftBoard.DraftPart part) {
    List<String> texts = new ArrayList<>(part.texts);
    if (!part.value.isBlank() && !texts.contains(part.value)) {
      texts.add(part.value);
    }
    String first = texts.isEmpty() ? "" : texts.getFirst();
    for (String text : texts) {
      Optional<Device> mine = Optional.ofNullable(said.get(text)).flatMap(library::find);
      if (mine.filter(d -> fits(d, part)).isPresent()) {
        return new Told(mine, text, ImportedPart.SAID);
      }
    }
    String letters = letters(part);
    for (String text : texts) {
      Optional<Device> named = library.find(text).filter(d -> !d.name().matches(".*[0-9]{3}.*"));
      if (named.filter(d -> fits(d, part)).isPresent()) {
        // Of an oscillator or a capacitor its value is what is printed on it.
        boolean general = text.matches("[^0-9]+");
        String print =
            texts.stream().filter(t -> general && !t.equals(text)).findFirst().orElse(text);
        return new Told(named, print, "its name");
      }
    }
    Optional<Told> marked =
        BY_LETTER_ALONE.contains(letters) && !isChip(part, first)
            ? Optional.empty()
            : byMarking(part, texts);
    if (marked.isEmpty() && isPrint(first) && reader.isOfTheSeries(first)) {
      return unknown(part, first);
    }
    return marked
        .or(
            () ->
                byLetter(part, letters)
                    .filter(d -> fits(d, part))
                    .map(d -> new Told(Optional.of(d), first, "the letter of its place")))
        .or(
            () ->
                byWords(part)
                    .filter(d -> fits(d, part))
                    .map(d -> new Told(Optional.of(d), first, "what the list calls it")))
        .orElseGet(() -> unknown(part, first));
  }

  private Told unknown(DraftBoard.DraftPart part, String print) {
    return new Told(
        Optional.empty(),
        print,
        calledByNumber(part).map(is -> is + ", its pins not described").orElse(""));
  }

  private boolean isChipOfAGrid(DraftBoard.DraftPart part) {
    return ONLY_A_GRID.matcher(part.designator).matches()
        && part.texts.stream().anyMatch(this::isChip);
  }

  /**
   * Whether a print at a place whose letter says resistor or capacitor is that of a chip all the
   * same: it can be no value, or the places of this list are those of a grid.
   */
  private boolean isChip(DraftBoard.DraftPart part, String text) {
    boolean grid = gridded && MAY_BE_GRID.matcher(part.designator).matches();
    return (grid || NO_VALUE.matcher(text).matches()) && isPrint(text) && isChip(text);
  }

  /** Whether a text is what is printed on a part, and not what the part does for another. */
  private static boolean isPrint(String text) {
    return !BESIDE_ANOTHER.matcher(text).find();
  }

  private boolean isChip(String text) {
    return reader.read(text) instanceof Marking.Known known
        && known.device().pins().size() >= FEWEST_LEGS_OF_A_CHIP;
  }

  private Optional<Told> byMarking(DraftBoard.DraftPart part, List<String> texts) {
    for (String text : texts) {
      switch (reader.read(text)) {
        case Marking.Known known -> {
          if (fits(known.device(), part)) {
            return Optional.of(new Told(Optional.of(known.device()), text, known.by()));
          }
          problems.add(
              part.line,
              part.designator
                  + " says "
                  + DraftBoard.shortened(text)
                  + ", but a "
                  + known.device().name()
                  + " has no pin "
                  + strange(known.device(), part)
                  + "; it is kept by its pins");
        }
        case Marking.Ask ask ->
            problems.add(
                part.line,
                part.designator
                    + " \""
                    + DraftBoard.shortened(text)
                    + "\" may be "
                    + ask.candidates().stream().map(Device::name).collect(joining(" or "))
                    + ": "
                    + ask.why());
        case Marking.Unknown _ -> {}
      }
    }
    return Optional.empty();
  }

  private static boolean fits(Device device, DraftBoard.DraftPart part) {
    return part.pins.keySet().stream().allMatch(written -> numberOf(device, written).isPresent());
  }

  private static String strange(Device device, DraftBoard.DraftPart part) {
    return part.pins.keySet().stream()
        .filter(written -> numberOf(device, written).isEmpty())
        .findFirst()
        .orElse("");
  }

  /** A pin's number, for a file that names it by number or by name. */
  static Optional<String> numberOf(Device device, String written) {
    return device.pin(written).isPresent()
        ? Optional.of(written)
        : device.pinNamed(written).or(() -> device.pinNamed("/" + written)).map(DevicePin::number);
  }

  private static String letters(DraftBoard.DraftPart part) {
    return part.designator.replaceAll("[^A-Za-z].*", "").toUpperCase(Locale.ROOT);
  }

  /** Letters under which somebody lists what is turned with a screwdriver. */
  private static final Set<String> OF_A_TRIMMER = Set.of("R", "TR", "RT", "T", "P", "PT", "TM");

  private static final String TRIMMER = "trimmer|trim ?pots?|preset|pot|potentiometer";

  private Optional<Device> byLetter(DraftBoard.DraftPart part, String letters) {
    int count = part.pins.size();
    if (OF_A_TRIMMER.contains(letters) && isCalled(part, TRIMMER)) {
      return library.find("trimmer");
    }
    String name =
        switch (letters) {
          case "R" -> "resistor";
          case "RN", "RP", "RA", "RR" -> resistors(part);
          case "C" -> electrolytic(part) ? "electrolytic" : "capacitor";
          case "E", "EC", "CE" ->
              farads(part).isPresent()
                  ? electrolytic(part) || letters.startsWith("E") ? "electrolytic" : "capacitor"
                  : "";
          case "L", "FB" -> "inductor";
          case "D", "CR", "ZD" -> isCalled(part, "led") ? "led" : "diode";
          case "LED" -> "led";
          case "F", "FU" -> "fuse";
          case "VR", "RV", "POT" -> "trimmer";
          case "K", "RY", "RL" -> "relay-5";
          case "SP", "LS", "BZ" -> "speaker";
          case "JP", "LK", "W" ->
              count <= 2 && ways(part) <= 2 ? "link" : "connector-" + ways(part);
          case "Q" ->
              isCalled(part, "crystal|xtal|quartz|quarz|[0-9.,]+ ?[mk]hz")
                  ? "crystal"
                  : count <= 3 ? "transistor-ebc" : "";
          case "TR" -> count <= 3 && !isCalled(part, "transformer") ? "transistor-ebc" : "";
          case "T" ->
              count <= 3 && isCalled(part, "(?:b[cdfu]|2n|2s[a-d]|mps|tip)[0-9]{2,4}[a-z]?")
                  ? "transistor-ebc"
                  : "";
          case "Y", "X", "XTAL" ->
              count > 2 || isCalled(part, "osc|oscillator|xo|module|can|ttl")
                  ? "oscillator"
                  : "crystal";
          case "S", "SW" ->
              highest(part) > 2 && highest(part) % 2 == 0
                  ? "dip-switch-" + highest(part) / 2
                  : isCalled(part, "dip|dil") && ways(part) > 1
                      ? "dip-switch-" + ways(part)
                      : "switch";
          case "DS", "DSW", "DIP", "SWD" ->
              ways(part) > 1 && (!letters.equals("DS") || isCalled(part, "dip|dil|switch"))
                  ? "dip-switch-" + ways(part)
                  : "";
          // Where cells are put in is a contact; what is soldered in is a cell.
          case "BT", "BAT", "B" ->
              isCalled(
                      part, "contacts?|terminals?|holder|compartment|box|clips?|([0-9]+ ?x ?)?aaa?")
                  ? "connector-2"
                  : letters.equals("B") ? "" : "back-up-cell";
          case "J", "P", "CN", "CON", "SK", "PL" ->
              (isEdge(part) ? "edge-" : "connector-") + ways(part);
          default -> "";
        };
    return library.find(name);
  }

  /** Where neither marking nor letter tells: a part that is called what it is. */
  private Optional<Device> byWords(DraftBoard.DraftPart part) {
    String text = part.texts.isEmpty() ? part.value : part.texts.getFirst();
    if (!isPrint(text)) {
      return Optional.empty();
    }
    if (DIP_SWITCH.matcher(text).find() && ways(part) > 1) {
      return library.find("dip-switch-" + ways(part));
    }
    return CALLED.stream()
        .filter(each -> each.words().matcher(text).find())
        .findFirst()
        .flatMap(each -> library.find(each.device()));
  }

  private static boolean isCalled(DraftBoard.DraftPart part, String word) {
    return words(part).toLowerCase(Locale.ROOT).matches("(?s).*\\b(?:" + word + ")\\b.*");
  }

  /** All a list says of a part. */
  private static String words(DraftBoard.DraftPart part) {
    return String.join(" ", part.texts) + " " + part.value + "; " + part.remarks;
  }

  /** A connector with a letter among its pins, or called an edge where a file names no pins. */
  private static boolean isEdge(DraftBoard.DraftPart part) {
    return PartWords.isEdge(words(part))
        && ways(part) > 3
        && (part.pins.isEmpty() || part.pins.keySet().stream().anyMatch(p -> p.matches("[A-Z]+")));
  }

  /** What the words say, unless a file names a higher pin. */
  private static int ways(DraftBoard.DraftPart part) {
    return Math.max(PartWords.ways(words(part)).orElse(1), highest(part));
  }

  /** The socket a list gives a part, in a column of its own or in words beside its marking. */
  static String socketOf(DraftBoard.DraftPart part, Device device) {
    return part.socket.isEmpty() && !device.isContact()
        ? PartWords.socket(words(part))
        : part.socket;
  }

  /** What a capacitor is by its value, or by what is printed on it. */
  private static Optional<CapacitorSpec> farads(DraftBoard.DraftPart part) {
    return CapacitorSpec.parse(part.value)
        .or(() -> part.texts.stream().flatMap(t -> CapacitorSpec.parse(t).stream()).findFirst());
  }

  /** Where it says so, or is larger than any other kind was. */
  private static boolean electrolytic(DraftBoard.DraftPart part) {
    String words = words(part).toLowerCase(Locale.ROOT);
    if (words.contains("bipolar") || words.contains("ceramic") || words.contains("film")) {
      return false;
    }
    return words.contains("elect")
        || words.contains("polar")
        || words.contains("tant")
        || words.matches(".*\\b(cp|elco|alu)\\b.*")
        || farads(part).filter(c -> c.farads() > LARGEST_CERAMIC_FARADS).isPresent();
  }

  /** So few ohms are in series with lines; pull-ups have more (common practice, no source). */
  private static final Pattern IN_SERIES =
      Pattern.compile("(?i)(?<![0-9.])(?:[1-9][0-9]|1[0-4][0-9]) ?(?:ohms?|R|\u03a9)(?![0-9a-z])");

  /** Where neither words nor pins say how many: eight, in series where they are of few ohms. */
  private static String resistors(DraftBoard.DraftPart part) {
    int pins = Math.max(PartWords.resistorPins(words(part)).orElse(0), highest(part));
    if (pins > 0) {
      return "resistor-pack-" + pins;
    }
    return IN_SERIES.matcher(words(part)).find() ? "resistor-network-16" : "resistor-pack-9";
  }

  private static int highest(DraftBoard.DraftPart part) {
    return part.pins.keySet().stream()
        .filter(n -> n.matches("[0-9]{1,3}"))
        .mapToInt(Integer::parseInt)
        .max()
        .orElse(0);
  }

  /**
   * Named by its marking; one whose marking names a device of other pins gets a name of its own.
   */
  private String nameOfUnknown(DraftBoard.DraftPart part) {
    String text = part.texts.isEmpty() ? part.value : part.texts.getFirst();
    String name = DraftBoard.clean(text);
    if (name.isBlank()) {
      return "unknown-" + part.designator;
    }
    return library.find(name).isPresent() ? name + " as drawn" : name;
  }

  /** What a part is by its number alone, its pins being described nowhere. */
  private Optional<String> calledByNumber(DraftBoard.DraftPart part) {
    return Stream.concat(part.texts.stream(), Stream.of(part.value))
        .flatMap(text -> reader.called(text).stream())
        .findFirst();
  }

  private Device make(String name, DraftBoard.DraftPart part) {
    List<DevicePin> pins = new ArrayList<>();
    for (String number : pinsOfUnknown.getOrDefault(name, Set.of())) {
      pins.add(new DevicePin(number, number, PinKind.PASSIVE));
    }
    String title =
        calledByNumber(part)
            .orElse(
                part.value.isBlank() || part.value.equals(name)
                    ? "not in the library"
                    : part.value);
    boolean contact = Set.of("J", "P", "CN", "CON", "SK", "PL").contains(letters(part));
    return Device.ofPins(
        name, title, contact ? "connector" : "unknown", PlacementFit.packageOf(part, pins), pins);
  }

  /** Numbers by size, then everything else by letter. */
  static Comparator<String> byNumber() {
    return Comparator.comparingInt(
            (String n) -> n.matches("[0-9]{1,6}") ? Integer.parseInt(n) : Integer.MAX_VALUE)
        .thenComparing(Comparator.naturalOrder());
  }
}
