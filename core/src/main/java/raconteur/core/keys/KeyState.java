package raconteur.core.keys;

/** What a key does when it is tried; in the order in which a later one hides an earlier. */
public enum KeyState {
  WORKS("works"),
  /** At times, or when pressed hard. */
  DOUBTFUL("doubtful"),
  /** It types other characters, or others beside its own. */
  GHOST("ghost"),
  /** As if it were held down. */
  ALWAYS("always"),
  DEAD("dead");

  private final String word;

  KeyState(String word) {
    this.word = word;
  }

  public String word() {
    return word;
  }
}
