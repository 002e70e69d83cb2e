package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import raconteur.casebook.boards.BoardShelf;
import raconteur.casebook.demo.DemoCases;
import raconteur.core.board.Board;
import raconteur.core.finding.BenchContext;
import raconteur.core.finding.BenchLine;
import raconteur.core.finding.Understanding;

/** Nothing that is kept or read back depends on where the user lives. */
class LocaleTest {
  private final Locale before = Locale.getDefault();

  @TempDir private Path folder;

  @AfterEach
  void home() {
    Locale.setDefault(before);
  }

  @ParameterizedTest
  @ValueSource(
      strings = {
        "ar-EG",
        "fa-IR",
        "my-MM",
        "ne-NP",
        "th-TH-u-nu-thai",
        "tr-TR",
        "de-DE",
        "hi-IN-u-nu-deva",
        "ja-JP-u-ca-japanese",
        "sv-SE"
      })
  void aStoryAndItsArchiveAreTheSameEverywhere(String tag) {
    Locale.setDefault(Locale.forLanguageTag(tag));
    Path zip = folder.resolve("all.zip");
    Path file = folder.resolve("my.casebook");
    try (Casebook book = Books.open(file);
        Casebook into = Books.open(folder.resolve("into.casebook"))) {
      DemoCases.fill(book);
      book.append(13, "date U7 8412");
      assertThat(Archive.write(book, Map.of(), zip)).isInstanceOf(Outcome.Done.class);
      assertThat(Archive.read(zip, into, folder.resolve("boards")))
          .isInstanceOf(Outcome.Done.class);
      assertThat(into.all()).isEqualTo(book.all());
      assertThat(new Backups(file).make(book)).isInstanceOf(Outcome.Done.class);
      assertThat(new Backups(file).latestGood()).isPresent();
    }
  }

  @ParameterizedTest
  @ValueSource(
      strings = {"ar-EG", "fa-IR", "my-MM", "ne-NP", "th-TH-u-nu-thai", "tr-TR", "hi-IN-u-nu-deva"})
  void everyExampleOfTheBenchLineSaysTheSameAgain(String tag) {
    Board board = BoardShelf.readShipped("quillon-kittiwake-b").shipped();
    BenchLine line = new BenchLine(board);
    Locale.setDefault(Locale.forLanguageTag(tag));
    for (var example : BenchLine.exampleLines()) {
      if (line.understand(example.toString(), BenchContext.FRESH)
          instanceof Understanding.Understood(var statement, String _)) {
        assertThat(line.understand(statement.line(), BenchContext.FRESH))
            .as(statement.line())
            .isInstanceOfSatisfying(
                Understanding.Understood.class,
                again -> assertThat(again.statement()).isEqualTo(statement));
      }
    }
    assertThat(line.understand("date U7 8412", BenchContext.FRESH))
        .isInstanceOfSatisfying(
            Understanding.Understood.class,
            u -> assertThat(u.statement().line()).isEqualTo("date U7 8412"));
  }
}
