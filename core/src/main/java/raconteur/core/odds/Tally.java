package raconteur.core.odds;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.fault.History;
import raconteur.core.finding.Conclusion;
import raconteur.core.finding.Mend;
import raconteur.core.finding.Statement;
import raconteur.core.story.Case;
import raconteur.core.story.Telling;
import raconteur.core.story.Told;

/**
 * What the closed cases of one revision have counted. A board counts once per position, however
 * often a part was replaced on it.
 *
 * @param boardId the revision
 * @param boards how many closed cases there are
 * @param rows one a position where anything was found or replaced, most boards first
 */
public record Tally(String boardId, int boards, List<Row> rows) implements History {
  public Tally {
    rows = List.copyOf(rows);
  }

  /**
   * One position.
   *
   * @param position a designator, or the net of a track
   * @param device the device's name, empty for a track
   * @param affected boards with a fault found or a part replaced here
   * @param replaced boards on which the part was replaced
   * @param faults fault word to the boards it was found on
   * @param caseNumbers the cases behind the row
   */
  public record Row(
      String position,
      String device,
      int affected,
      int replaced,
      Map<String, Integer> faults,
      List<Integer> caseNumbers) {
    public Row {
      faults = java.util.Collections.unmodifiableMap(new TreeMap<>(faults));
      caseNumbers = List.copyOf(caseNumbers);
    }
  }

  /** Counts the closed cases of a board's revision; the others are passed over. */
  public static Tally of(Board board, List<Case> cases) {
    var counter = new Counter(board);
    List<Case> closed =
        cases.stream()
            .filter(c -> c.header().boardId().equals(board.identity().id()))
            .filter(c -> c.header().state().closed())
            .toList();
    closed.forEach(counter::count);
    return new Tally(board.identity().id(), closed.size(), counter.rows());
  }

  @Override
  public double boardsThatTell(String part) {
    return boards;
  }

  @Override
  public String words() {
    return boards + " boards of this revision";
  }

  @Override
  public double boardsWithFaultAt(String part) {
    return rows.stream()
        .filter(r -> r.position().equals(part))
        .mapToInt(Row::affected)
        .findFirst()
        .orElse(0);
  }

  private static final class Counter {
    private final Board board;
    private final Map<String, Position> positions = new TreeMap<>();

    /** What is counted at one position. */
    private static final class Position {
      private final Set<Integer> affected = new HashSet<>();
      private final Set<Integer> replaced = new HashSet<>();
      private final Map<String, Set<Integer>> faults = new HashMap<>();
    }

    Counter(Board board) {
      this.board = board;
    }

    void count(Case closed) {
      int number = closed.header().number();
      for (Told told : Telling.of(board, closed.entries()).lines()) {
        if (told.meaning() instanceof Told.Counts(Statement statement, _)) {
          count(statement, number);
        }
      }
    }

    private void count(Statement statement, int number) {
      if (statement instanceof Statement.Found(Conclusion conclusion)) {
        switch (conclusion) {
          case Conclusion.BadPart bad -> found(bad.part(), bad.fault(), number);
          case Conclusion.BadCopper bad ->
              found(
                  board.netOf(bad.one()).map(net -> "track " + net.name()).orElse("track"),
                  bad.fault(),
                  number);
        }
      } else if (statement instanceof Statement.Mended(Mend.OfPart(String part, var action))
          && action == Mend.PartAction.REPLACED) {
        Position position = at(part);
        position.affected.add(number);
        position.replaced.add(number);
      }
    }

    private void found(String where, Enum<?> fault, int number) {
      Position position = at(where);
      position.affected.add(number);
      position
          .faults
          .computeIfAbsent(fault.name().toLowerCase(java.util.Locale.ROOT), _ -> new HashSet<>())
          .add(number);
    }

    private Position at(String name) {
      return positions.computeIfAbsent(name, _ -> new Position());
    }

    List<Row> rows() {
      List<Row> rows = new ArrayList<>();
      positions.forEach(
          (name, position) -> {
            Map<String, Integer> faults = new HashMap<>();
            position.faults.forEach((fault, numbers) -> faults.put(fault, numbers.size()));
            rows.add(
                new Row(
                    name,
                    board.part(name).map(Part::device).map(d -> d.name()).orElse(""),
                    position.affected.size(),
                    position.replaced.size(),
                    faults,
                    position.affected.stream().sorted().toList()));
          });
      rows.sort(Comparator.comparingInt((Row r) -> -r.affected()).thenComparing(Row::position));
      return rows;
    }
  }
}
