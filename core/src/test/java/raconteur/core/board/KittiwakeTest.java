package raconteur.core.board;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import raconteur.core.Boards;

class KittiwakeTest {

  static List<Board> revisions() {
    return List.of(Boards.KITTIWAKE_B, Boards.KITTIWAKE_D);
  }

  @ParameterizedTest
  @MethodSource("revisions")
  void isDrawnAsARealSchematicIs(Board board) {
    assertThat(BoardCheck.of(board)).isEmpty();
    assertThat(board.depth()).isEqualTo(Depth.BEHAVIOUR);
    assertThat(board.parts().stream().filter(p -> p.designator().startsWith("U")))
        .hasSizeGreaterThanOrEqualTo(60);
  }

  @ParameterizedTest
  @MethodSource("revisions")
  void hasBusesOfTheRightWidth(Board board) {
    assertThat(nets(board, "BA\\d+")).hasSize(16);
    assertThat(nets(board, "BD\\d+")).hasSize(8);
    assertThat(nets(board, "MA\\d+")).hasSize(7);
    assertThat(nets(board, "VA\\d+")).hasSize(14);
    assertThat(nets(board, "RD\\d+")).hasSize(8);
  }

  @ParameterizedTest
  @MethodSource("revisions")
  void everyMemoryOfABankSharesAllPinsButDataInAndDataOut(Board board) {
    List<Part> memories =
        board.parts().stream().filter(p -> p.device().name().equals("4116")).toList();
    assertThat(memories).hasSize(16);
    Part first = memories.getFirst();
    for (Part other : memories) {
      for (int pin : new int[] {1, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 16}) {
        String number = String.valueOf(pin);
        assertThat(board.netOf(other.pin(number))).isEqualTo(board.netOf(first.pin(number)));
      }
    }
    assertThat(memories.stream().map(m -> board.netOf(m.pin("2"))).distinct()).hasSize(8);
    assertThat(memories.stream().map(m -> board.netOf(m.pin("14"))).distinct()).hasSize(8);
  }

  @Test
  void theRevisionsCountTheirMemoriesFromOppositeEnds() {
    assertThat(accused(Boards.KITTIWAKE_B, 1)).isEqualTo("U22");
    assertThat(Boards.KITTIWAKE_B.netOf(PinRef.parse("U22.2")).orElseThrow().name())
        .isEqualTo("BD0");
    assertThat(accused(Boards.KITTIWAKE_D, 1)).isEqualTo("U22");
    assertThat(Boards.KITTIWAKE_D.netOf(PinRef.parse("U22.2")).orElseThrow().name())
        .isEqualTo("BD7");
  }

  @Test
  void anAddressLinePassesSixRomSocketsInARow() {
    List<String> sockets =
        Boards.KITTIWAKE_B.net("BA3").orElseThrow().path().stream().map(PinRef::part).toList();
    List<Integer> at =
        Stream.of("U18", "U15", "U16", "U19", "U20", "U17").map(sockets::indexOf).toList();
    assertThat(at).isSorted().doesNotContain(-1);
    assertThat(at.getLast() - at.getFirst()).isEqualTo(5);
  }

  @ParameterizedTest
  @MethodSource("revisions")
  void noTwoPartsStandOnEachOther(Board board) {
    List<Part> parts =
        board.parts().stream().sorted(Comparator.comparing(Part::designator)).toList();
    for (int i = 0; i < parts.size(); i++) {
      for (int j = 0; j < i; j++) {
        assertThat(overlap(parts.get(i), parts.get(j)))
            .as("%s and %s", parts.get(i).designator(), parts.get(j).designator())
            .isFalse();
      }
    }
  }

  private static boolean overlap(Part one, Part other) {
    double[] a = span(one);
    double[] b = span(other);
    return a[0] < b[1] && b[0] < a[1] && a[2] < b[3] && b[2] < a[3];
  }

  /** Left, right, rear and front edge by the pins. */
  private static double[] span(Part part) {
    int count = part.device().pins().size();
    Outline outline = Outline.of(part.device().outline(), count);
    double[] span = {1e9, -1e9, 1e9, -1e9};
    for (int i = 0; i < count; i++) {
      Outline.Point at = outline.onBoard(i, part.place());
      span[0] = Math.min(span[0], at.x());
      span[1] = Math.max(span[1], at.x());
      span[2] = Math.min(span[2], at.y());
      span[3] = Math.max(span[3], at.y());
    }
    return span;
  }

  private static List<Net> nets(Board board, String name) {
    return board.nets().stream().filter(n -> n.name().matches(name)).toList();
  }

  private static String accused(Board board, int count) {
    return board.deadTest().flashes().stream()
        .filter(f -> f.count() == count)
        .findFirst()
        .orElseThrow()
        .part();
  }
}
