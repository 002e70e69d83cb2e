package raconteur.desktop.log;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.CompletionException;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class MishapsTest {
  @TempDir private Path folder;
  private final List<String> told = new ArrayList<>();

  private Log log() {
    return new Log(folder);
  }

  @Test
  void whatNobodyCaughtIsToldInOneSentenceAndLoggedWithItsPlace() throws IOException {
    Log log = log();
    new Mishaps(log, told::add)
        .uncaughtException(Thread.currentThread(), new IllegalStateException("no healthy set"));
    assertThat(told).hasSize(1);
    assertThat(told.getFirst())
        .contains("IllegalStateException: no healthy set", "is kept", log.file().toString())
        .doesNotContain("\n");
    assertThat(Files.readString(log.file()))
        .contains("ERROR", "no healthy set", "at raconteur.desktop.log.MishapsTest");
  }

  @Test
  void theSameAgainIsLoggedButNotToldAgain() throws IOException {
    Log log = log();
    var mishaps = new Mishaps(log, told::add);
    for (int i = 0; i < 100; i++) {
      mishaps.report("drawing", new IllegalStateException("each frame"));
    }
    mishaps.report("drawing", new IllegalStateException("another"));
    assertThat(told).hasSize(2);
    int logged = 0;
    for (Path file : log.files()) {
      logged += Files.readString(file).split("each frame", -1).length - 1;
    }
    assertThat(logged).isGreaterThanOrEqualTo(100);
  }

  @Test
  void theCauseIsNamedAndNotItsWrapper() {
    String sentence =
        new Mishaps(log(), told::add)
            .sentence(new CompletionException(new ArithmeticException("/ by zero")));
    assertThat(sentence).contains("ArithmeticException: / by zero").doesNotContain("Completion");
  }

  @Test
  void wantOfMemoryIsSaidAsThat() {
    assertThat(new Mishaps(log(), told::add).sentence(new OutOfMemoryError("heap")))
        .startsWith("There was not enough memory");
  }

  @Test
  void logsAreTurnedOverBeforeTheyFillTheDisk() throws IOException {
    Log log = log();
    String long1 = "x".repeat(4096);
    for (int i = 0; i < 1200; i++) {
      log.say(long1);
    }
    assertThat(log.files()).hasSizeBetween(3, 4);
    for (Path file : log.files()) {
      assertThat(Files.size(file)).isLessThan(2L * Log.MOST_BYTES);
    }
  }

  @Test
  void aFolderThatCannotBeWrittenCostsTheLogAndNothingElse() throws IOException {
    Path file = Files.writeString(folder.resolve("a file"), "no folder");
    Log log = new Log(file);
    new Mishaps(log, told::add).report("somewhere", new IllegalStateException("still told"));
    assertThat(told).hasSize(1);
    assertThat(Files.readString(file)).isEqualTo("no folder");
    assertThat(log.files()).isEmpty();
  }
}
