package raconteur.desktop.boards;

import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.Future;
import java.util.concurrent.FutureTask;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.exchange.BoardExport;
import raconteur.casebook.exchange.BoardImport;
import raconteur.casebook.exchange.Imported;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.files.WholeFile;
import raconteur.casebook.report.BoardPdf;
import raconteur.casebook.store.Outcome;
import raconteur.core.board.Board;
import raconteur.core.board.BoardCheck;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardDifference;
import raconteur.core.board.BoardIdentity;
import raconteur.core.board.BoardMerge;
import raconteur.core.board.DepthMeter;
import raconteur.core.board.GoodReadings;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.Device;
import raconteur.core.device.DeviceLibrary;
import raconteur.core.fault.FaultCatalogue;
import raconteur.core.fault.History;
import raconteur.core.fault.Place;
import raconteur.core.fault.Priors;
import raconteur.core.marking.MarkingReader;
import raconteur.core.netlines.NetLines;
import raconteur.core.story.Case;
import raconteur.core.story.HealthyBoard;
import raconteur.desktop.workshop.Photographs;
import raconteur.desktop.workshop.Workshop;

/**
 * What the Boards view does, without the toolkit. Every change is checked and on the disk when the
 * call returns; the last {@value #DEEPEST_UNDO} can be taken back.
 */
public final class BoardsPresenter {
  private static final int DEEPEST_UNDO = 100;

  private final Workshop workshop;
  private final Deque<BoardContents> undo = new ArrayDeque<>();
  private Optional<Board> chosen = Optional.empty();
  private Optional<Future<?>> reading = Optional.empty();

  /** What was found for something looked for: a place to go to, a net to light. */
  public record Found(Optional<String> part, Optional<String> net, String words) {}

  public BoardsPresenter(Workshop workshop) {
    this.workshop = workshop;
  }

  public List<Board> boards() {
    return workshop.boards().boards();
  }

  /** What is done with the chosen board's photograph. */
  PhotoPresenter photo() {
    return new PhotoPresenter(workshop, this);
  }

  /** The boards' photographs, for the maps. */
  Photographs photographs() {
    return workshop.photographs();
  }

  /** What was wrong with files in the user's folder, a line each. */
  public String issues() {
    return workshop.boards().issues().stream()
        .map(Issue::toString)
        .collect(Collectors.joining("\n"));
  }

  public Optional<Board> chosen() {
    return chosen;
  }

  public void choose(Board board) {
    if (chosen.filter(c -> c.identity().id().equals(board.identity().id())).isEmpty()) {
      undo.clear();
    }
    chosen = Optional.of(board);
  }

  /** Where a board comes from, in a few words. */
  public String origin(Board board) {
    String id = board.identity().id();
    String derived =
        board.contents().derivedFrom().isEmpty()
            ? ""
            : ", derived from " + workshop.boardName(board.contents().derivedFrom());
    boolean own = workshop.boards().isOwn(id);
    String shipped =
        BoardShelf.isShipped(id) ? own ? "shipped, with your changes" : "shipped" : "yours";
    return shipped + derived;
  }

  // Editing

  /** Applies a change and keeps it; the sentence that says why not, or nothing. */
  Optional<String> edit(BoardSection.Change change) {
    return switch (change) {
      case BoardSection.Refused refused -> Optional.of(refused.sentence());
      case BoardSection.Changed changed -> keep(changed.contents());
    };
  }

  private Optional<String> keep(BoardContents contents) {
    Board before = chosen.orElseThrow();
    Optional<String> refusal = workshop.boards().keep(contents);
    if (refusal.isEmpty()) {
      undo.push(before.contents());
      if (undo.size() > DEEPEST_UNDO) {
        undo.removeLast();
      }
      chosen = workshop.boards().find(contents.identity().id());
    }
    return refusal;
  }

  /** Takes the last change back; a sentence on how it went. */
  public String undo() {
    if (undo.isEmpty()) {
      return "There is nothing to take back.";
    }
    Optional<String> refusal = workshop.boards().keep(undo.peek());
    if (refusal.isPresent()) {
      return refusal.get();
    }
    String id = undo.pop().identity().id();
    chosen = workshop.boards().find(id);
    return "Taken back.";
  }

  public boolean canUndo() {
    return !undo.isEmpty();
  }

  Optional<String> apply(BoardSection section, Optional<Integer> row, List<String> texts) {
    Board board = chosen.orElseThrow();
    return edit(section.writer().apply(board.contents(), row, texts, workshop.boards().library()));
  }

  Optional<String> remove(BoardSection section, int row) {
    return keep(section.remover().without(chosen.orElseThrow().contents(), row));
  }

  // Knowing

  /** How much is known, and what the next fact buys. */
  public DepthMeter.Reading depth() {
    Board board = chosen.orElseThrow();
    FaultCatalogue faults = FaultCatalogue.of(board, Priors.shipped(), History.NONE);
    Map<String, Double> expected = new HashMap<>();
    for (int i = 0; i < faults.faults().size(); i++) {
      double chance = faults.odds(i) / (1 + faults.odds(i));
      expected.merge(part(faults.faults().get(i).place()), chance, Double::sum);
    }
    return DepthMeter.of(board, p -> expected.getOrDefault(p.designator(), 0.001));
  }

  private static String part(Place place) {
    return switch (place) {
      case Place.OfPart p -> p.part();
      case Place.Load p -> p.part();
      case Place.Output p -> p.pin().part();
      case Place.Input p -> p.pin().part();
      case Place.Contact p -> p.pin().part();
      case Place.Joints p -> p.part();
      case Place.FittedSet p -> p.parts().getFirst();
      case Place.Inside p -> p.one().part();
      case Place.Segment _, Place.Bridge _ -> "";
    };
  }

  public List<BoardCheck.Problem> problems() {
    return BoardCheck.of(chosen.orElseThrow());
  }

  /** The other revisions of the chosen board's machine. */
  public List<Board> siblings() {
    return chosen.map(workshop.boards()::siblings).orElse(List.of());
  }

  public BoardDifference difference(Board sibling) {
    return BoardDifference.between(sibling.contents(), chosen.orElseThrow().contents());
  }

  /** Looks for a designator, a pin, a net or a device. */
  public Found find(String typed) {
    Board board = chosen.orElseThrow();
    String wanted = typed.strip();
    if (wanted.isEmpty()) {
      return new Found(Optional.empty(), Optional.empty(), "");
    }
    for (var part : board.parts()) {
      if (part.designator().equalsIgnoreCase(wanted)) {
        return new Found(
            Optional.of(part.designator()),
            Optional.empty(),
            part.designator() + ": " + part.inWords() + ", " + part.block());
      }
    }
    for (var part : board.parts()) {
      for (var pin : part.pins()) {
        if (pin.toString().equalsIgnoreCase(wanted)) {
          return new Found(
              Optional.of(part.designator()),
              board.netOf(pin).map(n -> n.name()),
              board.describe(pin));
        }
      }
    }
    for (var net : board.nets()) {
      if (net.name().equalsIgnoreCase(wanted)) {
        return new Found(
            Optional.empty(),
            Optional.of(net.name()),
            "Net "
                + net.name()
                + ", "
                + net.path().size()
                + " pins, from "
                + net.path().getFirst()
                + " to "
                + net.path().getLast());
      }
    }
    List<String> parts = new ArrayList<>();
    for (var part : board.parts()) {
      if (part.device().name().toLowerCase(Locale.ROOT).contains(wanted.toLowerCase(Locale.ROOT))) {
        parts.add(part.designator());
      }
    }
    return parts.isEmpty()
        ? new Found(
            Optional.empty(),
            Optional.empty(),
            "“" + wanted + "” is no designator, pin, net or device of this board.")
        : new Found(
            Optional.of(parts.getFirst()),
            Optional.empty(),
            parts.size()
                + " of device "
                + wanted
                + ": "
                + String.join(" ", parts.subList(0, Math.min(12, parts.size()))));
  }

  // Learning from a healthy board

  /** The cases of this revision that have a story. */
  public List<Case> cases() {
    Board board = chosen.orElseThrow();
    return workshop
        .casebook()
        .stories(header -> header.boardId().equals(board.identity().id()))
        .stream()
        .filter(c -> !c.entries().isEmpty())
        .toList();
  }

  /** Takes a case's last readings as what a healthy board shows; a sentence on how it went. */
  public String learn(int caseNumber) {
    Board board = chosen.orElseThrow();
    Optional<Case> told = workshop.casebook().find(caseNumber);
    if (told.isEmpty()) {
      return "Case " + caseNumber + " is not in this casebook.";
    }
    GoodReadings readings = HealthyBoard.learn(board, told.get().entries());
    int news = readings.news(board);
    if (news == 0) {
      return "Case "
          + caseNumber
          + " has no reading since its last mend that is not known already.";
    }
    return keep(readings.learnt(board.contents()))
        .orElse(
            news
                + (news == 1 ? " reading" : " readings")
                + " of case "
                + caseNumber
                + " learnt as good.");
  }

  // Making, deriving, giving up

  /** Reads typed or pasted parts away from the window and hands over what was understood. */
  public void readParts(String text, Consumer<Loaded<Imported>> then) {
    var library = workshop.boards().library();
    Map<String, String> said = workshop.settings().saidMarkings();
    workshop
        .files()
        .execute(
            () -> {
              Loaded<Imported> read = parts(text, library, said);
              workshop.window().execute(() -> then.accept(read));
            });
  }

  private static Loaded<Imported> parts(
      String text, DeviceLibrary library, Map<String, String> said) {
    try {
      return BoardImport.read(
          "parts",
          text.getBytes(StandardCharsets.UTF_8),
          library,
          id -> sibling(Map.of(), id),
          said);
    } catch (RuntimeException e) {
      return new Loaded.Refused<>(
          List.of(new Issue("parts", 0, 0, "", "they could not be read (" + e + ")")));
    }
  }

  /** Makes a board of everything that was typed; the sentence that says why not, or nothing. */
  Optional<String> create(NewBoard typed) {
    return switch (typed.contents()) {
      case Outcome.Failed<BoardContents> failed -> Optional.of(failed.sentence());
      case Outcome.Done<BoardContents>(BoardContents contents) -> {
        String id = contents.identity().id();
        yield workshop.boards().find(id).isPresent()
            ? Optional.of("There is a board " + id + " already.")
            : kept(contents);
      }
    };
  }

  /** Makes a revision that is written down as a difference to the chosen board. */
  public Optional<String> derive(String revision) {
    Board from = chosen.orElseThrow();
    if (revision.isBlank()) {
      return Optional.of("Type the name of the revision.");
    }
    String machine = from.identity().machine();
    String id = BoardIdentity.idOf(machine + " " + revision);
    if (workshop.boards().find(id).isPresent()) {
      return Optional.of("There is a board " + id + " already.");
    }
    BoardContents contents = from.contents();
    return kept(
        contents
            .with(
                contents
                    .identity()
                    .revised(id, revision.strip(), machine + ", revision " + revision.strip()))
            .derivedFrom(from.identity().id()));
  }

  private Optional<String> kept(BoardContents contents) {
    Optional<String> refusal = workshop.boards().keep(contents);
    if (refusal.isEmpty()) {
      undo.clear();
      chosen = workshop.boards().find(contents.identity().id());
    }
    return refusal;
  }

  /** Takes the user's own file of the chosen board away; a sentence on how it went. */
  public String giveUp() {
    Board board = chosen.orElseThrow();
    boolean inUse =
        workshop.casebook().headers().stream()
            .anyMatch(h -> h.boardId().equals(board.identity().id()));
    if (inUse && !BoardShelf.isShipped(board.identity().id())) {
      return "Cases are told on this board; it has to stay.";
    }
    boolean derived =
        boards().stream().anyMatch(b -> b.contents().derivedFrom().equals(board.identity().id()));
    if (derived && !BoardShelf.isShipped(board.identity().id())) {
      return "Another revision derives from this board; it has to stay.";
    }
    Optional<String> refusal = workshop.boards().giveUp(board.identity().id());
    if (refusal.isEmpty()) {
      undo.clear();
      chosen = workshop.boards().find(board.identity().id());
      return "Your file was set aside, with the ending .given-up.";
    }
    return refusal.get();
  }

  // Typed nets

  /** What lines of nets would do to the chosen board; nothing is kept. */
  public NetLines.Read tryNets(String lines) {
    return NetLines.read(lines, chosen.orElseThrow().contents());
  }

  /** Keeps what lines of nets do, those that can be taken. */
  public Optional<String> keepNets(NetLines.Read read) {
    return keep(read.contents());
  }

  // In and out

  /**
   * Reads a file away from the window, and from the engine, and hands over what it was understood
   * to say; it can be stopped.
   */
  public void read(Path file, Consumer<Loaded<Imported>> then) {
    Map<String, String> said = workshop.settings().saidMarkings();
    Map<String, Board> now = new HashMap<>();
    boards().forEach(b -> now.put(b.identity().id(), b));
    var library = workshop.boards().library();
    stopReading();
    FutureTask<Loaded<Imported>> task =
        new FutureTask<>(() -> BoardImport.read(file, library, id -> sibling(now, id), said)) {
          @Override
          protected void done() {
            if (!isCancelled()) {
              Loaded<Imported> read = ended(file, this);
              workshop.window().execute(() -> then.accept(read));
            }
          }
        };
    reading = Optional.of(task);
    workshop.files().execute(task);
  }

  /** What was read, or that reading failed in a way nobody foresaw; nothing was kept. */
  private static Loaded<Imported> ended(Path file, Future<Loaded<Imported>> task) {
    String name = String.valueOf(file.getFileName());
    try {
      return task.get();
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      return new Loaded.Refused<>(List.of(new Issue(name, 0, 0, "", "reading was stopped")));
    } catch (ExecutionException e) {
      return new Loaded.Refused<>(
          List.of(new Issue(name, 0, 0, "", "it could not be read (" + e.getCause() + ")")));
    }
  }

  /** Stops reading a file, where one is being read. */
  public void stopReading() {
    reading.ifPresent(task -> task.cancel(true));
    reading = Optional.empty();
  }

  private static Loaded<Board> sibling(Map<String, Board> boards, String id) {
    Board board = boards.get(id);
    return board != null
        ? new Loaded.Ok<>(board)
        : new Loaded.Refused<>(
            List.of(new Issue(id, 0, 0, "", "the board it derives from is not at hand")));
  }

  /** Keeps what was read as a board of its own. */
  public Optional<String> keepAsNew(Imported imported, String machine, String revision) {
    if (machine.isBlank() || revision.isBlank()) {
      return Optional.of("Type the machine and the revision.");
    }
    BoardContents contents = imported.board().contents();
    String proposed = contents.identity().id();
    boolean pack = imported.format().equals("board pack");
    String id = pack ? proposed : BoardIdentity.idOf(machine + " " + revision);
    if (!pack && workshop.boards().find(id).isPresent()) {
      return Optional.of(
          "There is a board " + id + " already; add to it, or choose another revision.");
    }
    BoardIdentity named = contents.identity().named(machine, revision);
    return kept(
        contents.with(
            pack ? named.revised(id, named.revision(), contents.identity().title()) : named));
  }

  /**
   * Says what a marking is, from now on, in this casebook; the sentence that refuses, or nothing.
   */
  public Optional<String> say(String marking, String deviceName) {
    Optional<Device> known = device(deviceName);
    if (known.isEmpty()) {
      return Optional.of(
          "No device is called “" + deviceName + "”; describe it under Devices first.");
    }
    return Optional.of(workshop.settings().keepSaidMarking(marking, known.get().name()))
        .filter(refusal -> !refusal.isEmpty());
  }

  /** The device of this name or marking. */
  public Optional<Device> device(String name) {
    var library = workshop.boards().library();
    return new MarkingReader(library).read(name).known().or(() -> library.find(name));
  }

  /** What a board and what was read say differently; nothing is kept. */
  public List<BoardMerge.Conflict> conflicts(Imported imported, Board board) {
    return BoardMerge.of(board.contents(), imported.board().contents(), BoardMerge.Winner.THE_BOARD)
        .conflicts();
  }

  /** Adds what was read to a board that is there. */
  public Optional<String> keepInto(Imported imported, Board board, BoardMerge.Winner winner) {
    choose(board);
    return keep(BoardMerge.of(board.contents(), imported.board().contents(), winner).contents());
  }

  /** Writes the chosen board; a sentence on how it went. */
  public String export(BoardExport.Format format, Path file) {
    BoardExport.Exported exported = BoardExport.write(chosen.orElseThrow(), format);
    if (exported.refusal().isPresent()) {
      return exported.refusal().get();
    }
    return WholeFile.write(file, format.kind(), exported.text()).orElse("Written to " + file + ".");
  }

  /** Prints both sides to scale; a sentence on how it went. */
  public String print(Path file) {
    Board board = chosen.orElseThrow();
    Optional<String> refusal = BoardPdf.refusal(board);
    if (refusal.isPresent()) {
      return refusal.get();
    }
    return WholeFile.write(file, FileKind.PDF, out -> BoardPdf.write(board, out))
        .orElse("Both sides are in " + file + "; check the ruler after printing.");
  }
}
