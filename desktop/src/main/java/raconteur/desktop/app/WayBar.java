package raconteur.desktop.app;

import java.util.EnumMap;
import java.util.Map;
import java.util.function.Consumer;
import javafx.css.PseudoClass;
import javafx.geometry.Pos;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import raconteur.core.inspect.Stages;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;

/** The bar across the top: the ways to go, how the stages of the case stand, and the case. */
final class WayBar extends HBox {
  private static final PseudoClass NARROW = PseudoClass.getPseudoClass("narrow");
  private static final double WIDE_ENOUGH = 1240;
  private static final double GAP = 6;

  private final Label caseName = Texts.line("", Style.CASE_NAME);
  private final Label wordmark = Texts.line("Raconteur", Style.WORDMARK);
  private final FlowPane ways = new FlowPane(GAP, 0);
  private final Map<Way, Button> buttons = new EnumMap<>(Way.class);

  WayBar(Consumer<Way> go, Runnable onDim, Runnable onHelp) {
    Style.FRAME_BAR.on(this);
    ways.setAlignment(Pos.CENTER_LEFT);
    // As wide as there is room for: only what does not fit begins a second row.
    ways.prefWrapLengthProperty().bind(ways.widthProperty());
    HBox.setHgrow(ways, Priority.ALWAYS);
    ways.getChildren().add(wordmark);
    for (Way way : Way.values()) {
      Button button = Texts.button(way.word(), () -> go.accept(way), Style.STAGE_BUTTON);
      button.setAccessibleText(way.word() + ", " + way.key().label());
      button.setTooltip(new Tooltip(way.key().label()));
      // Nowhere to go before there is a casebook.
      button.setDisable(true);
      buttons.put(way, button);
      if (way.beginsGroup()) {
        Region rule = new Region();
        Style.WAY_RULE.on(rule);
        ways.getChildren().add(rule);
      }
      ways.getChildren().add(button);
    }
    ways.getChildren().add(caseName);
    getChildren()
        .addAll(
            ways,
            Texts.button(Keys.DIM.on("dim"), onDim, Style.STAGE_BUTTON),
            Texts.button(Keys.HELP.on("manual"), onHelp, Style.STAGE_BUTTON));
    widthProperty()
        .addListener((o, before, width) -> narrow(width.doubleValue() < Theme.wide(WIDE_ENOUGH)));
  }

  /** On a narrow window the bar gives up its name and its air, so that every way stays in reach. */
  private void narrow(boolean narrow) {
    wordmark.setVisible(!narrow);
    wordmark.setManaged(!narrow);
    ways.setHgap(narrow ? 0 : GAP);
    pseudoClassStateChanged(NARROW, narrow);
  }

  /** There is a casebook: all ways are open. */
  void open() {
    buttons.values().forEach(button -> button.setDisable(false));
  }

  /** Says which way was gone, and whether the case on the desk is what is shown. */
  void here(Way way, boolean aboutTheCase) {
    buttons.values().forEach(Style.HERE::off);
    Style.HERE.on(buttons.get(way));
    caseName.setVisible(aboutTheCase);
  }

  void nameCase(int number, String name) {
    caseName.setText("No. " + number);
    caseName.setTooltip(new Tooltip(name));
  }

  /** How the stages stand, on their buttons. */
  void mark(Map<Way, Stages.Mark> marks) {
    marks.forEach(this::mark);
  }

  private void mark(Way way, Stages.Mark mark) {
    Button button = buttons.get(way);
    String sign =
        switch (mark.standing()) {
          case OPEN -> "○";
          case DONE -> "✓";
          case CONTRADICTED -> "✗";
        };
    button.setText(way.word() + " " + sign);
    button.setAccessibleText(way.word() + ", " + way.key().label() + ", " + mark.words());
    button.setTooltip(new Tooltip(way.key().label() + ": " + mark.words()));
  }
}
