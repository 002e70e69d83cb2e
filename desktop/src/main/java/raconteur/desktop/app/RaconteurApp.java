package raconteur.desktop.app;

import java.nio.file.Path;
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
import raconteur.core.device.DeviceLibrary;
import raconteur.desktop.theme.Theme;

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
  private Optional<Casebook> casebook = Optional.empty();
  private Optional<Frame> shown = Optional.empty();
  private int version;

  private static ExecutorService aside(String name) {
    return Executors.newSingleThreadExecutor(
        r -> {
          Thread thread = new Thread(r, name);
          thread.setDaemon(true);
          return thread;
        });
  }

  /** Opens the window and waits until it is closed; false where it could not be shown. */
  public static boolean open(LaunchPlan plan) {
    PLAN.set(Optional.of(plan));
    OPENING.set(
        CompletableFuture.supplyAsync(
            () -> workshop(plan, WORKER, INSTRUMENTS, Platform::runLater), WORKER));
    Application.launch(RaconteurApp.class);
    return true;
  }

  @Override
  public void start(Stage stage) {
    LaunchPlan plan = PLAN.get().orElseThrow();
    Theme.prepare();
    Frame frame = new Frame(FilePicker.dialogs(stage));
    Scene scene = new Scene(frame, WIDTH, HEIGHT);
    Theme.dress(scene);
    frame.bindKeys();
    stage.setTitle("Raconteur" + (plan.demo() ? " (demo)" : ""));
    stage.setMinWidth(1024);
    stage.setMinHeight(700);
    stage.setScene(scene);
    stage.show();
    var _ =
        OPENING.get().thenAccept(opened -> Platform.runLater(() -> opened(plan, frame, opened)));
  }

  private void opened(LaunchPlan plan, Frame frame, Outcome<Workshop> opened) {
    switch (opened) {
      case Outcome.Failed<Workshop> failed -> frame.refuse(failed.sentence());
      case Outcome.Done<Workshop>(Workshop workshop) -> opened(frame, workshop);
    }
    if (plan.timeStart()) {
      printStart();
    }
  }

  /** Opens casebook and boards; used by the window and by whatever draws it without one. */
  static Outcome<Workshop> workshop(
      LaunchPlan plan, Executor worker, Executor instruments, Executor window) {
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
    backUp(workshop);
    Timeline looking =
        new Timeline(
            new KeyFrame(
                LOOK_AT_FILE,
                e -> {
                  int now = workshop.casebook().version();
                  if (now != version) {
                    version = now;
                    frame.refreshFromFile();
                  }
                }));
    looking.setCycleCount(Timeline.INDEFINITE);
    looking.play();
  }

  /**
   * Today's copy of the casebook, made once the window stands; what fails is told in the window.
   */
  private void backUp(Workshop workshop) {
    workshop
        .worker()
        .execute(
            () -> {
              Outcome<Path> made =
                  new Backups(workshop.casebook().file()).make(workshop.casebook());
              if (made instanceof Outcome.Failed<Path>(String sentence)) {
                workshop.window().execute(() -> shown.ifPresent(f -> f.notice(sentence)));
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

  @Override
  public void stop() {
    WORKER.shutdownNow();
    casebook.ifPresent(Casebook::close);
  }
}
