package raconteur.desktop.desk;

import java.util.List;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.core.story.Told;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** What to do now and the last reading, large enough to be read from two metres. */
public final class ArmsLength extends VBox {
  public ArmsLength() {
    Style.ARMS_LENGTH.on(this);
    setVisible(false);
    setFocusTraversable(true);
    setAccessibleText("Arm's length");
  }

  /**
   * @param title what to do
   * @param texts how
   * @param caution the usual precaution, empty for none
   */
  public void show(String title, List<String> texts, String caution, DeskState state) {
    getChildren().clear();
    getChildren().add(Texts.label(title, Style.ARMS_TITLE));
    texts.forEach(text -> getChildren().add(Texts.label(text, Style.ARMS_TEXT)));
    if (!caution.isEmpty()) {
      getChildren().add(Texts.label("⚠ " + caution, Style.ARMS_TEXT, Style.STEP_CAUTION));
    }
    Region gap = new Region();
    VBox.setVgrow(gap, Priority.ALWAYS);
    getChildren().add(gap);
    List<Told> lines = state.telling().lines();
    if (!lines.isEmpty()) {
      getChildren().add(Texts.label("Last: " + lines.getLast().entry().line(), Style.ARMS_READING));
    }
    if (!state.news().isEmpty()) {
      getChildren().add(Texts.label(state.news(), Style.ARMS_TEXT));
    }
    getChildren().add(Texts.label(Keys.ARMS_LENGTH.on("goes back"), Style.FAINT));
  }
}
