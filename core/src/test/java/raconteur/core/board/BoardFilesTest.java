package raconteur.core.board;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.core.Boards;

class BoardFilesTest {

  /** What is replaced in a good file, by what, and what the refusal has to name. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"U1.2\", \"U2.1\"   | \"U1.2\", \"U9.1\"   | nets[1].path[1]: U9 is not a part of this"
            + " board",
        "\"U1.2\", \"U2.1\"   | \"U1.15\", \"U2.1\"  | nets[1].path[0]: U1 is a 74LS04 and has no"
            + " pin 15",
        "\"U1.2\", \"U2.1\"   | \"U1.1\", \"U2.1\"   | nets[1].path: U1.1 is in net IN already",
        "\"device\": \"74LS04\" | \"device\": \"74LS999\" | parts[1].device: device 74LS999 is not"
            + " in the library",
        "\"block\": \"ram\"   | \"block\": \"rum\"   | parts[2].block: \"rum\" is not one of this"
            + " board's blocks",
        "\"volts\": 5         | \"volts\": \"five\"  | rails[0].volts: a number is expected here,"
            + " not a text",
        "\"socket\"           | \"sokcet\"           | \"sokcet\" is not a name used here",
        "\"single wipe\"      | \"glued\"            | \"glued\" is no kind of socket; one of",
        "\"count\": 2         | \"count\": 1         | dead test.flashes[1].count: count 1 stands"
            + " there twice",
        "\"part\": \"U2\", \"device\" | \"part\": \"U1\", \"device\" | parts[2].part: U1 stands"
            + " there twice",
      })
  void aBadFileIsRefusedWithPlaceAndReason(String good, String bad, String named) {
    String text = SMALL.replaceFirst(java.util.regex.Pattern.quote(good.strip()), bad.strip());
    assertThat(text).isNotEqualTo(SMALL);
    assertThat(Boards.issues(text)).anyMatch(issue -> issue.contains(named.strip()));
  }

  @Test
  void aBlockThatIsNotThereIsOneMessageHoweverManyPartsNameIt() {
    String text = SMALL.replace("\"block\": \"ram\"", "\"block\": \"rum\"");
    assertThat(Boards.issues(text)).singleElement().asString().contains("\"rum\"");
  }

  @ParameterizedTest
  @CsvSource({"class, small logik, no class of devices", "package, DIL14, no package"})
  void aDeviceOfAnUnknownKindIsRefusedWithWhatWouldDo(String field, String word, String reason) {
    String device =
        "{\"device\": \"Q\", \"title\": \"q\", \"class\": \"small logic\", \"package\":"
            + " \"DIP14\", \"pins\": [\"1 A input\"]}";
    String bad = device.replaceFirst("(\"" + field + "\": )\"[^\"]*\"", "$1\"" + word + "\"");
    String text = SMALL.replaceFirst("\\{", "{\"devices\": [" + bad + "],");
    assertThat(Boards.issues(text)).anyMatch(i -> i.contains(reason) && i.contains("one of"));
  }

  @Test
  void anIssueNamesFileLineAndColumn() {
    String text =
        "{\"format\": \"raconteur-board/1\",\n  \"id\": 7,\n \"blocks\": [], \"parts\": []}";
    assertThat(Boards.issues(text))
        .containsExactly("test.json:2:9: id: a text in quotes is expected here, not a number");
  }

  @Test
  void allBadItemsAreListedAtOnce() {
    String text = SMALL.replace("\"U1.2\", \"U2.1\"", "\"U7.2\", \"U8.1\", \"U1.99\"");
    assertThat(Boards.issues(text)).hasSize(3);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "",
        "  ",
        "nonsense",
        "{",
        "[1,2",
        "{\"format\": \"another/1\"}",
        "null",
        "42",
        "{\"format\": \"raconteur-board/1\"}",
        "{\"a\":1,\"a\":2}",
        "\u0000\u0001",
        "{} {}",
        "{\"format\": \"raconteur-board/1\", \"parts\": 1e999}"
      })
  void junkIsRefusedInASentence(String text) {
    assertThat(Boards.issues(text)).isNotEmpty().allMatch(issue -> issue.startsWith("test.json"));
  }

  @Test
  void aFileNestedWithoutEndIsRefusedBeforeTheStackIs() {
    assertThat(Boards.issues("[".repeat(100_000))).hasSize(1);
  }

  @Test
  void aTruncatedBoardIsRefusedWhereverItIsCut() {
    String whole = Boards.text("quillon-kittiwake-b").strip();
    for (int cut = 1; cut < whole.length() - 1; cut += 4001) {
      assertThat(Boards.issues(whole.substring(0, cut))).as("cut at %s", cut).isNotEmpty();
    }
  }

  private static final String SMALL =
      """
      {"format": "raconteur-board/1", "id": "small", "machine": "Small", "revision": "A",
       "title": "Two gates", "blocks": ["clock", "ram"],
       "parts": [
         {"part": "J1", "device": "connector-4", "block": "clock"},
         {"part": "U1", "device": "74LS04", "block": "clock", "socket": "single wipe"},
         {"part": "U2", "device": "74LS08", "block": "ram"}],
       "rails": [{"rail": "+5V", "net": "+5V", "volts": 5, "tolerance percent": 5,
                  "expected ohms": 300}],
       "nets": [
         {"net": "IN", "path": ["J1.1", "U1.1"]},
         {"net": "MID", "path": ["U1.2", "U2.1"]},
         {"net": "+5V", "path": ["U1.14", "U2.14"]}],
       "dead test": {"flashes": [{"count": 1, "part": "U1"}, {"count": 2, "part": "U2"}]}}
      """;
}
