package raconteur.core.keys;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/**
 * What each key was seen to do; a key that was not tried is not in it.
 *
 * @param states by key
 */
public record KeysSeen(Map<KeyMatrix.Key, KeyState> states) {
  public static final KeysSeen NOTHING = new KeysSeen(Map.of());
  private static final String REST = "rest";

  public KeysSeen {
    states = Map.copyOf(states);
  }

  /** What came of typed words. */
  public sealed interface Read {}

  public record Ok(KeysSeen seen) implements Read {}

  /** One sentence on what would be accepted. */
  public record Refused(String sentence) implements Read {}

  /** The same with one key otherwise; untried where there is no state. */
  public KeysSeen with(KeyMatrix.Key key, Optional<KeyState> state) {
    Map<KeyMatrix.Key, KeyState> next = new LinkedHashMap<>(states);
    state.ifPresentOrElse(s -> next.put(key, s), () -> next.remove(key));
    return new KeysSeen(next);
  }

  /**
   * Reads {@code dead Q W ROW3; doubtful P; works rest}: a state, then keys or whole lines; {@code
   * rest} is every key not named before. A name that is both a key and a line is the key.
   */
  public static Read read(KeyMatrix matrix, String typed) {
    Map<KeyMatrix.Key, KeyState> states = new LinkedHashMap<>();
    for (String part : typed.split("[;\\n]", -1)) {
      String[] words = part.strip().split("[\\s,]+", -1);
      if (words[0].isEmpty()) {
        continue;
      }
      Optional<KeyState> state =
          Arrays.stream(KeyState.values())
              .filter(s -> s.word().equals(words[0].toLowerCase(Locale.ROOT)))
              .findFirst();
      if (state.isEmpty() || words.length < 2) {
        return new Refused(
            "\""
                + part.strip()
                + "\" says nothing of keys: begin with "
                + Arrays.stream(KeyState.values())
                    .map(KeyState::word)
                    .collect(Collectors.joining(", "))
                + ", then keys, rows or columns, or rest.");
      }
      for (String word : Arrays.asList(words).subList(1, words.length)) {
        List<KeyMatrix.Key> named = named(matrix, word, states);
        if (named.isEmpty() && !word.equalsIgnoreCase(REST)) {
          return new Refused("There is no key, row or column " + word + ".");
        }
        named.forEach(key -> states.put(key, state.get()));
      }
    }
    return new Ok(new KeysSeen(states));
  }

  private static List<KeyMatrix.Key> named(
      KeyMatrix matrix, String word, Map<KeyMatrix.Key, KeyState> told) {
    Optional<KeyMatrix.Key> key = matrix.find(word);
    if (key.isPresent()) {
      return List.of(key.get());
    }
    Optional<Integer> line = matrix.line(word);
    if (line.isPresent()) {
      return matrix.on(line.get());
    }
    return word.equalsIgnoreCase(REST)
        ? new ArrayList<>(matrix.keys().stream().filter(k -> !told.containsKey(k)).toList())
        : List.of();
  }

  /**
   * What {@link #read} takes, for these: what is wrong first, and {@code works rest} for all else.
   */
  public String words(KeyMatrix matrix) {
    boolean all = states.size() == matrix.keys().size();
    List<String> parts = new ArrayList<>();
    for (KeyState state : List.of(KeyState.values()).reversed()) {
      List<String> names =
          matrix.keys().stream()
              .filter(k -> state.equals(states.get(k)))
              .map(KeyMatrix.Key::name)
              .toList();
      if (!names.isEmpty()) {
        boolean rest = all && state == KeyState.WORKS;
        parts.add(state.word() + " " + (rest ? REST : String.join(" ", names)));
      }
    }
    return String.join("; ", parts);
  }
}
