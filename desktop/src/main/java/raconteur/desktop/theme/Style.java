package raconteur.desktop.theme;

import java.util.Locale;
import java.util.Set;
import javafx.css.Styleable;

/**
 * The style classes of the stylesheet; a test holds the two together. What a thing looks like is
 * said there, what it is, here.
 */
public enum Style {
  ARMS_LENGTH,
  ARMS_READING,
  ARMS_TEXT,
  ARMS_TITLE,
  ASKED,
  BENCH,
  BENCH_FIELD,
  CASE_NAME,
  DEVICE_TEXT,
  COLUMN,
  DIM,
  ECHO,
  FAINT,
  FIGURES,
  FIRST,
  FRAME_BAR,
  HEADING,
  HERE,
  IMPORT_PANE,
  KEY,
  KEY_CAP,
  MAIN_BUTTON,
  NOTICE,
  NOTICE_ROW,
  OFFER,
  OUTCOME,
  OUTCOME_MEANING,
  OUTCOME_WORD,
  PANE_TAB,
  PAPER_HEADING,
  PAPER_PAGE,
  PLAIN_BUTTON,
  PROOF,
  PROSE,
  REASON_HEADING,
  REASONS,
  REASONS_PANE,
  REFUSED,
  ROOMY,
  SAFETY,
  SCREEN_PANE,
  SHARE_HIGH,
  SHARE_LOW,
  SHEET,
  SHOTS,
  SIMULATED_TAG,
  SIMULATION_BAR,
  SOAK,
  SOAK_FIGURE,
  SOAK_STRETCH,
  SOUNDING,
  SOUNDING_GROUND,
  STAGE_BUTTON,
  STEP_CARD,
  STEP_CAUTION,
  STEP_COST,
  STEP_TITLE,
  STORY_DOUBT,
  STORY_MEND,
  STORY_NUMBER,
  STORY_STRUCK,
  STORY_UNREAD,
  STRONG,
  SUMS,
  SUSPECT_BAR,
  SUSPECT_BAR_GROUND,
  SUSPECT_PLACE,
  SUSPECT_SHARE,
  TITLE,
  TONE_BAD,
  TONE_DOUBTFUL,
  TONE_FAINT,
  TONE_GOOD,
  TONE_PLAIN,
  TRACE,
  UNDERSTOOD,
  UNFINISHED,
  VERDICT_CARD,
  VERDICT_READING,
  VIEW,
  WEIGHT_AGAINST,
  WEIGHT_FOR,
  WAY_RULE,
  WORDMARK;

  /** Its name in the stylesheet. */
  public String css() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** Gives it to something. */
  public void on(Styleable what) {
    if (!isOn(what)) {
      what.getStyleClass().add(css());
    }
  }

  /** Takes it away. */
  public void off(Styleable what) {
    what.getStyleClass().remove(css());
  }

  /** Gives it to something and takes its siblings away. */
  public void only(Styleable what, Set<Style> siblings) {
    siblings.forEach(sibling -> sibling.off(what));
    on(what);
  }

  public boolean isOn(Styleable what) {
    return what.getStyleClass().contains(css());
  }
}
