package raconteur.core.story;

import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.Map;

/** Where a board stands on the shelf. */
public enum CaseState {
  WAITING("waiting"),
  ON_BENCH("on the bench"),
  WAITING_FOR_PARTS("waiting for parts"),
  GONE_HOME("gone home");

  private final String words;

  CaseState(String words) {
    this.words = words;
  }

  public String words() {
    return words;
  }

  /** Closed cases are the ones that count in the odds. */
  public boolean closed() {
    return this == GONE_HOME;
  }

  /** The states by the words they are stored as. */
  public static Map<String, CaseState> byWords() {
    Map<String, CaseState> states = new LinkedHashMap<>();
    Arrays.stream(values()).forEach(s -> states.put(s.words, s));
    return states;
  }
}
