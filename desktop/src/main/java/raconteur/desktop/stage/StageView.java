package raconteur.desktop.stage;

import java.util.List;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.PaneTabs;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.ArmsLength;
import raconteur.desktop.desk.BenchBar;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.desk.StoryList;
import raconteur.desktop.desk.StrikeDialog;
import raconteur.desktop.desk.WhileShown;
import raconteur.desktop.theme.Style;

/** A stage of the case on the desk. */
public final class StageView extends StackPane {
  private static final double RIGHT_SHARE = 0.31;

  private final CaseDesk desk;
  private final List<StagePane> panes;
  private final VerdictCard verdict = new VerdictCard();
  private final Label safety = Texts.label("", Style.SAFETY);
  private final StoryList story;
  private final BenchBar bench;
  private final ArmsLength armsLength = new ArmsLength();
  private final StackPane sheet = new StackPane();
  private final HBox answers = new HBox(8);
  private final Label caution = Texts.label("", Style.STEP_CAUTION);
  private final PaneTabs tabs;
  private int shown;

  public StageView(String title, CaseDesk desk, List<StagePane> panes, boolean dim) {
    this.desk = desk;
    this.panes = List.copyOf(panes);
    this.tabs = new PaneTabs(panes.stream().map(StagePane::name).toList(), this::choose);
    this.bench = new BenchBar(desk);
    this.story =
        new StoryList(number -> StrikeDialog.ask(this, desk, bench, number), bench::begin, true);
    this.panes.forEach(p -> p.attach(new PaneHost()));
    answers.setAlignment(Pos.CENTER_LEFT);
    caution.setMinHeight(Region.USE_PREF_SIZE);
    caution.managedProperty().bind(caution.visibleProperty());
    VBox.setVgrow(sheet, Priority.ALWAYS);
    VBox left = new VBox(6, tabRow(title), sheet, caution, answers);
    HBox.setHgrow(left, Priority.ALWAYS);
    left.setMinWidth(0);
    HBox body = new HBox(10, left, right());
    Style.TRACE.on(body);
    BorderPane page = new BorderPane(body);
    page.setBottom(bench);
    getChildren().addAll(page, armsLength);
    addEventFilter(KeyEvent.KEY_PRESSED, this::keys);
    setDim(dim);
    choose(0);
    WhileShown.follow(desk, this, this::show);
  }

  private HBox tabRow(String title) {
    HBox row = new HBox(4, Texts.line(title, Style.HEADING), tabs);
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    Label board = Texts.label("", Style.FAINT);
    board.setWrapText(false);
    board.setMinWidth(0);
    board.setText(
        desk.state().board().identity().shortName() + " · " + desk.state().header().owner());
    row.getChildren().addAll(gap, board);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  private VBox right() {
    ScrollPane verdicts = new ScrollPane(verdict);
    verdicts.setFitToWidth(true);
    verdicts.setFocusTraversable(false);
    Style.SHEET.on(verdicts);
    verdicts.setMinHeight(150);
    verdicts.setPrefHeight(250);
    story.setMinHeight(100);
    VBox.setVgrow(story, Priority.ALWAYS);
    safety.setId("safety");
    safety.setMinHeight(Region.USE_PREF_SIZE);
    VBox right = new VBox(8, safety, verdicts, story);
    right.prefWidthProperty().bind(widthProperty().multiply(RIGHT_SHARE));
    right.minWidthProperty().bind(right.prefWidthProperty());
    right.maxWidthProperty().bind(right.prefWidthProperty());
    return right;
  }

  /** What panes may do here. */
  private final class PaneHost implements StagePane.Host {
    @Override
    public void begin(String start) {
      bench.begin(start);
    }

    @Override
    public void enter(String line) {
      bench.enter(line);
    }

    @Override
    public void say(String sentence, boolean good) {
      bench.say(sentence, good);
    }

    @Override
    public void showLine(int number) {
      story.choose(number);
    }

    @Override
    public void answersChanged() {
      showAnswers();
    }
  }

  /** Shows a pane by its place. */
  private void choose(int index) {
    shown = index;
    tabs.select(index);
    sheet.getChildren().setAll(pane().node());
    pane().show(desk.state());
    showAnswers();
  }

  /** Shows a pane by its name; the first where there is none of that name. */
  public void choose(String name) {
    List<String> names = panes.stream().map(StagePane::name).toList();
    choose(Math.max(0, names.indexOf(name)));
  }

  private StagePane pane() {
    return panes.get(shown);
  }

  private void show(DeskState state) {
    verdict.show(state);
    VerdictCard.showSafety(safety, state);
    story.show(state.telling().lines(), StoryList.doubtful(state));
    pane().show(state);
    showAnswers();
    showArmsLength(state);
  }

  private void showArmsLength(DeskState state) {
    armsLength.show(
        pane().doNow(),
        state.verdict().map(v -> List.of(v.sentence())).orElse(List.of()),
        pane().caution(),
        state);
  }

  private void showAnswers() {
    answers.getChildren().clear();
    List<Answer> now = pane().answers();
    for (int i = 0; i < now.size(); i++) {
      Answer answer = now.get(i);
      Button button =
          Texts.button(Keys.outcomes().get(i).on(answer.word()), () -> take(answer), Style.OUTCOME);
      answers.getChildren().add(button);
    }
    caution.setText(pane().caution().isEmpty() ? "" : "⚠ " + pane().caution());
    caution.setVisible(!caution.getText().isEmpty());
  }

  private void take(Answer answer) {
    if (answer.line().endsWith(" ")) {
      bench.begin(answer.line());
    } else {
      bench.enter(answer.line());
    }
  }

  private void keys(KeyEvent e) {
    int index = Keys.outcome(e);
    if (index >= 0) {
      if (index < pane().answers().size()) {
        take(pane().answers().get(index));
      }
      e.consume();
    } else if (tabs.go(e)) {
      pane().focus().requestFocus();
    } else if (Keys.ARMS_LENGTH.is(e)) {
      showArmsLength(desk.state());
      armsLength.setVisible(!armsLength.isVisible());
      e.consume();
    } else if (Keys.TO_BENCH_LINE.is(e)) {
      armsLength.setVisible(false);
      bench.field().requestFocus();
      e.consume();
    }
  }

  public void setDim(boolean dim) {
    panes.forEach(p -> p.setDim(dim));
  }

  /** Where typing should go. */
  public Node firstFocus() {
    return bench.field();
  }
}
