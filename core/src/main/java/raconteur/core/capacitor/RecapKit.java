package raconteur.core.capacitor;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import raconteur.core.board.Board;
import raconteur.core.board.Part;

/** The new electrolytics a board needs, by value, with totals. */
public record RecapKit(List<Line> lines) {
  public RecapKit {
    lines = List.copyOf(lines);
  }

  /**
   * Parts that are alike.
   *
   * @param value as printed in the parts list
   */
  public record Line(String value, List<String> places) {
    public Line {
      places = List.copyOf(places);
    }

    public int count() {
      return places.size();
    }
  }

  /** The kit of a whole board, cells left out; the largest values first. */
  public static RecapKit of(Board board) {
    Map<String, List<String>> byValue = new LinkedHashMap<>();
    board.parts().stream()
        .filter(Part::fitted)
        .filter(p -> p.device().isElectrolytic())
        .filter(p -> !p.device().isCell())
        .sorted(Comparator.comparingDouble((Part p) -> -farads(p)).thenComparing(Part::value))
        .forEach(
            p ->
                byValue
                    .computeIfAbsent(
                        p.value().isEmpty() ? "value not in the parts list" : p.value(),
                        v -> new ArrayList<>())
                    .add(p.designator()));
    return new RecapKit(
        byValue.entrySet().stream().map(e -> new Line(e.getKey(), e.getValue())).toList());
  }

  private static double farads(Part part) {
    return CapacitorSpec.parse(part.value()).map(CapacitorSpec::farads).orElse(0.0);
  }

  public int total() {
    return lines.stream().mapToInt(Line::count).sum();
  }
}
