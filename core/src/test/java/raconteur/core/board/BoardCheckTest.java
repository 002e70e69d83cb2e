package raconteur.core.board;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.Boards;
import raconteur.core.device.DeviceLibrary;

class BoardCheckTest {

  private static Board with(String nets, String noConnects) {
    return Boards.parse(
        """
        {"format": "raconteur-board/1", "id": "x", "machine": "X", "revision": "1", "title": "X",
         "blocks": ["ram"],
         "parts": [{"part": "U1", "device": "74LS04", "block": "ram"},
                   {"part": "U2", "device": "74LS04", "block": "ram"}],
         "nets": [%s], "no connect": [%s]}
        """
            .formatted(nets, noConnects));
  }

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"U1.1\", \"U2.1\" | N | is read but nothing drives it",
        "\"U1.2\", \"U2.2\" | N | is driven but nothing reads it",
        "\"U1.2\", \"U2.2\", \"U1.3\" | N | has 2 outputs that fight",
        "\"U1.2\" | N | joins fewer than two pins",
        "\"U1.2\", \"U2.14\" | U2.14 | a supply pin on a signal net",
        "\"U1.2\", \"U2.1\" | U1 | in no net and not marked as unconnected",
        "\"U1.2\", \"U2.1\" | U1.14 | VCC is in no net: the part has no supply",
      })
  void namesWhatNoSchematicHasAndWhere(String path, String place, String what) {
    Board board = with("{\"net\": \"N\", \"path\": [" + path + "]}", "");
    assertThat(BoardCheck.of(board))
        .anyMatch(p -> p.place().equals(place) && p.what().contains(what));
  }

  @Test
  void aPinMarkedAsUnconnectedIsNoProblem() {
    String net = "{\"net\": \"N\", \"path\": [\"U1.2\", \"U2.1\"]}";
    Board board = with(net, "{\"pin\": \"U1.1\", \"why\": \"spare gate\"}");
    assertThat(BoardCheck.of(board))
        .filteredOn(p -> p.place().equals("U1"))
        .singleElement()
        .matches(p -> p.what().startsWith("pins 3, 4"));
  }

  @Test
  void logicFarFromAnyCapacitorIsNamed() {
    BoardContents without = Boards.KITTIWAKE_B.contents().withoutPart("C33");
    Board bare = BoardFiles.check(without, DeviceLibrary.shipped()).shipped();
    assertThat(BoardCheck.of(bare))
        .containsExactly(
            new BoardCheck.Problem(
                BoardCheck.Kind.BYPASS, "U65", "no capacitor from rail to ground within 30 mm"));
  }

  @Test
  void aThreeRailMemoryOnTheWrongRailIsNamed() {
    String text = Boards.text("quillon-kittiwake-b");
    // Swap what U22's pins 1 (-5 V) and 8 (+12 V) hang on.
    String swapped =
        text.replaceAll("\"U22\\.1\"", "\"U22.X\"")
            .replaceAll("\"U22\\.8\"", "\"U22.1\"")
            .replaceAll("\"U22\\.X\"", "\"U22.8\"");
    assertThat(BoardCheck.of(Boards.parse(swapped)))
        .contains(
            new BoardCheck.Problem(BoardCheck.Kind.SUPPLY, "U22.1", "wants -5V and is on +12V"),
            new BoardCheck.Problem(BoardCheck.Kind.SUPPLY, "U22.8", "wants +12V and is on -5V"));
  }
}
