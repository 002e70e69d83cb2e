package raconteur.casebook.store;

import java.io.IOException;
import java.nio.file.Path;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.List;

/** Casebooks for tests of the store. */
final class Books {
  static final Instant NOW = Instant.parse("2026-11-27T10:00:00Z");

  private Books() {}

  static Casebook open(Path file) {
    return open(file, NOW);
  }

  static Casebook open(Path file, Instant now) {
    return switch (Casebook.open(file, Clock.fixed(now, ZoneOffset.UTC))) {
      case Outcome.Done<Casebook>(Casebook book) -> book;
      case Outcome.Failed<Casebook>(String sentence) -> throw new AssertionError(sentence);
    };
  }

  static String refusal(Path file) {
    return refusal(Casebook.open(file, Clock.fixed(NOW, ZoneOffset.UTC)));
  }

  static String refusal(Outcome<?> outcome) {
    if (outcome instanceof Outcome.Done<?>(var value)) {
      if (value instanceof Casebook book) {
        book.close();
      }
      throw new AssertionError("this was done, not refused");
    }
    return ((Outcome.Failed<?>) outcome).sentence();
  }

  /** A casebook with one case of some lines. */
  static void with(Path file, int number, int lines) {
    try (Casebook book = open(file)) {
      book.create(number, "x", "club", "dead");
      for (int line = 1; line <= lines; line++) {
        book.append(number, "note line " + line);
      }
    }
  }

  /** Another program of ours, with a main class of the tests. */
  static Process program(Class<?> main, String... arguments) throws IOException {
    List<String> words =
        new ArrayList<>(
            List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-XX:+UseSerialGC",
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                "--enable-native-access=ALL-UNNAMED",
                main.getName()));
    words.addAll(List.of(arguments));
    return new ProcessBuilder(words).redirectError(ProcessBuilder.Redirect.DISCARD).start();
  }
}
