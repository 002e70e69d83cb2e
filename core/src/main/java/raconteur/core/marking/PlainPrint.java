package raconteur.core.marking;

import java.text.Normalizer;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Print brought into capital letters, digits and dashes, so that it can be compared. */
final class PlainPrint {
  private static final Map<Character, String> CYRILLIC =
      Map.ofEntries(
          Map.entry('А', "A"),
          Map.entry('Б', "B"),
          Map.entry('В', "V"),
          Map.entry('Г', "G"),
          Map.entry('Д', "D"),
          Map.entry('Е', "E"),
          Map.entry('Ж', "ZH"),
          Map.entry('З', "Z"),
          Map.entry('И', "I"),
          Map.entry('К', "K"),
          Map.entry('Л', "L"),
          Map.entry('М', "M"),
          Map.entry('Н', "N"),
          Map.entry('О', "O"),
          Map.entry('П', "P"),
          Map.entry('Р', "R"),
          Map.entry('С', "S"),
          Map.entry('Т', "T"),
          Map.entry('У', "U"),
          Map.entry('Ф', "F"),
          Map.entry('Х', "KH"),
          Map.entry('Ш', "SH"),
          Map.entry('Э', "E"));
  private static final Pattern EASTERN =
      Pattern.compile("(?:E?K[A-Z]?|[A-Z])?([0-9]{3,4})([A-Z]{2})([0-9]{1,2})([A-Z]?)");

  private static final Pattern BEFORE_NUMBER =
      Pattern.compile("^([A-Z]{1,4})-(?:([0-9])-)?(?=[0-9])");
  private static final Pattern BEFORE_FOUR = Pattern.compile("^([A-Z]{2}[0-9])-(?=[0-9]{4})");
  private static final Pattern BEFORE_ROLE = Pattern.compile("-(?=(CPU|PIO|CTC|SIO|DMA|DART)\\b)");

  private PlainPrint() {}

  /** The words of a text: capital letters, digits, dash, stroke, point. */
  private static final Pattern FREQUENCY =
      Pattern.compile("(?<![A-Z0-9.,])[0-9]+(?:[.,][0-9]+)? ?[MK]HZ\\b");

  static String[] words(String text) {
    StringBuilder plain = new StringBuilder();
    String upper =
        Normalizer.normalize(text.replace('µ', 'u').replace('μ', 'u'), Normalizer.Form.NFKC)
            .toUpperCase(Locale.ROOT);
    // What a part runs at is no type number: 3.58 MHz is no 358.
    upper = FREQUENCY.matcher(upper).replaceAll(" ");
    for (int i = 0; i < upper.length(); i++) {
      char c = upper.charAt(i);
      boolean kept =
          (c >= 'A' && c <= 'Z') || (c >= '0' && c <= '9') || c == '-' || c == '/' || c == '.';
      plain.append(kept ? String.valueOf(c) : CYRILLIC.getOrDefault(c, " "));
    }
    return plain.toString().strip().split("\\s+", -1);
  }

  /**
   * Dashes between the letters and the number taken out, as in {@code AY-3-8910}; those behind the
   * number stay, they lead the speed.
   */
  static String squeezed(String word) {
    String plain = word;
    if (word.indexOf('-') >= 0) {
      plain = BEFORE_NUMBER.matcher(plain).replaceFirst("$1$2");
      plain = BEFORE_FOUR.matcher(plain).replaceFirst("$1");
      plain = BEFORE_ROLE.matcher(plain).replaceFirst("");
    }
    return plain.replace(".", "");
  }

  /** An eastern designation's parts: series, function letters with number. */
  record Eastern(String series, String function) {
    String key() {
      return series + function;
    }
  }

  /** The parts of a word built like {@code KR1533LA3}; none where it is built otherwise. */
  static Optional<Eastern> eastern(String word) {
    Matcher matcher = EASTERN.matcher(word);
    return matcher.matches()
        ? Optional.of(new Eastern(matcher.group(1), matcher.group(2) + matcher.group(3)))
        : Optional.empty();
  }
}
