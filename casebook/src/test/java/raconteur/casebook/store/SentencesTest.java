package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;
import org.sqlite.SQLiteErrorCode;
import org.sqlite.SQLiteException;

/** Whatever the database says, people read one sentence that says what is safe. */
class SentencesTest {
  @TempDir private Path folder;

  private static Exception error(SQLiteErrorCode code) {
    return new IllegalStateException(new SQLiteException("[SQLITE] message", code));
  }

  private Path file() {
    return folder.resolve("cases.db");
  }

  @ParameterizedTest
  @EnumSource
  void everyErrorOfOpeningNamesTheFileAndEndsAsASentence(SQLiteErrorCode code) {
    assertThat(Sentences.cannotOpen(file(), error(code)))
        .startsWith(file().toString())
        .matches("(?s).*[.?]$|.*message.*");
  }

  @ParameterizedTest
  @EnumSource(
      mode = EnumSource.Mode.EXCLUDE,
      names = {"SQLITE_CONSTRAINT"})
  void everyErrorOfWritingSaysThatNothingIsLost(SQLiteErrorCode code) {
    boolean constraint = code.name().startsWith("SQLITE_CONSTRAINT");
    String said = Sentences.cannotWrite(file(), error(code), "There is a case 7 already.");
    assertThat(said)
        .contains(
            constraint
                ? "There is a case 7 already."
                : "Nothing was saved; what you typed is still there.");
  }

  @Test
  void aConflictIsSaidInTheWordsOfWhoAsked() {
    assertThat(
            Sentences.cannotWrite(
                file(), error(SQLiteErrorCode.SQLITE_CONSTRAINT), "There is a case 7 already."))
        .isEqualTo("There is a case 7 already.");
  }

  @Test
  void whatIsNoCasebookOrDamagedIsToldApartFromWhatIsHeld() {
    assertThat(Sentences.cannotOpen(file(), error(SQLiteErrorCode.SQLITE_NOTADB)))
        .contains("is not a casebook", "--casebook");
    assertThat(Sentences.cannotOpen(file(), error(SQLiteErrorCode.SQLITE_CORRUPT)))
        .contains("is damaged; nothing was changed");
    assertThat(Sentences.cannotOpen(file(), error(SQLiteErrorCode.SQLITE_BUSY)))
        .contains("held by another program");
    assertThat(Sentences.cannotOpen(file(), error(SQLiteErrorCode.SQLITE_FULL)))
        .contains("disk is full");
  }

  /** Waiting helps where another program writes, and nowhere else. */
  @ParameterizedTest
  @EnumSource(names = {"SQLITE_BUSY", "SQLITE_LOCKED", "SQLITE_PROTOCOL"})
  void whatIsHeldIsTriedAgain(SQLiteErrorCode code) {
    assertThat(Sentences.isBusy(error(code))).isTrue();
  }

  @ParameterizedTest
  @EnumSource(names = {"SQLITE_FULL", "SQLITE_CORRUPT", "SQLITE_READONLY", "SQLITE_CONSTRAINT"})
  void whatIsNotHeldIsNotTriedAgain(SQLiteErrorCode code) {
    assertThat(Sentences.isBusy(error(code))).isFalse();
  }

  @Test
  void withoutAGoodCopyItSaysWhereOneWouldBe() {
    assertThat(Sentences.repair(file()))
        .contains("no good copy", new Backups(file()).folder() + "");
  }
}
