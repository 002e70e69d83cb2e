package raconteur.core.board;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import raconteur.core.Boards;
import raconteur.core.board.BoardMerge.Winner;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;

class BoardMergeTest {

  private static Board board(String parts, String nets) {
    return Boards.parse(
        """
        {"format": "raconteur-board/1", "id": "m", "machine": "M", "revision": "A", "title": "M",
         "devices": [{"device": "unknown-U1", "title": "?", "class": "unknown", "package": "SIL3",
                      "pins": ["1 1 passive", "3 3 passive", "14 14 passive"]}],
         "blocks": ["power", "ram"], "parts": [%s], "nets": [%s]}
        """
            .formatted(parts, nets));
  }

  private static Board merged(Board board, Board more) {
    return BoardFiles.check(
            BoardMerge.of(board.contents(), more.contents(), Winner.THE_BOARD).contents(),
            DeviceLibrary.shipped())
        .shipped();
  }

  private static List<String> path(Board board, String net) {
    return board.net(net).orElseThrow().path().stream().map(PinRef::toString).toList();
  }

  private static final Board LIST =
      board(
          """
          {"part": "U1", "device": "74LS00", "block": "ram", "socket": "turned pin"},
          {"part": "U2", "device": "74LS04", "block": "ram"}
          """,
          "");

  private static final Board NETS =
      board(
          """
          {"part": "U1", "device": "unknown-U1", "block": "power"},
          {"part": "J1", "device": "connector-4", "block": "power", "at mm": [5, 6]}
          """,
          """
          {"net": "A0", "path": ["J1.1", "U1.3"]}, {"net": "+5V", "path": ["U1.14", "J1.4"]}
          """);

  @Test
  void aNetListMakesAPartsListIntoABoardWithNets() {
    Board both = merged(LIST, NETS);
    assertThat(both.part("U1").orElseThrow().device().name()).isEqualTo("74LS00");
    assertThat(both.part("U1").orElseThrow().socket()).isEqualTo("turned pin");
    assertThat(both.part("J1").orElseThrow().place().known()).isTrue();
    assertThat(path(both, "A0")).containsExactly("J1.1", "U1.3");
    assertThat(both.contents().devices()).as("the stand-in is not needed").isEmpty();
    assertThat(both.depth()).isEqualTo(Depth.BEHAVIOUR);
  }

  /**
   * What a list of nets guesses by a letter is no contradiction, and pins may go by their names.
   */
  @Test
  void aGuessByTheLetterGivesWayAndPinsAreFoundByName() {
    Board list =
        board(
            """
            {"part": "C1", "device": "electrolytic", "block": "power"},
            {"part": "RN1", "device": "resistor-pack-9", "block": "ram"}
            """,
            "");
    Board nets =
        board(
            """
            {"part": "C1", "device": "capacitor", "block": "power"},
            {"part": "RN1", "device": "resistor-pack-2", "block": "ram"},
            {"part": "U1", "device": "unknown-U1", "block": "ram"}
            """,
            """
            {"net": "A0", "path": ["RN1.2", "U1.3"]}
            """);
    BoardContents named =
        nets.contents()
            .withNets(
                List.of(
                    new Net(
                        "+5V", List.of(PinRef.parse("C1.+"), PinRef.parse("U1.14")), List.of())));
    for (Winner winner : Winner.values()) {
      var both = BoardMerge.of(list.contents(), named, winner);
      assertThat(both.conflicts()).isEmpty();
      assertThat(both.contents().parts().getFirst().device().name()).isEqualTo("electrolytic");
      assertThat(both.contents().nets().getFirst().path()).contains(PinRef.parse("C1.1"));
      assertThat(merged(nets, list).part("RN1").orElseThrow().device().name())
          .isEqualTo("resistor-pack-9");
    }
  }

  @Test
  void theOrderOfTheTwoDoesNotMatterForWhatIsKnown() {
    Board one = merged(LIST, NETS);
    Board other = merged(NETS, LIST);
    assertThat(other.part("U1").orElseThrow().device())
        .isEqualTo(one.part("U1").orElseThrow().device());
    assertThat(path(other, "A0")).isEqualTo(path(one, "A0"));
    assertThat(other.parts()).hasSameSizeAs(one.parts());
  }

  @Test
  void aPinThatIsSaidToBeElsewhereIsAConflictAndMovesOnlyWhenAsked() {
    Board moved =
        board(
            "{\"part\": \"U1\", \"device\": \"74LS00\", \"block\": \"ram\"}",
            "{\"net\": \"B7\", \"path\": [\"U1.3\", \"U1.1\"]}");
    Board before = merged(LIST, NETS);
    var kept = BoardMerge.of(before.contents(), moved.contents(), Winner.THE_BOARD);
    assertThat(kept.conflicts())
        .extracting(BoardMerge.Conflict::toString)
        .containsExactly("U1.3: in net A0 here, in net B7 in what is added");
    assertThat(path(new Board(kept.contents()), "A0")).containsExactly("J1.1", "U1.3");
    assertThat(path(new Board(kept.contents()), "B7")).containsExactly("U1.1");
    var taken = BoardMerge.of(before.contents(), moved.contents(), Winner.WHAT_IS_ADDED);
    assertThat(path(new Board(taken.contents()), "B7")).containsExactly("U1.3", "U1.1");
    assertThat(path(new Board(taken.contents()), "A0")).containsExactly("J1.1");
  }

  @Test
  void mergingABoardWithItselfChangesNothing() {
    BoardContents kittiwake = Boards.KITTIWAKE_B.contents();
    var same = BoardMerge.of(kittiwake, kittiwake, Winner.WHAT_IS_ADDED);
    assertThat(same.contents()).isEqualTo(kittiwake);
    assertThat(same.conflicts()).isEmpty();
  }

  @Test
  void whatTheBoardHasNoneOfIsTakenOverAndItsOwnTablesStay() {
    BoardContents kittiwake = Boards.KITTIWAKE_B.contents();
    BoardContents bare =
        BoardContents.empty(kittiwake.identity())
            .withParts(List.of(kittiwake.parts().getFirst().inBlock("unsorted").inSocket("")))
            .withBlocks(List.of("unsorted"));
    BoardContents both = BoardMerge.of(bare, kittiwake, Winner.THE_BOARD).contents();
    assertThat(both.deadTest()).isEqualTo(kittiwake.deadTest());
    assertThat(both.symptoms()).isEqualTo(kittiwake.symptoms());
    assertThat(both.usualSuspects()).isEqualTo(kittiwake.usualSuspects());
    assertThat(both.notes()).isEqualTo(kittiwake.notes());
    assertThat(both.noConnects()).containsExactlyInAnyOrderElementsOf(kittiwake.noConnects());
    assertThat(both.parts().getFirst().block()).isEqualTo(kittiwake.parts().getFirst().block());
    assertThat(BoardFiles.check(both, DeviceLibrary.shipped())).isInstanceOf(Loaded.Ok.class);
    BoardContents other = kittiwake.withNotes("mine").withSymptoms(List.of());
    assertThat(BoardMerge.of(other, kittiwake, Winner.WHAT_IS_ADDED).contents().notes())
        .isEqualTo("mine");
  }

  @Test
  void aRailFollowsItsNetToTheNameItGets() {
    Board drawn =
        board(
            "{\"part\": \"U1\", \"device\": \"74LS00\", \"block\": \"ram\"}",
            "{\"net\": \"N$4\", \"path\": [\"U1.14\"]}");
    BoardContents railed = drawn.contents().withRails(List.of(Rail.assumed("N$4", 5)));
    BoardContents both = BoardMerge.of(railed, NETS.contents(), Winner.THE_BOARD).contents();
    assertThat(both.rails()).extracting(Rail::net).containsExactly("+5V");
  }

  @Test
  void aDeviceThatLacksPinsTheNetsNameIsNeverTakenAndIsSaid() {
    Board drawn =
        new Board(
            LIST.contents()
                .withNets(List.of(new Net("A0", List.of(new PinRef("U1", "14")), List.of()))));
    Board other = board("{\"part\": \"U1\", \"device\": \"555\", \"block\": \"ram\"}", "");
    var merged = BoardMerge.of(drawn.contents(), other.contents(), Winner.WHAT_IS_ADDED);
    assertThat(path(new Board(merged.contents()), "A0")).containsExactly("U1.14");
    assertThat(merged.conflicts()).extracting(c -> c.toString()).anyMatch(c -> c.contains("555"));
  }

  @Test
  void aNetNamedByAProgramIsTheNetThatSharesAPinAndTakesTheNameOfTheOther() {
    Board drawn =
        board(
            "{\"part\": \"U1\", \"device\": \"74LS00\", \"block\": \"ram\"},"
                + "{\"part\": \"U2\", \"device\": \"74LS04\", \"block\": \"ram\"}",
            "{\"net\": \"Net-(U1-Pad3)\", \"path\": [\"U1.3\", \"U2.1\"]}");
    Board both = merged(merged(LIST, NETS), drawn);
    assertThat(path(both, "A0")).containsExactly("J1.1", "U1.3", "U2.1");
    Board turned = merged(drawn, merged(LIST, NETS));
    assertThat(path(turned, "A0")).containsExactlyInAnyOrder("J1.1", "U1.3", "U2.1");
  }
}
