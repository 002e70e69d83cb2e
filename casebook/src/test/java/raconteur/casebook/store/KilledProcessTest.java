package raconteur.casebook.store;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import raconteur.core.story.Entry;

/** A program that is killed in the middle of writing has lost nothing it had shown as accepted. */
class KilledProcessTest {

  /** Appends lines without end and says each one that was accepted. */
  static final class Writer {
    private Writer() {}

    public static void main(String[] arguments) {
      PrintStream out = new PrintStream(System.out, true, StandardCharsets.UTF_8);
      var opened = Casebook.open(Path.of(arguments[0]), Clock.systemUTC());
      Casebook book = ((Outcome.Done<Casebook>) opened).value();
      book.create(book.nextNumber(), "x", "", "");
      int number = book.nextNumber() - 1;
      for (int i = 0; ; i++) {
        String line = "note " + number + "/" + i;
        if (book.append(number, line) instanceof Outcome.Done<Entry>) {
          out.println(line);
        }
      }
    }
  }

  private static final int ROUNDS = Integer.getInteger("raconteur.kills", 6);

  @Test
  void everyAcceptedEntryIsThere(@TempDir Path folder) throws IOException, InterruptedException {
    Path file = folder.resolve("killed.casebook");
    Random random = new Random(5);
    List<String> accepted = new ArrayList<>();
    for (int round = 0; round < ROUNDS; round++) {
      Process process = Books.program(Writer.class, file.toString());
      try (var lines =
          new BufferedReader(
              new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
        int enough = 3 + random.nextInt(40);
        for (int i = 0; i < enough; i++) {
          accepted.add(lines.readLine());
        }
        ProcessHandle.of(process.pid()).orElseThrow().destroyForcibly();
        lines.lines().forEach(accepted::add);
      }
      process.waitFor();
    }
    try (Casebook book =
        ((Outcome.Done<Casebook>) Casebook.open(file, Clock.systemUTC())).value()) {
      List<String> kept =
          book.all().stream()
              .flatMap(c -> c.entries().stream())
              .map(e -> ((Entry.Line) e).line())
              .toList();
      assertThat(accepted).hasSizeGreaterThan(18).doesNotContainNull();
      assertThat(kept).containsAll(accepted);
    }
  }
}
