package raconteur.desktop.app;

import java.nio.file.Path;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javafx.application.Platform;
import javafx.scene.Node;
import javafx.scene.control.ButtonType;
import javafx.scene.control.Dialog;
import javafx.scene.control.TextInputControl;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.VBox;
import raconteur.core.board.Board;
import raconteur.core.story.Case;
import raconteur.desktop.arrive.ArrivePresenter;
import raconteur.desktop.arrive.ArriveView;
import raconteur.desktop.boards.BoardsPresenter;
import raconteur.desktop.boards.BoardsView;
import raconteur.desktop.brought.OfferBar;
import raconteur.desktop.control.Keys;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.devices.DevicesPresenter;
import raconteur.desktop.devices.DevicesView;
import raconteur.desktop.lead.Lead;
import raconteur.desktop.lead.LeadBar;
import raconteur.desktop.manual.ManualWindow;
import raconteur.desktop.odds.OddsPresenter;
import raconteur.desktop.odds.OddsView;
import raconteur.desktop.practice.PracticePresenter;
import raconteur.desktop.practice.PracticeView;
import raconteur.desktop.preferences.Preferences;
import raconteur.desktop.preferences.PreferencesDialog;
import raconteur.desktop.search.SearchView;
import raconteur.desktop.shelf.ShelfPresenter;
import raconteur.desktop.shelf.ShelfView;
import raconteur.desktop.stage.StageView;
import raconteur.desktop.stockroom.StockroomPresenter;
import raconteur.desktop.stockroom.StockroomView;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.trace.TraceView;
import raconteur.desktop.workshop.FilePicker;
import raconteur.desktop.workshop.Settings;
import raconteur.desktop.workshop.Workshop;

/**
 * The window's frame: the bar with the ways to go, and the view that is shown. Shows itself before
 * the casebook is open; {@link #open} brings it to life.
 */
public final class Frame extends BorderPane {
  private FilePicker files;
  private final Runnable demo;
  private final WayBar bar = new WayBar(this::go, this::toggleDim, this::showKeys);
  private final List<String> notices = new ArrayList<>();
  private Optional<OfferBar> offer = Optional.empty();
  private Optional<Lead> lead = Optional.empty();
  private Optional<LeadBar> leadBar = Optional.empty();
  private Optional<Dialog<ButtonType>> manual = Optional.empty();
  private Optional<Views> views = Optional.empty();
  private Optional<CaseViews> bench = Optional.empty();
  private Optional<BoardsView> boards = Optional.empty();
  private Optional<DevicesView> devices = Optional.empty();
  private Optional<PracticeView> practice = Optional.empty();

  /** The views that are there as long as the casebook is. */
  private record Views(
      Workshop workshop,
      ShelfView shelf,
      ArriveView arrive,
      OddsView odds,
      StockroomView stockroom,
      SearchView search) {}

  /**
   * @param demo shows the demo in a window of its own
   */
  public Frame(FilePicker files, Runnable demo) {
    this.files = files;
    this.demo = demo;
    setTop(bar);
    opening("Opening the casebook …");
  }

  private void go(Way way) {
    switch (way) {
      case SHELF -> showShelf();
      case ARRIVE -> showArrive();
      case INSPECT, POWER, MEND, PROVE, HAND_OVER -> showStage(way);
      case TRACE -> showTrace();
      case ODDS -> showOdds();
      case STOCKROOM -> showStockroom();
      case BOARDS -> showBoards();
      case DEVICES -> showDevices();
      case PRACTICE -> showPractice();
    }
  }

  /** Binds the window's keys; once it is in a scene. */
  public void bindKeys() {
    for (Way way : Way.values()) {
      accelerate(way.key(), () -> go(way));
    }
    accelerate(Keys.TAKE_IN, this::showIntake);
    accelerate(Keys.SEARCH, this::showSearch);
    accelerate(Keys.HELP, this::showKeys);
    accelerate(Keys.DIM, this::toggleDim);
    accelerate(Keys.PREFERENCES, this::showPreferences);
    accelerate(Keys.LEAD, () -> lead.filter(Lead::isOn).ifPresent(l -> goTo(l.step(onBench()))));
    new Doorstep(this).listen();
    // What somebody did moves the focus: where it moves, the lead looks whether a step is done.
    getScene().focusOwnerProperty().addListener((o, before, owner) -> followLead());
  }

  private void accelerate(Keys key, Runnable action) {
    key.combinations().forEach(c -> getScene().getAccelerators().put(c, action));
  }

  /** Shows the shelf of an opened casebook. */
  public void open(Workshop workshop) {
    files = files.remembering(workshop.settings());
    asPreferred(workshop.settings());
    ShelfView shelf =
        new ShelfView(
            new ShelfPresenter(workshop),
            this::openCase,
            this::showIntake,
            this::showSearch,
            this::beginLead,
            demo,
            this::showPractice,
            this::showPreferences);
    ArriveView arrive =
        new ArriveView(
            new ArrivePresenter(workshop),
            this::openArrived,
            () -> files.toRead("Add a board file", "Board files", "*.json"),
            this::showNewBoard);
    OddsView odds = new OddsView(new OddsPresenter(workshop), this::openCase, files);
    StockroomView stockroom =
        new StockroomView(
            new StockroomPresenter(workshop),
            () -> bench.map(b -> b.desk().state().header().number()),
            this::openCase,
            () -> files.toWrite("Export the stock", "stock.csv"),
            () -> files.toRead("Take stock in", "CSV", "*.csv"));
    SearchView search = new SearchView(workshop, this::openCase);
    views = Optional.of(new Views(workshop, shelf, arrive, odds, stockroom, search));
    Lead through = new Lead(workshop);
    lead = Optional.of(through);
    leadBar = Optional.of(new LeadBar(through, this::goTo, this::showLead, this::leaveLead));
    bar.open();
    showShelf();
  }

  /** Says that there is no casebook, why, and what can be done. */
  void refuse(String sentence, Pages.Remedy... remedies) {
    Pages.Refusal refusal = Pages.refusal(sentence, List.of(remedies));
    setCenter(refusal.page());
    refusal.firstFocus().requestFocus();
  }

  /** Says what is being waited for. */
  void opening(String sentence) {
    setCenter(Pages.message(sentence));
  }

  /** Looks at a file somebody brings, and asks what is to be done with it. */
  public void bring(Path file) {
    new Doorstep(this).bring(file);
  }

  /** The open casebook and all that belongs to it. */
  Optional<Workshop> workshop() {
    return views.map(Views::workshop);
  }

  /** What may be done with a file that was brought stands below whatever is shown. */
  void ask(OfferBar bar) {
    offer = Optional.of(bar);
    showFoot();
    bar.firstFocus().requestFocus();
  }

  /** Nothing more is asked. */
  void asked() {
    offer = Optional.empty();
    showFoot();
  }

  /**
   * What is to be noticed, and what is asked, one above the other: neither takes the other away.
   */
  private void showFoot() {
    VBox foot = new VBox();
    if (!notices.isEmpty()) {
      foot.getChildren().add(Pages.notice(String.join("\n", notices), this::noticed));
    }
    offer.ifPresent(foot.getChildren()::add);
    if (lead.filter(Lead::isOn).isPresent()) {
      leadBar.ifPresent(foot.getChildren()::add);
    }
    setBottom(foot.getChildren().isEmpty() ? null : foot);
  }

  /** Leads somebody through a first board, from what is not done yet. */
  private void beginLead() {
    lead.ifPresent(
        l -> {
          String refusal = l.begin();
          if (!refusal.isEmpty()) {
            notice(refusal);
          }
          showLead();
          goTo(l.step(onBench()));
        });
  }

  private void leaveLead() {
    lead.map(Lead::leave).filter(refusal -> !refusal.isEmpty()).ifPresent(this::notice);
    showLead();
  }

  /** What comes next with a first board stands below whatever is shown. */
  private void showLead() {
    leadBar.ifPresent(b -> b.show(onBench()));
    showFoot();
  }

  private void followLead() {
    if (lead.filter(Lead::isOn).isPresent()) {
      leadBar.ifPresent(b -> b.show(onBench()));
      if (!leadBar.map(b -> b.getParent() != null).orElse(true)) {
        showFoot();
      }
    }
  }

  private Optional<Lead.OnBench> onBench() {
    return bench.map(b -> new Lead.OnBench(b.desk().state().board(), b.desk().telling()));
  }

  /** Where a step of the lead is done. */
  private void goTo(Lead.Step step) {
    switch (step) {
      case DESCRIBE -> showNewBoard();
      case TAKE_IN -> showIntake();
      case LOOK -> goTo(Way.INSPECT, "Checks");
      case RAILS_TO_GROUND -> goTo(Way.INSPECT, "Rails");
      case RAILS_UP -> goTo(Way.POWER, "Rails");
      case SHOWS, ANSWER, ON -> showTrace();
    }
  }

  private void goTo(Way way, String pane) {
    showStage(way);
    bench.flatMap(b -> b.stage(way)).ifPresent(stage -> stage.choose(pane));
  }

  /** The board chosen under Boards, where somebody has been there. */
  Optional<String> chosenBoard() {
    return boards.flatMap(BoardsView::chosen);
  }

  /** The case on the desk. */
  Optional<CaseDesk> desk() {
    return bench.map(CaseViews::desk);
  }

  Optional<OddsView> odds() {
    return views.map(Views::odds);
  }

  Optional<StockroomView> stockroom() {
    return views.map(Views::stockroom);
  }

  /** Says something above whatever is shown, until it is clicked away. */
  void notice(String sentence) {
    notices.add(sentence);
    showFoot();
  }

  private void noticed() {
    notices.clear();
    showFoot();
  }

  public void showShelf() {
    views.ifPresent(
        v -> {
          v.shelf().refresh();
          show(v.shelf(), v.shelf().firstFocus(), Way.SHELF);
        });
  }

  /** Shows the form that takes a board in. */
  public void showIntake() {
    views.ifPresent(
        v -> {
          v.arrive().begin();
          v.arrive().prefer(boards().flatMap(BoardsView::chosen));
          v.arrive().setDim(Theme.isDim(this));
          show(v.arrive(), v.arrive().firstFocus(), Way.ARRIVE);
        });
  }

  /** Shows what is written down of the case on the desk, or the form where there is none. */
  public void showArrive() {
    if (bench.isPresent()) {
      showStage(Way.ARRIVE);
    } else {
      showIntake();
    }
  }

  /** Shows a stage of the case on the desk, or the shelf to choose one from. */
  private void showStage(Way way) {
    freshenBench();
    bench.ifPresentOrElse(
        b -> b.stage(way).ifPresent(stage -> stage(b, stage, way)), this::showShelf);
  }

  /** Shows the stockroom. */
  public void showStockroom() {
    views.ifPresent(
        v -> {
          v.stockroom().refresh();
          show(v.stockroom(), v.stockroom().firstFocus(), Way.STOCKROOM);
        });
  }

  /** Shows the search over all stories. */
  public void showSearch() {
    views.ifPresent(
        v -> {
          v.search().refresh();
          show(v.search(), v.search().firstFocus(), Way.SHELF);
        });
  }

  private void stage(CaseViews b, StageView stage, Way way) {
    b.desk().refresh();
    stage.setDim(Theme.isDim(this));
    show(stage, stage.firstFocus(), way);
  }

  /**
   * Takes the case to the bench again where its board has got to be known better meanwhile: a part,
   * a net, a rail that was added counts at once. What stood in the bench line stays there.
   */
  private void freshenBench() {
    Optional<CaseViews> old = bench;
    if (old.isEmpty() || views.isEmpty()) {
      return;
    }
    Board shown = old.get().desk().state().board();
    boolean stale =
        views
            .get()
            .workshop()
            .boards()
            .find(shown.identity().id())
            .filter(now -> now != shown && !now.contents().equals(shown.contents()))
            .isPresent();
    if (stale) {
      String typed = benchLine(old.get()).map(TextInputControl::getText).orElse("");
      openCase(old.get().desk().state().header().number());
      bench.flatMap(Frame::benchLine).ifPresent(field -> field.setText(typed));
    }
  }

  private static Optional<TextInputControl> benchLine(CaseViews views) {
    return views.trace().lookup("#bench-line") instanceof TextInputControl field
        ? Optional.of(field)
        : Optional.empty();
  }

  /** Shows the case last taken to the bench, or the shelf to choose one from. */
  public void showTrace() {
    freshenBench();
    bench.ifPresentOrElse(
        b -> {
          b.desk().refresh();
          b.trace().setDim(Theme.isDim(this));
          show(b.trace(), b.trace().firstFocus(), Way.TRACE);
        },
        this::showShelf);
  }

  public void showOdds() {
    views.ifPresent(
        v -> {
          v.odds().refresh();
          v.odds().setDim(Theme.isDim(this));
          show(v.odds(), v.odds().firstFocus(), Way.ODDS);
        });
  }

  public void showBoards() {
    boards()
        .ifPresent(
            v -> {
              v.refresh();
              v.setDim(Theme.isDim(this));
              show(v, v.firstFocus(), Way.BOARDS);
            });
  }

  /** Shows the boards with the sheet that makes one. */
  public void showNewBoard() {
    showBoards();
    // Behind the view's own wish where typing goes.
    boards().ifPresent(v -> Platform.runLater(v::newBoard));
  }

  public void showDevices() {
    if (devices.isEmpty()) {
      devices =
          views.map(v -> new DevicesView(new DevicesPresenter(v.workshop()), this::showBoards));
    }
    devices.ifPresent(
        v -> {
          v.refresh();
          v.setDim(Theme.isDim(this));
          show(v, v.firstFocus(), Way.DEVICES);
        });
  }

  /** The boards' view, made when it is first asked for, once the casebook is open. */
  public Optional<BoardsView> boards() {
    if (boards.isEmpty()) {
      boards =
          views.map(
              v -> new BoardsView(new BoardsPresenter(v.workshop()), files, this::showDevices));
    }
    return boards;
  }

  /** Takes a case that has just come in to the desk, to write down what it is. */
  private void openArrived(int number) {
    openCase(number);
    showArrive();
  }

  /** Takes a case to the bench. */
  public void openCase(int number) {
    if (views.isEmpty()) {
      return;
    }
    Workshop workshop = views.get().workshop();
    Optional<Case> found = workshop.casebook().find(number);
    if (found.isEmpty()) {
      return;
    }
    Optional<Board> board = workshop.boards().find(found.get().header().boardId());
    if (board.isEmpty()) {
      opening(
          "The board file "
              + found.get().header().boardId()
              + " of case "
              + number
              + " is not at hand; add it under Arrive, then open the case again.");
      return;
    }
    var header = found.get().header();
    bar.nameCase(number, board.get().identity().shortName() + " · " + header.owner());
    CaseViews opened =
        new CaseViews(
            workshop,
            found.get(),
            board.get(),
            files,
            this::showIntake,
            () -> debrief(number),
            this::showPreferences,
            Theme.isDim(this));
    bench = Optional.of(opened);
    opened.desk().addListener(new StageMarks(workshop, bar::mark)::of);
    opened.desk().addListener(_ -> followLead());
    opened.desk().start();
    showTrace();
  }

  /** Shows the place to practise. */
  public void showPractice() {
    practice()
        .ifPresent(
            v -> {
              v.refresh();
              v.setDim(Theme.isDim(this));
              show(v, v.firstFocus(), Way.PRACTICE);
            });
  }

  /** The place to practise, made when it is first asked for, once the casebook is open. */
  public Optional<PracticeView> practice() {
    if (practice.isEmpty()) {
      practice =
          views.map(
              v -> new PracticeView(new PracticePresenter(v.workshop()), this::openCase, files));
    }
    return practice;
  }

  private void debrief(int caseNumber) {
    showPractice();
    practice().ifPresent(v -> v.debrief(caseNumber));
  }

  /** The trace view of the case on the bench. */
  public Optional<TraceView> trace() {
    return bench.map(CaseViews::trace);
  }

  /** A stage of the case on the bench, by its name. */
  Optional<StageView> stage(String name) {
    return bench.flatMap(
        b ->
            Arrays.stream(Way.values())
                .filter(way -> way.word().equals(name))
                .findFirst()
                .flatMap(b::stage));
  }

  /** Called now and then: takes in what another window has written. */
  public void refreshFromFile() {
    bench.ifPresent(b -> b.desk().refresh());
    views.filter(v -> getCenter() == v.shelf()).ifPresent(v -> v.shelf().refresh());
  }

  private void show(Node view, Node focus, Way way) {
    devices.filter(v -> !v.equals(view)).ifPresent(DevicesView::leave);
    setCenter(view);
    bar.here(way, way.ofCase() && !isIntake(view));
    followLead();
    Platform.runLater(focus::requestFocus);
  }

  private boolean isIntake(Node view) {
    return views.filter(v -> v.arrive().equals(view)).isPresent();
  }

  /** Shows a stage of the case on the bench by its name; for pictures. */
  void showStage(String name) {
    for (Way way : Way.values()) {
      if (way.word().equals(name)) {
        go(way);
      }
    }
  }

  private void toggleDim() {
    setDim(!Theme.isDim(this));
  }

  /** Asks what is preferred, and shows it at once. */
  public void showPreferences() {
    views.ifPresent(
        v -> {
          Settings settings = v.workshop().settings();
          PreferencesDialog.ask(getScene().getWindow(), Preferences.of(settings))
              .ifPresent(
                  wanted -> {
                    String refusal = wanted.keep(settings);
                    if (!refusal.isEmpty()) {
                      notice(refusal);
                    }
                    boolean otherSize = settings.textPercent() != Theme.textPercent();
                    asPreferred(settings);
                    if (otherSize) {
                      again(v.workshop());
                    } else {
                      bench.ifPresent(b -> b.desk().shopChanged());
                    }
                  });
        });
  }

  /** Every view anew, for text of another size, and the case that was on the bench. */
  private void again(Workshop workshop) {
    Optional<Integer> number = bench.map(b -> b.desk().state().header().number());
    String typed = bench.flatMap(Frame::benchLine).map(TextInputControl::getText).orElse("");
    boards = Optional.empty();
    devices = Optional.empty();
    practice = Optional.empty();
    open(workshop);
    number.ifPresent(this::openCase);
    bench.flatMap(Frame::benchLine).ifPresent(field -> field.setText(typed));
  }

  /** Text as large, and the window as light, as the shop wants it. */
  private void asPreferred(Settings settings) {
    Theme.setTextPercent(settings.textPercent());
    Theme.dress(getScene());
    setDim(settings.light().isDimAt(LocalTime.now(ZoneId.systemDefault()).getHour()));
  }

  private void setDim(boolean dim) {
    Theme.setDim(this, dim);
    bench.ifPresent(b -> b.setDim(dim));
    views.ifPresent(
        v -> {
          v.arrive().setDim(dim);
          v.odds().setDim(dim);
        });
    boards.ifPresent(v -> v.setDim(dim));
    devices.ifPresent(v -> v.setDim(dim));
    practice.ifPresent(v -> v.setDim(dim));
  }

  private void showKeys() {
    if (manual.filter(Dialog::isShowing).isPresent()) {
      manual.get().getDialogPane().getScene().getWindow().requestFocus();
      return;
    }
    manual = Optional.of(ManualWindow.show(getScene().getWindow(), RaconteurApp.log().file()));
  }
}
