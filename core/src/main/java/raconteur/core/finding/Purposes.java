package raconteur.core.finding;

import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.WeakHashMap;
import java.util.stream.IntStream;
import raconteur.core.board.Board;

/**
 * Parts by what they are there for, in the words of whoever listed them: {@code left paddle} finds
 * every part that is listed with both words. Cost: linear in the parts of the board.
 */
final class Purposes {
  /** What a thing is called that a list may call by its name alone. */
  private static final Set<String> ADDS_NOTHING =
      Set.of(
          "button",
          "key",
          "knob",
          "control",
          "pot",
          "switch",
          "port",
          "socket",
          "slot",
          "jack",
          "connector",
          "plug",
          "circuit",
          "section",
          "output",
          "input",
          "signal",
          "line",
          "lamp",
          "light");

  /** What a board does, and no part is there for. */
  private static final Set<String> DOES =
      Set.of("resets", "hangs", "crashes", "freezes", "stops", "starts", "locks", "boots");

  private static final Set<String> SAYS_NOTHING =
      Set.of(
          "the", "of", "on", "in", "at", "any", "is", "are", "all", "from", "to", "with", "and",
          "or", "but", "by", "its", "it", "not", "always");

  /** A point in a number parts no words: 3.6V is not for player 3. */
  private static final String BETWEEN_WORDS = "(?:[^a-z0-9.]|(?<![0-9])\\.|\\.(?![0-9]))+";

  /** Beginnings of words as lists have them: prog, char, attr. */
  private static final Set<String> CUT_SHORT =
      Set.of("prog", "char", "attr", "disp", "addr", "mult", "freq", "batt", "keyb", "conn");

  /** What lists call a thing that people at a screen call otherwise. */
  private static final Map<String, Set<String>> OTHER_WORDS =
      Map.of(
          "background", Set.of("tile", "playfield", "scroll"),
          "playfield", Set.of("tile", "background"),
          "object", Set.of("sprite"),
          "sprite", Set.of("object"),
          "coil", Set.of("solenoid"),
          "letter", Set.of("character", "char", "font", "chargen"),
          "text", Set.of("character", "char", "font", "chargen"),
          "tape", Set.of("cassette"),
          "cassette", Set.of("tape"));

  /** So many letters of a word are enough for it. */
  private static final int ENOUGH_LETTERS = 4;

  private Purposes() {}

  /**
   * The parts whose words hold every word said; none where nothing was said. Words such as button
   * or jack need not stand there, but where they do those parts are meant.
   */
  static List<String> parts(Board board, String said) {
    if (DOES.contains(said.strip().toLowerCase(Locale.ROOT))) {
      return List.of();
    }
    List<String> words = words(said);
    List<Listed> all = listed(board).stream().filter(part -> serves(part.words(), words)).toList();
    List<Listed> exact = all.stream().filter(p -> p.words().containsAll(words)).toList();
    boolean general = words.stream().anyMatch(ADDS_NOTHING::contains);
    return (general && !exact.isEmpty() ? exact : all).stream().map(Listed::part).toList();
  }

  /**
   * The one part that is listed with all of several words as they stand; empty for none or more.
   */
  static Optional<String> only(Board board, List<String> said) {
    if (said.stream().map(w -> w.toLowerCase(Locale.ROOT)).anyMatch(SAYS_NOTHING::contains)) {
      return Optional.empty();
    }
    List<String> words = words(String.join(" ", said));
    List<Listed> exact =
        listed(board).stream().filter(p -> p.words().containsAll(words)).limit(2).toList();
    return words.size() > 1 && exact.size() == 1
        ? Optional.of(exact.getFirst().part())
        : Optional.empty();
  }

  /** A part and the words it is listed with. */
  private record Listed(String part, List<String> words) {}

  /* At every key every few words of a line are looked up: a board's own are taken apart once. */
  private static final Map<Board, List<Listed>> LISTED =
      Collections.synchronizedMap(new WeakHashMap<>());

  private static List<Listed> listed(Board board) {
    return LISTED.computeIfAbsent(
        board,
        b ->
            b.parts().stream()
                .map(p -> new Listed(p.designator(), words(p.called())))
                .filter(p -> !p.words().isEmpty())
                .toList());
  }

  /** What boards and people do: no sign by itself that a part listed with the word is meant. */
  private static final Set<String> DONE =
      Set.of(
          "work", "run", "read", "write", "start", "test", "high", "low", "data", "even", "odd",
          "upper", "lower", "line", "count", "select", "enable", "clock", "load", "output",
          "input");

  /**
   * A word of a line that parts are listed for, and those parts: a line nobody knows may be of it.
   */
  static Optional<Near> near(Board board, String line) {
    List<String> words = words(line);
    return IntStream.range(0, words.size())
        .filter(i -> words.get(i).length() >= ENOUGH_LETTERS)
        .filter(i -> !ADDS_NOTHING.contains(words.get(i)) && !DONE.contains(words.get(i)))
        .filter(i -> !thereFor(board, words.get(i)).isEmpty())
        .mapToObj(i -> asManyAsServe(board, words, i))
        .findFirst();
  }

  /** With the words behind it, as long as some part is listed with all: left paddle, not left. */
  private static Near asManyAsServe(Board board, List<String> words, int from) {
    Near near = new Near(words.get(from), thereFor(board, words.get(from)));
    for (int to = from + 2; to <= words.size(); to++) {
      String more = String.join(" ", words.subList(from, to));
      List<String> parts = parts(board, more);
      if (parts.isEmpty()) {
        return near;
      }
      near = new Near(more, parts);
    }
    return near;
  }

  /** Those listed with a word that does not only say what type they are: a shift register. */
  private static List<String> thereFor(Board board, String word) {
    return parts(board, word).stream()
        .filter(
            part ->
                board
                    .part(part)
                    .map(p -> p.device().title().toLowerCase(Locale.ROOT))
                    .filter(title -> title.contains(word))
                    .isEmpty())
        .toList();
  }

  /** A word and the parts that are listed with it. */
  record Near(String word, List<String> parts) {
    Near {
      parts = List.copyOf(parts);
    }
  }

  /** Whether some part is there for a thing that begins with a word. */
  static boolean begin(Board board, String word) {
    return !parts(board, word).isEmpty();
  }

  private static boolean serves(List<String> own, List<String> said) {
    return said.stream().anyMatch(word -> isOneOf(word, own))
        && said.stream().allMatch(word -> ADDS_NOTHING.contains(word) || isOneOf(word, own));
  }

  private static boolean isOneOf(String said, List<String> own) {
    return own.stream().anyMatch(o -> isMeant(said, o));
  }

  private static boolean isMeant(String said, String own) {
    return said.equals(own)
        || (said.length() >= ENOUGH_LETTERS && own.startsWith(said))
        || (own.length() >= ENOUGH_LETTERS && said.startsWith(own) && CUT_SHORT.contains(own))
        || OTHER_WORDS.getOrDefault(said, Set.of()).contains(own);
  }

  private static List<String> words(String text) {
    return Arrays.stream(text.toLowerCase(Locale.ROOT).split(BETWEEN_WORDS, -1))
        .filter(w -> !w.isEmpty() && !SAYS_NOTHING.contains(w))
        .map(Purposes::one)
        .toList();
  }

  /** Of several, one. */
  private static String one(String word) {
    if (word.matches(".{2,}(?:ch|sh|x)es")) {
      return word.substring(0, word.length() - 2);
    }
    return word.length() > 3 && word.endsWith("s") && !word.endsWith("ss")
        ? word.substring(0, word.length() - 1)
        : word;
  }
}
