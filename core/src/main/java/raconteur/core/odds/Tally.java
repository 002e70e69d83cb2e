package raconteur.core.odds;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import raconteur.core.board.Board;
import raconteur.core.board.Part;
import raconteur.core.fault.History;
import raconteur.core.story.Case;

/**
 * What the closed cases of one revision have counted, this shop's and those that other shops gave.
 * A board counts once per position, however often a part was replaced on it.
 *
 * @param boardId the revision
 * @param boards how many closed cases there are
 * @param others how many of them are of other shops
 * @param rows one a position where anything was found or replaced, most boards first
 */
public record Tally(String boardId, int boards, int others, List<Row> rows) implements History {
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
   * @param held boards on which it was mended and the board was seen to work afterwards
   * @param faults fault word to the boards it was found on
   * @param caseNumbers this shop's cases behind the row
   */
  public record Row(
      String position,
      String device,
      int affected,
      int replaced,
      int held,
      Map<String, Integer> faults,
      List<Integer> caseNumbers) {
    public Row {
      faults = java.util.Collections.unmodifiableMap(new TreeMap<>(faults));
      caseNumbers = List.copyOf(caseNumbers);
    }
  }

  /** Counts the closed cases of a board's revision; the others are passed over. */
  public static Tally of(Board board, List<Case> cases) {
    return ofCounted(board, CountedCase.of(board, cases));
  }

  /** Counts cases of a revision that were counted one by one. */
  public static Tally ofCounted(Board board, List<CountedCase> counted) {
    Map<String, List<CountedCase>> byPosition = new TreeMap<>();
    for (CountedCase one : counted) {
      one.positions()
          .keySet()
          .forEach(p -> byPosition.computeIfAbsent(p, _ -> new ArrayList<>()).add(one));
    }
    List<Row> rows = new ArrayList<>();
    byPosition.forEach((position, cases) -> rows.add(row(board, position, cases)));
    rows.sort(Comparator.comparingInt((Row r) -> -r.affected()).thenComparing(Row::position));
    int others = (int) counted.stream().filter(c -> !c.origin().isEmpty()).count();
    return new Tally(board.identity().id(), counted.size(), others, rows);
  }

  private static Row row(Board board, String position, List<CountedCase> cases) {
    Map<String, Integer> faults = new HashMap<>();
    cases.forEach(
        c -> c.positions().get(position).faults().forEach(f -> faults.merge(f, 1, Integer::sum)));
    return new Row(
        position,
        board.part(position).map(Part::device).map(d -> d.name()).orElse(""),
        cases.size(),
        (int) cases.stream().filter(c -> c.positions().get(position).replaced()).count(),
        (int) cases.stream().filter(CountedCase::held).count(),
        faults,
        cases.stream()
            .flatMap(c -> c.number().isPresent() ? Stream.of(c.number().getAsInt()) : Stream.of())
            .sorted()
            .toList());
  }

  @Override
  public double boardsThatTell(String part) {
    return boards;
  }

  @Override
  public String words() {
    return boards
        + " boards of this revision"
        + (others == 0 ? "" : ", " + others + " of them counted by other shops");
  }

  @Override
  public double boardsWithFaultAt(String part) {
    return rows.stream()
        .filter(r -> r.position().equals(part))
        .mapToInt(Row::affected)
        .findFirst()
        .orElse(0);
  }
}
