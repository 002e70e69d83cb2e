package raconteur.desktop.app;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.Executor;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicReference;
import javafx.animation.KeyFrame;
import javafx.animation.Timeline;
import javafx.application.Application;
import javafx.application.Platform;
import javafx.scene.Scene;
import javafx.stage.Stage;
import javafx.util.Duration;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.demo.DemoCases;
import raconteur.casebook.store.Backups;
import raconteur.casebook.store.Casebook;
import raconteur.casebook.store.Outcome;
import raconteur.casebook.store.Restore;
import raconteur.core.device.DeviceLibrary;
import raconteur.desktop.log.Log;
import raconteur.desktop.log.Mishaps;
import raconteur.desktop.theme.Theme;
import raconteur.desktop.workshop.FilePicker;
import raconteur.desktop.workshop.LaunchPlan;
import raconteur.desktop.workshop.Workshop;

/** The window. The casebook is opened on a thread of its own while the toolkit starts. */
public final class RaconteurApp extends Application {
  private static final AtomicReference<Optional<LaunchPlan>> PLAN =
      new AtomicReference<>(Optional.empty());
  private static final AtomicReference<CompletableFuture<Outcome<Workshop>>> OPENING =
      new AtomicReference<>(new CompletableFuture<>());
  private static final Duration LOOK_AT_FILE = Duration.seconds(2);
  private static final double WIDTH = 1280;
  private static final double HEIGHT = 800;

  private static final ExecutorService WORKER = aside("working it out");
  private static final ExecutorService INSTRUMENTS = aside("simulated instruments");
  private static final ExecutorService FILES =
      Executors.newCachedThreadPool(r -> daemon(r, "files"));
  private static final Log LOG = new Log(LaunchPlan.dataFolder());

  private Optional<Casebook> casebook = Optional.empty();
  private Optional<Frame> shown = Optional.empty();
  private Optional<Timeline> looking = Optional.empty();
  private int version;
  private int attempt;

  static Log log() {
    return LOG;
  }

  private static ExecutorService aside(String name) {
    return Executors.newSingleThreadExecutor(r -> daemon(r, name));
  }

  private static Thread daemon(Runnable work, String name) {
    Thread thread = new Thread(work, name);
    thread.setDaemon(true);
    return thread;
  }

  /** Opens the window and waits until it is closed; false where it could not be shown. */
  public static boolean open(LaunchPlan plan) {
    PLAN.set(Optional.of(plan));
    OPENING.set(opening(plan));
    Application.launch(RaconteurApp.class);
    return true;
  }

  private static CompletableFuture<Outcome<Workshop>> opening(LaunchPlan plan) {
    return CompletableFuture.supplyAsync(
        () -> workshop(plan, WORKER, FILES, INSTRUMENTS, Platform::runLater), FILES);
  }

  @Override
  public void start(Stage stage) {
    Theme.prepare();
    Frame frame = show(stage, PLAN.get().orElseThrow(), OPENING.get());
    Thread.setDefaultUncaughtExceptionHandler(mishaps(frame));
  }

  /** A shelf with a story behind it, in a window of its own beside this one. */
  private static void showDemo(Frame from) {
    try {
      LaunchPlan plan = LaunchPlan.demo(Clock.systemUTC(), false);
      RaconteurApp beside = new RaconteurApp();
      Stage stage = new Stage();
      stage.setOnHidden(e -> beside.shut());
      beside.show(stage, plan, opening(plan));
    } catch (IOException e) {
      LOG.say("the demo's folder", e);
      from.notice("There is no room for the demo's copy in the folder for temporary files.");
    }
  }

  private Frame show(
      Stage stage, LaunchPlan plan, CompletableFuture<Outcome<Workshop>> beingOpened) {
    AtomicReference<Optional<Frame>> self = new AtomicReference<>(Optional.empty());
    Frame frame =
        new Frame(FilePicker.dialogs(stage), () -> self.get().ifPresent(RaconteurApp::showDemo));
    self.set(Optional.of(frame));
    Scene scene = new Scene(frame, WIDTH, HEIGHT);
    Theme.dress(scene);
    frame.bindKeys();
    stage.setTitle("Raconteur" + (plan.demo() ? " (demo)" : ""));
    Theme.icon().ifPresent(stage.getIcons()::add);
    stage.setMinWidth(1024);
    stage.setMinHeight(700);
    stage.setScene(scene);
    stage.show();
    await(beingOpened, plan, frame);
    return frame;
  }

  /** Whatever becomes of the opening is shown; "Opening …" never stays. */
  private void await(CompletableFuture<Outcome<Workshop>> opening, LaunchPlan plan, Frame frame) {
    var _ =
        opening.whenComplete(
            (opened, failure) ->
                Platform.runLater(
                    () ->
                        opened(
                            plan,
                            frame,
                            failure == null
                                ? opened
                                : new Outcome.Failed<>(mishap(plan, failure)))));
  }

  private static String mishap(LaunchPlan plan, Throwable failure) {
    LOG.say("opening the casebook", failure);
    return plan.casebook() + " could not be opened. " + new Mishaps(LOG, _ -> {}).sentence(failure);
  }

  /** What nobody caught is told above whatever is shown. */
  static Mishaps mishaps(Frame frame) {
    return new Mishaps(LOG, sentence -> Platform.runLater(() -> frame.notice(sentence)));
  }

  private void opened(LaunchPlan plan, Frame frame, Outcome<Workshop> opened) {
    switch (opened) {
      case Outcome.Failed<Workshop>(String sentence) -> refused(plan, frame, sentence);
      case Outcome.Done<Workshop>(Workshop workshop) -> {
        opened(frame, workshop);
        plan.brought().ifPresent(frame::bring);
      }
    }
    if (plan.timeStart()) {
      printStart();
    }
  }

  /** Says why there is no casebook, and offers what can be done about it. */
  private void refused(LaunchPlan plan, Frame frame, String sentence) {
    int mine = ++attempt;
    Pages.Remedy again = new Pages.Remedy("Open it again", () -> openAgain(plan, frame));
    frame.refuse(sentence, again);
    FILES.execute(
        () ->
            new Backups(plan.casebook())
                .latestGood()
                .ifPresent(
                    good ->
                        Platform.runLater(
                            () -> {
                              if (mine == attempt) {
                                frame.refuse(sentence, again, putBack(plan, frame, good));
                              }
                            })));
  }

  private Pages.Remedy putBack(LaunchPlan plan, Frame frame, Backups.Good good) {
    return new Pages.Remedy(
        "Put the copy of " + good.copy().day() + " in its place: " + good.contents().words(),
        () -> restore(plan, frame, good));
  }

  private void openAgain(LaunchPlan plan, Frame frame) {
    attempt++;
    frame.opening("Opening the casebook …");
    await(opening(plan), plan, frame);
  }

  private void restore(LaunchPlan plan, Frame frame, Backups.Good good) {
    attempt++;
    frame.opening("Putting the copy in its place …");
    var _ =
        CompletableFuture.supplyAsync(
                () ->
                    new Backups(plan.casebook())
                        .restore(good.copy().file(), plan.clock().instant()),
                FILES)
            .whenComplete(
                (done, failure) ->
                    Platform.runLater(
                        () -> {
                          if (failure == null && done instanceof Outcome.Done<Restore.Restored>) {
                            openAgain(plan, frame);
                          } else {
                            refused(
                                plan,
                                frame,
                                done instanceof Outcome.Failed<Restore.Restored>(String why)
                                    ? why
                                    : mishap(plan, failure));
                          }
                        }));
  }

  /** Opens casebook and boards; used by the window and by whatever draws it without one. */
  static Outcome<Workshop> workshop(
      LaunchPlan plan, Executor worker, Executor files, Executor instruments, Executor window) {
    return switch (Casebook.open(plan.casebook(), plan.clock())) {
      case Outcome.Failed<Casebook> failed -> new Outcome.Failed<>(failed.sentence());
      case Outcome.Done<Casebook>(Casebook book) -> {
        if (plan.demo()) {
          DemoCases.fill(book);
        }
        yield new Outcome.Done<>(
            new Workshop(
                book,
                BoardShelf.of(plan.boardsFolder(), DeviceLibrary.shipped().with(book.devices())),
                worker,
                files,
                instruments,
                window));
      }
    };
  }

  private void opened(Frame frame, Workshop workshop) {
    casebook = Optional.of(workshop.casebook());
    shown = Optional.of(frame);
    version = workshop.casebook().version();
    frame.open(workshop);
    FILES.execute(() -> LOG.say("a casebook was opened"));
    backUp(workshop);
    Timeline every = new Timeline(new KeyFrame(LOOK_AT_FILE, e -> lookAtFile()));
    every.setCycleCount(Timeline.INDEFINITE);
    every.play();
    looking.ifPresent(Timeline::stop);
    looking = Optional.of(every);
  }

  /** Takes in what another program has written to the file. */
  private void lookAtFile() {
    if (casebook.isPresent() && shown.isPresent()) {
      int now = casebook.get().version();
      if (now != version) {
        version = now;
        shown.get().refreshFromFile();
      }
    }
  }

  /**
   * Today's copy of the casebook, made once the window stands, beside everything else; what fails
   * is told in the window, and so is what in the casebook cannot be read.
   */
  private void backUp(Workshop workshop) {
    workshop
        .files()
        .execute(
            () -> {
              List<String> odd = new ArrayList<>(workshop.casebook().lookThrough());
              if (new Backups(workshop.casebook().file()).make(workshop.casebook())
                  instanceof Outcome.Failed<Path>(String sentence)) {
                odd.add(sentence);
              }
              if (!odd.isEmpty()) {
                workshop
                    .window()
                    .execute(() -> shown.ifPresent(f -> f.notice(String.join("\n", odd))));
              }
            });
  }

  /** Measured from the start of the Java process to the first frame with the shelf on it. */
  @SuppressWarnings("SystemOut")
  private static void printStart() {
    new javafx.animation.AnimationTimer() {
      private int frames;

      @Override
      public void handle(long now) {
        frames++;
        if (frames == 2) {
          long started = java.lang.management.ManagementFactory.getRuntimeMXBean().getStartTime();
          System.out.println("usable after " + (System.currentTimeMillis() - started) + " ms");
          Platform.exit();
        }
      }
    }.start();
  }

  private void shut() {
    looking.ifPresent(Timeline::stop);
    casebook.ifPresent(Casebook::close);
  }

  @Override
  public void stop() {
    WORKER.shutdownNow();
    shut();
  }
}
