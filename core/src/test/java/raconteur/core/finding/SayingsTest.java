package raconteur.core.finding;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import raconteur.core.data.Loaded;

/** Somebody knows what was seen and finds how it is written. */
class SayingsTest {
  private static List<String> lines(String question) {
    return Sayings.shipped().find(question).stream().map(Sayings.Saying::line).toList();
  }

  @ParameterizedTest
  @CsvSource({
    "freeze spray, cold U7 changes",
    "pin missing, leg U4.13 broken",
    "loose, tap U7 changes",
    "forgets, settings lost",
    "reversed chip, backwards U12",
    "knock, tap U7 changes",
    "hash, U14.3 noisy",
    "cold joint, mended U26 reflowed",
    "fingerprint, U22.5 gnd 5.2k",
    "set fitted, mended U21-U28 replaced",
    "stock, 'U26 was dead, 4116-3 from stock 1, old one to the dead box'",
    "undo, strike 17 wrong pin"
  })
  void whatIsAskedInOnesOwnWordsIsFound(String question, String line) {
    // The words asked may be anywhere in what is known of the line, in any order.
    assertThat(Stream.of(question.split(" ", -1)).flatMap(word -> lines(word).stream()))
        .contains(line);
  }

  @Test
  void everyWordHasToFit() {
    assertThat(lines("intermittent")).hasSizeGreaterThan(4);
    assertThat(lines("intermittent heat")).containsExactly("warm U7 changes");
    assertThat(lines("intermittent banana")).isEmpty();
    assertThat(lines(" ")).hasSameSizeAs(Sayings.shipped().all());
  }

  /**
   * Every kind of line there is can be looked for: by its first word, or what follows its subject.
   */
  @Test
  void noKindOfLineIsLeftOut() {
    List<String> told = Sayings.shipped().all().stream().map(Sayings.Saying::line).toList();
    for (String example : BenchLine.exampleLines()) {
      assertThat(told)
          .as(example)
          .anyMatch(line -> line.equals(example) || kind(line).equals(kind(example)));
    }
  }

  /** A line without its numbers and names. */
  private static String kind(String line) {
    return line.replaceAll("\\S*[0-9]\\S*", "#").replaceAll("BA0", "#");
  }

  @Test
  void aFileWithAHoleIsRefusedWithItsPlace() {
    assertThat(
            Sayings.read(
                "sayings.json",
                "{\"format\": \"raconteur-sayings/1\", \"notes\": \"\", \"sayings\": [{\"part\":"
                    + " \"a\"}]}"))
        .isInstanceOfSatisfying(
            Loaded.Refused.class,
            refused -> assertThat(refused.summary()).contains("sayings[0]").contains("line"));
  }
}
