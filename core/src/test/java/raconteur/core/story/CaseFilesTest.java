package raconteur.core.story;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.data.Loaded;

class CaseFilesTest {
  private static final String GOOD =
      """
      {"format": "raconteur-case/1", "number": 7, "board": "x", "opened": "2026-01-01T00:00:00Z",
       "state": "waiting", "entries": [{"at": "2026-01-01T00:01:00Z", "line": "U1 hot"}]}
      """;

  @ParameterizedTest
  @CsvSource(
      delimiter = '|',
      value = {
        "\"number\": 7 | \"number\": 0 | number: a whole number from 1",
        "\"state\": \"waiting\" | \"state\": \"asleep\" | state: \"asleep\" is not known here",
        "2026-01-01T00:01:00Z | yesterday | entries[0].at: a time is written 2026-11-03T19:20:00Z",
        "\"line\": \"U1 hot\" | \"lines\": \"U1 hot\" | \"lines\" is not a name used here",
        "raconteur-case/1 | raconteur-case/2 | \"raconteur-case/2\" is not known here",
        "\"board\": \"x\", | '' | \"board\" is missing",
      })
  void aBadCaseIsRefusedWithPlaceAndReason(String good, String bad, String reason) {
    String text = GOOD.replace(good, bad);
    assertThat(text).isNotEqualTo(GOOD);
    assertThat(CaseFiles.read("c.json", text))
        .isInstanceOfSatisfying(
            Loaded.Refused.class, refused -> assertThat(refused.summary()).contains(reason));
  }

  @Test
  void aNumberThatStandsTwiceInACollectionIsRefused() {
    String one =
        "{\"number\": 7, \"board\": \"x\", \"opened\": \"2026-01-01T00:00:00Z\", \"entries\": []}";
    String text = "{\"format\": \"raconteur-cases/1\", \"cases\": [" + one + ", " + one + "]}";
    assertThat(CaseFiles.readMany("c.json", text))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused -> assertThat(refused.summary()).contains("this number stands there twice"));
  }
}
