package raconteur.core.practice;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import raconteur.core.board.Board;
import raconteur.core.data.DataFile;
import raconteur.core.data.Datum;
import raconteur.core.data.Loaded;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Understanding;

/** The ladder: lessons from {@code lessons.json}, in the order they build on one another. */
public final class Lessons {
  private final List<Lesson> ladder;

  private Lessons(List<Lesson> ladder) {
    this.ladder = List.copyOf(ladder);
  }

  /**
   * The lessons that ship with the application, those whose board is at hand.
   *
   * @param boards finds a board by its id
   */
  public static Lessons shipped(Function<String, Optional<Board>> boards) {
    return DataFile.shipped(
        Lessons.class,
        "/raconteur/core/data/lessons.json",
        text -> read("lessons.json", text, boards));
  }

  /** Reads a lessons file; every line, fault and name in it is held against its board. */
  public static Loaded<Lessons> read(
      String fileName, String text, Function<String, Optional<Board>> boards) {
    return DataFile.read(
        fileName,
        text,
        (root, issues) -> {
          root.onlyKnows(Set.of("format", "origin", "lessons"));
          root.get("format").oneOf(Map.of("raconteur-lessons/1", true));
          Reader reader = new Reader(boards);
          List<Optional<Lesson>> all =
              Datum.each(root.get("lessons").items(), issues, reader::lesson);
          return new Lessons(all.stream().flatMap(Optional::stream).toList());
        });
  }

  private static final class Reader {
    private final Function<String, Optional<Board>> boards;
    private final Set<String> ids = new HashSet<>();

    Reader(Function<String, Optional<Board>> boards) {
      this.boards = boards;
    }

    Optional<Lesson> lesson(Datum lesson) {
      lesson.onlyKnows(
          Set.of("id", "title", "board", "level", "faults", "opening", "task", "teaches"));
      String id = lesson.get("id").text();
      if (!ids.add(id)) {
        throw lesson.get("id").wrong("stands here twice");
      }
      Level level = Words.named(lesson.get("level"), Level.values(), Level::words);
      return boards.apply(lesson.get("board").text()).map(board -> on(board, id, level, lesson));
    }

    private Lesson on(Board board, String id, Level level, Datum lesson) {
      PlantedText faults = PlantedText.of(board);
      return new Lesson(
          id,
          lesson.get("title").text(),
          board,
          level,
          lesson.get("faults").items().stream().map(faults::read).toList(),
          lesson.get("opening").items().stream().map(line -> line(board, line)).toList(),
          lesson.get("task").text(),
          lesson.get("teaches").text());
    }

    private static String line(Board board, Datum line) {
      Understanding heard = new BenchLine(board).understand(line.text(), BenchContext.FRESH);
      if (!(heard instanceof Understanding.Understood)) {
        throw line.wrong("is no line of a story: " + heard.sentence());
      }
      return line.text();
    }
  }

  /** All of them, the easiest first. */
  public List<Lesson> ladder() {
    return ladder;
  }

  public Optional<Lesson> find(String id) {
    return ladder.stream().filter(l -> l.id().equals(id)).findFirst();
  }
}
