package raconteur.desktop.desk;

import java.util.List;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.core.story.Told;
import raconteur.desktop.control.Texts;

/** What to do now and the last reading, large enough to be read from two metres. */
public final class ArmsLength extends VBox {
  public ArmsLength() {
    getStyleClass().add("arms-length");
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
    getChildren().add(Texts.label(title, "arms-title"));
    texts.forEach(text -> getChildren().add(Texts.label(text, "arms-text")));
    if (!caution.isEmpty()) {
      getChildren().add(Texts.label("⚠ " + caution, "arms-text", "step-caution"));
    }
    Region gap = new Region();
    VBox.setVgrow(gap, Priority.ALWAYS);
    getChildren().add(gap);
    List<Told> lines = state.telling().lines();
    if (!lines.isEmpty()) {
      getChildren().add(Texts.label("Last: " + lines.getLast().entry().line(), "arms-reading"));
    }
    if (!state.news().isEmpty()) {
      getChildren().add(Texts.label(state.news(), "arms-text"));
    }
    getChildren().add(Texts.label("F8 goes back", "faint"));
  }
}
