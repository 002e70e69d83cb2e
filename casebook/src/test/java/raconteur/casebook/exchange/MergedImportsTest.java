package raconteur.casebook.exchange;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import raconteur.casebook.boards.BoardShelf;
import raconteur.core.board.Board;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardFiles;
import raconteur.core.board.BoardMerge;
import raconteur.core.board.BoardMerge.Winner;
import raconteur.core.board.Net;
import raconteur.core.board.Part;
import raconteur.core.board.PinRef;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;

/**
 * Whatever two files of a board are added to each other, in whichever order: no part, no pin in a
 * net, no device and no place gets lost.
 */
class MergedImportsTest {
  private static final DeviceLibrary LIBRARY = DeviceLibrary.shipped();
  private static final BoardShelf SHELF = BoardShelf.of(Path.of("no such folder"));

  /** What each kind of file says, read once. */
  private static final Map<String, BoardContents> SAID = new ConcurrentHashMap<>();

  private static BoardContents said(String kind) {
    return SAID.computeIfAbsent(kind, MergedImportsTest::read);
  }

  /** What each kind of file says of one board, and a list that contradicts it. */
  private static BoardContents read(String kind) {
    Board board = SHELF.load("lanternfish-l1").shipped();
    return switch (kind) {
      case "nothing but two parts" -> imported("Ref,Type\nU1,HOUSE-1\nU900,74LS00\n");
      case "a list that contradicts" -> imported("Ref,Type\nU1,74LS00\nU2,555\nU3,74LS245\n");
      case "nets that contradict" -> imported("A0: U1.1 U2.2 U900.3\nQQ: U1.3 U3.4\n");
      default -> imported(BoardExport.write(board, BoardExport.Format.valueOf(kind)).text());
    };
  }

  private static BoardContents imported(String text) {
    return switch (BoardImport.read("file", text.getBytes(UTF_8), LIBRARY, SHELF::load)) {
      case Loaded.Ok<Imported>(Imported imported) -> imported.board().contents();
      case Loaded.Refused<Imported> refused -> throw new AssertionError(refused.summary());
    };
  }

  static Stream<Arguments> pairs() {
    List<String> kinds =
        List.of(
            "PACK",
            "PARTS",
            "NETS",
            "BARE_BOARD_TEST",
            "nothing but two parts",
            "a list that contradicts",
            "nets that contradict");
    return kinds.stream()
        .flatMap(
            one ->
                kinds.stream()
                    .flatMap(
                        other -> Stream.of(Winner.values()).map(w -> Arguments.of(one, other, w))));
  }

  @ParameterizedTest
  @MethodSource("pairs")
  void nothingIsLost(String one, String other, Winner winner) {
    BoardContents board = said(one);
    BoardContents more = said(other);
    BoardContents both = BoardMerge.of(board, more, winner).contents();
    assertThat(BoardFiles.check(both, LIBRARY)).isInstanceOf(Loaded.Ok.class);
    assertThat(names(both)).containsAll(names(board)).containsAll(names(more));
    assertThat(joined(both)).containsAll(joined(board));
    for (Part part : board.parts()) {
      Part now =
          both.parts().stream()
              .filter(p -> p.designator().equals(part.designator()))
              .findFirst()
              .orElseThrow();
      assertThat(now.place().known() || !part.place().known()).as(part.designator()).isTrue();
      assertThat(now.device().isUnknown() && !part.device().isUnknown()).isFalse();
    }
    if (winner == Winner.THE_BOARD) {
      for (Net net : board.nets()) {
        assertThat(both.nets())
            .as("net %s never shrinks", net.name())
            .anyMatch(n -> n.path().containsAll(net.path()));
      }
    }
  }

  private static Set<String> names(BoardContents contents) {
    Set<String> names = new HashSet<>();
    contents.parts().forEach(p -> names.add(p.designator()));
    return names;
  }

  private static Set<PinRef> joined(BoardContents contents) {
    Set<PinRef> pins = new HashSet<>();
    contents.nets().forEach(n -> pins.addAll(n.path()));
    return pins;
  }
}
