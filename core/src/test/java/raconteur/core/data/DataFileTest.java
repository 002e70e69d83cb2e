package raconteur.core.data;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class DataFileTest {

  private static <T> Loaded<T> read(String text, DataFile.Loader<T> loader) {
    return DataFile.read("f.json", text, loader);
  }

  private static String refusal(Loaded<?> loaded) {
    return ((Loaded.Refused<?>) loaded).summary();
  }

  @Test
  void valuesAreReadByNameAndKind() {
    Loaded<List<Object>> loaded =
        read(
            "{\"t\": \"x\", \"n\": 1.5, \"w\": 7, \"f\": true, \"l\": [1, 2]}",
            (root, issues) ->
                List.of(
                    root.get("t").text(),
                    root.get("n").number(),
                    root.get("w").whole(1, 9),
                    root.get("f").flag(),
                    root.get("l").items().size()));
    assertThat(loaded).isEqualTo(new Loaded.Ok<>(List.of("x", 1.5, 7, true, 2)));
  }

  /** A reading that fails: on what, and what the refusal says. */
  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "{\"a\": 1.5} | f.json:1:7: a: a whole number from 1 to 9 is expected here",
        "{\"a\": 10} | f.json:1:7: a: a whole number from 1 to 9 is expected here",
        "{\"a\": \"7\"} | f.json:1:7: a: a number is expected here, not a text",
        "{\"a\": [7]} | f.json:1:7: a: a number is expected here, not a list",
        "{\"b\": 7} | \"a\" is missing",
        "[7] | a set of named values in { } is expected here, not a list",
        "{\"a\": null} | a value is expected here, not null",
        "{\"a\": 1e999} | this number is too large",
      })
  void aWrongValueIsNamedWithItsPlace(String text, String sentence) {
    assertThat(refusal(read(text, (root, issues) -> root.get("a").whole(1, 9)))).contains(sentence);
  }

  @Test
  void namesThatAreNotUsedAreRefusedSoThatNothingIsLostBySpelling() {
    assertThat(refusal(read("{\"volt\": 5}", (root, issues) -> root.onlyKnows(Set.of("volts")))))
        .contains("\"volt\" is not a name used here; used are volts");
  }

  @Test
  void aWordOutsideItsSetIsRefusedWithTheSet() {
    assertThat(
            refusal(
                read("{\"a\": \"up\"}", (root, issues) -> root.get("a").oneOf(Map.of("down", 1)))))
        .contains("\"up\" is not known here; accepted are down");
  }

  @Test
  void manyIssuesAreCutShortWithACount() {
    String text = "[" + "\"x\",".repeat(19) + "\"x\"]";
    Loaded<List<Double>> loaded =
        read(text, (root, issues) -> Datum.each(root.items(), issues, Datum::number));
    assertThat(((Loaded.Refused<List<Double>>) loaded).issues()).hasSize(20);
    assertThat(refusal(loaded)).contains("… and 12 more");
  }

  @Test
  void aFileTooLongToBeOneOfOursIsRefusedUnread() {
    String text = " ".repeat(DataFile.LONGEST_CHARACTERS + 1);
    assertThat(refusal(read(text, (root, issues) -> 1))).contains("longer than 64000000");
  }

  @Test
  void aByteOrderMarkIsPassedOver() {
    assertThat(DataFile.read("x", "\uFEFF{\"a\": 1}", (root, _) -> root.get("a").whole(0, 9)))
        .isEqualTo(new Loaded.Ok<>(1));
  }

  @Test
  void aPlaceDeepInsideIsToldAsBefore() {
    Loaded<String> read =
        DataFile.read(
            "x",
            "{\"parts\": [{\"a\": 1}, {\"at mm\": [1, \"two\"]}]}",
            (root, _) ->
                String.valueOf(
                    root.get("parts").items().get(1).get("at mm").items().get(1).number()));
    assertThat(((Loaded.Refused<String>) read).summary()).contains("parts[1].at mm[1]");
  }

  @Test
  void oneNameAtTheRootIsFoundWithoutReadingOn() {
    String text = "{\"x\": {\"id\": \"inner\"}, \"id\": \"outer\", \"y\": [1, 2, broken";
    assertThat(textAtRoot(text)).isEqualTo(new Loaded.Ok<>("outer"));
    assertThat(((Loaded.Refused<String>) textAtRoot("{\"x\": 1}")).summary()).contains("missing");
    assertThat(textAtRoot("[1]")).isInstanceOf(Loaded.Refused.class);
    assertThat(textAtRoot("")).isInstanceOf(Loaded.Refused.class);
  }

  private static Loaded<String> textAtRoot(String text) {
    return DataFile.textAtRoot(
        "x",
        new java.io.ByteArrayInputStream(text.getBytes(java.nio.charset.StandardCharsets.UTF_8)),
        "id");
  }
}
