package raconteur.desktop.app;

import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** Whole pages of words, shown while there is no view to show. */
final class Pages {
  private static final double REFUSAL_WIDTH = 860;

  private Pages() {}

  /** Something that can be done about what was refused. */
  record Remedy(String words, Runnable action) {}

  /** A refusal, and where typing should go. */
  record Refusal(Node page, Node firstFocus) {}

  static Node message(String sentence) {
    VBox page = new VBox(Texts.label(sentence, Style.HEADING));
    Style.VIEW.on(page);
    return page;
  }

  /**
   * Says that there is no casebook, why, and what can be done; the last remedy is the one that is
   * one key away.
   */
  static Refusal refusal(String sentence, List<Remedy> remedies) {
    HBox row = new HBox(10);
    for (Remedy remedy : remedies) {
      boolean last = remedy.equals(remedies.getLast());
      Button button =
          Texts.button(
              remedy.words(), remedy.action(), last ? Style.MAIN_BUTTON : Style.PLAIN_BUTTON);
      row.getChildren().add(button);
    }
    Label words = Texts.label(sentence);
    words.setMaxWidth(REFUSAL_WIDTH);
    VBox page = new VBox(16, Texts.label("The casebook is not open", Style.TITLE), words, row);
    Style.VIEW.on(page);
    return new Refusal(page, row.getChildren().isEmpty() ? page : row.getChildren().getLast());
  }

  /** Something said above whatever is shown, until it is clicked away. */
  static Node notice(String sentence, Runnable onSeen) {
    HBox row =
        new HBox(
            10,
            Texts.label(sentence, Style.NOTICE),
            Texts.button("seen", onSeen, Style.PLAIN_BUTTON));
    Style.NOTICE_ROW.on(row);
    return row;
  }
}
