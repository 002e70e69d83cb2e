package raconteur.core.mend;

import java.util.Comparator;
import java.util.List;
import raconteur.core.board.Board;
import raconteur.core.board.Part;

/** Says where a part is among those it could be taken for, so that no other comes off. */
final class PlaceMark {
  private static final double SAME_ROW_MILLIMETRES = 6;

  private PlaceMark() {}

  static String of(Board board, String designator) {
    Part part = board.part(designator).orElseThrow();
    String mark = "Mark " + designator + " with a cross first";
    if (!part.place().known()) {
      return mark;
    }
    List<Part> row =
        board.parts().stream()
            .filter(Part::fitted)
            .filter(p -> p.device().name().equals(part.device().name()) && p.place().known())
            .filter(
                p ->
                    Math.abs(p.place().yMillimetres() - part.place().yMillimetres())
                        <= SAME_ROW_MILLIMETRES)
            .sorted(Comparator.comparingDouble(p -> p.place().xMillimetres()))
            .toList();
    int at = row.indexOf(part);
    if (row.size() < 2) {
      return mark + ": the only " + part.device().name() + " in its row";
    }
    return mark
        + ": the "
        + ordinal(at + 1)
        + " of "
        + row.size()
        + " "
        + part.device().name()
        + " from the left, "
        + (at == 0
            ? "left of " + row.get(1).designator()
            : "right of " + row.get(at - 1).designator());
  }

  private static String ordinal(int n) {
    int tens = n % 100;
    String ending =
        tens >= 11 && tens <= 13
            ? "th"
            : switch (n % 10) {
              case 1 -> "st";
              case 2 -> "nd";
              case 3 -> "rd";
              default -> "th";
            };
    return n + ending;
  }
}
