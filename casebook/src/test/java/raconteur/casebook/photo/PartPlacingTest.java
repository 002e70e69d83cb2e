package raconteur.casebook.photo;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import raconteur.core.board.BoardContents;
import raconteur.core.board.BoardFiles;
import raconteur.core.board.BoardIdentity;
import raconteur.core.board.Outline;
import raconteur.core.board.Outline.Point;
import raconteur.core.board.Part;
import raconteur.core.board.Part.Placement;
import raconteur.core.data.Loaded;
import raconteur.core.device.DeviceLibrary;

class PartPlacingTest {
  private static final DeviceLibrary LIBRARY = DeviceLibrary.shipped();
  private static final BoardContents BARE =
      BoardContents.empty(
          new BoardIdentity("tern-1", "Tern", "1", "Tern, revision 1", "", 240, 180, false, true));

  private static PartPlacing on(BoardContents contents) {
    return new PartPlacing(contents, LIBRARY, Map.of("HOUSE-9", "74LS04"));
  }

  private static PartPlacing.Placed placed(PartPlacing.Answer answer) {
    assertThat(answer).isInstanceOf(PartPlacing.Placed.class);
    PartPlacing.Placed placed = (PartPlacing.Placed) answer;
    // What is placed is a board that can be kept.
    assertThat(BoardFiles.check(placed.contents(), LIBRARY)).isInstanceOf(Loaded.Ok.class);
    return placed;
  }

  private static String refusal(PartPlacing.Answer answer) {
    assertThat(answer).isInstanceOf(PartPlacing.Refused.class);
    return ((PartPlacing.Refused) answer).sentence();
  }

  private static PartPlacing.Answer drawn(
      BoardContents contents, String name, String print, String kind, int pins, Placement place) {
    Outline outline = Outline.of(kind, pins);
    return on(contents)
        .draw(
            name,
            print,
            place.underside(),
            outline.onBoard(0, place),
            outline.onBoard(pins / 2, place));
  }

  private static Placement at(double x, double y, double turned) {
    return new Placement(x, y, turned, false, true);
  }

  private static Part part(BoardContents contents, String name) {
    Optional<Part> part =
        contents.parts().stream().filter(p -> p.designator().equals(name)).findFirst();
    assertThat(part).isPresent();
    return part.get();
  }

  @Test
  void aPrintAndTwoCornersMakeAPart() {
    BoardContents board =
        placed(drawn(BARE, "U7", "SN74LS245N", "DIP20", 20, at(60, 70, 90))).contents();
    assertThat(part(board, "U7").device().name()).isEqualTo("74LS245");
    assertThat(part(board, "U7").place()).isEqualTo(at(60, 70, 90));
  }

  @Test
  void whatSomebodySaidAMarkingIsHolds() {
    assertThat(
            part(placed(drawn(BARE, "U9", "HOUSE-9", "DIP14", 14, at(60, 70, 0))).contents(), "U9")
                .device()
                .name())
        .isEqualTo("74LS04");
  }

  @Test
  void aPartOfTheListIsMovedAndKeepsWhatIsKnownOfIt() {
    BoardContents board =
        BARE.withParts(
            List.of(
                Part.of("U7", LIBRARY.find("74LS245").orElseThrow(), "cpu").inSocket("dual wipe")));
    BoardContents after = placed(drawn(board, "U7", "", "DIP20", 20, at(60, 70, 0))).contents();
    assertThat(after.parts()).hasSize(1);
    assertThat(placed(drawn(board, "u7", "", "DIP20", 20, at(60, 70, 0))).parts())
        .containsExactly("U7");
    assertThat(part(after, "U7").socket()).isEqualTo("dual wipe");
    assertThat(part(after, "U7").block()).isEqualTo("cpu");
    assertThat(part(after, "U7").place()).isEqualTo(at(60, 70, 0));
    assertThat(refusal(drawn(board, "U7", "74LS04", "DIP14", 14, at(60, 70, 0))))
        .contains("U7 is a 74LS245 on this board");
  }

  @Test
  void anUnknownPartGetsThePinsOfThePackageThatWasDrawn() {
    BoardContents board =
        placed(drawn(BARE, "U30", "HOUSE-17", "DIP40W", 40, at(100, 70, 0))).contents();
    assertThat(part(board, "U30").device().pins()).hasSize(40);
    assertThat(part(board, "U30").device().isUnknown()).isTrue();
    // A second one of the same print is the same device, and has to fit it.
    BoardContents both =
        placed(drawn(board, "U31", "HOUSE-17", "DIP40W", 40, at(100, 110, 0))).contents();
    assertThat(both.devices()).hasSize(1);
    assertThat(refusal(drawn(both, "U32", "HOUSE-17", "DIP14", 14, at(100, 140, 0))))
        .contains("A HOUSE-17 has 40 pins")
        .contains("pin 21");
    BoardContents unread = placed(drawn(both, "U33", "", "DIP16", 16, at(30, 20, 0))).contents();
    assertThat(part(unread, "U33").device().pins()).hasSize(16);
  }

  @Test
  void whatDoesNotFitIsRefusedWithWhatWouldDo() {
    assertThat(refusal(drawn(BARE, "U7", "74LS245", "DIP14", 14, at(60, 70, 0))))
        .contains("20 pins")
        .contains("mm off")
        .contains("from pin 1 to pin 11");
    assertThat(refusal(on(BARE).draw("U7", "", false, new Point(5, 5), new Point(6, 6))))
        .contains("no package of two rows");
    assertThat(refusal(drawn(BARE, "", "74LS245", "DIP20", 20, at(60, 70, 0))))
        .contains("which part this is");
    assertThat(refusal(drawn(BARE, "U7", "Z80A SIO", "DIP40W", 40, at(60, 70, 0))))
        .contains("may be");
    assertThat(refusal(drawn(BARE, "U7", "74LS245", "DIP20", 20, at(400, 70, 0))))
        .contains("beside the board");
    BoardContents one = placed(drawn(BARE, "U7", "74LS245", "DIP20", 20, at(60, 70, 0))).contents();
    assertThat(refusal(drawn(one, "U8", "74LS245", "DIP20", 20, at(60.5, 70, 0))))
        .contains("would lie on U7");
    // On the other side something else may lie there.
    placed(drawn(one, "U8", "74LS245", "DIP20", 20, new Placement(60.5, 70, 0, true, true)));
  }

  @Test
  void anArrayFollowsFromItsFirstAndItsLast() {
    BoardContents one =
        placed(drawn(BARE, "U21", "MB8264A-15P", "DIP16", 16, at(30, 100, 90))).contents();
    Point last = Outline.of("DIP16", 16).onBoard(0, at(30 + 7 * 12, 130, 90));
    PartPlacing.Placed row = placed(on(one).row("U21", last, 8, 2));
    assertThat(row.parts())
        .containsExactlyElementsOf(IntStream.rangeClosed(21, 36).mapToObj(i -> "U" + i).toList());
    assertThat(part(row.contents(), "U28").place().xMillimetres()).isCloseTo(114, within(0.1));
    assertThat(part(row.contents(), "U29").place().yMillimetres()).isCloseTo(130, within(0.1));
    assertThat(part(row.contents(), "U36").device().name()).isEqualTo("4164");
    PartPlacing.Placed more = placed(on(row.contents()).repeat("U35", "U36"));
    assertThat(part(more.contents(), "U37").place().xMillimetres()).isCloseTo(126, within(0.1));
    assertThat(refusal(on(one).row("U21", last, 1, 1))).contains("2 to 400");
    assertThat(refusal(on(one).row("U99", last, 8, 1))).contains("no place yet");
    assertThat(refusal(on(one).row("U21", new Point(500, 100), 8, 1))).contains("beside the board");
  }
}
