package raconteur.desktop.practice;

import java.util.List;
import java.util.function.IntConsumer;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.casebook.store.Outcome;
import raconteur.core.practice.OddsShown;
import raconteur.desktop.control.PaneTabs;
import raconteur.desktop.control.Texts;
import raconteur.desktop.theme.Style;
import raconteur.desktop.workshop.FilePicker;

/** Who practises and how, and the panes: the ladder, a deal, what was done, how it goes. */
public final class PracticeView extends VBox {
  private static final double PERSON = 160;

  private final PracticePresenter presenter;
  private final IntConsumer onOpen;
  private final TextField person = new TextField();
  private final ChoiceBox<OddsShown> odds = new ChoiceBox<>();
  private final Label oddsMeaning = Texts.label("", Style.FAINT);
  private final Label said = Texts.label("", Style.NOTICE);
  private final Button stop;
  private final DebriefPane debrief;
  private final List<PracticePane> panes;
  private final StackPane sheet = new StackPane();
  private final PaneTabs tabs;

  /**
   * @param onOpen takes a case to the bench, by its number
   */
  public PracticeView(PracticePresenter presenter, IntConsumer onOpen, FilePicker files) {
    super(10);
    this.presenter = presenter;
    this.onOpen = onOpen;
    SheetFile paper = new SheetFile(files, this::say);
    LadderPane ladder = new LadderPane(presenter, odds::getValue, this::begun, paper);
    DealPane deal = new DealPane(presenter, odds::getValue, this::begun);
    this.debrief = new DebriefPane(presenter, onOpen, paper);
    ProgressPane progress = new ProgressPane(presenter);
    this.panes = List.of(ladder, deal, debrief, progress);
    this.tabs = new PaneTabs(panes.stream().map(PracticePane::name).toList(), this::choose);
    this.stop = Texts.button("stop", presenter::stop, Style.PLAIN_BUTTON);
    Style.VIEW.on(this);
    said.managedProperty().bind(said.textProperty().isNotEmpty());
    said.visibleProperty().bind(said.managedProperty());
    said.setMinHeight(Region.USE_PREF_SIZE);
    VBox.setVgrow(sheet, Priority.ALWAYS);
    getChildren().addAll(head(), who(), said, sheet);
    addEventFilter(KeyEvent.KEY_PRESSED, tabs::go);
    presenter.addListener(this::working);
    choose(0);
  }

  private HBox head() {
    HBox head = new HBox(6, Texts.line("Practice", Style.TITLE), tabs);
    head.setAlignment(Pos.CENTER_LEFT);
    return head;
  }

  private HBox who() {
    person.setPromptText("a name, or nothing");
    person.setPrefWidth(PERSON);
    person.setAccessibleText("Who practises");
    person.setId("practice-person");
    person.focusedProperty().addListener((o, before, in) -> keepPerson(!in));
    person.setOnAction(e -> keepPerson(true));
    odds.getItems().setAll(OddsShown.values());
    odds.setConverter(Texts.shown(OddsShown::words));
    odds.setAccessibleText("What the program shows meanwhile");
    odds.setId("practice-odds");
    odds.getSelectionModel()
        .selectedItemProperty()
        .addListener((o, before, now) -> oddsMeaning.setText(now == null ? "" : now.meaning()));
    odds.setValue(OddsShown.HIDDEN);
    HBox row =
        new HBox(
            8,
            Texts.line("Who practises", Style.FAINT),
            person,
            Texts.line("suspects and steps", Style.FAINT),
            odds,
            oddsMeaning);
    row.setAlignment(Pos.CENTER_LEFT);
    return row;
  }

  private void keepPerson(boolean done) {
    if (done && !person.getText().strip().equals(presenter.person())) {
      say(presenter.keepPerson(person.getText()));
      refresh();
    }
  }

  private void begun(Outcome<Integer> outcome) {
    switch (outcome) {
      case Outcome.Failed<Integer> failed -> say(failed.sentence());
      case Outcome.Done<Integer>(Integer number) -> {
        say("");
        onOpen.accept(number);
      }
    }
  }

  private void say(String sentence) {
    said.setText(sentence);
    said.setGraphic(null);
  }

  private void working(PracticePresenter.Work work) {
    if (work.busy()) {
      said.setText(
          work.words() + (work.share() > 0 ? " (" + Math.round(work.share() * 100) + " %)" : ""));
      said.setGraphic(stop);
    } else if (said.getGraphic() != null) {
      say("");
    }
    panes.forEach(pane -> pane.busy(work.busy()));
  }

  /** Shows a pane by its place. */
  void choose(int index) {
    tabs.select(index);
    PracticePane pane = panes.get(index);
    sheet.getChildren().setAll(pane.node());
    pane.refresh();
    pane.focus().requestFocus();
  }

  /** Shows a pane by its name; for pictures. */
  public void choose(String name) {
    choose(Math.max(0, panes.stream().map(PracticePane::name).toList().indexOf(name)));
  }

  /** Goes through a case at once. */
  public void debrief(int caseNumber) {
    choose(panes.indexOf(debrief));
    presenter.load(() -> debrief.show(caseNumber));
  }

  /** Reads everything again. */
  public void refresh() {
    if (!person.isFocused()) {
      person.setText(presenter.person());
    }
    presenter.load(() -> panes.forEach(PracticePane::refresh));
  }

  public void setDim(boolean dim) {
    panes.forEach(pane -> pane.setDim(dim));
  }

  /** Where typing should go. */
  public Node firstFocus() {
    return panes.get(tabs.selected()).focus();
  }
}
