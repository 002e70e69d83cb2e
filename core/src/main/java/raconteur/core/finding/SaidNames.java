package raconteur.core.finding;

import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.device.DevicePin;
import raconteur.core.device.PinKind;
import raconteur.core.device.PinNames;
import raconteur.core.device.PinRole;

/**
 * What a line that is neither usual nor a known rewording names: parts, pins, lines, by their own
 * names, by what they are there for ({@code U5 held in reset}, {@code U34 outputs}), by their kind;
 * and the words that are left.
 *
 * <p>Cost: a few dozen looks at every word.
 */
final class SaidNames {
  private static final int ENOUGH_LETTERS = 2;
  private static final Set<String> ASSERTED = Set.of("active", "asserted");

  /** Of a line a chip answers with or asks by; {@code active} may mean that it moves. */
  private static final String ASSERT = "asserted";

  /** What is said of such a line that waits to be pulled low, where it is denied. */
  private static final Set<String> COMES = Set.of("comes", "arrives", "appears", "happens");

  /** Says nothing of a line that is named. */
  static final Set<String> OF_A_LINE =
      Set.of(
          "line", "lines", "signal", "signals", "clock", "clocks", "output", "input", "select",
          "strobe", "enable", "chip", "bus");

  /** What is put in, and nothing of what came of it. */
  private static final Pattern KNOWN_GOOD =
      Pattern.compile(
          "(?i)\\b(?:(?:a|an|the|another|one|my) )*(?:known[- ]good|good known)(?: one| part| chip|"
              + " spare)?\\b|\\b(?:a|another) (?:good|tested) (?:one|part|chip|spare)\\b");

  private static final Pattern SYNC = Pattern.compile("(?i)[hv]-?sync");
  private static final Pattern HERTZ = Pattern.compile("(?i)\\b([0-9.,]+) ([kM]?Hz)\\b");
  private static final int ENOUGH_LETTERS_OF_A_PIN = 3;

  private final Board board;
  private final Speech speech;
  private final List<String> parts = new ArrayList<>();
  private final List<String> pins = new ArrayList<>();
  private final List<Net> nets = new ArrayList<>();
  private final List<String> words = new ArrayList<>();

  /** Those of them that were typed in capitals, as names of pins are. */
  private final Set<String> inCapitals = new LinkedHashSet<>();

  private boolean scattered;
  private boolean partsScattered;

  /**
   * What a line names, and its other words.
   *
   * @param line its pins or its lines by their names, as a usual line begins; empty for none
   */
  record Named(List<String> parts, List<String> pins, String line, List<String> words) {
    Named {
      parts = List.copyOf(parts);
      pins = List.copyOf(pins);
      words = List.copyOf(words);
    }

    /** One of its pins; empty for none. */
    String pin(int at) {
      return at < pins.size() ? pins.get(at) : "";
    }
  }

  /** What a line names that need not be understood. */
  static Named named(Board board, String plain) {
    SaidNames names = new SaidNames(board, plain);
    List<String> lines =
        names.pins.isEmpty() ? names.nets.stream().map(Net::name).distinct().toList() : names.pins;
    return new Named(names.parts, names.pins, String.join(" ", lines), names.words);
  }

  SaidNames(Board board, String plain) {
    this.board = board;
    this.speech = Speech.shipped();
    String before = "";
    boolean saidSince = false;
    boolean saidOfAPart = false;
    String telling = KNOWN_GOOD.matcher(HERTZ.matcher(plain).replaceAll("$1$2")).replaceAll("");
    String[] tokens = telling.split("\\s+", -1);
    for (int i = 0; i < tokens.length; i++) {
      String word = tokens[i].replaceAll("^[(\"'“]+|[)\"'”.?]+$", "");
      int named = pins.size() + nets.size();
      int namedParts = parts.size();
      boolean aLine =
          i + 1 < tokens.length && OF_A_LINE.contains(tokens[i + 1].toLowerCase(Locale.ROOT));
      if (word.isEmpty()
          || named(word, before)
          || (aLine && !speech.isKnown(word) && named(word.toUpperCase(Locale.ROOT), before))) {
        scattered |= saidSince && named > 0 && pins.size() + nets.size() > named;
        saidSince &= pins.size() + nets.size() == named;
        partsScattered |= saidOfAPart && namedParts > 0 && parts.size() > namedParts;
      } else {
        saidOfAPart |= !parts.isEmpty() && isVerdictOfAPart(word.toLowerCase(Locale.ROOT));
        words.add(word.toLowerCase(Locale.ROOT));
        saidSince |= !word.equalsIgnoreCase("and");
        if (word.matches("/?[A-Z][A-Z0-9]+")) {
          inCapitals.add(word.toLowerCase(Locale.ROOT));
        }
      }
      before = word;
    }
    if (parts.isEmpty() && pins.isEmpty() && nets.isEmpty()) {
      byKind();
    }
    if (!nets.isEmpty() && parts.stream().allMatch(p -> net(p).isPresent())) {
      // D3 is a lamp and a data line; beside D11 it is the line.
      parts.forEach(p -> net(p).ifPresent(nets::add));
      parts.clear();
    }
    if (!pins.isEmpty()) {
      // U17.2 RED flat: the line is the pin's own.
      nets.removeIf(n -> n.path().stream().anyMatch(p -> pins.contains(p.toString())));
    }
    if (nets.size() + pins.size() == 1 && parts.isEmpty()) {
      asserted();
    }
    if (parts.isEmpty() && pins.isEmpty() && nets.isEmpty()) {
      ofTheProcessor();
    }
    if (parts.size() == 1 && pins.isEmpty() && nets.isEmpty()) {
      byRole();
    }
    if (parts.size() == 1 && pins.isEmpty() && nets.isEmpty()) {
      byTask();
    }
    if (parts.size() == 1 && pins.isEmpty() && nets.isEmpty() && !any("bad")) {
      ofACrystal();
    }
    if (pins.isEmpty() && nets.isEmpty()) {
      byPinName();
    }
  }

  /** The level that asserted means for a line by its name: {@code BERR asserted}. */
  private void asserted() {
    String name =
        nets.isEmpty()
            ? pin(pins.getFirst()).map(DevicePin::name).orElse("")
            : nets.getFirst().name();
    boolean activeLow = name.startsWith("/") || name.startsWith("~") || name.matches(".*[*#]");
    boolean comes = any("not") && activeLow && words.stream().anyMatch(COMES::contains);
    if (!words.contains(ASSERT) && !comes) {
      return;
    }
    words.removeIf(w -> w.equals(ASSERT) || COMES.contains(w));
    boolean denied = words.removeIf(w -> speech.means(w, "not"));
    words.add(activeLow == denied ? "high" : "low");
  }

  /** What is said of one part and seldom of two with other words between them. */
  private boolean isVerdictOfAPart(String word) {
    return Stream.of("hot", "cold", "tester", "differs").anyMatch(m -> speech.means(word, m))
        || isVerdict(word);
  }

  /** The processor's reset or clock needs no designator where a figure or a level is said of it. */
  private void ofTheProcessor() {
    boolean named =
        Stream.of(PinRole.RESET, PinRole.CLOCK)
            .anyMatch(role -> words.contains(role.name().toLowerCase(Locale.ROOT)));
    if (named && speech.state(words).isPresent() && words.stream().noneMatch("pulse"::equals)) {
      board.parts().stream()
          .filter(p -> p.fitted() && p.device().isProcessor())
          .map(Part::designator)
          .findFirst()
          .ifPresent(parts::add);
    }
  }

  /** A part's clock or reset is its pin of that role: {@code U5 held in reset}. */
  private void byRole() {
    for (PinRole role : List.of(PinRole.RESET, PinRole.CLOCK)) {
      String word = role.name().toLowerCase(Locale.ROOT);
      Optional<DevicePin> pin =
          part(parts.getFirst()).stream()
              .flatMap(p -> p.device().pins().stream())
              .filter(p -> p.kind().reads() && role.fits(p.name()))
              .findFirst();
      if (!words.contains(word) || pin.isEmpty()) {
        continue;
      }
      words.remove(word);
      pins.add(parts.removeFirst() + "." + pin.get().number());
      boolean held = role == PinRole.RESET && words.stream().anyMatch(w -> speech.means(w, "held"));
      if (held) {
        boolean released = words.contains("out");
        words.removeIf(w -> speech.means(w, "held"));
        words.add(pin.get().name().startsWith("/") == released ? "high" : "low");
      } else if (role == PinRole.CLOCK && speech.state(words).isEmpty()) {
        boolean missing = any("not");
        words.removeIf(w -> speech.means(w, "praised") || speech.means(w, "not"));
        words.add(missing ? "still" : "toggling");
      }
      return;
    }
  }

  /** A crystal that stands is a line that does. */
  private void ofACrystal() {
    if (part(parts.getFirst()).filter(p -> p.device().isCrystal()).isPresent() && any("not")) {
      // What is printed on it.
      words.removeIf(Speech::isMeasured);
    }
    part(parts.getFirst())
        .filter(p -> p.device().isCrystal() && speech.state(words).isPresent())
        .flatMap(
            p ->
                p.pins().stream()
                    .filter(pin -> board.netOf(pin).filter(n -> board.isSupply(n.name())).isEmpty())
                    .filter(pin -> board.kind(pin).drives() || board.kind(pin) == PinKind.PASSIVE)
                    // A can has one output; at a bare crystal either leg says the same.
                    .min(Comparator.comparing(pin -> !board.kind(pin).drives())))
        .ifPresent(
            pin -> {
              parts.clear();
              pins.add(pin.toString());
            });
  }

  /** A part's outputs, or its only enable: {@code U34 outputs all high}. */
  private void byTask() {
    if (words.contains("other") || words.contains("others")) {
      // Which of them are the others, only who says it knows.
      return;
    }
    PinTask.LETTERS.forEach(this::shorten);
    Optional<Part> part = part(parts.getFirst());
    if (part.isPresent() && bySeveralTasks(part.get())) {
      return;
    }
    for (String word : List.copyOf(words)) {
      int next = words.indexOf(word) + 1;
      Optional<String> numbered =
          next < words.size() && words.get(next).matches("[0-9]{1,2}")
              ? part.flatMap(p -> PinTask.numbered(p, word, words.get(next)))
              : Optional.empty();
      if (numbered.isPresent()) {
        words.remove(next);
      }
      if (word.equals("port") && next < words.size() && words.get(next).matches("[a-d]")) {
        List<String> port = part.map(p -> PinTask.port(p, words.get(next))).orElse(List.of());
        if (!port.isEmpty() && speech.state(words).isPresent()) {
          words.remove(next);
          words.remove(word);
          parts.clear();
          pins.addAll(port);
          return;
        }
      }
      List<String> all =
          numbered
              .map(List::of)
              .orElseGet(() -> part.map(p -> PinTask.plainest(p, word)).orElse(List.of()));
      boolean well = speech.state(words).isEmpty() && any("praised") && !any("not");
      if (well && all.size() == 1 && STROBES.contains(word)) {
        words.removeIf(w -> speech.means(w, "praised"));
        words.add("toggling");
      }
      boolean plural =
          word.endsWith("s") || Stream.of("all", "lines", "pins", "bus").anyMatch(words::contains);
      boolean allOfThem = all.size() > 1 && plural;
      if (speech.state(words).isPresent() && (all.size() == 1 || allOfThem)) {
        words.remove(word);
        parts.clear();
        pins.addAll(all);
        return;
      }
    }
  }

  /** Two words for what data books call in two letters. */
  private void shorten(List<String> pair, String letters) {
    int at = Collections.indexOfSubList(words, pair);
    boolean known =
        at >= 0
            && part(parts.getFirst()).stream().anyMatch(p -> !PinTask.pins(p, letters).isEmpty());
    if (known) {
      words.subList(at, at + 2).clear();
      words.add(at, letters);
    }
  }

  /** What comes again and again where it is as it should be. */
  private static final Set<String> STROBES =
      Set.of("cs", "ce", "oe", "we", "rd", "wr", "load", "strobe");

  /** One thing said of pins of several kinds: {@code U7 preset and clear high}. */
  private boolean bySeveralTasks(Part part) {
    List<String> tasks =
        words.stream().filter(w -> !PinTask.plainest(part, w).isEmpty()).distinct().toList();
    boolean several =
        tasks.size() > 1
            && tasks.stream().noneMatch(ASIDE::contains)
            && speech.state(words).isPresent();
    if (several) {
      words.removeAll(tasks);
      words.removeIf("and"::equals);
      parts.clear();
      tasks.stream().flatMap(w -> PinTask.plainest(part, w).stream()).distinct().forEach(pins::add);
    }
    return several;
  }

  /** Says of a pin which one it is, and no more: data output. */
  private static final Set<String> ASIDE =
      Set.of("data", "address", "output", "outputs", "input", "inputs", "out");

  /** Said of what was not well before. */
  private static final Set<String> AGAIN = Set.of("now", "again");

  /** A pin by its name, of the part that is named or else of the processor: {@code halt low}. */
  private void byPinName() {
    Optional<Part> of =
        parts.size() == 1
            ? part(parts.getFirst())
            : parts.isEmpty()
                ? board.parts().stream().filter(p -> p.device().isProcessor()).findFirst()
                : Optional.empty();
    for (String word : List.copyOf(words)) {
      Optional<String> pin =
          (word.length() < ENOUGH_LETTERS_OF_A_PIN && !inCapitals.contains(word))
                  || (speech.isKnown(word) && !inCapitals.contains(word))
              ? Optional.empty()
              : of.flatMap(p -> pin(p, word));
      boolean wellAgain = any("praised") && words.stream().anyMatch(AGAIN::contains);
      boolean said =
          wellAgain
              || speech.state(words).isPresent()
              || words.stream().anyMatch(ASSERTED::contains);
      if (pin.isPresent() && said) {
        words.remove(word);
        parts.clear();
        pins.add(pin.get());
        if (wellAgain && words.removeIf(w -> speech.means(w, "praised"))) {
          words.add("toggling");
        }
        boolean activeLow =
            pin(pin.get())
                .filter(p -> p.name().startsWith("/") || p.name().startsWith("~"))
                .isPresent();
        if (activeLow && words.removeIf(ASSERTED::contains)) {
          words.add("low");
        }
        return;
      }
    }
  }

  /** The only fuse, crystal, processor of a board needs no designator. */
  private void byKind() {
    for (String word : List.copyOf(words)) {
      List<String> all =
          board.parts().stream()
              .filter(p -> PartsByKind.isKind(p, word) || p.device().name().equalsIgnoreCase(word))
              .map(Part::designator)
              .toList();
      if (all.size() == 1) {
        words.remove(word);
        parts.addAll(all);
        return;
      }
    }
  }

  /** Takes a word that names something of the board. */
  private boolean named(String word, String before) {
    int dot = word.indexOf('.');
    if (dot > 0) {
      Optional<String> pin =
          part(word.substring(0, dot)).flatMap(p -> pin(p, word.substring(dot + 1)));
      pin.ifPresent(pins::add);
      return pin.isPresent();
    }
    List<String> range = range(word);
    if (!range.isEmpty()) {
      range.stream().filter(p -> !parts.contains(p)).forEach(parts::add);
      return true;
    }
    Optional<String> ofPart = part(before).filter(p -> !parts.isEmpty()).flatMap(p -> pin(p, word));
    if (ofPart.isPresent() && word.length() >= ENOUGH_LETTERS && !word.matches("[a-z]+")) {
      parts.removeLast();
      pins.add(ofPart.get());
      return true;
    }
    Optional<Net> net = net(word);
    net.ifPresent(nets::add);
    return net.isPresent();
  }

  Optional<DevicePin> pin(String ref) {
    int dot = ref.lastIndexOf('.');
    return part(ref.substring(0, dot)).flatMap(p -> p.device().pin(ref.substring(dot + 1)));
  }

  Optional<Part> part(String designator) {
    return board.partCalled(designator);
  }

  private static Optional<String> pin(Part part, String said) {
    return PinNames.find(part.device(), said).stream()
        .findFirst()
        .map(p -> part.designator() + "." + p.number());
  }

  /** One part, or all of {@code U11-U18}; none where one of them is not there. */
  private List<String> range(String word) {
    Optional<Part> one = part(word);
    if (one.isPresent()) {
      return List.of(one.get().designator());
    }
    String[] ends = word.split("[-/]", -1);
    if (ends.length != 2 || part(ends[0]).isEmpty() || part(ends[1]).isEmpty()) {
      return List.of();
    }
    List<String> all = board.parts().stream().map(Part::designator).toList();
    int from = all.indexOf(part(ends[0]).get().designator());
    int to = all.indexOf(part(ends[1]).get().designator());
    return word.indexOf('-') > 0 && from < to
        ? all.subList(from, to + 1)
        : List.of(all.get(from), all.get(to));
  }

  /** A line by its name; a name that is a word of the language counts in capitals alone. */
  private Optional<Net> net(String word) {
    if (SYNC.matcher(word).matches()) {
      String name = "/?" + word.charAt(0) + "(?:S|SYNC|SYN)";
      return board.nets().stream()
          .filter(n -> n.name().toLowerCase(Locale.ROOT).matches(name.toLowerCase(Locale.ROOT)))
          .findFirst();
    }
    boolean aWord = word.matches("[a-z]+") || word.length() < ENOUGH_LETTERS;
    return board.nets().stream()
        .filter(n -> !board.isSupply(n.name()))
        .filter(
            n ->
                n.name().equals(word)
                    || (!aWord
                        && n.name().replace("/", "").equalsIgnoreCase(word.replace("/", ""))))
        .filter(n -> !aWord || n.name().equals(word))
        .findFirst();
  }

  /** The parts that are named; may be taken away from, as may all of these. */
  List<String> parts() {
    return parts;
  }

  List<String> pins() {
    return pins;
  }

  List<Net> nets() {
    return nets;
  }

  List<String> words() {
    return words;
  }

  /** Whether something is said between what is named: then it is not said of all of it. */
  boolean areScattered() {
    return scattered;
  }

  /** The same of parts. */
  boolean partsAreScattered() {
    return partsScattered;
  }

  boolean any(String meaning) {
    return words.stream().anyMatch(w -> speech.means(w, meaning));
  }

  boolean isVerdict(String word) {
    return speech.means(word, "bad") || speech.means(word, "good") || speech.means(word, "not");
  }
}
