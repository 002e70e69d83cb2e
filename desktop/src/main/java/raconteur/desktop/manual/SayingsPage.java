package raconteur.desktop.manual;

import java.util.List;
import javafx.geometry.Insets;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.layout.GridPane;
import javafx.scene.layout.VBox;
import raconteur.core.finding.Sayings;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;

/** Finds the line by what one wants to say. */
final class SayingsPage extends VBox {
  private final TextField question = new TextField();
  private final GridPane rows = new GridPane(24, 4);

  SayingsPage() {
    super(10);
    setPadding(new Insets(10, 18, 24, 18));
    question.setId("sayings-question");
    question.setPromptText("What was seen or done, in your words: noise, knocked, replaced …");
    question.setAccessibleText("What do you want to say?");
    question.textProperty().addListener((o, before, asked) -> show(asked));
    getChildren().addAll(question, rows);
    show("");
  }

  private void show(String asked) {
    rows.getChildren().clear();
    List<Sayings.Saying> found = Sayings.shipped().find(asked);
    int row = 0;
    String part = "";
    for (Sayings.Saying saying : found) {
      if (!saying.part().equals(part)) {
        part = saying.part();
        Label heading = Texts.label(part, Style.HEADING);
        heading.setPadding(new Insets(row == 0 ? 0 : 10, 0, 2, 0));
        rows.add(heading, 0, row++, 2, 1);
      }
      rows.add(Texts.label(saying.says()), 0, row);
      rows.add(Texts.label(saying.line(), Style.KEY), 1, row++);
    }
    if (found.isEmpty()) {
      rows.add(
          Texts.label(
              "No line is known by these words: try fewer, or write it down with “note”.",
              Style.FAINT),
          0,
          0);
    }
  }
}
