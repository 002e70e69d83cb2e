package raconteur.core.finding;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.SymptomCard;

/**
 * Usual lines that come near to one nobody understood, for people to choose from: nothing of it is
 * taken unasked. Each usual line is told by the ideas in it, an idea by the words for it; a line is
 * near by the share of ideas both have (Dice's coefficient, with rare words counting more; Dice
 * 1945, doi:10.2307/1932409, and Spärck Jones 1972, doi:10.1108/eb026526).
 *
 * <p>Cost: the line is understood once more, and its words are looked up among those of some 400
 * usual lines: about 10 ms a line of ten words (measured on a shared machine).
 */
final class Nearest {
  private static final int MOST = 4;

  /** Less than this share of ideas in common says nothing. */
  private static final double ENOUGH = 0.3;

  /** So many letters that two words begin with make them one idea. */
  private static final int STEM = 4;

  private static final double SAME_STEM = 0.7;
  private static final Pattern SLOT = Pattern.compile("\\{[a-z0-9]+\\}");

  /** What an example names. */
  private static final Pattern NAMED =
      Pattern.compile("[A-Z]{1,4}[0-9]+.*|[-+]?[0-9].*|[A-Z0-9/]{2,}");

  /** What may be said of a part, and by which meanings it is told. */
  private static final List<Usual> OF_PARTS =
      List.of(
          of("{part} hot", "hot"),
          of("{part} burning", "burning"),
          of("{part} cold", "cold"),
          of("pull {part}", "pulled"),
          of("mended {part} replaced", "replaced"),
          of("mended {part} reseated", "reseated"),
          of("mended {part} cleaned", "cleaned"),
          of("mended {part} reflowed", "reflowed"),
          of("swap {part} good same", "swapped", "same"),
          of("swap {part} good cured", "swapped", "cured"),
          of("swap {part} good changed", "swapped", "changed"),
          of("piggyback {part} changed", "piggybacked", "changed"),
          of("piggyback {part} same", "piggybacked", "same"),
          of("{part} tester fail", "tester", "bad"),
          of("{part} tester pass", "tester", "good"),
          of("{part} rom differs", "rom", "bad"),
          of("{part} rom good", "rom", "good"),
          of("found {part} dead", "killed"),
          of("damage corrosion {part}", "corroded"),
          of("missing {part}", "absent"),
          of("freeze {part} changes", "cooled", "changed"),
          of("freeze {part} same", "cooled", "same"),
          of("heat {part} changes", "warmed", "changed"),
          of("tap {part} changes", "tapped", "changed"),
          of("press {part} changes", "moved", "changed"),
          of("diag {part} bad", "says", "bad"));

  /** What may be said of pins and lines. */
  private static final List<Usual> OF_LINES =
      List.of(
          of("{line} toggling", "toggling"),
          of("{line} high", "high"),
          of("{line} low", "low"),
          of("{line} 0 Hz", "still"),
          of("{line} floating", "floating"),
          of("{line} between", "between"));

  /** What of a reading is offered where its words tell nothing. */
  private static final List<String> LIKELY =
      List.of("{line} toggling", "{line} 0 Hz", "{line} high", "{line} low");

  private final Board board;
  private final SaidNames.Named named;
  private final Function<String, Understanding> usual;

  /**
   * A usual line with slots, and the ideas it is told by, each the words for it.
   *
   * @param needed whether the first of them has to be met: what is bad says nothing, what is says
   */
  private record Usual(String line, List<Set<String>> ideas, boolean needed) {
    Usual(String line, List<Set<String>> ideas) {
      this(line, ideas, false);
    }
  }

  private record Near(String line, double share) {}

  private static Usual of(String line, String... meanings) {
    return new Usual(line, Stream.of(meanings).map(m -> Speech.shipped().words(m)).toList());
  }

  private static final class Known {
    static final List<Usual> ALL = all();
    static final Map<String, Double> WEIGHTS = weights(ALL);

    /** Which usual lines a word may be of, by its letters and by the first of them. */
    static final Map<String, Set<Integer>> OF_WORDS = ofWords(ALL);

    private static List<Usual> all() {
      List<Usual> all = new ArrayList<>(OF_PARTS);
      all.addAll(OF_LINES);
      for (Rewordings.Rewording way : Rewordings.shipped().all()) {
        if (!way.line().isEmpty() && !way.line().contains(Rewordings.AND)) {
          all.add(new Usual(way.line(), ideas(way.example())));
        }
      }
      for (Speech.Shown shown : Speech.shipped().symptoms()) {
        List<Set<String>> ideas = new ArrayList<>(List.of(shown.topic()));
        shown.needs().stream().map(Speech.shipped()::words).findFirst().ifPresent(ideas::add);
        all.add(new Usual(ScreenPhrase.VERB + " " + shown.card(), ideas, true));
      }
      return List.copyOf(all);
    }

    private static Map<String, Set<Integer>> ofWords(List<Usual> all) {
      Map<String, Set<Integer>> of = new HashMap<>();
      for (int i = 0; i < all.size(); i++) {
        for (Set<String> idea : all.get(i).ideas()) {
          for (String word : idea) {
            of.computeIfAbsent(word, _ -> new LinkedHashSet<>()).add(i);
            of.computeIfAbsent(beginning(word), _ -> new LinkedHashSet<>()).add(i);
          }
        }
      }
      return of;
    }

    /** How rare each word is among usual lines. */
    private static Map<String, Double> weights(List<Usual> all) {
      Map<String, Integer> seen = new HashMap<>();
      all.forEach(u -> u.ideas().forEach(i -> i.forEach(w -> seen.merge(w, 1, Integer::sum))));
      Map<String, Double> weights = new HashMap<>();
      seen.forEach((word, times) -> weights.put(word, Math.log((1.0 + all.size()) / times)));
      return weights;
    }
  }

  private Nearest(Board board, String plain, Function<String, Understanding> usual) {
    this.board = board;
    this.named = SaidNames.named(board, plain);
    this.usual = usual;
  }

  /**
   * Usual lines that are understood on a board, the nearest first; at most {@value #MOST}.
   *
   * @param plain the line, put right in its spelling
   * @param usual understands a usual line
   */
  static List<String> lines(Board board, String plain, Function<String, Understanding> usual) {
    return new Nearest(board, plain, usual).lines();
  }

  private List<String> lines() {
    List<String> words = content(named.words().stream());
    List<Near> near = new ArrayList<>();
    words.stream()
        .flatMap(w -> Stream.of(w, beginning(w)))
        .flatMap(w -> Known.OF_WORDS.getOrDefault(w, Set.of()).stream())
        .distinct()
        .forEach(known -> add(near, Known.ALL.get(known), words));
    for (SymptomCard card : board.symptoms()) {
      add(near, new Usual(ScreenPhrase.VERB + " " + card.id(), ideas(card.title())), words);
    }
    near.sort(Comparator.comparingDouble(Near::share).reversed());
    Map<String, String> lines = new LinkedHashMap<>();
    near.forEach(n -> keep(lines, n.line()));
    if (lines.size() < MOST && !named.line().isEmpty()) {
      LIKELY.forEach(l -> filled(l).ifPresent(line -> keep(lines, line)));
    }
    return List.copyOf(lines.values());
  }

  private void keep(Map<String, String> lines, String line) {
    if (lines.size() >= MOST) {
      return;
    }
    switch (usual.apply(line)) {
      case Understanding.Understood(Statement said, _) ->
          lines.putIfAbsent(said.line(), said.line());
      // Which place is meant is asked when it is entered.
      case Understanding.Asked(Statement said, _) -> lines.putIfAbsent(said.line(), line);
      case Understanding.InTurn _,
          Understanding.Proposed _,
          Understanding.Unfinished _,
          Understanding.Refused _ -> {}
    }
  }

  private void add(List<Near> near, Usual known, List<String> words) {
    boolean told =
        !known.needed() || words.stream().anyMatch(w -> likeness(w, known.ideas().getFirst()) > 0);
    double share = share(known.ideas(), words);
    if (told && share >= ENOUGH) {
      filled(known.line()).ifPresent(line -> near.add(new Near(line, share)));
    }
  }

  /** The line with what is named in its slots; empty where nothing that fits one is named. */
  private Optional<String> filled(String line) {
    String filled =
        line.replace("{line}", named.line())
            .replace("{part}", String.join(" ", named.parts()))
            .replace("{pin}", named.pin(0))
            .replace("{pin2}", named.pin(1))
            .replace(
                "{processor}", Rewordings.processor(board).map(p -> p.designator()).orElse(""));
    boolean lacks =
        SLOT.matcher(filled).find()
            || (line.contains("{line}") && named.line().isEmpty())
            || (line.contains("{part}") && named.parts().isEmpty())
            || (line.contains("{pin}") && named.pin(0).isEmpty())
            || (line.contains("{pin2}") && named.pin(1).isEmpty());
    // What a line names has a place in the usual one, or it is another's.
    boolean passesOver =
        (!named.parts().isEmpty() && !line.contains("{part}"))
            || (named.parts().isEmpty()
                && !named.line().isEmpty()
                && !line.contains("{line}")
                && !line.contains("{pin}"));
    return lacks || passesOver ? Optional.empty() : Optional.of(filled);
  }

  /** Dice's coefficient of ideas, 0 to 1. */
  private static double share(List<Set<String>> ideas, List<String> words) {
    double met = 0;
    double told = 0;
    for (String word : words) {
      told += weight(word);
      met += ideas.stream().mapToDouble(idea -> likeness(word, idea)).max().orElse(0);
    }
    for (Set<String> idea : ideas) {
      told += idea.stream().mapToDouble(Nearest::weight).max().orElse(0);
      met += words.stream().mapToDouble(word -> likeness(word, idea)).max().orElse(0);
    }
    return told == 0 ? 0 : met / told;
  }

  private static double weight(String word) {
    return Known.WEIGHTS.getOrDefault(word, Math.log(1.0 + Known.ALL.size()) / 2);
  }

  /** How much a word and an idea have in common, at most the weight of the word. */
  private static double likeness(String word, Set<String> idea) {
    if (idea.contains(word) || Speech.isOneOf(word, idea)) {
      return weight(word);
    }
    boolean stem =
        word.length() >= STEM
            && idea.stream().anyMatch(w -> w.length() >= STEM && w.regionMatches(0, word, 0, STEM));
    return stem ? SAME_STEM * weight(word) : 0;
  }

  /** What words that are one idea have in common; shorter ones stand for themselves. */
  private static String beginning(String word) {
    String plain = word.endsWith("*") ? word.substring(0, word.length() - 1) : word;
    return plain.length() < STEM ? plain : plain.substring(0, STEM) + "…";
  }

  /** The ideas of an example: each of its words, but for what it names. */
  private static List<Set<String>> ideas(String text) {
    return content(Stream.of(text.split("[^A-Za-z0-9'/.+-]+", -1)).filter(w -> !isNamed(w)))
        .stream()
        .map(Set::of)
        .toList();
  }

  private static boolean isNamed(String word) {
    return NAMED.matcher(word).matches();
  }

  private static List<String> content(Stream<String> words) {
    Speech speech = Speech.shipped();
    Set<String> content = new LinkedHashSet<>();
    words
        .map(w -> w.toLowerCase(Locale.ROOT))
        .filter(w -> w.matches(".*[a-z].*") && !speech.isFiller(w))
        .forEach(content::add);
    return List.copyOf(content);
  }
}
