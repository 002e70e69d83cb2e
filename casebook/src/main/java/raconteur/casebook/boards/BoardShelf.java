package raconteur.casebook.boards;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import raconteur.casebook.files.FileKind;
import raconteur.casebook.files.WholeFile;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardFiles;
import raconteur.core.board.BoardWriter;
import raconteur.core.data.DataFile;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;

/**
 * All board revisions at hand: the shipped ones, and those in the user's folder, which win. A
 * revision that derives from a sibling is read after it. Boards are read when they are first asked
 * for. Files that are refused are listed with their reasons. Thread safe; calls take turns.
 */
public final class BoardShelf {
  /** Largest board file read, in bytes. */
  public static final long LARGEST_BYTES = 64_000_000;

  private static final FileKind KIND = FileKind.json("board", "raconteur-board/");

  private static final List<String> SHIPPED =
      List.of(
          "quillon-kittiwake-b",
          "quillon-kittiwake-d",
          "lanternfish-l1",
          "lanternfish-l2",
          "marram-310",
          "petrel-1");

  /**
   * What ships is the same for every shelf whose user has put nothing in its place: read once, and
   * what was worked out for such a board need not be worked out again.
   */
  private static final Map<String, Board> AS_SHIPPED = new ConcurrentHashMap<>();

  private final Path folder;
  private DeviceLibrary library;
  private final Map<String, Path> files = new LinkedHashMap<>();
  private final Map<String, Board> boards = new LinkedHashMap<>();
  private final Set<String> beingRead = new LinkedHashSet<>();
  private final List<Issue> issues = new ArrayList<>();

  private BoardShelf(Path folder, DeviceLibrary library) {
    this.folder = folder;
    this.library = library;
  }

  /** A shelf with the shipped device library. */
  public static BoardShelf of(Path folder) {
    return of(folder, DeviceLibrary.shipped());
  }

  /**
   * @param folder where the user's board files lie; need not be there
   * @param library the devices at hand
   */
  public static BoardShelf of(Path folder, DeviceLibrary library) {
    BoardShelf shelf = new BoardShelf(folder, library);
    shelf.use(library);
    return shelf;
  }

  /** Which ids the user's files have; what cannot be read is listed. */
  private void findFiles() {
    if (!Files.isDirectory(folder)) {
      return;
    }
    try (Stream<Path> found = Files.list(folder)) {
      for (Path file : found.filter(f -> f.toString().endsWith(".json")).sorted().toList()) {
        switch (id(file)) {
          case Loaded.Refused<String> refused -> issues.addAll(refused.issues());
          case Loaded.Ok<String>(String id) -> files.put(id, file);
        }
      }
    } catch (IOException e) {
      issues.add(new Issue(folder.toString(), 0, 0, "", "the folder cannot be read"));
    }
  }

  /**
   * A file's id, found without reading the rest of it: a large or bad one keeps nothing waiting.
   */
  private static Loaded<String> id(Path file) {
    try (InputStream in = Files.newInputStream(file)) {
      return DataFile.textAtRoot(file.toString(), in, "id");
    } catch (IOException e) {
      return refused(file.toString(), "the file cannot be read");
    }
  }

  /** The texts of the user's own board files by their ids, as they lie there, for an archive. */
  public synchronized Map<String, String> ownTexts() {
    Map<String, String> texts = new TreeMap<>();
    files.forEach(
        (id, file) -> {
          if (text(file) instanceof Loaded.Ok<String>(String text)) {
            texts.put(id, text);
          }
        });
    return texts;
  }

  /**
   * Reads a board once, with the sibling it derives from; one that derives from itself is refused.
   */
  public synchronized Loaded<Board> load(String id) {
    Board known = boards.get(id);
    if (known != null) {
      return new Loaded.Ok<>(known);
    }
    if (!beingRead.add(id)) {
      return refused(id, "it derives from itself by way of " + String.join(", ", beingRead));
    }
    try {
      Loaded<Board> loaded = read(id);
      switch (loaded) {
        case Loaded.Ok<Board>(Board board) -> boards.put(id, board);
        case Loaded.Refused<Board> refused ->
            refused.issues().stream().filter(i -> !issues.contains(i)).forEach(issues::add);
      }
      return loaded;
    } finally {
      beingRead.remove(id);
    }
  }

  private Loaded<Board> read(String id) {
    Path file = files.get(id);
    if (file != null) {
      return read(file, library, this::load);
    }
    return SHIPPED.contains(id)
        ? shipped(id)
        : refused(id, "there is no board with this id at hand");
  }

  private Loaded<Board> shipped(String id) {
    boolean asItShips =
        library == DeviceLibrary.shipped() && SHIPPED.stream().noneMatch(files::containsKey);
    Board known = asItShips ? AS_SHIPPED.get(id) : null;
    if (known != null) {
      return new Loaded.Ok<>(known);
    }
    Loaded<Board> read =
        BoardFiles.read(
            id + ".json",
            DataFile.shippedText(Board.class, "/raconteur/core/boards/" + id + ".json"),
            library,
            this::load);
    if (asItShips && read instanceof Loaded.Ok<Board>(Board board)) {
      AS_SHIPPED.put(id, board);
    }
    return read;
  }

  /** Reads one of the boards that ship with the application, see {@link #isShipped}. */
  public static Loaded<Board> readShipped(String id) {
    return BoardFiles.read(
        id + ".json",
        DataFile.shippedText(Board.class, "/raconteur/core/boards/" + id + ".json"),
        DeviceLibrary.shipped(),
        BoardShelf::noSibling);
  }

  /** Reads one board file that derives from no other. */
  public static Loaded<Board> read(Path file) {
    return read(file, DeviceLibrary.shipped(), BoardShelf::noSibling);
  }

  private static Loaded<Board> noSibling(String id) {
    return refused(id, "it derives from a board that is not at hand");
  }

  /** Reads one board file from the disk; bad files are refused, never thrown. */
  public static Loaded<Board> read(Path file, DeviceLibrary library, BoardFiles.Siblings siblings) {
    return switch (text(file)) {
      case Loaded.Refused<String> refused -> new Loaded.Refused<>(refused.issues());
      case Loaded.Ok<String>(String text) ->
          BoardFiles.read(file.toString(), text, library, siblings);
    };
  }

  /**
   * Reads a board by its file or, where there is no such file, by the id it ships under. What a
   * file derives from is looked for beside it, then among what ships.
   */
  public static Loaded<Board> readNamed(String name) {
    return readNamed(name, Path.of(""), DeviceLibrary.shipped());
  }

  /**
   * The same, with the boards and devices of a casebook.
   *
   * @param folder where the user's board files lie, for an id; need not be there
   */
  public static Loaded<Board> readNamed(String name, Path folder, DeviceLibrary library) {
    Path file = Path.of(name);
    if (!Files.exists(file)) {
      BoardShelf shelf = of(folder, library);
      return shelf.isOwn(name) || isShipped(name) ? shelf.load(name) : read(file);
    }
    Path beside = Optional.ofNullable(file.toAbsolutePath().getParent()).orElse(file);
    return read(file, library, of(beside, library)::load);
  }

  private static Loaded<String> text(Path file) {
    String name = file.toString();
    try {
      if (!Files.isRegularFile(file)) {
        return refused(name, "there is no such file");
      }
      if (Files.size(file) > LARGEST_BYTES) {
        return refused(name, "the file is larger than " + LARGEST_BYTES / 1_000_000 + " MB");
      }
      return new Loaded.Ok<>(new String(Files.readAllBytes(file), StandardCharsets.UTF_8));
    } catch (IOException e) {
      return refused(name, "the file cannot be read");
    }
  }

  private static <T> Loaded<T> refused(String name, String reason) {
    return new Loaded.Refused<>(List.of(new Issue(name, 0, 0, "", reason)));
  }

  /** Whether this id ships with the application. */
  public static boolean isShipped(String id) {
    return SHIPPED.contains(id);
  }

  /** Whether the user has a file of this id, which wins over a shipped one. */
  public synchronized boolean isOwn(String id) {
    return files.containsKey(id);
  }

  /** Checks a board file and, if it is good, copies what it says into the folder. */
  public synchronized Loaded<Board> add(Path file) {
    return switch (read(file, library, this::load)) {
      case Loaded.Refused<Board> refused -> refused;
      case Loaded.Ok<Board>(Board board) ->
          keep(board.contents())
              .<Loaded<Board>>map(sentence -> refused(file.toString(), sentence))
              .orElseGet(() -> new Loaded.Ok<>(boards.get(board.identity().id())));
    };
  }

  /**
   * Writes a board into the user's folder, whole or not at all; a shipped board keeps its file and
   * is only covered. The sentence that says what went wrong, or nothing.
   */
  public synchronized Optional<String> keep(BoardContents contents) {
    String id = contents.identity().id();
    Optional<Board> sibling = find(contents.derivedFrom());
    if (!contents.derivedFrom().isEmpty() && derivesFrom(contents.derivedFrom(), id)) {
      return Optional.of(id + " would derive from itself; choose another sibling.");
    }
    return switch (BoardFiles.check(contents, library)) {
      case Loaded.Refused<Board> refused -> Optional.of(refused.summary());
      case Loaded.Ok<Board>(Board board) -> {
        String text =
            sibling
                .map(s -> BoardWriter.writeDerived(board.contents(), s.contents()))
                .orElseGet(() -> BoardWriter.write(board.contents()));
        yield write(id, text, board);
      }
    };
  }

  private boolean derivesFrom(String from, String id) {
    String at = from;
    for (int i = 0; i < SHIPPED.size() + files.size() + 1 && !at.isEmpty(); i++) {
      if (at.equals(id)) {
        return true;
      }
      at = find(at).map(b -> b.contents().derivedFrom()).orElse("");
    }
    return false;
  }

  private Optional<String> write(String id, String text, Board board) {
    try {
      Files.createDirectories(folder);
      Path target = Optional.ofNullable(files.get(id)).orElseGet(() -> unused(id));
      Optional<String> refusal =
          WholeFile.write(
              target,
              KIND,
              out -> out.write(text.getBytes(StandardCharsets.UTF_8)),
              written -> unreadable(written, id));
      if (refusal.isPresent()) {
        return refusal;
      }
      files.put(id, target);
      boards.put(id, board);
      rereadDerived(id);
      return Optional.empty();
    } catch (IOException e) {
      return Optional.of("The board cannot be written into " + folder + "; nothing was changed.");
    }
  }

  /** A name for a board's file that no other file has, whatever is in that. */
  private Path unused(String id) {
    Path target = folder.resolve(id + ".json");
    for (int i = 2; Files.exists(target); i++) {
      target = folder.resolve(id + "-" + i + ".json");
    }
    return target;
  }

  /** What is kept has to be read again, or it is not kept. */
  private Optional<String> unreadable(Path written, String id) {
    return read(written, library, this::load) instanceof Loaded.Refused<Board> refused
        ? Optional.of(
            "The board "
                + id
                + " cannot be kept, since it could not be read again: "
                + refused.summary())
        : Optional.empty();
  }

  /** What derives from a changed board changes with it. */
  private void rereadDerived(String id) {
    List<String> derived =
        boards.values().stream()
            .filter(b -> b.contents().derivedFrom().equals(id))
            .map(b -> b.identity().id())
            .toList();
    for (String other : derived) {
      Board before = boards.remove(other);
      if (load(other) instanceof Loaded.Refused<Board>) {
        boards.put(other, before);
      } else {
        rereadDerived(other);
      }
    }
  }

  /** Takes the user's file of a board away, so that the shipped one shows again. */
  public synchronized Optional<String> giveUp(String id) {
    Path file = files.get(id);
    if (file == null) {
      return Optional.of("There is no file of yours for " + id + ".");
    }
    try {
      Path aside = file.resolveSibling(file.getFileName() + ".given-up");
      for (int i = 2; Files.exists(aside); i++) {
        aside = file.resolveSibling(file.getFileName() + ".given-up-" + i);
      }
      Files.move(file, aside);
    } catch (IOException e) {
      return Optional.of(file + " cannot be moved; nothing was changed.");
    }
    files.remove(id);
    boards.remove(id);
    if (isShipped(id)) {
      load(id);
      rereadDerived(id);
    }
    return Optional.empty();
  }

  /** Reads all boards again with other devices at hand. */
  public synchronized void use(DeviceLibrary other) {
    library = other;
    boards.clear();
    issues.clear();
    files.clear();
    findFiles();
  }

  public synchronized DeviceLibrary library() {
    return library;
  }

  /** All boards, the shipped ones first; those not asked for before are read now. */
  public synchronized List<Board> boards() {
    Set<String> ids = new LinkedHashSet<>(SHIPPED);
    ids.addAll(files.keySet());
    List<Board> all = new ArrayList<>();
    for (String id : ids) {
      if (load(id) instanceof Loaded.Ok<Board>(Board board)) {
        all.add(board);
      }
    }
    return all;
  }

  /** The other revisions of a board's machine. */
  public synchronized List<Board> siblings(Board board) {
    return boards().stream()
        .filter(b -> b.identity().machine().equals(board.identity().machine()))
        .filter(b -> !b.identity().id().equals(board.identity().id()))
        .toList();
  }

  public synchronized Optional<Board> find(String id) {
    boolean there = files.containsKey(id) || SHIPPED.contains(id);
    return there && load(id) instanceof Loaded.Ok<Board>(Board board)
        ? Optional.of(board)
        : Optional.empty();
  }

  /** What was wrong with files in the folder. */
  public synchronized List<Issue> issues() {
    boards();
    return List.copyOf(issues);
  }
}
