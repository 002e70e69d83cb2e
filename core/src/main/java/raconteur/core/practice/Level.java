package raconteur.core.practice;

/** What kind of trouble is dealt. */
public enum Level {
  DEAD_PART("one dead part", "One part does nothing any more."),
  LINE("a line that stands", "One output, track or pair of lines is not what it should be."),
  LEAK("a loaded rail", "One part draws a rail down."),
  SHARED("one cause, many victims", "What is wrong is what several good parts hang on."),
  MASKED("one fault behind another", "Two faults, and the first hides the second."),
  INTERMITTENT("now and then", "One fault that is there at some switching-ons only."),
  REPAIRED("after an earlier repair", "Somebody was here before: a fault, and a joint left open."),
  USUAL("as boards come in", "One to three faults, as likely as they are said to be.");

  private final String words;
  private final String meaning;

  Level(String words, String meaning) {
    this.words = words;
    this.meaning = meaning;
  }

  public String words() {
    return words;
  }

  /** What the board then has, in one sentence that gives nothing away. */
  public String meaning() {
    return meaning;
  }
}
