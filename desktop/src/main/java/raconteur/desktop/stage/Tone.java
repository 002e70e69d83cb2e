package raconteur.desktop.stage;

import java.util.Arrays;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.css.Styleable;
import raconteur.core.judge.Verdict;
import raconteur.desktop.theme.Style;

/** How something stands, as a colour beside the word that says it. */
public enum Tone {
  PLAIN(Style.TONE_PLAIN),
  FAINT(Style.TONE_FAINT),
  GOOD(Style.TONE_GOOD),
  DOUBTFUL(Style.TONE_DOUBTFUL),
  BAD(Style.TONE_BAD);

  private static final Set<Style> STYLES =
      Arrays.stream(values()).map(t -> t.style).collect(Collectors.toUnmodifiableSet());

  private final Style style;

  Tone(Style style) {
    this.style = style;
  }

  public static Tone of(Verdict.Level level) {
    return switch (level) {
      case UNJUDGED -> PLAIN;
      case GOOD -> GOOD;
      case DOUBTFUL -> DOUBTFUL;
      case BAD -> BAD;
    };
  }

  /** Shows something in this tone and no other. */
  public void on(Styleable what) {
    style.only(what, STYLES);
  }

  /** Shows something in no tone at all. */
  public static void none(Styleable what) {
    STYLES.forEach(style -> style.off(what));
  }
}
