package raconteur.desktop.app;

import java.security.SecureRandom;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyCodeCombination;
import javafx.scene.input.KeyCombination;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.finding.BenchLine;
import raconteur.core.inspect.Stages;
import raconteur.core.prove.ClosingStages;
import raconteur.core.story.Case;
import raconteur.desktop.arrive.ArrivePresenter;
import raconteur.desktop.arrive.ArriveStage;
import raconteur.desktop.arrive.ArriveView;
import raconteur.desktop.boards.BoardsPresenter;
import raconteur.desktop.boards.BoardsView;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.devices.DevicesPresenter;
import raconteur.desktop.devices.DevicesView;
import raconteur.desktop.handover.HandoverStage;
import raconteur.desktop.inspect.InspectStage;
import raconteur.desktop.mend.MendStage;
import raconteur.desktop.odds.OddsPresenter;
import raconteur.desktop.odds.OddsView;
import raconteur.desktop.power.PowerStage;
import raconteur.desktop.prove.ProveStage;
import raconteur.desktop.search.SearchView;
import raconteur.desktop.shelf.ShelfPresenter;
import raconteur.desktop.shelf.ShelfView;
import raconteur.desktop.simulate.SimulatedCases;
import raconteur.desktop.simulate.SimulationDesk;
import raconteur.desktop.stage.StageView;
import raconteur.desktop.stockroom.StockroomPresenter;
import raconteur.desktop.stockroom.StockroomView;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.trace.TraceView;

/**
 * The window's frame: the bar with the ways to go, and the view that is shown. Shows itself before
 * the casebook is open; {@link #open} brings it to life.
 */
public final class Frame extends BorderPane {
  private static final PseudoClass NARROW = PseudoClass.getPseudoClass("narrow");
  private static final double WIDE_ENOUGH = 1240;
  private static final double REFUSAL_WIDTH = 860;

  private final FilePicker files;
  private final HBox bar = new HBox();
  private final Label caseName = Texts.line("", "case-name");
  private final List<Button> ways = new ArrayList<>();
  private Optional<Views> views = Optional.empty();
  private Optional<Bench> bench = Optional.empty();
  private Optional<BoardsView> boards = Optional.empty();
  private Optional<DevicesView> devices = Optional.empty();

  /** The views that are there as long as the casebook is. */
  private record Views(
      Workshop workshop,
      ShelfView shelf,
      ArriveView arrive,
      OddsView odds,
      StockroomView stockroom,
      SearchView search) {}

  /** The case on the desk, the stages around Trace by their way, and Trace. */
  private record Bench(CaseDesk desk, Map<Way, StageView> stages, TraceView trace) {}

  public Frame(FilePicker files) {
    this.files = files;
    bar.getStyleClass().add("frame-bar");
    Label wordmark = Texts.line("Raconteur", "wordmark");
    Region gap = new Region();
    HBox.setHgrow(gap, Priority.ALWAYS);
    bar.getChildren().add(wordmark);
    for (Way way : Way.values()) {
      way(way);
    }
    bar.getChildren()
        .addAll(
            caseName,
            gap,
            Texts.button("F10 dim", this::toggleDim, "stage-button"),
            Texts.button("F1 keys", this::showKeys, "stage-button"));
    widthProperty().addListener((o, before, width) -> narrow(wordmark, width.doubleValue()));
    setTop(bar);
    setCenter(message("Opening the casebook …"));
  }

  /** On a narrow window the bar gives up its name and its air, so that every way stays in reach. */
  private void narrow(Label wordmark, double width) {
    boolean narrow = width < WIDE_ENOUGH;
    wordmark.setVisible(!narrow);
    wordmark.setManaged(!narrow);
    bar.pseudoClassStateChanged(NARROW, narrow);
  }

  private void way(Way way) {
    Button button = Texts.button(way.word(), () -> go(way), "stage-button");
    button.setAccessibleText(way.word() + ", " + way.key().getDisplayText());
    button.setTooltip(new Tooltip(way.key().getDisplayText()));
    // Nowhere to go before there is a casebook.
    button.setDisable(true);
    ways.add(button);
    bar.getChildren().add(button);
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
    }
  }

  /** Binds the window's keys; once it is in a scene. */
  public void bindKeys() {
    for (Way way : Way.values()) {
      accelerate(way.key(), () -> go(way));
    }
    accelerate(new KeyCodeCombination(KeyCode.N, KeyCombination.SHORTCUT_DOWN), this::showIntake);
    accelerate(
        new KeyCodeCombination(KeyCode.F, KeyCombination.SHORTCUT_DOWN, KeyCombination.SHIFT_DOWN),
        this::showSearch);
    accelerate(new KeyCodeCombination(KeyCode.F1), this::showKeys);
    accelerate(new KeyCodeCombination(KeyCode.F10), this::toggleDim);
  }

  private void accelerate(KeyCombination keys, Runnable action) {
    getScene().getAccelerators().put(keys, action);
  }

  /** Shows the shelf of an opened casebook. */
  public void open(Workshop workshop) {
    ShelfView shelf =
        new ShelfView(
            new ShelfPresenter(workshop),
            this::openCase,
            this::showIntake,
            this::showSearch,
            simulations(new SimulatedCases(workshop)));
    ArriveView arrive =
        new ArriveView(
            new ArrivePresenter(workshop),
            this::openArrived,
            () -> files.toRead("Add a board file", "Board files", "*.json"));
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
    ways.forEach(way -> way.setDisable(false));
    showShelf();
  }

  /** Something that can be done about what was refused. */
  record Remedy(String words, Runnable action) {}

  /** Says that there is no casebook, why, and what can be done. */
  void refuse(String sentence, Remedy... remedies) {
    HBox row = new HBox(10);
    for (Remedy remedy : remedies) {
      boolean last = row.getChildren().size() == remedies.length - 1;
      row.getChildren()
          .add(
              Texts.button(remedy.words(), remedy.action(), last ? "main-button" : "plain-button"));
    }
    Label words = Texts.label(sentence);
    words.setMaxWidth(REFUSAL_WIDTH);
    VBox page = new VBox(16, Texts.label("The casebook is not open", "title"), words, row);
    page.getStyleClass().add("view");
    setCenter(page);
    if (!row.getChildren().isEmpty()) {
      row.getChildren().getLast().requestFocus();
    }
  }

  /** Says what is being waited for. */
  void opening(String sentence) {
    setCenter(message(sentence));
  }

  /** Says something above whatever is shown, until it is clicked away. */
  void notice(String sentence) {
    Label words = Texts.label(sentence, "notice");
    HBox row = new HBox(10, words, Texts.button("seen", () -> setBottom(null), "plain-button"));
    row.getStyleClass().add("notice-row");
    setBottom(row);
  }

  private static Node message(String sentence) {
    VBox page = new VBox(Texts.label(sentence, "heading"));
    page.getStyleClass().add("view");
    return page;
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
    bench.ifPresentOrElse(b -> stage(b, b.stages().get(way), way), this::showShelf);
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

  private void stage(Bench b, StageView stage, Way way) {
    b.desk().refresh();
    stage.setDim(Theme.isDim(this));
    show(stage, stage.firstFocus(), way);
  }

  /** Shows the case last taken to the bench, or the shelf to choose one from. */
  public void showTrace() {
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
      setCenter(
          message(
              "The board file "
                  + found.get().header().boardId()
                  + " of case "
                  + number
                  + " is not at hand; add it under Arrive, then open the case again."));
      return;
    }
    var header = found.get().header();
    String name = board.get().identity().shortName() + " · " + header.owner();
    caseName.setText("No. " + header.number());
    caseName.setTooltip(new Tooltip(name));
    boolean dim = Theme.isDim(this);
    CaseDesk desk = new CaseDesk(workshop, found.get(), board.get());
    bench =
        Optional.of(
            new Bench(
                desk,
                Map.of(
                    Way.ARRIVE, ArriveStage.of(desk, files, this::showIntake, dim),
                    Way.INSPECT, InspectStage.of(desk, files, dim),
                    Way.POWER, PowerStage.of(desk, dim),
                    Way.MEND, MendStage.of(desk, files, dim),
                    Way.PROVE, ProveStage.of(desk, dim),
                    Way.HAND_OVER, HandoverStage.of(desk, files, dim)),
                new TraceView(
                    desk,
                    files,
                    dim,
                    workshop.simulationSeed(number).map(seed -> new SimulationDesk(desk, seed)))));
    desk.addListener(this::mark);
    desk.start();
    showTrace();
  }

  /** What puts each board that can be simulated on the bench; a sentence where it cannot. */
  private Map<String, Supplier<String>> simulations(SimulatedCases cases) {
    Map<String, Supplier<String>> simulations = new LinkedHashMap<>();
    for (Board board : cases.boards()) {
      simulations.put(
          board.identity().shortName(),
          () ->
              switch (cases.begin(board, new SecureRandom().nextInt(1_000_000))) {
                case Outcome.Failed<Integer> failed -> failed.sentence();
                case Outcome.Done<Integer>(Integer number) -> {
                  openCase(number);
                  yield "";
                }
              });
    }
    return simulations;
  }

  /** How the stages stand, on their buttons. */
  private void mark(DeskState state) {
    mark(Way.ARRIVE, Stages.arrive(state.board(), state.telling()));
    mark(Way.INSPECT, Stages.inspect(state.board(), state.telling()));
    mark(Way.POWER, Stages.power(state.board(), state.telling()));
    mark(Way.MEND, ClosingStages.mend(state.board(), state.telling()));
    mark(Way.PROVE, ClosingStages.prove(state.board(), state.telling()));
    mark(Way.HAND_OVER, ClosingStages.handOver(state.header(), state.telling()));
  }

  private void mark(Way way, Stages.Mark mark) {
    Button button = ways.get(way.ordinal());
    String sign =
        switch (mark.standing()) {
          case OPEN -> "○";
          case DONE -> "✓";
          case CONTRADICTED -> "✗";
        };
    button.setText(way.word() + " " + sign);
    button.setAccessibleText(way.word() + ", " + way.key().getDisplayText() + ", " + mark.words());
    button.setTooltip(new Tooltip(way.key().getDisplayText() + ": " + mark.words()));
  }

  /** The trace view of the case on the bench. */
  public Optional<TraceView> trace() {
    return bench.map(Bench::trace);
  }

  /** A stage of the case on the bench, by its name. */
  Optional<StageView> stage(String name) {
    return bench.flatMap(
        b ->
            b.stages().entrySet().stream()
                .filter(e -> e.getKey().word().equals(name))
                .map(Map.Entry::getValue)
                .findFirst());
  }

  /** Called now and then: takes in what another window has written. */
  public void refreshFromFile() {
    bench.ifPresent(b -> b.desk().refresh());
    views.filter(v -> getCenter() == v.shelf()).ifPresent(v -> v.shelf().refresh());
  }

  private void show(Node view, Node focus, Way way) {
    devices.filter(v -> !v.equals(view)).ifPresent(DevicesView::leave);
    setCenter(view);
    for (int i = 0; i < ways.size(); i++) {
      ways.get(i).getStyleClass().remove("here");
      if (i == way.ordinal()) {
        ways.get(i).getStyleClass().add("here");
      }
    }
    caseName.setVisible(way.ofCase() && !isIntake(view));
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

  /** The ways to go, in the order of the bar. */
  private enum Way {
    SHELF(KeyCode.DIGIT1),
    ARRIVE(KeyCode.DIGIT2),
    INSPECT(KeyCode.DIGIT3),
    POWER(KeyCode.DIGIT4),
    TRACE(KeyCode.DIGIT5),
    MEND(KeyCode.DIGIT6),
    PROVE(KeyCode.DIGIT7),
    HAND_OVER(KeyCode.DIGIT8),
    ODDS(KeyCode.DIGIT9),
    STOCKROOM(KeyCode.DIGIT0),
    BOARDS(KeyCode.B),
    DEVICES(KeyCode.D);

    private final KeyCode code;

    Way(KeyCode code) {
      this.code = code;
    }

    KeyCodeCombination key() {
      return new KeyCodeCombination(code, KeyCombination.SHORTCUT_DOWN);
    }

    String word() {
      String words = name().toLowerCase(Locale.ROOT).replace('_', ' ');
      return Character.toUpperCase(words.charAt(0)) + words.substring(1);
    }

    /** Whether it is about the case on the desk. */
    boolean ofCase() {
      return compareTo(ARRIVE) >= 0 && compareTo(HAND_OVER) <= 0;
    }
  }

  private void toggleDim() {
    boolean dim = !Theme.isDim(this);
    Theme.setDim(this, dim);
    bench.ifPresent(
        b -> {
          b.trace().setDim(dim);
          b.stages().values().forEach(stage -> stage.setDim(dim));
        });
    views.ifPresent(
        v -> {
          v.arrive().setDim(dim);
          v.odds().setDim(dim);
        });
    boards.ifPresent(v -> v.setDim(dim));
    devices.ifPresent(v -> v.setDim(dim));
  }

  private void showKeys() {
    KeysDialog.show(getScene().getWindow(), BenchLine.exampleLines());
  }
}
