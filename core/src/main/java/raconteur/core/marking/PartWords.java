package raconteur.core.marking;

import java.util.List;
import java.util.Locale;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * What a list's words say of a part besides its type: how many pins a connector has, whether the
 * part sits in a socket. Words as people write them in a column of descriptions (common practice,
 * no source).
 */
public final class PartWords {
  private static final int MOST_WAYS = 200;
  private static final Pattern ROWS =
      Pattern.compile("(?i)(?<![0-9.])0?([1-4])\\s*[x×*]\\s*([0-9]{1,3})(?![0-9.]|\\s*[kmr]?ohm)");
  private static final Pattern WAYS =
      Pattern.compile(
          "(?i)(?<![0-9.])([0-9]{1,3})[\\s-]*"
              + "(?:ways?|pins?|pos|positions?|poles?|contacts?|conductors?|bits?|[pw])\\b");
  private static final Pattern NAMED =
      Pattern.compile(
          "(?i)\\b(?:D[ABCDE]|DIN|DI[PL][\\s-]?(?:sw|switch(?:es)?)|DSW|IDC|SIL|SIP|header|mini-?DIN|connector|plug)[\\s-]?([0-9]{1,3})\\b");
  private static final Pattern RESISTORS =
      Pattern.compile("(?i)(?<![0-9.])([0-9]{1,2})\\s*[x×*]\\s*[0-9]+(?:[.,][0-9]+)?\\s*[rkm]");
  private static final Pattern RESISTORS_AFTER =
      Pattern.compile(
          "(?i)\\b[0-9]+(?:[.,][0-9]+)?\\s*[rkm][0-9]*(?:\\s*ohms?)?\\s*[x×*]\\s*([0-9]{1,2})(?![0-9.])");
  private static final Pattern NOT_IN_ONE =
      Pattern.compile("(?i)\\b(?:not|un|no)[\\s-]?socket|socket\\s+(?:only|strip)|solder");
  private static final Pattern IN_ONE =
      Pattern.compile(
          "(?i)\\bsocketed\\b|\\bin\\s+(?:an?\\s+|its\\s+)?socket\\b"
              + "|[,;(]\\s*socket\\s*(?=$|[,;)])"
              // "crtc socket" says where a chip sits, "40 pin socket" what a part is.
              + "|(?<![0-9]\\s)\\b(?!pins?\\b|ic\\b|di[pl]\\b|ways?\\b|chip\\b|sil\\b)[a-z]+\\s+socket\\s*$");

  private static final int MOST_WORDS = 6;
  private static final Pattern PLAIN =
      Pattern.compile("[a-z][a-z/-]{2,}|[A-Z][a-z/-]{2,}|[A-Z]{3,5}|IO|I/O|io|[HV]");

  /** Which of several, and what only joins words. */
  private static final Pattern BESIDE = Pattern.compile("[0-9]{1,2}|[/&+-]|of|to|by|[A-H]");

  private static final Pattern OF_THE_PART =
      Pattern.compile(
          "(?i)(?-i:[PCS]?DI[PL])|SOIC|SOJ?|PLCC|TSOP|QFP|SM[DT]|ceramic|plastic|package|TTL|CMOS|NMOS|HMOS"
              + "|chip|used|new|old|stock|NOS|original|compatible|equivalent|clone|or|not|fitted"
              + "|tested|good|bad|dead|faulty|unknown|missing|replaced|removed|from|with");

  private PartWords() {}

  /** How many pins the words give a connector; empty where they do not say. */
  public static OptionalInt ways(String words) {
    Matcher rows = ROWS.matcher(words);
    if (rows.find()) {
      return bounded(Integer.parseInt(rows.group(1)) * Integer.parseInt(rows.group(2)));
    }
    Matcher ways = WAYS.matcher(words);
    if (ways.find()) {
      return bounded(Integer.parseInt(ways.group(1)));
    }
    Matcher named = NAMED.matcher(words);
    return named.find() ? bounded(Integer.parseInt(named.group(1))) : OptionalInt.empty();
  }

  /**
   * How many pins a row of resistors with one common pin has: 9 for {@code 8 x 4k7} and for {@code
   * 4k7 x 8}.
   */
  public static OptionalInt resistorPins(String words) {
    for (Pattern pattern : List.of(RESISTORS, RESISTORS_AFTER)) {
      Matcher resistors = pattern.matcher(words);
      if (resistors.find()) {
        return bounded(Integer.parseInt(resistors.group(1)) + 1);
      }
    }
    return ways(words);
  }

  /** Whether the words say that a connector is the board's own edge, with letters on one side. */
  public static boolean isEdge(String words) {
    return words.matches("(?is).*\\bedge\\b.*");
  }

  /**
   * The kind of socket the words put a part in; empty where they say none. A kind not named is
   * taken as the weaker one.
   */
  public static String socket(String words) {
    if (NOT_IN_ONE.matcher(words).find()) {
      return "";
    }
    if (words.matches("(?is).*\\bturned[\\s-]pin\\b.*")) {
      return "turned pin";
    }
    if (words.matches("(?is).*\\bdual[\\s-]wipe\\b.*")) {
      return "dual wipe";
    }
    return IN_ONE.matcher(words).find() || words.matches("(?is).*\\bsingle[\\s-]wipe\\b.*")
        ? "single wipe"
        : "";
  }

  /**
   * What the words say a part is there for: all but what they say of its socket and its number of
   * pins. {@code "paddle 1 (socket)"} gives {@code paddle 1}.
   */
  public static String purpose(String words) {
    String rest = words.replaceAll("(?i)\\b(?:not |un|no )-?socket(?:ed)?\\b", " ");
    rest = rest.replaceAll("(?i)\\b(?:turned[\\s-]pin|dual[\\s-]wipe|single[\\s-]wipe)\\b", " ");
    rest = rest.replaceAll("(?i)\\b(?:in\\s+(?:an?\\s+|its\\s+)?)?socket(?:ed)?\\b", " ");
    rest = WAYS.matcher(ROWS.matcher(rest).replaceAll(" ")).replaceAll(" ");
    return rest.replaceAll("[()\\[\\];,]+", " ").replaceAll("\\s+", " ").strip();
  }

  /**
   * What words behind a type number say a chip is there for: {@code reset} of {@code 556 reset}.
   * Words that its title has too say nothing of that; nothing is taken where a package, a make or a
   * condition is among them.
   *
   * @param title what the type is, in words
   */
  public static String purposeBehindType(String value, String title) {
    List<String> words = List.of(value.strip().split("[\\s,;]+", -1));
    String known = title.toLowerCase(Locale.ROOT);
    boolean plain =
        words.size() > 1
            && words.size() <= MOST_WORDS
            && words.getFirst().matches(".*[0-9].*")
            && PLAIN.matcher(words.get(1)).matches()
            && words.stream()
                .skip(1)
                .allMatch(w -> PLAIN.matcher(w).matches() || BESIDE.matcher(w).matches())
            && words.stream().noneMatch(w -> OF_THE_PART.matcher(w).matches());
    boolean tells =
        words.stream().skip(1).anyMatch(w -> !known.contains(w.toLowerCase(Locale.ROOT)));
    return plain && tells ? String.join(" ", words.subList(1, words.size())) : "";
  }

  private static OptionalInt bounded(int count) {
    return count >= 1 && count <= MOST_WAYS ? OptionalInt.of(count) : OptionalInt.empty();
  }
}
