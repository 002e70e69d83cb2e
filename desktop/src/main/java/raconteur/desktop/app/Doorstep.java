package raconteur.desktop.app;

import java.io.File;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.application.Platform;
import javafx.scene.input.DragEvent;
import javafx.scene.input.TransferMode;
import raconteur.casebook.store.Archive;
import raconteur.casebook.store.Outcome;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.finding.Bookkeeping.PictureMoment;
import raconteur.core.story.Case;
import raconteur.core.story.CaseFiles;
import raconteur.core.story.CaseHeader;
import raconteur.desktop.arrive.CasePictures;
import raconteur.desktop.boards.BoardsView;
import raconteur.desktop.brought.Offer;
import raconteur.desktop.brought.OfferBar;
import raconteur.desktop.desk.CaseDesk;
import raconteur.desktop.desk.DeskState;
import raconteur.desktop.trace.TraceView;
import raconteur.desktop.workshop.LaunchPlan;
import raconteur.desktop.workshop.Workshop;

/**
 * Where files come in: dragged onto the window, or given at its start. What a file is and what
 * would be done is said first; what is chosen is done in the view where it belongs.
 */
final class Doorstep {
  private static final long LARGEST_CASE = 64_000_000;

  private final Frame frame;

  Doorstep(Frame frame) {
    this.frame = frame;
  }

  /** Takes what is dragged onto the window; once it is in a scene. */
  void listen() {
    frame.getScene().addEventHandler(DragEvent.DRAG_OVER, this::over);
    frame.getScene().addEventHandler(DragEvent.DRAG_DROPPED, this::dropped);
  }

  private void over(DragEvent event) {
    if (event.getDragboard().hasFiles() && frame.workshop().isPresent()) {
      event.acceptTransferModes(TransferMode.COPY);
    }
    event.consume();
  }

  private void dropped(DragEvent event) {
    List<File> files = event.getDragboard().getFiles();
    event.setDropCompleted(!files.isEmpty());
    event.consume();
    files.stream().findFirst().map(File::toPath).ifPresent(this::bring);
    if (files.size() > 1) {
      frame.notice("One file at a time: only " + files.getFirst().getName() + " is looked at.");
    }
  }

  /** Says what a file is and asks what is to be done. */
  void bring(Path file) {
    frame.workshop().ifPresent(workshop -> bring(workshop, file));
  }

  private void bring(Workshop workshop, Path file) {
    Optional<Integer> onBench = frame.desk().map(d -> d.state().header().number());
    boolean boardChosen = frame.chosenBoard().isPresent();
    workshop
        .files()
        .execute(
            () -> {
              boolean empty = workshop.casebook().headers().isEmpty();
              Offer offer = Offer.of(file, onBench, boardChosen, empty);
              workshop
                  .window()
                  .execute(
                      () ->
                          frame.ask(
                              new OfferBar(
                                  offer, deed -> act(workshop, file, deed), frame::asked)));
            });
  }

  private void act(Workshop workshop, Path file, Offer.Deed deed) {
    frame.asked();
    switch (deed) {
      case LOOK_THROUGH -> onBoards(v -> v.importFile(file));
      case TYPE_NETS -> onBoards(v -> v.typedNets(file));
      case PHOTOGRAPH -> onBoards(v -> v.photograph(file));
      case READ_RECORDING -> onTrace(v -> v.readRecording(file));
      case READ_ROM -> onTrace(v -> v.readRom(file));
      case READ_KEYS -> onTrace(v -> v.tryKeys(file));
      case KEEP_BEFORE -> keep(workshop, file, PictureMoment.BEFORE);
      case KEEP_AFTER -> keep(workshop, file, PictureMoment.AFTER);
      case KEEP_OTHER -> keep(workshop, file, PictureMoment.OTHER);
      case TAKE_COUNTS -> {
        frame.showOdds();
        frame.odds().ifPresent(v -> v.take(file));
      }
      case TAKE_STOCK -> {
        frame.showStockroom();
        frame.stockroom().ifPresent(v -> v.take(file));
      }
      case TAKE_CASE -> aside(workshop, () -> takeCase(workshop, file));
      case TAKE_ARCHIVE -> aside(workshop, () -> takeArchive(workshop, file));
    }
  }

  private void onBoards(Consumer<BoardsView> act) {
    frame.showBoards();
    // Behind the view's own wish where typing goes.
    frame.boards().ifPresent(view -> Platform.runLater(() -> act.accept(view)));
  }

  private void onTrace(Consumer<TraceView> act) {
    frame.showTrace();
    frame.trace().ifPresent(act);
  }

  private void keep(Workshop workshop, Path file, PictureMoment moment) {
    Optional<CaseDesk> desk = frame.desk();
    if (desk.isEmpty()) {
      return;
    }
    frame.showStage(Way.ARRIVE.word());
    frame.stage(Way.ARRIVE.word()).ifPresent(stage -> stage.choose("Pictures"));
    String name = String.valueOf(file.getFileName()).replaceAll("\\.[A-Za-z]+$", "");
    workshop
        .files()
        .execute(
            () -> {
              Outcome<String> kept =
                  CasePictures.keep(workshop, file, moment, Optional.empty(), name);
              workshop.window().execute(() -> enter(desk.get(), kept));
            });
  }

  private void enter(CaseDesk desk, Outcome<String> kept) {
    switch (kept) {
      case Outcome.Failed<String>(String why) -> frame.notice(why);
      case Outcome.Done<String>(String line) -> {
        if (desk.enter(line) instanceof DeskState.Rejected(String why)) {
          frame.notice(why);
        }
      }
    }
  }

  /** What takes a while is done beside the window; its sentence is shown when it is there. */
  private void aside(Workshop workshop, java.util.function.Supplier<String> work) {
    workshop
        .files()
        .execute(
            () -> {
              String said = work.get();
              workshop
                  .window()
                  .execute(
                      () -> {
                        frame.showShelf();
                        frame.notice(said);
                      });
            });
  }

  private static String takeCase(Workshop workshop, Path file) {
    try {
      if (Files.size(file) > LARGEST_CASE) {
        return file + " is larger than a case gets, 64 MB.";
      }
      String text = Files.readString(file, StandardCharsets.UTF_8);
      return switch (CaseFiles.read(String.valueOf(file.getFileName()), text)) {
        case Loaded.Refused<Case> refused -> "Not taken in: " + refused.summary();
        case Loaded.Ok<Case>(Case read) -> adopt(workshop, read);
      };
    } catch (IOException e) {
      return file + " cannot be read as UTF-8 text.";
    }
  }

  /** A number that is taken here gives way to the next that is free. */
  private static String adopt(Workshop workshop, Case read) {
    CaseHeader header = read.header();
    int number =
        workshop.casebook().header(header.number()).isPresent()
            ? workshop.casebook().nextNumber()
            : header.number();
    Case adopted =
        new Case(
            new CaseHeader(
                number,
                header.boardId(),
                header.owner(),
                header.complaint(),
                header.opened(),
                header.state()),
            read.entries());
    return switch (workshop.casebook().adopt(List.of(adopted))) {
      case Outcome.Failed<Integer>(String why) -> why;
      case Outcome.Done<Integer> _ ->
          "Case "
              + number
              + " is on the shelf"
              + (number == header.number() ? "." : ", its number " + header.number() + " is taken.")
              + (workshop.boards().find(header.boardId()).isPresent()
                  ? ""
                  : " Its board "
                      + header.boardId()
                      + " is not at hand: bring its file as well before the case is opened.");
    };
  }

  private static String takeArchive(Workshop workshop, Path file) {
    LaunchPlan here =
        new LaunchPlan(workshop.casebook().file(), false, java.time.Clock.systemUTC(), false);
    return switch (Archive.read(file, workshop.casebook(), here.boardsFolder())) {
      case Outcome.Failed<Archive.Contents>(String why) -> why;
      case Outcome.Done<Archive.Contents>(Archive.Contents taken) -> {
        // Its boards and devices are at hand from now on.
        workshop.boards().use(DeviceLibrary.shipped().with(workshop.casebook().devices()));
        yield taken.cases()
            + " cases, "
            + taken.pictures()
            + " pictures and "
            + taken.boards()
            + " boards were taken in.";
      }
    };
  }
}
