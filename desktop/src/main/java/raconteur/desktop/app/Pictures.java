package raconteur.desktop.app;

import java.io.IOException;
import java.io.PrintWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Stream;
import javafx.application.Platform;
import javafx.embed.swing.SwingFXUtils;
import javafx.scene.Scene;
import javafx.stage.Stage;
import javax.imageio.ImageIO;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.files.WholeFile;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.board.PinRef;
import raconteur.core.practice.Lesson;
import raconteur.core.practice.OddsShown;
import raconteur.desktop.boards.BoardsView;
import raconteur.desktop.control.Keys;
import raconteur.desktop.practice.PracticePresenter;
import raconteur.desktop.simulate.SimulatedCases;
import raconteur.desktop.simulate.SimulationDesk;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.trace.TraceView;
import raconteur.desktop.workshop.FilePicker;
import raconteur.desktop.workshop.LaunchPlan;
import raconteur.desktop.workshop.Photographs;
import raconteur.desktop.workshop.Workshop;

/** Draws every main view to PNG files, at 1280 × 800, with everything worked out. */
public final class Pictures {
  private static final int CASE_TO_SHOW = 13;
  private static final int CASE_ARRIVED = 15;
  private static final int CASE_TO_MEND = 19;
  private static final int CASE_TO_PROVE = 20;

  private static final List<String> SHELVES = List.of("shelf", "odds");
  private static final List<String> BOARDS =
      List.of("boards", "own-board", "photograph", "photograph-parts");
  private static final List<String> STAGES =
      List.of("inspect", "inspect-capacitors", "power", "arrive");
  private static final List<String> TRACE = List.of("trace", "arms-length", "trace-dim");
  private static final List<String> CLOSING =
      List.of("mend", "glance", "prove", "handover", "stockroom");

  /** The names of all pictures, in the order they are drawn in. */
  public static final List<String> NAMES =
      Stream.of(
              SHELVES,
              BOARDS,
              List.of("devices"),
              STAGES,
              TRACE,
              List.of("simulated", "practice"),
              CLOSING)
          .flatMap(List::stream)
          .toList();

  private final Path folder;
  private final Set<String> wanted;
  private final PrintWriter out;
  private final Frame frame;
  private final Scene scene;

  private Pictures(Path folder, Set<String> wanted, PrintWriter out, Frame frame, Scene scene) {
    this.folder = folder;
    this.wanted = wanted;
    this.out = out;
    this.frame = frame;
    this.scene = scene;
  }

  /** Draws the pictures of these {@link #NAMES names}; false where something was refused. */
  public static boolean draw(
      LaunchPlan plan, Path folder, Set<String> wanted, PrintWriter out, PrintWriter err)
      throws IOException {
    Files.createDirectories(folder);
    AtomicReference<String> refusal = new AtomicReference<>("");
    CountDownLatch done = new CountDownLatch(1);
    Platform.startup(
        () -> {
          try {
            refusal.set(drawAll(plan, folder, wanted, out));
          } catch (IOException e) {
            refusal.set(String.valueOf(e.getMessage()));
          } finally {
            done.countDown();
          }
        });
    try {
      done.await();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
    }
    Platform.exit();
    if (!refusal.get().isEmpty()) {
      err.println(refusal.get());
    }
    return refusal.get().isEmpty();
  }

  private static String drawAll(LaunchPlan plan, Path folder, Set<String> wanted, PrintWriter out)
      throws IOException {
    Theme.prepare();
    return switch (RaconteurApp.workshop(
        plan, Runnable::run, Runnable::run, Runnable::run, Runnable::run)) {
      case Outcome.Failed<Workshop> failed -> failed.sentence();
      case Outcome.Done<Workshop>(Workshop workshop) -> {
        Stage stage = new Stage();
        Frame frame = new Frame(FilePicker.dialogs(stage), () -> {});
        Scene scene = new Scene(frame, 1280, 800);
        Theme.dress(scene);
        stage.setScene(scene);
        stage.setX(0);
        stage.setY(0);
        stage.show();
        frame.open(workshop);
        new Pictures(folder, wanted, out, frame, scene).drawViews(workshop);
        workshop.casebook().close();
        stage.close();
        yield "";
      }
    };
  }

  private void drawViews(Workshop workshop) throws IOException {
    if (any(SHELVES)) {
      frame.showShelf();
      draw("shelf");
      frame.showOdds();
      draw("odds");
    }
    if (any(BOARDS)) {
      boards(workshop);
    }
    if (any(List.of("devices"))) {
      frame.showDevices();
      draw("devices");
    }
    if (any(STAGES) && workshop.casebook().find(CASE_ARRIVED).isPresent()) {
      frame.openCase(CASE_ARRIVED);
      stages();
    }
    if (any(TRACE)) {
      trace(workshop);
    }
    if (any(List.of("simulated"))) {
      simulated(workshop);
    }
    if (any(List.of("practice"))) {
      practice(workshop);
    }
    if (any(CLOSING)) {
      closing(workshop);
    }
  }

  private boolean any(List<String> names) {
    return names.stream().anyMatch(wanted::contains);
  }

  private void trace(Workshop workshop) throws IOException {
    int shown =
        workshop.casebook().find(CASE_TO_SHOW).isPresent()
            ? CASE_TO_SHOW
            : workshop.casebook().nextNumber() - 1;
    frame.openCase(shown);
    if (frame.trace().isEmpty()) {
      return;
    }
    draw("trace");
    press(Keys.ARMS_LENGTH);
    draw("arms-length");
    press(Keys.ARMS_LENGTH);
    // In the dim one a line was walked.
    workshop.casebook().find(CASE_TO_MEND).ifPresent(c -> frame.openCase(CASE_TO_MEND));
    Theme.setDim(frame, true);
    frame.trace().orElseThrow().setDim(true);
    draw("trace-dim");
    Theme.setDim(frame, false);
  }

  /** The stages behind Trace, and the stockroom. */
  private void closing(Workshop workshop) throws IOException {
    if (workshop.casebook().find(CASE_TO_PROVE).isEmpty()) {
      return;
    }
    frame.openCase(CASE_TO_MEND);
    stage("Mend", "Plan", "mend");
    frame.openCase(CASE_TO_SHOW);
    stage("Hand over", "At a glance", "glance");
    frame.openCase(CASE_TO_PROVE);
    stage("Prove", "Plan", "prove");
    stage("Hand over", "Technical", "handover");
    frame.showStockroom();
    draw("stockroom");
  }

  /** A simulated board with some readings taken and its screen looked at. */
  private void simulated(Workshop workshop) throws IOException {
    SimulatedCases cases = new SimulatedCases(workshop);
    Optional<Board> board = cases.boards().stream().filter(SimulatedCases::runs).findFirst();
    if (board.isEmpty()
        || !(cases.begin(
                board.get(),
                SimulatedCases.drawn(board.get(), SIMULATION_TO_SHOW),
                "Not known to work.",
                List.of())
            instanceof Outcome.Done<Integer>(Integer number))) {
      return;
    }
    frame.openCase(number);
    SimulationDesk simulation = frame.trace().flatMap(TraceView::simulation).orElseThrow();
    simulation.railVolts("+5V");
    simulation.probe(PinRef.parse("U8.17"));
    simulation.probe(PinRef.parse("U64.3"));
    simulation.look();
    draw("simulated");
  }

  /** A lesson played not quite as the planner would have, gone through. */
  private void practice(Workshop workshop) throws IOException {
    PracticePresenter presenter = new PracticePresenter(workshop);
    presenter.load(() -> {});
    Optional<Lesson> lesson = presenter.lesson(LESSON_TO_SHOW);
    if (lesson.isEmpty()
        || !(presenter.begin(lesson.get(), OddsShown.HIDDEN)
            instanceof Outcome.Done<Integer>(Integer number))) {
      return;
    }
    for (String line : LESSON_AS_PLAYED) {
      workshop.casebook().append(number, line);
    }
    frame.showPractice();
    frame.practice().orElseThrow().debrief(number);
    draw("practice");
  }

  /** The boards' view with a net lit. */
  private void boards(Workshop workshop) throws IOException {
    frame.showBoards();
    BoardsView boards = frame.boards().orElseThrow();
    boards.choose("lanternfish-l1");
    boards.find("/WRAM0");
    draw("boards");
    boards.newBoard(
        "Tern",
        "3",
        "+5V +12V -5V",
        """
        U1 Z80A CPU 8432
        U2-U3 SN74LS245N
        U4 D8255AC-5
        U5, U6 and U7 74LS157
        U8 HN482764G-3
        U9 Z80A SIO
        U21-U28 MB8264A-15P
        U30 HOUSE-17
        R1 to R8 324
        C1-C24 100n
        C25 470uF 16V
        """);
    draw("own-board");
    boards.leaveNewBoard();
    boards.choose("marram-310");
    boards.photograph();
    draw("photograph");
    boards.placeParts();
    draw("photograph-parts");
    boards.leavePhotograph();
    workshop.photographs().look(Photographs.Look.DIMMED);
  }

  private static final long SIMULATION_TO_SHOW = 23;
  private static final String LESSON_TO_SHOW = "warm-rom";
  private static final List<String> LESSON_AS_PLAYED =
      List.of(
          "+5V 2.1 V",
          "+5V gnd 2.2 ohm",
          "U1.6 low",
          "mended U1 replaced",
          "screen blank",
          "+5V gnd 2.2 ohm",
          "U8 normal",
          "U9 hot",
          "pull U9 240 ohm on +5V",
          "mended U9 replaced",
          "screen works");

  /** The telling panes of the stages before Trace. */
  private void stages() throws IOException {
    stage("Inspect", "Rails", "inspect");
    stage("Inspect", "Capacitors", "inspect-capacitors");
    stage("Power", "Rails", "power");
    stage("Arrive", "Marks", "arrive");
  }

  private void stage(String name, String pane, String picture) throws IOException {
    frame.showStage(name);
    frame.stage(name).orElseThrow().choose(pane);
    draw(picture);
  }

  private void press(javafx.scene.Node view, Keys key) {
    javafx.event.Event.fireEvent(view, key.pressed());
  }

  private void press(Keys key) {
    press(frame.trace().orElseThrow(), key);
  }

  private void draw(String name) throws IOException {
    if (!wanted.contains(name)) {
      return;
    }
    // Lists make their cells in the first pass, know their heights in the second, and what they
    // put off until then is done in between.
    for (int i = 0; i < 3; i++) {
      frame.applyCss();
      frame.layout();
      scene.snapshot(null);
      letPendingWorkRun();
    }
    var image = scene.snapshot(null);
    Path file = folder.resolve(name + ".png");
    var drawn = SwingFXUtils.fromFXImage(image, null);
    Optional<String> refusal =
        WholeFile.write(file, FileKind.PNG, to -> ImageIO.write(drawn, "png", to));
    if (refusal.isPresent()) {
      throw new IOException(refusal.get());
    }
    out.println(file);
    out.flush();
  }

  private static void letPendingWorkRun() {
    Object here = new Object();
    Platform.runLater(() -> Platform.exitNestedEventLoop(here, here));
    Platform.enterNestedEventLoop(here);
  }
}
