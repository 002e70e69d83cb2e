package raconteur.desktop.app;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TableView;
import javafx.scene.control.TextField;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import raconteur.core.story.CaseState;

/**
 * What lies around the cases, by keys in the real window: stockroom, odds, search, handing over.
 */
class ShopWindowTest extends InWindow {
  @Start
  void start(Stage stage) throws Exception {
    show(stage);
  }

  private static TableView<?> table(FxRobot robot, String name) {
    return robot
        .lookup(n -> n instanceof TableView && name.equals(n.getAccessibleText()))
        .queryTableView();
  }

  private static TextField field(FxRobot robot, String name) {
    return robot
        .lookup(n -> n instanceof TextField && name.equals(n.getAccessibleText()))
        .queryAs(TextField.class);
  }

  private static void press(FxRobot robot, String words) {
    Button button =
        robot
            .lookup(n -> n instanceof Button b && b.getText().equals(words) && shown(n))
            .queryAs(Button.class);
    robot.interact(button::fire);
    WaitForAsyncUtils.waitForFxEvents();
  }

  private static boolean shown(Node node) {
    return node.getScene() != null && node.isVisible();
  }

  private static boolean says(FxRobot robot, String words) {
    return robot
        .lookup(n -> n instanceof Label l && l.getText().contains(words))
        .tryQuery()
        .isPresent();
  }

  private void stockroom() {
    key(KeyCode.CONTROL, KeyCode.DIGIT0);
    WaitForAsyncUtils.waitForFxEvents();
  }

  /** What came in is typed and stands in the table; what cannot be read stays in the field. */
  @Test
  void theStockIsKeptByTyping(FxRobot robot) {
    stockroom();
    TextField entry = field(robot, "What came in");
    assertThat(DemoWindow.fx(entry::isFocused)).isTrue();
    int before = table(robot, "Stock").getItems().size();
    write("4116 -2 x16 spare bought in May");
    key(KeyCode.ENTER);
    assertThat(table(robot, "Stock").getItems()).hasSize(before + 1);
    assertThat(entry.getText()).isEmpty();
    assertThat(says(robot, "16 × 4116-2, spare.")).isTrue();
    key(KeyCode.ENTER);
    assertThat(table(robot, "Stock").getItems()).hasSize(before + 1);
    assertThat(says(robot, "Say what it is")).isTrue();

    robot.interact(() -> field(robot, "Find in the stock").setText("bought may"));
    assertThat(table(robot, "Stock").getItems()).hasSize(1);
    press(robot, "−1");
    assertThat(says(robot, "15 × 4116-2.")).isTrue();
    press(robot, "take one for the bench");
    assertThat(says(robot, "No case is on the bench")).isTrue();
  }

  @Test
  void theStockGoesOutAndComesInAsAFile(FxRobot robot) throws IOException {
    stockroom();
    int before = table(robot, "Stock").getItems().size();
    press(robot, "Export as CSV …");
    Path file = window().toWrite();
    assertThat(Files.readAllLines(file, StandardCharsets.UTF_8)).hasSize(before + 1);
    window().toRead().set(Optional.of(file));
    press(robot, "Take a CSV in …");
    assertThat(table(robot, "Stock").getItems()).hasSize(2 * before);
    window().toRead().set(Optional.of(Files.writeString(file.resolveSibling("no.csv"), "no list")));
    press(robot, "Take a CSV in …");
    assertThat(table(robot, "Stock").getItems()).hasSize(2 * before);
  }

  /** The way from a count to the last case behind it, and the ways to look at the counts. */
  @Test
  void aCountLeadsToItsCase(FxRobot robot) throws IOException {
    key(KeyCode.CONTROL, KeyCode.DIGIT9);
    TableView<?> counts = table(robot, "Counts");
    assertThat(counts.getItems()).isNotEmpty();
    press(robot, "Export as CSV …");
    assertThat(Files.readAllLines(window().toWrite(), StandardCharsets.UTF_8))
        .hasSize(counts.getItems().size() + 1);
    for (String pane : List.of("Symptoms", "Together", "By quarter", "On one page", "Positions")) {
      key(KeyCode.F7);
      assertThat(
              robot.lookup(".pane-tab").queryAllAs(ToggleButton.class).stream()
                  .filter(ToggleButton::isSelected)
                  .map(ToggleButton::getText))
          .containsExactly(pane);
    }
    robot.interact(
        () -> {
          counts.requestFocus();
          counts.getSelectionModel().select(0);
        });
    key(KeyCode.ENTER);
    assertThat(window().frame().trace()).isPresent();
    int number = window().frame().trace().orElseThrow().desk().state().header().number();
    assertThat(window().workshop().casebook().header(number).orElseThrow().state())
        .isEqualTo(CaseState.GONE_HOME);
  }

  /** All that is known of a revision stands on one page, and goes onto paper. */
  @Test
  void aRevisionIsOnOnePage(FxRobot robot) throws IOException {
    key(KeyCode.CONTROL, KeyCode.DIGIT9);
    key(KeyCode.SHIFT, KeyCode.F7);
    assertThat(says(robot, "What it is known for")).isTrue();
    assertThat(says(robot, "What it looked like, and what it was")).isTrue();
    press(robot, "PDF …");
    try (PDDocument paper = Loader.loadPDF(window().toWrite().toFile())) {
      assertThat(paper.getNumberOfPages()).isGreaterThan(1);
    }
  }

  @Test
  void countsThatCannotBeReadAreRefusedInTheView(FxRobot robot) throws IOException {
    key(KeyCode.CONTROL, KeyCode.DIGIT9);
    int before = table(robot, "Counts").getItems().size();
    window().toRead().set(Optional.of(Files.writeString(folder().resolve("x.json"), "{\"a\": 1}")));
    press(robot, "Take counts in …");
    assertThat(says(robot, "Not taken in:")).isTrue();
    assertThat(table(robot, "Counts").getItems()).hasSize(before);
  }

  /** Words from anywhere in any story lead to the case they were said in. */
  @Test
  void aLineOfAnyStoryIsFoundAndOpened(FxRobot robot) {
    key(KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.F);
    TextField words = field(robot, "Words to find in all stories");
    robot.interact(words::requestFocus);
    write("probe tip slipped");
    assertThat(table(robot, "Lines found").getItems()).hasSize(1);
    assertThat(says(robot, "1 line; ")).isTrue();
    robot.interact(() -> words.setText("U44 no such thing"));
    assertThat(table(robot, "Lines found").getItems()).isEmpty();
    assertThat(says(robot, "0 lines; ")).isTrue();
    robot.interact(() -> words.setText("probe tip slipped"));
    robot.interact(words::requestFocus);
    key(KeyCode.DOWN);
    key(KeyCode.ENTER);
    WaitForAsyncUtils.waitForFxEvents();
    assertThat(window().frame().trace().orElseThrow().desk().state().header().number())
        .isEqualTo(13);
  }

  /** The sheets go out as files; what is still to be said is counted; then the board goes home. */
  @Test
  void aBoardIsHandedOver(FxRobot robot) throws IOException {
    open(13);
    key(KeyCode.CONTROL, KeyCode.DIGIT8);
    press(robot, "PDF …");
    assertThat(window().toWrite().getFileName()).hasToString("case-13.pdf");
    assertThat(Files.readAllBytes(window().toWrite())).startsWith('%', 'P', 'D', 'F');
    press(robot, "HTML …");
    assertThat(Files.readString(window().toWrite(), StandardCharsets.UTF_8))
        .contains("<html", "Harbour Museum");
    key(KeyCode.F7);
    press(robot, "PDF …");
    assertThat(window().toWrite().getFileName()).hasToString("case-13-technical.pdf");
    key(KeyCode.F7);
    Node chart = robot.lookup("#glance-chart").query();
    robot.interact(chart::requestFocus);
    key(KeyCode.HOME);
    Label line = robot.lookup("#glance-line").queryAs(Label.class);
    assertThat(line.getText()).startsWith("1 · ").contains("screen blank");
    key(KeyCode.RIGHT);
    assertThat(line.getText()).startsWith("2 · ");
    key(KeyCode.END);
    String last = line.getText();
    key(KeyCode.RIGHT);
    assertThat(line.getText()).isEqualTo(last);
    key(KeyCode.F7);
    assertThat(says(robot, "still to be said.")).isTrue();
    press(robot, "Facts as JSON …");
    assertThat(Files.readString(window().toWrite(), StandardCharsets.UTF_8)).contains("\"format\"");
    press(robot, "Gone home");
    assertThat(window().workshop().casebook().header(13).orElseThrow().state())
        .isEqualTo(CaseState.GONE_HOME);
    assertThat(says(robot, "Gone home.")).isTrue();
  }
}
