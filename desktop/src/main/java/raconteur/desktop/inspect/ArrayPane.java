package raconteur.desktop.inspect;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.continuity.ArrayPlan;
import raconteur.core.continuity.ArrayProgress;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.stage.Answer;
import raconteur.desktop.stage.StagePane;
import raconteur.desktop.theme.Style;

/** An array of sockets, proven with the fewest touches, one at a time. */
final class ArrayPane extends StagePane {
  private final CaseDesk desk;
  private final ChoiceBox<List<String>> array = new ChoiceBox<>();
  private final ChoiceBox<ArrayPlan.School> school = new ChoiceBox<>();
  private final Label touch = Texts.label("", Style.STEP_TITLE);
  private final Label summary = Texts.label("", Style.FAINT);
  private final VBox faults = new VBox(3);
  private final ArrayDrawing drawing = new ArrayDrawing();
  private final VBox node = new VBox(8);
  private Optional<ArrayPlan> plan = Optional.empty();
  private Optional<ArrayProgress> progress = Optional.empty();

  ArrayPane(CaseDesk desk) {
    super("Array");
    this.desk = desk;
    Board board = desk.state().board();
    array.setConverter(Texts.shown(parts -> InspectSheets.arrayName(parts, board)));
    array.getItems().setAll(ArrayPlan.arrays(board));
    array.setAccessibleText("Array");
    school.setConverter(Texts.shown(InspectSheets::schoolWords));
    school.getItems().setAll(ArrayPlan.School.ONE_AT_A_TIME, ArrayPlan.School.ALL_AT_ONCE);
    school.setAccessibleText("School");
    school.getSelectionModel().selectFirst();
    array.getSelectionModel().selectFirst();
    array.getSelectionModel().selectedItemProperty().addListener((o, before, now) -> planAgain());
    school.getSelectionModel().selectedItemProperty().addListener((o, before, now) -> planAgain());
    HBox choices = new HBox(8, array, school);
    choices.setAlignment(Pos.CENTER_LEFT);
    StackPane sheet = new StackPane(drawing);
    Style.SHEET.on(sheet);
    sheet.setMinHeight(160);
    VBox.setVgrow(sheet, Priority.ALWAYS);
    node.getChildren().addAll(choices, touch, summary, sheet, faults);
    makePlan();
  }

  private void makePlan() {
    List<String> parts = array.getValue();
    plan =
        parts == null
            ? Optional.empty()
            : Optional.of(ArrayPlan.of(desk.state().board(), parts, school.getValue()));
  }

  private void planAgain() {
    makePlan();
    show(desk.state());
    host().answersChanged();
  }

  @Override
  public Node node() {
    return node;
  }

  @Override
  public Node focus() {
    return array;
  }

  @Override
  public void show(DeskState state) {
    faults.getChildren().clear();
    if (plan.isEmpty()) {
      touch.setText("This board has no memories in parallel.");
      return;
    }
    ArrayProgress shown = ArrayProgress.of(plan.get(), state.telling());
    progress = Optional.of(shown);
    touch.setText(doNow());
    summary.setText(
        shown.done()
            + " of "
            + plan.get().touches().size()
            + " touches made"
            + (school.getValue() == ArrayPlan.School.ALL_AT_ONCE
                ? ", the fewest there can be"
                : "; one at a time finds a fault where it was made")
            + (plan.get().leftOut().isEmpty()
                ? "."
                : "; pins "
                    + String.join(", ", plan.get().leftOut())
                    + " differ and are left out."));
    for (String fault : shown.faults()) {
      faults.getChildren().add(Texts.label("✗ " + fault, Style.TONE_BAD));
    }
    drawing.show(shown, state.telling());
  }

  @Override
  public List<Answer> answers() {
    List<Answer> answers = new ArrayList<>();
    progress
        .flatMap(ArrayProgress::next)
        .ifPresent(
            t -> {
              String line = "cont " + t.one() + " " + t.other();
              answers.add(new Answer("joined", line + " joined"));
              answers.add(new Answer("open", line + " open"));
            });
    return answers;
  }

  @Override
  public String doNow() {
    return progress
        .map(
            p ->
                p.next()
                    .map(
                        t ->
                            "Leads on "
                                + t.one()
                                + " and "
                                + t.other()
                                + ": "
                                + t.line()
                                + (t.joined() ? " is joined" : " are apart")
                                + " when good")
                    .orElse("Every line is proven"))
        .orElse("No array");
  }

  @Override
  public String caution() {
    return "Power off.";
  }

  @Override
  public void setDim(boolean dim) {
    drawing.setDim(dim);
  }
}
