package raconteur.desktop.stage;

import java.util.Locale;
import raconteur.core.verdict.Verdict;

/** How something stands, as a colour beside the word that says it. */
public enum Tone {
  PLAIN,
  FAINT,
  GOOD,
  DOUBTFUL,
  BAD;

  public static Tone of(Verdict.Level level) {
    return switch (level) {
      case UNJUDGED -> PLAIN;
      case GOOD -> GOOD;
      case DOUBTFUL -> DOUBTFUL;
      case BAD -> BAD;
    };
  }

  /** Its style class. */
  public String style() {
    return "tone-" + name().toLowerCase(Locale.ROOT);
  }
}
