package raconteur.casebook.boards;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.BoardFiles;
import raconteur.core.data.DataFile;
import raconteur.core.data.Issue;
import raconteur.core.data.Loaded;

/**
 * All board revisions at hand. Shipped ones are read when first asked for; files in the user's
 * folder are read when the shelf is made, and those that are refused are listed with their reasons.
 */
public final class BoardShelf {
  /** Largest board file read, in bytes. */
  public static final long LARGEST_BYTES = 64_000_000;

  private static final List<String> SHIPPED = List.of("quillon-kittiwake-b", "quillon-kittiwake-d");

  private final Path folder;
  private final Map<String, Board> boards = new LinkedHashMap<>();
  private final List<Issue> issues = new ArrayList<>();

  private BoardShelf(Path folder) {
    this.folder = folder;
  }

  /**
   * @param folder where the user's board files lie; need not be there
   */
  public static BoardShelf of(Path folder) {
    BoardShelf shelf = new BoardShelf(folder);
    for (String id : SHIPPED) {
      Board board =
          DataFile.shipped(
              Board.class,
              "/raconteur/core/boards/" + id + ".json",
              text -> BoardFiles.read(id + ".json", text));
      shelf.boards.put(id, board);
    }
    shelf.readFolder();
    return shelf;
  }

  private void readFolder() {
    if (!Files.isDirectory(folder)) {
      return;
    }
    try (Stream<Path> files = Files.list(folder)) {
      for (Path file : files.filter(f -> f.toString().endsWith(".json")).sorted().toList()) {
        switch (read(file)) {
          case Loaded.Ok<Board> ok -> boards.put(ok.value().identity().id(), ok.value());
          case Loaded.Refused<Board> refused -> issues.addAll(refused.issues());
        }
      }
    } catch (IOException e) {
      issues.add(new Issue(folder.toString(), 0, 0, "", "the folder cannot be read"));
    }
  }

  /** Reads one board file from the disk; bad files are refused, never thrown. */
  public static Loaded<Board> read(Path file) {
    String name = file.toString();
    try {
      if (!Files.isRegularFile(file)) {
        return refused(name, "there is no such file");
      }
      if (Files.size(file) > LARGEST_BYTES) {
        return refused(name, "the file is larger than " + LARGEST_BYTES / 1_000_000 + " MB");
      }
      return BoardFiles.read(name, new String(Files.readAllBytes(file), StandardCharsets.UTF_8));
    } catch (IOException e) {
      return refused(name, "the file cannot be read");
    }
  }

  private static Loaded<Board> refused(String name, String reason) {
    return new Loaded.Refused<>(List.of(new Issue(name, 0, 0, "", reason)));
  }

  /** Checks a board file and, if it is good, copies it into the folder. */
  public Loaded<Board> add(Path file) {
    Loaded<Board> loaded = read(file);
    if (loaded instanceof Loaded.Ok<Board>(Board board)) {
      try {
        Files.createDirectories(folder);
        Path target = folder.resolve(board.identity().id() + ".json");
        if (!target.equals(file)) {
          Files.copy(file, target, java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        }
        boards.put(board.identity().id(), board);
      } catch (IOException e) {
        return refused(file.toString(), "it cannot be copied into " + folder);
      }
    }
    return loaded;
  }

  public List<Board> boards() {
    return List.copyOf(boards.values());
  }

  public Optional<Board> find(String id) {
    return Optional.ofNullable(boards.get(id));
  }

  /** What was wrong with files in the folder. */
  public List<Issue> issues() {
    return List.copyOf(issues);
  }
}
