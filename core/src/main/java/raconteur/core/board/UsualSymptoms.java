package raconteur.core.board;

import java.util.ArrayList;
import java.util.Collection;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.regex.PatternSyntaxException;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/**
 * What any board can be seen to do, for those that come without symptom cards of their own: most
 * boards that somebody typed in themselves. {@code data/usual.json} has them.
 */
public final class UsualSymptoms {
  private UsualSymptoms() {}

  public static List<SymptomCard> shipped() {
    return Holder.SHIPPED.cards();
  }

  /** The same, of these blocks alone. */
  public static List<SymptomCard> of(List<String> blocks) {
    return shipped().stream()
        .map(card -> card.renamed(block -> blocks.contains(block) ? block : ""))
        .toList();
  }

  /**
   * The cards of a board with these parts: a part that is there for what a card speaks of, such as
   * the sound, shows it when it fails, whatever block it is in.
   */
  static List<SymptomCard> of(Collection<Part> parts) {
    return shipped().stream().map(card -> withParts(card, parts)).toList();
  }

  /**
   * The same of a board with nets: what makes a line that is named for it shows a card when it
   * fails, and what else is in its block hardly ever.
   *
   * @param sorted the parts in their blocks
   * @param supplies names of nets that are no signals
   */
  static List<SymptomCard> of(
      Collection<Part> parts, Collection<Part> sorted, Collection<Net> nets, Set<String> supplies) {
    return of(parts).stream().map(card -> byLines(card, sorted, nets, supplies)).toList();
  }

  private static SymptomCard byLines(
      SymptomCard card, Collection<Part> sorted, Collection<Net> nets, Set<String> supplies) {
    Serving serving = Holder.SHIPPED.serving().get(card.id());
    if (serving == null || serving.lines().isEmpty()) {
      return card;
    }
    Set<String> makers = LinesServed.by(serving.lines(), sorted, nets, supplies);
    if (makers.isEmpty()) {
      return card;
    }
    // Of a part whose lines nobody typed it is not known what it makes.
    Set<String> known = new HashSet<>();
    nets.stream()
        .filter(net -> !supplies.contains(net.name()))
        .forEach(net -> net.path().forEach(pin -> known.add(pin.part())));
    Map<String, Double> chances = new LinkedHashMap<>(card.chances());
    for (Part part : sorted) {
      double byBlock = card.chances().getOrDefault(part.block(), 0.0);
      if (makers.contains(part.designator())) {
        chances.put(part.designator(), serving.chance());
      } else if (SHOWN_BY_SOME.contains(part.block())
          && known.contains(part.designator())
          && byBlock > 0) {
        chances.putIfAbsent(part.designator(), byBlock * LISTED_ELSEWHERE);
      }
    }
    return new SymptomCard(card.id(), card.title(), chances, card.origin());
  }

  /** Blocks whose parts each make something else. */
  private static final List<String> SHOWN_BY_SOME = List.of("video", "io");

  /**
   * What a board with cards of its own can be seen to do beside them, in its own blocks: what only
   * serves users, such as ports and keys, is what a usual board has in one block.
   *
   * @param own its cards
   * @param blocks its blocks
   */
  static List<SymptomCard> beside(
      Collection<SymptomCard> own, List<String> blocks, Collection<Part> parts) {
    Set<String> ids = new HashSet<>();
    own.forEach(card -> ids.add(card.id()));
    List<SymptomCard> beside = new ArrayList<>();
    for (SymptomCard card : of(parts)) {
      boolean covered =
          ids.contains(card.id())
              || otherWords().entrySet().stream()
                  .anyMatch(w -> w.getValue().equals(card.id()) && ids.contains(w.getKey()));
      if (!covered) {
        beside.add(inBlocks(card, blocks));
      }
    }
    return beside;
  }

  private static SymptomCard inBlocks(SymptomCard card, List<String> blocks) {
    Map<String, Double> chances = new LinkedHashMap<>(card.chances());
    double forUsers = card.chances().getOrDefault(FOR_USERS, 0.0);
    FOR_USERS_TOO.stream()
        .filter(blocks::contains)
        .forEach(block -> chances.putIfAbsent(block, forUsers));
    return new SymptomCard(card.id(), card.title(), chances, card.origin());
  }

  private static final String FOR_USERS = "io";
  private static final List<String> FOR_USERS_TOO = List.of("keyboard", "sound", "expansion");

  /** What is listed for something else shows this so much less often. */
  private static final double LISTED_ELSEWHERE = 0.1;

  private static SymptomCard withParts(SymptomCard card, Collection<Part> parts) {
    Serving serving = Holder.SHIPPED.serving().get(card.id());
    if (serving == null) {
      return card;
    }
    Map<String, Double> chances = new LinkedHashMap<>(card.chances());
    List<Part> serve =
        parts.stream()
            .filter(part -> saysOneOf(part.called() + " " + title(part), serving.words()))
            .filter(part -> !saysOneOf(part.called(), serving.not()))
            .toList();
    double forUsers = card.chances().getOrDefault(FOR_USERS, 0.0);
    if (!serve.isEmpty()) {
      parts.stream()
          .filter(part -> !part.purpose().isBlank())
          .filter(part -> blockByWords(part).orElse(part.block()).equals(FOR_USERS))
          .forEach(part -> chances.put(part.designator(), forUsers * LISTED_ELSEWHERE));
    }
    serve.forEach(part -> chances.put(part.designator(), serving.chance()));
    return new SymptomCard(card.id(), card.title(), chances, card.origin());
  }

  /** The block a part is in by the words it is called by; empty where they do not say. */
  static Optional<String> blockByWords(Part part) {
    return Holder.SHIPPED.blockWords().entrySet().stream()
        .filter(block -> saysOneOf(part.called(), block.getValue()))
        .map(Map.Entry::getKey)
        .findFirst();
  }

  /**
   * What a chip is, where nobody says what it is there for: a sound generator. An op amp may be
   * there for anything.
   */
  private static String title(Part part) {
    boolean tells = part.purpose().isBlank() && !part.device().title().contains("op amp");
    return tells ? part.device().title() : "";
  }

  private static boolean saysOneOf(String said, Collection<String> words) {
    String called = " " + said.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", " ") + " ";
    return words.stream()
        .anyMatch(w -> called.contains(" " + w + " ") || called.contains(" " + w + "s "));
  }

  /** What else people call a symptom, by what they say. */
  public static Map<String, String> otherWords() {
    return Holder.SHIPPED.otherWords();
  }

  /**
   * What the file says.
   *
   * @param otherWords the word of a card by what else it is called
   * @param serving by card, the parts that show it when they fail
   * @param blockWords words that say a part's block, in the order they are asked
   */
  record Read(
      List<SymptomCard> cards,
      Map<String, String> otherWords,
      Map<String, Serving> serving,
      Map<String, List<String>> blockWords) {
    Read {
      cards = List.copyOf(cards);
      otherWords = Map.copyOf(otherWords);
      serving = Map.copyOf(serving);
      blockWords = Collections.unmodifiableMap(new LinkedHashMap<>(blockWords));
    }
  }

  /**
   * Parts that show a symptom when they fail.
   *
   * @param words they are called by one of these
   * @param not and by none of these
   * @param lines or make a line of one of these names
   */
  record Serving(List<String> words, List<String> not, List<Pattern> lines, double chance) {
    Serving {
      words = List.copyOf(words);
      not = List.copyOf(not);
      lines = List.copyOf(lines);
    }
  }

  static Loaded<Read> read(String fileName, String text) {
    return DataFile.read(fileName, text, (root, _) -> cards(root));
  }

  private static Read cards(Datum root) {
    root.get("format").oneOf(Map.of("raconteur-usual/1", true));
    root.onlyKnows(Set.of("format", "origin", "blocks", "symptoms"));
    String origin = root.get("origin").text();
    Set<String> blocks =
        new HashSet<>(
            BoardContents.empty(new BoardIdentity("", "", "", "", "", 0, 0, false, true)).blocks());
    blocks.add(UsualBlocks.UNSORTED);
    List<SymptomCard> cards = new ArrayList<>();
    Map<String, String> otherWords = new LinkedHashMap<>();
    Map<String, Serving> serving = new LinkedHashMap<>();
    Map<String, List<String>> blockWords = new LinkedHashMap<>();
    root.get("blocks")
        .entries()
        .forEach(
            (block, words) -> {
              if (!blocks.contains(block)) {
                throw words.wrong("a board begins without a block called \"" + block + "\"");
              }
              blockWords.put(block, words.items().stream().map(Datum::text).toList());
            });
    for (Datum item : root.get("symptoms").items()) {
      item.onlyKnows(
          Set.of(
              "symptom",
              "also",
              "title",
              "chances",
              "parts for",
              "but not for",
              "lines for",
              "chance of those"));
      String id = item.get("symptom").text();
      for (Datum word : item.get("also").items()) {
        if (otherWords.put(word.text(), id) != null) {
          throw word.wrong("\"" + word.text() + "\" is said of two symptoms");
        }
      }
      Map<String, Double> chances = new LinkedHashMap<>();
      item.get("chances")
          .entries()
          .forEach(
              (block, chance) -> {
                if (!blocks.contains(block)) {
                  throw chance.wrong("a board begins without a block called \"" + block + "\"");
                }
                chances.put(block, chance.between(0, 1));
              });
      if (item.has("parts for")) {
        serving.put(
            id,
            new Serving(
                item.get("parts for").items().stream().map(Datum::text).toList(),
                item.itemsOrNone("but not for").stream().map(Datum::text).toList(),
                item.itemsOrNone("lines for").stream().map(UsualSymptoms::name).toList(),
                item.get("chance of those").between(0, 1)));
      }
      cards.add(new SymptomCard(id, item.get("title").text(), chances, origin));
    }
    return new Read(cards, otherWords, serving, blockWords);
  }

  private static Pattern name(Datum said) {
    try {
      return Pattern.compile(said.text(), Pattern.CASE_INSENSITIVE);
    } catch (PatternSyntaxException e) {
      throw said.wrong("not a regular expression: " + e.getDescription());
    }
  }

  private static final class Holder {
    static final Read SHIPPED =
        DataFile.shipped(
            UsualSymptoms.class,
            "/raconteur/core/data/usual.json",
            text -> read("usual.json", text));
  }
}
