package raconteur.core.practice;

/** How much of its reasoning the program shows while somebody practises. */
public enum OddsShown {
  HIDDEN("hidden", "Readings only; suspects and next steps come with the debrief."),
  LATE("two lines late", "Suspects and steps as they stood two lines ago."),
  SHOWN("shown", "Suspects and steps as on any other case.");

  private final String words;
  private final String meaning;

  OddsShown(String words, String meaning) {
    this.words = words;
    this.meaning = meaning;
  }

  public String words() {
    return words;
  }

  public String meaning() {
    return meaning;
  }
}
