package raconteur.casebook.store;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.time.Clock;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;

/**
 * Times the search over 20,000 cases with 2 million lines, beside reading all lines. Run by {@code
 * ./benchmark}.
 */
final class SearchBenchmark {
  private static final int CASES = 20_000;
  private static final int LINES = 100;
  private static final int ROUNDS = 15;

  private SearchBenchmark() {}

  public static void main(String[] args) throws IOException, SQLException {
    Path folder = Files.createTempDirectory("raconteur");
    Path file = folder.resolve("large.casebook");
    try {
      ((Outcome.Done<Casebook>) Casebook.open(file, Clock.systemUTC())).value().close();
      fill(file);
      try (Casebook book =
          ((Outcome.Done<Casebook>) Casebook.open(file, Clock.systemUTC())).value()) {
        System.out.printf(
            Locale.ROOT,
            "Search over %,d cases, %,d lines, 200 hits at most%n",
            CASES,
            CASES * LINES);
        for (String words :
            List.of("U26", "U14.3 toggling", "screen blank", "/RAS0", "museum", "U1")) {
          time(book, file, words);
        }
      }
    } finally {
      try (var files = Files.list(folder)) {
        for (Path left : files.toList()) {
          Files.delete(left);
        }
      }
      Files.delete(folder);
    }
  }

  private static void fill(Path file) throws SQLException {
    Random random = new Random(7);
    try (var connection = DriverManager.getConnection("jdbc:sqlite:" + file)) {
      connection.setAutoCommit(false);
      try (var cases =
              connection.prepareStatement(
                  "INSERT INTO cases VALUES (?, ?, ?, '', ?, 'gone home')");
          var entries =
              connection.prepareStatement(
                  "INSERT INTO entries (case_number, number, at, line) VALUES (?, ?, ?, ?)")) {
        for (int c = 1; c <= CASES; c++) {
          cases.setInt(1, c);
          cases.setString(2, "quillon-kittiwake-b");
          cases.setString(3, c % 97 == 0 ? "Harbour Museum" : "club " + c % 50);
          cases.setString(4, "2026-01-01T00:00:00Z");
          cases.execute();
          for (int e = 1; e <= LINES; e++) {
            entries.setInt(1, c);
            entries.setInt(2, e);
            entries.setString(3, "2026-01-01T00:00:00Z");
            entries.setString(4, line(random));
            entries.execute();
          }
        }
      }
      connection.commit();
    }
  }

  private static String line(Random random) {
    String part = "U" + (1 + random.nextInt(66));
    return switch (random.nextInt(5)) {
      case 0 -> part + "." + (1 + random.nextInt(16)) + " toggling";
      case 1 -> part + " tester " + (random.nextBoolean() ? "pass" : "fail");
      case 2 -> "screen " + (random.nextInt(20) == 0 ? "blank" : "garbage");
      case 3 -> "note the /RAS" + random.nextInt(2) + " line near " + part;
      default -> "5V 4." + random.nextInt(99);
    };
  }

  private static void time(Casebook book, Path file, String words) throws SQLException {
    StorySearch search = new StorySearch(book);
    double[] millis = new double[ROUNDS];
    int hits = 0;
    for (int i = -3; i < ROUNDS; i++) {
      long start = System.nanoTime();
      hits = search.find(words, 200).size();
      if (i >= 0) {
        millis[i] = (System.nanoTime() - start) / 1e6;
      }
    }
    Arrays.sort(millis);
    System.out.printf(
        Locale.ROOT,
        "  %-16s %3d hits  %6.1f ms (worst %.1f), reading every line %.0f ms%n",
        words,
        hits,
        millis[ROUNDS / 2],
        millis[ROUNDS - 1],
        plain(file, words));
  }

  /** The plain alternative: every line is looked at. */
  private static double plain(Path file, String words) throws SQLException {
    long start = System.nanoTime();
    String[] wanted = words.toLowerCase(Locale.ROOT).split(" ", -1);
    int hits = 0;
    try (var connection = DriverManager.getConnection("jdbc:sqlite:" + file);
        var rows = connection.createStatement().executeQuery("SELECT line FROM entries")) {
      while (rows.next()) {
        String line = rows.getString(1).toLowerCase(Locale.ROOT);
        hits += Arrays.stream(wanted).allMatch(line::contains) ? 1 : 0;
      }
    }
    return hits < 0 ? 0 : (System.nanoTime() - start) / 1e6;
  }
}
