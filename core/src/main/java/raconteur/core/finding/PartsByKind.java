package raconteur.core.finding;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.device.Device;

/**
 * Parts said by what they are, put by their places: {@code the battery}, {@code the 7805}, {@code
 * both 74LS138}, {@code all 4116s}, {@code the 12V regulator}. One word that is of several parts
 * stands for all of them only where it says so.
 *
 * <p>Cost: every word against every part of the board.
 */
final class PartsByKind {
  private static final Set<String> ALL = Set.of("all", "every", "both");
  private static final Set<String> BETWEEN = Set.of("the", "of", "these", "my", "new", "old");
  private static final Set<String> BEHIND = Set.of("chip", "chips", "ic", "ics", "connector");
  private static final Map<String, Integer> COUNTS =
      Map.of(
          "both", 2, "two", 2, "three", 3, "four", 4, "five", 5, "six", 6, "seven", 7, "eight", 8,
          "nine", 9, "sixteen", 16);

  /** What small logic is called by its title. */
  private static final Map<String, String> TITLES =
      Map.of(
          "multiplexer", "selector",
          "mux", "selector",
          "selector", "selector",
          "decoder", "decoder",
          "counter", "counter",
          "latch", "latch",
          "buffer", "buffer",
          "transceiver", "transceiver",
          "inverter", "inverter",
          "comparator", "comparator");

  private static final Pattern REGULATOR =
      Pattern.compile("(?i)(?:the )?([-+]?[0-9]{1,2})V? (?:rail |voltage )*regulator\\b");

  /** The shortest end of a type number that is said for it: LS74. */
  private static final int SHORTEST_TYPE = 4;

  private static final Pattern END_OF_A_TYPE =
      Pattern.compile(".*[a-z].*[0-9]+|[0-9]+[a-z]+[0-9]+");

  /** A type of one letter more: the 6502 is a 6502A, the Z80 a Z80A. */
  private static final Pattern SHORT_OF_A_LETTER = Pattern.compile("[0-9]{4}|z[0-9]{2}");

  private static final Pattern MARKING = Pattern.compile("(?=.*[A-Z])[A-Z0-9-]{4,}");

  /** What is left of a 74LS138 where it is called the 138. */
  private static final Pattern BARE_NUMBER = Pattern.compile("[0-9]{2,3}s?");

  /** A type number as it is said, with letters before it or without. */
  private static final Pattern TYPE_NUMBER = Pattern.compile("[a-z]{2,4}[0-9]{3,5}|[0-9]{4,5}");

  private static final Pattern TYPE_AND_PIN =
      Pattern.compile("(?<!\\S)((?=[A-Za-z]{0,4}[0-9])[A-Za-z0-9-]{3,12})\\.([0-9]{1,2})(?!\\S)");

  private static final int FEWEST_PINS_OF_A_CHIP = 8;

  private static final int MOST_NAMED = 4;
  private static final int FEWEST_OF_A_TYPE = 4;

  private PartsByKind() {}

  /** The line with places in it; as it is where it names a place, or nothing by its kind. */
  static String named(Board board, String plain) {
    String line = byListing(board, plain);
    line =
        byPurposeAndTask(
            board,
            byPurposeAndPin(board, byFrequency(board, byTypeAndPin(board, byRail(board, line)))));
    List<String> words = List.of(line.split(" ", -1));
    if (words.stream().anyMatch(w -> isPlace(board, w))) {
      return line;
    }
    List<String> named = new ArrayList<>();
    for (int i = 0; i < words.size(); i++) {
      List<String> places = meant(board, words, i);
      Optional<Listed> listed = listedAs(board, words, i);
      if (listed.isPresent()) {
        for (int before = 0; before < listed.get().words(); before++) {
          named.removeLast();
        }
        dropCount(named, listed.get().places().size());
        named.addAll(listed.get().places());
      } else if (places.isEmpty()) {
        named.add(words.get(i));
      } else {
        dropCount(named, places.size());
        named.addAll(places);
        if (i + 1 < words.size() && BEHIND.contains(words.get(i + 1).toLowerCase(Locale.ROOT))) {
          i++;
        }
      }
    }
    return String.join(" ", named);
  }

  /** What chips are called in lists, and functions are not. */
  private static final Set<String> THINGS =
      Set.of(
          "rom",
          "eprom",
          "prom",
          "ram",
          "sram",
          "dram",
          "cpu",
          "mcu",
          "processor",
          "latch",
          "buffer",
          "decoder",
          "encoder",
          "mux",
          "multiplexer",
          "selector",
          "counter",
          "register",
          "shifter",
          "amplifier",
          "amp",
          "filter",
          "generator",
          "controller",
          "transceiver",
          "driver",
          "pal",
          "gal",
          "custom",
          "dac",
          "codec");

  private static final Set<String> WHICH_OF_THEM =
      Set.of("low", "high", "even", "odd", "left", "right", "upper", "lower");

  private static final int MOST_OF_A_LISTING = 4;

  /** Of a thing that is only said not to work its function is meant, by whoever is not asked. */
  private static final Pattern JUST_BAD =
      Pattern.compile(
          "(?i)(?:is |seems |looks |are )*(?:dead|bad|faulty|missing|gone|not working|broken"
              + "|suspect|ok|good|fine)?");

  /** The only part that is listed with just these words: {@code tile rom 1 differs}. */
  private static String byListing(Board board, String plain) {
    List<String> words = List.of(plain.split(" ", -1));
    for (int many = Math.min(MOST_OF_A_LISTING, words.size() - 1); many > 1; many--) {
      for (int from = 0; from + many <= words.size(); from++) {
        List<String> said = words.subList(from, from + many);
        String rest = String.join(" ", words.subList(from + many, words.size()));
        Optional<String> part =
            isOfAThing(said) && !(begins(words, from) && JUST_BAD.matcher(rest).matches())
                ? Purposes.only(board, said)
                : Optional.empty();
        if (part.isPresent()) {
          String before =
              String.join(" ", words.subList(0, from)).replaceFirst("(?i) ?\\bthe$", "");
          return (before + " " + part.get() + " " + rest).strip();
        }
      }
    }
    return plain;
  }

  private static boolean begins(List<String> words, int at) {
    return at == 0 || (at == 1 && words.getFirst().equalsIgnoreCase("the"));
  }

  private static boolean isOfAThing(List<String> words) {
    String last = words.getLast().toLowerCase(Locale.ROOT);
    boolean numbered = last.matches("[0-9]{1,2}") || WHICH_OF_THEM.contains(last);
    return THINGS.contains(numbered ? words.get(words.size() - 2).toLowerCase(Locale.ROOT) : last)
        && (!numbered || words.size() > 2 || last.matches("[0-9]{1,2}"));
  }

  /**
   * Parts of a kind that the words before it say more of.
   *
   * @param words how many
   */
  private record Listed(List<String> places, int words) {}

  private static final int MOST_BEFORE = 3;

  /** Those of a kind that are listed for what the words before it say: {@code sound rom}. */
  private static Optional<Listed> listedAs(Board board, List<String> words, int at) {
    String word = words.get(at).toLowerCase(Locale.ROOT);
    List<String> kind = places(board, word);
    for (int before = Math.min(MOST_BEFORE, at); before > 0 && !kind.isEmpty(); before--) {
      List<String> said = words.subList(at - before, at);
      if (said.stream().anyMatch(w -> !w.matches("[A-Za-z]{3,}|[a-z]{0,2}[0-9]"))) {
        continue;
      }
      List<String> listed = Purposes.parts(board, String.join(" ", said));
      List<String> both = kind.stream().filter(listed::contains).toList();
      if (both.size() == 1 || (!both.isEmpty() && isPlural(board, word))) {
        return Optional.of(new Listed(both, before));
      }
    }
    return Optional.empty();
  }

  /** A pin said by the type of the one part of that type: {@code Z80.6} for {@code IC1.6}. */
  private static String byTypeAndPin(Board board, String line) {
    return TYPE_AND_PIN
        .matcher(line)
        .replaceAll(
            found -> {
              List<String> places =
                  board.partCalled(found.group(1)).isPresent()
                      ? List.of()
                      : places(board, found.group(1).toLowerCase(Locale.ROOT));
              return Matcher.quoteReplacement(
                  places.size() == 1 ? places.getFirst() + "." + found.group(2) : found.group());
            });
  }

  /** What has to be said instead of a word that is of several parts; empty where there is none. */
  static Optional<String> which(Board board, String plain) {
    List<String> words = List.of(plain.split(" ", -1));
    if (words.stream().anyMatch(w -> isPlace(board, w))) {
      return Optional.empty();
    }
    for (String word : words) {
      List<String> places = places(board, word.toLowerCase(Locale.ROOT));
      if (places.size() > 1) {
        return Optional.of(
            "“"
                + Words.clip(word)
                + "” is "
                + places.stream().limit(MOST_NAMED).collect(Collectors.joining(", "))
                + (places.size() > MOST_NAMED ? " and others" : "")
                + ": say which.");
      }
    }
    return Optional.empty();
  }

  private static final Pattern PURPOSE_AND_PIN =
      Pattern.compile(
          "(?i)(?:the )?((?:[a-z/-]+ ){1,4}?)(?:(?:output|input|on|at|chip|ic) )*(?:pin|leg)"
              + " ?#?([0-9]{1,3})(?= .+)(.*)");

  /**
   * A pin of the one part that is listed for what is said before it: {@code palette latch pin 5}.
   */
  private static String byPurposeAndPin(Board board, String line) {
    Matcher matcher = PURPOSE_AND_PIN.matcher(line);
    if (!matcher.matches()) {
      return line;
    }
    return onlyChip(board, matcher.group(1).strip())
        .filter(p -> p.device().pin(matcher.group(2)).isPresent())
        .map(p -> p.designator() + "." + matcher.group(2) + matcher.group(3))
        .orElse(line);
  }

  /** The only part listed for something, where that is a chip. */
  private static Optional<Part> onlyChip(Board board, String purpose) {
    List<String> listed = Purposes.parts(board, purpose);
    return listed.size() == 1
        ? board.part(listed.getFirst()).filter(p -> p.device().isChip())
        : Optional.empty();
  }

  private static final Pattern PURPOSE_AND_TASK =
      Pattern.compile(
          "(?i)(?:the )?((?:[a-z0-9/-]+ ){1,4}?)(?:chip |ic )?(clock|reset|cs|ce|oe|we|chip select"
              + "|output enable|write enable)((?: pin)? .+)");

  /** The pin of a task, of the only chip listed for what is said before it: sound cpu clock ok. */
  private static String byPurposeAndTask(Board board, String line) {
    Matcher matcher = PURPOSE_AND_TASK.matcher(line);
    if (!matcher.matches()) {
      return line;
    }
    String purpose = matcher.group(1).strip();
    String task = matcher.group(2);
    return onlyChip(board, purpose)
        .filter(p -> !PinTask.pins(p, PinTask.inLetters(task)).isEmpty())
        .filter(_ -> Purposes.parts(board, purpose + " " + task).isEmpty())
        .map(p -> p.designator() + " " + task + matcher.group(3).replaceFirst("^ pin ", " "))
        .orElse(line);
  }

  /** A crystal by what is printed on it; without that where it is none of the board's. */
  private static String byFrequency(Board board, String plain) {
    Matcher matcher = FREQUENCY.matcher(plain);
    if (!matcher.find()) {
      return plain;
    }
    double said = Double.parseDouble(matcher.group(1).replace(',', '.'));
    List<String> all =
        board.parts().stream()
            .filter(p -> p.device().isCrystal() && isPrinted(p, said))
            .map(Part::designator)
            .toList();
    return matcher.replaceFirst(
        Matcher.quoteReplacement(all.size() == 1 ? all.getFirst() : matcher.group(2)));
  }

  private static boolean isPrinted(Part crystal, double megahertz) {
    Matcher printed = MEGAHERTZ.matcher(crystal.called() + " " + crystal.value());
    return printed.find()
        && Math.abs(Double.parseDouble(printed.group(1)) / megahertz - 1) < ROUNDED;
  }

  private static final Pattern FREQUENCY =
      Pattern.compile(
          "(?i)\\b([0-9]{1,2}(?:[.,][0-9]+)?) ?(?:MHz|M)? (osc|oscillator|crystal|xtal|can)\\b");

  private static final Pattern MEGAHERTZ = Pattern.compile("(?i)([0-9]+(?:\\.[0-9]+)?) ?M(?:Hz)?");

  /** So far from what is printed people say it: 3.58 for 3.579545. */
  private static final double ROUNDED = 0.01;

  /** The regulator of a rail, where one is known. */
  private static String byRail(Board board, String plain) {
    Matcher matcher = REGULATOR.matcher(plain);
    if (!matcher.find()) {
      return plain;
    }
    String volts = matcher.group(1).replaceFirst("^\\+", "");
    return board.rails().stream()
        .filter(r -> r.name().replaceFirst("^\\+", "").equalsIgnoreCase(volts + "V"))
        .flatMap(r -> r.madeBy().stream())
        .filter(p -> board.part(p).filter(x -> x.device().isRegulator()).isPresent())
        .findFirst()
        .map(place -> matcher.replaceFirst(Matcher.quoteReplacement(place)))
        .orElse(plain);
  }

  private static boolean isPlace(Board board, String word) {
    return word.matches("[A-Za-z].*\\..*") || board.partCalled(word).isPresent();
  }

  /** The places a word stands for in its line: one, or all of them where the line says so. */
  private static List<String> meant(Board board, List<String> words, int at) {
    String word = words.get(at).toLowerCase(Locale.ROOT);
    boolean called = at == 0 || words.get(at - 1).matches("(?i)the|both|all|a");
    List<String> gates =
        called && BARE_NUMBER.matcher(word).matches() ? gates(board, word) : List.of();
    List<String> places = gates.isEmpty() ? places(board, word) : gates;
    if (places.size() < 2) {
      return places;
    }
    int before = at - 1;
    while (before >= 0 && BETWEEN.contains(words.get(before).toLowerCase(Locale.ROOT))) {
      before--;
    }
    String count = before < 0 ? "" : words.get(before).toLowerCase(Locale.ROOT);
    Optional<Integer> said =
        count.matches("[0-9]{1,2}")
            ? Optional.of(Integer.parseInt(count))
            : Optional.ofNullable(COUNTS.get(count));
    if (said.isPresent()) {
      return said.get() == places.size() ? places : soMany(board, places, said.get());
    }
    return ALL.contains(count) || (isPlural(board, word) && !saysWhich(words, at))
        ? places
        : List.of();
  }

  /** Whether the word before says which of a kind are meant, in a word nobody knows here. */
  private static boolean saysWhich(List<String> words, int at) {
    String before = at == 0 ? "" : words.get(at - 1).toLowerCase(Locale.ROOT);
    return before.matches("[a-z]{3,}")
        && !BETWEEN.contains(before)
        && !Speech.shipped().isKnown(before)
        && !Breath.speaksOfAMend(before);
  }

  /**
   * Of several types that are called the same, the one there are so many of: all eight RAMs. Which
   * two of three are both is asked.
   */
  private static List<String> soMany(Board board, List<String> places, int said) {
    if (said < FEWEST_OF_A_TYPE) {
      return List.of();
    }
    Map<String, List<String>> byType =
        places.stream()
            .collect(
                Collectors.groupingBy(
                    place -> board.part(place).map(p -> p.device().name()).orElse("")));
    List<List<String>> fitting =
        byType.values().stream().filter(type -> type.size() == said).toList();
    return fitting.size() == 1 ? fitting.getFirst() : List.of();
  }

  /** Small logic by the end of its number, as people say it: {@code the 138}. */
  private static List<String> gates(Board board, String number) {
    Pattern type = Pattern.compile("[57]4[A-Z]*" + number.replaceFirst("s$", ""));
    return board.parts().stream()
        .filter(p -> type.matcher(p.device().name()).matches())
        .map(Part::designator)
        .toList();
  }

  /** Takes back the words that say how many, which the places say now. */
  private static void dropCount(List<String> named, int places) {
    while (!named.isEmpty()) {
      String last = named.getLast().toLowerCase(Locale.ROOT);
      boolean counts = ALL.contains(last) || COUNTS.containsKey(last) || last.matches("[0-9]{1,2}");
      boolean said = places > 1 && (counts || last.equals("of"));
      if (!said && !last.matches("the|these|my")) {
        return;
      }
      named.removeLast();
    }
  }

  private static boolean isPlural(Board board, String word) {
    return word.endsWith("s") && placesOf(board, word).isEmpty();
  }

  /** What a designator or the word for a kind stands for. */
  static List<Part> only(Board board, String said) {
    Optional<Part> called = board.partCalled(said);
    return called.isPresent()
        ? List.of(called.get())
        : places(board, said.toLowerCase(Locale.ROOT)).stream()
            .flatMap(place -> board.part(place).stream())
            .toList();
  }

  private static List<String> places(Board board, String word) {
    List<String> exact = narrowed(board, placesOf(board, word), word);
    return exact.isEmpty() && word.endsWith("s")
        ? placesOf(board, word.replaceFirst("'?s$", ""))
        : exact;
  }

  private static final Pattern AMPLIFIER = Pattern.compile("(?i)\\bamp(?:lifier)?\\b");
  private static final Pattern NONE = Pattern.compile("(?!)");
  private static final Pattern MAIN = Pattern.compile("(?i)\\b(main|game|master)\\b");

  /** Of several processors the main one; of what amplifies, the one that is listed as the amp. */
  private static List<String> narrowed(Board board, List<String> places, String word) {
    if (places.size() < 2) {
      return places;
    }
    Pattern listed =
        switch (word) {
          case "cpu", "processor" -> MAIN;
          case "amp", "amplifier" -> AMPLIFIER;
          // Who lists one of them with the very word means that one.
          default -> word.matches("[a-z]{3,}") ? Pattern.compile("(?i)\\b" + word + "\\b") : NONE;
        };
    List<String> fitting =
        places.stream()
            .filter(p -> board.part(p).filter(x -> listed.matcher(x.called()).find()).isPresent())
            .toList();
    return fitting.size() == 1 ? fitting : places;
  }

  private static List<String> placesOf(Board board, String word) {
    boolean endOfAType = word.length() >= SHORTEST_TYPE && END_OF_A_TYPE.matcher(word).matches();
    boolean shortOfALetter = SHORT_OF_A_LETTER.matcher(word).matches();
    return board.parts().stream()
        .filter(p -> is(p, word, endOfAType, shortOfALetter))
        .map(Part::designator)
        .toList();
  }

  /** Whether a part is what a word says, in small letters. */
  private static boolean is(Part part, String word, boolean endOfAType, boolean shortOfALetter) {
    Device device = part.device();
    String name = device.name();
    int shorter = name.length() - word.length();
    return name.equalsIgnoreCase(word)
        || (shortOfALetter && isOneLetterMore(name, word))
        || (endOfAType && shorter > 0 && name.regionMatches(true, shorter, word, 0, word.length()))
        || isKind(part, word)
        || (device.isUnknown() && isMarked(part, word))
        || (device.pins().size() >= FEWEST_PINS_OF_A_CHIP && isPrinted(part, word))
        || (device.isSmallLogic() && isTitled(device, word));
  }

  private static boolean isOneLetterMore(String name, String word) {
    return name.length() == word.length() + 1
        && name.regionMatches(true, 0, word, 0, word.length())
        && Character.isLetter(name.charAt(word.length()));
  }

  /** A chip nobody described is called by what is printed on it, in capitals. */
  private static boolean isMarked(Part part, String word) {
    return Arrays.stream((part.device().name() + " " + part.value()).split("[^A-Za-z0-9-]+", -1))
        .filter(t -> MARKING.matcher(t).matches())
        .anyMatch(t -> t.equalsIgnoreCase(word));
  }

  /** Whether a type number is in what is printed on a chip: 5101 in P5101L-3. */
  private static boolean isPrinted(Part part, String word) {
    return TYPE_NUMBER.matcher(word).matches()
        && Arrays.stream(part.value().split("[^A-Za-z0-9-]+", -1))
            .anyMatch(
                t -> t.matches("(?i)(?:[a-z]{1,4})?" + word + "(?:[a-z]{1,3})?(?:-[a-z0-9]+)?"));
  }

  private static boolean isTitled(Device device, String word) {
    String title = TITLES.get(word);
    return title != null && device.title().toLowerCase(Locale.ROOT).contains(title);
  }

  private static boolean isPlug(Device device) {
    return device.isContact() && !device.isKey() && !device.isSpeaker();
  }

  private static boolean isPeripheral(Device device, String title) {
    return device.title().contains(title) && !device.isProcessor();
  }

  /** Whether a part is of a kind people call by one word. */
  static boolean isKind(Part part, String word) {
    Device device = part.device();
    return switch (word) {
      case "fuse" -> device.name().equals("fuse");
      case "switch" -> device.name().equals("switch");
      case "crystal", "xtal", "oscillator", "osc" -> device.isCrystal();
      case "regulator" -> device.isRegulator();
      case "battery", "cell" ->
          device.isCell() || (isPlug(device) && part.designator().matches("(?:BT|BAT)[0-9]*"));
      case "cpu", "processor" -> device.isProcessor();
      case "edge" -> device.name().startsWith("edge-");
      case "plug", "connector", "header" -> isPlug(device);
      case "jack", "ribbon", "cable", "flex" ->
          (isPlug(device) || device.isUnknown())
              && (part.called() + " " + part.value()).toLowerCase(Locale.ROOT).contains(word);
      case "speaker", "buzzer" -> device.isSpeaker();
      case "led" -> device.isLamp();
      case "amp", "amplifier" -> device.title().toLowerCase(Locale.ROOT).contains("amplifier");
      case "zener" -> device.isDiode() && part.called().toLowerCase(Locale.ROOT).contains("zener");
      case "ram", "sram", "dram" -> device.isRam();
      case "pal", "gal" -> device.isProgrammable() && device.name().startsWith("PAL");
      case "acia", "uart", "usart", "sio", "dart" -> isPeripheral(device, "serial port");
      case "via", "pia", "pio", "ppi", "riot" ->
          isPeripheral(device, "parallel ports") || isPeripheral(device, "RAM, ports");
      case "ctc", "pit" -> isPeripheral(device, "timer");
      case "crtc" -> isPeripheral(device, "picture timing");
      case "vdp", "vdg" -> isPeripheral(device, "picture generator");
      case "psg" -> isPeripheral(device, "sound generator");
      case "ay" -> device.name().startsWith("AY-") && isPeripheral(device, "sound generator");
      case "fdc" -> isPeripheral(device, "disc controller");
      case "dac" ->
          device.title().contains("digital to analogue") || device.title().contains("DAC");
      case "rom", "eprom" -> device.isRom() || device.isEprom();
      default -> false;
    };
  }
}
