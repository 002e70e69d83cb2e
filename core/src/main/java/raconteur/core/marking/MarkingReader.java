package raconteur.core.marking;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.marking.MarkingRules.Group;

/**
 * Tells what device the print on a part means: letters before the number, family, speed, package
 * and temperature behind it, a date code beside it, second sources under their own numbers.
 *
 * <p>A prefix has to be one of those known and what follows the number has to look like a suffix;
 * so a longer number is never taken for a shorter one. The longest type number found in the print
 * counts. Where two remain it is asked. Cost: a few hundred look-ups a marking.
 */
public final class MarkingReader {
  private static final int LONGEST = 200;
  private static final int MOST_WORDS = 16;
  private static final int MOST_JOINED = 5;
  private static final int LONGEST_PREFIX = 5;
  private static final int SHORTEST_NUMBER = 3;
  private static final Pattern SUFFIX =
      Pattern.compile(
          "(?:[A-Z]{1,5}[0-9]{0,2}[A-Z]{0,3}[0-9]?[A-Z]{0,2})?(?:[-/][A-Z0-9]{1,8}){0,3}");
  private static final Pattern SEVENTY_FOUR =
      Pattern.compile("([A-Z]{0,4})(54|74)([A-Z]{0,4})([0-9]{2,5})(.*)");
  private static final Pattern BARE = Pattern.compile("([A-Z]{1,3})([0-9]{2,4})(.*)");
  private static final Pattern TRANSISTOR =
      Pattern.compile("(BC[0-9]|[A-Z]{3}|2S[A-D])[0-9]{2,4}[A-Z]{0,2}(?:-[A-Z0-9]{1,3})?");
  private static final Pattern DATE = Pattern.compile("[A-Z]?[6-9][0-9](0[1-9]|[1-4][0-9]|5[0-3])");
  private static final Pattern TYPE = Pattern.compile("(?=.*[0-9])[A-Z0-9][A-Z0-9/-]+");

  private final DeviceLibrary library;
  private final MarkingRules rules;
  private final Map<String, Set<String>> byPrint = new LinkedHashMap<>();
  private final Set<String> names = new HashSet<>();
  private int longestPrint;

  /** A reader of the markings of a library's devices; cost: linear in them. */
  public MarkingReader(DeviceLibrary library) {
    this(library, MarkingRules.shipped());
  }

  MarkingReader(DeviceLibrary library, MarkingRules rules) {
    this.library = library;
    this.rules = rules;
    for (Device device : library.all()) {
      names.add(device.name());
      if (TYPE.matcher(device.name()).matches() && !device.isUnknown()) {
        known(device.name(), device);
      }
      device.facts().also().forEach(print -> known(print, device));
    }
  }

  private void known(String print, Device device) {
    String key =
        PlainPrint.eastern(print)
            .filter(e -> print.startsWith("K"))
            .map(PlainPrint.Eastern::key)
            .orElse(PlainPrint.squeezed(print));
    byPrint.computeIfAbsent(key, _ -> new LinkedHashSet<>()).add(device.name());
    longestPrint = Math.max(longestPrint, key.length());
  }

  /** What a part's print means; any text is taken. */
  public Marking read(String text) {
    if (text.isBlank() || text.length() > LONGEST) {
      return new Marking.Unknown();
    }
    Optional<Device> asWritten = library.find(text.strip());
    if (asWritten.isPresent() && isPlainName(text.strip())) {
      return new Marking.Known(asWritten.get(), "its name");
    }
    String[] words = PlainPrint.words(text);
    List<Found> found = new ArrayList<>();
    for (int from = 0; from < Math.min(words.length, MOST_WORDS); from++) {
      StringBuilder joined = new StringBuilder();
      for (int to = from; to < Math.min(words.length, from + MOST_JOINED); to++) {
        joined.append(words[to]);
        int first = from;
        int last = to;
        word(joined.toString())
            .ifPresent(m -> found.add(new Found(first, last, m, isDate(words, first, last))));
      }
    }
    return together(found);
  }

  /**
   * What a part of that print is where its type number is known and its pins are described nowhere:
   * {@code sound generator}. Empty for anything else.
   */
  public Optional<String> called(String text) {
    if (text.length() > LONGEST) {
      return Optional.empty();
    }
    String[] words = PlainPrint.words(text);
    return IntStream.range(0, Math.min(words.length, MOST_WORDS))
        .boxed()
        .flatMap(
            i ->
                Stream.concat(
                    calledByWord(words[i]).stream(),
                    i + 1 < words.length
                        ? calledByWord(words[i] + words[i + 1]).stream()
                        : Stream.empty()))
        .findFirst();
  }

  private Optional<String> calledByWord(String written) {
    String word = PlainPrint.squeezed(written);
    for (int length = word.length(); length >= SHORTEST_NUMBER; length--) {
      for (int from = 0; from <= Math.min(LONGEST_PREFIX, word.length() - length); from++) {
        String core = word.substring(from, from + length);
        String is = rules.called().get(core);
        if (is != null
            && SUFFIX.matcher(word.substring(from + length)).matches()
            && (from == 0
                || (isPrefix(word.substring(0, from)) && Character.isDigit(core.charAt(0))))) {
          return Optional.of(is);
        }
      }
    }
    return Optional.empty();
  }

  /**
   * Whether a text is printed on a chip of the 54 or 74 series, also where the library has no such
   * number.
   */
  public boolean isOfTheSeries(String text) {
    return text.length() <= LONGEST
        && Arrays.stream(PlainPrint.words(text))
            .map(SEVENTY_FOUR::matcher)
            .anyMatch(
                m ->
                    m.matches()
                        && !(m.group(1) + m.group(3)).isEmpty()
                        && (m.group(1).isEmpty() || mayBeginLogic(m.group(1)))
                        && rules.families().contains(m.group(3))
                        && SUFFIX.matcher(m.group(5)).matches());
  }

  private boolean mayBeginLogic(String letters) {
    return rules.prefixes().getOrDefault(Group.SEVENTY_FOUR, Set.of()).contains(letters);
  }

  /** Names of parts without a type number, such as {@code crystal}, and of the board's own. */
  private boolean isPlainName(String name) {
    return !rules.toAsk().containsKey(name)
        && (names.contains(name) || name.matches("(connector|resistor-pack|dip-switch)-[0-9]+"));
  }

  /** A match in the words from first to last. */
  private record Found(int first, int last, Marking marking, boolean date) {
    boolean within(Found other) {
      return !equals(other)
          && other.first <= first
          && last <= other.last
          && other.last - other.first > last - first;
    }
  }

  private static boolean isDate(String[] words, int first, int last) {
    return first == last && DATE.matcher(words[first]).matches();
  }

  private static Marking together(List<Found> all) {
    List<Found> outermost = all.stream().filter(f -> all.stream().noneMatch(f::within)).toList();
    List<Found> plain = outermost.stream().filter(f -> !f.date()).toList();
    List<Found> counted = plain.isEmpty() ? outermost : plain;
    Map<String, Device> devices = new LinkedHashMap<>();
    for (Found found : counted) {
      switch (found.marking()) {
        case Marking.Known known -> devices.put(known.device().name(), known.device());
        case Marking.Ask ask -> ask.candidates().forEach(d -> devices.put(d.name(), d));
        case Marking.Unknown _ -> {}
      }
    }
    if (devices.isEmpty()) {
      return new Marking.Unknown();
    }
    Optional<Marking> ask =
        counted.stream().map(Found::marking).filter(m -> m instanceof Marking.Ask).findFirst();
    if (ask.isPresent()) {
      return ask.get();
    }
    return devices.size() == 1
        ? counted.getFirst().marking()
        : new Marking.Ask(List.copyOf(devices.values()), "two type numbers stand there");
  }

  /** What one word means; none where it means nothing. */
  private Optional<Marking> word(String written) {
    Optional<PlainPrint.Eastern> eastern = PlainPrint.eastern(written);
    if (eastern.isPresent()) {
      Optional<Marking> known = eastern(eastern.get());
      if (known.isPresent()) {
        return known;
      }
    }
    String word = PlainPrint.squeezed(written);
    return typeNumber(word)
        .or(() -> seventyFour(word))
        .or(() -> bareFamily(word))
        .or(() -> transistor(word));
  }

  private Optional<Marking> transistor(String word) {
    Matcher matcher = TRANSISTOR.matcher(word);
    return matcher.matches()
        ? Optional.ofNullable(rules.transistors().get(matcher.group(1)))
            .flatMap(library::find)
            .map(d -> new Marking.Known(d, "how its type number begins"))
        : Optional.empty();
  }

  private Optional<Marking> eastern(PlainPrint.Eastern parts) {
    Set<String> names = byPrint.getOrDefault(parts.key(), Set.of());
    if (!names.isEmpty()) {
      return Optional.of(oneOf(names, "an equivalent of"));
    }
    String family = rules.easternFamilies().get(parts.series());
    String number = rules.easternFunctions().get(parts.function());
    return family == null || number == null
        ? Optional.empty()
        : logic("74", family.substring(2), number, "an equivalent of");
  }

  /** The longest known type number in a word whose prefix and suffix may stand there. */
  private Optional<Marking> typeNumber(String word) {
    for (int length = Math.min(longestPrint, word.length()); length >= 2; length--) {
      for (int from = 0; from <= Math.min(LONGEST_PREFIX, word.length() - length); from++) {
        String core = word.substring(from, from + length);
        String rest = word.substring(from + length);
        String prefix = word.substring(0, from);
        if ((!byPrint.containsKey(core) && !rules.toAsk().containsKey(core))
            || !SUFFIX.matcher(rest).matches()) {
          continue;
        }
        Set<String> fitting = new LinkedHashSet<>();
        for (String name : byPrint.getOrDefault(core, Set.of())) {
          if (mayLead(prefix, core, library.find(name).orElseThrow())) {
            fitting.add(name);
          }
        }
        MarkingRules.Doubtful doubtful = rules.toAsk().get(core);
        if (doubtful != null && saysLittle(prefix, fitting)) {
          return Optional.of(ask(doubtful));
        }
        if (!fitting.isEmpty()) {
          return Optional.of(
              oneOf(fitting, fitting.contains(core) ? "its type number" : "another number of"));
        }
      }
    }
    return Optional.empty();
  }

  private Marking ask(MarkingRules.Doubtful doubtful) {
    return new Marking.Ask(
        doubtful.mayBe().stream().map(name -> library.find(name).orElseThrow()).toList(),
        doubtful.why());
  }

  /** Whether the letters before a doubtful number leave it as doubtful as it is. */
  private boolean saysLittle(String prefix, Set<String> fitting) {
    return prefix.length() <= 1 || prefix.equals("UPD") || (fitting.isEmpty() && isPrefix(prefix));
  }

  private boolean isPrefix(String letters) {
    return rules.prefixes().values().stream().anyMatch(p -> p.contains(letters));
  }

  private boolean mayLead(String prefix, String core, Device device) {
    if (prefix.isEmpty()) {
      return core.length() >= SHORTEST_NUMBER;
    }
    if (Character.isLetter(core.charAt(0))) {
      return false;
    }
    Group group = group(core, device);
    return rules.prefixes().getOrDefault(group, Set.of()).contains(prefix)
        && (core.length() > SHORTEST_NUMBER || group == Group.LINEAR);
  }

  private static Group group(String core, Device device) {
    if (device.name().startsWith("74")) {
      return core.startsWith("74") ? Group.SEVENTY_FOUR : Group.OTHER;
    }
    if (device.isSmallLogic() && device.pinNamed("VDD").isPresent()) {
      return Group.FOUR_THOUSAND;
    }
    return device.isAnalogue() || device.isRegulator() || device.isLineDriver()
        ? Group.LINEAR
        : Group.OTHER;
  }

  private Marking oneOf(Set<String> names, String by) {
    List<Device> devices = names.stream().map(n -> library.find(n).orElseThrow()).toList();
    return devices.size() == 1
        ? new Marking.Known(
            devices.getFirst(), by.endsWith(" of") ? by + " the " + devices.getFirst().name() : by)
        : new Marking.Ask(devices, "parts of different pins were sold under this number");
  }

  private Optional<Marking> seventyFour(String word) {
    Matcher matcher = SEVENTY_FOUR.matcher(word);
    if (!matcher.matches()
        || !SUFFIX.matcher(matcher.group(5)).matches()
        || !(matcher.group(1).isEmpty() || mayBeginLogic(matcher.group(1)))) {
      return Optional.empty();
    }
    return logic(matcher.group(2), matcher.group(3), matcher.group(4), "its type number");
  }

  private Optional<Marking> logic(String series, String family, String number, String by) {
    if (!rules.families().contains(family)
        || rules.otherPins().getOrDefault(family, Set.of()).contains(number)) {
      return Optional.empty();
    }
    Set<String> own = byPrint.getOrDefault("74" + family + number, Set.of());
    if (!own.isEmpty()) {
      return Optional.of(oneOf(own, by));
    }
    return library
        .find(series + family + number)
        .map(d -> new Marking.Known(d, by.endsWith(" of") ? by + " the " + d.name() : by));
  }

  private Optional<Marking> bareFamily(String word) {
    Matcher matcher = BARE.matcher(word);
    if (!matcher.matches() || !SUFFIX.matcher(matcher.group(3)).matches()) {
      return Optional.empty();
    }
    String family = matcher.group(1);
    Optional<Marking> logic =
        rules.bareFamilies().contains(family) || rules.bareToAsk().contains(family)
            ? logic("74", family, matcher.group(2), "its family and number")
            : Optional.empty();
    return rules.bareFamilies().contains(family)
        ? logic
        : logic.map(
            m ->
                m instanceof Marking.Known known
                    ? new Marking.Ask(
                        List.of(known.device()), "it may be a part of the 74 series, or another")
                    : m);
  }
}
