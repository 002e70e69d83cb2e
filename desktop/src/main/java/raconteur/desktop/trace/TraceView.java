package raconteur.desktop.trace;

import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.CheckMenuItem;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Label;
import javafx.scene.control.MenuButton;
import javafx.scene.control.MenuItem;
import javafx.scene.control.ScrollPane;
import javafx.scene.input.KeyEvent;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import raconteur.core.board.DamageArea;
import raconteur.core.diagnose.Suspect;
import raconteur.core.fault.Place;
import raconteur.core.finding.Statement;
import raconteur.core.plan.Step;
import raconteur.core.practice.OddsShown;
import raconteur.core.story.CaseState;
import raconteur.desktop.control.BoardMap;
import raconteur.desktop.control.Keys;
import raconteur.desktop.control.MapMarks;
import raconteur.desktop.control.Texts;
import raconteur.desktop.desk.ArmsLength;
import raconteur.desktop.desk.BenchBar;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.Cues;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.desk.StoryList;
import raconteur.desktop.desk.StrikeDialog;
import raconteur.desktop.desk.WhileShown;
import raconteur.desktop.freerun.FreeRunDialog;
import raconteur.desktop.freerun.FreeRunPresenter;
import raconteur.desktop.keys.KeysDialog;
import raconteur.desktop.keys.KeysPresenter;
import raconteur.desktop.letters.LettersDialog;
import raconteur.desktop.memory.MemoryDialog;
import raconteur.desktop.memory.MemoryPresenter;
import raconteur.desktop.rom.RomDialog;
import raconteur.desktop.rom.RomPresenter;
import raconteur.desktop.signals.SignalsDialog;
import raconteur.desktop.signals.SignalsPresenter;
import raconteur.desktop.simulate.ScreenPane;
import raconteur.desktop.simulate.SimulationBar;
import raconteur.desktop.simulate.SimulationDesk;
import raconteur.desktop.theme.Style;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.FilePicker;

/** The board, the suspects, the next step, the story and the bench line, laid out. */
public final class TraceView extends StackPane {
  private static final double RIGHT = 470;
  private static final double RIGHT_AT_LEAST = 420;
  private static final double SHELF_PLACE = 165;
  private static final double ABOVE_STORY = 30;
  private static final String TOP = "Top side";
  private static final String UNDERSIDE = "Underside, as turned over";

  private final CaseDesk desk;
  private final Optional<SimulationDesk> simulation;
  private final Runnable onDebrief;
  private final Runnable onPreferences;
  private final BoardMap map;
  private final StepCard stepCard;
  private final SuspectList suspects;
  private final ReasonsPane reasons = new ReasonsPane();
  private final StoryList story;
  private final BenchBar bench;
  private final ArmsLength armsLength = new ArmsLength();
  private final Label news = Texts.line("", Style.HEADING);
  private final Button side =
      Texts.button(Keys.TURN_OVER.on("turn over"), this::turnOver, Style.PLAIN_BUTTON);
  private final Button lines = Texts.button("", this::showLines, Style.PLAIN_BUTTON);
  private final Label sideName = Texts.line(TOP, Style.FAINT);
  private final ChoiceBox<String> shelfPlace = new ChoiceBox<>();
  private final FilePicker files;
  private String chosen = "";

  /** The part that was chosen last, a suspect or not; empty for none. */
  private String about = "";

  /** Whether only the lines of that part are shown. */
  private boolean linesAlone;

  private Runnable focusProbe = () -> {};

  /**
   * @param files asks for recordings
   * @param simulation the instruments on a simulated board, empty for a real one
   * @param onDebrief leads to the debrief of a simulated case
   * @param onPreferences asks how the shop works
   */
  public TraceView(
      CaseDesk desk,
      FilePicker files,
      boolean dim,
      Optional<SimulationDesk> simulation,
      Runnable onDebrief,
      Runnable onPreferences) {
    this.onDebrief = onDebrief;
    this.onPreferences = onPreferences;
    this.files = files;
    this.desk = desk;
    this.simulation = simulation;
    this.map = new BoardMap(desk.workshop().photographs());
    this.stepCard =
        new StepCard(
            this::take,
            desk::showNextSuggestion,
            desk::decline,
            desk::stopThinking,
            simulation.map(s -> () -> s.take(desk.state().shownStep())),
            desk.odds() == OddsShown.HIDDEN ? Optional.of(task(desk)) : Optional.empty());
    this.suspects = new SuspectList(this::choose);
    this.bench = new BenchBar(desk);
    this.story =
        new StoryList(number -> StrikeDialog.ask(this, desk, bench, number), bench::begin, false);
    lines.setId("lines-of");
    map.setBoard(desk.state().board());
    map.setDim(dim);
    map.setOnPin(
        pin -> simulation.ifPresentOrElse(s -> s.probe(pin), () -> bench.begin(pin + " ")));
    map.setOnPart(this::touch);
    BorderPane page = new BorderPane(body());
    page.setBottom(bench);
    getChildren().addAll(page, armsLength);
    addEventFilter(KeyEvent.KEY_PRESSED, this::keys);
    WhileShown.follow(desk, this, this::show);
  }

  private static String task(CaseDesk desk) {
    String part = SimulationDesk.example(desk.state().board());
    return desk.state().header().complaint()
        + " Ask the instruments, log what you do: mended "
        + part
        + " replaced, mended "
        + part
        + ".1 reflowed. Suspects are hidden: a hint shows the planner's next step, the debrief"
        + " all of it.";
  }

  private HBox body() {
    // What nobody is shown needs no room: the story stands there, and the board is larger.
    boolean hidden = desk.odds() == OddsShown.HIDDEN;
    VBox right = hidden ? new VBox(8, stepCard, story) : new VBox(8, stepCard, suspects, reasons);
    // Where large text needs more room than there is, it scrolls; the bench line is never pushed
    // out.
    ScrollPane column = new ScrollPane(right);
    column.setFitToWidth(true);
    column.setFitToHeight(true);
    column.setHbarPolicy(ScrollPane.ScrollBarPolicy.NEVER);
    column.setFocusTraversable(false);
    column.setMinWidth(RIGHT_AT_LEAST);
    column.setPrefWidth(RIGHT);
    column.setMinHeight(0);
    Style.COLUMN.on(column);
    suspects.setPrefHeight(196);
    suspects.setMinHeight(120);
    reasons.setPrefHeight(190);
    reasons.setMinHeight(100);
    VBox.setVgrow(suspects, Priority.SOMETIMES);
    VBox.setVgrow(story, hidden ? Priority.ALWAYS : Priority.NEVER);
    VBox.setVgrow(reasons, Priority.ALWAYS);
    stepCard.setMinHeight(Region.USE_PREF_SIZE);
    StackPane sheet = new StackPane(map);
    Style.SHEET.on(sheet);
    VBox.setVgrow(sheet, Priority.ALWAYS);
    story.setPrefHeight(178);
    story.setMinHeight(90);
    news.setMinHeight(20);
    // A long sentence is cut; it takes nothing from what stands beside it.
    news.setMinWidth(0);
    news.setPrefWidth(0);
    news.setMaxWidth(Double.MAX_VALUE);
    HBox.setHgrow(news, Priority.ALWAYS);
    lines.managedProperty().bind(lines.visibleProperty());
    HBox aboveStory = new HBox(8, news, lines);
    aboveStory.setAlignment(Pos.CENTER_LEFT);
    // The board above it keeps its size, whether there is anything to press or not.
    aboveStory.setMinHeight(Theme.wide(ABOVE_STORY));
    VBox left = new VBox(6, mapBar());
    simulation.ifPresent(
        s -> {
          SimulationBar bar = new SimulationBar(s, desk.state().board(), onDebrief);
          focusProbe = bar::focusProbe;
          left.getChildren().add(bar);
          sheet.getChildren().add(new ScreenPane(s, sheet.heightProperty()));
        });
    left.getChildren().addAll(sheet, aboveStory);
    if (!hidden) {
      left.getChildren().add(story);
    }
    left.setMinHeight(0);
    HBox.setHgrow(left, Priority.ALWAYS);
    HBox body = new HBox(10, left, column);
    body.widthProperty()
        .addListener(
            (o, before, width) ->
                column.setPrefWidth(Math.min(Theme.wide(RIGHT), width.doubleValue() / 2)));
    Style.TRACE.on(body);
    return body;
  }

  private HBox mapBar() {
    for (CaseState state : CaseState.values()) {
      shelfPlace.getItems().add(state.words());
    }
    shelfPlace.setValue(desk.state().header().state().words());
    shelfPlace.setAccessibleText("Where the board stands");
    shelfPlace.setPrefWidth(Theme.wide(SHELF_PLACE));
    shelfPlace.setMinWidth(SHELF_PLACE);
    shelfPlace
        .getSelectionModel()
        .selectedItemProperty()
        .addListener((observed, before, words) -> moveTo(words));
    FlowPane tools =
        new FlowPane(
            8,
            4,
            sideName,
            side,
            map.photographButton(),
            Texts.button("fit", map::fit, Style.PLAIN_BUTTON),
            Texts.button("+", () -> map.zoom(1.5), Style.PLAIN_BUTTON),
            Texts.button("−", () -> map.zoom(1 / 1.5), Style.PLAIN_BUTTON),
            damageMenu(),
            benchMenu());
    tools.setAlignment(Pos.CENTER_LEFT);
    tools.prefWrapLengthProperty().bind(tools.widthProperty());
    HBox.setHgrow(tools, Priority.ALWAYS);
    HBox bar = new HBox(8, tools, shelfPlace);
    bar.setAlignment(Pos.CENTER_LEFT);
    return bar;
  }

  /** What happened to a part of the board, then drawn onto the map with mouse or finger. */
  private MenuButton damageMenu() {
    MenuButton menu = new MenuButton("mark damage");
    menu.setMinWidth(Region.USE_PREF_SIZE);
    Style.PLAIN_BUTTON.on(menu);
    for (DamageArea.Kind kind : DamageArea.Kind.values()) {
      MenuItem item = new MenuItem(kind.word());
      item.setOnAction(
          e -> {
            bench.say(
                "Draw the area on the board; " + Keys.TO_BENCH_LINE.label() + " leaves it.", true);
            map.drawArea(kind, area -> bench.enter(new Statement.Damaged(area).line()));
          });
      menu.getItems().add(item);
    }
    return menu;
  }

  /** What else the bench has to say: how it works, and what its recorders wrote. */
  private MenuButton benchMenu() {
    MenuItem shop = new MenuItem(Keys.PREFERENCES.on("school, instruments, preferences …"));
    shop.setOnAction(e -> onPreferences.run());
    MenuItem swap = new MenuItem(Keys.SWAP.on("try the chosen suspect by swapping …"));
    swap.setOnAction(e -> trySwap());
    MenuItem recording = new MenuItem("read a recording …");
    recording.setOnAction(e -> readRecording());
    MenuItem rom = new MenuItem("read a ROM …");
    rom.setOnAction(e -> readRom());
    MenuItem memory = new MenuItem("explain a memory …");
    memory.setOnAction(e -> explainMemory());
    MenuItem free = new MenuItem("free run: what each line shows …");
    free.setOnAction(e -> runFree());
    MenuItem letters = new MenuItem("what letters on the screen say …");
    letters.setOnAction(e -> explainLetters());
    MenuItem keys = new MenuItem("try the keys …");
    keys.setOnAction(e -> tryKeys());
    CheckMenuItem sounds = new CheckMenuItem("sound for kept and refused lines");
    sounds.setSelected(desk.workshop().settings().sounds());
    sounds.setOnAction(e -> sounds.setSelected(soundsNow(sounds.isSelected())));
    MenuButton menu =
        new MenuButton(
            "bench", null, shop, swap, recording, rom, memory, free, letters, keys, sounds);
    menu.setMinWidth(Region.USE_PREF_SIZE);
    Style.PLAIN_BUTTON.on(menu);
    return menu;
  }

  /** Switches the cues; gives whether they are on now. */
  private boolean soundsNow(boolean wanted) {
    if (wanted && !Cues.possible()) {
      bench.say(
          "This machine has no sound output that is free: the sentence here stays all.", false);
      return false;
    }
    String refusal = desk.workshop().settings().keepSounds(wanted);
    bench.say(
        refusal.isEmpty()
            ? (wanted ? "Kept lines rise, refused ones are low." : "Lines make no sound.")
            : refusal,
        refusal.isEmpty());
    return desk.workshop().settings().sounds();
  }

  /** What a scope or a bus recorder wrote, held against this board. */
  private void readRecording() {
    files
        .toRead("Read a recording", "Recordings", "*.vcd", "*.csv", "*.txt")
        .ifPresent(this::readRecording);
  }

  /** What is in a recording, held against this board. */
  public void readRecording(Path file) {
    SignalsDialog.show(
        new SignalsPresenter(desk.workshop(), desk.state().board()),
        file,
        getScene().getWindow(),
        bench::enter);
  }

  /** What was read out of a ROM of this board, the chosen suspect's where it is one. */
  public void readRom() {
    readRom(Optional.empty());
  }

  /** The same with a first reading that is at hand. */
  public void readRom(Path reading) {
    readRom(Optional.of(reading));
  }

  private void readRom(Optional<Path> reading) {
    RomPresenter roms = new RomPresenter(desk.workshop(), desk.state().board(), chosen);
    if (roms.parts().isEmpty()) {
      bench.say("This board has no ROM among its parts.", false);
    } else {
      RomDialog.show(roms, files, reading, getScene().getWindow(), bench::enter);
    }
  }

  /** What a tester or a diagnostic says of this board's memories, and what that comes to. */
  public void explainMemory() {
    MemoryPresenter memories = new MemoryPresenter(desk.workshop(), desk.state().board());
    if (memories.banks().isEmpty()) {
      bench.say("This board has no memory with numbered address pins.", false);
    } else {
      MemoryDialog.show(memories, files, getScene().getWindow(), bench::enter);
    }
  }

  /** What wrong letters on the screen come to. */
  public void explainLetters() {
    LettersDialog.show(desk.state().board(), getScene().getWindow(), bench::enter);
  }

  /** What each line shows where the processor counts through its addresses. */
  public void runFree() {
    FreeRunDialog.show(
        new FreeRunPresenter(desk.workshop(), desk.state().board()), files, getScene().getWindow());
  }

  /** What the keys of the board's keyboard do, and what that comes to. */
  public void tryKeys() {
    tryKeys(Optional.empty());
  }

  /** The same with a table of keys that is at hand. */
  public void tryKeys(Path table) {
    tryKeys(Optional.of(table));
  }

  private void tryKeys(Optional<Path> table) {
    KeysDialog.show(
        new KeysPresenter(desk.workshop(), desk.state().board(), desk.state().header().number()),
        files,
        table,
        getScene().getWindow(),
        bench::enter);
  }

  /** The chosen suspect tried in a good board and a good one here, step by step. */
  private void trySwap() {
    if (chosen.isEmpty()) {
      bench.say(
          "Choose a part among the suspects first: tracks and bridges cannot be swapped.", false);
    } else {
      SwapDialog.show(desk, chosen, getScene().getWindow(), bench::enter);
    }
  }

  private void moveTo(String words) {
    CaseState to = CaseState.byWords().get(words);
    if (to != null && to != desk.state().header().state()) {
      String refusal = desk.move(to);
      bench.say(refusal.isEmpty() ? "The board is now " + words + "." : refusal, refusal.isEmpty());
    }
  }

  private void show(DeskState state) {
    stepCard.show(state);
    suspects.say(
        state.thinking()
            ? "They come when the story is weighed."
            : "No suspects yet: log what the board shows.");
    String before = about;
    boolean alone = linesAlone;
    state.advice().ifPresent(advice -> suspects.show(state.board(), advice.diagnosis().suspects()));
    // The same suspect stays chosen, while what is said of it may have changed.
    Optional.ofNullable(suspects.getSelectionModel().getSelectedItem()).ifPresent(this::choose);
    story.show(desk.telling().lines(), StoryList.doubtful(state));
    // Who reads the lines of one part reads on, whoever leads now.
    linesAlone = alone;
    speakOf(alone ? before : about);
    paint();
    showArmsLength(state);
  }

  /** A part on the board: among the suspects where it is one, and what was said of it. */
  private void touch(String part) {
    suspects.choose(part);
    speakOf(part);
  }

  private void speakOf(String part) {
    about = part;
    linesAlone &= !part.isEmpty();
    offerLines();
  }

  /** The lines of the chosen part alone, or all of them. */
  private void showLines() {
    linesAlone = !linesAlone && lines.isVisible();
    offerLines();
  }

  private void offerLines() {
    story.only(linesAlone ? about : "");
    // Where suspects are hidden, which of them is chosen is as well.
    boolean any = desk.odds() != OddsShown.HIDDEN && !about.isEmpty() && story.linesOf(about) > 0;
    lines.setVisible(linesAlone || any);
    lines.setText(
        Keys.LINES_OF.on(
            linesAlone
                ? "all lines, not " + about + " alone"
                : "lines of " + about + ": " + story.linesOf(about)));
  }

  private void showArmsLength(DeskState state) {
    Optional<Step> step = state.shownStep();
    armsLength.show(
        step.map(Step::title)
            .orElse(
                desk.odds() == OddsShown.HIDDEN && !state.thinking()
                    ? state.header().complaint()
                    : "Weighing the story …"),
        step.map(s -> List.of(s.setUp(), StepCard.keys(s))).orElse(List.of()),
        step.map(Step::caution).orElse(""),
        state);
  }

  private void paint() {
    MapMarks marks = TraceMarks.of(desk.state(), chosen);
    map.setMarks(marks);
    say(desk.state().news(), marks);
  }

  /** What the last line moved; while it moved nothing, what the marks on the board mean. */
  private void say(String moved, MapMarks marks) {
    boolean quiet = moved.isBlank();
    (quiet ? Style.HEADING : Style.FAINT).off(news);
    (quiet ? Style.FAINT : Style.HEADING).on(news);
    news.setText(quiet ? marks.legend() : moved);
  }

  private void choose(Suspect suspect) {
    chosen = suspect.place() instanceof Place.OfPart(String part) ? part : "";
    speakOf(chosen);
    desk.state()
        .advice()
        .ifPresent(
            advice ->
                reasons.show(
                    desk.state().board(),
                    advice,
                    suspect,
                    desk.state().similar(),
                    desk.state().thinking()));
    paint();
  }

  private void turnOver() {
    map.turnOver();
    sideName.setText(map.underside() ? UNDERSIDE : TOP);
  }

  private void take(Step.Outcome outcome) {
    if (outcome.line().isEmpty()) {
      bench.begin(outcome.start());
    } else {
      bench.enter(outcome.line());
    }
  }

  private void keys(KeyEvent e) {
    command(e)
        .ifPresent(
            command -> {
              command.run();
              e.consume();
            });
  }

  private Optional<Runnable> command(KeyEvent e) {
    int index = Keys.outcome(e);
    if (index >= 0) {
      return Optional.of(
          () ->
              desk.state()
                  .shownStep()
                  .flatMap(step -> StepCard.outcome(step, index))
                  .ifPresent(this::take));
    }
    Map<Keys, Runnable> commands =
        Map.ofEntries(
            Map.entry(Keys.NEXT_STEP, desk::showNextSuggestion),
            Map.entry(Keys.DECLINE, desk::decline),
            Map.entry(Keys.ARMS_LENGTH, () -> armsLength.setVisible(!armsLength.isVisible())),
            Map.entry(Keys.STOP_WORKING, desk::stopThinking),
            Map.entry(Keys.TURN_OVER, this::turnOver),
            Map.entry(Keys.PHOTOGRAPH, desk.workshop().photographs()::lookOtherwise),
            Map.entry(Keys.LINES_OF, this::showLines),
            Map.entry(Keys.SWAP, this::trySwap),
            Map.entry(
                Keys.INSTRUMENTS,
                () -> simulation.ifPresent(s -> s.take(desk.state().shownStep()))),
            Map.entry(Keys.PROBE, focusProbe),
            Map.entry(Keys.TO_BENCH_LINE, this::toBenchLine));
    return commands.entrySet().stream()
        .filter(c -> c.getKey().is(e))
        .map(Map.Entry::getValue)
        .findFirst();
  }

  private void toBenchLine() {
    armsLength.setVisible(false);
    map.stopDrawing();
    bench.field().requestFocus();
  }

  public void setDim(boolean dim) {
    map.setDim(dim);
  }

  /** Where typing should go. */
  public Node firstFocus() {
    return bench.field();
  }

  /** The instruments on the simulated board, empty for a real one. */
  public Optional<SimulationDesk> simulation() {
    return simulation;
  }

  public CaseDesk desk() {
    return desk;
  }
}
