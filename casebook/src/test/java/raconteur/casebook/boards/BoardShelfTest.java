package raconteur.casebook.boards;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.core.board.Depth;
import raconteur.core.data.Loaded;

class BoardShelfTest {
  private static final String SHEET =
      """
      {"format": "raconteur-board/1", "id": "my-board", "machine": "Marram 310", "revision": "1",
       "title": "Marram 310 terminal", "blocks": ["power", "cpu"],
       "parts": [{"part": "U1", "device": "74LS04", "block": "cpu"}]}
      """;

  @TempDir private Path folder;

  @Test
  void theUsersBoardsStandBesideTheShippedOnes() throws IOException {
    Path boards = folder.resolve("boards");
    BoardShelf shelf = BoardShelf.of(boards);
    Path file = Files.writeString(folder.resolve("my board.json"), SHEET);
    assertThat(shelf.add(file)).isInstanceOf(Loaded.Ok.class);
    BoardShelf again = BoardShelf.of(boards);
    assertThat(again.boards()).hasSize(7);
    assertThat(again.find("my-board").orElseThrow().depth()).isEqualTo(Depth.SHEET);
  }

  @Test
  void aBadFileIsRefusedAndNothingIsCopied() throws IOException {
    Path boards = folder.resolve("boards");
    Path file = Files.writeString(folder.resolve("bad.json"), SHEET.replace("74LS04", "XYZ"));
    assertThat(BoardShelf.of(boards).add(file)).isInstanceOf(Loaded.Refused.class);
    assertThat(boards).doesNotExist();
  }

  @Test
  void aBadFileInTheFolderIsListedAndTheOthersStillLoad() throws IOException {
    Files.writeString(folder.resolve("a.json"), "{");
    Files.writeString(folder.resolve("b.json"), SHEET);
    Files.write(folder.resolve("c.json"), new byte[] {(byte) 0xff, (byte) 0xfe, 0, 1, 2});
    BoardShelf shelf = BoardShelf.of(folder);
    assertThat(shelf.find("my-board")).isPresent();
    assertThat(shelf.issues()).hasSize(2);
  }

  @Test
  void aFileThatIsNotThereIsSaidToBeNotThere() {
    assertThat(BoardShelf.read(folder.resolve("nowhere.json")))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused -> assertThat(refused.summary()).contains("there is no such file"));
  }

  @Test
  void boardsThatDeriveFromEachOtherAreRefusedWithTheirRound() throws IOException {
    for (String[] pair : new String[][] {{"a", "b"}, {"b", "c"}, {"c", "a"}}) {
      Files.writeString(
          folder.resolve(pair[0] + ".json"),
          "{\"format\": \"raconteur-board/1\", \"id\": \"%s\", \"machine\": \"M\", \"revision\":"
                  .formatted(pair[0])
              + " \"1\", \"title\": \"T\", \"derived from\": \"%s\"}".formatted(pair[1]));
    }
    BoardShelf shelf = BoardShelf.of(folder);
    assertThat(shelf.find("a")).isEmpty();
    assertThat(shelf.issues())
        .anyMatch(i -> i.reason().contains("derives from itself by way of a, b, c"));
    assertThat(shelf.boards()).hasSize(6);
  }

  @Test
  void aFileThatIsTooLargeIsRefusedUnread() throws IOException {
    Path file = folder.resolve("large.json");
    try (var out = new java.io.RandomAccessFile(file.toFile(), "rw")) {
      out.setLength(200_000_000);
    }
    assertThat(BoardShelf.read(file))
        .isInstanceOfSatisfying(
            Loaded.Refused.class, r -> assertThat(r.summary()).contains("larger than 64 MB"));
  }

  @Test
  void keepingABoardThatWouldDeriveFromItselfIsRefused() throws IOException {
    BoardShelf shelf = BoardShelf.of(folder);
    var l1 = shelf.find("lanternfish-l1").orElseThrow().contents();
    assertThat(shelf.keep(l1.derivedFrom("lanternfish-l2")).orElse(""))
        .contains("would derive from itself");
    assertThat(folder).isEmptyDirectory();
  }

  @Test
  void whatIsInTheWayOfABoardsFileIsLeftAlone() throws IOException {
    Path other = Files.writeString(folder.resolve("my-board.json"), "{\"id\": \"another\", half");
    BoardShelf shelf = BoardShelf.of(folder);
    Path file = Files.writeString(folder.resolve("new.txt"), SHEET);
    assertThat(shelf.add(file)).isInstanceOf(Loaded.Ok.class);
    assertThat(other).hasContent("{\"id\": \"another\", half");
    assertThat(BoardShelf.of(folder).find("my-board")).isPresent();
    assertThat(BoardShelf.of(folder).ownTexts()).containsKey("my-board");
  }

  @Test
  void whatWasGivenUpBeforeIsNotOverwritten() throws IOException {
    BoardShelf shelf = BoardShelf.of(folder);
    for (String title : new String[] {"first", "second"}) {
      Path file =
          Files.writeString(folder.resolve("x.txt"), SHEET.replace("Marram 310 terminal", title));
      assertThat(shelf.add(file)).isInstanceOf(Loaded.Ok.class);
      assertThat(shelf.giveUp("my-board")).isEmpty();
    }
    assertThat(folder.resolve("my-board.json.given-up")).content().contains("first");
    assertThat(folder.resolve("my-board.json.given-up-2")).content().contains("second");
  }

  @Test
  void aFileOfMillionsOfValuesIsRefusedAndKeepsNoneOfTheOthersBack() throws IOException {
    Files.writeString(folder.resolve("good.json"), SHEET);
    Files.writeString(
        folder.resolve("big.json"), "{\"id\": \"big\", \"x\": [" + "1,".repeat(2_100_000) + "1]}");
    BoardShelf shelf = BoardShelf.of(folder);
    assertThat(shelf.find("my-board")).isPresent();
    assertThat(shelf.issues()).anyMatch(i -> i.reason().contains("more than 2000000 values"));
  }

  /** What shows the shipped board again leaves the user's own file aside, and only once. */
  @Test
  void givingUpOnesOwnShowsTheShippedOneAgain() throws IOException {
    BoardShelf shelf = BoardShelf.of(folder.resolve("boards"));
    String shipped = shelf.find("marram-310").orElseThrow().identity().title();
    Path file =
        Files.writeString(
            folder.resolve("own.json"), SHEET.replace("\"my-board\"", "\"marram-310\""));
    assertThat(shelf.add(file)).isInstanceOf(Loaded.Ok.class);
    assertThat(shelf.find("marram-310").orElseThrow().parts()).hasSize(1);
    assertThat(shelf.giveUp("marram-310")).isEmpty();
    assertThat(shelf.find("marram-310").orElseThrow().parts()).hasSizeGreaterThan(1);
    assertThat(shelf.find("marram-310").orElseThrow().identity().title()).isEqualTo(shipped);
    assertThat(shelf.giveUp("marram-310").orElseThrow()).contains("no file of yours");
  }

  @Test
  void aBoardHasTheOtherRevisionsOfItsMachineForSiblings() {
    BoardShelf shelf = BoardShelf.of(folder.resolve("boards"));
    assertThat(shelf.siblings(shelf.find("quillon-kittiwake-b").orElseThrow()))
        .extracting(b -> b.identity().id())
        .containsExactly("quillon-kittiwake-d");
    assertThat(shelf.find("no-such-board")).isEmpty();
  }
}
