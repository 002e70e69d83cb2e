package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.time.Clock;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class StorySearchTest {
  private final Path file;
  private Casebook book;

  StorySearchTest(@TempDir Path folder) {
    file = folder.resolve("a.casebook");
    book = ((Outcome.Done<Casebook>) Casebook.open(file, Clock.systemUTC())).value();
  }

  @BeforeEach
  void told() {
    book.create(41, "quillon-kittiwake-b", "Harbour Museum", "smells warm");
    book.append(41, "U14.3 high");
    book.append(41, "U14 hot");
    book.append(41, "note the /RAS0 line was cut under U14");
    book.create(42, "quillon-kittiwake-b", "Ferry Street", "");
    book.append(42, "U141 tester fail");
  }

  @AfterEach
  void close() {
    book.close();
  }

  private Integer[] found(String words) {
    return new StorySearch(book)
        .find(words, 100).stream()
            .map(h -> 100 * h.caseNumber() + h.entry())
            .toArray(Integer[]::new);
  }

  @Test
  void wordsOfPartsNetsAndOwnersAreFoundTheLatestFirst() {
    assertThat(found("U14.3")).containsExactly(4101);
    assertThat(found("/RAS0 cut")).containsExactly(4103);
    assertThat(found("museum")).containsExactly(4100);
    assertThat(found("u14 ")).containsExactly(4201, 4103, 4102, 4101);
  }

  @Test
  void theLastWordIsFoundByItsBeginning() {
    assertThat(found("test")).containsExactly(4201);
    assertThat(found("fail test")).containsExactly(4201);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"", "  ", "\"", "* AND", "OR OR", "NEAR(", "a^b:c", "-", "'; DROP TABLE said"})
  void nothingTypedIsTakenForAnOperator(String typed) {
    assertThat(found(typed)).isEmpty();
  }

  @Test
  void onlyAsManyAsAreWanted() {
    assertThat(new StorySearch(book).find("u14", 2)).hasSize(2);
  }
}
