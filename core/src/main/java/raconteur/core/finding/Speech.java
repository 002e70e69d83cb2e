package raconteur.core.finding;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;

/**
 * What words mean as they fall at a bench, from {@code speech.json}.
 *
 * @param fillers words that mean nothing
 * @param meanings the words of every meaning; a star ends the beginning of a word
 * @param symptoms which words are about what the board shows, the first that fits
 */
record Speech(Set<String> fillers, Map<String, Set<String>> meanings, List<Shown> symptoms) {

  /**
   * Words for a symptom.
   *
   * @param card the usual card
   * @param topic words one of which must stand there
   * @param needs meanings one of which must be there too; none where the topic is enough
   * @param unless meanings none of which may be there
   */
  record Shown(String card, Set<String> topic, Set<String> needs, Set<String> unless) {
    Shown {
      topic = Set.copyOf(topic);
      needs = Set.copyOf(needs);
      unless = Set.copyOf(unless);
    }

    boolean isAbout(String word) {
      return isOneOf(word, topic);
    }
  }

  private static final class Holder {
    static final Speech SHIPPED =
        DataFile.shipped(
            Speech.class, "/raconteur/core/data/speech.json", t -> read("speech.json", t));
  }

  Speech {
    fillers = Set.copyOf(fillers);
    symptoms = List.copyOf(symptoms);
  }

  /** The one that ships with the application. */
  static Speech shipped() {
    return Holder.SHIPPED;
  }

  /** Reads a file of words. */
  static Loaded<Speech> read(String fileName, String text) {
    return DataFile.read(fileName, text, (root, issues) -> speech(root));
  }

  private static Speech speech(Datum root) {
    root.get("format").oneOf(Map.of("raconteur-speech/1", true));
    root.onlyKnows(Set.of("format", "origin", "notes", "fillers", "words", "symptoms"));
    Map<String, Set<String>> meanings = new LinkedHashMap<>();
    root.get("words").entries().forEach((meaning, words) -> meanings.put(meaning, texts(words)));
    List<Shown> symptoms = new ArrayList<>();
    for (Datum row : root.get("symptoms").items()) {
      row.onlyKnows(Set.of("card", "topic", "needs", "unless"));
      Set<String> needs = texts(row.get("needs"));
      Set<String> unless = new LinkedHashSet<>();
      row.itemsOrNone("unless").forEach(item -> unless.add(item.text()));
      for (String meaning : Stream.concat(needs.stream(), unless.stream()).toList()) {
        if (!meanings.containsKey(meaning)) {
          throw row.wrong("no words mean " + meaning);
        }
      }
      symptoms.add(new Shown(row.get("card").text(), texts(row.get("topic")), needs, unless));
    }
    return new Speech(texts(root.get("fillers")), meanings, symptoms);
  }

  private static Set<String> texts(Datum list) {
    Set<String> texts = new LinkedHashSet<>();
    list.items().forEach(item -> texts.add(item.text()));
    return texts;
  }

  static boolean isOneOf(String word, Set<String> words) {
    return words.contains(word)
        || words.stream()
            .anyMatch(w -> w.endsWith("*") && word.startsWith(w.substring(0, w.length() - 1)));
  }

  private static final List<String> STATE =
      List.of("toggling", "high", "low", "floating", "between", "still", "not");

  private static final Set<String> STUCK =
      Set.of("stuck", "always", "permanently", "constantly", "pegged", "forever");

  static final Pattern VOLTS = Pattern.compile("-?[0-9]+(?:[.,][0-9]+)?v(?:olts?)?");

  private static final Pattern HERTZ = Pattern.compile("([0-9]+(?:[.,][0-9]+)?)([km]?)hz");

  /** Whether a word, in small letters, is volts or a frequency. */
  static boolean isMeasured(String word) {
    return VOLTS.matcher(word).matches() || HERTZ.matcher(word).matches();
  }

  private static String measured(String word) {
    Matcher hertz = HERTZ.matcher(word);
    return hertz.matches()
        ? hertz.group(1) + " " + hertz.group(2).replace('m', 'M') + "Hz"
        : word.replaceAll("v.*", "") + " V";
  }

  /**
   * What words say that a probe shows; empty where none does, where they say two things at once, or
   * of a level that it is not there, or not always.
   */
  Optional<String> state(List<String> words) {
    if (Stream.of("toggling", "high", "low", "floating", "between")
            .filter(m -> any(words, m))
            .count()
        > 1) {
      return Optional.empty();
    }
    Optional<String> measured =
        words.stream().filter(Speech::isMeasured).findFirst().map(Speech::measured);
    if (measured.isPresent() && measured.get().endsWith("Hz")) {
      return measured.filter(_ -> !any(words, "not"));
    }
    if (words.contains("never") && (any(words, "high") || any(words, "low"))) {
      // What never goes low stays high, and should not.
      return Optional.of(PinPhrase.STUCK + (any(words, "high") ? " low" : " high"));
    }
    if (any(words, "toggling")) {
      boolean stands = any(words, "still") && !any(words, "speed");
      return Optional.of(any(words, "not") || stands ? "0 Hz" : "toggling");
    }
    for (String level : List.of("high", "low", "floating", "between")) {
      if (any(words, level)) {
        boolean stands =
            words.stream().anyMatch(w -> means(w, "still") && !means(w, "held") && !isFiller(w));
        return stands || any(words, "not") || any(words, "speed")
            ? Optional.empty()
            : Optional.of(isStuck(words, level) ? PinPhrase.STUCK + " " + level : level);
      }
    }
    if (measured.isPresent()) {
      // Of volts that are missing the figure says what there should be.
      return measured.filter(_ -> !any(words, "not"));
    }
    return any(words, "still") ? Optional.of("0 Hz") : Optional.empty();
  }

  /** Whether who says a level says that it should not stand there. */
  private static boolean isStuck(List<String> words, String level) {
    return words.stream().anyMatch(STUCK::contains)
        && (level.equals("high") || level.equals("low"));
  }

  private boolean any(List<String> words, String meaning) {
    return words.stream().anyMatch(w -> means(w, meaning));
  }

  /** Whether a word is of what a probe shows. */
  boolean isOfAState(String word) {
    return isMeasured(word) || STATE.stream().anyMatch(m -> means(word, m));
  }

  /** Whether a word has a meaning at all, or is known to have none. */
  boolean isKnown(String word) {
    return isFiller(word) || meanings.keySet().stream().anyMatch(m -> means(word, m));
  }

  boolean isFiller(String word) {
    return fillers.contains(word);
  }

  /** The words for a meaning. */
  Set<String> words(String meaning) {
    return meanings.get(meaning);
  }

  /** Whether a word may mean this. */
  boolean means(String word, String meaning) {
    Set<String> words = meanings.get(meaning);
    if (words == null) {
      throw new IllegalArgumentException("no words mean " + meaning);
    }
    return isOneOf(word, words);
  }
}
