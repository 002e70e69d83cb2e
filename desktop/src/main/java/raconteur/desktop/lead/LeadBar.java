package raconteur.desktop.lead;

import java.util.Optional;
import java.util.function.Consumer;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/**
 * Says below whatever view is shown what comes next with the first board; never takes the focus.
 */
public final class LeadBar extends HBox {
  private final Lead lead;
  private final Label count = Texts.line("", Style.FAINT);
  private final Label words = Texts.label("");
  private final Button there;
  private final Button over;
  private Lead.Step shown = Lead.Step.DESCRIBE;

  /**
   * @param go leads to where a step is done
   * @param changed called when a step was passed over
   * @param leave called when nobody wants to be led any more
   */
  public LeadBar(Lead lead, Consumer<Lead.Step> go, Runnable changed, Runnable leave) {
    super(10);
    this.lead = lead;
    this.there = Texts.button(Keys.LEAD.on("go there"), () -> go.accept(shown), Style.MAIN_BUTTON);
    this.over =
        Texts.button(
            "Without it",
            () -> {
              lead.passOver(shown);
              changed.run();
            },
            Style.PLAIN_BUTTON);
    setId("lead");
    setAlignment(Pos.CENTER_LEFT);
    Style.NOTICE_ROW.on(this);
    words.setId("lead-words");
    HBox.setHgrow(words, Priority.ALWAYS);
    words.setMaxWidth(Double.MAX_VALUE);
    there.managedProperty().bind(there.visibleProperty());
    over.managedProperty().bind(over.visibleProperty());
    getChildren()
        .addAll(count, words, there, over, Texts.button("Leave it", leave, Style.PLAIN_BUTTON));
  }

  /** Shows what comes next. */
  public void show(Optional<Lead.OnBench> bench) {
    shown = lead.step(bench);
    boolean last = shown == Lead.Step.ON;
    count.setText(last ? "" : (shown.ordinal() + 1) + " of " + (Lead.Step.values().length - 1));
    words.setText(lead.words(shown, bench));
    there.setVisible(!last);
    over.setVisible(!last);
  }
}
