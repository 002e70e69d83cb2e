package raconteur.core.judge;

/**
 * What a reading means, with its reason in one sentence.
 *
 * @param level how it stands
 * @param sentence the reading, what is wrong with it, and what to do
 */
public record Verdict(Level level, String sentence) {

  /** How something stands, the better first. */
  public enum Level {
    /** There is nothing to judge it by. */
    UNJUDGED("noted"),
    GOOD("good"),
    DOUBTFUL("doubtful"),
    BAD("bad");

    private final String word;

    Level(String word) {
      this.word = word;
    }

    public String word() {
      return word;
    }
  }

  public static Verdict good(String sentence) {
    return new Verdict(Level.GOOD, sentence);
  }

  public static Verdict doubtful(String sentence) {
    return new Verdict(Level.DOUBTFUL, sentence);
  }

  public static Verdict bad(String sentence) {
    return new Verdict(Level.BAD, sentence);
  }

  public static Verdict unjudged(String sentence) {
    return new Verdict(Level.UNJUDGED, sentence);
  }

  public boolean isGood() {
    return level == Level.GOOD;
  }

  /** Orders levels so that the worst is the highest. */
  public static int bySeverity(Level one, Level other) {
    return one.compareTo(other);
  }
}
